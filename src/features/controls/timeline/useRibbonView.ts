'use client';
/** Which tiles of a ribbon are in view. */
import { useState } from 'react';
import type { Unit } from '../../../core/calendar/units';
import { positionOf, tileAt, tilesThatFit, type Ribbon, type Span } from '../ribbon';

const sameSpan = (a: Span, b: Span) => a.start === b.start && a.end === b.end;

/**
 * The view of a ribbon so many pixels wide: it follows the window, stays where the reader moved it until the window is
 * set elsewhere, and stands still under a handle.
 */
export function useRibbonView(ribbon: Ribbon, span: Span, width: number) {
  const { tiles, level } = ribbon;
  const fitting = tilesThatFit(ribbon, width);
  const tileWidth = width / fitting;
  const [panned, setPanned] = useState<{ level: Unit; first: number; span: Span } | null>(null);
  const [still, setStill] = useState<number | null>(null);
  const latestFirst = Math.max(0, tiles.length - fitting);
  const around = Math.min(latestFirst, Math.max(0, tileAt(ribbon, span.end) + 2 - fitting));
  const isPanned = panned?.level === level && sameSpan(panned.span, span);
  const first = still ?? (isPanned ? Math.min(panned.first, latestFirst) : around);
  const panTo = (tile: number, next = span) =>
    setPanned({ level, first: Math.max(0, Math.min(latestFirst, tile)), span: next });
  return {
    first,
    fitting,
    tileWidth,
    /** Pixels from the left at which a day stands. */
    x: (day: number) => (positionOf(ribbon, day) - first) * tileWidth,
    /** The tile under so many pixels from the left. */
    tileUnder: (at: number) => Math.max(0, Math.min(tiles.length - 1, first + Math.floor(at / tileWidth))),
    panTo,
    /** Shows a day of a window that is about to be set. */
    reveal: (next: Span, day: number) => {
      const at = tileAt(ribbon, day);
      const isSeen = at >= first && at < first + fitting;
      panTo(isSeen ? first : at < first ? at : at - fitting + 1, next);
    },
    stand: () => setStill(first),
    /** Lets the ribbon move again: what was clicked stays under the pointer. */
    release: (next: Span) => {
      setStill(null);
      setPanned({ level, first, span: next });
    },
  };
}

export type RibbonView = ReturnType<typeof useRibbonView>;
