/**
 * The rows that a caller may see. Whoever loads the data sees all of it; others see what the rules of their groups
 * allow: within one dimension what any of its rules allows, and that for every dimension that has rules. A dataset
 * without the dimension is not held back by its rules.
 */
import { createHash } from 'node:crypto';
import mysql from 'mysql2';
import { inArray } from 'drizzle-orm';
import { isAtLeast } from '../../contract/people';
import type { RowRule } from '../../contract/rowRules';
import { civilDayAt } from '../../core/calendar/civilDayAt';
import { parseIsoDay } from '../../core/calendar/day';
import type { DayRuns } from '../../core/calendar/runs';
import { joined, type Sql } from '../../core/condition/sql';
import { parsePhrase } from '../../core/period/parse';
import { resolvePhrase } from '../../core/period/resolve';
import { readRule } from '../almanac/almanac';
import { filterSql, runsSql, shownSql, type SqlColumns } from '../answers/conditionSql';
import { currentCaller, type Caller } from '../caller';
import { serverConfig } from '../config';
import { database } from '../database/connection';
import { rowRule } from '../database/accountSchema';
import { sharedDimension } from '../database/schema';
import { physicalDay } from '../datasets/definition';
import type { StoredDataset } from '../datasets/repository';
import { once } from '../once';

type Rule = Pick<RowRule, 'dimension' | 'values' | 'phrase'>;

/** The rules that hold for a caller; null where none does. */
export interface Sight {
  /** The same for callers who see the same. */
  readonly key: string;
  readonly rules: readonly Rule[];
}

const digest = (value: unknown) =>
  createHash('sha256').update(JSON.stringify(value)).digest('hex').slice(0, 20);

/** What is read for a caller is read once a request. */
const read = () => once('sights', () => new WeakMap<Caller, Promise<Sight | null>>());

/** What a caller may see; null for everything. */
export function sightOf(caller: Caller): Promise<Sight | null> {
  if (caller.kind === 'alone' || (caller.role !== null && isAtLeast(caller.role, 'keeper')))
    return Promise.resolve(null);
  const known = read().get(caller);
  if (known) return known;
  const sight = readSight(caller);
  read().set(caller, sight);
  sight.catch(() => read().delete(caller));
  return sight;
}

async function readSight({ groups }: Caller): Promise<Sight | null> {
  if (groups.length === 0) return null;
  const rows = await database()
    .select({ dimension: rowRule.dimension, values: rowRule.values, phrase: rowRule.phrase })
    .from(rowRule)
    .where(inArray(rowRule.groupId, [...groups]))
    .orderBy(rowRule.id);
  return rows.length === 0 ? null : { key: digest(rows), rules: rows };
}

/** Days of a phrase now; none where it can no longer be understood, since nothing is shown rather than too much. */
async function daysOf(phrase: string, timeZone: string): Promise<DayRuns> {
  const parsed = parsePhrase(phrase);
  if (!parsed.ok) return [];
  const { pinnedToday } = serverConfig();
  const today = pinnedToday === undefined ? civilDayAt(Date.now(), timeZone) : parseIsoDay(pinnedToday)!;
  const resolved = resolvePhrase(parsed.phrase, {
    rule: await readRule(),
    today,
    asOf: null,
    anchor: { base: { kind: 'today' }, steps: [] },
    data: [],
  });
  return resolved.ok && !resolved.empty ? resolved.runs : [];
}

/** Which rows of a dataset a caller may see. */
export interface SeenRows {
  /** The same for the same rows. */
  readonly key: string;
  /** The condition, with its values in it. */
  readonly where: string;
}

/** The rows of a dataset that the current caller may see; null for all of them. Throws where nobody is asking. */
export async function seenRows(stored: StoredDataset): Promise<SeenRows | null> {
  const sight = await sightOf(currentCaller());
  if (!sight) return null;
  const conditions = await conditionsOn(stored, sight);
  if (conditions.length === 0) return null;
  const all = joined(conditions, ' AND ');
  const where = mysql.format(all.text, all.values as Parameters<typeof mysql.format>[1]);
  return { key: digest(where), where };
}

async function conditionsOn(stored: StoredDataset, { rules }: Sight): Promise<Sql[]> {
  const { columns, roles } = stored.definition;
  const shared = await database().select().from(sharedDimension);
  const conditions: Sql[] = [];
  for (const dimension of new Set(rules.map((rule) => rule.dimension))) {
    const dimensionOf = shared.find((entry) => entry.key === dimension);
    const member = dimensionOf?.members.find((entry) => entry.dataset === stored.key);
    if (dimension !== null && !dimensionOf) {
      // What a rule was about is gone: nothing is shown rather than too much.
      conditions.push({ text: 'FALSE', values: [] });
      continue;
    }
    if (dimension !== null && !member) continue;
    const target: SqlColumns = {
      columns,
      spellings: member ? { [member.column]: dimensionOf!.spellings } : {},
    };
    const allowed: Sql[] = [];
    for (const rule of rules.filter((entry) => entry.dimension === dimension)) {
      const parts: Sql[] = [];
      if (member && rule.values)
        parts.push(filterSql(shownSql(target, member.column), { values: rule.values, exclude: false }));
      const [role] = roles;
      if (rule.phrase !== null && role)
        parts.push(runsSql(physicalDay(columns, role.key), await daysOf(rule.phrase, stored.timeZone)));
      // A rule on days says nothing of a dataset without days.
      allowed.push(
        parts.length === 0 ? { text: 'TRUE', values: [] } : joined(parts.map(inBrackets), ' AND '),
      );
    }
    conditions.push(inBrackets(joined(allowed.map(inBrackets), ' OR ')));
  }
  return conditions;
}

/** Unknown counts as not allowed. */
const inBrackets = (part: Sql): Sql => ({ ...part, text: `COALESCE((${part.text}), FALSE)` });
