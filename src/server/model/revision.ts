/** A number that grows with every change of what dashboards are made of, whichever process makes it. */
import { sql } from 'drizzle-orm';
import { database, selectRows } from '../database/connection';
import { setting } from '../database/schema';

const NAME = 'model-revision';

/** Says that the model changed. */
export async function bumpRevision(): Promise<void> {
  await database()
    .insert(setting)
    .values({ name: NAME, value: '1' })
    .onDuplicateKeyUpdate({ set: { value: sql`CAST(${setting.value} AS UNSIGNED) + 1` } });
}

/** The revision and the newest load that is done. */
export async function readRevision(): Promise<{ revision: number; load: number }> {
  const [row] = await selectRows<{ revision: string | null; load: number | null }>(
    `SELECT (SELECT value FROM setting WHERE name = ?) AS revision,
            (SELECT MAX(id) FROM dataset_load WHERE status = 'done') AS \`load\``,
    [NAME],
  );
  return { revision: Number(row?.revision ?? 0), load: Number(row?.load ?? 0) };
}
