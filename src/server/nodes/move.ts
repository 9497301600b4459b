/** Moves the rows of a dataset: onto the nodes that there are now, or back here. */
import { eq } from 'drizzle-orm';
import type { Connection } from 'mysql2/promise';
import { dedicatedConnection, sqlNow } from '../database/connection';
import { readLines } from '../database/lines';
import { dataset, datasetLoad } from '../database/schema';
import { physicalName, rowsTable } from '../datasets/definition';
import { holdDataset, letGo } from '../datasets/holding';
import { beginLoad, endLoad } from '../datasets/loadRecord';
import { newTable, type RowsPlace } from '../datasets/place';
import { findDataset, readLoad, type StoredDataset } from '../datasets/repository';
import { bumpRevision } from '../model/revision';
import { Problem } from '../problem';
import { nodeNames, whileNodesAnswer } from './nodes';
import { dropRows, partsOf } from './parts';

/** Lines that are gathered before they go on. */
const STRETCH = 5000;

/**
 * Moves all rows of a dataset onto the nodes `to` (none: here), into a new table that takes the place of the old one at
 * once; figures and what is held of them stay as they are. Gives how many rows were moved. Throws a `Problem` where it
 * is being loaded, is read live, or a node is away; nothing is changed then.
 */
export async function moveRows(key: string, to: readonly string[]): Promise<number> {
  const connection = await dedicatedConnection();
  try {
    await holdDataset(connection, await findDataset(key));
    const stored = await findDataset(key);
    if (stored.currentLoad === null || stored.rowsLoad === null)
      throw new Problem('no-rows-here', `“${stored.name}” has no rows of its own that could be moved.`, 409);
    return await moveInto(connection, stored, stored.currentLoad, to);
  } finally {
    await letGo(connection).catch(() => undefined);
    await connection.end().catch(() => connection.destroy());
  }
}

async function moveInto(
  connection: Connection,
  stored: StoredDataset,
  currentLoad: number,
  to: readonly string[],
): Promise<number> {
  const known = (await readLoad(currentLoad))!.rowsTotal;
  const source = to.length > 0 ? `spread over ${to.join(', ')}` : 'gathered from the nodes';
  const load = await beginLoad(stored, 'move', { source, actor: 'command' });
  const writer = await dedicatedConnection();
  const place = newTable(writer, stored, load, stored.definition, to);
  try {
    const rows = await copyInto(connection, stored, place);
    if (rows !== known) throw new Error(`There were ${rows} rows where ${known} were in use`);
    await place.use(async (transaction) => {
      const spread = place.spreadAfter(rows);
      await transaction.update(dataset).set({ rowsLoad: load, spread }).where(eq(dataset.id, stored.id));
      await transaction
        .update(datasetLoad)
        .set({ status: 'done', finishedAt: sqlNow(), rowsTotal: rows })
        .where(eq(datasetLoad.id, load));
    });
  } catch (caught) {
    const error = await place.explained(caught);
    if ((await findDataset(stored.key)).rowsLoad !== load) {
      await place.giveUp();
      await endLoad(load, error, false);
    }
    throw error;
  } finally {
    await place.close();
    await writer.end().catch(() => writer.destroy());
  }
  // Whoever knows the datasets by heart learns where the rows lie now.
  await bumpRevision();
  await dropRows(rowsTable(stored));
  return known;
}

/** Sends the rows in use to their new place, in the order of their numbers; gives how many they are. */
async function copyInto(connection: Connection, stored: StoredDataset, place: RowsPlace): Promise<number> {
  const { from, nodes } = partsOf(rowsTable(stored), stored.spread);
  const stop = new AbortController();
  const sink = (await place.prepare())(stop.signal);
  const list = stored.definition.columns.map((_, i) => physicalName(i)).join(', ');
  const send = async () => {
    let sent = 0;
    let waiting: string[] = [];
    for await (const line of readLines(connection, `SELECT ${list} FROM ${from} ORDER BY row_id`, 'utf8')) {
      waiting.push(line);
      if (waiting.length < STRETCH) continue;
      sent += waiting.length;
      await sink.take(waiting);
      waiting = [];
    }
    if (waiting.length > 0) await sink.take(waiting);
    sink.close();
    return sent + waiting.length;
  };
  const sending = whileNodesAnswer(nodes, send).catch((error: unknown) => {
    stop.abort();
    throw error;
  });
  const taking = sink.taken.catch((error: unknown) => {
    stop.abort();
    connection.destroy();
    throw error;
  });
  const [sent, taken] = await Promise.allSettled([sending, taking]);
  const isStopped = taken.status === 'rejected' && taken.reason instanceof Problem;
  if (taken.status === 'rejected' && !isStopped) throw taken.reason;
  if (sent.status === 'rejected') throw sent.reason;
  if (taken.status === 'rejected') throw taken.reason;
  if (sent.value !== taken.value) throw new Error(`The new place took ${taken.value} rows of ${sent.value}`);
  return taken.value;
}

/** Moves all rows of a dataset onto the nodes that the settings have. */
export async function spreadRows(key: string): Promise<number> {
  const to = nodeNames();
  if (to.length === 0)
    throw new Problem('no-nodes', 'There are no nodes among the settings to spread rows over.', 409);
  return moveRows(key, to);
}
