/** Links by which people come in for the first time; the first owner’s stands on the console. */
import { and, eq, gt } from 'drizzle-orm';
import type { Accept, Invitation, Role } from '../../contract/people';
import { serverConfig } from '../config';
import { database } from '../database/connection';
import { invitation, person, personCredential } from '../database/accountSchema';
import { canMail, sendMail } from '../mail';
import { log } from '../log';
import { Problem } from '../problem';
import { randomUUID } from 'node:crypto';
import { keyHash, newKey } from './keys';
import { hashPassword } from './passwords';
import { isPersonKnown, isWithoutPeople } from './people';
import { checkStrength } from './weakPasswords';

const DAY_MS = 86_400_000;
const VALID_DAYS = 7;

const over = () =>
  new Problem(
    'no-such-invitation',
    'This invitation was used, taken back, or is over. Ask for a new one.',
    404,
  );

/** Invites somebody. The link is told this once; where mail can be sent, it is sent as well. */
export async function invite(
  email: string | null,
  role: Role,
  invitedBy: string | null,
): Promise<{ link: string; mailed: boolean }> {
  if (email !== null && (await isPersonKnown(email)))
    throw new Problem('known-person', `${email} is in the workspace already.`, 409);
  const key = newKey();
  const now = new Date();
  await database().transaction(async (transaction) => {
    // A new invitation takes the place of the one before.
    if (email !== null) await transaction.delete(invitation).where(eq(invitation.email, email));
    await transaction.insert(invitation).values({
      email,
      role,
      hash: keyHash(key),
      invitedBy,
      createdAt: now,
      expiresAt: new Date(now.getTime() + VALID_DAYS * DAY_MS),
    });
  });
  const link = `${serverConfig().team!.address}/welcome/${key}`;
  return { link, mailed: email !== null && (await mailed(email, link)) };
}

async function mailed(email: string, link: string): Promise<boolean> {
  if (!canMail()) return false;
  try {
    await sendMail({
      to: email,
      subject: 'An invitation to Dathen',
      text: `You are invited. Follow this link within ${VALID_DAYS} days to choose a password:\n\n${link}`,
    });
    return true;
  } catch (error) {
    log().warn(error, 'an invitation was not sent by mail');
    return false;
  }
}

/** The one-time link by which the first owner comes in; undefined where somebody has an account. */
export async function firstOwnerLink(): Promise<string | undefined> {
  if (!(await isWithoutPeople())) return undefined;
  await database()
    .delete(invitation)
    .where(and(eq(invitation.role, 'owner')));
  return (await invite(null, 'owner', null)).link;
}

export async function listInvitations(): Promise<Invitation[]> {
  const rows = await database().select().from(invitation).where(gt(invitation.expiresAt, new Date()));
  return rows.map(({ id, email, role, expiresAt }) => ({
    id,
    email,
    role,
    expiresAt: expiresAt.toISOString(),
  }));
}

/** Takes an invitation back. */
export async function endInvitation(id: number): Promise<void> {
  const [result] = await database().delete(invitation).where(eq(invitation.id, id));
  if (result.affectedRows === 0) throw over();
}

/** Whom an invitation is for. Throws a `Problem` for one that is over. */
export async function invitedBy(key: string): Promise<{ email: string | null; role: Role }> {
  const [row] = await database()
    .select({ email: invitation.email, role: invitation.role })
    .from(invitation)
    .where(and(eq(invitation.hash, keyHash(key)), gt(invitation.expiresAt, new Date())));
  if (!row) throw over();
  return row;
}

/** Makes the account of whoever was invited; an invitation is used once. Gives the address to sign in with. */
export async function acceptInvitation({ token, name, email, password }: Accept): Promise<string> {
  const invited = await invitedBy(token);
  await checkStrength(password, [name, invited.email ?? email ?? '']);
  const hashed = await hashPassword(password);
  return database().transaction(async (transaction) => {
    const [row] = await transaction
      .select()
      .from(invitation)
      .where(and(eq(invitation.hash, keyHash(token)), gt(invitation.expiresAt, new Date())))
      .for('update');
    if (!row) throw over();
    const address = (row.email ?? email)?.toLowerCase();
    if (address === undefined) throw new Problem('bad-request', 'email: Write your address.');
    const id = randomUUID();
    const now = new Date();
    const known = await transaction.select({ id: person.id }).from(person).where(eq(person.email, address));
    if (known.length > 0) throw new Problem('known-person', `${address} is in the workspace already.`, 409);
    await transaction.insert(person).values({
      id,
      name,
      email: address,
      // The first owner is whoever reads the console; all others read their mail, or were handed the link.
      emailVerified: true,
      role: row.role,
      createdAt: now,
      updatedAt: now,
    });
    await transaction.insert(personCredential).values({
      id: randomUUID(),
      userId: id,
      accountId: id,
      providerId: 'credential',
      password: hashed,
      createdAt: now,
      updatedAt: now,
    });
    await transaction.delete(invitation).where(eq(invitation.id, row.id));
    return address;
  });
}
