/** Comparisons that people make, each against sums over the days that they mean. */
import { isoDay } from '../../../calendar/day';
import { d, runs } from '../../../calendar/testing';
import { testRow } from '../../../cube/testing';
import type { Control, Visual } from '../../document/document';
import { CONTROL_DEFAULTS } from '../../document/kinds/entry';
import { shownMeasure } from '../../document/kinds/measured';
import { DEFAULT_STATE } from '../../reader/state';
import { bar, line, timeline } from '../../document/testing';
import type { Chart } from '../../document/visuals';
import { TEST_MODEL, testMeasure } from '../../../model/testing';
import type { Model } from '../../../model/model';
import type { ChartAnswer, CrosstabAnswer } from '../answer';
import { answerOf, comparing, daily, figureAnswer, figureOver, seatsFrom } from './testing';

const ROWS = daily('2022-01-01', '2026-06-22', (day) => 10 + (day % 17));
const TODAY = '2026-06-22';
const sum = (from: string, to: string) => seatsFrom(ROWS, from, to);

/** The days (first and last) and the value of each baseline of a figure. */
async function compared(
  phrase: string,
  texts: readonly string[],
  more: Parameters<typeof figureOver>[2] = {},
  today = TODAY,
) {
  const answer = await figureAnswer(figureOver(phrase, texts, more), { texts, rows: ROWS, today });
  return {
    value: answer.value,
    baselines: (answer.baselines ?? []).map(({ measures: [first] }, b) => {
      const windows = first && 'windows' in first ? first.windows : [];
      return {
        days: windows.map((run) => `${isoDay(run.start)}/${isoDay(run.end)}`).join(', '),
        value: answer.against?.[b]?.value ?? null,
        warnings: first && 'warnings' in first ? first.warnings : [],
      };
    }),
  };
}

test('a month to date stands against the same days of the month, the quarter and the year before', async () => {
  const texts = ['previous span', 'same span 1 quarter earlier', 'same span 1 year earlier'];
  expect(await compared('this month to date', texts)).toEqual({
    value: sum('2026-06-01', '2026-06-22'),
    baselines: [
      { days: '2026-05-01/2026-05-22', value: sum('2026-05-01', '2026-05-22'), warnings: [] },
      { days: '2026-03-01/2026-03-22', value: sum('2026-03-01', '2026-03-22'), warnings: [] },
      { days: '2025-06-01/2025-06-22', value: sum('2025-06-01', '2025-06-22'), warnings: [] },
    ],
  });
});

test('seven days counted from the latest one stand against the seven before', async () => {
  const found = await compared('last 7 days counted from latest', ['previous span'], {}, '2026-07-05');
  expect(found.value).toBe(sum('2026-06-16', '2026-06-22'));
  expect(found.baselines[0]).toEqual({
    days: '2026-06-09/2026-06-15',
    value: sum('2026-06-09', '2026-06-15'),
    warnings: [],
  });
});

test('a month stands against the six before it together, by day', async () => {
  const texts = ['from start of month -7 to end of month -2'];
  const found = await compared('last month', texts, { compare: { per: 'day' } });
  expect(found.value).toBeCloseTo(sum('2026-05-01', '2026-05-31') / 31, 9);
  expect(found.baselines[0]).toMatchObject({ days: '2025-11-01/2026-04-30', warnings: [] });
  expect(found.baselines[0]!.value).toBeCloseTo(sum('2025-11-01', '2026-04-30') / 181, 9);
});

test('totals of months of different lengths say so', async () => {
  const found = await compared('last month', ['previous span']);
  expect(found.baselines[0]!.warnings).toEqual([{ code: 'length', days: [31, 30] }]);
});

test('a fiscal month from the 21st stands against the one before', async () => {
  const model: Model = {
    ...TEST_MODEL,
    rule: { ...TEST_MODEL.rule, fiscal: { ...TEST_MODEL.rule.fiscal, monthStartDay: 21 } },
  };
  const texts = ['previous span'];
  const answer = await figureAnswer(figureOver('last fiscal month', texts), {
    texts,
    rows: ROWS,
    today: TODAY,
    model,
  });
  expect(answer.value).toBe(sum('2026-05-21', '2026-06-20'));
  expect(answer.against![0]!.value).toBe(sum('2026-04-21', '2026-05-20'));
});

test('29 February has no partner a year earlier, and 28 February has itself', async () => {
  const texts = ['same span 1 year earlier'];
  const chart = (phrase: string): Chart =>
    ({
      ...line('sea'),
      ownPeriod: { phrase, named: null, mode: 'replace', anchor: null },
      compare: comparing(texts),
    }) as Chart;
  const leap = (await answerOf('sea', {
    items: [chart('2024-02-28/2024-03-01')],
    texts,
    rows: ROWS,
    today: TODAY,
  })) as ChartAnswer;
  expect(leap.against![0]!.partners!.map((run) => run && isoDay(run.start))).toEqual([
    '2023-02-28',
    null,
    '2023-03-01',
  ]);
  expect(leap.against![0]!.series[0]).toEqual([
    sum('2023-02-28', '2023-02-28'),
    null,
    sum('2023-03-01', '2023-03-01'),
  ]);
  const after = (await answerOf('sea', {
    items: [chart('2025-02-28')],
    texts,
    rows: ROWS,
    today: TODAY,
  })) as ChartAnswer;
  expect(after.against![0]!.partners).toEqual([runs(['2024-02-28', '2024-02-28'])[0]]);
});

