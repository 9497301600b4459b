/** The answers of a turn: what every visual shows, beside what controls say. */
import type { Day } from '../../calendar/day';
import type { DayRuns } from '../../calendar/runs';
import { BLANK } from '../../model/blank';
import type { Layout, Selection } from '../../cube/query';
import type { PeriodContext } from '../../period/point';
import type { BaselineAnswer, Change, Partner } from './comparing/answer';
import type { BrokenAnswer, ControlAnswer, ElsewhereAnswer } from './controlAnswer';
import type { Buckets } from './grain';
import type { Acting } from '../wiring/selection';

/** One dataset of a visual, through one date role: what it sees of it. */
export interface UseAnswer {
  readonly dataset: string;
  readonly role: string;
  /** Keys of the measures it is for. */
  readonly measures: readonly string[];
  readonly asked: DayRuns;
  /** None when no day with data lies in the window. */
  readonly shown: DayRuns;
  readonly days: number;
  readonly daysWithData: number;
  readonly acting: readonly Acting[];
  readonly selection: Selection;
}

/** What a note is about. */
type NoteCode =
  | 'no-data'
  | 'whole-units'
  | 'spread'
  /** The buckets are longer than asked for, since a measure is not known finer, or there would be too many. */
  | 'grain-coarse-measure'
  | 'grain-too-many'
  /** Some groups or series are not shown. */
  | 'limited'
  | 'no-column'
  | 'last-days'
  | 'own-day'
  /** Some buckets of a baseline have no partner in the window. */
  | 'baseline-beyond'
  | 'subtotals';

/** What a reader has to know beside the figures. */
export interface Note {
  readonly code: NoteCode;
  readonly words: string;
}

/** Whether a note tells the length of the buckets. */
export const tellsGrain = (note: Note): boolean =>
  note.code === 'grain-coarse-measure' || note.code === 'grain-too-many';

/** What every answered visual tells. */
export interface Shown {
  /** From the first to the last day shown, and the days of that with data, over all of its datasets. */
  readonly window: {
    readonly asked: DayRuns;
    readonly shown: DayRuns;
    readonly days: number;
    readonly daysWithData: number;
  };
  readonly uses: readonly UseAnswer[];
  readonly rows: number;
  readonly layout: Layout;
  /** Last day with data of what is shown, wherever the window lies. */
  readonly latest: Day;
  readonly notes: readonly Note[];
  /** What its own period is read against, where it has one. */
  readonly own?: PeriodContext;
  /** What its figures are compared with; absent where nothing is compared. */
  readonly baselines?: readonly BaselineAnswer[];
  /** Whether sums and counts are divided by the days shown. */
  readonly perDay?: boolean;
}

/** All that lies beyond a limit, in one: so many categories or series. */
export interface Others {
  readonly others: number;
}
/** What stands along a chart's axis: a value (null: blank), or all the others. */
export type Category = string | null | Others;

export const isOthers = (category: Category): category is Others =>
  typeof category === 'object' && category !== null;

/** "5 others". */
export const othersName = (count: number) => `${count} ${count === 1 ? 'other' : 'others'}`;

/** A category as it is named on an axis. */
export const categoryName = (category: Category): string =>
  isOthers(category) ? othersName(category.others) : (category ?? BLANK);

/** A line of values: of one measure, and of one value where the visual is split. */
export interface SeriesAnswer {
  readonly name: string;
  /** Where the visual is split: the value that it is of. */
  readonly value?: string | null;
  /** Of the series of all others: how many values it stands for. */
  readonly others?: number;
  /** Index among the visual's measures. */
  readonly measure: number;
  readonly values: readonly (number | null)[];
  readonly axis: 'left' | 'right';
  /** Index of the first bucket whose figures are not final yet; null when all are. */
  readonly provisionalFrom: number | null;
}

export interface ChartAnswer extends Shown {
  readonly kind: 'chart';
  /** Along time, or null. */
  readonly buckets: Buckets | null;
  /** Along a dimension, or null. */
  readonly categories: readonly Category[] | null;
  readonly series: readonly SeriesAnswer[];
  /** By series: the part of its values that marks chosen elsewhere keep, while the rest is pale. */
  readonly lit?: readonly (readonly (number | null)[])[];
  /** By baseline: the values of each series, and over time the partner of each bucket (by the first measure). */
  readonly against?: readonly {
    readonly series: readonly (readonly (number | null)[])[];
    readonly partners: readonly Partner[] | null;
  }[];
}

