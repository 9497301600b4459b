/** Groups of people, by which rights and rules on rows are given. */
import { eq } from 'drizzle-orm';
import type { Group, GroupEdit } from '../../contract/people';
import { database } from '../database/connection';
import { dashboardGrant, groupMember, personGroup, rowRule } from '../database/accountSchema';
import { Problem } from '../problem';

const gone = () => new Problem('no-such-group', 'There is no such group.', 404);

/** All groups, by name, with the ids of their members. */
export async function listGroups(): Promise<Group[]> {
  const groups = await database().select().from(personGroup).orderBy(personGroup.name);
  const members = await database().select().from(groupMember);
  return groups.map((group) => ({
    ...group,
    members: members.filter(({ groupId }) => groupId === group.id).map(({ personId }) => personId),
  }));
}

/** Makes a group (`id` null) or changes one, and gives its id. Throws a `Problem` where its name is another’s. */
export async function saveGroup(id: number | null, { name, members }: GroupEdit): Promise<number> {
  return database().transaction(async (transaction) => {
    const same = await transaction.select().from(personGroup).where(eq(personGroup.name, name)).for('update');
    if (same.some((group) => group.id !== id))
      throw new Problem('name-taken', `There is a group “${name}” already.`, 409);
    let saved = id;
    if (saved === null) {
      const [made] = await transaction.insert(personGroup).values({ name });
      saved = made.insertId;
    } else {
      const [known] = await transaction
        .select()
        .from(personGroup)
        .where(eq(personGroup.id, saved))
        .for('update');
      if (!known) throw gone();
      await transaction.update(personGroup).set({ name }).where(eq(personGroup.id, saved));
    }
    await transaction.delete(groupMember).where(eq(groupMember.groupId, saved));
    const people = [...new Set(members)];
    if (people.length > 0)
      await transaction.insert(groupMember).values(people.map((personId) => ({ groupId: saved, personId })));
    return saved;
  });
}

/** Removes a group with what it was given. Throws a `Problem` while rules on rows hold for it, which nobody should lose unseen. */
export async function removeGroup(id: number): Promise<void> {
  await database().transaction(async (transaction) => {
    const rules = await transaction
      .select({ id: rowRule.id })
      .from(rowRule)
      .where(eq(rowRule.groupId, id))
      .for('update');
    if (rules.length > 0)
      throw new Problem('group-has-rules', 'Rules on rows hold for this group. Remove them first.', 409);
    const [result] = await transaction.delete(personGroup).where(eq(personGroup.id, id));
    if (result.affectedRows === 0) throw gone();
    await transaction.delete(groupMember).where(eq(groupMember.groupId, id));
    await transaction.delete(dashboardGrant).where(eq(dashboardGrant.groupId, id));
  });
}
