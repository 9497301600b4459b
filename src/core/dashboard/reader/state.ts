/** What a reader has turned: kept in the address, never in the document. */
import { z } from 'zod';
import { UNITS } from '../../calendar/units';
import { chosenBaselineSchema, type ChosenBaseline } from '../document/kinds/baselines';
import { MOST_BASELINES, ownBaselineSchema } from '../document/kinds/compare';
import { grainSchema, type Grain } from '../document/kinds/measured';
import { value } from '../document/kinds/entry';
import { numberBoundsSchema, type NumberBounds } from '../../model/numberBounds';
import { conditionStateSchema, type ConditionState } from './conditionState';
import { pickSchema } from './pick';

/** What a control of each form holds. */
export interface HeldValues {
  /** A period phrase. */
  readonly period: string;
  /** Chosen values; none is every value. */
  readonly choice: readonly (string | null)[];
  readonly condition: ConditionState;
  readonly numbers: NumberBounds;
  /** The text of a value; empty is blank. */
  readonly value: string;
  /** A day (YYYY-MM-DD) in the place of today. */
  readonly day: string | null;
  /** What is compared with; none is nothing. */
  readonly baselines: readonly ChosenBaseline[];
  /** Places in the list of a measure chooser. */
  readonly measures: readonly number[];
  readonly grain: Grain;
}

/** Values that a reader can choose in one slicer. */
const MOST_CHOSEN = 100_000;

export const readerStateSchema = z.object({
  /** Period phrase by time control; absent means the designer's default. */
  periods: z.record(z.string(), z.string().max(500)),
  /** Chosen values by slicer (empty: every value); absent means the designer's default. */
  choices: z.record(z.string(), z.array(value).max(MOST_CHOSEN).readonly()),
  /** What a visual was drilled into, by visual: the fixed phrase of one unit. */
  drills: z.record(z.string(), z.string().max(40)).optional(),
  /** Of condition controls: which entries are switched on, and a condition of the reader's own (empty: none). */
  conditions: z.record(z.string(), conditionStateSchema).optional(),
  /** Bounds by number range. */
  ranges: z.record(z.string(), numberBoundsSchema).optional(),
  /** Values of parameters by value control; empty is blank. */
  values: z.record(z.string(), z.string().max(500)).optional(),
  /** What is compared with, by baseline chooser; absent means the designer's default. */
  baselines: z.record(z.string(), z.array(chosenBaselineSchema).max(50).readonly()).optional(),
  /** Chosen places in the list, by measure chooser. */
  measures: z.record(z.string(), z.array(z.int().min(0).max(49)).max(8).readonly()).optional(),
  /** Length of buckets, by grain chooser. */
  grains: z.record(z.string(), grainSchema).optional(),
  /** Baselines of the reader's own, by visual, beside the designer's. */
  compare: z.record(z.string(), z.array(ownBaselineSchema).max(MOST_BASELINES).readonly()).optional(),
  /** Slicers, conditions and number ranges that are switched off: they keep what they hold, without effect. */
  off: z.array(z.string().max(64)).max(100).optional(),
  /** Slicers that are turned round: what is chosen is left out in place of kept, or the reverse. */
  turned: z.array(z.string().max(64)).max(100).optional(),
  /** The level at which a timeline is read, by control; absent means the designer's. */
  levels: z.record(z.string(), z.enum(UNITS)).optional(),
  /** What was chosen on the marks of a visual, by visual. */
  picks: z.record(z.string(), pickSchema).optional(),
  /** A day (YYYY-MM-DD) in the place of today, for the whole dashboard. */
  asOf: z
    .string()
    .regex(/^\d{4}-\d{2}-\d{2}$/)
    .nullable()
    .optional(),
});
export type ReaderState = z.infer<typeof readerStateSchema>;

export const DEFAULT_STATE: ReaderState = { periods: {}, choices: {} };
