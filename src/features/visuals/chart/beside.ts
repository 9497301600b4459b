/** What the series of a chart are compared with, as it is drawn beside them. */
import type { CalendarRule } from '../../../core/calendar/rule';
import type { ChartAnswer } from '../../../core/dashboard/turn/answer';
import type { Partner } from '../../../core/dashboard/turn/comparing/answer';
import { runsWords } from '../../../core/period/describe';
import { drawnBaselines, type DrawnBaseline } from '../comparing/compared';

type Values = readonly (number | null)[];

/** A baseline beside the series of a chart. */
export interface BesideSeries extends DrawnBaseline {
  /** By series. */
  readonly series: readonly Values[];
  /** Of each bucket, along time. */
  readonly partners: readonly Partner[] | null;
}

/** The baselines of an answer with their values. */
export const besideSeries = (answer: ChartAnswer, rule: CalendarRule): BesideSeries[] =>
  drawnBaselines(answer.baselines, rule).flatMap((baseline, b) => {
    const own = answer.against?.[b];
    return own ? [{ ...baseline, ...own }] : [];
  });

/** The sum of some series at each place; null where none of them has a value. */
export const totalsOf = (series: readonly Values[]): (number | null)[] =>
  (series[0] ?? []).map((_, i) => {
    const known = series.map((values) => values[i] ?? null).filter((value) => value !== null);
    return known.length === 0 ? null : known.reduce((total, value) => total + value, 0);
  });

/** The days of a place's partner; null where it has none, or the chart goes along a dimension. */
export const partnerWords = ({ partners }: BesideSeries, i: number, rule: CalendarRule): string | null => {
  const partner = partners?.[i];
  return partner ? runsWords([partner], rule) : null;
};
