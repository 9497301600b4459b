/** The figures of visuals in rows: the very values of the answers, each with its days, its baseline and its change. */
import fc from 'fast-check';
import { isoDay } from '../../../calendar/day';
import { d } from '../../../calendar/testing';
import { TEST_MODEL } from '../../../model/testing';
import { CHART_DEFAULTS } from '../../document/kinds/chart';
import { MEASURED_DEFAULTS, shownMeasure } from '../../document/kinds/measured';
import { bar, line, table } from '../../document/testing';
import type { Visual } from '../../document/visuals';
import { isShown } from '../answer';
import { answerOf, comparing, daily, figureOver, seatsFrom } from '../comparing/testing';
import { WHOLE_MARK } from '../behind';
import { cellWords, columnHead, comparedCells, markAt, type DataCell, type DataTable } from './dataTable';
import { hasData, visualData } from './visualData';

const ROWS = [
  ...daily('2025-01-01', '2026-05-31', (day) => 10 + (day % 7), { route: 'Quern' }),
  ...daily('2026-01-01', '2026-05-31', (day) => 3 + (day % 5), { route: 'Sollay' }),
];
const TODAY = '2026-06-03';
const own = (phrase: string) =>
  ({ ownPeriod: { phrase, named: null, mode: 'replace', anchor: null } }) as const;

async function dataOf(visual: Visual, texts: readonly string[] = []): Promise<DataTable> {
  const answer = await answerOf(visual.id, { items: [visual], texts, rows: ROWS, today: TODAY });
  if (!isShown(answer)) throw new Error(`The visual is ${answer.kind}`);
  return visualData(visual, answer, TEST_MODEL)!;
}
const heads = ({ columns }: DataTable) => columns.map(columnHead);
const asDay = (cell: DataCell | undefined) => isoDay(cell as number);

test('a chart along months: the days of each bucket and of its partner, both values and the change', async () => {
  const visual = {
    ...line('it'),
    ...own('2026-03-10/2026-04-20'),
    grain: 'month',
    compare: comparing(['same span 1 year earlier']),
  } as Visual;
  const data = await dataOf(visual, ['same span 1 year earlier']);
  const label = 'same span 1 year earlier';
  expect(heads(data)).toEqual([
    'Month',
    'From',
    'To',
    'Seats',
    `Seats, ${label}`,
    `Seats against ${label}, change`,
    `Seats against ${label}, change (%)`,
    `From, ${label}`,
    `To, ${label}`,
  ]);
  const [march] = data.rows;
  expect(data.rows).toHaveLength(2);
  expect(march!.slice(1, 3).map(asDay)).toEqual(['2026-03-10', '2026-03-31']);
  expect(march!.slice(7).map(asDay)).toEqual(['2025-03-10', '2025-03-31']);
  const [now, then] = [
    seatsFrom(ROWS, '2026-03-10', '2026-03-31'),
    seatsFrom(ROWS, '2025-03-10', '2025-03-31'),
  ];
  expect(march!.slice(3, 7)).toEqual([now, then, now - then, (now - then) / then]);
  // The last bucket is no longer than the window.
  expect(asDay(data.rows[1]![2])).toBe('2026-04-20');
});

test('a chart along days has a column of days', async () => {
  const data = await dataOf({ ...line('it'), ...own('2026-05-30/2026-05-31') });
  expect(heads(data)).toEqual(['Day', 'Seats']);
  expect(data.rows.map(([day]) => asDay(day))).toEqual(['2026-05-30', '2026-05-31']);
});

test('bars along a dimension name the values, and the rest', async () => {
  const data = await dataOf({
    ...bar('it'),
    ...own('2026-05-01/2026-05-31'),
    limit: 1,
    rest: 'others',
  } as Visual);
  expect(heads(data)).toEqual(['route', 'Seats']);
  expect(data.rows.map(([name]) => name)).toEqual(['Quern', '1 other']);
  expect(data.rows.reduce((sum, row) => sum + (row[1] as number), 0)).toBe(
    seatsFrom(ROWS, '2026-05-01', '2026-05-31'),
  );
});

test('a figure: the whole window, then what it is made of', async () => {
  const figure = figureOver('2026-05-01/2026-05-31', ['previous span']);
  const data = await dataOf(figure, ['previous span']);
  const [whole, ...parts] = data.rows;
  const [may, april] = [
    seatsFrom(ROWS, '2026-05-01', '2026-05-31'),
    seatsFrom(ROWS, '2026-04-01', '2026-04-30'),
  ];
  expect(whole!.slice(0, 1)).toEqual(['whole window']);
  expect(whole!.slice(1, 3).map(asDay)).toEqual(['2026-05-01', '2026-05-31']);
  expect(whole!.slice(7).map(asDay)).toEqual(['2026-04-01', '2026-04-30']);
  expect(whole!.slice(3, 7)).toEqual([may, april, may - april, (may - april) / april]);
  expect(parts.reduce((sum, row) => sum + (row[3] as number), 0)).toBe(may);
});

