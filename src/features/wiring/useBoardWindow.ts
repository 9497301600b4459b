'use client';
/** The part of the board that is in view. */
import { useEffect, useState, type RefObject } from 'react';
import { CELL, HEAD, NAME, ROW } from './CrosspointParts';

/** Rows and columns drawn beyond those in view. */
const SPARE = 3;

/** In pixels of the board. */
export interface BoardWindow {
  readonly left: number;
  readonly top: number;
  readonly width: number;
  readonly height: number;
}

/** Follows the scrolling and the size of the board's element. */
export function useBoardWindow(scroller: RefObject<HTMLElement | null>): BoardWindow {
  const [view, setView] = useState<BoardWindow>({ left: 0, top: 0, width: 600, height: 600 });
  useEffect(() => {
    const element = scroller.current;
    if (!element) return;
    const measure = () =>
      setView({
        left: element.scrollLeft,
        top: element.scrollTop,
        width: element.clientWidth,
        height: element.clientHeight,
      });
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    element.addEventListener('scroll', measure, { passive: true });
    return () => {
      observer.disconnect();
      element.removeEventListener('scroll', measure);
    };
  }, [scroller]);
  return view;
}

/** The indexes of what is drawn from `from` to `to` pixels, and one more where that is not among them. */
function drawn(from: number, to: number, size: number, count: number, one: number): number[] {
  const first = Math.max(0, Math.floor(from / size) - SPARE);
  const end = Math.min(count, Math.ceil(to / size) + SPARE);
  const indexes = Array.from({ length: Math.max(0, end - first) }, (_, i) => first + i);
  return indexes.includes(one) || one >= count ? indexes : [...indexes, one];
}

/** Indexes of rows and columns that are drawn. The crosspoint with the focus always is: keys go on from it. */
export function drawnOf(
  view: BoardWindow,
  counts: { readonly rows: number; readonly columns: number },
  cursor: { readonly row: number; readonly column: number },
) {
  return {
    rows: drawn(view.top, view.top + view.height - HEAD, ROW, counts.rows, cursor.row),
    columns: drawn(view.left, view.left + view.width - NAME, CELL, counts.columns, cursor.column),
  };
}
