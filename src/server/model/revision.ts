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

/** Answers are kept no longer than this, in milliseconds: the day ends at some of these moments, wherever one is. */
const SAME_DAY_MS = 15 * 60_000;

/**
 * What answers follow from beside the question: data, model and day. Null where tables of other databases are read
 * live, since nobody tells when these change.
 */
export async function answerBasis(): Promise<string | null> {
  const [row] = await selectRows<{ live: number }>(
    `SELECT COUNT(*) AS live FROM dataset
     WHERE deleted_at IS NULL AND origin IS NOT NULL AND JSON_VALUE(origin, '$.mode') = 'live'`,
  );
  if (Number(row?.live ?? 0) > 0) return null;
  const { revision, load } = await readRevision();
  return `${revision} ${load} ${Math.floor(Date.now() / SAME_DAY_MS)}`;
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