const crosstab = (more: object): Visual =>
  ({
    ...(figureOver('2026-05-01/2026-05-31', []) as object),
    id: 'it',
    kind: 'crosstab',
    rows: [{ dataset: 'trips', column: 'route' }],
    subtotals: true,
    columns: null,
    ...more,
  }) as Visual;

test('a crosstab as it stands, its totals named', async () => {
  const data = await dataOf(
    crosstab({ columns: { kind: 'grain' }, grain: 'month', ...own('2026-04-01/2026-05-31') }),
  );
  expect(heads(data)).toEqual(['route', 'Seats, 2026 04', 'Seats, 2026 05', 'Seats, all']);
  const all = data.rows.find(([name]) => name === 'all')!;
  expect(all.slice(1)).toEqual([
    seatsFrom(ROWS, '2026-04-01', '2026-04-30'),
    seatsFrom(ROWS, '2026-05-01', '2026-05-31'),
    seatsFrom(ROWS, '2026-04-01', '2026-05-31'),
  ]);
});

test('periods as columns: their days in the heads, the changes between them, no total of days that may overlap', async () => {
  const data = await dataOf(
    crosstab({
      ownPeriod: null,
      columns: {
        kind: 'periods',
        mode: 'alone',
        periods: [
          { id: 'p1', name: 'May', phrase: '2026-05' },
          { id: 'p2', name: '', of: 'p1', baseline: 'previous span' },
        ],
        changes: [{ id: 'c1', of: 'p1', against: 'p2' }],
      },
    }),
  );
  expect(heads(data)).toEqual([
    'route',
    'Seats, May: May 2026',
    'Seats, previous span: April 2026',
    'Seats, May against previous span, change',
    'Seats, May against previous span, change (%)',
  ]);
  const quern = data.rows.find(([name]) => name === 'Quern')!;
  const of = (from: string, to: string) =>
    seatsFrom(
      ROWS.filter((row) => row.route === 'Quern'),
      from,
      to,
    );
  const [may, april] = [of('2026-05-01', '2026-05-31'), of('2026-04-01', '2026-04-30')];
  expect(quern).toEqual(['Quern', may, april, may - april, (may - april) / april]);
});

test('a calendar map day by day, and what is not final yet is marked', async () => {
  const visual = {
    ...MEASURED_DEFAULTS,
    ...own('2026-05-25/2026-05-31'),
    id: 'it',
    kind: 'calendarmap',
    measures: [shownMeasure('trips', 'seats')],
  } as unknown as Visual;
  const settling = {
    ...TEST_MODEL,
    datasets: TEST_MODEL.datasets.map((dataset) => ({
      ...dataset,
      measures: dataset.measures.map((measure) => ({ ...measure, settles: 5 })),
    })),
  };
  const answer = await answerOf('it', {
    items: [visual],
    texts: [],
    rows: ROWS,
    today: TODAY,
    model: settling,
  });
  if (!isShown(answer)) throw new Error(answer.kind);
  const data = visualData(visual, answer, settling)!;
  expect(heads(data)).toEqual(['Day', 'Seats', 'State']);
  expect(data.rows.map((row) => row[2])).toEqual([
    ...Array<string>(5).fill('final'),
    ...Array<string>(2).fill('provisional'),
  ]);
});

test('a text has its measures in one row; a table of rows has none', async () => {
  const text = {
    ...figureOver('2026-05-01/2026-05-31', []),
    id: 'it',
    kind: 'text',
    text: '{1}',
  } as unknown as Visual;
  const answer = await answerOf('it', { items: [text], texts: [], rows: ROWS, today: TODAY });
  if (answer.kind === 'text')
    expect(visualData(text, answer, TEST_MODEL)!.rows).toEqual([
      [seatsFrom(ROWS, '2026-05-01', '2026-05-31')],
    ]);
  expect(answer.kind).toBe('text');
  expect(hasData(table('rows'))).toBe(false);
});

