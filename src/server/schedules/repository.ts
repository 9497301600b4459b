/** Schedules as they are stored, with their last runs. */
import { and, desc, eq, gt, isNull, lte } from 'drizzle-orm';
import type { Schedule, StoredSchedule } from '../../contract/schedules';
import { currentCaller } from '../caller';
import { database, sqlNow, sqlTime, utcTime } from '../database/connection';
import { dashboard, schedule, scheduleRun } from '../database/schema';
import { revisionOf } from '../dashboards/read';
import { Problem } from '../problem';
import { checkCron, nextDue } from './due';

/** Schedules of a dashboard at most; runs that are shown, and that are kept. */
const MOST = 50;
const SHOWN_RUNS = 10;
const KEPT_RUNS = 100;

export type ScheduleRow = typeof schedule.$inferSelect;
type RunRow = typeof scheduleRun.$inferSelect;

const addresses = (text: string) => text.split(',').filter((entry) => entry !== '');

function shownRun({
  dueAt,
  startedAt,
  finishedAt,
  status,
  missed,
  file,
  message,
}: RunRow): StoredSchedule['runs'][number] {
  return {
    dueAt: utcTime(dueAt),
    startedAt: utcTime(startedAt),
    finishedAt: finishedAt && utcTime(finishedAt),
    status: status as StoredSchedule['runs'][number]['status'],
    missed,
    file,
    message,
  };
}

async function shown(row: ScheduleRow): Promise<StoredSchedule> {
  const runs = await database()
    .select()
    .from(scheduleRun)
    .where(eq(scheduleRun.scheduleId, row.id))
    .orderBy(desc(scheduleRun.id))
    .limit(SHOWN_RUNS);
  const { dashboardId: _, madeBy: __, mailTo, nextDue: due, format, ...rest } = row;
  return {
    ...rest,
    format: format as StoredSchedule['format'],
    mailTo: addresses(mailTo),
    nextDue: utcTime(due),
    runs: runs.map(shownRun),
  };
}

/** The schedules of a dashboard, by name. Throws a `Problem` where there is no such dashboard. */
export async function listSchedules(dashboardId: number): Promise<StoredSchedule[]> {
  await revisionOf(dashboardId);
  const rows = await database()
    .select()
    .from(schedule)
    .where(eq(schedule.dashboardId, dashboardId))
    .orderBy(schedule.name, schedule.id);
  return Promise.all(rows.map(shown));
}

function rowOf(given: Schedule, now: number) {
  checkCron(given.cron, given.timeZone, now);
  return {
    ...given,
    mailTo: given.mailTo.join(','),
    nextDue: sqlTime(nextDue(given.cron, given.timeZone, now)),
  };
}

/** Stores a new one. Throws a `Problem` for a time that cannot be read. */
export async function addSchedule(dashboardId: number, given: Schedule): Promise<StoredSchedule> {
  const all = await listSchedules(dashboardId);
  if (all.length >= MOST) throw new Problem('too-many', `A dashboard has at most ${MOST} schedules.`, 409);
  const [made] = await database()
    .insert(schedule)
    .values({ dashboardId, madeBy: currentCaller().person, ...rowOf(given, Date.now()) });
  return shown(await scheduleRow(made.insertId));
}

const gone = (id: number) => new Problem('no-such-schedule', `There is no schedule ${id} any more.`, 404);

export async function scheduleRow(id: number): Promise<ScheduleRow> {
  const [row] = await database().select().from(schedule).where(eq(schedule.id, id));
  if (!row) throw gone(id);
  return row;
}

/** Changes one; it is due next at the first time from now on. */
export async function changeSchedule(id: number, given: Schedule): Promise<StoredSchedule> {
  await scheduleRow(id);
  await database().update(schedule).set(rowOf(given, Date.now())).where(eq(schedule.id, id));
  return shown(await scheduleRow(id));
}

export async function deleteSchedule(id: number): Promise<void> {
  await scheduleRow(id);
  await database().transaction(async (transaction) => {
    await transaction.delete(scheduleRun).where(eq(scheduleRun.scheduleId, id));
    await transaction.delete(schedule).where(eq(schedule.id, id));
  });
}

