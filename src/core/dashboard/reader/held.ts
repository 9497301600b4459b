/** What controls hold: one register of forms, for the reader's state, the address, Reset and reveal rules alike. */
import { listed } from '../../listed';
import { z } from 'zod';
import { canonicalText } from '../../period/canonical';
import { parseIsoDay, type Day } from '../../calendar/day';
import type { Model } from '../../model/model';
import { definitionOf } from '../../model/model';
import { BLANK } from '../../model/blank';
import { CONTROL_KINDS, kindOf, type Control, type ControlHolding } from '../document/controls';
import type { DashboardDocument } from '../document/document';
import type { RoleRef } from '../document/kinds/asof';
import { chosenBaselineSchema } from '../document/kinds/baselines';
import { entryText } from '../document/kinds/condition';
import { grainSchema } from '../document/kinds/measured';
import type { HeldForm } from '../document/kinds/entry';
import { boundsWords, rangesOf } from '../../model/bins';
import { numberBoundsSchema } from '../../model/numberBounds';
import { conditionStateSchema, initialConditions } from './conditionState';
import { parseChoice, parseJson, printChoice } from './addressText';
import type { HeldValues, ReaderState } from './state';
import { blankIn, type Parameters } from './parameter';
import { asTurned } from './turned';
import { pathOf } from './treePath';

/** A form of what controls hold. */
interface Form<F extends HeldForm> {
  /** Where it stands in the address. */
  place: (control: string) => string;
  print: (value: HeldValues[F]) => string;
  /** Null where the text cannot be read. */
  parse: (text: string) => HeldValues[F] | null;
  read: (state: ReaderState, control: string) => HeldValues[F] | undefined;
  write: (state: ReaderState, control: string, value: HeldValues[F] | undefined) => ReaderState;
  /** The designer's default. */
  initial: (control: ControlHolding<F>) => HeldValues[F];
  /** What lets every row be. */
  readonly everything: HeldValues[F];
  same: (a: HeldValues[F], b: HeldValues[F]) => boolean;
  /** Whether one of the values of a reveal rule is held. */
  includes: (value: HeldValues[F], wanted: readonly (string | null)[]) => boolean;
  /** Whether it can be switched off without being lost. */
  readonly switches: boolean;
  /** In the in-effect line, without days; null where every row is let be, or the answer tells. */
  words: (
    control: ControlHolding<F>,
    value: HeldValues[F],
    model: Model,
    parameters: Parameters,
  ) => string | null;
}

type RecordName =
  'periods' | 'choices' | 'conditions' | 'ranges' | 'values' | 'baselines' | 'measures' | 'grains';

/** Reading and writing of a form that has a record of its own in the reader's state, by control. */
function inRecord<N extends RecordName>(name: N) {
  type Value = NonNullable<ReaderState[N]>[string];
  return {
    read: (state: ReaderState, control: string): Value | undefined =>
      state[name]?.[control] as Value | undefined,
    write: (state: ReaderState, control: string, value: Value | undefined): ReaderState => {
      const { [control]: _, ...others } = (state[name] ?? {}) as Record<string, Value>;
      return { ...state, [name]: value === undefined ? others : { ...others, [control]: value } };
    },
  };
}

const sameJson = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b);
const MOST_NAMED = 3;
const JOIN_WORDS = { all: ' and ', any: ' or ' };

/** A chosen value, or the path of a chosen node. */
const valueName = (value: string | null) =>
  (pathOf(value) ?? [value]).map((part) => part ?? BLANK).join(' › ');

