/** From a query's exact figures to a measure's values. */
import type { AggregateAnswer, NumberAnswer, NumberWanted, SUMMED_FIGURES } from '../cube/query';
import { aggregationOf, type AggregatedGroup } from './aggregations';
import { columnOf, type Measure, type Model } from './model';
import { numberWords } from '../locale';

/** The number columns an aggregation needs. */
export function numbersFor(model: Model, dataset: string, measure: Measure): NumberWanted[] {
  if (measure.column === null) return [];
  const scale = columnOf(model, dataset, measure.column)?.scale ?? 0;
  const none = { extremes: false, closing: false, distinct: false };
  return [{ column: measure.column, scale, ...none, ...aggregationOf(measure).needs }];
}

/** The nearest double of so many units of the last place. */
function decimalOf(units: bigint, scale: number): number {
  const digits = String(units < 0n ? -units : units).padStart(scale + 1, '0');
  const at = digits.length - scale;
  return Number(`${units < 0n ? '-' : ''}${digits.slice(0, at)}.${digits.slice(at)}`);
}

/** A figure in the measure's own unit; null where there is none. */
function figureAt(number: NumberAnswer, figure: (typeof SUMMED_FIGURES)[number], i: number): number | null {
  const exact = number.exact?.[figure][i];
  if (exact != null) return decimalOf(exact, number.scale);
  const value = number[figure]![i]!;
  return Number.isNaN(value) ? null : value / 10 ** number.scale;
}

/** The measure's value for each entry of an answer; null where there is nothing to show. Not for ratios. */
export function measureValues(measure: Measure, answer: AggregateAnswer): (number | null)[] {
  const number = answer.numbers.find((entry) => entry.column === measure.column);
  const { value } = aggregationOf(measure);
  // One group for all entries: this runs for every value of every frame of a drag.
  let i = 0;
  const group: AggregatedGroup = {
    number,
    get rows() {
      return answer.rows[i]!;
    },
    get count() {
      return number?.count[i] ?? 0;
    },
    get distinct() {
      return number?.distinct?.[i] ?? 0;
    },
    figure: (figure) => (number ? figureAt(number, figure, i) : null),
  };
  const values: (number | null)[] = [];
  for (; i < answer.rows.length; i++) values.push(value(group));
  return values;
}

/**
 * Values with what a measure's rule puts in the place of missing ones, from index `first` to `last` (inclusive);
 * `before` is the value before the first one.
 */
export function fillMissing(
  measure: Pick<Measure, 'missing'>,
  values: readonly (number | null)[],
  first: number,
  last: number,
  before: number | null,
): (number | null)[] {
  if (measure.missing === 'gap' || measure.missing === 'dash') return [...values];
  let previous = before;
  return values.map((value, i) => {
    if (value !== null) previous = value;
    if (value !== null || i < first || i > last) return value;
    return measure.missing === 'zero' ? 0 : previous;
  });
}

/** A value as shown: grouped digits, the measure's decimals and unit. */
export function valueWords(measure: Pick<Measure, 'decimals' | 'unit'>, value: number | null): string {
  if (value === null) return '–';
  const digits = numberWords(value, { least: measure.decimals, most: measure.decimals });
  return measure.unit === '' ? digits : `${digits} ${measure.unit}`;
}

/** A value abbreviated to a few digits, for where the whole does not fit: "1.23m". */
export const compactWords = (value: number): string => numberWords(value, { most: 2, isShort: true });
