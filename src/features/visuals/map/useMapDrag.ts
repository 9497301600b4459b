'use client';
/** What a pointer does on a map: it clicks, moves the map, or draws a line around marks. */
import { useRef, useState, type PointerEvent } from 'react';
import { ownPoint } from '../../ui/ownPoint';
import type { Camera } from './camera';

/** A pointer that moved less than this (in pixels) clicked. */
const CLICK_SLOP = 4;

type Line = readonly { readonly x: number; readonly y: number }[];

interface Drag {
  readonly x: number;
  readonly y: number;
  /** Where one looked from when it began. */
  readonly camera: Camera;
  readonly isLasso: boolean;
  /** The line that is drawn, from where it was begun. */
  readonly line: { x: number; y: number }[];
  moved: boolean;
}

type CanvasEvent = PointerEvent<HTMLCanvasElement>;

interface MapDragged {
  readonly canDraw: boolean;
  /** Whether a drag draws without Shift too. */
  readonly draws: boolean;
  readonly onHover: (event: CanvasEvent) => void;
  readonly onMove: (begun: Camera, dx: number, dy: number) => void;
  readonly onClick: (event: CanvasEvent) => void;
  readonly onDrawn: (line: Line, event: CanvasEvent) => void;
}

export function useMapDrag(
  camera: Camera,
  { canDraw, draws, onHover, onMove, onClick, onDrawn }: MapDragged,
) {
  const drag = useRef<Drag | null>(null);
  const [lasso, setLasso] = useState<Line>([]);
  return {
    /** The line that is being drawn; empty for none. */
    lasso,
    held: () => drag.current !== null,
    handlers: {
      onPointerDown: (event: CanvasEvent) => {
        if (event.button !== 0) return;
        event.currentTarget.setPointerCapture(event.pointerId);
        const isLasso = canDraw && (draws || event.shiftKey);
        const line = [ownPoint(event.currentTarget, event, event.currentTarget.offsetWidth)];
        drag.current = { x: event.clientX, y: event.clientY, camera, isLasso, line, moved: false };
      },
      onPointerMove: (event: CanvasEvent) => {
        const begun = drag.current;
        if (!begun) {
          onHover(event);
          return;
        }
        const [dx, dy] = [event.clientX - begun.x, event.clientY - begun.y];
        if (Math.hypot(dx, dy) > CLICK_SLOP) begun.moved = true;
        if (!begun.moved) return;
        if (begun.isLasso) {
          begun.line.push(ownPoint(event.currentTarget, event, event.currentTarget.offsetWidth));
          setLasso([...begun.line]);
        } else onMove(begun.camera, dx, dy);
      },
      onPointerUp: (event: CanvasEvent) => {
        const begun = drag.current;
        drag.current = null;
        if (!begun) return;
        if (!begun.moved) onClick(event);
        else if (begun.isLasso) {
          setLasso([]);
          onDrawn(begun.line, event);
        }
      },
      onPointerCancel: () => {
        drag.current = null;
        setLasso([]);
      },
    },
  };
}
