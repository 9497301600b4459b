import type { Control } from '../../core/dashboard/document';
import { role, seriesColour } from '../../theme/roles';

/** Colour of a control's wires: time or choice for the first of each, then the series. */
export function wireColour(control: Control, row: number): string {
  if (row === 0 && control.kind !== 'slicer') return role.time;
  if (control.kind === 'slicer' && row === 1) return role.choice;
  return seriesColour(row);
}
