/** Windows and coverage in words, as the interface says them. */
import { dayCountWords, shortDayWords, windowWords } from '../../core/calendar/names';
import { countDays, type DayRuns } from '../../core/calendar/runs';

/** "3 Mar – 1 Jun 2025", "from 3 Mar 2025", "up to 1 Jun 2025", "every day", "no day". */
export function runsWords(runs: DayRuns): string {
  const first = runs[0];
  const last = runs[runs.length - 1];
  if (!first || !last) return 'no day';
  const openStart = first.start === -Infinity;
  const openEnd = last.end === Infinity;
  if (openStart && openEnd) return 'every day';
  if (openStart) return `up to ${shortDayWords(last.end, true)}`;
  if (openEnd) return `from ${shortDayWords(first.start, true)}`;
  return windowWords(first.start, last.end);
}

/** "91 days, data on 88". */
export function coverageWords(runs: DayRuns, daysWithData: number): string {
  const days = countDays(runs);
  return days === daysWithData
    ? `${dayCountWords(days)}, data on all`
    : `${dayCountWords(days)}, data on ${daysWithData.toLocaleString('en')}`;
}
