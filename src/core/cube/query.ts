/** What a visual or a control asks of a dataset, whoever answers: cube or database. */
import type { Day } from '../calendar/day';
import type { DayRuns } from '../calendar/runs';

/** Rows whose column has one of the values (null: blank), or none of them. */
export interface ValueFilter {
  readonly column: string;
  readonly values: readonly (string | null)[];
  readonly exclude: boolean;
}

/** Rows whose date in another date column than the query's lies in the runs. */
export interface DayFilter {
  readonly column: string;
  readonly runs: DayRuns;
}

/** The rows a query is about. Rows that are blank in the date column `day` are never among them. */
export interface Selection {
  readonly dataset: string;
  /** Key of the date column that the window, buckets and coverage go by. */
  readonly day: string;
  readonly filters: readonly ValueFilter[];
  readonly otherDays: readonly DayFilter[];
}

/** How the rows are put together. Buckets are consecutive: each ends the day before the next begins. */
export type Grouping =
  | { readonly kind: 'total' }
  | { readonly kind: 'category'; readonly column: string }
  | { readonly kind: 'buckets'; readonly starts: readonly Day[]; readonly end: Day };

export interface NumberWanted {
  readonly column: string;
  readonly scale: number;
  readonly extremes: boolean;
}

export interface AggregateQuery extends Selection {
  readonly window: DayRuns;
  readonly by: Grouping;
  readonly numbers: readonly NumberWanted[];
}

/** Figures of a number column, one entry per group; extremes are NaN where there is no value. */
export interface NumberAnswer {
  readonly column: string;
  readonly scale: number;
  readonly sum: Float64Array;
  readonly count: Float64Array;
  readonly minimum: Float64Array | null;
  readonly maximum: Float64Array | null;
}

/** Which of the layouts gave an answer; the trace says it. */
export type Layout = 'running totals' | 'sparse by day' | 'database';

/**
 * One entry per group: for `category` the values that have rows (in no particular order), for `buckets`
 * every bucket, for `total` one.
 */
export interface AggregateAnswer {
  readonly keys: readonly (string | null)[];
  readonly rows: Float64Array;
  readonly numbers: readonly NumberAnswer[];
  readonly layout: Layout;
}

/** Answers queries. Undefined means that this source cannot; another has to. */
export interface Source {
  /** Days on which the selection has rows. */
  covered(selection: Selection): DayRuns | undefined | Promise<DayRuns | undefined>;
  aggregate(query: AggregateQuery): AggregateAnswer | undefined | Promise<AggregateAnswer | undefined>;
}

/** A key that is the same for selections of the same rows. */
export function selectionKey(selection: Selection): string {
  return JSON.stringify([selection.dataset, selection.day, selection.filters, selection.otherDays]);
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
