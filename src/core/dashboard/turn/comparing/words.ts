/** Comparisons in words: names and days of baselines, changes with their signs, and what has to be known of them. */
import { dayCountWords, shortDayWords } from '../../../calendar/names';
import type { Day } from '../../../calendar/day';
import type { CalendarRule } from '../../../calendar/rule';
import { countDays } from '../../../calendar/runs';
import { valueWords } from '../../../model/figures';
import type { Direction, Measure } from '../../../model/model';
import { runsWords } from '../../../period/describe';
import { EMPTY_WORDS } from '../../../period/resolvedWords';
import type { BaselineAnswer, BaselineMeasureAnswer, BaselineWarning } from './answer';
import { changeOf } from './answer';
import { numberWords } from '../../../locale';

/** Why there is no baseline for a reason that is no matter of data. */
const ERROR_WORDS: Readonly<Record<string, string>> = {
  'open-window': 'the window has no end, and there is no data to close it',
  'several-stretches': 'the days chosen are several stretches; choose one, or compare with the same span',
  'out-of-range': 'it lies outside the years 0001 to 9999',
};

/** A baseline as it is named. */
export const baselineLabel = ({ id, name, text }: Pick<BaselineAnswer, 'id' | 'name' | 'text'>): string => {
  const nth = /\.(\d+)$/.exec(id)?.[1];
  const own = name || text;
  return nth === undefined ? own : `${own}, ${nth}`;
};

/** The days of a baseline, or why there is none. */
export function baselineDays(answer: BaselineMeasureAnswer, rule: CalendarRule): string {
  if ('error' in answer) return `no baseline: ${ERROR_WORDS[answer.error] ?? 'it cannot be read'}`;
  if (answer.empty && answer.windows.length === 0) return `no baseline: ${EMPTY_WORDS[answer.empty]}`;
  if (answer.empty) return `${runsWords(answer.windows, rule)}: no data`;
  return runsWords(answer.shown, rule);
}

/** Whether a baseline has days to compare with. */
export const hasBaseline = (answer: BaselineMeasureAnswer): boolean =>
  !('error' in answer) && answer.empty === null;

/** What a warning says; `latest`: the last day with data. */
export function warningWords(
  warning: BaselineWarning,
  answer: Extract<BaselineMeasureAnswer, { windows: unknown }>,
  latest: Day,
): string {
  switch (warning.code) {
    case 'overlap':
      return `shares ${numberWords(warning.days)} of ${dayCountWords(countDays(answer.windows))}`;
    case 'length':
      return `${dayCountWords(warning.days[0])} against ${numberWords(warning.days[1])}`;
    case 'late-data':
      return `the window is not finished: data to ${shortDayWords(latest, true)}`;
    case 'partly':
      return `data on ${numberWords(answer.daysWithData)} of ${dayCountWords(countDays(answer.windows))}`;
  }
}

/** Whether a change is for the better. */
export type Tone = 'better' | 'worse' | 'neither';

export function toneOf(direction: Direction, value: number | null, baseline: number | null): Tone {
  const { change } = changeOf(value, baseline);
  if (change === null || change === 0 || direction === 'neither') return 'neither';
  return change > 0 === (direction === 'more') ? 'better' : 'worse';
}

/** The arrow of a change; none where there is no change to tell. */
export function arrowOf(value: number | null, baseline: number | null): string {
  const { change } = changeOf(value, baseline);
  if (change === null) return '';
  return change > 0 ? '↑' : change < 0 ? '↓' : '→';
}

const percentDigits = (value: number) => numberWords(value, { most: 1 });
const signed = (words: string, isNegative: boolean) => `${isNegative ? '−' : '+'}${words}`;

/** "+12.3 %"; "no baseline" where there is nothing to compare with; never a percent over a change of sign. */
export function percentWords(value: number | null, baseline: number | null): string {
  if (baseline === null || baseline === 0) return 'no baseline';
  if (value === null) return '–';
  if (value !== 0 && value < 0 !== baseline < 0) return 'changed sign';
  const percent = changeOf(value, baseline).percent! * 100;
  const words = `${percentDigits(Math.abs(percent))} %`;
  return percent === 0 ? words : signed(words, percent < 0);
}

/** "+1,234 t". */
export function changeWords(
  measure: Pick<Measure, 'decimals' | 'unit'>,
  value: number | null,
  baseline: number | null,
): string {
  const { change } = changeOf(value, baseline);
  if (change === null) return '–';
  const words = valueWords(measure, Math.abs(change));
  return change === 0 ? words : signed(words, change < 0);
}

/** The value with the baseline as 100: "112.3". */
export function indexWords(value: number | null, baseline: number | null): string {
  if (value === null || baseline === null || baseline <= 0) return '–';
  return percentDigits((value / baseline) * 100);
}
