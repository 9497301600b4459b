/** Work in the background as it is stored, where every process sees it. Moments are told by the clock of the database. */
import { and, eq, lt, sql } from 'drizzle-orm';
import type { JobReport } from '../../contract/jobs';
import { database, type Database } from '../database/connection';
import { job } from '../database/schema';
import type { Progress } from '../datasets/profile';
import { Problem } from '../problem';
import { TASK_KINDS, type Task } from './task';

export type JobRow = typeof job.$inferSelect;
type Place = Pick<JobRow, 'id' | 'owner'>;

/** Work that is done is known for an hour. */
const KEPT = sql`UTC_TIMESTAMP(3) - INTERVAL 1 HOUR`;
/** Whoever works shows a sign several times in this time, in seconds; without one, others take the work. */
const LOST_SECONDS = 10;
const LOST = sql`UTC_TIMESTAMP(3) - INTERVAL ${sql.raw(String(LOST_SECONDS))} SECOND`;
const NOW = sql`UTC_TIMESTAMP(3)`;

export function reportOf({ id, kind, state, rows, refused, bytes, totalBytes, ...row }: JobRow): JobReport {
  const result = state === 'done' ? row.result : null;
  return { id, kind, state, rows, refused, bytes, totalBytes, result, error: row.error };
}

/** Stores work that begins. */
export async function insertJob(
  id: string,
  owner: string,
  task: Task,
  totalBytes: number,
  person: string | null,
) {
  await database()
    .insert(job)
    .values({ id, kind: TASK_KINDS[task.do], task, person, totalBytes, owner, aliveAt: NOW, createdAt: NOW });
}

/** Throws a `Problem` for work that is not known, or not any more. */
export async function readRow(id: string): Promise<JobRow> {
  const [row] = await database().select().from(job).where(eq(job.id, id));
  if (!row) throw new Problem('no-such-job', 'This work is not known here any more.', 404);
  return row;
}

/** That of one that still runs here. */
const ownRunning = ({ id, owner }: Place) =>
  and(eq(job.id, id), eq(job.owner, owner), eq(job.state, 'running'));

/** Shows that it goes on, and tells whether it is to: another may have taken it, somebody may want it no more. */
export async function showSign(place: Place, progress: Progress): Promise<'goes on' | 'taken' | 'cancelled'> {
  const { rows, refused, bytes } = progress;
  const [kept] = await database()
    .update(job)
    .set({ rows, refused, bytes, aliveAt: NOW })
    .where(ownRunning(place));
  if (kept.affectedRows === 0) return 'taken';
  return (await readRow(place.id)).cancelAsked ? 'cancelled' : 'goes on';
}

type End = Partial<Pick<JobRow, 'result' | 'error' | 'rows' | 'refused' | 'bytes'>> & {
  readonly state: Exclude<JobReport['state'], 'running'>;
};

/**
 * Keeps what work has led to before all of it is done, on the connection that is given; false where it is another's by
 * now.
 */
export async function keepResult(
  on: Pick<Database, 'update'>,
  place: Place,
  result: unknown,
): Promise<boolean> {
  const [kept] = await on.update(job).set({ result }).where(ownRunning(place));
  return kept.affectedRows > 0;
}

/** Says how it ended; without effect where it is another's by now, or has ended. */
export async function endJob(place: Place, end: End): Promise<void> {
  await database()
    .update(job)
    .set({ ...end, finishedAt: NOW })
    .where(ownRunning(place));
}

/** Says that whoever finds it may take it. */
export async function handBack(place: Place): Promise<void> {
  await database()
    .update(job)
    .set({ aliveAt: sql`UTC_TIMESTAMP(3) - INTERVAL 1 DAY` })
    .where(ownRunning(place));
}

/** Says that somebody does not want it any more. */
export async function askToCancel(id: string): Promise<void> {
  await database()
    .update(job)
    .set({ cancelAsked: true })
    .where(and(eq(job.id, id), eq(job.state, 'running')));
}

/**
 * Takes work whose process shows no sign any more; of several processes one gets each. `goesOn` says what this process is
 * at itself: after a sleep of the machine it has shown no sign either.
 */
export async function claimLost(
  owner: string,
  goesOn: (id: string) => boolean = () => false,
): Promise<JobRow[]> {
  const claimed: JobRow[] = [];
  const lost = await database()
    .select()
    .from(job)
    .where(and(eq(job.state, 'running'), lt(job.aliveAt, LOST)));
  for (const row of lost.filter(({ id }) => !goesOn(id))) {
    const [taken] = await database()
      .update(job)
      .set({ owner, aliveAt: NOW, begun: row.begun + 1 })
      .where(and(ownRunning(row), eq(job.begun, row.begun)));
    if (taken.affectedRows > 0) claimed.push({ ...row, owner, begun: row.begun + 1 });
  }
  return claimed;
}

export async function removeOldJobs(): Promise<void> {
  await database().delete(job).where(lt(job.finishedAt, KEPT));
}
