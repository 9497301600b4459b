'use client';
/** Looking around a map and choosing on it, by wheel, pointer and keys. */
import {
  useEffect,
  useState,
  type Dispatch,
  type KeyboardEvent,
  type MouseEvent,
  type RefObject,
  type SetStateAction,
} from 'react';
import { ownPoint } from '../../ui/ownPoint';
import { middleOf, type PagePoint } from '../chart/usePointing';
import type { Picking } from '../picking';
import { panned, showing, toScreen, WHOLE, zoomedAt, type Camera, type Room } from './camera';
import { isInside, nextMark, type MapMark } from './drawnMap';
import { markAt, type ReadyLayer } from './drawMap';
import { actionOf, type Direction } from './mapKeys';
import { useMapDrag } from './useMapDrag';

const WHEEL_ZOOM = 1.0015;

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
  const [camera, setCamera] = useState(WHOLE);
  const [pointed, setPointed] = useState<number | null>(null);
  /** Whether a drag draws a line around marks, without Shift too. */
  const [draws, setDraws] = useState(false);
  const at = pointed === null ? undefined : seenMarks[pointed];
  useWheelZoom(canvas, room, setCamera);
  const zoom = (factor: number) =>
    setCamera((now) => zoomedAt(now, factor, room.width / 2, room.height / 2, room));
  const find = (event: { clientX: number; clientY: number }): number | null => {
    const mark = markUnder(canvas.current, event, seen, camera);
    return mark ? seenMarks.indexOf(mark) : null;
  };
  const choose = (mark: MapMark | undefined, add: boolean) =>
    mark?.category != null && picking?.choose(mark.category, mark.category, add);
  const ask = (mark: MapMark | undefined, where: PagePoint) =>
    mark?.category != null && onAskMark(mark.category, where);
  const { lasso, held, handlers } = useMapDrag(camera, {
    canDraw: chooseAll !== undefined,
    draws,
    onHover: (event) => setPointed(find(event)),
    onMove: (begun, dx, dy) => setCamera(panned(begun, dx, dy, room)),
    onClick: (event) => {
      const found = find(event);
      setPointed(found);
      choose(found === null ? undefined : seenMarks[found], event.ctrlKey || event.metaKey);
    },
    onDrawn: (line, event) => {
      const inside = categoriesInside(line, seenMarks, camera);
      if (inside.length > 0) chooseAll?.(inside, event.ctrlKey || event.metaKey);
    },
  });
  /** Takes a step to the nearest mark, and brings it into view. */
  const goOn = (direction: Direction) => {
    const next = nextMark(seenMarks, pointed, direction);
    setPointed(next);
    const mark = next === null ? undefined : seenMarks[next];
    if (mark) setCamera((now) => showing(now, mark.x, mark.y, room));
  };
  const onKeyDown = (event: KeyboardEvent<HTMLCanvasElement>) => {
    const act = actionOf(event);
    if (act === undefined || (act.kind === 'let go' && !picking?.chosen)) return;
    event.preventDefault();
    event.stopPropagation();
    if (act.kind === 'move') setCamera((now) => panned(now, act.dx, act.dy, room));
    else if (act.kind === 'next') goOn(act.direction);
    else if (act.kind === 'zoom') zoom(act.factor);
    else if (act.kind === 'whole') setCamera(WHOLE);
    else if (act.kind === 'ask') ask(at, middleOf(event.currentTarget));
    else if (act.kind === 'choose') choose(at, event.ctrlKey || event.metaKey);
    else picking?.clear();
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
      ...handlers,
      onPointerLeave: () => held() || setPointed(null),
      onKeyDown,
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

function markUnder(
  canvas: HTMLCanvasElement | null,
  event: { clientX: number; clientY: number },
  layers: readonly ReadyLayer[],
  camera: Camera,
): MapMark | undefined {
  const context = canvas?.getContext('2d');
  if (!canvas || !context) return undefined;
  const { x, y } = ownPoint(canvas, event, canvas.offsetWidth);
  return markAt(context, layers, camera, x, y);
}

/** The categories of the marks inside a line that was drawn on the screen, each once. */
function categoriesInside(
  line: Parameters<typeof isInside>[0],
  marks: readonly MapMark[],
  camera: Camera,
): number[] {
  const inside = marks.flatMap(({ category, x, y }) => {
    const on = toScreen(camera, x, y);
    return category !== null && isInside(line, on.x, on.y) ? [category] : [];
  });
  return [...new Set(inside)];
}

/** Zooms by the wheel, about the point under the pointer. */
function useWheelZoom(
  canvas: RefObject<HTMLCanvasElement | null>,
  room: Room,
  setCamera: Dispatch<SetStateAction<Camera>>,
) {
  useEffect(() => {
    const element = canvas.current;
    if (!element) return;
    const onWheel = (event: WheelEvent) => {
      // Whoever scrolls past a map scrolls on; whoever works on it, or holds Ctrl, zooms.
      const isMeant = event.ctrlKey || event.metaKey || document.activeElement === element;
      if (!isMeant) return;
      event.preventDefault();
      const { x, y } = ownPoint(element, event, element.offsetWidth);
      setCamera((now) => zoomedAt(now, WHEEL_ZOOM ** -event.deltaY, x, y, room));
    };
    element.addEventListener('wheel', onWheel, { passive: false });
    return () => element.removeEventListener('wheel', onWheel);
  }, [canvas, room, setCamera]);
}
