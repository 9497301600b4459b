/** A number that grows with every change of what dashboards are made of, whichever process makes it. */
import { sql } from 'drizzle-orm';
import { database, selectRows } from '../database/connection';
import { setting } from '../database/schema';
import { once } from '../once';

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
export function answerBasis(): Promise<string | null> {
  const line = once('answer basis', (): Line => ({ running: null, next: null }));
  if (!line.running) return (line.running = readBasis().finally(() => (line.running = null)));
  // One that is under way may have begun before a change that is known already, so the next one is waited for.
  const { running } = line;
  line.next ??= running
    .catch(() => null)
    .then(() => {
      line.next = null;
      return answerBasis();
    });
  return line.next;
}

/** The look at the database that is under way, and the one that all who ask meanwhile share. */
interface Line {
  running: Promise<string | null> | null;
  next: Promise<string | null> | null;
}

async function readBasis(): Promise<string | null> {
  const { revision, load, live } = await readRevision();
  return live > 0 ? null : `${revision} ${load} ${Math.floor(Date.now() / SAME_DAY_MS)}`;
}

/** The revision, the newest load that is done, and how many datasets are read live. */
export async function readRevision(): Promise<{ revision: number; load: number; live: number }> {
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
