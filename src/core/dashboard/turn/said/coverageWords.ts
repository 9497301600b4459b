/** Coverage in words, as the interface says it. */
import { dayCountWords } from '../../../calendar/names';
import { countDays, type DayRuns } from '../../../calendar/runs';
import { numberWords } from '../../../locale';

/** Whether a window with both ends was cut to where there is data. */
export const isCutShort = (asked: DayRuns, shown: DayRuns): boolean =>
  Number.isFinite(countDays(asked)) && countDays(asked) > countDays(shown);

/** "91 days, data on 88"; where more days were asked for than there is data around: "asked for 7 days, data on 6". */
export function coverageWords(runs: DayRuns, daysWithData: number, asked: DayRuns = runs): string {
  const withData = numberWords(daysWithData);
  if (isCutShort(asked, runs)) return `asked for ${dayCountWords(countDays(asked))}, data on ${withData}`;
  const days = countDays(runs);
  return days === daysWithData
    ? `${dayCountWords(days)}, data on all`
    : `${dayCountWords(days)}, data on ${withData}`;
}
