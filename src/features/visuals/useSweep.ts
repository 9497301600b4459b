'use client';
/** Choosing marks by pointer (click, Ctrl-click, drag) and by keys (Space, Ctrl-Space, Shift with arrows, Escape). */
import { useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Picking } from './picking';

/** Marks from one to another while they are swept over; the ends stand in the order in which they were reached. */
interface Sweep {
  readonly from: number;
  readonly to: number;
}

/** Two clicks on one mark within so many milliseconds are a double click, which goes into it. */
const DOUBLE_MS = 400;

export function useSweep(picking: Picking | undefined, count: number) {
  const [sweep, setSweep] = useState<Sweep | null>(null);
  const clicked = useRef({ mark: -1, at: -Infinity });
  const within = (i: number) => Math.max(0, Math.min(count - 1, i));
  const take = (range: Sweep, add: boolean) =>
    picking?.choose(within(Math.min(range.from, range.to)), within(Math.max(range.from, range.to)), add);
  return {
    /** Indexes swept over now (both inclusive), or null. */
    range: sweep && { first: Math.min(sweep.from, sweep.to), last: Math.max(sweep.from, sweep.to) },
    /** A press on a mark; null where there is none. */
    down(event: PointerEvent, i: number | null) {
      if (!picking || i === null || event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      setSweep({ from: i, to: i });
    },
    move(i: number) {
      if (sweep) setSweep({ ...sweep, to: within(i) });
    },
    up: (event: PointerEvent) => {
      if (!sweep) return;
      const { mark, at } = clicked.current;
      const isClick = sweep.from === sweep.to;
      const isSecond = isClick && sweep.from === mark && event.timeStamp - at < DOUBLE_MS;
      clicked.current = { mark: isClick ? sweep.from : -1, at: event.timeStamp };
      // The second click of a double one would let go of what the first one chose.
      if (!isSecond) take(sweep, event.ctrlKey || event.metaKey);
      setSweep(null);
    },
    cancel: () => setSweep(null),
    /**
     * A key at the mark read last, and the mark it moves to by an arrow. Whether the key meant a choice; arrows with
     * Shift still move.
     */
    key(event: KeyboardEvent, at: number | null, moved: number | null): boolean {
      if (!picking) return false;
      if (event.key === 'Escape') {
        setSweep(null);
        picking.clear();
        return true;
      }
      if (event.key === ' ' && at !== null) {
        event.preventDefault();
        take(sweep ?? { from: at, to: at }, event.ctrlKey || event.metaKey);
        setSweep(null);
        return true;
      }
      if (moved !== null) setSweep(event.shiftKey ? { from: sweep?.from ?? at ?? moved, to: moved } : null);
      return false;
    },
  };
}

/** What a screen reader is told about choosing, after what arrow keys do. */
export const CHOOSING_WORDS =
  ' Space chooses, with Ctrl one more; Shift and arrows sweep; Escape lets all be.';
