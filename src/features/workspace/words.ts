/** Coverage in words, as the interface says it. */
import { dayCountWords } from '../../core/calendar/names';
import { countDays, type DayRuns } from '../../core/calendar/runs';

/** "91 days, data on 88". */
export function coverageWords(runs: DayRuns, daysWithData: number): string {
  const days = countDays(runs);
  return days === daysWithData
    ? `${dayCountWords(days)}, data on all`
    : `${dayCountWords(days)}, data on ${daysWithData.toLocaleString('en')}`;
}
