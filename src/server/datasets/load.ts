/**
 * Loads a file into a dataset by the bulk path. Rows that take the place of others go into a new fact table, which one
 * transaction puts in the place of the old one; rows that are added go into the table in use, in the transaction that
 * makes them the dataset's. Killed at any moment, the earlier rows stay in use; `recoverLoads` clears the rest.
 */
import type { LoadPlan, LoadResult, Origin } from '../../contract/datasets';
import { Readable } from 'node:stream';
import { eq } from 'drizzle-orm';
import type { Connection } from 'mysql2/promise';
import { ensureAlmanac } from '../almanac/almanac';
import { database, dedicatedConnection, sqlNow, type Database } from '../database/connection';
import { dataset } from '../database/schema';
import { log } from '../log';
import { Problem } from '../problem';
import { dropRows } from '../nodes/parts';
import { keyFor, rowsTable, type Definition } from './definition';
import type { Progress } from './profile';
import { changesOf } from './changes';
import { findDataset, readLoad, type StoredDataset, type StoredLoad } from './repository';
import { removeColumns } from '../columns/columnFile';
import { ColumnWriter } from '../columns/columnWriter';
import { streamRows, type StreamOutcome } from './stream';
import { holdDataset, holdName, letGo } from './holding';
import { definitionAfter, putInUse, rowsAdded, rowsReplaced, type Owned } from './newRows';
import { beginLoad, endLoad } from './loadRecord';
import { newTable, tableInUse } from './place';
import { readHeader } from './textFile';

export interface LoadOptions {
  /** Name of the file as the person knows it. */
  readonly source: string;
  /** Key of the dataset to load into; absent for a new one. */
  readonly into?: string;
  /** Who or what loads. */
  readonly actor?: 'page' | 'command' | 'demo';
  /** The table of another database that the file was copied from. */
  readonly origin?: Origin;
  readonly signal?: AbortSignal;
  readonly onProgress?: (progress: Progress) => void;
  readonly onUse?: InUse;
}

/** What is written in the transaction that puts rows into use; what it throws takes them back. */
export type InUse = (transaction: Pick<Database, 'update'>, result: LoadResult) => Promise<void>;

/** Loads a file. Throws a `Problem` for what a person can mend; nothing is changed then. */
export async function loadFile(file: string, plan: LoadPlan, options: LoadOptions): Promise<LoadResult> {
  const asked = options.into === undefined ? undefined : await findDataset(options.into);
  const connection = await dedicatedConnection({ infileStreamFactory: () => Readable.from([]) });
  let made: Owned | undefined;
  try {
    if (asked) await holdDataset(connection, asked);
    else await holdName(connection, plan.name);
    // As it is now that nobody else loads it.
    const known = asked && (await findDataset(asked.key));
    const definition = definitionAfter(plan, known?.definition);
    const columnOrder = await matchHeader(file, plan, definition);
    const owned = known ?? (made = await createDataset(plan, definition));
    if (made) await holdDataset(connection, made);
    return await loadInto(connection, file, plan, { definition, columnOrder, owned, known }, options);
  } finally {
    await letGo(connection).catch(() => undefined);
    await connection.end().catch(() => connection.destroy());
    if (made) await removeIfNeverLoaded(made.id);
  }
}

async function createDataset(plan: LoadPlan, definition: Definition): Promise<Owned> {
  const taken = new Set((await database().select({ key: dataset.key }).from(dataset)).map((row) => row.key));
  const key = keyFor(plan.name, taken, 'dataset');
  const [result] = await database()
    .insert(dataset)
    .values({ key, name: plan.name, timeZone: plan.timeZone, definition, createdAt: sqlNow() });
  return { id: result.insertId, key, name: plan.name, currentLoad: null, rowsLoad: null, spread: null };
}

async function removeIfNeverLoaded(id: number) {
  const [row] = await database().select().from(dataset).where(eq(dataset.id, id));
  if (row && row.currentLoad === null) await database().delete(dataset).where(eq(dataset.id, id));
}

/** For each column of the definition, its position in the file. */
async function matchHeader(file: string, plan: LoadPlan, definition: Definition): Promise<number[]> {
  const { names } = await readHeader(file, plan.delimiter);
  if (plan.mode === 'replace') {
    if (names.length !== plan.columns.length) {
      throw new Problem(
        'columns-differ',
        `The file has ${names.length} columns; ${plan.columns.length} were set up. Look at the file again.`,
      );
    }
    return definition.columns.map((_, i) => i);
  }
  return definition.columns.map((column) => {
    const at = names.indexOf(column.name);
    if (at < 0)
      throw new Problem(
        'columns-differ',
        `The file has no column “${column.name}”, so its rows cannot be appended.`,
      );
    return at;
  });
}

