import fc from 'fast-check';
import { bar, line, slicer, timeline } from '../../core/dashboard/document/testing';
import type { Control, DashboardDocument } from '../../core/dashboard/document/document';
import { newPart } from '../../core/dashboard/document/parts';
import { addressOf, stateFromAddress } from '../../core/dashboard/reader/address';
import { heldBy } from '../../core/dashboard/reader/held';
import { DEFAULT_STATE, readerStateSchema, type ReaderState } from '../../core/dashboard/reader/state';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { TEST_MODEL } from '../../core/model/testing';
import { HeldStore, isDefaultState } from './heldStore';

const part = (kind: 'condition' | 'numbers' | 'asof') => newPart(documentOf(), TEST_MODEL, kind) as Control;

const CONDITION: Control = {
  ...part('condition'),
  id: 'where',
  groups: [
    {
      join: 'all',
      entries: [
        { id: 'web', name: 'Web only', sql: "channel = 'web'", definition: null, on: true },
        { id: 'few', name: '', sql: 'seats < 3', definition: null, on: false },
      ],
    },
  ],
} as Control;
const DOCUMENT: DashboardDocument = documentOf(
  line('sea'),
  { ...bar('ports'), picks: true } as never,
  timeline('span', 'last 20 days'),
  { ...slicer('route'), readers: ['keep or leave out'] } as Control,
  CONDITION,
  { ...part('numbers'), id: 'size' },
  { ...part('asof'), id: 'day' },
);
const control = (id: string) => DOCUMENT.controls.find((entry) => entry.id === id)!;
const begin = (document = DOCUMENT) => new HeldStore(() => document);

describe.each([
  ['span', 'last 7 days', 'all'],
  ['route', ['Veldry', null], []],
  ['where', { on: ['few'], own: 'cents > 2' }, { on: [], own: '' }],
  ['size', { low: 2, high: null }, { low: null, high: null }],
  ['day', '2026-03-01', null],
] as const)('what the control %s holds', (id, value, everything) => {
  const initial = heldBy(control(id), DEFAULT_STATE);

  test('is taken into effect, and a default is not kept', () => {
    const held = begin();
    held.hold(id, value);
    expect(held.shown(control(id))).toEqual(value);
    expect(heldBy(control(id), held.effective())).toEqual(value);
    expect(isDefaultState(DOCUMENT, held.state)).toBe(false);
    held.hold(id, initial);
    expect(isDefaultState(DOCUMENT, held.state)).toBe(true);
  });

  test('is cleared to everything, and restored to the default', () => {
    const held = begin();
    held.clear(id);
    expect(held.shown(control(id))).toEqual(everything);
    held.hold(id, value);
    held.restore(id);
    expect(held.shown(control(id))).toEqual(initial);
  });

  test('is shown while its handle moves, and gone when it is let go', () => {
    const held = begin();
    held.drag(id, value);
    expect(held.shown(control(id))).toEqual(value);
    expect(heldBy(control(id), held.effective())).toEqual(value);
    expect(heldBy(control(id), held.state)).toEqual(initial);
    held.letGo();
    expect(held.shown(control(id))).toEqual(initial);
    held.drag(id, value);
    held.hold(id, value);
    expect(held.api.getState().draft).toBeNull();
    expect(heldBy(control(id), held.state)).toEqual(value);
  });

  test('waits for Apply where it shall, and never reaches visuals before', () => {
    const held = begin({ ...DOCUMENT, hold: true });
    held.drag(id, value);
    expect(held.shown(control(id))).toEqual(value);
    expect(held.effective()).toBe(held.state);
    held.hold(id, value);
    expect(held.effective()).toEqual(DEFAULT_STATE);
    expect(held.shown(control(id))).toEqual(value);
    held.discard(id);
    expect(held.shown(control(id))).toEqual(initial);
    held.hold(id, value);
    held.apply(id);
    expect(heldBy(control(id), held.state)).toEqual(value);
    expect(held.api.getState().pending).toEqual({});
  });

  test('goes through the address and back, and through the reader’s state of the interfaces', () => {
    const held = begin();
    held.hold(id, value);
    const back = stateFromAddress(DOCUMENT, addressOf(DOCUMENT, held.state));
    expect(heldBy(control(id), back)).toEqual(value);
    expect(readerStateSchema.parse(JSON.parse(JSON.stringify(held.state)))).toEqual(held.state);
  });

  test('is one change a release: one notice for whoever asks for answers', () => {
    const held = begin();
    held.drag(id, value);
    let notices = 0;
    held.api.subscribe(() => notices++);
    held.hold(id, value);
    expect(notices).toBe(1);
  });
});

