/** Passwords that were tried for one account, from wherever: after too many of them nobody is let in for a while. */
import { randomUUID } from 'node:crypto';
import { and, eq, like, lt, sql } from 'drizzle-orm';
import { database } from '../database/connection';
import { requestCount } from '../database/accountSchema';
import { Problem } from '../problem';
import { keyHash } from './keys';

const MOST_WRONG = 20;
const WHILE_MS = 15 * 60_000;

/** The same for an address that is known and for one that is not. */
const placeOf = (email: string) => `account:${keyHash(email.trim().toLowerCase())}`;

/** Throws a `Problem` (429) where too many wrong passwords were tried for an account of late. */
export async function checkTries(email: string, now = Date.now()): Promise<void> {
  const [row] = await database()
    .select()
    .from(requestCount)
    .where(eq(requestCount.key, placeOf(email)));
  if (row && row.count >= MOST_WRONG && now - row.lastRequest < WHILE_MS)
    throw new Problem(
      'too-many-tries',
      'Too many wrong passwords were tried for this account. Wait a quarter of an hour, or have a new password made.',
      429,
      { retryAfter: Math.ceil((row.lastRequest + WHILE_MS - now) / 1000) },
    );
}

/** Counts a wrong password; those of longer ago are forgotten. */
export async function noteWrong(email: string, now = Date.now()): Promise<void> {
  await database()
    .insert(requestCount)
    .values({ id: randomUUID(), key: placeOf(email), count: 1, lastRequest: now })
    .onDuplicateKeyUpdate({
      set: {
        count: sql`IF(${requestCount.lastRequest} < ${now - WHILE_MS}, 1, ${requestCount.count} + 1)`,
        lastRequest: now,
      },
    });
}

/** Forgets what was tried: somebody came in, or has a new password. */
export async function forgetTries(email: string): Promise<void> {
  await database()
    .delete(requestCount)
    .where(eq(requestCount.key, placeOf(email)));
}

/** A code of an app is right for a minute and a half at most: its own half minute, and those beside it. */
const CODE_MS = 2 * 60_000;

/** Uses a code of a person’s app up; false where it was used before (RFC 6238, section 5.2). */
export async function spendCode(person: string, code: string, now = Date.now()): Promise<boolean> {
  await database()
    .delete(requestCount)
    .where(and(like(requestCount.key, 'code:%'), lt(requestCount.lastRequest, now - CODE_MS)));
  const key = `code:${keyHash(`${person} ${code}`)}`;
  // Of two at once one finds it there.
  const [result] = await database()
    .insert(requestCount)
    .ignore()
    .values({ id: randomUUID(), key, count: 1, lastRequest: now });
  return result.affectedRows === 1;
}
