/** The rows that have a value of a slicer: asked for by the other button of the pointer, and by Shift with Enter. */
import type { KeyboardEvent, MouseEvent } from 'react';
import type { Slicer } from '../../../core/dashboard/document/document';
import { BLANK } from '../../../core/model/blank';
import { useRowsAsked } from '../../workspace/rowsAsked';

type Path = readonly (string | null)[];

/** What is said of it. */
export const ROWS_WORDS = 'Right-click or Shift+Enter: its rows';

/** Shows the rows that have a value, or the values of the first levels of a tree. */
function askRows(slicer: Slicer, title: string, path: Path): void {
  const words = `${title}: ${path.map((value) => value ?? BLANK).join(' › ')}`;
  useRowsAsked.getState().open({ slicer: slicer.id, path, words });
}

/** What a value does on the other button of the pointer. */
export const onRowsAsked = (slicer: Slicer, title: string, path: Path) => (event: MouseEvent) => {
  event.preventDefault();
  event.stopPropagation();
  askRows(slicer, title, path);
};

/** Whether a key asked for the rows; then it is nobody else's. */
export function isRowsKey(
  event: KeyboardEvent,
  slicer: Slicer,
  title: string,
  path: Path | undefined,
): boolean {
  if (event.key !== 'Enter' || !event.shiftKey) return false;
  event.preventDefault();
  event.stopPropagation();
  if (path) askRows(slicer, title, path);
  return true;
}