describe('all that is held', () => {
  const anyState: fc.Arbitrary<ReaderState> = fc.record({
    periods: fc.record({ span: fc.string({ minLength: 1, maxLength: 40 }) }, { requiredKeys: [] }),
    choices: fc.record({ route: fc.array(fc.option(fc.string({ minLength: 1 }))) }, { requiredKeys: [] }),
    conditions: fc.record({
      where: fc.record({ on: fc.subarray(['web', 'few']), own: fc.string({ maxLength: 60 }) }),
    }),
    ranges: fc.record({
      size: fc.record({
        low: fc.option(fc.integer()),
        // A typed number is never the negative zero, which text cannot tell from zero.
        high: fc.option(fc.double({ noNaN: true, noDefaultInfinity: true }).map((number) => number + 0)),
      }),
    }),
    drills: fc.record({ sea: fc.constantFrom('2025', '2025-Q1', '2025-03') }, { requiredKeys: [] }),
    picks: fc.record(
      {
        ports: fc.record({
          days: fc.constant(null),
          keys: fc.array(fc.tuple(fc.option(fc.string())), { minLength: 1, maxLength: 5 }),
          exclude: fc.boolean(),
        }),
      },
      { requiredKeys: [] },
    ),
    off: fc.subarray(['route', 'where', 'size']),
    turned: fc.subarray(['route']),
    asOf: fc.constantFrom(null, '2026-02-28'),
  });

  test('comes back from the address as it was', () => {
    fc.assert(
      fc.property(anyState, (state) => {
        const parts = addressOf(DOCUMENT, state);
        const back = stateFromAddress(DOCUMENT, parts);
        expect(addressOf(DOCUMENT, back)).toEqual(parts);
        for (const { id } of DOCUMENT.controls)
          expect(heldBy(control(id), back)).toEqual(heldBy(control(id), state));
        expect(back.drills ?? {}).toEqual(state.drills);
        expect(back.picks ?? {}).toEqual(state.picks);
        expect(back.off ?? []).toEqual(state.off);
        expect(back.turned ?? []).toEqual(state.turned);
      }),
    );
  });

  test('parts of an address that cannot be read are left aside', () => {
    const parts = {
      'q.where': '{',
      'n.size': '{"low":"x"}',
      'k.ports': '[]',
      'as-of': '2026-02-31',
      off: 'nobody',
    };
    expect(stateFromAddress(DOCUMENT, parts)).toEqual(DEFAULT_STATE);
  });

  test('is put back by Reset, what waits too', () => {
    const held = begin({
      ...DOCUMENT,
      controls: DOCUMENT.controls.map((entry) => ({ ...entry, hold: entry.id === 'span' })),
    });
    held.hold('span', 'all');
    held.hold('route', ['Veldry']);
    held.pick('ports', { days: null, keys: [['Veldry']], exclude: false });
    held.drill('sea', '2025');
    held.switchOff('route', true);
    held.setAsOf('2026-03-01');
    expect(Object.keys(held.api.getState().pending)).toEqual(['span']);
    expect(isDefaultState(DOCUMENT, held.state)).toBe(false);
    held.reset();
    expect(held.api.getState()).toEqual({ state: DEFAULT_STATE, pending: {}, draft: null });
  });

  test('applies what waits of all controls at once', () => {
    const held = begin({ ...DOCUMENT, hold: true });
    held.hold('span', 'all');
    held.hold('route', ['Veldry']);
    let notices = 0;
    held.api.subscribe(() => notices++);
    held.apply();
    expect(notices).toBe(1);
    expect(held.state).toMatchObject({ periods: { span: 'all' }, choices: { route: ['Veldry'] } });
  });

  test('marks, drills and switches are taken back one by one', () => {
    const held = begin();
    held.pick('ports', { days: null, keys: [['Veldry']], exclude: false });
    held.pick('ports', { days: null, keys: [], exclude: false });
    held.drill('sea', '2025');
    held.drill('sea', null);
    held.switchOff('route', true);
    held.switchOff('route', false);
    held.setAsOf('2026-03-01');
    held.setAsOf(null);
    expect(isDefaultState(DOCUMENT, held.state)).toBe(true);
  });

  test('controls that are not there hold nothing', () => {
    const held = begin();
    held.hold('nobody', 'all');
    held.clear('nobody');
    held.restore('nobody');
    expect(held.api.getState()).toEqual({ state: DEFAULT_STATE, pending: {}, draft: null });
  });
});

describe('taking back', () => {
  test('each change is a step, Clear all and Reset too, and can be made again', () => {
    const held = begin();
    const states = [held.state];
    const then = (change: () => void) => {
      change();
      states.push(held.state);
    };
    then(() => held.hold('span', 'last 7 days'));
    then(() => held.hold('route', ['Veldry']));
    then(() => held.clearAll());
    then(() => held.reset());
    for (const state of states.slice(0, -1).reverse()) {
      held.undo();
      expect(held.state).toEqual(state);
    }
    held.undo();
    expect(held.state).toEqual(DEFAULT_STATE);
    for (const state of states.slice(1)) {
      held.redo();
      expect(held.state).toEqual(state);
    }
    expect(held.history.getState().future).toEqual([]);
  });

  test('what is moved under a handle, or waits, is no step until it is in effect', () => {
    const held = begin({ ...DOCUMENT, hold: true });
    held.drag('span', 'last 7 days');
    held.letGo();
    held.hold('span', 'last 7 days');
    expect(held.history.getState().past).toEqual([]);
    held.apply();
    expect(held.history.getState().past).toHaveLength(1);
    held.apply();
    expect(held.history.getState().past).toHaveLength(1);
  });

  test('a change after an undo forgets what was taken back', () => {
    const held = begin();
    held.hold('span', 'last 7 days');
    held.undo();
    held.hold('span', 'last 9 days');
    held.redo();
    expect(heldBy(control('span'), held.state)).toBe('last 9 days');
  });
});
