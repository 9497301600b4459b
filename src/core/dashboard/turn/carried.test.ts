/** What goes along a link from one dashboard to another. */
import fc from 'fast-check';
import { d } from '../../calendar/testing';
import { cubeSource } from '../../cube/source';
import { testCube, testRow } from '../../cube/testing';
import { TEST_MODEL } from '../../model/testing';
import type { DashboardDocument } from '../document/document';
import { bar, line, slicer, timeline } from '../document/testing';
import { DEFAULT_STATE, type ReaderState } from '../reader/state';
import { stateFor } from '../reader/stateFor';
import { designOf } from '../wiring/design';
import { documentOf } from '../wiring/testing';
import { switchWires } from '../wiring/wires';
import { carriedState } from './carried';
import { answerTurn } from './turn';

const ROWS = Array.from({ length: 800 }, (_, i) => testRow(d('2025-01-01') + i));
const TODAY = '2026-03-10';
const HERE = documentOf(bar('it'), timeline('span'), slicer('route'), slicer('channel', 'channel'));
const THERE = documentOf(line('sea'), timeline('days'), slicer('pier'));

async function carried(state: Partial<ReaderState>, from = HERE, to = THERE): Promise<ReaderState> {
  const design = designOf(from, TEST_MODEL);
  const full = { ...DEFAULT_STATE, ...state };
  const { controls } = await answerTurn(
    { design, state: full, today: d(TODAY) },
    cubeSource([testCube(ROWS)]),
  );
  return carriedState({ design, state: full, controls, visual: 'it' }, designOf(to, TEST_MODEL));
}
const changed = (document: DashboardDocument, id: string, part: object): DashboardDocument => ({
  ...document,
  controls: document.controls.map((control) => (control.id === id ? { ...control, ...part } : control)),
});

test('nothing goes along where nothing is held', async () => {
  expect(await carried({})).toEqual(DEFAULT_STATE);
});

test('a rolling window stays rolling where it counts from the same point', async () => {
  const { periods } = await carried({ periods: { span: 'last 7 days' } });
  expect(periods).toEqual({ days: 'last 7 days' });
});

test.each([
  ['the control there counts from another point', HERE, changed(THERE, 'days', { anchor: 'yesterday' })],
  ['the dashboards do', HERE, { ...THERE, anchor: 'yesterday' }],
  [
    'both count from the newest data, which may differ',
    { ...HERE, anchor: 'latest' },
    { ...THERE, anchor: 'latest' },
  ],
])('a window goes along as its days where %s', async (_, from, to) => {
  const { periods } = await carried({ periods: { span: '2026-02' } }, from, to);
  expect(periods).toEqual({ days: '2026-02-01/2026-02-28' });
});

test('the designer’s own window is carried too: the figures there are of the same days', async () => {
  const { periods } = await carried({}, changed(HERE, 'span', { default: 'last month' }));
  expect(periods).toEqual({ days: 'last month' });
});

test('values go to the control that chooses from the same column, in its own manner', async () => {
  expect((await carried({ choices: { route: ['Veldry', null], channel: ['web'] } })).choices).toEqual({
    pier: ['Veldry', null],
  });
  const leavesOut = changed(THERE, 'pier', { exclude: true });
  // Where it leaves out what is chosen and readers may not turn it, the same values would say the contrary.
  expect((await carried({ choices: { route: ['Veldry'] } }, HERE, leavesOut)).choices).toEqual({});
  const turnable = changed(leavesOut, 'pier', { readers: ['keep or leave out'] });
  expect(await carried({ choices: { route: ['Veldry'] } }, HERE, turnable)).toMatchObject({
    choices: { pier: ['Veldry'] },
    turned: ['pier'],
  });
});

test('what does not act on the visual, or is switched off, stays behind', async () => {
  const unwired = {
    ...HERE,
    wires: switchWires(HERE, TEST_MODEL, [{ control: 'route', target: 'it' }], false),
  };
  expect((await carried({ choices: { route: ['Veldry'] } }, unwired)).choices).toEqual({});
  expect((await carried({ choices: { route: ['Veldry'] }, off: ['route'] })).choices).toEqual({});
});

test('of two time controls there, the one that acts through the same date is taken', async () => {
  const two = documentOf(line('sea'), timeline('booked'), timeline('days'));
  const byOther = {
    ...two,
    wires: two.wires.map((wire) =>
      wire.control === 'booked' ? { ...wire, roles: { trips: 'other' } } : wire,
    ),
  };
  expect((await carried({ periods: { span: 'last 7 days' } }, HERE, byOther)).periods).toEqual({
    days: 'last 7 days',
  });
});

test('a day in the place of today goes along', async () => {
  expect((await carried({ asOf: '2025-06-15' })).asOf).toBe('2025-06-15');
});

test('whatever is held, what arrives fits the dashboard there', async () => {
  await fc.assert(
    fc.asyncProperty(
      fc.record({
        periods: fc.record({
          span: fc.constantFrom('all', 'last 7 days', '2026-02', 'from 2026-01-01', 'no day'),
        }),
        choices: fc.record({ route: fc.subarray(['Veldry', 'Tamsel', null]), channel: fc.subarray(['web']) }),
        off: fc.subarray(['route', 'channel']),
      }),
      async (state) => {
        const arrived = await carried(state);
        expect(stateFor(THERE, arrived)).toEqual(arrived);
      },
    ),
    { numRuns: 40 },
  );
});
