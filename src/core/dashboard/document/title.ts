/** Titles of items: the designer's, or made from what they show. */
import type { Model } from '../../model/model';
import { kindOf as kindOfControl } from './controls';
import { isControl, type Control, type DashboardDocument, type Visual } from './document';
import { kindOf as kindOfVisual } from './visuals';

/** Places in a title that are filled with what is shown, with what joins them to the words before. */
const PLACEHOLDERS = /[\s,·–-]*\{(?:window|latest|loaded)\}/g;

/** The title of an item without its placeholders: the designer's, or one made from what it shows. */
export function titleOf(item: Visual | Control, model: Model): string {
  const own = item.title.replace(PLACEHOLDERS, '').trim();
  if (own !== '') return own;
  return isControl(item) ? kindOfControl(item).title(item, model) : kindOfVisual(item).title(item, model);
}

/** The titles last made: every item of a dashboard asks for those of the same document. */
let last:
  | { readonly of: readonly [DashboardDocument, Model]; readonly titles: ReadonlyMap<string, string> }
  | undefined;

/**
 * The titles of all items of a document, by id; those of one title are numbered. Neither document nor model may be
 * changed in place.
 */
export function titlesIn(document: DashboardDocument, model: Model): ReadonlyMap<string, string> {
  if (last?.of[0] !== document || last.of[1] !== model)
    last = { of: [document, model], titles: numberedTitles(document, model) };
  return last.titles;
}

function numberedTitles(document: DashboardDocument, model: Model): ReadonlyMap<string, string> {
  const items = [...document.visuals, ...document.controls].map(
    (item) => [item.id, titleOf(item, model)] as const,
  );
  const same = new Map<string, string[]>();
  for (const [id, title] of items) {
    const ids = same.get(title);
    if (ids) ids.push(id);
    else same.set(title, [id]);
  }
  return new Map(
    items.map(([id, title]) => {
      const ids = same.get(title)!;
      return [id, ids.length === 1 ? title : `${title} (${ids.indexOf(id) + 1})`];
    }),
  );
}
