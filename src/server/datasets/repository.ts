/** Datasets as they are stored. */
import type { DatasetSummary, LoadEntry, Origin, RoleCoverage } from '../../contract/datasets';
import { and, desc, eq, inArray, isNotNull, isNull } from 'drizzle-orm';
import { coverageOfRuns, holesOf } from '../../core/coverage/coverage';
import { countDays } from '../../core/calendar/runs';
import { compareNames } from '../../core/compareNames';
import { isoDay } from '../../core/calendar/day';
import type { LoadChanges } from '../../core/model/freshness';
import type { DatasetModel } from '../../core/model/model';
import { database, utcTime } from '../database/connection';
import { removeColumns } from '../columns/columnFile';
import { dataset, datasetLoad, loadRefusal } from '../database/schema';
import { bumpRevision } from '../model/revision';
import type { Spread } from '../nodes/address';
import { dropRows } from '../nodes/parts';
import { Problem } from '../problem';
import { factTable, type CoverageByRole, type Definition } from './definition';

export interface StoredDataset {
  readonly id: number;
  readonly key: string;
  readonly name: string;
  readonly timeZone: string;
  readonly currentLoad: number | null;
  /** The load that made the table in which its rows lie; null for what is read live. */
  readonly rowsLoad: number | null;
  /** Null where its rows do not lie on nodes. */
  readonly spread: Spread | null;
  /** Null for files. */
  readonly origin: Origin | null;
  readonly definition: Definition;
}

export interface StoredLoad {
  readonly id: number;
  readonly mode: string;
  readonly status: string;
  readonly source: string;
  readonly startedAt: string;
  readonly finishedAt: string | null;
  readonly rowsLoaded: number;
  readonly rowsRefused: number;
  readonly rowsTotal: number;
  readonly bytes: number;
  readonly message: string | null;
  readonly coverage: CoverageByRole;
  readonly changes: LoadChanges | null;
  readonly actor: string;
}

type DatasetRow = typeof dataset.$inferSelect;
type LoadRow = typeof datasetLoad.$inferSelect;

const fromRow = (row: DatasetRow): StoredDataset => ({
  id: row.id,
  key: row.key,
  name: row.name,
  timeZone: row.timeZone,
  currentLoad: row.currentLoad,
  rowsLoad: row.rowsLoad,
  spread: row.spread,
  origin: row.origin,
  definition: row.definition,
});

const loadFromRow = (row: LoadRow): StoredLoad => ({
  ...row,
  coverage: row.coverage ?? {},
});

/** A dataset by its key. Throws a `Problem` when there is none. */
export async function findDataset(key: string): Promise<StoredDataset> {
  const [row] = await database()
    .select()
    .from(dataset)
    .where(and(eq(dataset.key, key), isNull(dataset.deletedAt)));
  if (!row) throw new Problem('no-such-dataset', `There is no dataset “${key}”.`, 404);
  return fromRow(row);
}

export async function readLoad(id: number): Promise<StoredLoad | undefined> {
  const [row] = await database().select().from(datasetLoad).where(eq(datasetLoad.id, id));
  return row && loadFromRow(row);
}

/** Datasets with rows in use, by name. */
export async function loadedDatasets(): Promise<StoredDataset[]> {
  const rows = await database()
    .select()
    .from(dataset)
    .where(and(isNotNull(dataset.currentLoad), isNull(dataset.deletedAt)))
    .orderBy(dataset.name);
  return rows.map(fromRow).sort((a, b) => compareNames(a.name, b.name));
}

/** Loads by their numbers, all read at once. */
async function readLoads(ids: readonly number[]): Promise<Map<number, StoredLoad>> {
  const rows =
    ids.length === 0
      ? []
      : await database()
          .select()
          .from(datasetLoad)
          .where(inArray(datasetLoad.id, [...ids]));
  return new Map(rows.map((row) => [row.id, loadFromRow(row)]));
}

/** Datasets with rows in use, by name, each with its last load. */
export async function datasetsWithLoads(): Promise<{ stored: StoredDataset; load: StoredLoad }[]> {
  const all = await loadedDatasets();
  const loads = await readLoads(all.map(({ currentLoad }) => currentLoad!));
  return all.flatMap((stored) => {
    const load = loads.get(stored.currentLoad!);
    // A load that took its place meanwhile is the next look's.
    return load ? [{ stored, load }] : [];
  });
}

