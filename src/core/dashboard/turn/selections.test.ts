/** What is held as a selection: rolling as it is, or fixed to the days of now; and what it says. */
import { d } from '../../calendar/testing';
import { cubeSource } from '../../cube/source';
import { testCube, testRow } from '../../cube/testing';
import { TEST_MODEL } from '../../model/testing';
import { bar, slicer, timeline } from '../document/testing';
import { stateFromAddress } from '../reader/address';
import { DEFAULT_STATE, type ReaderState } from '../reader/state';
import { designOf } from '../wiring/design';
import { documentOf } from '../wiring/testing';
import { frozenState, partsOfState, selectionWords } from './selections';
import { answerTurn } from './turn';

const DESIGN = designOf(
  documentOf(bar('it'), timeline('span', 'last month'), timeline('free'), slicer('route')),
  TEST_MODEL,
);
const ROWS = Array.from({ length: 800 }, (_, i) => testRow(d('2025-01-01') + i));

const turn = async (state: ReaderState, today: string) =>
  answerTurn({ design: DESIGN, state, today: d(today) }, cubeSource([testCube(ROWS)]));

test('the parts of a state lead back to it, and those with nothing to say are left out', () => {
  const state = { ...DEFAULT_STATE, periods: { span: 'last 7 days' }, choices: { route: ['Veldry', null] } };
  const parts = partsOfState(DESIGN, state);
  expect(Object.keys(parts)).toHaveLength(2);
  expect(stateFromAddress(DESIGN.document, parts)).toEqual(state);
  expect(partsOfState(DESIGN, DEFAULT_STATE)).toEqual({});
});

test('frozen: the days of now hold on every later day, the designer’s own phrases too; open windows stay open', async () => {
  const now = '2026-03-10';
  const before = await turn(DEFAULT_STATE, now);
  const frozen = frozenState(DESIGN, DEFAULT_STATE, before.controls, d(now));
  expect(frozen.periods).toEqual({ span: '2026-02-01/2026-02-28' });
  expect(frozen.asOf).toBe(now);
  const later = await turn(stateFromAddress(DESIGN.document, partsOfState(DESIGN, frozen)), '2026-11-30');
  const [first, then] = [before, later].map(({ controls: { span } }) =>
    span?.kind === 'period' ? span.asked : [],
  );
  expect(then).toEqual(first);
  // What rolls goes on rolling.
  const rolled = await turn(DEFAULT_STATE, '2026-11-30');
  expect(rolled.controls.span?.kind === 'period' && rolled.controls.span.asked).not.toEqual(first);
});

test('a day that a reader chose for today stays', async () => {
  const state = { ...DEFAULT_STATE, asOf: '2025-06-15' };
  const { controls } = await turn(state, '2026-03-10');
  expect(frozenState(DESIGN, state, controls, d('2026-03-10')).asOf).toBe('2025-06-15');
});

test('in words: what each control holds with the days that it means now', async () => {
  const { controls } = await turn(DEFAULT_STATE, '2026-03-10');
  const words = (state: ReaderState) => selectionWords(DESIGN, partsOfState(DESIGN, state), controls);
  expect(words(DEFAULT_STATE)).toBe('everything as designed');
  expect(
    words({ ...DEFAULT_STATE, periods: { span: 'last 7 days' }, choices: { route: ['Veldry'] } }),
  ).toMatch(/last 7 days: 3–9 Mar 2026.*Veldry|last 7 days: 4–10 Mar 2026.*Veldry/);
  expect(words({ ...DEFAULT_STATE, periods: { span: '2026-02' } })).toContain('February 2026');
  expect(words({ ...DEFAULT_STATE, asOf: '2025-06-15' })).toBe('as of 2025-06-15');
});
