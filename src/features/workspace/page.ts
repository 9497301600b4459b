'use client';
/** The page of the open dashboard that is shown, kept in the address. */
import { parseAsString, useQueryState } from 'nuqs';
import { useCallback, useMemo } from 'react';
import { isSeenOn, pageCalled, pagesOf } from '../../core/dashboard/document/pages';
import type { DashboardDocument, Page } from '../../core/dashboard/document/document';

/** The part of the address that names the page; without it the first is shown. */
export const PAGE_PLACE = 'page';

export interface ShownPage {
  readonly page: Page;
  readonly pages: readonly Page[];
  /** Turns to a page; done once it is in the address. */
  readonly turnTo: (id: string) => Promise<unknown>;
}

/** A page that is not there any more gives way to the first. */
export function usePage(document: DashboardDocument): ShownPage {
  const [id, setId] = useQueryState(PAGE_PLACE, parseAsString.withOptions({ history: 'push' }));
  const page = pageCalled(document, id);
  const pages = useMemo(() => pagesOf(document), [document]);
  const turnTo = useCallback((next: string) => setId(next), [setId]);
  return { page, pages, turnTo };
}

/** Brings an item into view, on whatever page it lies, and gives it the focus. */
export function useJump(document: DashboardDocument): (item: string) => void {
  const { page, turnTo } = usePage(document);
  return (item) => {
    const own = document.layout.find((place) => place.item === item)?.page ?? null;
    const there = isSeenOn(document, item, page.id)
      ? Promise.resolve()
      : turnTo(own ?? pagesOf(document)[0].id);
    void there.then(() => setTimeout(() => focusItem(item)));
  };
}

function focusItem(item: string) {
  const element = window.document.getElementById(`item-${item}`);
  if (!element) return;
  element.scrollIntoView({ block: 'center' });
  element.setAttribute('tabindex', '-1');
  element.focus();
}
