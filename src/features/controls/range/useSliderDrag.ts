'use client';
/** Pointer gestures on a range slider's track: an end, the whole window, or a press beside it. */
import { useRef, type PointerEvent } from 'react';
import type { Day } from '../../../core/calendar/day';
import type { RangeSlider } from '../../../core/dashboard/document/document';
import type { Span } from '../ribbon';
import { movedByDays, withSide, type Track } from './track';

type Grip =
  { readonly kind: 'start' | 'end' } | { readonly kind: 'body'; readonly day: Day; readonly from: Span };

type TrackEvent = PointerEvent<SVGSVGElement>;

export interface SliderDragged {
  /** Told every new window during a drag. */
  preview: (span: Span) => void;
  /** The last window of a gesture. */
  commit: (span: Span) => void;
  /** Nothing came of a gesture. */
  letGo: () => void;
}

/** Gestures over a track. `dayUnder` gives the day at a pointer; elements with `data-end` are handles. */
export function useSliderDrag(
  track: Track,
  span: Span,
  fixedEnd: RangeSlider['fixedEnd'],
  dayUnder: (event: TrackEvent) => Day,
  { preview, commit, letGo }: SliderDragged,
) {
  const grip = useRef<Grip | null>(null);
  const latest = useRef<Span | null>(null);
  const show = (next: Span) => {
    if (latest.current && latest.current.start === next.start && latest.current.end === next.end) return;
    latest.current = next;
    preview(next);
  };
  const finish = (isKept: boolean) => {
    if (latest.current && isKept) commit(latest.current);
    else if (grip.current) letGo();
    grip.current = null;
    latest.current = null;
  };
  return {
    onPointerDown: (event: TrackEvent) => {
      if (event.button !== 0) return;
      event.currentTarget.setPointerCapture(event.pointerId);
      const side = (event.target as Element).closest('[data-end]')?.getAttribute('data-end');
      const day = dayUnder(event);
      if (side === 'start' || side === 'end') grip.current = { kind: side };
      else if (day >= span.start && day <= span.end && fixedEnd === 'none')
        grip.current = { kind: 'body', day, from: span };
      else {
        const nearer = Math.abs(day - span.start) < Math.abs(day - span.end) ? 'start' : 'end';
        const free = fixedEnd === 'none' ? nearer : fixedEnd === 'start' ? 'end' : 'start';
        grip.current = { kind: free };
        show(withSide(track, span, free, day));
      }
    },
    onPointerMove: (event: TrackEvent) => {
      const now = grip.current;
      if (!now) return;
      const day = dayUnder(event);
      if (now.kind === 'body') show(movedByDays(track, now.from, day - now.day));
      else show(withSide(track, latest.current ?? span, now.kind, day));
    },
    onPointerUp: () => finish(true),
    onPointerCancel: () => finish(false),
  };
}
