/** Tokens by which scripts sign in on behalf of a person: named, for a purpose, for a time. */
import { and, eq, gt } from 'drizzle-orm';
import {
  isAtLeast,
  type newTokenSchema,
  type Role,
  type tokenSchema,
  type TokenScope,
} from '../../contract/people';
import type { z } from 'zod';
import { database } from '../database/connection';
import { accessToken } from '../database/accountSchema';
import { Problem } from '../problem';
import { keyHash, newKey } from './keys';

const PREFIX = 'dathen_';
const DAY_MS = 86_400_000;
/** That a token is used is written down at most this often. */
const USE_MS = 60_000;

/** The role that a scope stands for: one has to have it, and a token has no more. */
export const SCOPE_ROLES: { readonly [S in TokenScope]: Role } = {
  read: 'reader',
  design: 'designer',
  data: 'keeper',
};

/** Makes a token; it is told this once. Throws a `Problem` where the person may not do what it is for. */
export async function makeToken(
  person: string,
  role: Role,
  { name, scope, days }: z.infer<typeof newTokenSchema>,
): Promise<string> {
  if (!isAtLeast(role, SCOPE_ROLES[scope]))
    throw new Problem('not-allowed', 'A token may do no more than you may.', 403);
  const token = newKey(PREFIX);
  const now = new Date();
  await database()
    .insert(accessToken)
    .values({
      personId: person,
      name,
      scope,
      hash: keyHash(token),
      createdAt: now,
      expiresAt: new Date(now.getTime() + days * DAY_MS),
    });
  return token;
}

export async function listTokens(person: string): Promise<z.infer<typeof tokenSchema>[]> {
  const rows = await database()
    .select()
    .from(accessToken)
    .where(eq(accessToken.personId, person))
    .orderBy(accessToken.id);
  return rows.flatMap(({ id, name, scope, expiresAt, usedAt }) =>
    scope === 'print'
      ? []
      : [{ id, name, scope, expiresAt: expiresAt.toISOString(), usedAt: usedAt?.toISOString() ?? null }],
  );
}

/** Ends a token of a person. Throws a `Problem` where they have no such token. */
export async function endToken(person: string, id: number): Promise<void> {
  const [result] = await database()
    .delete(accessToken)
    .where(and(eq(accessToken.id, id), eq(accessToken.personId, person)));
  if (result.affectedRows === 0) throw new Problem('no-such-token', 'There is no such token.', 404);
}

/** What a token may do, and for whom; undefined for one that is not known or is over. */
export async function tokenOf(
  token: string,
): Promise<{ personId: string; scope: TokenScope | 'print' } | undefined> {
  if (!token.startsWith(PREFIX)) return undefined;
  const now = new Date();
  const [row] = await database()
    .select({
      id: accessToken.id,
      personId: accessToken.personId,
      scope: accessToken.scope,
      usedAt: accessToken.usedAt,
    })
    .from(accessToken)
    .where(and(eq(accessToken.hash, keyHash(token)), gt(accessToken.expiresAt, now)));
  if (!row) return undefined;
  if (row.usedAt === null || now.getTime() - row.usedAt.getTime() > USE_MS)
    await database().update(accessToken).set({ usedAt: now }).where(eq(accessToken.id, row.id));
  return row;
}
