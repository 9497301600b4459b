/** The address of a dashboard in a given state. */
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { addressOf } from '../../core/dashboard/reader/address';
import { splitAddress } from '../../core/dashboard/reader/longAddress';
import type { ReaderState } from '../../core/dashboard/reader/state';
import { PAGE_PLACE } from './page';

/** Has an address say what is held, and the page (null: the first); whatever else its query said goes. */
export function putState(
  address: URL,
  document: DashboardDocument,
  state: ReaderState,
  page: string | null,
): void {
  const { query, fragment } = splitAddress(addressOf(document, state));
  address.search = '';
  if (page !== null) address.searchParams.set(PAGE_PLACE, page);
  for (const [place, text] of Object.entries(query)) if (text !== null) address.searchParams.set(place, text);
  address.hash = fragment;
}

/** The address of a dashboard in a given state at another place than where it is read. */
function addressAt(path: string, document: DashboardDocument, state: ReaderState, page: string | null): URL {
  const address = new URL(path, window.location.href);
  putState(address, document, state, page);
  return address;
}

/** On paper: one page, or (null) all; the browser's dialog opens there. */
export function printAddress(
  id: number,
  document: DashboardDocument,
  state: ReaderState,
  only: string | null,
): string {
  const address = addressAt(`/dashboards/${id}/print`, document, state, null);
  if (only !== null) address.searchParams.set('only', only);
  address.searchParams.set('ask', '');
  return address.href;
}

/** Alone on a large screen. */
export const wallAddress = (id: number, document: DashboardDocument, state: ReaderState): string =>
  addressAt(`/dashboards/${id}/wall`, document, state, null).href;

/** What a page of others is given to show a page (null: the first), or one visual of it, in a frame. */
export function frameText(
  id: number,
  document: DashboardDocument,
  state: ReaderState,
  {
    page,
    visual,
  }: {
    readonly page: string | null;
    readonly visual: { readonly id: string; readonly title: string } | null;
  },
): string {
  const address = addressAt(`/embed/${id}`, document, state, visual ? null : page);
  if (visual) address.searchParams.set('visual', visual.id);
  const title = visual ? `${visual.title}, ${document.title}` : document.title;
  const height = visual ? 360 : 800;
  return `<iframe src="${quoted(address.href)}" title="${quoted(title)}" width="100%" height="${height}" style="border:0"></iframe>`;
}

const quoted = (text: string) =>
  text.replace(/&/g, '&amp;').replace(/"/g, '&quot;').replace(/</g, '&lt;').replace(/>/g, '&gt;');
