import { isControl, isTimeControl } from '../../core/dashboard/document/document';
import type { Actor } from '../../core/dashboard/wiring/routes';
import { paletteColour, role, seriesColour } from '../../theme/roles';

/** Colour of the wires of what stands in a row of the board: time or choice for the first of each, then the series. */
export function wireColour(actor: Actor, row: number): string {
  if (isControl(actor) && actor.accent !== null) return paletteColour(actor.accent);
  const isChoice = !isControl(actor) || !isTimeControl(actor);
  if (row === 0 && !isChoice) return role.time;
  if (isChoice && row === 1) return role.choice;
  return seriesColour(row);
}
