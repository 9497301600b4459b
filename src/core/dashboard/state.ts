/** What a reader has turned: kept in the address, never in the document. */
import { z } from 'zod';
import type { DashboardDocument } from './document';

export const readerStateSchema = z.object({
  /** Period phrase by time control; absent means the designer's default. */
  periods: z.record(z.string(), z.string().max(500)),
  /** Chosen values by slicer (empty: every value); absent means the designer's default. */
  choices: z.record(z.string(), z.array(z.string().max(500).nullable()).max(1000)),
});
export type ReaderState = z.infer<typeof readerStateSchema>;

export const DEFAULT_STATE: ReaderState = { periods: {}, choices: {} };

/** The state without what belongs to controls that the document does not have. */
export function stateFor(document: DashboardDocument, state: ReaderState): ReaderState {
  const has = (kind: string) =>
    new Set(document.controls.filter((control) => control.kind === kind).map((control) => control.id));
  const only = <T>(record: Record<string, T>, ids: Set<string>) =>
    Object.fromEntries(Object.entries(record).filter(([control]) => ids.has(control)));
  return { periods: only(state.periods, has('timeline')), choices: only(state.choices, has('slicer')) };
}
