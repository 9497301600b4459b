/** The design that is being worked on, with its history for undo and redo. */
import { temporal } from 'zundo';
import { createStore } from 'zustand';
import type { DashboardDocument } from '../../core/dashboard/document/document';

export interface DocumentState {
  readonly document: DashboardDocument;
  /** Changes the document; every call is one step for undo. */
  change: (update: (document: DashboardDocument) => DashboardDocument) => void;
}

/** Steps that can be undone. */
const HISTORY = 200;

export function createDocumentStore(document: DashboardDocument) {
  return createStore<DocumentState>()(
    temporal(
      (set) => ({
        document,
        change: (update) => set((state) => ({ document: update(state.document) })),
      }),
      {
        limit: HISTORY,
        partialize: ({ document: kept }) => ({ document: kept }),
        equality: (a, b) => a.document === b.document,
      },
    ),
  );
}
export type DocumentStore = ReturnType<typeof createDocumentStore>;
