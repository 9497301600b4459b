/** The order of items on small screens, where they stand one under the other. */
import type { DashboardDocument, Place } from './document';

/** Places in the designer's order; those that it does not name follow as they are read: line by line, from the left. */
export function inNarrowOrder(
  { narrowOrder }: Pick<DashboardDocument, 'narrowOrder'>,
  places: readonly Place[],
): Place[] {
  const rankOf = ({ item }: Place) => {
    const at = narrowOrder?.indexOf(item) ?? -1;
    return at < 0 ? Infinity : at;
  };
  const compare = (a: number, b: number) => (a === b ? 0 : a - b);
  return [...places].sort((a, b) => compare(rankOf(a), rankOf(b)) || a.y - b.y || a.x - b.x);
}

/** The document with one of these places (in the order in which they stand) moved by so many steps. */
export function withNarrowStep(
  document: DashboardDocument,
  places: readonly Place[],
  item: string,
  by: number,
): DashboardDocument {
  const order = places.map((place) => place.item);
  const from = order.indexOf(item);
  const to = from + by;
  if (from < 0 || to < 0 || to >= order.length) return document;
  order.splice(to, 0, ...order.splice(from, 1));
  const others = (document.narrowOrder ?? []).filter((entry) => !order.includes(entry));
  return { ...document, narrowOrder: [...others, ...order] };
}