export interface CrosstabRow {
  /** Values of the first dimensions; fewer than there are for subtotals, none for the total of all. */
  readonly key: readonly (string | null)[];
  /** By measure: one value a bucket (none without periods), then that of the whole window. */
  readonly cells: readonly CrosstabCell[];
}
interface CellValues {
  readonly values: readonly (number | null)[];
  readonly whole: number | null;
}
export interface CrosstabCell extends CellValues {
  /** By baseline. */
  readonly baselines?: readonly CellValues[];
  /** By change between period columns. */
  readonly changes?: readonly Change[];
}

/** A period as a column of a crosstab. */
export interface PeriodColumnAnswer {
  readonly id: string;
  /** As asked for, after wired time controls narrowed it where they do. */
  readonly window: DayRuns;
  readonly shown: DayRuns;
  /** Why it has no days, or the code of what is wrong with it; null where it has. */
  readonly problem: string | null;
}

export interface CrosstabAnswer extends Shown {
  readonly kind: 'crosstab';
  readonly buckets: Buckets | null;
  readonly table: readonly CrosstabRow[];
  /** The periods that stand across in place of buckets. */
  readonly columns?: readonly PeriodColumnAnswer[];
  /** By baseline: the partner of each bucket. */
  readonly partners?: readonly (readonly Partner[])[];
  /** Rows that there are, of which the first are in the table. */
  readonly total: number;
  readonly provisionalFrom: readonly (number | null)[];
  /** By row: the part of its cells that marks chosen elsewhere keep, while the rest is pale. */
  readonly lit?: readonly CrosstabRow['cells'][];
}
export interface FigureAnswer extends Shown {
  readonly kind: 'figure';
  readonly value: number | null;
  readonly buckets: Buckets;
  readonly values: readonly (number | null)[];
  readonly provisionalFrom: number | null;
  /** By baseline: its value, and its values beside those of the buckets. */
  readonly against?: readonly {
    readonly value: number | null;
    readonly values: readonly (number | null)[];
    readonly partners: readonly Partner[];
  }[];
}
export interface CalendarMapAnswer extends Shown {
  readonly kind: 'calendarmap';
  /** Day of the first value; the others follow day by day. */
  readonly first: Day;
  readonly values: readonly (number | null)[];
  readonly provisionalFrom: Day | null;
  /** The part of the values that marks chosen elsewhere keep, while the rest is pale. */
  readonly lit?: readonly (number | null)[];
  /** By baseline: the values of the days compared with. */
  readonly against?: readonly {
    readonly values: readonly (number | null)[];
    readonly partners: readonly Partner[];
  }[];
}
export interface TableAnswer extends Shown {
  readonly kind: 'table';
}
export interface TextAnswer extends Shown {
  readonly kind: 'text';
  /** Of each measure. */
  readonly values: readonly (number | null)[];
}
export interface EmptyAnswer {
  readonly kind: 'empty';
  readonly asked: DayRuns;
  readonly nearest: Day | undefined;
  readonly acting: readonly Acting[];
  readonly own?: PeriodContext;
}

export type ShownAnswer =
  ChartAnswer | CrosstabAnswer | FigureAnswer | CalendarMapAnswer | TableAnswer | TextAnswer;
export type VisualAnswer = ShownAnswer | EmptyAnswer | ElsewhereAnswer | BrokenAnswer;

export function isShown(answer: VisualAnswer | undefined): answer is ShownAnswer {
  return answer !== undefined && 'window' in answer;
}

/** The coverage of a measure as the almanac strip shows it. */
export interface LaneAnswer {
  readonly dataset: string;
  readonly role: string;
  readonly measure: string;
  readonly name: string;
  readonly runs: DayRuns;
  readonly provisionalFrom: Day | null;
  /** Visuals that show it. */
  readonly visuals: readonly string[];
}

export interface TurnAnswer {
  readonly controls: Record<string, ControlAnswer>;
  readonly visuals: Record<string, VisualAnswer>;
  /** By `dataset/measure/role`, in the order of the visuals. */
  readonly lanes: Record<string, LaneAnswer>;
}