/** All datasets with what their last loads found, by name. */
export const datasetSummaries = async (): Promise<DatasetSummary[]> =>
  (await datasetsWithLoads()).map(({ stored, load }) => summaryWith(stored, load));

/** A dataset's model together with what its last load found. */
export async function summaryOf(stored: StoredDataset): Promise<DatasetSummary> {
  const load = stored.currentLoad === null ? undefined : await readLoad(stored.currentLoad);
  return summaryWith(stored, load);
}

function summaryWith(stored: StoredDataset, load: StoredLoad | undefined): DatasetSummary {
  if (!load) throw new Problem('not-loaded', `“${stored.name}” has no rows yet.`, 409);
  return {
    ...modelOf(stored, load),
    timeZone: stored.timeZone,
    source: load.source,
    refused: load.rowsRefused,
    origin: stored.origin,
    nodes: stored.spread?.nodes ?? [],
    coverage: Object.fromEntries(
      Object.entries(load.coverage).map(([key, entry]) => [key, roleCoverage(entry)]),
    ),
  };
}

function roleCoverage(entry: CoverageByRole[string]): RoleCoverage {
  const coverage = coverageOfRuns(entry.runs);
  return {
    first: coverage.earliest === undefined ? null : isoDay(coverage.earliest),
    last: coverage.latest === undefined ? null : isoDay(coverage.latest),
    days: countDays(entry.runs),
    blank: entry.blank,
    outside: entry.outside,
    holes: holesOf(coverage).map((hole) => ({
      first: isoDay(hole.start),
      last: isoDay(hole.end),
      days: hole.end - hole.start + 1,
    })),
  };
}

/** The part of a dataset that dashboards are made of. */
export function modelOf(stored: StoredDataset, load: StoredLoad): DatasetModel {
  return {
    key: stored.key,
    name: stored.name,
    load: load.id,
    loadedAt: utcTime(load.finishedAt ?? load.startedAt),
    live: stored.origin?.mode === 'live',
    rows: load.rowsTotal,
    columns: stored.definition.columns.map(({ key, name, type, scale, category }) => ({
      key,
      name,
      type,
      scale,
      category,
    })),
    roles: stored.definition.roles,
    measures: stored.definition.measures,
    rhythm: stored.definition.rhythm ?? null,
  };
}

/** The loads of a dataset, newest first. */
export async function loadsOf(id: number): Promise<LoadEntry[]> {
  const rows = await database()
    .select()
    .from(datasetLoad)
    .where(eq(datasetLoad.datasetId, id))
    .orderBy(desc(datasetLoad.id))
    .limit(50);
  return rows.map((row) => {
    const { coverage: _, datasetId: __, ...entry } = row;
    return entry;
  });
}

/** The refused rows that were kept of a load, in the order of the file. */
export async function refusalsOf(load: number) {
  return database()
    .select({
      line: loadRefusal.line,
      column: loadRefusal.column,
      value: loadRefusal.value,
      reason: loadRefusal.reason,
    })
    .from(loadRefusal)
    .where(eq(loadRefusal.loadId, load))
    .orderBy(loadRefusal.ordinal);
}

/** Stores a changed name or definition. */
export async function saveDataset(stored: StoredDataset): Promise<void> {
  await database()
    .update(dataset)
    .set({ name: stored.name, definition: stored.definition })
    .where(eq(dataset.id, stored.id));
  await bumpRevision();
}

/** Names of all datasets, those in the bin too. */
export async function datasetNames(): Promise<string[]> {
  return (await database().select({ name: dataset.name }).from(dataset)).map((row) => row.name);
}

/** Removes a dataset with all its rows and its history, for good. */
export async function removeDataset(stored: Pick<StoredDataset, 'id'>): Promise<void> {
  const loads = await database()
    .select({ id: datasetLoad.id })
    .from(datasetLoad)
    .where(eq(datasetLoad.datasetId, stored.id));
  await database().transaction(async (transaction) => {
    for (const load of loads) await transaction.delete(loadRefusal).where(eq(loadRefusal.loadId, load.id));
    await transaction.delete(datasetLoad).where(eq(datasetLoad.datasetId, stored.id));
    await transaction.delete(dataset).where(eq(dataset.id, stored.id));
  });
  await bumpRevision();
  await removeColumns(stored.id, null);
  await dropRows(...loads.map((load) => factTable(stored.id, load.id)));
}
