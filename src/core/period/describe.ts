/** Windows in words: the shortest clear form, with the number of days. */
import { dayCountWords, dayWords, shortDayWords, unitWords, windowWords } from '../calendar/names';
import type { CalendarRule } from '../calendar/rule';
import { countDays, type DayRun, type DayRuns } from '../calendar/runs';
import { end, start, type Unit } from '../calendar/units';

/** Units that have a name of their own, the shortest description first. */
const NAMED: readonly Unit[] = [
  'year',
  'quarter',
  'month',
  'week',
  'fiscal year',
  'fiscal quarter',
  'fiscal month',
];

/** The days of one stretch: "March 2025", "3 Mar – 1 Jun 2025", "from 3 Mar 2025"; ends inclusive. */
function runWords(run: DayRun, rule: CalendarRule): string {
  const openStart = run.start === -Infinity;
  const openEnd = run.end === Infinity;
  if (openStart && openEnd) return 'every day';
  if (openStart) return `up to ${shortDayWords(run.end, true)}`;
  if (openEnd) return `from ${shortDayWords(run.start, true)}`;
  if (run.start === run.end) return dayWords(run.start);
  const unit = NAMED.find(
    (candidate) =>
      start(candidate, run.start, rule) === run.start && end(candidate, run.start, rule) === run.end,
  );
  return unit ? unitWords(unit, run.start, rule) : windowWords(run.start, run.end);
}

/** Most stretches that are named one by one. */
const MOST_NAMED = 3;

/** The days of a window, without their number: several stretches are named, or counted when there are many. */
export function runsWords(runs: DayRuns, rule: CalendarRule): string {
  const first = runs[0];
  const last = runs[runs.length - 1];
  if (!first || !last) return 'no day';
  if (runs.length <= MOST_NAMED) return runs.map((run) => runWords(run, rule)).join(' and ');
  return `${runs.length} stretches, ${runWords({ start: first.start, end: last.end }, rule)}`;
}

/** A window in words with its number of days: "3 Mar – 1 Jun 2025 · 91 days"; open windows have no number. */
export function describeRuns(runs: DayRuns, rule: CalendarRule): string {
  const days = countDays(runs);
  const words = runsWords(runs, rule);
  return Number.isFinite(days) && days > 0 ? `${words} · ${dayCountWords(days)}` : words;
}
