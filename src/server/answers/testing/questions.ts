/** Random dashboards and states over rows that are the same in every run. */
import fc from 'fast-check';
import { isoDay } from '../../../core/calendar/day';
import type { TestRow } from '../../../core/cube/testing';
import { documentSchema, type DashboardDocument } from '../../../core/dashboard/document/document';
import { SLICER_DEFAULTS } from '../../../core/dashboard/document/kinds/slicer';
import { conditionStateSchema } from '../../../core/dashboard/reader/conditionState';
import type { ReaderState } from '../../../core/dashboard/reader/state';
import type { Measure } from '../../../core/model/model';
import { TEST_MODEL, testMeasure } from '../../../core/model/testing';

/** The day that stands for today. */
export const TODAY = 80;

/** Rows of all kinds, the same in every run: days 5 to 94 with gaps, blanks in every column. */
export const ROWS: readonly TestRow[] = Array.from({ length: 260 }, (_, i) => {
  const mixed = (i * 7919) % 1009;
  const day = 5 + (mixed % 90);
  return {
    day: day % 11 === 0 ? day + 1 : day,
    other: mixed % 5 === 0 ? null : 2 + ((mixed * 3) % 95),
    route: ['Veldry', 'Osk Head', 'Tamsel', 'Quern', 'Sollay', null][mixed % 6]!,
    channel: ['web', 'desk', null][(mixed >> 2) % 3]!,
    seats: mixed % 7 === 0 ? null : (mixed % 23) - 2,
    cents: mixed % 9 === 0 ? null : ((mixed * 137) % 20_000) - 3000,
  };
});

export const MEASURES: readonly Measure[] = [
  ...TEST_MODEL.datasets[0]!.measures,
  testMeasure('kinds', 'count distinct', 'channel'),
];
const KEYS = MEASURES.map((measure) => measure.key);
export const COLUMN: Readonly<Record<string, string>> = {
  day: 'c1',
  other: 'c2',
  route: 'c3',
  channel: 'c4',
  seats: 'c5',
  cents: 'c6',
};

// What is asked: plain choices, from which both a document and SQL are made.
export type Run = readonly [number, number];
interface Wired {
  /** Index of the visuals that it is wired to. */
  readonly targets: readonly boolean[];
}
type ControlSpec =
  | (Wired & { readonly kind: 'window'; readonly run: Run; readonly role: 'day' | 'other' | null })
  | (Wired & { readonly kind: 'lately'; readonly days: number; readonly role: 'day' | 'other' | null })
  | (Wired & {
      readonly kind: 'choice';
      readonly column: 'route' | 'channel';
      readonly values: readonly (string | null)[];
      readonly exclude: boolean;
    })
  | (Wired & { readonly kind: 'condition'; readonly sql: string })
  | (Wired & {
      readonly kind: 'numbers';
      readonly low: number | null;
      readonly high: number | null;
      readonly also: Run | null;
    });
export interface VisualSpec {
  readonly kind: 'figure' | 'bar' | 'line' | 'crosstab' | 'table';
  readonly measure: string;
  readonly role: 'day' | 'other' | null;
  readonly own: { readonly run: Run; readonly mode: 'replace' | 'narrow' } | null;
  readonly grain: 'day' | 'month';
  readonly split: boolean;
  readonly limit: number;
  readonly order: 'value' | 'natural';
  readonly rest: 'others' | 'drop';
}
export interface Question {
  readonly visuals: readonly VisualSpec[];
  readonly controls: readonly ControlSpec[];
  readonly asOf: { readonly day: number; readonly later: readonly ('day' | 'other')[] } | null;
  /** The value of the parameter of conditions; null is blank. */
  readonly pier: string | null;
}

const day = fc.integer({ min: 0, max: 100 });
const run: fc.Arbitrary<Run> = fc.tuple(day, day).map(([a, b]) => [Math.min(a, b), Math.max(a, b)]);
const role = fc.constantFrom('day' as const, 'other' as const, null, null);
const targets = fc.array(fc.boolean(), { minLength: 3, maxLength: 3 });
const CONDITIONS = [
  'seats >= 5',
  "channel = 'web' OR route IS NULL",
  'seats IS NULL',
  'cents < 50',
  "NOT route = 'Quern'",
  'route = :pier OR seats > 14',
  'route LIKE :pier',
];
const control: fc.Arbitrary<ControlSpec> = fc.oneof(
  fc.record({ kind: fc.constant('window' as const), run, role, targets }),
  fc.record({ kind: fc.constant('lately' as const), days: fc.integer({ min: 1, max: 60 }), role, targets }),
  fc.record({
    kind: fc.constant('choice' as const),
    column: fc.constantFrom('route' as const, 'channel' as const),
    values: fc.uniqueArray(fc.constantFrom('Veldry', 'Tamsel', 'Quern', 'web', null), {
      minLength: 1,
      maxLength: 3,
    }),
    exclude: fc.boolean(),
    targets,
  }),
  fc.record({ kind: fc.constant('condition' as const), sql: fc.constantFrom(...CONDITIONS), targets }),
  fc.record({
    kind: fc.constant('numbers' as const),
    low: fc.option(fc.integer({ min: -2, max: 10 })),
    high: fc.option(fc.integer({ min: 10, max: 20 })),
    also: fc.option(
      fc.integer({ min: 22, max: 26 }).map((at): Run => [at, at + 2]),
      { freq: 3 },
    ),
    targets,
  }),
);
const visual: fc.Arbitrary<VisualSpec> = fc.record({
  kind: fc.constantFrom(
    'figure' as const,
    'bar' as const,
    'line' as const,
    'crosstab' as const,
    'table' as const,
  ),
  measure: fc.constantFrom(...KEYS),
  role,
  own: fc.option(fc.record({ run, mode: fc.constantFrom('replace' as const, 'narrow' as const) }), {
    freq: 4,
  }),
  grain: fc.constantFrom('day' as const, 'month' as const),
  split: fc.boolean(),
  limit: fc.integer({ min: 1, max: 6 }),
  order: fc.constantFrom('value' as const, 'natural' as const),
  rest: fc.constantFrom('others' as const, 'drop' as const),
});
export const question: fc.Arbitrary<Question> = fc.record({
  visuals: fc.array(visual, { minLength: 1, maxLength: 3 }),
  controls: fc.array(control, { maxLength: 4 }),
  asOf: fc.option(fc.record({ day, later: fc.subarray(['day' as const, 'other' as const]) }), { freq: 4 }),
  pier: fc.option(fc.constantFrom('Veldry', 'Quern', '%e%', "it's")),
});

