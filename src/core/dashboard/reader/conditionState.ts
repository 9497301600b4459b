/** What a reader has set on a condition control. */
import { z } from 'zod';
import type { ConditionControl } from '../document/controls';

export const conditionStateSchema = z.object({
  /** Ids of the entries that are switched on. */
  on: z.array(z.string().max(64)).max(400).readonly(),
  /** A condition of the reader's own; empty: none. */
  own: z.string().max(4000),
});
export type ConditionState = z.infer<typeof conditionStateSchema>;

/** What a condition control begins with. */
export function initialConditions(control: ConditionControl): ConditionState {
  const entries = control.groups.flatMap((group) => group.entries);
  return { on: entries.filter((entry) => entry.on).map((entry) => entry.id), own: '' };
}
