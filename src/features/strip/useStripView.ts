'use client';
/** Which days of the almanac strip are in view: zoomed and moved by wheel, pointer and keys. */
import {
  useEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type RefObject,
} from 'react';
import { moved, NAMES, within, zoomed, type StripView } from './stripView';

const WHEEL_ZOOM = 1.0015;
/** Of the view, by which a key moves it. */
const KEY_STEP = 0.2;
/** Pixels of a sideways wheel that move by the whole view. */
const WHEEL_WIDTH = 600;
/** A pointer that moved less than this (in pixels) clicked. */
const CLICK_SLOP = 4;

type StripEvent = PointerEvent<SVGSVGElement>;

/** The view after a key; undefined for keys that mean nothing here. */
function viewByKey(key: string, shown: StripView, whole: StripView): StripView | undefined {
  switch (key) {
    case 'ArrowLeft':
      return moved(shown, -KEY_STEP, whole);
    case 'ArrowRight':
      return moved(shown, KEY_STEP, whole);
    case '+':
    case '=':
      return zoomed(shown, 0.7, 0.5, whole);
    case '-':
      return zoomed(shown, 1.4, 0.5, whole);
    case 'Home':
      return whole;
    default:
      return undefined;
  }
}

/** `inner`: pixels that the days take; `onClick` is told of a press that moved nothing, and of the day there. */
export function useStripView(
  svg: RefObject<SVGSVGElement | null>,
  whole: StripView,
  inner: number,
  onClick: (event: StripEvent, day: number) => void,
) {
  const [view, setView] = useState<StripView | null>(null);
  const drag = useRef<{ x: number; view: StripView; moved: boolean } | null>(null);
  const shown = within(view ?? whole, whole);
  /** Where on the strip a place of the page is, from 0 to 1, and the day there. */
  const placeAt = (clientX: number) => {
    const box = svg.current!.getBoundingClientRect();
    const share = (clientX - box.left - NAMES) / inner;
    return {
      share: Math.max(0, Math.min(1, share)),
      day: Math.floor(shown.from + share * (shown.to + 1 - shown.from)),
    };
  };
  const latest = useRef({ shown, whole, placeAt });
  useEffect(() => {
    latest.current = { shown, whole, placeAt };
  });
  const isDrawn = inner > 1;
  useEffect(() => {
    const element = svg.current;
    if (!element || !isDrawn) return;
    const onWheel = (event: WheelEvent) => {
      const zooms = event.ctrlKey || event.metaKey;
      // Sideways scrolls move, with a modifier it zooms; else nothing, so that lanes scroll by their own bar.
      if (!zooms && Math.abs(event.deltaX) <= Math.abs(event.deltaY)) return;
      event.preventDefault();
      const now = latest.current;
      setView(
        zooms
          ? zoomed(now.shown, WHEEL_ZOOM ** event.deltaY, now.placeAt(event.clientX).share, now.whole)
          : moved(now.shown, event.deltaX / WHEEL_WIDTH, now.whole),
      );
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [svg, isDrawn]);
  return {
    shown,
    handlers: {
      onKeyDown: (event: KeyboardEvent) => {
        const next = viewByKey(event.key, shown, whole);
        if (!next) return;
        event.preventDefault();
        event.stopPropagation();
        setView(next);
      },
      onPointerDown: (event: StripEvent) => {
        event.currentTarget.setPointerCapture(event.pointerId);
        drag.current = { x: event.clientX, view: shown, moved: false };
      },
      onPointerMove: (event: StripEvent) => {
        const begun = drag.current;
        if (!begun) return;
        if (Math.abs(event.clientX - begun.x) > CLICK_SLOP) begun.moved = true;
        if (begun.moved) setView(moved(begun.view, (begun.x - event.clientX) / inner, whole));
      },
      onPointerUp: (event: StripEvent) => {
        if (drag.current && !drag.current.moved) onClick(event, placeAt(event.clientX).day);
        drag.current = null;
      },
      onDoubleClick: (event: MouseEvent) =>
        setView(zoomed(shown, event.shiftKey ? 2 : 0.5, placeAt(event.clientX).share, whole)),
    },
  };
}