interface Target {
  readonly definition: Definition;
  /** For each column of the definition, its position in the file. */
  readonly columnOrder: readonly number[];
  readonly owned: Owned;
  readonly known: StoredDataset | undefined;
}

async function loadInto(
  connection: Connection,
  file: string,
  plan: LoadPlan,
  { definition, columnOrder, owned, known }: Target,
  options: LoadOptions,
): Promise<LoadResult> {
  const load = await beginLoad(owned, plan.mode, options);
  const before = plan.mode === 'append' ? await rowsBefore(owned) : null;
  const place = before
    ? tableInUse(connection, owned, definition)
    : newTable(connection, owned, load, definition);
  let result: LoadResult;
  let columns: ColumnWriter | undefined;
  try {
    const open = await place.prepare();
    columns = await ColumnWriter.begin(owned.id, load, definition.columns, before ? owned.currentLoad : null);
    const outcome = await streamRows(file, { open, columns, plan, definition, columnOrder }, options);
    refuseNothing(outcome);
    await columns?.finish();
    const spread = place.spreadAfter(outcome.loaded);
    const read = { definition, plan, outcome, origin: options.origin, spread };
    result = { dataset: owned.key, load, loaded: outcome.loaded, refused: outcome.refused };
    const made = before
      ? rowsAdded(read, before, owned.rowsLoad!)
      : rowsReplaced(read, load, await changesOf(owned, known, { ...place, load, spread, definition }));
    await place.use(async (transaction) => {
      await putInUse(transaction, owned, load, made);
      await options.onUse?.(transaction, result);
    });
  } catch (caught) {
    const error = await place.explained(caught);
    await columns?.abandon();
    if (!(await isInUse(owned, load))) {
      await place.giveUp();
      await endLoad(load, error, options.signal?.aborted === true);
    }
    if (options.signal?.aborted)
      throw new Problem('cancelled', 'The load was cancelled. The dataset is as it was.', 409);
    throw error;
  } finally {
    await place.close();
  }
  await tidyUp(owned, load, before !== null);
  return result;
}

/** The load whose rows others are added to; null where the dataset has none yet. */
async function rowsBefore(owned: Owned): Promise<StoredLoad | null> {
  if (owned.currentLoad === null) return null;
  if (owned.rowsLoad === null)
    throw new Problem(
      'read-live',
      `“${owned.name}” is read live from another database, so nothing can be added to it here. Load the file as a dataset of its own.`,
      409,
    );
  return (await readLoad(owned.currentLoad)) ?? null;
}

/** A load of which every row is refused changes nothing: it says where the first ones went wrong. */
function refuseNothing({ loaded, refused, refusals }: StreamOutcome) {
  const [first] = refusals;
  if (loaded > 0 || refused === 0 || !first) return;
  const rows =
    refused === 1 ? 'The only row was refused' : `All ${refused.toLocaleString('en')} rows were refused`;
  const where = `line ${first.line}${first.column === '' ? '' : `, “${first.column}”`}`;
  const value = first.value === '' ? '' : ` (“${first.value}”)`;
  throw new Problem(
    'all-refused',
    `${rows}, so nothing was changed. The first at ${where}: ${first.reason}${value}. Look at how its columns are read.`,
    400,
    refusals.slice(0, 20),
  );
}

/**
 * What follows once the new rows are in use: nothing that goes wrong here, and no cancelling, can take them back. What
 * stays undone is done at the next start.
 */
async function tidyUp(owned: Owned, load: number, isAdded: boolean) {
  try {
    await removeColumns(owned.id, load);
    if (!isAdded && owned.rowsLoad !== null) await dropRows(rowsTable(owned));
    await ensureAlmanac();
  } catch (error) {
    log().error(error, 'a load is in use, but was not tidied up after');
  }
}

/** Whether a load came into use: it may have, with its answer lost on the way. */
async function isInUse(owned: Owned, load: number): Promise<boolean> {
  const [row] = await database()
    .select({ currentLoad: dataset.currentLoad })
    .from(dataset)
    .where(eq(dataset.id, owned.id));
  return row?.currentLoad === load;
}
