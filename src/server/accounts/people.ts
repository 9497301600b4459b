/** People of the workspace: who they are, what they may do, and the last owner, who stays. */
import { and, desc, eq, gt, isNull, max, sql } from 'drizzle-orm';
import type { Person, PersonEdit } from '../../contract/people';
import { database } from '../database/connection';
import {
  groupMember,
  person,
  personCredential,
  personSecondFactor,
  personSession,
} from '../database/accountSchema';
import { Problem } from '../problem';

const gone = () => new Problem('no-such-person', 'There is no such person here.', 404);

/** Whether a person may not come in; true for one who is not known. */
export async function isDisabled(id: string): Promise<boolean> {
  const [row] = await database()
    .select({ disabledAt: person.disabledAt })
    .from(person)
    .where(eq(person.id, id));
  return row === undefined || row.disabledAt !== null;
}

/** Everybody, by name. */
export async function listPeople(): Promise<Person[]> {
  const rows = await database()
    .select({
      id: person.id,
      name: person.name,
      email: person.email,
      role: person.role,
      disabledAt: person.disabledAt,
      hasSecondFactor: person.twoFactorEnabled,
      seenAt: max(personSession.updatedAt),
    })
    .from(person)
    .leftJoin(personSession, eq(personSession.userId, person.id))
    .groupBy(person.id)
    .orderBy(person.name, person.email);
  return rows.map(({ disabledAt, seenAt, ...row }) => ({
    ...row,
    isDisabled: disabledAt !== null,
    seenAt: seenAt === null ? null : new Date(seenAt).toISOString(),
  }));
}

export async function isPersonKnown(email: string): Promise<boolean> {
  const rows = await database().select({ id: person.id }).from(person).where(eq(person.email, email));
  return rows.length > 0;
}

/** Whether nobody has an account yet. */
export async function isWithoutPeople(): Promise<boolean> {
  return (await database().select({ id: person.id }).from(person).limit(1)).length === 0;
}

/** Changes what a person may do, and tells it in words. Throws a `Problem` where nobody would be left who may change it back. */
export async function changePerson(id: string, edit: PersonEdit): Promise<string> {
  return database().transaction(async (transaction) => {
    // All owners are held, so that two changes at once cannot leave none.
    const owners = await transaction
      .select({ id: person.id })
      .from(person)
      .where(and(eq(person.role, 'owner'), isNull(person.disabledAt)))
      .for('update');
    const [known] = await transaction.select().from(person).where(eq(person.id, id)).for('update');
    if (!known) throw gone();
    const leaves = (edit.role !== undefined && edit.role !== 'owner') || edit.isDisabled === true;
    if (leaves && owners.length === 1 && owners[0]!.id === id)
      throw new Problem(
        'last-owner',
        'Somebody has to own the workspace. Make another person an owner first.',
        409,
      );
    await transaction.update(person).set(changedColumns(known, edit)).where(eq(person.id, id));
    if (edit.removesSecondFactor)
      await transaction.delete(personSecondFactor).where(eq(personSecondFactor.userId, id));
    if (edit.isDisabled) await transaction.delete(personSession).where(eq(personSession.userId, id));
    return `${known.email} ${editWords(edit).join(', ')}`;
  });
}

function changedColumns({ disabledAt }: { disabledAt: Date | null }, edit: PersonEdit) {
  const now = new Date();
  return {
    updatedAt: now,
    ...(edit.role === undefined ? {} : { role: edit.role }),
    ...(edit.isDisabled === undefined ? {} : { disabledAt: edit.isDisabled ? (disabledAt ?? now) : null }),
    ...(edit.removesSecondFactor ? { twoFactorEnabled: false } : {}),
  };
}

const editWords = (edit: PersonEdit): string[] => [
  ...(edit.role === undefined ? [] : [edit.role]),
  ...(edit.isDisabled === undefined ? [] : [edit.isDisabled ? 'closed' : 'opened']),
  ...(edit.removesSecondFactor ? ['without a second factor'] : []),
];

/** A person as callers are made of. */
export interface KnownPerson {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Person['role'];
  readonly groups: readonly number[];
}

/** Undefined for one who is not known, or may not come in. */
export async function knownPerson(id: string): Promise<KnownPerson | undefined> {
  const rows = await database()
    .select({
      id: person.id,
      name: person.name,
      email: person.email,
      role: person.role,
      group: groupMember.groupId,
    })
    .from(person)
    .leftJoin(groupMember, eq(groupMember.personId, person.id))
    .where(and(eq(person.id, id), isNull(person.disabledAt)));
  const [first] = rows;
  if (!first) return undefined;
  const { group: _, ...known } = first;
  return { ...known, groups: rows.flatMap(({ group }) => (group === null ? [] : [group])) };
}

/** Whether a person can sign in by a password alone; whom a provider lets in, it has asked for what it wants. */
export async function lacksSecondFactor(id: string): Promise<boolean> {
  const rows = await database()
    .select({ id: person.id })
    .from(person)
    .innerJoin(personCredential, eq(personCredential.userId, person.id))
    .where(
      and(
        eq(person.id, id),
        eq(person.twoFactorEnabled, false),
        eq(personCredential.providerId, 'credential'),
      ),
    );
  return rows.length > 0;
}

/** Sessions of a person that are not over, the one used last first. */
export async function sessionsOf(id: string) {
  return database()
    .select()
    .from(personSession)
    .where(and(eq(personSession.userId, id), gt(personSession.expiresAt, sql`UTC_TIMESTAMP()`)))
    .orderBy(desc(personSession.updatedAt));
}

/** Ends a session of a person. Throws a `Problem` where they have no such session. */
export async function endSession(owner: string, id: string): Promise<void> {
  const [result] = await database()
    .delete(personSession)
    .where(and(eq(personSession.id, id), eq(personSession.userId, owner)));
  if (result.affectedRows === 0) throw new Problem('no-such-session', 'This session is over already.', 404);
}

/** Ends a session by its own word. */
export async function endSessionOf(token: string): Promise<void> {
  await database().delete(personSession).where(eq(personSession.token, token));
}
