'use client';
/** Saves the design by itself, a moment after each change; never over a newer revision. */
import { useCallback, useEffect, useRef, useState } from 'react';
import type { DashboardDocument } from '../../core/dashboard/document';
import { requestJson, RequestError } from '../shell/request';
import type { DocumentStore } from './documentStore';

export interface StoredDashboard {
  readonly id: number;
  readonly revision: number;
  readonly savedAt: string;
  readonly document: DashboardDocument;
}

export type SaveState =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'saving'; readonly revision: number }
  | { readonly kind: 'failed'; readonly revision: number; readonly message: string }
  | { readonly kind: 'conflict'; readonly revision: number; readonly theirs: StoredDashboard };

const QUIET_MS = 500;
const RETRY_MS = 4000;

export interface Autosave {
  readonly state: SaveState;
  /** After a conflict: save this version as the newest one. */
  keepMine(): void;
  /** After a conflict: go on with the version saved elsewhere. */
  takeTheirs(): void;
}

/** Watches the design and saves it. */
export function useAutosave(stored: StoredDashboard, store: DocumentStore): Autosave {
  const [state, setState] = useState<SaveState>({ kind: 'saved', revision: stored.revision });
  const memory = useRef({ revision: stored.revision, saved: stored.document, busy: false, blocked: false, timer: 0 });

  const save = useCallback(async () => {
    const own = memory.current;
    const { document } = store.getState();
    if (own.busy || own.blocked || document === own.saved) return;
    own.busy = true;
    setState({ kind: 'saving', revision: own.revision });
    try {
      const body = { basedOn: own.revision, document };
      const result = await requestJson<{ revision: number }>(`/api/dashboards/${stored.id}`, { method: 'PUT', body });
      own.revision = result.revision;
      own.saved = document;
      setState({ kind: 'saved', revision: result.revision });
      own.busy = false;
      if (store.getState().document !== document) void save();
    } catch (error) {
      own.busy = false;
      if (error instanceof RequestError && error.code === 'newer-revision') {
        own.blocked = true;
        const { theirs } = error.details as { theirs: StoredDashboard };
        setState({ kind: 'conflict', revision: own.revision, theirs });
        return;
      }
      const message = error instanceof Error ? error.message : String(error);
      setState({ kind: 'failed', revision: own.revision, message });
      own.timer = window.setTimeout(() => void save(), RETRY_MS);
    }
  }, [store, stored.id]);

  useEffect(() => {
    const own = memory.current;
    const stop = store.subscribe(() => {
      window.clearTimeout(own.timer);
      own.timer = window.setTimeout(() => void save(), QUIET_MS);
    });
    const onLeave = (event: BeforeUnloadEvent) => {
      if (own.saved === store.getState().document) return;
      void save();
      event.preventDefault();
    };
    window.addEventListener('beforeunload', onLeave);
    return () => {
      stop();
      window.removeEventListener('beforeunload', onLeave);
      window.clearTimeout(own.timer);
      void save();
    };
  }, [save, store]);

  const resolve = useCallback(
    (mine: boolean) => {
      if (state.kind !== 'conflict') return;
      const own = memory.current;
      own.revision = state.theirs.revision;
      own.blocked = false;
      if (mine) {
        own.saved = state.theirs.document;
        void save();
        return;
      }
      own.saved = state.theirs.document;
      store.getState().change(() => state.theirs.document);
      setState({ kind: 'saved', revision: own.revision });
    },
    [save, state, store],
  );
  return { state, keepMine: () => resolve(true), takeTheirs: () => resolve(false) };
}
