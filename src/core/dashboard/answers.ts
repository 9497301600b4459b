/** The answers of a turn: what every control and visual shows. */
import type { Day } from '../calendar/day';
import type { DayRuns } from '../calendar/runs';
import type { Layout, Selection } from '../cube/query';
import type { PhraseError } from '../period/phrase';
import type { PeriodContext } from '../period/point';
import type { EmptyReason } from '../period/resolve';
import type { Buckets } from './grain';
import type { Acting } from './selection';

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
export interface HiddenAnswer {
  readonly kind: 'hidden';
}

/** What the as-of chooser stands at. */
export interface AsOfAnswer {
  readonly kind: 'asof';
  readonly today: Day;
  readonly asOf: Day | null;
}

export type ControlAnswer =
  PeriodAnswer | SlicerAnswer | AsOfAnswer | HiddenAnswer | ElsewhereAnswer | BrokenAnswer;

/** What every answered visual tells. */
export interface Shown {
  readonly window: {
    readonly dataset: string;
    readonly role: string;
    readonly asked: DayRuns;
    readonly shown: DayRuns;
    readonly days: number;
    readonly daysWithData: number;
  };
  readonly rows: number;
  readonly acting: readonly Acting[];
  readonly selection: Selection;
  readonly layout: Layout;
}

export interface LineAnswer extends Shown {
  readonly kind: 'line';
  readonly buckets: Buckets;
  readonly values: readonly (number | null)[];
}
export interface BarAnswer extends Shown {
  readonly kind: 'bar';
  readonly categories: readonly (string | null)[];
  readonly values: readonly (number | null)[];
  /** Number of categories with data, of which `categories` are the first by the visual's limit. */
  readonly total: number;
}
export interface TableAnswer extends Shown {
  readonly kind: 'table';
}
export interface EmptyAnswer {
  readonly kind: 'empty';
  readonly dataset: string;
  readonly asked: DayRuns;
  readonly nearest: Day | undefined;
  readonly acting: readonly Acting[];
}

export type VisualAnswer =
  LineAnswer | BarAnswer | TableAnswer | EmptyAnswer | ElsewhereAnswer | BrokenAnswer;

export interface TurnAnswer {
  readonly controls: Record<string, ControlAnswer>;
  readonly visuals: Record<string, VisualAnswer>;
}
