/** Comparisons as visuals draw them: the name and the days of each baseline, and how its marks look. */
import type { CalendarRule } from '../../../core/calendar/rule';
import type { ShownPart } from '../../../core/dashboard/document/kinds/compare';
import { isShown, type ShownAnswer, type VisualAnswer } from '../../../core/dashboard/turn/answer';
import type { BaselineAnswer } from '../../../core/dashboard/turn/comparing/answer';
import {
  baselineDays,
  baselineLabel,
  changeWords,
  hasBaseline,
  indexWords,
  percentWords,
} from '../../../core/dashboard/turn/comparing/words';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';

/** A baseline as it is named and drawn. */
export interface DrawnBaseline {
  readonly label: string;
  /** Of the first measure that has it. */
  readonly days: string;
  readonly dash: string;
}

/** Dash patterns of baselines, in their order: never a colour of their own. */
const DASHES = ['5 3', '1.5 3', '9 3 2 3', '3 6', '12 4', '6 2 1.5 2 1.5 2'];

/** The baselines of an answer as they are drawn. */
export const drawnBaselines = (
  baselines: readonly BaselineAnswer[] | undefined,
  rule: CalendarRule,
): DrawnBaseline[] =>
  (baselines ?? []).map((baseline, b) => ({
    label: baselineLabel(baseline),
    days: baselineDays(baseline.measures.find(hasBaseline) ?? baseline.measures[0]!, rule),
    dash: DASHES[b % DASHES.length]!,
  }));

/** The baselines of a visual that is shown. */
export const baselinesOf = (answer: VisualAnswer | undefined): readonly BaselineAnswer[] =>
  isShown(answer) ? ((answer satisfies ShownAnswer).baselines ?? []) : [];

/** What is said of a comparison in a tooltip or a list, by the parts that are shown: "1,100, +12.2 %". */
export function comparedWords(
  measure: Measure,
  show: readonly ShownPart[],
  value: number | null,
  baseline: number | null,
): string {
  if (baseline === null) return 'no baseline';
  const parts = [
    valueWords(measure, baseline),
    ...(show.includes('change') ? [changeWords(measure, value, baseline)] : []),
    ...(show.includes('percent') || !show.includes('change') ? [percentWords(value, baseline)] : []),
    ...(show.includes('index') ? [`index ${indexWords(value, baseline)}`] : []),
  ];
  return parts.join(', ');
}
