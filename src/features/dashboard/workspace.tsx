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
import type { DashboardDocument } from '../../core/dashboard/document';
import type { Model } from '../../core/dashboard/model';
import type { ReaderState } from '../../core/dashboard/state';
import type { ControlAnswer, VisualAnswer } from '../../core/dashboard/turn';
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
  /** Gives a control "everything": an open window, or no value chosen. */
  clear(control: string): void;
}

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
  useEffect(() => {
    engine.current?.request(reader.state, true);
  }, [document, model, reader.state]);

  const preview = useCallback((control: string, text: string) => {
    const { state } = latest.current;
    engine.current?.request({ ...state, periods: { ...state.periods, [control]: text } }, false);
  }, []);
  const { setPeriod: keepPeriod, setChoice: keepChoice } = reader;
  const setPeriod = useCallback(
    (id: string, text: string) => {
      const control = latest.current.document.controls.find((entry) => entry.id === id);
      const isDefault = control?.kind === 'timeline' && control.default === text;
      keepPeriod(id, isDefault ? null : text);
      const { state } = latest.current;
      engine.current?.request({ ...state, periods: { ...state.periods, [id]: text } }, true);
    },
    [keepPeriod],
  );
  const setChoice = useCallback(
    (id: string, values: readonly (string | null)[]) => {
      const control = latest.current.document.controls.find((entry) => entry.id === id);
      const isDefault =
        control?.kind === 'slicer' && JSON.stringify(control.default) === JSON.stringify(values);
      keepChoice(id, isDefault ? null : values);
    },
    [keepChoice],
  );
  const clear = useCallback(
    (id: string) => {
      const control = latest.current.document.controls.find((entry) => entry.id === id);
      if (control?.kind === 'slicer') setChoice(id, []);
      else setPeriod(id, 'all');
    },
    [setChoice, setPeriod],
  );

  const value = useMemo(
    (): Workspace => ({ store, answers, model, reader, preview, setPeriod, setChoice, clear }),
    [store, answers, model, reader, preview, setPeriod, setChoice, clear],
  );
  return <WorkspaceContext.Provider value={value}>{children}</WorkspaceContext.Provider>;
}
