/** The answers of a turn: what every control and visual shows. */
import type { Day } from '../../calendar/day';
import type { DayRuns } from '../../calendar/runs';
import { BLANK } from '../../model/blank';
import type { Layout, Selection } from '../../cube/query';
import type { PhraseError } from '../../period/phrase';
import type { PeriodContext } from '../../period/point';
import type { EmptyReason } from '../../period/resolve';
import type { ConditionIssue } from '../reader/conditions';
import type { NumberBounds } from '../../model/numberBounds';
import type { ChosenBaseline } from '../document/kinds/baselines';
import type { Grain } from '../document/kinds/measured';
import type { BaselineAnswer, BaselineMeasureAnswer, Change, Partner } from './comparing/answer';
import type { Buckets } from './grain';
import type { Acting } from '../wiring/selection';

/** Figures of a measure over consecutive stretches: a histogram, or the tint of days. */
export interface Profile {
  readonly starts: readonly Day[];
  /** Last day (inclusive) of the last stretch. */
  readonly end: Day;
  readonly values: readonly (number | null)[];
}

/** What a time control holds and offers. */
export interface PeriodAnswer {
  readonly kind: 'period';
  readonly text: string;
  readonly error: PhraseError | null;
  /** The window asked for. */
  readonly asked: DayRuns;
  /** Why the phrase asks for no day at all. */
  readonly empty: EmptyReason | null;
  /** The window cut to the data; none when no day with data lies in it. */
  readonly shown: DayRuns;
  readonly daysWithData: number;
  /** A day with data near an empty window. */
  readonly nearest: Day | undefined;
  /** Whether the window was moved to where there is data. */
  readonly followed: boolean;
  /** Days with data that the control offers. */
  readonly covered: DayRuns;
  /** What phrases are read against here. */
  readonly context: PeriodContext;
  /** Windows of other time controls that act through the same date role on the same visuals. */
  readonly others: readonly { readonly control: string; readonly runs: DayRuns }[];
  /** Of the control's own measure, over the days it offers. */
  readonly profile: Profile | null;
}

export interface SlicerAnswer {
  readonly kind: 'slicer';
  readonly choice: readonly (string | null)[];
  /** Every value of the column, with its rows under what is wired into the slicer. */
  readonly values: readonly { readonly value: string | null; readonly rows: number }[];
  /** Of a tree: every node, the outer ones before those inside them, by its values from the top. */
  readonly nodes?: readonly { readonly path: readonly (string | null)[]; readonly rows: number }[];
}

/** What a condition control holds, and which of its conditions cannot be used. */
export interface ConditionAnswer {
  readonly kind: 'condition';
  readonly problems: readonly ConditionIssue[];
}

/** The bounds of a number range, and the least and greatest number that there is (null: not known). */
export interface NumbersAnswer {
  readonly kind: 'numbers';
  readonly bounds: NumberBounds;
  readonly least: number | null;
  readonly greatest: number | null;
  /** Decimal places of the numbers. */
  readonly scale: number;
}

/** Says that the source cannot answer for this item: the database has to. */
export interface ElsewhereAnswer {
  readonly kind: 'elsewhere';
}

/** Says that the item cannot be answered at all, and why. */
export interface BrokenAnswer {
  readonly kind: 'broken';
  readonly message: string;
}

/** The control is not revealed now: it is not shown and has no effect. */
interface HiddenAnswer {
  readonly kind: 'hidden';
  /** Of a time control: what its phrases are read against, for its settings. */
  readonly context?: PeriodContext;
}

/** What a value control holds, and what is wrong with it; null where it fits. */
export interface ValueAnswer {
  readonly kind: 'value';
  readonly value: string;
  readonly problem: string | null;
}

/** A baseline that can be chosen, and what it would mean now; more than one window for `times N`. */
export interface BaselineOffer {
  readonly id: string;
  readonly name: string;
  readonly text: string;
  /** For the first measure of the first visual wired; none where there is no such visual. */
  readonly windows: readonly BaselineMeasureAnswer[];
}

/** What a baseline chooser holds and offers; what the reader typed is among the offers too. */
export interface BaselinesAnswer {
  readonly kind: 'baselines';
  readonly chosen: readonly ChosenBaseline[];
  readonly offers: readonly BaselineOffer[];
}

interface MeasuresAnswer {
  readonly kind: 'measures';
  readonly chosen: readonly number[];
}

/** A grain, and why it cannot be chosen now; null where it can. */
export interface GrainOffer {
  readonly grain: Grain;
  readonly reason: string | null;
}

export interface GrainAnswer {
  readonly kind: 'grain';
  readonly chosen: Grain;
  readonly offers: readonly GrainOffer[];
}

/** What the as-of chooser stands at. */
export interface AsOfAnswer {
  readonly kind: 'asof';
  readonly today: Day;
  readonly asOf: Day | null;
}

export type ControlAnswer =
  | PeriodAnswer
  | SlicerAnswer
  | ConditionAnswer
  | NumbersAnswer
  | ValueAnswer
  | AsOfAnswer
  | BaselinesAnswer
  | MeasuresAnswer
  | GrainAnswer
  | HiddenAnswer
  | ElsewhereAnswer
  | BrokenAnswer;

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
