'use client';
/** What the parts of an open dashboard share: design, answers, what the reader holds, and the engine. */
import { createContext, useContext, useEffect, useMemo, useRef, useState, type ReactNode } from 'react';
import { useStore } from 'zustand';
import type { Day } from '../../core/calendar/day';
import { todayFor } from '../../core/dashboard/document/clock';
import { titleOf, titlesIn } from '../../core/dashboard/document/title';
import type { PeriodContext } from '../../core/period/point';
import {
  itemOf,
  type Control,
  type DashboardDocument,
  type Visual,
} from '../../core/dashboard/document/document';
import { initiallyHeld, isSwitchedOff, type HeldBy } from '../../core/dashboard/reader/held';
import { parametersOf } from '../../core/dashboard/reader/parameters';
import type { Parameters } from '../../core/dashboard/reader/parameter';
import type { ReaderState } from '../../core/dashboard/reader/state';
import type { VisualAnswer } from '../../core/dashboard/turn/answer';
import type { ControlAnswer } from '../../core/dashboard/turn/controlAnswer';
import { designOf, type Design } from '../../core/dashboard/wiring/design';
import type { Model } from '../../core/model/model';
import { startEngine, type EngineClient } from '../../engine/client';
import { useNow } from '../ui/useNow';
import { createAnswersStore, type AnswersState, type AnswersStore } from './answersStore';
import type { DocumentStore } from './documentStore';
import { shownBy, type Held, type HeldStore } from './heldStore';
import { useHeldStore } from './useAddress';

export interface Workspace {
  readonly store: DocumentStore;
  readonly answers: AnswersStore;
  readonly model: Model;
  readonly held: HeldStore;
  /** Today in the dashboard's time zone. */
  readonly today: Day;
}

const WorkspaceContext = createContext<Workspace | null>(null);
const DesignContext = createContext<Design | null>(null);

export function useWorkspace(): Workspace {
  const workspace = useContext(WorkspaceContext);
  if (!workspace) throw new Error('Outside a dashboard');
  return workspace;
}

/** The document being worked on, drawn again when it changes. */
export function useDocument(): DashboardDocument {
  return useStore(useWorkspace().store, (state) => state.document);
}

/** The document with its model, and what is looked up in both. */
export function useDesign(): Design {
  const design = useContext(DesignContext);
  if (!design) throw new Error('Outside a dashboard');
  return design;
}

/** A visual as choosers make it for the reader: with the measures and the grain that are chosen. */
export function useChosen(visual: Visual): Visual {
  const design = useDesign();
  const state = useReaderState();
  return useMemo(() => {
    const { document } = design.chosen(state);
    return document.visuals.find((entry) => entry.id === visual.id) ?? visual;
  }, [design, state, visual]);
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

/** The title of an item; those of one title are numbered. */
export function useTitle(item: Visual | Control): string {
  const { store, model } = useWorkspace();
  return useStore(store, ({ document }) => {
    // An item as choosers make it may show something else, and so be called something else.
    const isDesigned = itemOf(document, item.id) === item;
    return (isDesigned ? titlesIn(document, model).get(item.id) : undefined) ?? titleOf(item, model);
  });
}

/** What the phrases of a time control are read against, also while it is hidden. */
export function usePeriodContext(id: string): PeriodContext | undefined {
  return useAnswers(({ controls: { [id]: answer } }) =>
    answer?.kind === 'period' || answer?.kind === 'hidden' ? answer.context : undefined,
  );
}

/** A part of what the reader holds, drawn again when that part changes. */
export function useHeld<T>(select: (held: Held) => T): T {
  return useStore(useWorkspace().held.api, select);
}

/** What conditions can ask for by name, with the values that the reader holds. */
export function useParameters(): Parameters {
  const document = useDocument();
  const state = useReaderState();
  return useMemo(() => parametersOf(document, state), [document, state]);
}

/** All that the reader has put into effect. */
export const useReaderState = (): ReaderState => useHeld((held) => held.state);

export interface ControlHeld<C extends Control> {
  /** What the control shows: ahead of the answer, of Apply, and of the handle that is let go. */
  readonly value: HeldBy<C>;
  /** Whether it waits for Apply. */
  readonly isPending: boolean;
  readonly isOff: boolean;
}

/** What a control holds; the same value as long as it is the same. */
export function useControlHeld<C extends Control>(control: C): ControlHeld<C> {
  const given = useHeld((held) => shownBy(control, held));
  const isPending = useHeld(({ pending }) => pending[control.id] !== undefined);
  const isOff = useHeld(({ state }) => isSwitchedOff(state, control.id));
  const value = useMemo(() => given ?? initiallyHeld(control), [given, control]);
  return { value, isPending, isOff };
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
  const held = useHeldStore(store, document);
  const [answers] = useState(createAnswersStore);
  const today = useToday(document, model);
  const workspace = useMemo(
    (): Workspace => ({ store, answers, model, held, today }),
    [store, answers, model, held, today],
  );
  return (
    <WorkspaceScope workspace={workspace}>
      <Turning />
      {children}
    </WorkspaceScope>
  );
}

/** Gives its children a workspace, and the design that follows from it. */
export function WorkspaceScope({ workspace, children }: { workspace: Workspace; children: ReactNode }) {
  const { store, model } = workspace;
  const document = useStore(store, (state) => state.document);
  const design = useMemo(() => designOf(document, model), [document, model]);
  return (
    <WorkspaceContext.Provider value={workspace}>
      <DesignContext.Provider value={design}>{children}</DesignContext.Provider>
    </WorkspaceContext.Provider>
  );
}

/** Has every change answered. */
function Turning() {
  const { held, answers, today } = useWorkspace();
  useEngine(useDesign(), held, answers, today);
  return null;
}

/** Asks the engine for a turn whenever the design, what is held, or the day changes. */
function useEngine({ document, model }: Design, held: HeldStore, answers: AnswersStore, today: Day) {
  const engine = useRef<EngineClient | null>(null);
  useEffect(() => {
    const { take, markLate, fail } = answers.getState();
    const client = startEngine({ onChanges: take, onLate: markLate, onError: fail });
    engine.current = client;
    return () => {
      engine.current = null;
      client.close();
    };
  }, [answers]);
  useEffect(() => {
    engine.current?.configure(document, model, today);
    const ask = (now: Held) => engine.current?.request(held.effective(now), now.draft === null);
    ask(held.api.getState());
    return held.api.subscribe((now, before) => {
      if (now.state !== before.state || now.draft !== before.draft) ask(now);
    });
  }, [document, model, held, today]);
}

/** Today for the dashboard; a page left open past midnight moves on by itself. */
function useToday(document: DashboardDocument, model: Model): Day {
  const now = useNow();
  return todayFor(document, model, now);
}
