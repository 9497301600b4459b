'use client';
/** The selections of a dashboard: those that it ships, and those that readers saved. */
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { savedSelectionSchema, savedSelectionsSchema } from '../../../contract/selections';
import { MOST_SELECTIONS, type AddressParts } from '../../../core/dashboard/document/selections';
import { freeIdAmong } from '../../../core/model/ids';
import { requestAs, requestJson } from '../../ui/request';
import { useDocument, useWorkspace } from '../../workspace/workspace';
import { firstSeen, forgetFirstSeen, keepFirstSeen } from './firstSeen';

/** A selection as it is listed. */
export interface ListedSelection {
  /** "saved 3", "shipped s1". */
  readonly ref: string;
  readonly kind: 'shipped' | 'saved';
  readonly id: number | string;
  readonly name: string;
  readonly parts: AddressParts;
}

export function useSelections(dashboard: number) {
  const client = useQueryClient();
  const { store } = useWorkspace();
  const shipped = useDocument().selections ?? [];
  const path = `/api/dashboards/${dashboard}/selections`;
  const saved = useQuery({
    queryKey: ['selections', dashboard],
    queryFn: () => requestAs(savedSelectionsSchema, path),
  });
  const refresh = () => client.invalidateQueries({ queryKey: ['selections', dashboard] });
  const list: readonly ListedSelection[] = [
    ...shipped.map((entry): ListedSelection => ({ ...entry, kind: 'shipped', ref: `shipped ${entry.id}` })),
    ...(saved.data ?? []).map(({ id, name, parts }): ListedSelection => ({
      id,
      name,
      parts,
      kind: 'saved',
      ref: `saved ${id}`,
    })),
  ];
  const changeShipped = (change: (now: typeof shipped) => typeof shipped) =>
    store
      .getState()
      .change((document) => ({ ...document, selections: [...change(document.selections ?? [])] }));
  return {
    list,
    error: saved.error,
    isReading: saved.isPending,
    canShip: shipped.length < MOST_SELECTIONS,
    async save(name: string, parts: AddressParts) {
      await requestAs(savedSelectionSchema, path, { body: { name, parts } });
      await refresh();
    },
    /** Puts what is held now into a selection. */
    async saveOver(entry: ListedSelection, parts: AddressParts) {
      if (entry.kind === 'shipped')
        changeShipped((now) => now.map((one) => (one.id === entry.id ? { ...one, parts } : one)));
      else {
        await requestJson(`${path}/${entry.id}`, { method: 'PATCH', body: { parts } });
        await refresh();
      }
      if (firstSeen(dashboard)?.ref === entry.ref) keepFirstSeen(dashboard, entry.ref, parts);
    },
    /** Takes a selection away; the one that comes back with the result brings it back. */
    async remove(entry: ListedSelection): Promise<() => void> {
      if (firstSeen(dashboard)?.ref === entry.ref) forgetFirstSeen(dashboard);
      if (entry.kind === 'shipped') {
        changeShipped((now) => now.filter((one) => one.id !== entry.id));
        return () => store.temporal.getState().undo();
      }
      await requestJson(`${path}/${entry.id}`, { method: 'DELETE' });
      await refresh();
      const { name, parts } = entry;
      return () => void requestJson(path, { body: { name, parts } }).then(refresh);
    },
    /** Ships a saved selection with the dashboard; readers find it there. */
    async ship({ id, name, parts }: ListedSelection) {
      changeShipped((now) => [...now, { id: freeIdAmong(now, 's'), name, parts }]);
      await requestJson(`${path}/${id}`, { method: 'DELETE' });
      await refresh();
    },
  };
}
