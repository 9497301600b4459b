/** What controls say in a turn. */
import type { Day } from '../../calendar/day';
import type { DayRuns } from '../../calendar/runs';
import type { NumberBounds } from '../../model/numberBounds';
import type { PhraseError } from '../../period/phrase';
import type { PeriodContext } from '../../period/point';
import type { EmptyReason } from '../../period/resolve';
import type { ChosenBaseline } from '../document/kinds/baselines';
import type { Grain } from '../document/kinds/measured';
import type { ConditionIssue } from '../reader/conditions';
import type { BaselineMeasureAnswer } from './comparing/answer';

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
