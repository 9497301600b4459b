'use client';
/** Looking around a map and choosing on it, by wheel, pointer and keys. */
import {
  useEffect,
  useRef,
  useState,
  type KeyboardEvent,
  type MouseEvent,
  type PointerEvent,
  type RefObject,
} from 'react';
import { middleOf, type PagePoint } from '../chart/usePointing';
import type { Picking } from '../picking';
import { panned, showing, toScreen, WHOLE, zoomedAt, ZOOM_STEP, type Camera, type Room } from './camera';
import { isInside, nextMark, type MapMark } from './drawnMap';
import { markAt, type ReadyLayer } from './drawMap';

const DIRECTIONS = { ArrowLeft: 'left', ArrowRight: 'right', ArrowUp: 'up', ArrowDown: 'down' } as const;
const PAN = 60;
const WHEEL_ZOOM = 1.0015;
/** A pointer that moved less than this (in pixels) clicked. */
const CLICK_SLOP = 4;
interface Drag {
  readonly x: number;
  readonly y: number;
  readonly camera: Camera;
  readonly isLasso: boolean;
  /** The line that is drawn, from where it was begun. */
  readonly line: { x: number; y: number }[];
  moved: boolean;
}

export interface MapHands {
  readonly picking: Picking | undefined;
  /** Chooses several categories at once; undefined where readers cannot choose. */
  readonly chooseAll: ((chosen: readonly number[], add: boolean) => void) | undefined;
  readonly onAskMark: (category: number, at: PagePoint) => void;
}

export function useMapHands(
  canvas: RefObject<HTMLCanvasElement | null>,
  room: Room,
  seen: readonly ReadyLayer[],
  seenMarks: readonly MapMark[],
  { picking, chooseAll, onAskMark }: MapHands,
) {
  const drag = useRef<Drag | null>(null);
  const [camera, setCamera] = useState(WHOLE);
  const [pointed, setPointed] = useState<number | null>(null);
  const [lasso, setLasso] = useState<readonly { x: number; y: number }[]>([]);
  /** Whether a drag draws a line around marks, without Shift too. */
  const [draws, setDraws] = useState(false);
  const at = pointed === null ? undefined : seenMarks[pointed];
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const onWheel = (event: WheelEvent) => {
      // Whoever scrolls past a map scrolls on; whoever works on it, or holds Ctrl, zooms.
      const isMeant = event.ctrlKey || event.metaKey || document.activeElement === element;
      if (!isMeant) return;
      event.preventDefault();
      const { x, y } = pointOf(element, event);
      setCamera((now) => zoomedAt(now, WHEEL_ZOOM ** -event.deltaY, x, y, room));
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [canvas, room]);
  const zoom = (factor: number) =>
    setCamera((now) => zoomedAt(now, factor, room.width / 2, room.height / 2, room));
  const find = (event: { clientX: number; clientY: number }): number | null => {
    const element = canvas.current;
    const context = element?.getContext('2d');
    if (!element || !context) return null;
    const { x, y } = pointOf(element, event);
    const mark = markAt(context, seen, camera, x, y);
    return mark ? seenMarks.indexOf(mark) : null;
  };
  const choose = (mark: MapMark | undefined, add: boolean) => {
    if (mark?.category == null) return;
    picking?.choose(mark.category, mark.category, add);
  };
  const ask = (mark: MapMark | undefined, where: PagePoint) => {
    if (mark?.category != null) onAskMark(mark.category, where);
  };
  const down = (event: PointerEvent<HTMLCanvasElement>) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const isLasso = chooseAll !== undefined && (draws || event.shiftKey);
    const line = [pointOf(event.currentTarget, event)];
    drag.current = { x: event.clientX, y: event.clientY, camera, isLasso, line, moved: false };
  };
  const move = (event: PointerEvent<HTMLCanvasElement>) => {
    const begun = drag.current;
    if (!begun) { setPointed(find(event)); return; }
    const [dx, dy] = [event.clientX - begun.x, event.clientY - begun.y];
    if (Math.hypot(dx, dy) > CLICK_SLOP) begun.moved = true;
    if (!begun.moved) return;
    if (begun.isLasso) {
      begun.line.push(pointOf(event.currentTarget, event));
      setLasso([...begun.line]);
    } else setCamera(panned(begun.camera, dx, dy, room));
  };
  const up = (event: PointerEvent<HTMLCanvasElement>) => {
    const begun = drag.current;
    drag.current = null;
    if (!begun) return;
    const add = event.ctrlKey || event.metaKey;
    if (!begun.moved) {
      const found = find(event);
      setPointed(found);
      choose(found === null ? undefined : seenMarks[found], add); return;
    }
    if (!begun.isLasso) return;
    const inside = seenMarks.flatMap(({ category, x, y }) => {
      const on = toScreen(camera, x, y);
      return category !== null && isInside(begun.line, on.x, on.y) ? [category] : [];
    });
    setLasso([]);
    if (inside.length > 0) chooseAll?.([...new Set(inside)], add);
  };
  const onKey = (event: KeyboardEvent<HTMLCanvasElement>) => {
    const direction = DIRECTIONS[event.key as keyof typeof DIRECTIONS];
    const take = () => {
      event.preventDefault();
      event.stopPropagation();
    };
    if (direction && event.shiftKey) {
      take();
      const [dx, dy] = { left: [PAN, 0], right: [-PAN, 0], up: [0, PAN], down: [0, -PAN] }[direction] as [
        number,
        number,
      ];
      setCamera((now) => panned(now, dx, dy, room)); return;
    }
    if (direction) {
      take();
      const next = nextMark(seenMarks, pointed, direction);
      setPointed(next);
      const mark = next === null ? undefined : seenMarks[next];
      if (mark) setCamera((now) => showing(now, mark.x, mark.y, room));
      return;
    }
    switch (event.key) {
      case '+':
      case '=':
        take();
        { zoom(ZOOM_STEP); return; }
      case '-':
        take();
        { zoom(1 / ZOOM_STEP); return; }
      case 'Home':
        take();
        { setCamera(WHOLE); return; }
      case 'Enter':
        take();
        { event.shiftKey ? ask(at, middleOf(event.currentTarget)) : choose(at, event.ctrlKey); return; }
      case ' ':
        take();
        { choose(at, event.ctrlKey || event.metaKey); return; }
      case 'Escape':
        if (picking?.chosen) {
          take();
          picking.clear();
        }
    }
  };
  return {
    camera,
    /** The mark that is pointed at. */
    at,
    lasso,
    draws,
    setDraws,
    zoom,
    showWhole: () => setCamera(WHOLE),
    forget: () => setPointed(null),
    handlers: {
      onPointerDown: down,
      onPointerMove: move,
      onPointerUp: up,
      onPointerCancel: () => {
        drag.current = null;
        setLasso([]);
      },
      onPointerLeave: () => {
        if (!drag.current) setPointed(null);
      },
      onKeyDown: onKey,
      onBlur: () => setPointed(null),
      onContextMenu: (event: MouseEvent<HTMLCanvasElement>) => {
        const found = find(event);
        if (found === null) return;
        event.preventDefault();
        ask(seenMarks[found], { x: event.clientX, y: event.clientY });
      },
    },
  };
}

/** A point of the page in pixels of a canvas, whatever it is scaled by. */
function pointOf(element: HTMLElement, { clientX, clientY }: { clientX: number; clientY: number }) {
  const box = element.getBoundingClientRect();
  const ratio = box.width / element.offsetWidth || 1;
  return { x: (clientX - box.left) / ratio, y: (clientY - box.top) / ratio };
}
