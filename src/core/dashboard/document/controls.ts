/** The kinds of controls: a register from which the schema, the types and all that depends on a kind are made. */
import { z } from 'zod';
import { asof } from './kinds/asof';
import { baselines } from './kinds/baselines';
import { calendar } from './kinds/calendar';
import { condition } from './kinds/condition';
import { ends } from './kinds/ends';
import type { Acts, ControlEntry, HeldForm } from './kinds/entry';
import { grain } from './kinds/grain';
import { lookback } from './kinds/lookback';
import { measures } from './kinds/measures';
import { numbers } from './kinds/numbers';
import { periods } from './kinds/periods';
import { phrase } from './kinds/phrase';
import { range } from './kinds/range';
import { slicer } from './kinds/slicer';
import { timeline } from './kinds/timeline';
import { tree } from './kinds/tree';
import { value } from './kinds/value';

/** Every kind of control, in the order in which parts are offered. */
export const CONTROL_KINDS = {
  timeline,
  range,
  calendar,
  periods,
  lookback,
  phrase,
  ends,
  tree,
  slicer,
  condition,
  numbers,
  value,
  measures,
  grain,
  baselines,
  asof,
};

type Kinds = typeof CONTROL_KINDS;
export type ControlKind = keyof Kinds;
/** The control of a kind. */
export type ControlOf<K extends ControlKind> = { [Each in K]: z.infer<Kinds[Each]['schema']> }[K];
export type Control = ControlOf<ControlKind>;

/** The kinds of controls that hold something of a form. */
type KindHolding<F extends HeldForm> = {
  [K in ControlKind]: Kinds[K]['holds'] extends F ? K : never;
}[ControlKind];
export type ControlHolding<F extends HeldForm> = ControlOf<KindHolding<F>>;
export type TimeControl = ControlHolding<'period'>;

export type Timeline = ControlOf<'timeline'>;
export type RangeSlider = ControlOf<'range'>;
export type CalendarPicker = ControlOf<'calendar'>;
export type PeriodList = ControlOf<'periods'>;
export type LookBack = ControlOf<'lookback'>;
export type PhraseBox = ControlOf<'phrase'>;
export type DateTree = ControlOf<'tree'>;
export type Slicer = ControlOf<'slicer'>;
export type ConditionControl = ControlOf<'condition'>;
export type BaselineChooser = ControlOf<'baselines'>;
export type MeasureChooser = ControlOf<'measures'>;
export type GrainChooser = ControlOf<'grain'>;
export type NumberRange = ControlOf<'numbers'>;

type Schemas = { -readonly [K in ControlKind]: Kinds[K]['schema'] }[ControlKind];

export const controlSchema = z.discriminatedUnion(
  'kind',
  Object.values(CONTROL_KINDS).map((entry) => entry.schema) as unknown as [Schemas, ...Schemas[]],
);

/** The entry of a control's kind, for use on that control. */
export function kindOf(control: Control): ControlEntry {
  return CONTROL_KINDS[control.kind];
}

/** By what a control acts on rows. */
export const actsOf = (control: Control): Acts => kindOf(control).acts(control);

/** Whether a control holds a period phrase. */
export function isTimeControl(control: Control): control is TimeControl {
  return kindOf(control).holds === 'period';
}

/** Whether a control acts on what it is wired to: neither on the whole dashboard nor only through conditions. */
export const isWirable = (control: Control): boolean => !['clock', 'value'].includes(actsOf(control).by);
