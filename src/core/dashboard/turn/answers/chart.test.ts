/** Limits, others and order of charts, against a look at every row. */
import fc from 'fast-check';
import { cubeSource } from '../../../cube/source';
import { testCube, testRows, type TestRow } from '../../../cube/testing';
import { TEST_MODEL } from '../../../model/testing';
import { shownMeasure } from '../../document/kinds/measured';
import { bar, line } from '../../document/testing';
import { visualSchema, type Chart } from '../../document/visuals';
import { DEFAULT_STATE } from '../../reader/state';
import { designOf } from '../../wiring/design';
import { documentOf } from '../../wiring/testing';
import { categoryName, type ChartAnswer } from '../answer';
import { answerJson } from '../answerJson';
import { answerTurn } from '../turn';

type Value = string | null;

const row = (day: number, route: Value, channel: Value, seats: number | null, cents = 100): TestRow => ({
  day,
  other: null,
  route,
  channel,
  seats,
  cents,
});

async function turnOf(chart: Chart, rows: readonly TestRow[]) {
  const design = designOf(documentOf(chart), TEST_MODEL);
  return answerTurn({ design, state: DEFAULT_STATE, today: 45 }, cubeSource([testCube(rows)]));
}
async function chartOf(chart: Chart, rows: readonly TestRow[]): Promise<ChartAnswer> {
  const answer = (await turnOf(chart, rows)).visuals[chart.id]!;
  if (answer.kind !== 'chart') throw new Error(`The chart is ${answer.kind}`);
  return answer;
}
const bars = (more: Partial<Chart>): Chart => ({ ...(bar('bars') as Chart), rest: 'others', ...more });
const channel = { dataset: 'trips', column: 'channel' };
const ROUTE = { dataset: 'trips', column: 'route' };

/** The measures of the test model by a look at some rows; null where there is nothing to show. */
const MEASURES: Readonly<Record<string, (rows: readonly TestRow[]) => number | null>> = {
  rows: (rows) => rows.length || null,
  seats: (rows) => summed(filled(rows, 'seats')),
  fare: (rows) => {
    const cents = filled(rows, 'cents');
    return cents.length === 0 ? null : summed(cents)! / 100 / cents.length;
  },
  least: (rows) => {
    const cents = filled(rows, 'cents');
    return cents.length === 0 ? null : Math.min(...cents) / 100;
  },
  last: (rows) => {
    const withSeats = rows.filter((one) => one.seats !== null);
    const last = Math.max(...withSeats.map((one) => one.day!));
    return summed(withSeats.filter((one) => one.day === last).map((one) => one.seats!));
  },
  share: (rows) =>
    rows.some((one) => (one.seats ?? 0) >= 10)
      ? (rows.filter((one) => (one.seats ?? 0) >= 10).length / rows.length) * 100
      : null,
};
const filled = (rows: readonly TestRow[], column: 'seats' | 'cents') =>
  rows.map((one) => one[column]).filter((value) => value !== null);
const summed = (values: readonly number[]) =>
  values.length === 0 ? null : values.reduce((total, value) => total + value, 0);

const byName = (a: Value, b: Value) => (a === b ? 0 : a === null ? 1 : b === null ? -1 : a < b ? -1 : 1);

/** Values in the order in which a limit takes them: the greatest by a measure first, those without one last. */
function ranked(values: readonly Value[], figure: (value: Value) => number | null): Value[] {
  return [...values].sort((a, b) => {
    const [one, other] = [figure(a), figure(b)];
    if (one === null || other === null) return one === other ? byName(a, b) : one === null ? 1 : -1;
    return other - one || byName(a, b);
  });
}

