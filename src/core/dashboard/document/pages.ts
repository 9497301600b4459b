/** Pages of a dashboard, and what lies on them. */
import { freeIdAmong } from '../../model/ids';
import type { DashboardDocument, Page, Place } from './document';
import { withoutItem } from './edit';

/** The page of a dashboard that has not been given any. */
const ONLY: Page = { id: 'page1', name: 'Page 1' };

/** The pages of a dashboard in their order; at least one. */
export function pagesOf({ pages }: Pick<DashboardDocument, 'pages'>): readonly [Page, ...Page[]] {
  const [first, ...others] = pages ?? [];
  return first ? [first, ...others] : [ONLY];
}

/** The page of this id; the first where there is none of it. */
export function pageCalled(document: DashboardDocument, id: string | null | undefined): Page {
  const pages = pagesOf(document);
  return pages.find((page) => page.id === id) ?? pages[0];
}

const onPage = (document: DashboardDocument, place: Place): string | null =>
  place.page === undefined ? pagesOf(document)[0].id : place.page;

/** All places, each with the page that it lies on; null: every page. */
export const placesByPage = (document: DashboardDocument): (Place & { readonly page: string | null })[] =>
  document.layout.map((place) => ({ ...place, page: onPage(document, place) }));

/** The id of the page that an item lies on; null: every page; undefined where it is not placed, or there are no pages. */
export function pageOf(document: DashboardDocument, item: string): string | null | undefined {
  const place = document.layout.find((entry) => entry.item === item);
  if (!place || (place.page === undefined && !document.pages?.length)) return undefined;
  return onPage(document, place);
}

/** The places of a page; null: those of every page; undefined: those of the first page. */
export function placesOn(document: DashboardDocument, page: string | null | undefined): Place[] {
  const wanted = page === undefined ? pagesOf(document)[0].id : page;
  return document.layout.filter((place) => onPage(document, place) === wanted);
}

/** What is seen of a page at once: the band that stands on every page, and the page's own places below it. */
export function placesWithBand(document: DashboardDocument, page: string): Place[] {
  const band = placesOn(document, null);
  const rows = Math.max(0, ...band.map(({ y, h }) => y + h));
  return [...band, ...placesOn(document, page).map((place) => ({ ...place, y: place.y + rows }))];
}

/** Whether readers see an item on this page. */
export function isSeenOn(document: DashboardDocument, item: string, page: string): boolean {
  const place = document.layout.find((entry) => entry.item === item);
  if (!place) return false;
  const own = onPage(document, place);
  return own === null || own === page;
}

/** The name of the page that an item lies on, where there are several pages. */
export function pageNameOf(document: DashboardDocument, item: string): string | undefined {
  const pages = pagesOf(document);
  const page = pageOf(document, item);
  if (pages.length < 2 || page === undefined) return undefined;
  return page === null ? 'every page' : pages.find(({ id }) => id === page)?.name;
}

/** A name that no page has. */
function freeName(pages: readonly Page[]): string {
  for (let n = pages.length + 1; ; n++) {
    const name = `Page ${n}`;
    if (!pages.some((page) => page.name === name)) return name;
  }
}

/** The document with one more page at the end, empty; what was on the only page stays on the first. */
export function withNewPage(document: DashboardDocument): {
  readonly document: DashboardDocument;
  readonly id: string;
} {
  const pages = pagesOf(document);
  const page = { id: freeIdAmong(pages, 'page'), name: freeName(pages) };
  const layout = placesByPage(document);
  return { document: { ...document, pages: [...pages, page], layout }, id: page.id };
}

/** The document with a page under another name. */
export function withPageName(document: DashboardDocument, id: string, name: string): DashboardDocument {
  return {
    ...document,
    pages: pagesOf(document).map((page) => (page.id === id ? { ...page, name } : page)),
  };
}

/** The document with a page moved among the others by so many steps, as far as there are others. */
export function withPageMoved(document: DashboardDocument, id: string, by: number): DashboardDocument {
  const pages = [...pagesOf(document)];
  const from = pages.findIndex((page) => page.id === id);
  const to = Math.max(0, Math.min(pages.length - 1, from + by));
  if (from < 0 || to === from) return document;
  // Places that name no page lie on the first one, whichever that is: they stay where they are.
  const layout = placesByPage(document);
  pages.splice(to, 0, ...pages.splice(from, 1));
  return { ...document, pages, layout };
}

/** The document without a page and all that lies on it; the last page stays. */
export function withoutPage(document: DashboardDocument, id: string): DashboardDocument {
  const pages = pagesOf(document);
  if (pages.length < 2) return document;
  const named: DashboardDocument = { ...document, layout: placesByPage(document) };
  const rest = placesOn(document, id).reduce((next, { item }) => withoutItem(next, item), named);
  return { ...rest, pages: pages.filter((page) => page.id !== id) };
}
