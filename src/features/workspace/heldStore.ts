/** What a reader holds on an open dashboard: in effect, waiting for Apply, or under a handle that is being moved. */
import { createStore, type StoreApi } from 'zustand/vanilla';
import type { Unit } from '../../core/calendar/units';
import type { OwnBaseline } from '../../core/dashboard/document/kinds/compare';
import type { Control, DashboardDocument } from '../../core/dashboard/document/document';
import {
  everythingFor,
  heldByReader,
  initiallyHeld,
  isSwitchedOff,
  withHeld,
  type HeldBy,
  type HeldValue,
} from '../../core/dashboard/reader/held';
import { isEmptyPick, type Pick } from '../../core/dashboard/reader/pick';
import { DEFAULT_STATE, type ReaderState } from '../../core/dashboard/reader/state';
import { stateFor } from '../../core/dashboard/reader/stateFor';

export interface Held {
  /** In effect, without what is under a handle. */
  readonly state: ReaderState;
  /** What waits for Apply, by control. */
  readonly pending: Readonly<Record<string, HeldValue>>;
  /** What a handle is being moved to. */
  readonly draft: { readonly control: string; readonly value: HeldValue } | null;
}

const NOTHING: Held = { state: DEFAULT_STATE, pending: {}, draft: null };

function without<T>(record: Readonly<Record<string, T>>, key: string): Record<string, T> {
  const { [key]: _, ...others } = record;
  return others;
}

/** What a reader has given a control: under its handle, else waiting, else in effect; undefined for the default. */
export function shownBy<C extends Control>(
  control: C,
  { state, pending, draft }: Held,
): HeldBy<C> | undefined {
  if (draft?.control === control.id) return draft.value as HeldBy<C>;
  const waiting = pending[control.id];
  return waiting === undefined ? heldByReader(control, state) : (waiting as HeldBy<C>);
}

/** States that were in effect before, and those that were taken back, the last one at the end. */
export interface HeldHistory {
  readonly past: readonly ReaderState[];
  readonly future: readonly ReaderState[];
}

/** Changes that can be taken back. */
const MOST_PAST = 100;

/** Knows nothing of React, the address and the engine: they watch it. */
export class HeldStore {
  readonly api: StoreApi<Held>;
  /** The reader's own steps; the design is never among them. */
  readonly history: StoreApi<HeldHistory>;
  private isStepping = false;

  constructor(
    private readonly document: () => DashboardDocument,
    state: ReaderState = DEFAULT_STATE,
  ) {
    this.api = createStore<Held>(() => ({ ...NOTHING, state }));
    this.history = createStore<HeldHistory>(() => ({ past: [], future: [] }));
    this.api.subscribe(({ state: now }, { state: before }) => {
      if (this.isStepping || JSON.stringify(now) === JSON.stringify(before)) return;
      this.history.setState(({ past }) => ({ past: [...past, before].slice(-MOST_PAST), future: [] }));
    });
  }

  /** Takes the reader's last change back; Reset and Clear can be taken back like any other. */
  undo(): void {
    const { past, future } = this.history.getState();
    const before = past.at(-1);
    if (before === undefined) return;
    this.history.setState({ past: past.slice(0, -1), future: [...future, this.state] });
    this.step(before);
  }

  /** Makes the change again that was taken back last. */
  redo(): void {
    const { past, future } = this.history.getState();
    const after = future.at(-1);
    if (after === undefined) return;
    this.history.setState({ past: [...past, this.state], future: future.slice(0, -1) });
    this.step(after);
  }

  private step(state: ReaderState): void {
    this.isStepping = true;
    this.replace(state);
    this.isStepping = false;
  }

  get state(): ReaderState {
    return this.api.getState().state;
  }

  private control(id: string): Control | undefined {
    return this.document().controls.find((entry) => entry.id === id);
  }

  private waits(control: Control): boolean {
    return this.document().hold || control.hold;
  }

  /** What a control shows: under its handle, else waiting, else in effect. */
  shown<C extends Control>(control: C): HeldBy<C> {
    return shownBy(control, this.api.getState()) ?? initiallyHeld(control);
  }

  /** What visuals answer to: what is in effect, with the value under a handle unless that control waits for Apply. */
  effective({ state, draft } = this.api.getState()): ReaderState {
    const control = draft && this.control(draft.control);
    return control && !this.waits(control) ? withHeld(state, control, draft.value) : state;
  }

  /** Gives a control a value: into effect, or to wait for Apply. Ends the movement of its handle. */
  hold(id: string, value: HeldValue): void {
    const control = this.control(id);
    if (!control) return;
    this.api.setState(({ state, pending }) =>
      this.waits(control)
        ? { pending: { ...pending, [id]: value }, draft: null }
        : { state: withHeld(state, control, value), draft: null },
    );
  }

  /** Shows a value while a handle is moved; nothing is kept until it is held. */
  drag(id: string, value: HeldValue): void {
    this.api.setState({ draft: { control: id, value } });
  }

