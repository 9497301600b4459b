'use client';
/** The crosspoint that has the focus, and the run of them that is marked with Shift: moved by keys. */
import { useEffect, useState, type KeyboardEvent, type RefObject } from 'react';
import type { CellRange } from './BoardRow';
import { CELL, HEAD, NAME, ROW } from './CrosspointParts';

interface Place {
  readonly row: number;
  readonly column: number;
}

/** Rows and columns that a key goes; Home and End go as far as there is. */
const STEPS: Readonly<Record<string, Place>> = {
  ArrowLeft: { row: 0, column: -1 },
  ArrowRight: { row: 0, column: 1 },
  ArrowUp: { row: -1, column: 0 },
  ArrowDown: { row: 1, column: 0 },
  Home: { row: 0, column: -Infinity },
  End: { row: 0, column: Infinity },
  PageUp: { row: -8, column: 0 },
  PageDown: { row: 8, column: 0 },
};

const within = (index: number, count: number) => Math.max(0, Math.min(count - 1, index));

/** Scrolls so that a crosspoint stands clear of the names beside and above it. */
function bringIntoView(element: HTMLElement, { row, column }: Place) {
  const [x, y] = [NAME + column * CELL, HEAD + row * ROW];
  if (x - NAME < element.scrollLeft) element.scrollLeft = x - NAME;
  else if (x + CELL > element.scrollLeft + element.clientWidth)
    element.scrollLeft = x + CELL - element.clientWidth;
  if (y - HEAD < element.scrollTop) element.scrollTop = y - HEAD;
  else if (y + ROW > element.scrollTop + element.clientHeight)
    element.scrollTop = y + ROW - element.clientHeight;
}

/**
 * The cursor of a board of so many rows and columns that scrolls in an element. `drawn` changes when other crosspoints
 * are drawn: the one with the focus may have come only then.
 */
export function useBoardCursor(
  scroller: RefObject<HTMLElement | null>,
  { rows, columns }: { readonly rows: number; readonly columns: number },
  drawn: unknown,
  { onMove, onFlip }: { onMove: (row: number, column: number) => void; onFlip: (range: CellRange) => void },
) {
  const [anchor, setAnchor] = useState<Place | null>(null);
  const [cursor, setCursor] = useState<Place & { readonly focus: boolean }>({
    row: 0,
    column: 0,
    focus: false,
  });
  const range: CellRange | null = anchor && {
    top: Math.min(anchor.row, cursor.row),
    bottom: Math.max(anchor.row, cursor.row),
    left: Math.min(anchor.column, cursor.column),
    right: Math.max(anchor.column, cursor.column),
  };
  useEffect(() => {
    if (!cursor.focus) return;
    scroller.current
      ?.querySelector<HTMLElement>(`[data-cell="${cursor.row}:${cursor.column}"]`)
      ?.focus({ preventScroll: true });
  }, [scroller, cursor, drawn]);
  const onKeyDown = (event: KeyboardEvent) => {
    // Names of rows and columns are buttons of their own.
    if (!(event.target instanceof HTMLElement) || event.target.dataset.cell === undefined) return;
    if (event.key === ' ' || event.key === 'Enter') {
      event.preventDefault();
      onFlip(range ?? { top: cursor.row, bottom: cursor.row, left: cursor.column, right: cursor.column });
      return;
    }
    const step = STEPS[event.key];
    if (!step) return;
    event.preventDefault();
    const next = {
      row: within(cursor.row + step.row, rows),
      column: within(cursor.column + step.column, columns),
    };
    setAnchor(event.shiftKey ? (anchor ?? cursor) : null);
    setCursor({ ...next, focus: true });
    onMove(next.row, next.column);
    if (scroller.current) bringIntoView(scroller.current, next);
  };
  return {
    cursor,
    range,
    onKeyDown,
    /** Follows the focus that a pointer or Tab has set. */
    follow: (row: number, column: number) => {
      if (cursor.row !== row || cursor.column !== column) setCursor({ row, column, focus: false });
    },
    endRun: () => setAnchor(null),
  };
}