const FORMS: { readonly [F in HeldForm]: Form<F> } = {
  period: {
    ...inRecord('periods'),
    place: (control) => `p.${control}`,
    print: (text) => text,
    parse: (text) => text,
    initial: (control) => control.default,
    everything: 'all',
    same: (a, b) => a === b,
    includes: (text, wanted) => {
      const canonical = canonicalText(text);
      return wanted.some((value) => value !== null && canonicalText(value) === canonical);
    },
    switches: false,
    words: () => null,
  },
  choice: {
    ...inRecord('choices'),
    place: (control) => `c.${control}`,
    print: printChoice,
    parse: parseChoice,
    initial: (control) => control.default,
    everything: [],
    same: sameJson,
    includes: (values, wanted) => values.some((value) => wanted.includes(value)),
    switches: true,
    words: (control, values) => {
      if (values.length === 0) return null;
      const all = listed(values, MOST_NAMED, valueName);
      return control.exclude ? `all but ${all}` : all;
    },
  },
  condition: {
    ...inRecord('conditions'),
    place: (control) => `q.${control}`,
    print: (value) => JSON.stringify(value),
    parse: (text) => parseJson(conditionStateSchema, text),
    initial: initialConditions,
    everything: { on: [], own: '' },
    same: (a, b) => a.own === b.own && sameJson([...a.on].sort(), [...b.on].sort()),
    includes: ({ on }, wanted) => on.some((entry) => wanted.includes(entry)),
    switches: true,
    words: (control, { on, own }, model, parameters) => {
      // One that a blank value switches off is not in effect.
      const acts = (text: string | undefined) => blankIn(text ?? '', parameters) === undefined;
      const groups = control.groups.flatMap(({ join, entries }) => {
        const names = entries
          .filter((entry) => on.includes(entry.id) && acts(entryText(model, control.dataset, entry)))
          .map((entry) => entry.name || definitionOf(model, entry.definition ?? '')?.name || entry.sql);
        return names.length > 0 ? [{ join, names }] : [];
      });
      const isOne = groups.length === 1;
      const joined = groups.map(({ join, names }) =>
        names.length === 1 || isOne || join === control.join
          ? names.join(JOIN_WORDS[join])
          : `(${names.join(JOIN_WORDS[join])})`,
      );
      const kept = joined.length > 0 ? [joined.join(JOIN_WORDS[control.join])] : [];
      const typed = own.trim() === '' || !control.open || !acts(own) ? [] : [own.trim()];
      return kept.length + typed.length === 0 ? null : [...kept, ...typed].join(', and ');
    },
  },
  numbers: {
    ...inRecord('ranges'),
    place: (control) => `n.${control}`,
    print: (value) => JSON.stringify(value),
    parse: (text) => parseJson(numberBoundsSchema, text),
    initial: (control) => control.default,
    everything: { low: null, high: null },
    same: (a, b) => sameJson(rangesOf(a), rangesOf(b)),
    includes: () => false,
    switches: true,
    words: (_, bounds) => boundsWords(bounds),
  },
  value: {
    ...inRecord('values'),
    place: (control) => `v.${control}`,
    print: (text) => text,
    parse: (text) => text,
    initial: (control) => control.default,
    everything: '',
    same: (a, b) => a === b,
    includes: (text, wanted) => wanted.includes(text),
    switches: false,
    words: (_, text) => (text === '' ? null : text),
  },
  baselines: {
    ...inRecord('baselines'),
    place: (control) => `b.${control}`,
    print: (value) => JSON.stringify(value),
    parse: (text) => parseJson(z.array(chosenBaselineSchema).max(50), text),
    initial: (control) => control.default,
    everything: [],
    same: sameJson,
    includes: (held, wanted) => held.some((entry) => typeof entry === 'string' && wanted.includes(entry)),
    switches: false,
    // What is compared is told by the visuals, with its days.
    words: () => null,
  },
  measures: {
    ...inRecord('measures'),
    place: (control) => `m.${control}`,
    print: (places) => places.join(','),
    parse: (text) => parseJson(z.array(z.int().min(0).max(49)).max(8), `[${text}]`),
    initial: (control) => control.default,
    everything: [],
    same: sameJson,
    includes: (places, wanted) => places.some((place) => wanted.includes(String(place))),
    switches: false,
    words: () => null,
  },
  grain: {
    ...inRecord('grains'),
    place: (control) => `g.${control}`,
    print: (grain) => grain,
    parse: (text) => grainSchema.safeParse(text).data ?? null,
    initial: (control) => control.default,
    everything: 'auto',
    same: (a, b) => a === b,
    includes: (grain, wanted) => wanted.includes(grain),
    switches: false,
    words: () => null,
  },
  /** The as-of day belongs to the whole dashboard: all controls that hold it hold the same. */
  day: {
    place: () => 'as-of',
    print: (day) => day ?? '',
    parse: (text) => (parseIsoDay(text) === undefined ? null : text),
    read: (state) => state.asOf ?? undefined,
    write: ({ asOf: _, ...state }, _control, day) => (day ? { ...state, asOf: day } : state),
    initial: () => null,
    everything: null,
    same: (a, b) => a === b,
    includes: (day, wanted) => wanted.includes(day ?? ''),
    switches: false,
    words: () => null,
  },
};

/** What a control of a type holds. */
export type HeldBy<C extends Control> = HeldValues[(typeof CONTROL_KINDS)[C['kind']]['holds']];
/** What any control can hold. */
export type HeldValue = HeldValues[HeldForm];

