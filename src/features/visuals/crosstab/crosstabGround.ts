/** What the heads and rows of a crosstab are drawn from. */
import { unitText, unitWords } from '../../../core/calendar/names';
import type { CalendarRule } from '../../../core/calendar/rule';
import type { CrosstabAnswer, CrosstabRow } from '../../../core/dashboard/turn/answer';
import type { PeriodHead, periodHeads } from '../../../core/dashboard/turn/data/periodHeads';
import type { Measure } from '../../../core/model/model';
import type { ComparedColumn } from './comparedColumns';
import type { CrosstabChoice } from './crosstabChoice';

type Key = CrosstabRow['key'];

export type Heads = ReturnType<typeof periodHeads>;

export interface CrosstabGround {
  readonly answer: CrosstabAnswer;
  readonly measures: readonly Measure[];
  /** Names of the dimensions down the side. */
  readonly dimensions: readonly string[];
  /** The heads of period columns and of changes between them; null where buckets, or nothing, stand across. */
  readonly heads: Heads | null;
  /** For each change the places of its two periods. */
  readonly ends: readonly { readonly of: number; readonly against: number }[];
  /** What stands beside each value. */
  readonly compared: readonly ComparedColumn[];
  /** Shows where a change comes from: by baseline, measure, bucket (null: the window) and row. */
  readonly onChange: (baseline: number, measure: number, bucket: number | null, key: Key) => void;
  /** Shows where the change between two periods comes from, by the index of its column. */
  readonly onPeriodChange: (change: number, measure: number, key: Key) => void;
  /** Shows the rows behind a cell: of a bucket or period, or (null) of the whole window. */
  readonly onRows: (place: number | null, measure: number, key: Key) => void;
  readonly periods: readonly DrawnPeriod[];
  /** Absent where readers cannot choose. */
  readonly choice: CrosstabChoice | undefined;
}

export interface DrawnPeriod extends PeriodHead {
  /** Whether the window holds a part of it only. */
  readonly cut: boolean;
}

/** The periods that stand across: buckets of time, or the period columns. */
export function drawnPeriods(
  { buckets }: CrosstabAnswer,
  heads: Heads | null,
  rule: CalendarRule,
): readonly DrawnPeriod[] {
  if (!buckets) return (heads?.periods ?? []).map((period) => ({ ...period, cut: false }));
  const { starts, unit, partialFirst, partialLast } = buckets;
  return starts.map((start, b) => ({
    text: unitText(unit, start, rule),
    words: unitWords(unit, start, rule),
    cut: (b === 0 && partialFirst) || (b === starts.length - 1 && partialLast),
  }));
}
