import { d } from '../../calendar/testing';
import { TEST_MODEL } from '../../model/testing';
import type { LaneAnswer, VisualAnswer } from './answer';
import { freshnessOf, freshnessWords, lateOf, loadedWords } from './freshness';

const LOADED = '2026-06-03T08:05:00Z';
const NOW = Date.parse('2026-06-03T18:00:00Z');
const model = {
  ...TEST_MODEL,
  datasets: TEST_MODEL.datasets.map((dataset) => ({
    ...dataset,
    loadedAt: LOADED,
    live: dataset.key === 'fuel',
    roles: dataset.key === 'fuel' ? [{ key: 'given', name: 'given' }] : dataset.roles,
  })),
};
const lane = (dataset: string, role: string, last: string | null): LaneAnswer => ({
  dataset,
  role,
  measure: 'm',
  name: 'M',
  runs: last === null ? [] : [{ start: d('2026-01-01'), end: d(last) }],
  provisionalFrom: null,
  visuals: [],
});
const words = (lanes: Record<string, LaneAnswer>, visuals: Record<string, VisualAnswer> = {}) =>
  freshnessOf(model, lanes, visuals).map((entry) => freshnessWords(entry, model, 'UTC', NOW));

describe('freshness', () => {
  test('names each dataset of the dashboard, the oldest first, by each date role that is shown', () => {
    const lanes = {
      a: lane('trips', 'day', '2026-09-01'),
      b: lane('trips', 'other', '2026-06-02'),
      c: lane('fuel', 'given', '2026-05-22'),
      d: lane('trips', 'other', '2026-05-30'),
    };
    expect(words(lanes)).toEqual([
      'Fuel to 22 May 2026, live',
      'Trips: sailed to 1 Sep 2026, booked to 2 Jun 2026, loaded 08:05',
    ]);
  });

  test('a dataset without data says so, and one that no visual shows is not named', () => {
    expect(words({ a: lane('fuel', 'given', null) })).toEqual(['Fuel, no data, live']);
    expect(words({})).toEqual([]);
  });

  test('a table of rows counts as well', () => {
    const table = {
      kind: 'table',
      window: {},
      uses: [{ dataset: 'trips', role: 'day' }],
      latest: d('2026-06-01'),
    } as unknown as VisualAnswer;
    expect(words({}, { log: table })).toEqual(['Trips: sailed to 1 Jun 2026, loaded 08:05']);
  });

  test.each([
    ['UTC', '08:05'],
    ['Pacific/Auckland', '20:05'],
  ])('the time of a load is that of the dashboard’s own zone (%s)', (zone, expected) =>
    expect(loadedWords(LOADED, zone, Date.parse('2026-06-03T09:00:00Z'))).toBe(expected),
  );

  test('on another day the day is named too', () =>
    expect(loadedWords(LOADED, 'UTC', Date.parse('2026-06-04T00:00:00Z'))).toBe('Wed 3 Jun 2026, 08:05'));

  test('without a present the day is always named', () =>
    expect(loadedWords(LOADED, 'UTC')).toBe('Wed 3 Jun 2026, 08:05'));
});

test('late data is said beside its freshness; what is not expected, came, or is live is not', () => {
  const rhythm = { weekdays: [1, 2, 3, 4, 5, 6, 7], by: '07:00', timeZone: 'UTC' };
  const entry = { dataset: 'trips', name: 'Trips', latest: [], loadedAt: '2026-06-01T05:00:00Z', rhythm };
  const now = Date.parse('2026-06-03T08:00:00Z');
  expect(lateOf(entry, now)).toBe(Date.parse('2026-06-03T07:00:00Z'));
  expect(freshnessWords(entry, TEST_MODEL, 'UTC', now)).toMatch(/, late: expected by 07:00$/);
  for (const part of [{ rhythm: null }, { loadedAt: '2026-06-03T06:00:00Z' }, { loadedAt: null }])
    expect(lateOf({ ...entry, ...part }, now)).toBeNull();
});
