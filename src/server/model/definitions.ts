/** Definitions as they are stored: named conditions on datasets, and where each is used. */
import type { ConditionCount, NewDefinition } from '../../contract/modelling';
import { asc, eq } from 'drizzle-orm';
import { parametersIn, withParameters, type ParameterValue } from '../../core/condition/parameters';
import { checkParsed, type ParameterTypes } from '../../core/condition/check';
import { parseCondition } from '../../core/condition/parse';
import { printCondition } from '../../core/condition/print';
import { asConditionColumns } from '../../core/dashboard/reader/conditions';
import type { Definition } from '../../core/model/model';
import { parseIsoDay } from '../../core/calendar/day';
import { civilDayAt } from '../../core/calendar/civilDayAt';
import { anyConditionSql } from '../answers/conditionSql';
import { spellingsIn } from '../answers/sqlSource';
import { everyDashboard } from '../dashboards/read';
import { serverConfig } from '../config';
import { database } from '../database/connection';
import { definition } from '../database/schema';
import { freeKey } from '../datasets/definition';
import { relationOf } from '../datasets/relation';
import { loadedDatasets } from '../datasets/repository';
import { Problem } from '../problem';
import { bumpRevision } from './revision';
import { listShared } from './shared';

/** The definitions, by name. */
export async function listDefinitions(): Promise<Definition[]> {
  const rows = await database().select().from(definition).orderBy(asc(definition.name));
  return rows.map(({ key, name, dataset, sql }) => ({ key, name, dataset, sql }));
}

/** Stores a definition: a new one without a key. Throws a `Problem` for what does not fit. */
export async function saveDefinition(
  key: string | null,
  { key: wanted, ...edit }: NewDefinition,
): Promise<Definition> {
  const all = await listDefinitions();
  if (key !== null && !all.some((entry) => entry.key === key))
    throw new Problem('no-such-definition', 'This definition is not here any more.', 404);
  const others = all.filter((entry) => entry.key !== key);
  if (others.some((entry) => entry.name.toLowerCase() === edit.name.toLowerCase()))
    throw new Problem('name-twice', `There is a definition “${edit.name}” already.`);
  await readFor(edit.dataset, edit.sql);
  const own = key ?? freeKey(wanted, edit.name, all, 'definition');
  await database()
    .insert(definition)
    .values({ key: own, ...edit })
    .onDuplicateKeyUpdate({ set: edit });
  await bumpRevision();
  return { key: own, ...edit };
}

/** Where a definition is used. */
export interface DefinitionUse {
  readonly key: string;
  readonly dashboards: readonly { readonly id: number; readonly title: string }[];
}

/** The dashboards on which each definition is used. */
export async function definitionUses(): Promise<DefinitionUse[]> {
  const uses = new Map<string, { id: number; title: string }[]>();
  for (const definition of await listDefinitions()) uses.set(definition.key, []);
  for await (const { id, document } of everyDashboard()) {
    const keys = document.controls.flatMap((control) =>
      control.kind === 'condition'
        ? control.groups.flatMap((group) => group.entries.map((entry) => entry.definition))
        : [],
    );
    for (const key of new Set(keys)) if (key !== null) uses.get(key)?.push({ id, title: document.title });
  }
  return [...uses].map(([key, dashboards]) => ({ key, dashboards }));
}

/** Deletes a definition. One that is used is only deleted when that is said. */
export async function removeDefinition(key: string, evenIfUsed: boolean): Promise<void> {
  const used = (await definitionUses()).find((entry) => entry.key === key)?.dashboards ?? [];
  if (used.length > 0 && !evenIfUsed) {
    const names = used.map((dashboard) => `“${dashboard.title}”`).join(', ');
    throw new Problem('in-use', `It is used on ${names}. There it would have no effect any more.`, 409);
  }
  await database().delete(definition).where(eq(definition.key, key));
  await bumpRevision();
}

async function datasetFor(key: string) {
  const stored = (await loadedDatasets()).find((entry) => entry.key === key);
  if (!stored) throw new Problem('no-such-dataset', `There is no dataset “${key}”.`, 404);
  return stored;
}

/** Reads a condition against a dataset's columns. Throws a `Problem` that names the place of a mistake. */
async function readFor(dataset: string, text: string, types?: ParameterTypes) {
  const stored = await datasetFor(dataset);
  const columns = asConditionColumns(stored.definition.columns);
  const checked = checkParsed(parseCondition(text), columns, types);
  if (checked.ok) return { stored, condition: checked.value };
  const { code, from, to, message } = checked.error;
  throw new Problem('bad-condition', message, 400, { code, from, to });
}

/** How many rows of a dataset keep a condition, with values for its parameters. */
export async function countKept(
  dataset: string,
  text: string,
  values: ReadonlyMap<string, ParameterValue> = new Map(),
): Promise<ConditionCount> {
  const types = new Map([...values].map(([name, { type }]) => [name, type] as const));
  const { stored, condition: read } = await readFor(dataset, text, types);
  const condition = withParameters(read, values);
  const [blank] = parametersIn(condition);
  if (blank !== undefined)
    throw new Problem('no-value', `:${blank} has no value now; give it one to count the rows.`);
  const pinned = serverConfig().pinnedToday;
  const today = (pinned && parseIsoDay(pinned)) || civilDayAt(Date.now(), stored.timeZone);
  const target = {
    columns: stored.definition.columns,
    spellings: spellingsIn({ shared: await listShared() }, stored),
  };
  const where = anyConditionSql(target, { sql: printCondition(condition, today) });
  const relation = await relationOf(stored);
  const [row] = await relation.select<{ kept: number; total: number }>(
    `SELECT COALESCE(SUM(${where.text}), 0) AS kept, COUNT(*) AS total FROM ${relation.from}`,
    where.values,
  );
  return { kept: Number(row?.kept ?? 0), rows: Number(row?.total ?? 0) };
}
