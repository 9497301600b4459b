'use client';
/** What the parts of an open dashboard share: design, answers, the reader's state and the engine. */
import {
  createContext,
  useCallback,
  useContext,
  useEffect,
  useMemo,
  useRef,
  useState,
  type ReactNode,
} from 'react';
import { useStore } from 'zustand';
import type { Day } from '../../core/calendar/day';
import { todayFor } from '../../core/dashboard/document/clock';
import { isTimeControl, type DashboardDocument } from '../../core/dashboard/document/document';
import { initialConditions, type ConditionState } from '../../core/dashboard/reader/conditions';
import type { NumberBounds } from '../../core/dashboard/document/controls';
import type { Model } from '../../core/model/model';
import type { ReaderState } from '../../core/dashboard/reader/state';
import type { ControlAnswer, VisualAnswer } from '../../core/dashboard/turn/answer';
import { startEngine, type EngineClient } from '../../engine/client';
import { createAnswersStore, type AnswersState, type AnswersStore } from './answersStore';
import type { DocumentStore } from './documentStore';
import { useReaderState, type ReaderStateControl } from './readerState';

interface Workspace {
  readonly store: DocumentStore;
  readonly answers: AnswersStore;
  readonly model: Model;
  readonly reader: ReaderStateControl;
  /** Shows a window while a handle is dragged; nothing is kept until it is set. */
  preview(control: string, text: string): void;
  setPeriod(control: string, text: string): void;
  setChoice(control: string, values: readonly (string | null)[]): void;
  setConditions(control: string, conditions: ConditionState): void;
  setRange(control: string, bounds: NumberBounds): void;
  /** Gives a control "everything": an open window, or no value chosen. */
  clear(control: string): void;
  /** Today in the dashboard's time zone. */
  readonly today: Day;
  /** Puts a day in the place of today; null goes back. */
  setAsOf(day: string | null): void;
  /** Changes that wait for Apply. */
  readonly pending: Pending;
  /** Puts what waits into effect: of one control, or of all. */
  apply(control?: string): void;
  discard(control?: string): void;
}

export interface Pending {
  readonly periods: Readonly<Record<string, string>>;
  readonly choices: Readonly<Record<string, readonly (string | null)[]>>;
  readonly conditions: Readonly<Record<string, ConditionState>>;
  readonly ranges: Readonly<Record<string, NumberBounds>>;
}

const NOTHING_PENDING: Pending = { periods: {}, choices: {}, conditions: {}, ranges: {} };

const WorkspaceContext = createContext<Workspace | null>(null);

export function useWorkspace(): Workspace {
  const workspace = useContext(WorkspaceContext);
  if (!workspace) throw new Error('Outside a dashboard');
  return workspace;
}

/** The design, drawn again when it changes. */
export function useDocument(): DashboardDocument {
  return useStore(useWorkspace().store, (state) => state.document);
}

/** A part of the answers, drawn again when that part changes. */
export function useAnswers<T>(select: (state: AnswersState) => T): T {
  return useStore(useWorkspace().answers, select);
}

export function useVisualAnswer(id: string): VisualAnswer | undefined {
  return useAnswers((state) => state.visuals[id]);
}

export function useControlAnswer(id: string): ControlAnswer | undefined {
  return useAnswers((state) => state.controls[id]);
}