describe('a limit', () => {
  test('by default bars and stacks put the rest into one, other charts let it go', () => {
    const fresh = (kind: string) =>
      visualSchema.parse({
        id: 'v',
        title: '',
        kind,
        measures: [{ dataset: 'trips', measure: 'rows' }],
      }) as Chart;
    expect(['bar', 'stacked', 'line', 'area', 'combined'].map((kind) => fresh(kind).rest)).toEqual([
      'others',
      'others',
      'drop',
      'drop',
      'drop',
    ]);
  });

  test('keeps totals true for split bars, and says what it did', async () => {
    const rows = Array.from({ length: 20 }, (_, i) => row(i, `Store ${i}`, i % 2 ? 'web' : 'desk', i + 1));
    const answer = await chartOf(bars({ split: channel, limit: 12 }), rows);
    const total = answer.series
      .flatMap((series) => series.values)
      .reduce<number>((sum, value) => sum + (value ?? 0), 0);
    expect(total).toBe(210);
    expect(answer.categories!.map(categoryName).slice(0, 2)).toEqual(['Store 19', 'Store 18']);
    expect(answer.categories!.at(-1)).toEqual({ others: 8 });
    expect(answer.notes.map((note) => note.words)).toEqual(['greatest 12 of 20, the other 8 as one']);
    const dropped = await chartOf(bars({ split: channel, limit: 12, rest: 'drop' }), rows);
    expect(dropped.categories).toHaveLength(12);
    expect(dropped.notes.map((note) => note.words)).toEqual(['greatest 12 of 20']);
  });

  test('in natural order keeps the first', async () => {
    const rows = ['Veldry', 'Osk Head', 'Tamsel'].map((route, i) => row(i, route, 'web', 10 * i));
    const answer = await chartOf(bars({ order: 'natural', limit: 2, rest: 'drop' }), rows);
    expect(answer.categories).toEqual(['Osk Head', 'Tamsel']);
    expect(answer.notes.map((note) => note.words)).toEqual(['first 2 of 3']);
  });

  test('the others are named in the answer for scripts', async () => {
    const rows = ['a', 'b', 'c'].map((name, i) => row(i, name, name, 3 - i));
    const across = answerJson(await turnOf(bars({ split: channel, limit: 1 }), rows)).visuals.bars;
    expect(across).toMatchObject({
      series: [{ name: 'a' }, { name: { others: 2 } }],
      data: [
        { category: 'a', values: [3, null] },
        { category: { others: 2 }, values: [null, 3] },
      ],
    });
  });

  test('splits over time keep the greatest, also where values are missing', async () => {
    const chart: Chart = { ...(line('sea') as Chart), split: channel, limit: 1, rest: 'others' };
    const rows = [
      row(1, 'x', 'desk', 9),
      row(2, 'x', 'web', 4),
      row(3, 'x', 'web', 6),
      row(3, 'x', null, null),
    ];
    const answer = await chartOf(chart, rows);
    expect(answer.series.map(({ name, values }) => [name, values])).toEqual([
      ['web', [null, 4, 6]],
      ['2 others', [9, null, null]],
    ]);
  });

  test('any measure, limit and order: what is shown, and what the others are, equals a look at every row', async () => {
    await fc.assert(
      fc.asyncProperty(
        testRows.filter((rows) => rows.some((one) => one.day !== null)),
        fc.constantFrom(...Object.keys(MEASURES)),
        fc.integer({ min: 1, max: 3 }),
        fc.constantFrom('value' as const, 'natural' as const),
        fc.constantFrom('others' as const, 'drop' as const),
        fc.boolean(),
        async (all, measure, limit, order, rest, isSplit) => {
          const rows = all.filter((one) => one.day !== null);
          const valueOf = MEASURES[measure]!;
          const chart = bars({
            measures: [shownMeasure('trips', measure)],
            limit,
            order,
            rest,
            split: isSplit ? channel : null,
          });
          const answer = (await turnOf(chart, rows)).visuals.bars!;
          // A ratio of which nothing is above the line anywhere has nothing to show at all.
          if (answer.kind !== 'chart' || (measure === 'share' && valueOf(rows) === null)) return;
          const routes = [...new Set(rows.map((one) => one.route))];
          const ofRoute = (route: Value) => valueOf(rows.filter((one) => one.route === route));
          const categories = order === 'value' ? ranked(routes, ofRoute) : [...routes].sort(byName);
          const listed = categories.slice(0, limit);
          const others = rest === 'others' && routes.length > limit;
          expect(answer.categories!.slice(0, listed.length)).toEqual(listed);
          expect(answer.categories).toHaveLength(listed.length + (others ? 1 : 0));
          const onAxis = others ? rows : rows.filter((one) => listed.includes(one.route));
          const channels = [...new Set(onAxis.map((one) => one.channel))];
          const kept = isSplit
            ? (channels.length <= limit
                ? channels
                : ranked(channels, (name) => valueOf(rows.filter((one) => one.channel === name))).slice(
                    0,
                    limit,
                  )
              ).sort(byName)
            : [];
          for (const series of answer.series) {
            const ofSeries = (some: readonly TestRow[]) => {
              if (!isSplit) return some;
              return some.filter((one) =>
                series.others === undefined ? one.channel === series.value : !kept.includes(one.channel),
              );
            };
            answer.categories!.forEach((category, i) => {
              const own =
                typeof category === 'object' && category !== null
                  ? rows.filter((one) => !listed.includes(one.route))
                  : rows.filter((one) => one.route === category);
              const expected = valueOf(ofSeries(own));
              const found = series.values[i] ?? null;
              if (expected === null) expect(found).toBeNull();
              else expect(found).toBeCloseTo(expected, 9);
            });
          }
          if (isSplit) {
            const named = answer.series.filter((series) => series.others === undefined);
            expect(named.map((series) => series.value)).toEqual(kept);
            const left = answer.series.find((series) => series.others !== undefined)?.others;
            expect(left).toBe(
              rest === 'others' && channels.length > limit ? channels.length - limit : undefined,
            );
          }
        },
      ),
      { numRuns: 300 },
    );
  });

  test('rows are counted once, however many measures share them', async () => {
    const measures = ['rows', 'seats', 'busy'].map((key) => shownMeasure('trips', key));
    const rows = [row(1, 'x', 'web', 4), row(2, 'y', 'web', 20)];
    // Two rows, and the one that keeps the condition of "busy".
    expect((await chartOf(bars({ measures, across: ROUTE }), rows)).rows).toBe(3);
  });

  test('two series of one name are told apart by their datasets', async () => {
    const twin = { ...TEST_MODEL.datasets[0]!, key: 'twin', name: 'Twin' };
    const model = { ...TEST_MODEL, datasets: [...TEST_MODEL.datasets, twin] };
    const chart = {
      ...(line('sea') as Chart),
      measures: ['trips', 'twin'].map((set) => shownMeasure(set, 'seats')),
    };
    const cube = testCube([row(1, 'x', 'web', 4)]);
    const cubes = [cube, { ...cube, shape: { ...cube.shape, dataset: 'twin' } }];
    const turn = await answerTurn(
      { design: designOf(documentOf(chart), model), state: DEFAULT_STATE, today: 45 },
      cubeSource(cubes),
    );
    expect(turn.visuals.sea).toMatchObject({ series: [{ name: 'Seats, Trips' }, { name: 'Seats, Twin' }] });
  });
});
