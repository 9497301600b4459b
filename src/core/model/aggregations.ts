/**
 * The aggregations: one entry each, with the figures it needs of a query, its value from them, and what follows from
 * the way in which it puts rows together.
 */
import type { NumberAnswer, NumberWanted, SUMMED_FIGURES } from '../cube/query';
import type { Aggregation } from './model';

/** A figure of an answer in the unit of its column; null where there is none. */
type FigureAt = (figure: (typeof SUMMED_FIGURES)[number]) => number | null;

/** One group of an answer: its rows, and the figures of the column where the measure has one. */
export interface AggregatedGroup {
  readonly rows: number;
  readonly number: NumberAnswer | undefined;
  /** Values of the column that are not blank. */
  readonly count: number;
  readonly figure: FigureAt;
  readonly distinct: number;
}

interface AggregationEntry {
  /** In lists. */
  readonly name: string;
  /** Before "of" and a column. */
  readonly verb: string;
  /** What it is made of: rows or a column's values, any column, a column of numbers, two other measures. */
  readonly of: 'rows' | 'column' | 'numbers' | 'measures';
  /** The figures of its column that it needs beside sum and count. */
  readonly needs: Partial<Pick<NumberWanted, 'extremes' | 'closing' | 'distinct'>>;
  /** Whether its values over several days are those of the days added up. */
  readonly addsUpOverDays: boolean;
  /**
   * How its values by category make that of all: as they are, as numerator over denominator, or not at all. Closing
   * values add up only where every category has one on the last day.
   */
  readonly parts: 'sum' | 'quotient' | 'apart';
  /** Null where there is nothing to show. */
  value: (group: AggregatedGroup) => number | null;
}

/** The figure of a column that has values. */
const ofColumn =
  (figure: Parameters<FigureAt>[0]) =>
  (group: AggregatedGroup): number | null =>
    group.count === 0 ? null : group.figure(figure);

const counted = (count: number) => (count > 0 ? count : null);

const REGISTER: { readonly [K in Aggregation]: AggregationEntry } = {
  sum: {
    name: 'Sum',
    verb: 'sum',
    of: 'numbers',
    needs: {},
    addsUpOverDays: true,
    parts: 'sum',
    value: ofColumn('sum'),
  },
  average: {
    name: 'Average',
    verb: 'average',
    of: 'numbers',
    needs: {},
    addsUpOverDays: false,
    parts: 'quotient',
    value: (group) => (group.count === 0 ? null : group.figure('sum')! / group.count),
  },
  count: {
    name: 'Count',
    verb: 'count',
    of: 'rows',
    needs: {},
    addsUpOverDays: true,
    parts: 'sum',
    value: ({ number, count, rows }) => counted(number ? count : rows),
  },
  'count distinct': {
    name: 'Count of different values',
    verb: 'count of different',
    of: 'column',
    needs: { distinct: true },
    addsUpOverDays: false,
    parts: 'apart',
    value: ({ count, distinct }) => (count === 0 ? null : distinct),
  },
  minimum: {
    name: 'Minimum',
    verb: 'minimum',
    of: 'numbers',
    needs: { extremes: true },
    addsUpOverDays: false,
    parts: 'apart',
    value: ofColumn('minimum'),
  },
  maximum: {
    name: 'Maximum',
    verb: 'maximum',
    of: 'numbers',
    needs: { extremes: true },
    addsUpOverDays: false,
    parts: 'apart',
    value: ofColumn('maximum'),
  },
  closing: {
    name: 'Closing value (last day with data)',
    verb: 'closing value',
    of: 'numbers',
    needs: { closing: true },
    addsUpOverDays: false,
    parts: 'sum',
    value: ofColumn('closing'),
  },
  ratio: {
    name: 'Ratio of two measures',
    verb: 'ratio',
    of: 'measures',
    needs: {},
    addsUpOverDays: false,
    parts: 'quotient',
    value: () => null,
  },
};

/** What an aggregation is. */
export const aggregationOf = ({ aggregation }: { readonly aggregation: Aggregation }): AggregationEntry =>
  REGISTER[aggregation];

/** Whether a measure can be made of a column that holds numbers, or of one that holds anything else. */
export const takesColumn = (of: AggregationEntry['of'], isNumber: boolean): boolean =>
  of === 'numbers' ? isNumber : of !== 'measures';
