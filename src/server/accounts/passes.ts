/** Passes: for some minutes a browser of ours may see what a person may, to draw what is printed for them. */
import { and, eq, isNull } from 'drizzle-orm';
import { currentCaller } from '../caller';
import { database } from '../database/connection';
import { accessToken, person } from '../database/accountSchema';
import { keyHash, newKey } from './keys';

/** The cookie that holds a pass. */
export const PASS_COOKIE = 'dathen.pass';
const PREFIX = 'dathen_pass_';
const VALID_MS = 5 * 60_000;

/** Whose pass it is: the caller's; the program itself prints as an owner. Undefined where nobody has an account. */
async function holder(): Promise<string | undefined> {
  const caller = currentCaller();
  if (caller.person !== null) return caller.person;
  const [owner] = await database()
    .select({ id: person.id })
    .from(person)
    .where(and(eq(person.role, 'owner'), isNull(person.disabledAt)))
    .orderBy(person.createdAt)
    .limit(1);
  return owner?.id;
}

/** Does something with a pass, which is over afterwards; undefined where none is needed. */
export async function withPass<T>(work: (pass: string | undefined) => Promise<T>): Promise<T> {
  const personId = await holder();
  if (personId === undefined) return work(undefined);
  const pass = newKey(PREFIX);
  const now = new Date();
  const hash = keyHash(pass);
  await database()
    .insert(accessToken)
    .values({
      personId,
      name: 'print',
      scope: 'print',
      hash,
      createdAt: now,
      expiresAt: new Date(now.getTime() + VALID_MS),
    });
  try {
    return await work(pass);
  } finally {
    await database().delete(accessToken).where(eq(accessToken.hash, hash));
  }
}