test('ninety days against a month earlier tell the days that are in both', async () => {
  const found = await compared('last 90 days', ['same span 1 month earlier']);
  expect(found.baselines[0]!.warnings[0]).toEqual({ code: 'overlap', days: 59 });
});

test('this week by weekday stands beside last week and the same weekdays a year earlier', async () => {
  const texts = ['previous span', 'same weekdays 1 year earlier'];
  const chart = {
    ...line('sea'),
    ownPeriod: { phrase: 'last week', named: null, mode: 'replace', anchor: null },
    compare: comparing(texts),
  } as Chart;
  const answer = (await answerOf('sea', { items: [chart], texts, rows: ROWS, today: TODAY })) as ChartAnswer;
  const mondays = answer.against!.map(({ partners }) => isoDay(partners![0]!.start));
  expect([isoDay(answer.buckets!.starts[0]!), ...mondays]).toEqual([
    '2026-06-15',
    '2026-06-08',
    '2025-06-16',
  ]);
  expect(answer.against![1]!.series[0]).toHaveLength(7);
});

test('a route that opened half a year ago has no baseline a year earlier, and no percent', async () => {
  const opened = daily('2026-01-01', '2026-06-22', () => 5);
  const texts = ['same span 1 year earlier'];
  const answer = await figureAnswer(figureOver('last month', texts), { texts, rows: opened, today: TODAY });
  expect(answer.value).toBe(155);
  expect(answer.against![0]!.value).toBeNull();
  expect(answer.baselines![0]!.measures[0]).toMatchObject({ empty: 'no-data', shown: [], warnings: [] });
});

test('a stock at the end of a month stands against the one a year earlier, not against a sum', async () => {
  const texts = ['same span 1 year earlier'];
  const shown = shownMeasure('trips', 'last');
  const answer = await figureAnswer(figureOver('last month', texts, { shown }), {
    texts,
    rows: ROWS,
    today: TODAY,
  });
  expect(answer.value).toBe(sum('2026-05-31', '2026-05-31'));
  expect(answer.against![0]!.value).toBe(sum('2025-05-31', '2025-05-31'));
});

test('bookings for the coming days stand against those made by then, a year earlier', async () => {
  // Each trip of a day is booked once 5 and once 40 days ahead.
  const rows = ROWS.concat(daily('2026-06-23', '2026-07-31', () => 3)).flatMap((row) => [
    { ...row, other: row.day! - 5 },
    { ...row, other: row.day! - 40 },
  ]);
  const texts = ['same span 1 year earlier'];
  const figure = {
    ...figureOver('next 30 days', texts),
    ownPeriod: { phrase: 'next 30 days', named: null, mode: 'narrow' as const, anchor: null },
  };
  const booked = timeline('booked', 'up to today');
  const answer = await figureAnswer(figure, {
    texts,
    rows,
    today: TODAY,
    items: [booked],
    change: (document) => ({
      ...document,
      wires: [{ control: 'booked', target: 'fig', on: true, roles: { trips: 'other' } }],
    }),
  });
  const madeBy = (from: string, to: string, by: string) =>
    seatsFrom(
      rows.filter((row) => row.other <= d(by)),
      from,
      to,
    );
  expect(answer.value).toBe(madeBy('2026-06-23', '2026-07-22', '2026-06-22'));
  expect(answer.against![0]!.value).toBe(madeBy('2025-06-23', '2025-07-22', '2025-06-22'));
});

test('an unfinished month can be compared with as many days of the other', async () => {
  const texts = ['same span 1 year earlier'];
  const found = await compared('this month', texts, { compare: { days: 'with data' } });
  expect(found.value).toBe(sum('2026-06-01', '2026-06-22'));
  expect(found.baselines[0]).toEqual({
    days: '2025-06-01/2025-06-22',
    value: sum('2025-06-01', '2025-06-22'),
    warnings: [],
  });
  const asked = await compared('this month', ['previous span']);
  expect(asked.baselines[0]!.warnings.map((warning) => warning.code)).toEqual(['length', 'late-data']);
});

/** A crosstab by route with periods across; periods that the timeline narrows where `mode` says so. */
const periodsAcross = (mode: 'alone' | 'narrow', periods: readonly object[], changes: readonly object[]) =>
  ({
    ...figureOver('all', []),
    ownPeriod: null,
    compare: null,
    id: 'grid',
    kind: 'crosstab',
    rows: [{ dataset: 'trips', column: 'route' }],
    subtotals: true,
    columns: { kind: 'periods', mode, periods, changes },
  }) as unknown as Visual;