const phraseOf = ([first, last]: Run) => `${isoDay(first)}/${isoDay(last)}`;
const column = (key: string) => ({ dataset: 'trips', column: key });
const time = {
  title: '',
  anchor: null,
  offer: 'union',
  lost: 'keep',
  allowUncovered: false,
  hold: false,
  reveal: null,
};

function visualOf(spec: VisualSpec, i: number): object {
  const ownPeriod = spec.own && { phrase: phraseOf(spec.own.run), mode: spec.own.mode, anchor: null };
  const common = { id: `v${i}`, title: '', ownPeriod };
  const measured = {
    ...common,
    measures: [{ dataset: 'trips', measure: spec.measure, role: spec.role }],
    grain: spec.grain,
  };
  switch (spec.kind) {
    case 'figure':
      return { ...measured, kind: 'figure' };
    case 'line':
      return { ...measured, kind: 'line' };
    case 'crosstab': {
      const rows = [column('route'), ...(spec.split ? [column('channel')] : [])];
      return { ...measured, kind: 'crosstab', rows, columns: null, subtotals: true };
    }
    case 'bar': {
      const { limit, order, rest } = spec;
      const split = spec.split ? column('channel') : null;
      return { ...measured, kind: 'bar', across: column('route'), split, limit, order, rest };
    }
    case 'table':
      return { ...common, kind: 'table', dataset: 'trips', role: spec.role ?? 'day', columns: ['day'] };
  }
}

function controlOf(spec: ControlSpec, i: number): object {
  const common = { id: `c${i}`, title: '', hold: false, reveal: null };
  switch (spec.kind) {
    case 'window':
    case 'lately':
      return {
        ...time,
        id: `c${i}`,
        kind: 'phrase',
        default: spec.kind === 'window' ? 'all' : `last ${spec.days} days`,
      };
    case 'choice':
      return {
        ...SLICER_DEFAULTS,
        ...common,
        kind: 'slicer',
        dimension: column(spec.column),
        exclude: spec.exclude,
      };
    case 'condition':
      return { ...common, kind: 'condition', dataset: 'trips', join: 'all', open: true, groups: [] };
    case 'numbers':
      return { ...common, kind: 'numbers', of: column('seats'), default: { low: null, high: null } };
  }
}

export function documentFor({ visuals, controls, asOf }: Omit<Question, 'pier'>): DashboardDocument {
  return documentSchema.parse({
    version: 3,
    title: 'Asked',
    timeZone: 'UTC',
    visuals: visuals.map(visualOf),
    controls: [
      ...controls.map(controlOf),
      { id: 'pier', kind: 'value', title: '', name: 'pier', type: 'text', default: '' },
      ...(asOf
        ? [
            {
              id: 'asof',
              kind: 'asof',
              title: '',
              later: asOf.later.map((key) => ({ dataset: 'trips', role: key })),
            },
          ]
        : []),
    ],
    wires: controls.flatMap((spec, c) =>
      visuals.map((_, v) => ({
        control: `c${c}`,
        target: `v${v}`,
        on: spec.targets[v]!,
        roles: 'role' in spec && spec.role ? { trips: spec.role } : {},
      })),
    ),
    layout: [],
  });
}

type NumbersSpec = Extract<ControlSpec, { kind: 'numbers' }>;
const boundsOf = ({ low, high, also }: NumbersSpec) => ({
  low,
  high,
  ...(also ? { also: [{ low: also[0], high: also[1] }] } : {}),
});

export function stateFor({ controls, asOf, pier }: Question): ReaderState {
  const state = {
    periods: {} as Record<string, string>,
    choices: {} as Record<string, (string | null)[]>,
    conditions: {} as NonNullable<ReaderState['conditions']>,
    ranges: {} as NonNullable<ReaderState['ranges']>,
  };
  controls.forEach((spec, i) => {
    const id = `c${i}`;
    if (spec.kind === 'window') state.periods[id] = phraseOf(spec.run);
    if (spec.kind === 'choice') state.choices[id] = [...spec.values];
    if (spec.kind === 'condition')
      state.conditions[id] = conditionStateSchema.parse({ on: [], own: spec.sql });
    if (spec.kind === 'numbers') state.ranges[id] = boundsOf(spec);
  });
  return { ...state, values: { pier: pier ?? '' }, ...(asOf ? { asOf: isoDay(asOf.day) } : {}) };
}
