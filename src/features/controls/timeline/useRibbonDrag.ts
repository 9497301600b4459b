'use client';
/** Pointer gestures on a ribbon: click, shift-click, drag a run, drag a bracket, drag the body. */
import { useRef, type PointerEvent } from 'react';
import { movedBy, spanOfTiles, tileAt, withEndAt, type Ribbon, type Span } from '../ribbon';

type Gesture =
  | { readonly kind: 'end'; readonly side: 'start' | 'end' }
  | { readonly kind: 'press'; readonly tile: number; readonly x: number; readonly inside: boolean }
  | { readonly kind: 'run'; readonly tile: number }
  | { readonly kind: 'body'; readonly tile: number; readonly from: Span };

/** A press becomes a drag after this many pixels. */
const SLACK = 4;

export interface RibbonDrag {
  onPointerDown: (event: PointerEvent<SVGSVGElement>) => void;
  onPointerMove: (event: PointerEvent<SVGSVGElement>) => void;
  onPointerUp: (event: PointerEvent<SVGSVGElement>) => void;
  onPointerCancel: () => void;
}

export interface RibbonDragged {
  begin: () => void;
  /** Told every new window during a drag. */
  preview: (span: Span) => void;
  /** The last window of a gesture; null where nothing came of it. */
  end: (span: Span | null) => void;
}

/** Gestures over a ribbon. `tileUnder` gives the tile at a pointer; elements with `data-end` are handles. */
export function useRibbonDrag(
  ribbon: Ribbon,
  span: Span,
  tileUnder: (event: PointerEvent<SVGSVGElement>) => number,
  { begin, preview, end }: RibbonDragged,
): RibbonDrag {
  const gesture = useRef<Gesture | null>(null);
  const shown = useRef<Span | null>(null);

  const show = (next: Span | undefined) => {
    if (!next) return;
    const now = shown.current ?? span;
    if (now.start === next.start && now.end === next.end) return;
    shown.current = next;
    preview(next);
  };
  const finish = (last: Span | null | undefined) => {
    gesture.current = null;
    shown.current = null;
    end(last ?? null);
  };

  return {
    onPointerDown(event) {
      if (event.button !== 0) return;
      begin();
      event.currentTarget.setPointerCapture(event.pointerId);
      const side = (event.target as Element).closest('[data-end]')?.getAttribute('data-end');
      const tile = tileUnder(event);
      if (side === 'start' || side === 'end') {
        gesture.current = { kind: 'end', side };
      } else if (event.shiftKey) {
        const grows =
          tile < tileAt(ribbon, span.start) ? tileAt(ribbon, span.end) : tileAt(ribbon, span.start);
        finish(spanOfTiles(ribbon, grows, tile));
      } else {
        const inside = tile >= tileAt(ribbon, span.start) && tile <= tileAt(ribbon, span.end);
        gesture.current = { kind: 'press', tile, x: event.clientX, inside };
      }
    },
    onPointerMove(event) {
      const now = gesture.current;
      if (!now) return;
      const tile = tileUnder(event);
      if (now.kind === 'press') {
        if (Math.abs(event.clientX - now.x) < SLACK) return;
        gesture.current = now.inside
          ? { kind: 'body', tile: now.tile, from: span }
          : { kind: 'run', tile: now.tile };
      }
      const active = gesture.current!;
      if (active.kind === 'end') show(withEndAt(ribbon, shown.current ?? span, active.side, tile));
      if (active.kind === 'run') show(spanOfTiles(ribbon, active.tile, tile));
      if (active.kind === 'body') show(movedBy(ribbon, active.from, tile - active.tile));
    },
    onPointerUp() {
      const now = gesture.current;
      if (!now) return;
      finish(now.kind === 'press' ? spanOfTiles(ribbon, now.tile, now.tile) : shown.current);
    },
    onPointerCancel() {
      if (gesture.current) finish(null);
    },
  };
}
