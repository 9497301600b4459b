/** What a reader has turned: kept in the address, never in the document. */
import { z } from 'zod';
import { numberBoundsSchema } from '../document/controls';
import { isTimeControl, type Control, type DashboardDocument } from '../document/document';
import { isPickSource, pickSchema } from './pick';

export const conditionStateSchema = z.object({
  on: z.array(z.string().max(64)).max(400),
  own: z.string().max(4000),
});

export const readerStateSchema = z.object({
  /** Period phrase by time control; absent means the designer's default. */
  periods: z.record(z.string(), z.string().max(500)),
  /** Chosen values by slicer (empty: every value); absent means the designer's default. */
  choices: z.record(z.string(), z.array(z.string().max(500).nullable()).max(1000)),
  /** What a visual was drilled into, by visual: the fixed phrase of one unit. */
  drills: z.record(z.string(), z.string().max(40)).optional(),
  /** Of condition controls: which entries are switched on, and a condition of the reader's own (empty: none). */
  conditions: z.record(z.string(), conditionStateSchema).optional(),
  /** Bounds by number range. */
  ranges: z.record(z.string(), numberBoundsSchema).optional(),
  /** Slicers, conditions and number ranges that are switched off: they keep what they hold, without effect. */
  off: z.array(z.string().max(64)).max(100).optional(),
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

/** A part of the state, left away where nothing is in it. */
const ifAny = <K extends string, T>(key: K, record: Record<string, T>): { [key in K]?: Record<string, T> } =>
  Object.keys(record).length > 0 ? ({ [key]: record } as { [key in K]: Record<string, T> }) : {};

/** The state without what belongs to controls that the document does not have. */
export function stateFor(document: DashboardDocument, state: ReaderState): ReaderState {
  const ids = (wanted: (control: Control) => boolean) =>
    new Set(document.controls.filter(wanted).map((control) => control.id));
  const only = <T>(record: Record<string, T>, kept: Set<string>) =>
    Object.fromEntries(Object.entries(record).filter(([control]) => kept.has(control)));
  return {
    periods: only(state.periods, ids(isTimeControl)),
    choices: only(
      state.choices,
      ids((control) => control.kind === 'slicer'),
    ),
    ...(state.drills && Object.keys(state.drills).length > 0
      ? { drills: only(state.drills, new Set(document.visuals.map((visual) => visual.id))) }
      : {}),
    ...ifAny(
      'conditions',
      only(
        state.conditions ?? {},
        ids((control) => control.kind === 'condition'),
      ),
    ),
    ...ifAny(
      'ranges',
      only(
        state.ranges ?? {},
        ids((control) => control.kind === 'numbers'),
      ),
    ),
    ...(state.off && state.off.length > 0
      ? { off: state.off.filter((id) => ids((control) => !isTimeControl(control)).has(id)) }
      : {}),
    ...(state.picks && Object.keys(state.picks).length > 0
      ? {
          picks: only(state.picks, new Set(document.visuals.filter(isPickSource).map((visual) => visual.id))),
        }
      : {}),
    ...(state.asOf ? { asOf: state.asOf } : {}),
  };
}
