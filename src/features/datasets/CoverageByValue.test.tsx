/** Month by month, for each value: what of a month has data. */
import { screen } from '@testing-library/react';
import type { DatasetSummary } from '../../contract/datasets';
import { dayFromCivil } from '../../core/calendar/day';
import { TEST_MODEL } from '../../core/model/testing';
import { choose, serve, settled, show } from '../ui/testing';
import { CoverageByValue } from './CoverageByValue';

const day = (year: number, month: number, of: number) => dayFromCivil(year, month, of);
const run = (start: number, end: number) => ({ start, end });
const DATASET = { ...TEST_MODEL.datasets[0]! } as unknown as DatasetSummary;
/** December 1970 to February 1971, with a hole. */
const RUNS = [run(day(1970, 12, 22), day(1971, 1, 10)), run(day(1971, 2, 1), day(1971, 2, 28))];
const VALUES = [
  { value: 'Veldry', runs: [run(day(1970, 12, 22), day(1970, 12, 31))] },
  { value: null, runs: [run(day(1971, 1, 1), day(1971, 1, 1)), run(day(1971, 2, 1), day(1971, 2, 28))] },
];

async function coverage(answer: object, model: object = TEST_MODEL) {
  serve({ '/api/model': model, [`/api/datasets/${DATASET.key}/coverage`]: answer });
  await show(<CoverageByValue dataset={DATASET} />);
}
const asked = () =>
  jest
    .mocked(fetch)
    .mock.calls.map(([address]) => address as string)
    .filter((address) => address.includes('/coverage'))
    .at(-1);
const marks = () => [...document.querySelectorAll('svg title')].map((title) => title.textContent);
const filled = () =>
  [...document.querySelectorAll('svg title')].map((title) =>
    Number(title.parentElement!.querySelectorAll('rect')[1]?.getAttribute('height') ?? 0),
  );
const texts = () => [...document.querySelectorAll('svg text')].map((text) => text.textContent);

test('the first role and the first category are asked for; others when they are chosen', async () => {
  await coverage({ runs: RUNS, values: VALUES, total: 2 });
  expect(asked()).toBe('/api/datasets/trips/coverage?role=day&column=route');
  choose('Date role', 'booked');
  await settled();
  expect(asked()).toBe('/api/datasets/trips/coverage?role=other&column=route');
  choose('For each', 'all rows together');
  await settled();
  expect(asked()).toBe('/api/datasets/trips/coverage?role=other');
});

test('a category that is shared is asked for before others', async () => {
  const members = [{ dataset: 'trips', column: 'channel' }];
  await coverage(
    { runs: RUNS, values: VALUES, total: 2 },
    { ...TEST_MODEL, shared: [{ key: 'way', name: 'Way', members, spellings: {} }] },
  );
  expect(asked()).toContain('column=channel');
});

test('each month of a value says how many of its days have data, and of how many that have some', async () => {
  await coverage({ runs: RUNS, values: VALUES, total: 2 });
  expect(screen.getByRole('img').getAttribute('aria-label')).toBe('Coverage by month of 2 values');
  expect(marks()).toEqual([
    'Veldry, December 1970: data on 10 days',
    'Veldry, January 1971: no data',
    'Veldry, February 1971: no data',
    '(blank), December 1970: no data',
    '(blank), January 1971: data on 1 day of 10 with data at all',
    '(blank), February 1971: data on 28 days',
  ]);
});

test('a mark is filled as far as its days have data', async () => {
  await coverage({ runs: RUNS, values: VALUES, total: 2 });
  const [december, , , , january, february] = filled();
  expect(february).toBe(16);
  expect(december).toBeCloseTo((16 * 10) / 31);
  expect(january).toBeCloseTo(16 / 31);
});

test('all rows together are one lane', async () => {
  await coverage({ runs: RUNS, values: null, total: 0 });
  expect(marks()[0]).toBe('All rows, December 1970: data on 10 days');
  expect(marks()).toHaveLength(3);
  expect(screen.queryByText(/^The first/)).toBeNull();
});

test('months and years stand above; a year that ends at once gives way to the next', async () => {
  await coverage({ runs: RUNS, values: VALUES, total: 2 });
  expect(texts().slice(0, 5)).toEqual(['', 'Dec', '1971', 'Jan', 'Feb']);
});

test('a long value is cut at its end, and that there are more is said', async () => {
  const value = 'A quay of a very long name at the north';
  await coverage({ runs: RUNS, values: [{ value, runs: RUNS }], total: 1234 });
  expect(texts()).toContain('A quay of a very long nam…');
  expect(screen.getByText('The first 1 of 1,234 values.')).toBeTruthy();
});

test('no day at all, and why nothing can be told, are said', async () => {
  await coverage({ runs: [], values: [], total: 0 });
  expect(screen.getByText('No day with data.')).toBeTruthy();
  await coverage({ refuse: 'The database is away.' });
  expect(screen.getByRole('alert').textContent).toBe('The database is away.');
});