/** A form as one that takes any control and value, for code that treats all controls alike. */
function formOf(control: Control): Form<HeldForm> {
  return FORMS[kindOf(control).holds] as unknown as Form<HeldForm>;
}

/** What a reader has given a control; undefined where the designer's default holds. */
export const heldByReader = <C extends Control>(control: C, state: ReaderState): HeldBy<C> | undefined =>
  formOf(control).read(state, control.id) as HeldBy<C> | undefined;

/** What a control holds: the reader's value, else the designer's default. */
export const heldBy = <C extends Control>(control: C, state: ReaderState): HeldBy<C> =>
  heldByReader(control, state) ?? initiallyHeld(control);

/** What a control holds by the designer. */
export const initiallyHeld = <C extends Control>(control: C): HeldBy<C> =>
  formOf(control).initial(control) as HeldBy<C>;

/** The state with what a control holds; a default is not kept. Undefined leads back to the default. */
export function withHeld(state: ReaderState, control: Control, value: HeldValue | undefined): ReaderState {
  const form = formOf(control);
  const isDefault = value === undefined || form.same(value, form.initial(control));
  return form.write(state, control.id, isDefault ? undefined : value);
}

/** What a control holds when it lets every row be. */
export const everythingFor = (control: Control): HeldValue => formOf(control).everything;

/** Whether a control can be switched off without losing what it holds. */
export const canSwitchOff = (control: Control): boolean => formOf(control).switches;

export const isSwitchedOff = (state: ReaderState, control: string): boolean =>
  state.off?.includes(control) === true;

/** Whether a control holds what a reveal rule names. */
const holdsOneOf = (control: Control, state: ReaderState, wanted: readonly (string | null)[]): boolean =>
  formOf(control).includes(heldBy(control, state), wanted);

/** What a control without days holds, in words; null where it lets every row be. */
export const heldWords = (
  control: Control,
  state: ReaderState,
  model: Model,
  parameters: Parameters,
): string | null =>
  formOf(control).words(asTurned(control, state), heldBy(control, state), model, parameters);

/** The state with what another state holds of a control. */
export function withHeldFrom(state: ReaderState, from: ReaderState, control: Control): ReaderState {
  const form = formOf(control);
  const value = form.read(from, control.id);
  return value === undefined ? state : form.write(state, control.id, value);
}

/** What a control holds as a part of the address: its place, and its text (null: the default). */
export function heldInAddress(control: Control, state: ReaderState): { place: string; text: string | null } {
  const form = formOf(control);
  const value = form.read(state, control.id);
  return { place: form.place(control.id), text: value === undefined ? null : form.print(value) };
}

/** The state with what a part of the address says that a control holds; what cannot be read is left aside. */
export function withHeldText(state: ReaderState, control: Control, text: string): ReaderState {
  const form = formOf(control);
  const value = form.parse(text);
  return value === null ? state : form.write(state, control.id, value);
}

/**
 * The day that stands in the place of today; null where none does. Where a dashboard has as-of choosers, one of them
 * has to be shown for the day to act.
 */
export function actingAsOf(document: DashboardDocument, state: ReaderState): Day | null {
  const day = state.asOf ? parseIsoDay(state.asOf) : undefined;
  return day !== undefined && canChooseAsOf(document, state) ? day : null;
}

/** Whether a reader can put another day in the place of today. */
export function canChooseAsOf(document: DashboardDocument, state: ReaderState): boolean {
  const choosers = document.controls.filter((control) => kindOf(control).holds === 'day');
  return choosers.length === 0 || choosers.some((control) => isRevealed(document, state, control));
}

/** The date roles whose later rows are left out on the as-of day, by the choosers that are shown. */
export const leftOutLater = (document: DashboardDocument, state: ReaderState): RoleRef[] =>
  document.controls.flatMap((control) =>
    control.kind === 'asof' && isRevealed(document, state, control) ? control.later : [],
  );

/** Whether a control is shown and acts: always, or while another one that is shown holds a given choice. */
export function isRevealed(
  document: DashboardDocument,
  state: ReaderState,
  control: Control,
  asked: readonly string[] = [],
): boolean {
  const { reveal } = control;
  if (!reveal) return true;
  const other = document.controls.find((entry) => entry.id === reveal.control);
  if (!other || asked.includes(other.id)) return false;
  return (
    isRevealed(document, state, other, [...asked, control.id]) && holdsOneOf(other, state, reveal.values)
  );
}
