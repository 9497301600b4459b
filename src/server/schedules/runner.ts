/** Makes what is due: looks every few seconds, makes one after the other, and catches up on what was missed. */
import { callerBehind } from '../accounts/callerOf';
import { dashboardRight } from '../accounts/dashboardRights';
import { forCaller, forOurselves } from '../caller';
import { utcTime } from '../database/connection';
import { log } from '../log';
import { lookEvery } from '../lookEvery';
import { Problem } from '../problem';
import { missedSince, nextDue } from './due';
import { makeScheduled } from './make';
import {
  beginRun,
  bringTimesBack,
  claimRun,
  dueSchedules,
  endRun,
  scheduleRow,
  takeUpInterrupted,
  type ScheduleRow,
} from './repository';

const LOOK_MS = 15_000;
/** A run that is this old belongs to a process that is gone. */
const LONGEST_RUN_MS = 10 * 60_000;

/** Works with the rights that whoever made a schedule has now. Throws a `Problem` where they have none any more. */
async function onBehalfOf<T>({ madeBy, dashboardId }: ScheduleRow, work: () => Promise<T>): Promise<T> {
  if (madeBy === null) return forOurselves(work);
  const caller = await callerBehind(madeBy);
  if (!caller || !(await dashboardRight(caller, dashboardId)))
    throw new Problem('not-allowed', 'Whoever made this schedule may not see the dashboard any more.', 403);
  return forCaller(undefined, caller, work);
}

/** Makes a run that was begun, and notes how it ended. */
async function makeRun(run: number, row: ScheduleRow, due: string): Promise<void> {
  try {
    await endRun(run, row.id, { file: await onBehalfOf(row, () => makeScheduled(row, due)) });
  } catch (error) {
    const message =
      error instanceof Problem ? error.message : 'Something went wrong here; the server’s log says more.';
    if (!(error instanceof Problem)) log().error(error, 'schedule failed');
    await endRun(run, row.id, { message });
  }
}

/** Makes all that is due at a moment; of times that were missed the last one, once. Gives how many runs it made. */
export async function runDue(now: number): Promise<number> {
  await takeUpInterrupted(now - LONGEST_RUN_MS);
  await bringTimesBack(now);
  let made = 0;
  for (const row of await dueSchedules(now)) {
    const due = Date.parse(utcTime(row.nextDue));
    const missed = missedSince(row.cron, row.timeZone, due, now);
    const run = await claimRun(row, nextDue(row.cron, row.timeZone, now), missed);
    if (run === undefined) continue;
    await makeRun(run, row, row.nextDue);
    made++;
  }
  return made;
}

/** Makes a schedule's file now, at the word of a person; ends when it is made. */
export async function runNow(id: number): Promise<void> {
  const row = await scheduleRow(id);
  const run = await beginRun(row);
  await makeRun(run, row, new Date().toISOString().replace('T', ' ').slice(0, 19));
}

/** Looks for what is due from now on, as long as this process lives. */
export function startSchedules(): void {
  lookEvery(
    'schedules',
    LOOK_MS,
    () => forOurselves(() => runDue(Date.now())),
    'schedules could not be looked at',
  );
}