  /** Ends the movement of a handle without keeping its value. */
  letGo(): void {
    this.api.setState({ draft: null });
  }

  /** Gives a control what lets every row be. */
  clear(id: string): void {
    const control = this.control(id);
    if (control) this.hold(id, everythingFor(control));
  }

  /** Leads a control back to the designer's default. */
  restore(id: string): void {
    const control = this.control(id);
    if (!control) return;
    this.api.setState(({ state: { turned, ...state } }) => {
      const others = turned?.filter((entry) => entry !== id);
      return { state: withHeld(others ? { ...state, turned: others } : state, control, undefined) };
    });
  }

  /** Puts what waits into effect: of one control, or of all. */
  apply(id?: string): void {
    this.api.setState(({ state, pending }) => {
      let next = state;
      for (const [waiting, value] of Object.entries(pending)) {
        const control = this.control(waiting);
        if (control && (id === undefined || id === waiting)) next = withHeld(next, control, value);
      }
      return { state: next, pending: id === undefined ? {} : without(pending, id), draft: null };
    });
  }

  discard(id?: string): void {
    this.api.setState(({ pending }) => ({
      pending: id === undefined ? {} : without(pending, id),
      draft: null,
    }));
  }

  /** Reads a timeline at another level; null goes back to the designer's. */
  readAt(control: string, level: Unit | null): void {
    this.api.setState(({ state }) => {
      const others = without(state.levels ?? {}, control);
      return { state: { ...state, levels: level === null ? others : { ...others, [control]: level } } };
    });
  }

  /** Goes into a unit of a visual (a fixed phrase), or back to all that it shows. */
  drill(visual: string, text: string | null): void {
    this.api.setState(({ state }) => {
      const others = without(state.drills ?? {}, visual);
      return { state: { ...state, drills: text === null ? others : { ...others, [visual]: text } } };
    });
  }

  /** What a reader compares a visual with, beside the designer's baselines. */
  compare(visual: string, own: readonly OwnBaseline[]): void {
    this.api.setState(({ state }) => {
      const others = without(state.compare ?? {}, visual);
      return { state: { ...state, compare: own.length === 0 ? others : { ...others, [visual]: [...own] } } };
    });
  }

  /** Chooses marks of a visual; null, or nothing chosen, lets everything be. */
  pick(visual: string, pick: Pick | null): void {
    this.api.setState(({ state }) => {
      const others = without(state.picks ?? {}, visual);
      const isEmpty = pick === null || isEmptyPick(pick);
      return { state: { ...state, picks: isEmpty ? others : { ...others, [visual]: pick } } };
    });
  }

  /** Switches a control off, which keeps what it holds, or on again. */
  switchOff(id: string, isOff: boolean): void {
    if (isSwitchedOff(this.state, id) === isOff) return;
    this.api.setState(({ state }) => {
      const others = (state.off ?? []).filter((entry) => entry !== id);
      return { state: { ...state, off: isOff ? [...others, id] : others } };
    });
  }

  /** Turns a slicer round, from keeping what is chosen to leaving it out, or back. */
  turn(id: string): void {
    this.api.setState(({ state }) => {
      const others = (state.turned ?? []).filter((entry) => entry !== id);
      const isTurned = others.length < (state.turned?.length ?? 0);
      return { state: { ...state, turned: isTurned ? others : [...others, id] } };
    });
  }

  /** Puts a day (YYYY-MM-DD) in the place of today; null goes back. */
  setAsOf(day: string | null): void {
    this.api.setState(({ state }) => ({ state: { ...state, asOf: day } }));
  }

  /** Lets every row be: every control, every chosen mark. */
  clearAll(): void {
    this.api.setState(({ state }) => ({ ...NOTHING, state: cleared(this.document(), state) }));
  }

  reset(): void {
    this.api.setState(NOTHING);
  }

  /** Takes over a state from elsewhere, such as an address that was gone back to. */
  replace(state: ReaderState): void {
    this.api.setState({ ...NOTHING, state });
  }
}

/** A state in which every control lets every row be, and no mark is chosen; levels and drills stay. */
function cleared(document: DashboardDocument, { picks: _, off: __, ...state }: ReaderState): ReaderState {
  return document.controls.reduce<ReaderState>(
    (next, control) => withHeld(next, control, everythingFor(control)),
    state,
  );
}

/** Whether every control lets every row be, and no mark is chosen. */
export const isEverythingHeld = (document: DashboardDocument, state: ReaderState): boolean =>
  JSON.stringify(stateFor(document, state)) === JSON.stringify(stateFor(document, cleared(document, state)));

/** Whether a state says nothing beside the designer's defaults. */
export function isDefaultState(document: DashboardDocument, state: ReaderState): boolean {
  return JSON.stringify(stateFor(document, state)) === JSON.stringify(DEFAULT_STATE);
}
