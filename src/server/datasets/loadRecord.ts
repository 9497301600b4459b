/** What is stored of a load from its beginning to its end. */
import path from 'node:path';
import { eq } from 'drizzle-orm';
import { database, sqlNow } from '../database/connection';
import { datasetLoad } from '../database/schema';

/** Stores that a load begins; its number. */
export async function beginLoad(
  owned: { readonly id: number },
  mode: 'replace' | 'append' | 'move',
  { source, actor }: { readonly source: string; readonly actor?: 'page' | 'command' | 'demo' | undefined },
): Promise<number> {
  const [inserted] = await database()
    .insert(datasetLoad)
    .values({
      datasetId: owned.id,
      mode,
      status: 'running',
      source: path.basename(source),
      startedAt: sqlNow(),
      actor: actor ?? 'page',
      rowsLoaded: 0,
      rowsRefused: 0,
      rowsTotal: 0,
      bytes: 0,
    });
  return inserted.insertId;
}

/** Stores that a load came to nothing, and why. */
export async function endLoad(load: number, error: unknown, cancelled: boolean): Promise<void> {
  const message = error instanceof Error ? error.message : String(error);
  await database()
    .update(datasetLoad)
    .set({
      status: cancelled ? 'cancelled' : 'failed',
      finishedAt: sqlNow(),
      message: message.slice(0, 1000),
    })
    .where(eq(datasetLoad.id, load));
}
