'use client';
/** Long lists of rows of one height: which rows are in view and drawn, and how to bring another one there. */
import { useState, type RefObject, type UIEvent } from 'react';
import { useSize } from './useSize';

export interface DrawnRows {
  /** Of the element that scrolls. */
  readonly ref: RefObject<HTMLDivElement | null>;
  readonly onScroll: (event: UIEvent<HTMLElement>) => void;
  /** Index of the first row that is drawn, and of the one after the last. */
  readonly first: number;
  readonly last: number;
  /** Rows that fit into view. */
  readonly page: number;
  /** Scrolls as little as needed to bring a row into view. */
  show: (row: number) => void;
}

/** Rows drawn beyond each edge of what is in view. */
const SPARE = 8;

export function useDrawnRows(count: number, height: number): DrawnRows {
  const [ref, size] = useSize<HTMLDivElement>();
  const [top, setTop] = useState(0);
  const show = (row: number) => {
    const element = ref.current;
    if (!element) return;
    const above = row * height;
    const lowest = above + height - size.height;
    const next = Math.min(above, Math.max(lowest, element.scrollTop));
    element.scrollTop = next;
    setTop(next);
  };
  return {
    ref,
    onScroll: (event) => setTop(event.currentTarget.scrollTop),
    first: Math.max(0, Math.min(count, Math.floor(top / height) - SPARE)),
    last: Math.min(count, Math.ceil((top + size.height) / height) + SPARE),
    page: Math.max(1, Math.floor(size.height / height)),
    show,
  };
}
