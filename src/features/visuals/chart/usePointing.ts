'use client';
/** Reading and choosing the places of a chart by pointer and by keys. */
import { useState, type KeyboardEvent, type MouseEvent, type PointerEvent } from 'react';
import type { Picking } from '../picking';
import { useSweep } from '../useSweep';

/** Where the places of a chart lie: one after the other along x or y, from `start`, each `slot` pixels. */
export interface Places {
  readonly along: 'x' | 'y';
  readonly start: number;
  readonly slot: number;
  readonly count: number;
}

const KEYS = {
  x: { ArrowLeft: -1, ArrowRight: 1 },
  y: { ArrowUp: -1, ArrowDown: 1 },
} as const;

/** A point of the page in pixels. */
export interface PagePoint {
  readonly x: number;
  readonly y: number;
}

/** The middle of what has the focus: where a menu opens that is asked for by keys. */
export function middleOf(element: Element): PagePoint {
  const box = element.getBoundingClientRect();
  return { x: box.left + box.width / 2, y: box.top + box.height / 2 };
}

/** What else can be done at a place, where it can. */
interface PlaceActions {
  /** Goes into it: a double click, Enter. */
  readonly enter?: ((place: number) => void) | undefined;
  /** Shows what can be done there, and where: the other button of the pointer, Shift with Enter. */
  readonly ask?: ((place: number, at: PagePoint) => void) | undefined;
}

/** What is said of asking at a place: of what compares also where the change comes from. */
export const askingWords = ({ against }: { readonly against?: unknown }): string =>
  `Right-click or Shift+Enter: the rows behind it${against ? ', where the change comes from' : ''}`;

export function usePointing(places: Places, picking: Picking | undefined, { enter, ask }: PlaceActions = {}) {
  const { along, start, slot, count } = places;
  const [pointed, setPointed] = useState<number | null>(null);
  const sweep = useSweep(picking, count);
  const at = pointed === null || count === 0 ? null : Math.min(pointed, count - 1);
  const placeAt = (event: MouseEvent<HTMLElement>) => {
    const element = event.currentTarget;
    const box = element.getBoundingClientRect();
    const [offset, shown, laid] =
      along === 'x'
        ? [event.clientX - box.left, box.width, element.offsetWidth]
        : [event.clientY - box.top, box.height, element.offsetHeight];
    // The dashboard may be drawn scaled: positions are those of the layout.
    return Math.floor((offset / (shown / laid || 1) - start) / slot);
  };
  const isPlace = (i: number) => i >= 0 && i < count;
  const goIn = () => {
    if (at === null || !enter) return;
    enter(at);
    // The place says nothing about the finer ones.
    setPointed(null);
  };
  const leave = () => {
    setPointed(null);
    sweep.cancel();
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === 'Enter' && event.shiftKey && ask) {
      // Else the same key would press the button that gets the focus.
      event.preventDefault();
      if (at !== null) ask(at, middleOf(event.currentTarget));
      return;
    }
    if (event.key === 'Enter') goIn();
    const steps: Readonly<Record<string, number>> = { ...KEYS[along], Home: -count, End: count };
    const by = steps[event.key];
    const from = pointed ?? (by !== undefined && by > 0 ? -1 : count);
    const moved = by === undefined ? null : Math.max(0, Math.min(count - 1, from + by));
    if (sweep.key(event, at, moved) || moved === null) return;
    event.preventDefault();
    setPointed(moved);
  };
  return {
    /** The place that is read; null for none. */
    at,
    /** The places swept over, both ends inclusive. */
    swept: sweep.range,
    handlers: {
      onPointerMove(event: PointerEvent<HTMLElement>) {
        const i = placeAt(event);
        setPointed(isPlace(i) ? i : null);
        sweep.move(i);
      },
      onPointerDown(event: PointerEvent<HTMLElement>) {
        const i = placeAt(event);
        sweep.down(event, isPlace(i) ? i : null);
      },
      onPointerUp: sweep.up,
      onPointerCancel: sweep.cancel,
      onPointerLeave: () => setPointed(null),
      onDoubleClick: goIn,
      onContextMenu(event: MouseEvent<HTMLElement>) {
        const i = placeAt(event);
        if (!ask || !isPlace(i)) return;
        event.preventDefault();
        ask(i, { x: event.clientX, y: event.clientY });
      },
      onKeyDown,
      onBlur: leave,
    },
  };
}