export function WorkspaceProvider({
  store,
  model,
  children,
}: {
  store: DocumentStore;
  model: Model;
  children: ReactNode;
}) {
  const document = useStore(store, (state) => state.document);
  const reader = useReaderState(document);
  const [answers] = useState(createAnswersStore);
  const engine = useRef<EngineClient | null>(null);
  const latest = useRef<{ state: ReaderState; document: DashboardDocument }>({
    state: reader.state,
    document,
  });
  useEffect(() => {
    latest.current = { state: reader.state, document };
  }, [reader.state, document]);

  useEffect(() => {
    const client = startEngine(
      (changes) => answers.getState().take(changes),
      () => answers.getState().fail(),
    );
    engine.current = client;
    return () => {
      engine.current = null;
      client.close();
    };
  }, [answers]);
  useEffect(() => {
    engine.current?.configure(document, model);
  }, [document, model]);
  const today = useToday(document, model);
  useEffect(() => {
    engine.current?.request(reader.state, true);
  }, [document, model, reader.state, today]);

  const [pending, setPending] = useState<Pending>(NOTHING_PENDING);
  const held = useRef(pending);
  useEffect(() => {
    held.current = pending;
  }, [pending]);
  const isHeld = useCallback((id: string) => {
    const { document: design } = latest.current;
    return design.hold || design.controls.find((entry) => entry.id === id)?.hold === true;
  }, []);
  const preview = useCallback(
    (control: string, text: string) => {
      if (isHeld(control)) return;
      const { state } = latest.current;
      engine.current?.request({ ...state, periods: { ...state.periods, [control]: text } }, false);
    },
    [isHeld],
  );
  const { setPeriod: keepPeriod, setChoice: keepChoice, setAsOf } = reader;
  const putPeriod = useCallback(
    (id: string, text: string) => {
      const control = latest.current.document.controls.find((entry) => entry.id === id);
      const isDefault = control && isTimeControl(control) && control.default === text;
      keepPeriod(id, isDefault ? null : text);
      const { state } = latest.current;
      engine.current?.request({ ...state, periods: { ...state.periods, [id]: text } }, true);
    },
    [keepPeriod],
  );
  const putChoice = useCallback(
    (id: string, values: readonly (string | null)[]) => {
      const control = latest.current.document.controls.find((entry) => entry.id === id);
      const isDefault =
        control?.kind === 'slicer' && JSON.stringify(control.default) === JSON.stringify(values);
      keepChoice(id, isDefault ? null : values);
    },
    [keepChoice],
  );
  const setPeriod = useCallback(
    (id: string, text: string) => {
      if (isHeld(id)) setPending((old) => ({ ...old, periods: { ...old.periods, [id]: text } }));
      else putPeriod(id, text);
    },
    [isHeld, putPeriod],
  );
  const setChoice = useCallback(
    (id: string, values: readonly (string | null)[]) => {
      if (isHeld(id)) setPending((old) => ({ ...old, choices: { ...old.choices, [id]: values } }));
      else putChoice(id, values);
    },
    [isHeld, putChoice],
  );
  const { setConditions: keepConditions, setRange: keepRange } = reader;
  const putConditions = useCallback(
    (id: string, conditions: ConditionState) => {
      const control = latest.current.document.controls.find((entry) => entry.id === id);
      const initial = control?.kind === 'condition' ? initialConditions(control) : undefined;
      const isDefault = conditions.own === '' && sameEntries(initial?.on ?? [], conditions.on);
      keepConditions(id, isDefault ? null : conditions);
    },
    [keepConditions],
  );
  const putRange = useCallback(
    (id: string, bounds: NumberBounds) => {
      const control = latest.current.document.controls.find((entry) => entry.id === id);
      const isDefault =
        control?.kind === 'numbers' &&
        control.default.low === bounds.low &&
        control.default.high === bounds.high;
      keepRange(id, isDefault ? null : bounds);
    },
    [keepRange],
  );
  const setConditions = useCallback(
    (id: string, conditions: ConditionState) => {
      if (isHeld(id)) setPending((old) => ({ ...old, conditions: { ...old.conditions, [id]: conditions } }));
      else putConditions(id, conditions);
    },
    [isHeld, putConditions],
  );
  const setRange = useCallback(
    (id: string, bounds: NumberBounds) => {
      if (isHeld(id)) setPending((old) => ({ ...old, ranges: { ...old.ranges, [id]: bounds } }));
      else putRange(id, bounds);
    },
    [isHeld, putRange],
  );
  const discard = useCallback(
    (id?: string) => setPending((old) => (id === undefined ? NOTHING_PENDING : withoutPending(old, id))),
    [],
  );
  const apply = useCallback(
    (id?: string) => {
      const { periods, choices, conditions, ranges } = held.current;
      for (const [control, text] of Object.entries(periods))
        if (id === undefined || id === control) putPeriod(control, text);
      for (const [control, values] of Object.entries(choices))
        if (id === undefined || id === control) putChoice(control, values);
      for (const [control, state] of Object.entries(conditions))
        if (id === undefined || id === control) putConditions(control, state);
      for (const [control, bounds] of Object.entries(ranges))
        if (id === undefined || id === control) putRange(control, bounds);
      discard(id);
    },
    [discard, putChoice, putConditions, putPeriod, putRange],
  );
  const clear = useCallback(
    (id: string) => {
      const control = latest.current.document.controls.find((entry) => entry.id === id);
      if (control?.kind === 'slicer') setChoice(id, []);
      else if (control?.kind === 'condition') setConditions(id, { on: [], own: '' });
      else if (control?.kind === 'numbers') setRange(id, { low: null, high: null });
      else setPeriod(id, 'all');
    },
    [setChoice, setConditions, setPeriod, setRange],
  );

  const value = useMemo(
    (): Workspace => ({
      store,
      answers,
      model,
      reader,
      preview,
      setPeriod,
      setChoice,
      setConditions,
      setRange,
      clear,
      setAsOf,
      today,
      pending,
      apply,
      discard,
    }),
    [
      store,
      answers,
      model,
      reader,
      preview,
      setPeriod,
      setChoice,
      setConditions,
      setRange,
      clear,
      setAsOf,
      today,
      pending,
      apply,
      discard,
    ],
  );
  return <WorkspaceContext.Provider value={value}>{children}</WorkspaceContext.Provider>;
}

const sameEntries = (a: readonly string[], b: readonly string[]) =>
  [...a].sort().join() === [...b].sort().join();

function withoutPending(pending: Pending, id: string): Pending {
  const without = <T,>(record: Readonly<Record<string, T>>) =>
    Object.fromEntries(Object.entries(record).filter(([control]) => control !== id));
  return {
    periods: without(pending.periods),
    choices: without(pending.choices),
    conditions: without(pending.conditions),
    ranges: without(pending.ranges),
  };
}

const MINUTE = 60_000;

/** Today for the dashboard; a page left open past midnight moves on by itself. */
function useToday(document: DashboardDocument, model: Model): Day {
  const [now, setNow] = useState(() => Date.now());
  useEffect(() => {
    const timer = setInterval(() => setNow(Date.now()), MINUTE);
    return () => clearInterval(timer);
  }, []);
  return todayFor(document, model, now);
}