/** Those that are due at a moment (milliseconds since 1970-01-01 UTC); what lies in the bin waits there. */
export async function dueSchedules(now: number): Promise<ScheduleRow[]> {
  const rows = await database()
    .select({ schedule })
    .from(schedule)
    .innerJoin(dashboard, eq(dashboard.id, schedule.dashboardId))
    .where(and(eq(schedule.enabled, true), lte(schedule.nextDue, sqlTime(now)), isNull(dashboard.deletedAt)))
    .orderBy(schedule.nextDue, schedule.id);
  return rows.map((row) => row.schedule);
}

/**
 * Next times that lie beyond the first one after `now` come back to it: a clock that had jumped ahead, and was put right,
 * would otherwise leave schedules waiting for as long as it was wrong.
 */
export async function bringTimesBack(now: number): Promise<void> {
  const rows = await database()
    .select()
    .from(schedule)
    .where(and(eq(schedule.enabled, true), gt(schedule.nextDue, sqlTime(now))));
  for (const row of rows) {
    const next = sqlTime(nextDue(row.cron, row.timeZone, now));
    if (row.nextDue > next)
      await database()
        .update(schedule)
        .set({ nextDue: next })
        .where(and(eq(schedule.id, row.id), eq(schedule.nextDue, row.nextDue)));
  }
}

/**
 * Takes a run of a schedule, so that of several processes exactly one makes it; undefined where another took it. Its
 * next time is set in the same step: whatever happens to the run, it does not come twice.
 */
export async function claimRun(row: ScheduleRow, next: number, missed: number): Promise<number | undefined> {
  return database().transaction(async (transaction) => {
    const [taken] = await transaction
      .update(schedule)
      .set({ nextDue: sqlTime(next) })
      .where(and(eq(schedule.id, row.id), eq(schedule.nextDue, row.nextDue)));
    if (taken.affectedRows === 0) return undefined;
    return startRun(transaction, row.id, row.nextDue, missed);
  });
}

/** A run at the word of a person; its times stay as they are. */
export const beginRun = (row: ScheduleRow): Promise<number> => startRun(database(), row.id, sqlNow(), 0);

async function startRun(
  on: Pick<ReturnType<typeof database>, 'insert'>,
  scheduleId: number,
  dueAt: string,
  missed: number,
): Promise<number> {
  const [made] = await on
    .insert(scheduleRun)
    .values({ scheduleId, dueAt, startedAt: sqlNow(), status: 'running', missed });
  return made.insertId;
}

/** Ends a run with its file, or with what went wrong; of many runs the newest are kept. */
export async function endRun(
  id: number,
  scheduleId: number,
  end: { readonly file: string } | { readonly message: string },
): Promise<void> {
  const isDone = 'file' in end;
  await database()
    .update(scheduleRun)
    .set({
      finishedAt: sqlNow(),
      status: isDone ? 'done' : 'failed',
      file: isDone ? end.file.slice(0, 500) : null,
      message: isDone ? null : end.message.slice(0, 1000),
    })
    .where(eq(scheduleRun.id, id));
  const [oldest] = await database()
    .select({ id: scheduleRun.id })
    .from(scheduleRun)
    .where(eq(scheduleRun.scheduleId, scheduleId))
    .orderBy(desc(scheduleRun.id))
    .offset(KEPT_RUNS)
    .limit(1);
  if (oldest)
    await database()
      .delete(scheduleRun)
      .where(and(eq(scheduleRun.scheduleId, scheduleId), lte(scheduleRun.id, oldest.id)));
}

/** Runs that a process left when it ended, started before a moment: told as such, and due again at once. */
export async function takeUpInterrupted(before: number): Promise<number> {
  const left = await database()
    .select()
    .from(scheduleRun)
    .where(and(eq(scheduleRun.status, 'running'), lte(scheduleRun.startedAt, sqlTime(before))));
  for (const run of left) {
    const [taken] = await database()
      .update(scheduleRun)
      .set({
        status: 'interrupted',
        finishedAt: sqlNow(),
        message: 'Dathen was stopped while it ran; it is made again.',
      })
      .where(and(eq(scheduleRun.id, run.id), eq(scheduleRun.status, 'running')));
    if (taken.affectedRows > 0)
      await database().update(schedule).set({ nextDue: run.dueAt }).where(eq(schedule.id, run.scheduleId));
  }
  return left.length;
}
