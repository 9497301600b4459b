'use client';
/**
 * Where items lie on paper: nothing can be scrolled there, so what is wider than its item is drawn smaller, and items
 * are made as high as what is in them.
 */
import { useEffect, useMemo, useState } from 'react';
import type { DashboardDocument, Place } from '../../../core/dashboard/document/document';
import { placesOfVisuals } from '../../../core/dashboard/document/filledPlaces';
import { pushedDown } from '../../../core/dashboard/document/pushedDown';
import { GAP, ROW_HEIGHT } from '../StaticGrid';

/** Rows of the grid by which an item grows at most: a list of thousands does not go on paper. */
const MOST_ROWS = 60;

/** What can be scrolled in an item, along one axis. */
function scrollersOf(item: string, axis: 'overflowX' | 'overflowY'): HTMLElement[] {
  const frame = window.document.getElementById(`item-${item}`);
  return [...(frame?.querySelectorAll<HTMLElement>('*') ?? [])].filter((element) =>
    /auto|scroll/.test(getComputedStyle(element)[axis]),
  );
}

/** Draws what is wider than its item smaller, so that its last column is on paper too. */
function narrow(item: string): void {
  for (const element of scrollersOf(item, 'overflowX')) {
    const { clientWidth, scrollWidth } = element;
    if (scrollWidth > clientWidth && clientWidth > 0)
      element.style.zoom = String(Math.floor((1000 * clientWidth) / scrollWidth) / 1000);
  }
}

/** Pixels that are hidden below in an item, as it is drawn. */
function hiddenIn(item: string): number {
  const hidden = scrollersOf(item, 'overflowY').map(
    (element) => (element.scrollHeight - element.clientHeight) * Number(element.style.zoom || 1),
  );
  return Math.max(0, ...hidden);
}

/** The places of a page's visuals; controls say what they say at the head of the sheet. `isDrawn`: they can be measured. */
export function usePlacesOnPaper(document: DashboardDocument, page: string, isDrawn: boolean): Place[] {
  const [more, setMore] = useState<Readonly<Record<string, number>>>({});
  const places = useMemo(() => placesOfVisuals(document, page), [document, page]);
  useEffect(() => {
    if (!isDrawn) return;
    const frame = requestAnimationFrame(() => {
      for (const { item } of places) narrow(item);
      const rows = places.map(({ item }) => [item, Math.ceil(hiddenIn(item) / (ROW_HEIGHT + GAP))] as const);
      setMore(Object.fromEntries(rows.filter(([, count]) => count > 0)));
    });
    return () => cancelAnimationFrame(frame);
  }, [isDrawn, places]);
  return useMemo(
    () =>
      [...places]
        .sort((a, b) => a.y - b.y || a.x - b.x)
        .reduce<Place[]>((placed, { item }) => {
          const place = placed.find((entry) => entry.item === item)!;
          const rows = Math.min(MOST_ROWS, more[item] ?? 0);
          return rows === 0 ? placed : pushedDown(placed, [{ ...place, h: place.h + rows }]);
        }, places),
    [places, more],
  );
}
