/** Makes the column file of rows that are in the database already: after a restore, or where it was damaged. */
import { selectRows } from '../database/connection';
import { dayNumberSql } from '../answers/conditionSql';
import type { ReadCell } from '../datasets/cells';
import { physicalDay, physicalName, rowsTable } from '../datasets/definition';
import { findDataset, type StoredDataset } from '../datasets/repository';
import { whileNodesAnswer } from '../nodes/nodes';
import { partsOf } from '../nodes/parts';
import { kindOf, removeColumns } from './columnFile';
import { ColumnWriter } from './columnWriter';

/** Rows that are read at once. */
const CHUNK_ROWS = 20_000;

/** Reads all rows of the load in use once. What a load that comes meanwhile has made is left alone. */
export async function rebuildColumns(stored: StoredDataset): Promise<void> {
  const load = stored.currentLoad;
  if (load === null || stored.origin?.mode === 'live') return;
  const { columns } = stored.definition;
  const parts = partsOf(rowsTable(stored), stored.spread);
  const writer = await ColumnWriter.begin(stored.id, load, columns, null);
  if (!writer) return;
  const list = columns.map((column, i) =>
    kindOf(column) === 'days' ? dayNumberSql(physicalDay(columns, column.key)) : physicalName(i),
  );
  try {
    for (let last = 0; ;) {
      const rows = await whileNodesAnswer(parts.nodes, () =>
        selectRows<Record<string, string | number | null>>(
          `SELECT row_id, ${list.map((text, i) => `${text} AS v${i}`).join(', ')}
           FROM ${parts.from} WHERE row_id > ? ORDER BY row_id LIMIT ${CHUNK_ROWS}`,
          [last],
        ),
      );
      for (const row of rows)
        writer.add(
          columns.map((column, i): ReadCell => {
            const value = row[`v${i}`] ?? null;
            if (value === null) return { ok: true, sql: null, day: null };
            return { ok: true, sql: String(value), day: kindOf(column) === 'days' ? Number(value) : null };
          }),
        );
      await writer.written();
      if (rows.length < CHUNK_ROWS) break;
      last = Number(rows.at(-1)!.row_id);
    }
    await writer.finish();
  } catch (error) {
    await writer.abandon();
    throw error;
  }
  const now = (await findDataset(stored.key)).currentLoad;
  if (now !== load) await removeColumns(stored.id, now);
}
