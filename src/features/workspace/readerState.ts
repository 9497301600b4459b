'use client';
/** The reader's state, kept in the address: `p.<control>` for periods, `c.<control>` for choices, `d.<visual>` for drills, `k.<visual>` for chosen marks,
 * `q.<control>` for conditions, `n.<control>` for ranges of numbers, `off` for what is switched off, `as-of` for the day. */
import { createParser, parseAsString, useQueryStates } from 'nuqs';
import { useCallback, useMemo } from 'react';
import { parseIsoDay } from '../../core/calendar/day';
import { numberBoundsSchema, type NumberBounds } from '../../core/dashboard/document/controls';
import type { ConditionState } from '../../core/dashboard/reader/conditions';
import type { Control, DashboardDocument } from '../../core/dashboard/document/document';
import { isEmptyPick, isPickSource, pickSchema, type Pick } from '../../core/dashboard/reader/pick';
import { conditionStateSchema, type ReaderState } from '../../core/dashboard/reader/state';

const AS_OF = 'as-of';
const OFF = 'off';
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

/** Something as JSON; what does not fit in the address is left aside. */
function jsonParser<T>(schema: { safeParse(value: unknown): { success: boolean; data?: T | undefined } }) {
  return createParser<T>({
    parse: (text) => {
      try {
        return schema.safeParse(JSON.parse(text)).data ?? null;
      } catch {
        return null;
      }
    },
    serialize: (value) => JSON.stringify(value),
    eq: (a, b) => JSON.stringify(a) === JSON.stringify(b),
  });
}

const pickParser = jsonParser<Pick>(pickSchema);
const conditionParser = jsonParser<ConditionState>(conditionStateSchema);
const rangeParser = jsonParser<NumberBounds>(numberBoundsSchema);

function parserOf(key: string) {
  if (key.startsWith('c.') || key === OFF) return choiceParser;
  if (key.startsWith('k.')) return pickParser;
  if (key.startsWith('q.')) return conditionParser;
  return key.startsWith('n.') ? rangeParser : parseAsString;
}

/** What the part of the address that belongs to a control begins with. */
function prefixOf(control: Control): string {
  if (control.kind === 'slicer') return 'c';
  if (control.kind === 'condition') return 'q';
  return control.kind === 'numbers' ? 'n' : 'p';
}

export interface ReaderStateControl {
  readonly state: ReaderState;
  setPeriod(control: string, text: string | null): void;
  setChoice(control: string, values: readonly (string | null)[] | null): void;
  /** Null leads back to all that the visual shows. */
  setDrill(visual: string, text: string | null): void;
  /** Null, or nothing chosen, lets everything be. */
  setPick(visual: string, pick: Pick | null): void;
  setConditions(control: string, conditions: ConditionState | null): void;
  setRange(control: string, bounds: NumberBounds | null): void;
  /** Switches a control off, which keeps what it holds, or on again. */
  setOff(control: string, off: boolean): void;
  setAsOf(day: string | null): void;
  reset(): void;
}

/** The reader's state from the address. Null gives a control its default back. */
export function useReaderState(document: DashboardDocument): ReaderStateControl {
  const controls = document.controls
    .filter((control) => control.kind !== 'asof')
    .map((control) => `${prefixOf(control)}.${control.id}`)
    .concat(document.visuals.map((visual) => `d.${visual.id}`))
    .concat(document.visuals.filter(isPickSource).map((visual) => `k.${visual.id}`))
    .join(' ');
  const parsers = useMemo(() => {
    const keys = controls === '' ? [] : controls.split(' ');
    return Object.fromEntries([...keys, AS_OF, OFF].map((key) => [key, parserOf(key)]));
  }, [controls]);
  const [values, setValues] = useQueryStates(parsers, { history: 'replace', shallow: true });
  const state = useMemo((): ReaderState => {
    const periods: Record<string, string> = {};
    const choices: Record<string, (string | null)[]> = {};
    const drills: Record<string, string> = {};
    const picks: Record<string, Pick> = {};
    const conditions: Record<string, ConditionState> = {};
    const ranges: Record<string, NumberBounds> = {};
    let off: string[] = [];
    let asOf: string | null = null;
    for (const [key, value] of Object.entries(values)) {
      if (key === AS_OF) {
        asOf = typeof value === 'string' && parseIsoDay(value) !== undefined ? value : null;
        continue;
      }
      if (key === OFF) {
        off = Array.isArray(value) ? value.filter((entry) => entry !== null) : [];
        continue;
      }
      const id = key.slice(2);
      if (typeof value === 'string') (key.startsWith('d.') ? drills : periods)[id] = value;
      else if (Array.isArray(value)) choices[id] = value;
      else if (key.startsWith('k.') && value) picks[id] = value as Pick;
      else if (key.startsWith('q.') && value) conditions[id] = value as ConditionState;
      else if (key.startsWith('n.') && value) ranges[id] = value as NumberBounds;
    }
    return { periods, choices, drills, picks, conditions, ranges, off, asOf } as ReaderState;
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
  const setConditions = useCallback(
    (control: string, conditions: ConditionState | null) => void setValues({ [`q.${control}`]: conditions }),
    [setValues],
  );
  const setRange = useCallback(
    (control: string, bounds: NumberBounds | null) => void setValues({ [`n.${control}`]: bounds }),
    [setValues],
  );
  const { off } = state;
  const setOff = useCallback(
    (control: string, isOff: boolean) => {
      const others = (off ?? []).filter((id) => id !== control);
      const next = isOff ? [...others, control] : others;
      void setValues({ [OFF]: next.length > 0 ? next : null });
    },
    [setValues, off],
  );
  const setAsOf = useCallback((day: string | null) => void setValues({ [AS_OF]: day }), [setValues]);
  const reset = useCallback(() => void setValues(null), [setValues]);
  return { state, setPeriod, setChoice, setDrill, setPick, setConditions, setRange, setOff, setAsOf, reset };
}