test('every row has a cell for every column, for every kind of chart, split, measures and baselines', async () => {
  const kinds = fc.constantFrom('line', 'area', 'bar', 'stacked', 'combined');
  await fc.assert(
    fc.asyncProperty(
      kinds,
      fc.boolean(),
      fc.constantFrom('day', 'week', 'month'),
      fc.subarray(['seats', 'fare', 'rows'], { minLength: 1 }),
      fc.subarray(['previous span', 'same span 1 year earlier', 'same span 9 years earlier']),
      async (kind, isAcross, grain, measures, texts) => {
        const visual = {
          ...CHART_DEFAULTS,
          ...own('2026-04-01/2026-05-31'),
          id: 'it',
          kind,
          grain,
          measures: measures.map((measure) => shownMeasure('trips', measure)),
          across: isAcross ? { dataset: 'trips', column: 'route' } : null,
          compare: comparing(texts),
        } as unknown as Visual;
        const answer = await answerOf('it', { items: [visual], texts, rows: ROWS, today: TODAY });
        if (answer.kind !== 'chart') throw new Error(answer.kind);
        const data = visualData(visual, answer, TEST_MODEL)!;
        const places = answer.buckets?.starts.length ?? answer.categories!.length;
        expect(data.rows).toHaveLength(places);
        for (const row of data.rows) {
          expect(row).toHaveLength(data.columns.length);
          row.forEach((cell, c) => {
            const { kind: cells } = data.columns[c]!;
            if (cell !== null) expect(typeof cell).toBe(cells === 'text' ? 'string' : 'number');
          });
        }
        const first = data.columns.findIndex(({ name }) => name === answer.series[0]!.name);
        expect(data.rows.map((row) => row[first])).toEqual(answer.series[0]!.values);
      },
    ),
    { numRuns: 40 },
  );
});

test('cells are read as everywhere: days, digits, percents with their sign, and none over a change of sign', () => {
  const percent = { kind: 'percent', name: 'x' } as const;
  expect(cellWords({ kind: 'day', name: '' }, d('2026-06-03'))).toBe('Wed 3 Jun 2026');
  expect(cellWords({ kind: 'number', name: '', unit: '€', decimals: 2 }, 1234.5)).toBe('1,234.50');
  expect(cellWords({ kind: 'text', name: '' }, null)).toBe('(blank)');
  expect([0.123, -0.5, 0, null].map((cell) => cellWords(percent, cell))).toEqual([
    '+12.3 %',
    '−50 %',
    '0 %',
    '–',
  ]);
  expect(comparedCells(5, [-5, 0, null])).toEqual([5, -5, 10, null, 0, 5, null, null, null, null]);
});

test('figures by day say so in their unit; what does not add up over days stays as it is', async () => {
  const figure = (measure: string) =>
    figureOver('2026-05-01/2026-05-31', ['previous span'], {
      compare: { per: 'day' },
      shown: shownMeasure('trips', measure),
    });
  const seats = await dataOf(figure('seats'), ['previous span']);
  expect(heads(seats).slice(3, 5)).toEqual(['Seats (a day)', 'Seats, previous span (a day)']);
  expect(seats.rows[0]![3]).toBeCloseTo(seatsFrom(ROWS, '2026-05-01', '2026-05-31') / 31, 9);
  expect(heads(await dataOf(figure('fare'), ['previous span']))[3]).toBe('Fare (€)');
});

test('every figure leads to its mark: bucket and series, the rest, a baseline with the days of its own', async () => {
  const split = {
    ...line('it'),
    ...own('2026-04-01/2026-05-31'),
    grain: 'month',
    split: { dataset: 'trips', column: 'route' },
    compare: comparing(['previous span']),
  } as Visual;
  const data = await dataOf(split, ['previous span']);
  const at = (name: string) => data.columns.findIndex((column) => column.name === name);
  const april = { start: d('2026-04-01'), end: d('2026-04-30') };
  const route = { dataset: 'trips', column: 'route' };
  expect(markAt(data, 0, at('Quern'))).toEqual({
    ...WHOLE_MARK,
    days: april,
    within: [{ dimension: route, value: 'Quern' }],
  });
  const then = markAt(data, 0, at('Sollay, previous span'))!;
  expect(then).toMatchObject({ baseline: 'b1', within: [{ dimension: route, value: 'Sollay' }] });
  expect(then.days!.end).toBeLessThan(april.start);
  // Changes, names and days are no figures with rows.
  expect(markAt(data, 0, 0)).toBeNull();
  expect(markAt(data, 0, at('Quern against previous span, change'))).toBeNull();
  const bars = await dataOf({
    ...bar('it'),
    ...own('2026-05-01/2026-05-31'),
    limit: 1,
    rest: 'others',
  } as Visual);
  expect(markAt(bars, 1, 1)).toEqual({ ...WHOLE_MARK, beyond: [{ dimension: route, values: ['Quern'] }] });
});
