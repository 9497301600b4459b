/** What answers tell of comparisons. */
import type { DayRun, DayRuns } from '../../../calendar/runs';
import type { BaselineErrorCode } from '../../../period/baseline';
import type { PhraseErrorCode } from '../../../period/phrase';
import type { EmptyReason } from '../../../period/resolve';

/** What a reader has to know of a comparison, in this order. */
export type BaselineWarning =
  /** So many days lie in both windows. */
  | { readonly code: 'overlap'; readonly days: number }
  /** The windows have so many days, as asked for: the one compared, and the baseline. */
  | { readonly code: 'length'; readonly days: readonly [number, number] }
  /** The data ends inside the window compared, though not before the baseline's end. */
  | { readonly code: 'late-data' }
  /** The data covers a part of the baseline only. */
  | { readonly code: 'partly' };

/** What one measure is compared with. */
export type BaselineMeasureAnswer =
  | {
      /** As asked for; none where there is no baseline. */
      readonly windows: DayRuns;
      /** Between the first and the last day with data. */
      readonly shown: DayRuns;
      readonly days: number;
      readonly daysWithData: number;
      /** Why there is no baseline. */
      readonly empty: EmptyReason | null;
      readonly warnings: readonly BaselineWarning[];
    }
  | { readonly error: BaselineErrorCode | PhraseErrorCode };

/** A baseline of a visual: what each of its measures is compared with. */
export interface BaselineAnswer {
  readonly id: string;
  readonly name: string;
  /** Canonical text of the baseline. */
  readonly text: string;
  readonly measures: readonly BaselineMeasureAnswer[];
}

/** The days that a bucket is compared with; null where it has no partner. */
export type Partner = DayRun | null;

/** By how much a value differs from a baseline's; null where there is none of the two. */
export interface Change {
  readonly change: number | null;
  /** As a part of the baseline's size; null where that is zero. */
  readonly percent: number | null;
}

/** The change from a baseline's value to a value. */
export function changeOf(value: number | null, baseline: number | null): Change {
  if (value === null || baseline === null) return { change: null, percent: null };
  const change = value - baseline;
  return { change, percent: baseline === 0 ? null : change / Math.abs(baseline) };
}
