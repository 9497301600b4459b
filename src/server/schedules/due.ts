/** When schedules are due. */
import { CronExpressionParser } from 'cron-parser';
import { Problem } from '../problem';

/** Times between two runs, so that nobody is sent a file a minute. */
const LEAST_MINUTES = 5;
/** Missed times that are counted. */
const MOST_MISSED = 1000;

function parsed(cron: string, timeZone: string, after: number) {
  if (cron.trim().split(/\s+/).length !== 5)
    throw new Problem(
      'bad-cron',
      'Five fields: minute, hour, day of the month, month, weekday, as in 0 7 * * 1-5.',
    );
  try {
    return CronExpressionParser.parse(cron, { tz: timeZone, currentDate: new Date(after) });
  } catch (error) {
    throw new Problem(
      'bad-cron',
      `“${cron}” tells no time: ${error instanceof Error ? error.message : 'it cannot be read'}.`,
    );
  }
}

/** The first time after a moment (both milliseconds since 1970-01-01 UTC). Throws a `Problem` for what tells no time. */
export function nextDue(cron: string, timeZone: string, after: number): number {
  try {
    return parsed(cron, timeZone, after).next().getTime();
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw new Problem('bad-cron', `“${cron}” never comes.`);
  }
}

/** Throws a `Problem` where an expression tells no time, or comes too often. */
export function checkCron(cron: string, timeZone: string, now: number): void {
  const times = parsed(cron, timeZone, now);
  let before = nextDue(cron, timeZone, now);
  times.next();
  for (let i = 0; i < 20; i++) {
    let at: number;
    try {
      at = times.next().getTime();
    } catch {
      return;
    }
    if (at - before < LEAST_MINUTES * 60_000)
      throw new Problem('bad-cron', `It would come more often than every ${LEAST_MINUTES} minutes.`);
    before = at;
  }
}

/** How many times fell between one that was due (itself not counted) and now, at most a thousand. */
export function missedSince(cron: string, timeZone: string, due: number, now: number): number {
  const times = parsed(cron, timeZone, due);
  for (let missed = 0; missed < MOST_MISSED; missed++) {
    if (times.next().getTime() > now) return missed;
  }
  return MOST_MISSED;
}
