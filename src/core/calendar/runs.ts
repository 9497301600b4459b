/**
 * Day runs: a set of days as sorted closed intervals that neither overlap nor touch. Both ends are
 * inclusive; an open end is -Infinity or Infinity. The empty set is `[]`.
 */
import type { Day } from './day';

export interface DayRun {
  readonly start: Day;
  readonly end: Day;
}
export type DayRuns = readonly DayRun[];

/** Every day there is. */
export const ALL_DAYS: DayRuns = [{ start: -Infinity, end: Infinity }];

/** Whether the runs are every day there is. */
export function isEveryDay(runs: DayRuns): boolean {
  return runs.length === 1 && runs[0]!.start === -Infinity && runs[0]!.end === Infinity;
}

/** Sorted, merged runs of any intervals, in any order; intervals that end before they start are dropped. */
export function normalizeRuns(intervals: readonly DayRun[]): DayRuns {
  const sorted = intervals.filter((run) => run.start <= run.end).sort((a, b) => a.start - b.start);
  const runs: { start: Day; end: Day }[] = [];
  for (const run of sorted) {
    const last = runs[runs.length - 1];
    if (last && run.start <= last.end + 1) last.end = Math.max(last.end, run.end);
    else runs.push({ start: run.start, end: run.end });
  }
  return runs;
}

/** The runs of days given in ascending order (repeats allowed). */
export function runsOfDays(days: Iterable<Day>): DayRuns {
  const runs: { start: Day; end: Day }[] = [];
  for (const day of days) {
    const last = runs[runs.length - 1];
    if (last && day <= last.end + 1) last.end = day;
    else runs.push({ start: day, end: day });
  }
  return runs;
}

/**
 * Runs as they can be told apart where a step is so many days: those with less than a step between them are one. What is
 * drawn never needs more of them than there are steps.
 */
export function joinedRuns(runs: DayRuns, step: number): DayRuns {
  const joined: { start: Day; end: Day }[] = [];
  for (const run of runs) {
    const last = joined[joined.length - 1];
    if (last && run.start - last.end - 1 < step) last.end = run.end;
    else joined.push({ start: run.start, end: run.end });
  }
  return joined;
}

export function unionRuns(...sets: readonly DayRuns[]): DayRuns {
  return normalizeRuns(sets.flat());
}

export function intersectRuns(a: DayRuns, b: DayRuns): DayRuns {
  const runs: DayRun[] = [];
  let i = 0;
  let j = 0;
  while (i < a.length && j < b.length) {
    const left = a[i]!;
    const right = b[j]!;
    const start = Math.max(left.start, right.start);
    const end = Math.min(left.end, right.end);
    if (start <= end) runs.push({ start, end });
    if (left.end < right.end) i++;
    else j++;
  }
  return runs;
}

/** The days of `a` that are not in `b`. */
export function subtractRuns(a: DayRuns, b: DayRuns): DayRuns {
  const gaps: DayRun[] = [];
  let from = -Infinity;
  for (const run of b) {
    if (run.start > from) gaps.push({ start: from, end: run.start - 1 });
    from = run.end + 1;
  }
  if (from < Infinity) gaps.push({ start: from, end: Infinity });
  return intersectRuns(a, gaps);
}

/** Number of days in the runs; Infinity when an end is open. */
export function countDays(runs: DayRuns): number {
  let days = 0;
  for (const run of runs) days += run.end - run.start + 1;
  return days;
}

/** Index of the first run that ends at or after the day; `runs.length` if there is none. */
function runAtOrAfter(runs: DayRuns, day: Day): number {
  let low = 0;
  let high = runs.length;
  while (low < high) {
    const middle = (low + high) >> 1;
    if (runs[middle]!.end < day) low = middle + 1;
    else high = middle;
  }
  return low;
}

export function containsDay(runs: DayRuns, day: Day): boolean {
  const run = runs[runAtOrAfter(runs, day)];
  return run !== undefined && run.start <= day;
}

/** Number of days of the runs in [start, end]. */
export function countDaysIn(runs: DayRuns, start: Day, end: Day): number {
  let days = 0;
  for (let i = runAtOrAfter(runs, start); i < runs.length && runs[i]!.start <= end; i++) {
    days += Math.min(end, runs[i]!.end) - Math.max(start, runs[i]!.start) + 1;
  }
  return days;
}

/** The first day of the runs at or after the day. */
export function nextDayIn(runs: DayRuns, day: Day): Day | undefined {
  const run = runs[runAtOrAfter(runs, day)];
  return run === undefined ? undefined : Math.max(day, run.start);
}

/** The last day of the runs at or before the day. */
export function previousDayIn(runs: DayRuns, day: Day): Day | undefined {
  const at = runAtOrAfter(runs, day);
  const run = runs[at];
  if (run && run.start <= day) return day;
  return runs[at - 1]?.end;
}

/** The day of the runs nearest to the day; of two equally near, the later. */
export function nearestDayIn(runs: DayRuns, day: Day): Day | undefined {
  const next = nextDayIn(runs, day);
  const previous = previousDayIn(runs, day);
  if (next === undefined || previous === undefined) return next ?? previous;
  return next - day <= day - previous ? next : previous;
}

export function sameRuns(a: DayRuns, b: DayRuns): boolean {
  return a.length === b.length && a.every((run, i) => run.start === b[i]!.start && run.end === b[i]!.end);
}
