/** Which dashboards the list shows, and in what order. */
import { compareNames } from '../../core/compareNames';
import { searchFor } from '../ui/searchFor';
import type { DashboardEntry } from '../../contract/dashboards';
import type { Visited } from '../ui/visited';

export type ListOrder = 'opened' | 'changed' | 'name';

export interface Wanted {
  readonly search: string;
  /** A tag that they have; null: any or none. */
  readonly tag: string | null;
  readonly onlyFavourites: boolean;
  readonly order: ListOrder;
}

/** The entries that are wanted. Favourites come first in every order; those never opened after all that were. */
export function listed(
  entries: readonly DashboardEntry[],
  { favourites, opened }: Visited,
  { search, tag, onlyFavourites, order }: Wanted,
): DashboardEntry[] {
  const isFound = searchFor(search);
  const found = entries.filter(
    (entry) =>
      isFound([entry.title, ...entry.tags].join(' ')) &&
      (tag === null || entry.tags.includes(tag)) &&
      (!onlyFavourites || favourites.includes(entry.id)),
  );
  const byName = (a: DashboardEntry, b: DashboardEntry) => compareNames(a.title, b.title);
  const rankOf = ({ id }: DashboardEntry) => (favourites.includes(id) ? 0 : 1);
  const compare = (a: DashboardEntry, b: DashboardEntry): number => {
    switch (order) {
      case 'name':
        return byName(a, b);
      case 'changed':
        return b.updatedAt.localeCompare(a.updatedAt) || b.id - a.id;
      case 'opened':
        return (
          (opened[b.id] ?? 0) - (opened[a.id] ?? 0) || b.updatedAt.localeCompare(a.updatedAt) || b.id - a.id
        );
    }
  };
  return found.sort((a, b) => rankOf(a) - rankOf(b) || compare(a, b));
}

/** All tags in use, in the order of their letters. */
export const tagsOf = (entries: readonly DashboardEntry[]): string[] =>
  [...new Set(entries.flatMap(({ tags }) => tags))].sort((a, b) => a.localeCompare(b));
