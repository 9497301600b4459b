/** Saves a design by itself, a moment after each change; never over a newer revision. Knows nothing of React. */
import { savedSchema, type StoredDashboard } from '../../contract/storedDashboards';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import { RequestError, requestAs } from '../ui/request';
import type { DocumentStore } from './documentStore';

export type SaveState =
  | { readonly kind: 'saved'; readonly revision: number }
  | { readonly kind: 'saving'; readonly revision: number }
  | { readonly kind: 'failed'; readonly revision: number; readonly message: string }
  | { readonly kind: 'conflict'; readonly revision: number; readonly theirs: StoredDashboard };

const QUIET_MS = 500;
const RETRY_MS = 4000;

export class Autosaver {
  private revision: number;
  private saved: DashboardDocument;
  private busy = false;
  private told: SaveState['kind'] = 'saved';
  private theirs: StoredDashboard | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly id: number,
    stored: StoredDashboard,
    private readonly store: DocumentStore,
    private readonly onState: (state: SaveState) => void,
  ) {
    this.revision = stored.revision;
    this.saved = stored.document;
  }

  /** Watches the design; the returned function saves what is left and stops. */
  watch(): () => void {
    // A store tells that it was written to, also where the design is the one it was.
    const stop = this.store.subscribe(({ document }, before) => {
      if (document !== before.document) this.onEdit();
    });
    return () => {
      stop();
      clearTimeout(this.timer);
      void this.save();
    };
  }

  get isSaved(): boolean {
    return this.saved === this.store.getState().document;
  }

  /** Saves now, unless there is nothing to save or a conflict waits for a decision. */
  async save(): Promise<void> {
    const { document } = this.store.getState();
    if (this.busy || this.theirs) return;
    if (this.isSaved) {
      // An edit that was taken back before it was saved.
      if (this.told === 'saving') this.tell({ kind: 'saved', revision: this.revision });
      return;
    }
    this.busy = true;
    this.tell({ kind: 'saving', revision: this.revision });
    try {
      const body = { basedOn: this.revision, document };
      const result = await requestAs(savedSchema, `/api/dashboards/${this.id}`, {
        method: 'PUT',
        body,
      });
      this.revision = result.revision;
      this.saved = document;
      if (document === this.store.getState().document)
        this.tell({ kind: 'saved', revision: result.revision });
      else this.saveIn(0);
    } catch (error) {
      this.onFailure(error);
    } finally {
      this.busy = false;
    }
  }

  /** After a conflict: the version here becomes the newest one. */
  keepMine(): void {
    if (!this.theirs) return;
    this.revision = this.theirs.revision;
    this.saved = this.theirs.document;
    this.theirs = null;
    void this.save();
  }

  /** After a conflict: the version saved elsewhere goes on; this one stays in the history for undo. */
  takeTheirs(): void {
    if (!this.theirs) return;
    const { revision, document } = this.theirs;
    this.revision = revision;
    this.saved = document;
    this.theirs = null;
    this.store.getState().change(() => document);
    this.tell({ kind: 'saved', revision });
  }

  /** Takes over what follows from elsewhere and is no edit: it is no step for undo, and nothing to save by itself. */
  adopt(update: (document: DashboardDocument) => DashboardDocument): void {
    const { document } = this.store.getState();
    const next = update(document);
    if (next === document) return;
    // Before it is put in place, so that it is never taken for an edit.
    if (this.isSaved) this.saved = next;
    const history = this.store.temporal.getState();
    history.pause();
    this.store.getState().change(() => next);
    history.resume();
  }

  /** Told at once: until an edit is saved, nothing says that all is. */
  private onEdit() {
    if (!this.theirs && !this.isSaved) this.tell({ kind: 'saving', revision: this.revision });
    this.saveIn(QUIET_MS);
  }

  private tell(state: SaveState) {
    if (state.kind === 'saving' && this.told === 'saving') return;
    this.told = state.kind;
    this.onState(state);
  }

  private saveIn(milliseconds: number) {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.save(), milliseconds);
  }

  private onFailure(error: unknown) {
    if (error instanceof RequestError && error.code === 'newer-revision') {
      this.theirs = (error.details as { theirs: StoredDashboard }).theirs;
      this.tell({ kind: 'conflict', revision: this.revision, theirs: this.theirs });
      return;
    }
    this.tell({
      kind: 'failed',
      revision: this.revision,
      message: error instanceof Error ? error.message : String(error),
    });
    this.saveIn(RETRY_MS);
  }
}
