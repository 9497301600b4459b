/** What a visual or a control asks of a dataset, whoever answers: cube or database. */
import type { Day } from '../calendar/day';
import { runsOfDays, type DayRuns } from '../calendar/runs';
import type { AnyCondition } from './rowCondition';

/** Rows whose column has one of the values (null: blank), or none of them. */
export interface ValueFilter {
  readonly column: string;
  readonly values: readonly (string | null)[];
  readonly exclude: boolean;
}

/** Rows whose date in a date column (the query's own or another) lies in the runs. */
export interface DayFilter {
  readonly column: string;
  readonly runs: DayRuns;
  /** Whether rows that are blank there are kept as well. */
  readonly blanks?: boolean;
}

/** What a path has at one depth: the value of a category, or the class of a day in a date column. */
export type PathPart =
  | { readonly kind: 'column'; readonly column: string }
  | { readonly kind: 'days'; readonly column: string; readonly classes: DayClasses };

/**
 * Rows whose values in some columns are together those of one of the paths, or of none of them. A path that does not
 * reach down to the last column stands for all below it.
 */
export interface PathFilter {
  readonly parts: readonly PathPart[];
  readonly paths: readonly (readonly (string | null)[])[];
  readonly exclude: boolean;
}

/** The rows a query is about. Rows that are blank in the date column `day` are never among them. */
export interface Selection {
  readonly dataset: string;
  /** Key of the date column that the window, buckets and coverage go by. */
  readonly day: string;
  readonly filters: readonly ValueFilter[];
  readonly otherDays: readonly DayFilter[];
  readonly conditions: readonly AnyCondition[];
  readonly paths?: readonly PathFilter[];
}

/**
 * A way to put days into classes (weekdays, fiscal quarters): the class of day `first + i` is `values[codes[i]]`.
 * The last value is null, for days that are in no class.
 */
export interface DayClasses {
  /** The same for the same classes. */
  readonly key: string;
  readonly first: Day;
  readonly codes: Uint16Array;
  readonly values: readonly (string | null)[];
}

/** The days of a class. */
export function runsOfClass({ first, codes, values }: DayClasses, value: string | null): DayRuns {
  const wanted = values.indexOf(value);
  const days: Day[] = [];
  codes.forEach((code, i) => {
    if (code === wanted) days.push(first + i);
  });
  return runsOfDays(days);
}

/** What rows are grouped by: a category column, or the class of their day. */
export type GroupColumn =
  | { readonly kind: 'column'; readonly column: string }
  | { readonly kind: 'days'; readonly classes: DayClasses };

/**
 * Consecutive stretches of days: each ends the day before the next begins, the last on `end` (inclusive). Rows on days
 * of the window that lie in no bucket are in no figure.
 */
export interface BucketSpan {
  readonly starts: readonly Day[];
  readonly end: Day;
}

/** How the rows are put together: by some columns, by buckets of days, by both, or (neither) all in one. */
export interface Grouping {
  readonly columns: readonly GroupColumn[];
  readonly buckets: BucketSpan | null;
}
export const TOTAL: Grouping = { columns: [], buckets: null };
export const byColumn = (column: string): Grouping => ({
  columns: [{ kind: 'column', column }],
  buckets: null,
});

export interface NumberWanted {
  readonly column: string;
  /** Decimal places of the column; texts and dates, which can only be counted, have none. */
  readonly scale: number;
  readonly extremes: boolean;
  /** Whether the sum of the last day with a value is wanted. */
  readonly closing: boolean;
  /** Whether the number of different values is wanted. Only the database can tell. */
  readonly distinct: boolean;
}

export interface AggregateQuery extends Selection {
  readonly window: DayRuns;
  readonly by: Grouping;
  readonly numbers: readonly NumberWanted[];
}

/** The figures of a number that are sums or values of its column. */
export const SUMMED_FIGURES = ['sum', 'minimum', 'maximum', 'closing'] as const;
type SummedFigure = (typeof SUMMED_FIGURES)[number];

/** Figures of a number column, one entry per group; extremes and closing values are NaN where there is none. */
export interface NumberAnswer {
  readonly column: string;
  readonly scale: number;
  readonly sum: Float64Array;
  readonly count: Float64Array;
  readonly minimum: Float64Array | null;
  readonly maximum: Float64Array | null;
  readonly closing: Float64Array | null;
  readonly distinct: Float64Array | null;
  /**
   * The same figures as whole units of the last place, where some lie beyond the numbers that are exact as doubles.
   * Null entries have no value.
   */
  readonly exact?: Readonly<Record<SummedFigure, readonly (bigint | null)[]>>;
}

/** Which of the layouts gave an answer; the trace says it. */
export type Layout = 'running totals' | 'sparse by day' | 'column file' | 'database';

/**
 * `keys` holds the groups that have rows, each by its value in every column of the grouping (one group without
 * values when there are no columns). Entry (bucket b, group g) of the figures is at `b * keys.length + g`.
 */
export interface AggregateAnswer {
  readonly keys: readonly (readonly (string | null)[])[];
  readonly rows: Float64Array;
  readonly numbers: readonly NumberAnswer[];
  readonly layout: Layout;
}

/** Answers queries. Undefined means that this source cannot; another has to. */
export interface Source {
  /** Days on which the selection has rows. */
  covered: (selection: Selection) => DayRuns | undefined | Promise<DayRuns | undefined>;
  aggregate: (query: AggregateQuery) => AggregateAnswer | undefined | Promise<AggregateAnswer | undefined>;
}

/** Thrown by a source that should be able to answer and now is not: another database that does not answer. */
export class SourceProblem extends Error {
  constructor(message: string) {
    super(message);
    this.name = 'SourceProblem';
  }
}

/** A source whose problems count as no data: for what is shown beside the figures, which tell the problem themselves. */
export function tolerant(source: Source): Source {
  const orElse = async <T>(ask: () => T | Promise<T>, other: T): Promise<T> => {
    try {
      return await ask();
    } catch (error) {
      if (error instanceof SourceProblem) return other;
      throw error;
    }
  };
  return {
    covered: (selection) => orElse(() => source.covered(selection), []),
    aggregate: (query) => orElse(() => source.aggregate(query), undefined),
  };
}

/** A key that is the same for the same paths; the classes of days are told by theirs. */
export const pathsKey = ({ paths = [] }: Pick<Selection, 'paths'>) =>
  paths.map(({ parts, paths: kept, exclude }) => [
    parts.map((part) => (part.kind === 'column' ? part.column : [part.column, part.classes.key])),
    kept,
    exclude,
  ]);

/** A key that is the same for selections of the same rows. */
export function selectionKey(selection: Selection): string {
  const { dataset, day, filters, otherDays, conditions } = selection;
  return JSON.stringify([dataset, day, filters, otherDays, conditions, pathsKey(selection)]);
}

/** A source that asks another for the days of a selection once only, however often they are needed in a turn. */
export function askedOnce(source: Source): Source {
  const known = new Map<string, ReturnType<Source['covered']>>();
  return {
    covered(selection) {
      const key = selectionKey(selection);
      if (!known.has(key)) known.set(key, source.covered(selection));
      return known.get(key);
    },
    aggregate: (query) => source.aggregate(query),
  };
}
