/** What is printed, or put into a file, by the names that people give: of a selection, of a page. */
import type { AddressParts } from '../../core/dashboard/document/selections';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { pagesOf } from '../../core/dashboard/document/pages';
import { listSelections } from '../dashboards/selections';
import { readDashboard } from '../dashboards/read';
import { Problem } from '../problem';
import type { Print } from './pdf';

const AS_OF = 'as-of';

export interface Wanted {
  /** Name of a selection, shipped or saved; null: as the dashboard is designed. */
  readonly selection: string | null;
  /** Name or id of a page; null: all. */
  readonly page: string | null;
  /** A day (YYYY-MM-DD) in the place of today; null: today. */
  readonly today: string | null;
}

const quotedList = (names: readonly string[]) => names.map((name) => `“${name}”`).join(', ') || 'none';

/** What a selection holds, by its name; the designer's go before those that readers saved. */
async function partsOf(id: number, document: DashboardDocument, name: string): Promise<AddressParts> {
  const all = [...(document.selections ?? []), ...(await listSelections(id))];
  const found =
    all.find((entry) => entry.name === name) ??
    all.find((entry) => entry.name.toLowerCase() === name.toLowerCase());
  if (found) return found.parts;
  throw new Problem(
    'no-such-selection',
    `There is no selection “${name}” of “${document.title}”. There are: ${quotedList(all.map((entry) => entry.name))}.`,
    404,
  );
}

/** A print by its names. Throws a `Problem` where there is no such dashboard, selection or page. */
export async function wantedPrint(dashboard: number, { selection, page, today }: Wanted): Promise<Print> {
  const { document } = await readDashboard(dashboard);
  const parts = selection === null ? {} : await partsOf(dashboard, document, selection);
  const pages = pagesOf(document);
  const found = page === null ? null : pages.find(({ id, name }) => name === page || id === page);
  if (found === undefined)
    throw new Problem(
      'no-such-page',
      `There is no page “${page}” of “${document.title}”. There are: ${quotedList(pages.map(({ name }) => name))}.`,
      404,
    );
  return {
    dashboard,
    parts: today === null ? parts : { ...parts, [AS_OF]: today },
    page: found?.id ?? null,
  };
}
