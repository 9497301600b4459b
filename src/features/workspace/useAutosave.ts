'use client';
import { useEffect, useMemo, useState } from 'react';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import type { StoredDashboard } from '../../contract/storedDashboards';
import { Autosaver, type SaveState } from './autosaver';
import type { DocumentStore } from './documentStore';

export interface Autosave {
  readonly state: SaveState;
  keepMine: () => void;
  takeTheirs: () => void;
  adopt: (update: (document: DashboardDocument) => DashboardDocument) => void;
}

/** Watches the design while the page is open, and saves it where one may change it. */
export function useAutosave(stored: StoredDashboard, store: DocumentStore): Autosave {
  const [state, setState] = useState<SaveState>({ kind: 'saved', revision: stored.revision });
  const [saver] = useState(() => new Autosaver(stored.id, stored, store, setState));
  const mayEdit = stored.right !== 'view';
  useEffect(() => {
    if (!mayEdit) return;
    const stop = saver.watch();
    const onLeave = (event: BeforeUnloadEvent) => {
      if (saver.isSaved) return;
      void saver.save();
      event.preventDefault();
    };
    window.addEventListener('beforeunload', onLeave);
    return () => {
      stop();
      window.removeEventListener('beforeunload', onLeave);
    };
  }, [saver, mayEdit]);
  // The ways to act stay the same while the state changes, so that nothing runs anew because of it.
  const ways = useMemo(
    () => ({
      keepMine: () => saver.keepMine(),
      takeTheirs: () => saver.takeTheirs(),
      adopt: (update: (document: DashboardDocument) => DashboardDocument) => saver.adopt(update),
    }),
    [saver],
  );
  return useMemo(() => ({ state, ...ways }), [state, ways]);
}