test('the last three full months are columns beside each other, with the change', async () => {
  const crosstab = periodsAcross(
    'alone',
    [
      { id: 'p1', name: '', phrase: 'last month' },
      { id: 'p2', name: '', of: 'p1', baseline: 'previous span' },
      { id: 'p3', name: '', of: 'p2', baseline: 'same span 1 month earlier' },
    ],
    [{ id: 'd', of: 'p1', against: 'p3' }],
  );
  const answer = (await answerOf('grid', {
    items: [crosstab, timeline('span', '2020')],
    texts: [],
    rows: ROWS,
    today: TODAY,
  })) as CrosstabAnswer;
  const [may, april, march] = [
    sum('2026-05-01', '2026-05-31'),
    sum('2026-04-01', '2026-04-30'),
    sum('2026-03-01', '2026-03-31'),
  ];
  expect(answer.table.map((row) => row.cells[0]!.values)).toEqual([
    [may, april, march],
    [may, april, march],
  ]);
  expect(answer.table[0]!.cells[0]!.changes![0]!.change).toBe(may - march);
});

test('period columns show the measure that a chooser holds, narrowed by the timeline', async () => {
  const crosstab = periodsAcross(
    'narrow',
    [
      { id: 'p1', name: '', phrase: 'last month' },
      { id: 'p2', name: '', of: 'p1', baseline: 'same span 1 year earlier' },
    ],
    [{ id: 'd', of: 'p1', against: 'p2' }],
  );
  const chooser = {
    ...CONTROL_DEFAULTS,
    id: 'what',
    title: '',
    kind: 'measures',
    offer: ['seats', 'rows'].map((measure) => ({ dataset: 'trips', measure })),
    several: false,
    default: [0],
  } as Control;
  const asked = async (choice: number) =>
    (await answerOf('grid', {
      items: [crosstab, timeline('span', '2025-05-11/2026-05-20'), chooser],
      texts: [],
      rows: ROWS,
      today: TODAY,
      state: { ...DEFAULT_STATE, measures: { what: [choice] } },
    })) as CrosstabAnswer;
  const [now, then] = [sum('2026-05-01', '2026-05-20'), sum('2025-05-11', '2025-05-31')];
  const bySeats = await asked(0);
  expect(bySeats.columns!.map(({ window }) => window)).toEqual([
    runs(['2026-05-01', '2026-05-20']),
    runs(['2025-05-11', '2025-05-31']),
  ]);
  expect(bySeats.table.at(-1)!.cells[0]).toMatchObject({
    values: [now, then],
    changes: [{ change: now - then, percent: (now - then) / then }],
  });
  // A row a day.
  expect((await asked(1)).table.at(-1)!.cells[0]).toMatchObject({
    values: [20, 21],
    changes: [{ change: -1, percent: -1 / 21 }],
  });
});

test('a sum and a ratio of one visual each have the baseline of their own days', async () => {
  const model: Model = {
    ...TEST_MODEL,
    datasets: TEST_MODEL.datasets.map((dataset) => ({
      ...dataset,
      measures: [...dataset.measures, testMeasure('early', 'sum', 'seats', { role: 'other' })],
    })),
  };
  const rows = ROWS.map((row) => testRow(row.day!, { seats: row.seats, other: row.day! - 10 }));
  const texts = ['previous span'];
  const chart = {
    ...line('sea'),
    grain: 'month',
    measures: [shownMeasure('trips', 'seats'), shownMeasure('trips', 'early')],
    compare: comparing(texts),
  } as Chart;
  const answer = (await answerOf('sea', {
    items: [chart, timeline('span', '2026-05')],
    texts,
    rows,
    today: TODAY,
    model,
  })) as ChartAnswer;
  const april = seatsFrom(rows, '2026-04-01', '2026-04-30');
  const bookedInApril = seatsFrom(rows, '2026-04-11', '2026-05-10');
  expect(answer.against![0]!.series).toEqual([[april], [bookedInApril]]);
});

test('bars by change: the greatest rise first, what only the baseline has last', async () => {
  const texts = ['previous span'];
  const rows = [
    ...daily('2026-04-01', '2026-04-30', () => 5, { route: 'A' }),
    ...daily('2026-05-01', '2026-05-31', () => 4, { route: 'A' }),
    ...daily('2026-04-01', '2026-04-30', () => 1, { route: 'B' }),
    ...daily('2026-05-01', '2026-05-31', () => 3, { route: 'B' }),
    ...daily('2026-04-01', '2026-04-30', () => 9, { route: 'C' }),
  ];
  const chart = { ...bar('ports'), order: 'change', compare: comparing(texts) } as Chart;
  const answer = (await answerOf('ports', {
    items: [chart, timeline('span', '2026-05')],
    texts,
    rows,
    today: TODAY,
  })) as ChartAnswer;
  expect(answer.categories).toEqual(['B', 'A', 'C']);
  expect(answer.against![0]!.series[0]).toEqual([30, 150, 270]);
});
