'use client';
/** Dragging the end of a cable, or a new one from a plug. */
import { useState, type PointerEvent, type RefObject } from 'react';
import type { Point } from './cableGround';

/** Pixels within which a press is a click. */
const CLICK = 4;

export interface CableDrag {
  readonly from: Point;
  readonly to: Point;
  readonly control: string;
  /** What the end was taken off; null for a new cable. */
  readonly off: string | null;
  /** The end or plug that is dragged. */
  readonly anchor: Element;
}

/** Drags over an element that is scaled. `onEnd` is told where it was let go, and whether it was only clicked. */
export function useCableDrag(
  svg: RefObject<SVGSVGElement | null>,
  scale: number,
  onEnd: (drag: CableDrag, isClick: boolean) => void,
) {
  const [drag, setDrag] = useState<CableDrag | null>(null);
  const pointOf = (event: PointerEvent): Point => {
    const box = svg.current!.getBoundingClientRect();
    return { x: (event.clientX - box.left) / scale, y: (event.clientY - box.top) / scale };
  };
  return {
    drag,
    begin: (event: PointerEvent, from: Point, control: string, off: string | null) => {
      event.stopPropagation();
      svg.current!.setPointerCapture(event.pointerId);
      setDrag({ from, to: from, control, off, anchor: event.currentTarget });
    },
    handlers: {
      onPointerMove: (event: PointerEvent) => {
        if (drag) setDrag({ ...drag, to: pointOf(event) });
      },
      onPointerUp: (event: PointerEvent) => {
        if (!drag) return;
        const isClick = Math.hypot(drag.to.x - drag.from.x, drag.to.y - drag.from.y) < CLICK;
        onEnd({ ...drag, to: pointOf(event) }, isClick);
        setDrag(null);
      },
    },
  };
}
