/** Rules on rows as they are stored; what they hold back stands in `sight.ts`. */
import { eq } from 'drizzle-orm';
import type { z } from 'zod';
import type { RowRule, storedRowRuleSchema } from '../../contract/rowRules';
import { parsePhrase } from '../../core/period/parse';
import { printPhrase } from '../../core/period/print';
import { database } from '../database/connection';
import { personGroup, rowRule } from '../database/accountSchema';
import { sharedDimension } from '../database/schema';
import { bumpRevision } from '../model/revision';
import { Problem } from '../problem';

type StoredRowRule = z.infer<typeof storedRowRuleSchema>;

export async function listRules(): Promise<StoredRowRule[]> {
  const rows = await database().select().from(rowRule).orderBy(rowRule.groupId, rowRule.id);
  return rows.map(({ groupId, ...rule }) => ({ ...rule, group: groupId }));
}

/** Makes a rule (`id` null) or changes one, and gives its id. Throws a `Problem` for what it names and is not there. */
export async function saveRule(id: number | null, rule: RowRule): Promise<number> {
  const [group] = await database().select().from(personGroup).where(eq(personGroup.id, rule.group));
  if (!group) throw new Problem('no-such-group', 'There is no such group.', 404);
  if (rule.dimension !== null) {
    const known = await database()
      .select({ id: sharedDimension.id })
      .from(sharedDimension)
      .where(eq(sharedDimension.key, rule.dimension));
    if (known.length === 0) throw new Problem('no-such-dimension', 'There is no such shared dimension.', 404);
  }
  const row = {
    groupId: rule.group,
    dimension: rule.dimension,
    values: rule.values,
    phrase: rule.phrase === null ? null : canonical(rule.phrase),
  };
  if (id === null) {
    const [made] = await database().insert(rowRule).values(row);
    await bumpRevision();
    return made.insertId;
  }
  const [changed] = await database().update(rowRule).set(row).where(eq(rowRule.id, id));
  if (changed.affectedRows === 0) throw gone();
  await bumpRevision();
  return id;
}

function canonical(text: string): string {
  const parsed = parsePhrase(text);
  if (!parsed.ok) throw new Problem('bad-phrase', `phrase: ${parsed.error.message}`);
  return printPhrase(parsed.phrase);
}

const gone = () => new Problem('no-such-rule', 'There is no such rule.', 404);

export async function removeRule(id: number): Promise<void> {
  const [result] = await database().delete(rowRule).where(eq(rowRule.id, id));
  if (result.affectedRows === 0) throw gone();
  await bumpRevision();
}

/** Throws a `Problem` while rules hold for the values of a shared dimension: without it nobody would see anything. */
export async function checkNoRuleOn(dimension: string): Promise<void> {
  const rules = await database()
    .select({ id: rowRule.id })
    .from(rowRule)
    .where(eq(rowRule.dimension, dimension));
  if (rules.length > 0)
    throw new Problem(
      'dimension-has-rules',
      'Rules on rows hold for this dimension. Remove them first.',
      409,
    );
}
