'use client';
/** The reader's state, kept in the address: `p.<control>` for periods, `c.<control>` for choices, `d.<visual>` for drills, `k.<visual>` for chosen marks, `as-of` for the day. */
import { createParser, parseAsString, useQueryStates } from 'nuqs';
import { useCallback, useMemo } from 'react';
import { parseIsoDay } from '../../core/calendar/day';
import type { DashboardDocument } from '../../core/dashboard/document';
import { isEmptyPick, isPickSource, pickSchema, type Pick } from '../../core/dashboard/pick';
import type { ReaderState } from '../../core/dashboard/state';

const AS_OF = 'as-of';
const NOTHING = '~';
const BLANK = '~blank';

const escape = (text: string) => text.replace(/[\\;~]/g, (character) => `\\${character}`);

/** Chosen values as one text: joined by semicolons; `~` alone is "nothing chosen". */
export function printChoice(values: readonly (string | null)[]): string {
  return values.length === 0
    ? NOTHING
    : values.map((value) => (value === null ? BLANK : escape(value))).join(';');
}

/** Reads what `printChoice` wrote. */
export function parseChoice(text: string): (string | null)[] {
  if (text === NOTHING) return [];
  const parts = text.match(/(?:\\.|[^;\\])+/g) ?? [];
  return parts.map((part) => (part === BLANK ? null : part.replace(/\\(.)/g, '$1')));
}

const choiceParser = createParser<(string | null)[]>({
  parse: parseChoice,
  serialize: printChoice,
  eq: (a, b) => printChoice(a) === printChoice(b),
});

/** Chosen marks as JSON; anything else in the address is left aside. */
const pickParser = createParser<Pick>({
  parse: (text) => {
    try {
      const read = pickSchema.safeParse(JSON.parse(text));
      return read.success ? read.data : null;
    } catch {
      return null;
    }
  },
  serialize: (pick) => JSON.stringify(pick),
  eq: (a, b) => JSON.stringify(a) === JSON.stringify(b),
});

const parserOf = (key: string) =>
  key.startsWith('c.') ? choiceParser : key.startsWith('k.') ? pickParser : parseAsString;

export interface ReaderStateControl {
  readonly state: ReaderState;
  setPeriod(control: string, text: string | null): void;
  setChoice(control: string, values: readonly (string | null)[] | null): void;
  /** Null leads back to all that the visual shows. */
  setDrill(visual: string, text: string | null): void;
  /** Null, or nothing chosen, lets everything be. */
  setPick(visual: string, pick: Pick | null): void;
  setAsOf(day: string | null): void;
  reset(): void;
}

/** The reader's state from the address. Null gives a control its default back. */
export function useReaderState(document: DashboardDocument): ReaderStateControl {
  const controls = document.controls
    .filter((control) => control.kind !== 'asof')
    .map((control) => `${control.kind === 'slicer' ? 'c' : 'p'}.${control.id}`)
    .concat(document.visuals.map((visual) => `d.${visual.id}`))
    .concat(document.visuals.filter(isPickSource).map((visual) => `k.${visual.id}`))
    .join(' ');
  const parsers = useMemo(() => {
    const keys = controls === '' ? [] : controls.split(' ');
    return Object.fromEntries([...keys, AS_OF].map((key) => [key, parserOf(key)]));
  }, [controls]);
  const [values, setValues] = useQueryStates(parsers, { history: 'replace', shallow: true });
  const state = useMemo((): ReaderState => {
    const periods: Record<string, string> = {};
    const choices: Record<string, (string | null)[]> = {};
    const drills: Record<string, string> = {};
    const picks: Record<string, Pick> = {};
    let asOf: string | null = null;
    for (const [key, value] of Object.entries(values)) {
      if (key === AS_OF) {
        asOf = typeof value === 'string' && parseIsoDay(value) !== undefined ? value : null;
        continue;
      }
      const id = key.slice(2);
      if (typeof value === 'string') (key.startsWith('d.') ? drills : periods)[id] = value;
      else if (Array.isArray(value)) choices[id] = value;
      else if (value && typeof value === 'object') picks[id] = value;
    }
    return { periods, choices, drills, picks, asOf };
  }, [values]);
  const setPeriod = useCallback(
    (control: string, text: string | null) => void setValues({ [`p.${control}`]: text }),
    [setValues],
  );
  const setChoice = useCallback(
    (control: string, chosen: readonly (string | null)[] | null) =>
      void setValues({ [`c.${control}`]: chosen && [...chosen] }),
    [setValues],
  );
  const setDrill = useCallback(
    (visual: string, text: string | null) => void setValues({ [`d.${visual}`]: text }),
    [setValues],
  );
  const setPick = useCallback(
    (visual: string, pick: Pick | null) =>
      void setValues({ [`k.${visual}`]: pick && !isEmptyPick(pick) ? pick : null }),
    [setValues],
  );
  const setAsOf = useCallback((day: string | null) => void setValues({ [AS_OF]: day }), [setValues]);
  const reset = useCallback(() => void setValues(null), [setValues]);
  return { state, setPeriod, setChoice, setDrill, setPick, setAsOf, reset };
}
