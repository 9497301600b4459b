/** Shared dimensions as they are stored, and suggestions for new ones. */
import type { SharedEdit } from '../../contract/modelling';
import { checkNoRuleOn } from '../accounts/rowRules';
import { asc, eq } from 'drizzle-orm';
import { once } from '../once';
import { SourceProblem } from '../../core/cube/query';
import type { SharedDimension } from '../../core/model/model';
import { suggestShared, type ColumnValues, type SharedSuggestion } from '../../core/model/sharing';
import { database } from '../database/connection';
import { sharedDimension } from '../database/schema';
import { keyFor, physicalColumn } from '../datasets/definition';
import { relationOf } from '../datasets/relation';
import { loadedDatasets, type StoredDataset } from '../datasets/repository';
import { Problem } from '../problem';
import { bumpRevision } from './revision';

/** The shared dimensions, by name. */
export async function listShared(): Promise<SharedDimension[]> {
  const rows = await database().select().from(sharedDimension).orderBy(asc(sharedDimension.name));
  return rows.map((row) => ({
    key: row.key,
    name: row.name,
    members: row.members,
    spellings: row.spellings,
  }));
}

/** Stores a shared dimension: a new one without a key. Throws a `Problem` for what does not fit. */
export async function saveShared(key: string | null, edit: SharedEdit): Promise<SharedDimension> {
  const all = await listShared();
  const known = all.find((entry) => entry.key === key);
  if (key !== null && !known)
    throw new Problem('no-such-dimension', 'This shared dimension is not here any more.', 404);
  await check(
    edit,
    all.filter((entry) => entry.key !== key),
  );
  const taken = new Set(all.map((entry) => entry.key));
  const own = key ?? keyFor(edit.name, taken, 'dimension');
  const values = {
    name: edit.name,
    members: edit.members,
    spellings: edit.spellings,
  };
  await database()
    .insert(sharedDimension)
    .values({ key: own, ...values })
    .onDuplicateKeyUpdate({ set: values });
  await bumpRevision();
  return { key: own, ...edit };
}

async function check(edit: SharedEdit, others: readonly SharedDimension[]) {
  const stored = await loadedDatasets();
  const seen = new Set<string>();
  for (const { dataset, column } of edit.members) {
    const owner = stored.find((entry) => entry.key === dataset);
    const found = owner?.definition.columns.find((entry) => entry.key === column);
    if (!owner || !found)
      throw new Problem('no-such-column', `There is no column “${column}” of “${dataset}”.`);
    if (!found.category)
      throw new Problem(
        'no-category',
        `“${found.name}” of ${owner.name} is not a category. Mark it as one first.`,
      );
    if (seen.has(dataset)) throw new Problem('dataset-twice', `${owner.name} can give one column only.`);
    seen.add(dataset);
    const other = others.find((entry) =>
      entry.members.some((member) => member.dataset === dataset && member.column === column),
    );
    if (other)
      throw new Problem(
        'shared-twice',
        `“${found.name}” of ${owner.name} is part of “${other.name}” already.`,
      );
  }
  if (others.some((entry) => entry.name.toLowerCase() === edit.name.toLowerCase()))
    throw new Problem('name-twice', `There is a shared dimension “${edit.name}” already.`);
  const chained = Object.values(edit.spellings).find((shown) => edit.spellings[shown] !== undefined);
  if (chained !== undefined)
    throw new Problem(
      'spelling-chain',
      `“${chained}” stands for another value itself. Let each spelling lead to the one shown.`,
    );
}

export async function removeShared(key: string): Promise<void> {
  await checkNoRuleOn(key);
  await database().delete(sharedDimension).where(eq(sharedDimension.key, key));
  await bumpRevision();
}

/** Columns with more values than this are not compared. */
const MOST_VALUES = 2000;

/** The values of a category column as they stand in the data, by text. */
export async function valuesOf(stored: StoredDataset, column: string): Promise<string[]> {
  const relation = await relationOf(stored);
  const name = physicalColumn(stored.definition.columns, column);
  const rows = await relation.select<{ value: string }>(
    `SELECT DISTINCT ${name} AS value FROM ${relation.from} WHERE ${name} IS NOT NULL ORDER BY value LIMIT ${MOST_VALUES}`,
  );
  return rows.map((row) => row.value);
}

/** The rows that have each of some values, over several category columns. */
export async function rowsOfValues(
  members: SharedDimension['members'],
  values: readonly string[],
): Promise<Record<string, number>> {
  const counts = new Map<string, number>(values.map((value) => [value, 0]));
  if (values.length === 0) return {};
  const stored = await loadedDatasets();
  for (const { dataset, column } of members) {
    const owner = stored.find((entry) => entry.key === dataset);
    if (!owner?.definition.columns.some((entry) => entry.key === column && entry.category)) continue;
    const relation = await relationOf(owner);
    const name = physicalColumn(owner.definition.columns, column);
    const rows = await relation.select<{ value: string; count: number }>(
      `SELECT ${name} AS value, COUNT(*) AS count FROM ${relation.from} WHERE ${name} IN (${values.map(() => '?').join(', ')}) GROUP BY ${name}`,
      [...values],
    );
    for (const { value, count } of rows) counts.set(value, (counts.get(value) ?? 0) + Number(count));
  }
  return Object.fromEntries(counts);
}

/** Columns whose values are kept; those asked for longest ago go first. */
const KEPT_COLUMNS = 500;

/** The values of a category column; those of one load are read once. */
async function keptValuesOf(stored: StoredDataset, column: string): Promise<string[]> {
  if (stored.origin?.mode === 'live') return valuesOf(stored, column);
  const kept = once('category values', () => new Map<string, Promise<string[]>>());
  const key = JSON.stringify([stored.id, stored.currentLoad, column]);
  const known = kept.get(key) ?? valuesOf(stored, column);
  kept.delete(key);
  kept.set(key, known);
  known.catch(() => kept.delete(key));
  if (kept.size > KEPT_COLUMNS) kept.delete(kept.keys().next().value!);
  return known;
}

/** Every category column with its values. */
export async function categoryValues(): Promise<ColumnValues[]> {
  const columns: ColumnValues[] = [];
  for (const stored of await loadedDatasets()) {
    for (const { key: column, name } of stored.definition.columns.filter((entry) => entry.category)) {
      try {
        columns.push({ dataset: stored.key, column, name, values: await keptValuesOf(stored, column) });
      } catch (error) {
        // A live dataset that does not answer now has no values to compare.
        if (!(error instanceof SourceProblem)) throw error;
      }
    }
  }
  return columns;
}

/** Columns that seem to mean the same and are not shared yet. */
export async function suggestions(): Promise<SharedSuggestion[]> {
  const shared = await listShared();
  const isShared = (entry: ColumnValues) =>
    shared.some((one) => one.members.some((m) => m.dataset === entry.dataset && m.column === entry.column));
  return suggestShared((await categoryValues()).filter((entry) => !isShared(entry)));
}
