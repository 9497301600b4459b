/** Slicers that a reader has turned round: what is chosen is left out where the designer keeps it, and the reverse. */
import type { Control } from '../document/controls';
import type { ReaderState } from './state';

/** Whether readers may turn a control round. */
export const canTurn = (control: Control): boolean =>
  control.kind === 'slicer' && control.readers.includes('keep or leave out');

export const isTurned = (control: Control, state: ReaderState): boolean =>
  canTurn(control) && state.turned?.includes(control.id) === true;

/** The control as its reader has it; the very same one where it is not turned. */
export function asTurned<C extends Control>(control: C, state: ReaderState): C {
  if (!isTurned(control, state) || control.kind !== 'slicer') return control;
  return { ...control, exclude: !control.exclude };
}
