/** A number that grows with every change of what dashboards are made of, whichever process makes it. */
import { sql } from 'drizzle-orm';
import { database, selectRows } from '../database/connection';
import { setting } from '../database/schema';
import { once } from '../once';
import { SharedLook } from '../sharedLook';

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
  const { revision, load, live } = await readRevision();
  return live > 0 ? null : `${revision} ${load} ${Math.floor(Date.now() / SAME_DAY_MS)}`;
}

interface Revision {
  readonly revision: number;
  /** The newest load that is done; 0 where there is none. */
  readonly load: number;
  /** How many datasets are read live. */
  readonly live: number;
}

/** What there is now, looked for once for all who ask at the same time. */
export const readRevision = (): Promise<Revision> =>
  once('looks for the revision', () => new SharedLook(lookNow)).take();

async function lookNow(): Promise<Revision> {
  const [row] = await selectRows<{ revision: string | null; load: number | null; live: number }>(
    `SELECT (SELECT value FROM setting WHERE name = ?) AS revision,
            (SELECT MAX(id) FROM dataset_load WHERE status = 'done') AS \`load\`,
            (SELECT COUNT(*) FROM dataset WHERE deleted_at IS NULL AND JSON_VALUE(origin, '$.mode') = 'live') AS live`,
    [NAME],
  );
  return {
    revision: Number(row?.revision ?? 0),
    load: Number(row?.load ?? 0),
    live: Number(row?.live ?? 0),
  };
}
