import { designOf } from '../wiring/design';
import fc from 'fast-check';
import { isoDay } from '../../calendar/day';
import { cubeSource } from '../../cube/source';
import { TEST_SHAPE, testCube, testRows, type TestRow } from '../../cube/testing';
import { answerJson, packAnswer, unpackAnswer } from './answerJson';
import type { DashboardDocument, Slicer } from '../document/document';
import { cubeShapesFor } from './shapes';
import { DEFAULT_STATE, type ReaderState } from '../reader/state';
import { stateFor } from '../reader/stateFor';
import { bar, line, slicer, table, timeline } from '../document/testing';
import { documentOf } from '../wiring/testing';
import { TEST_MODEL } from '../../model/testing';
import type { ChartAnswer, VisualAnswer } from './answer';
import type { PeriodAnswer } from './controlAnswer';
import { answerTurn } from './turn';

const ROWS: TestRow[] = [
  { day: 10, other: 3, route: 'Veldry', channel: 'web', seats: 4, cents: 1050 },
  { day: 12, other: 4, route: 'Tamsel', channel: 'web', seats: 6, cents: 999 },
  { day: 12, other: null, route: 'Veldry', channel: 'desk', seats: null, cents: 1 },
  { day: 40, other: 39, route: null, channel: 'web', seats: 2, cents: null },
];
const TODAY = 45;
const DOCUMENT = documentOf(
  line('sea'),
  bar('ports'),
  table('log'),
  timeline('span'),
  timeline('extra'),
  slicer('route'),
);

const turn = (document: DashboardDocument, state: ReaderState, rows = ROWS) =>
  answerTurn({ design: designOf(document, TEST_MODEL), state, today: TODAY }, cubeSource([testCube(rows)]));
const withPeriod = (periods: Record<string, string>, choices: ReaderState['choices'] = {}): ReaderState => ({
  periods,
  choices,
});
const phrase = (first: number, last: number) => `${isoDay(first)}/${isoDay(last)}`;
const shownRows = (answer: VisualAnswer | undefined) => (answer && 'rows' in answer ? answer.rows : 0);

describe('a turn', () => {
  test('shows everything by default, clipped to the data', async () => {
    const { visuals, controls } = await turn(DOCUMENT, DEFAULT_STATE);
    expect(visuals.sea).toMatchObject({
      kind: 'chart',
      rows: 4,
      window: { days: 31, daysWithData: 3, shown: [{ start: 10, end: 40 }] },
    });
    expect(visuals.ports).toMatchObject({
      categories: ['Tamsel', 'Veldry', null],
      series: [{ name: 'Seats', values: [6, 4, 2] }],
    });
    expect(visuals.log).toMatchObject({ kind: 'table', rows: 4 });
    expect(controls.span).toMatchObject({ kind: 'period', text: 'all', daysWithData: 3 });
    expect((controls.span as PeriodAnswer).others).toHaveLength(1);
    expect(controls.route).toMatchObject({
      values: [
        { value: 'Tamsel', rows: 1 },
        { value: 'Veldry', rows: 2 },
        { value: null, rows: 1 },
      ],
    });
  });

  test('two timelines on one date role narrow each other', async () => {
    const { visuals } = await turn(DOCUMENT, withPeriod({ span: phrase(5, 12), extra: phrase(12, 30) }));
    expect(visuals.sea).toMatchObject({ rows: 2, window: { shown: [{ start: 12, end: 12 }] } });
    const apart = await turn(DOCUMENT, withPeriod({ span: phrase(5, 12), extra: phrase(20, 30) }));
    expect(apart.visuals.sea).toMatchObject({ kind: 'empty', asked: [], nearest: undefined });
  });

  test('a visual that loses its wire stops responding, the others go on', async () => {
    const document = {
      ...DOCUMENT,
      wires: DOCUMENT.wires.map((wire) =>
        wire.control === 'span' && wire.target === 'ports' ? { ...wire, on: false } : wire,
      ),
    };
    const { visuals } = await turn(document, withPeriod({ span: phrase(40, 40) }));
    expect(visuals.sea).toMatchObject({ rows: 1 });
    expect(visuals.ports).toMatchObject({ rows: 4 });
  });

  test('windows through different date roles apply together', async () => {
    const document = {
      ...DOCUMENT,
      wires: DOCUMENT.wires.map((wire) =>
        wire.control === 'extra' && wire.target === 'sea' ? { ...wire, roles: { trips: 'other' } } : wire,
      ),
    };
    const { visuals } = await turn(document, withPeriod({ span: phrase(1, 20), extra: phrase(4, 4) }));
    expect(visuals.sea).toMatchObject({
      rows: 1,
      layout: 'sparse by day',
      window: { shown: [{ start: 12, end: 12 }] },
    });
    expect(cubeShapesFor(designOf(document, TEST_MODEL))).toMatchObject([
      { day: 'day', otherDays: ['other'] },
      { day: 'other', otherDays: [] },
    ]);
  });

  test('an empty window says when there is data', async () => {
    const { visuals, controls } = await turn(DOCUMENT, withPeriod({ span: phrase(14, 20) }));
    expect(visuals.sea).toMatchObject({ kind: 'empty', nearest: 12 });
    expect(controls.span).toMatchObject({ shown: [], nearest: 12 });
  });

  test('a phrase that cannot be read has no effect, and is told', async () => {
    const { visuals, controls } = await turn(DOCUMENT, withPeriod({ span: '2025-02-30' }));
    expect(controls.span).toMatchObject({ error: { code: 'no-such-day' } });
    expect(visuals.sea).toMatchObject({ rows: 4 });
  });

  test('a chosen value without data stays in the list', async () => {
    const { controls, visuals } = await turn(DOCUMENT, withPeriod({}, { route: ['Nowhere', 'Veldry'] }));
    expect(controls.route).toMatchObject({ choice: ['Nowhere', 'Veldry'] });
    expect(JSON.stringify(controls.route)).toContain('{"value":"Nowhere","rows":0}');
    expect(shownRows(visuals.sea)).toBe(2);
  });

  test('a slicer can leave its choice out, or ask for one first', async () => {
    const rowsOf = async (more: object, values: (string | null)[]) => {
      const own = { ...slicer('route'), ...more } as Slicer;
      const document = documentOf(line('sea'), table('log'), own);
      const { visuals } = await turn(document, withPeriod({}, { route: values }));
      return [shownRows(visuals.sea), shownRows(visuals.log)];
    };
    expect(await rowsOf({}, ['Veldry'])).toEqual([2, 2]);
    expect(await rowsOf({ exclude: true }, ['Veldry'])).toEqual([2, 2]);
    expect(await rowsOf({ exclude: true }, ['Veldry', null])).toEqual([1, 1]);
    expect(await rowsOf({ exclude: true }, [])).toEqual([4, 4]);
    expect(await rowsOf({ required: true }, [])).toEqual([0, 0]);
    expect(await rowsOf({ required: true, exclude: true }, [])).toEqual([0, 0]);
    expect(await rowsOf({ required: true }, ['Tamsel'])).toEqual([1, 1]);
    const weekends = { dimension: { attribute: 'weekend' }, exclude: true };
    // Days 10 and 12 are a Sunday and a Tuesday, day 40 is a Tuesday.
    expect(await rowsOf(weekends, ['Weekend'])).toEqual([3, 3]);
  });

  test('a slicer orders its values by a measure that need not be shown', async () => {
    const own = { ...slicer('route'), orderBy: { dataset: 'trips', measure: 'seats' } } as Slicer;
    const { controls } = await turn(documentOf(line('sea', 'fare'), own), DEFAULT_STATE);
    expect(controls.route).toMatchObject({
      values: [{ value: 'Tamsel' }, { value: 'Veldry' }, { value: null }],
    });
    const least = { ...own, orderBy: { dataset: 'trips', measure: 'most' } } as Slicer;
    const other = await turn(documentOf(line('sea', 'fare'), least), DEFAULT_STATE);
    expect(other.controls.route).toMatchObject({
      values: [{ value: 'Veldry' }, { value: 'Tamsel' }, { value: null }],
    });
    const up = { ...own, orderFirst: 'least', custom: ['Quern'] } as Slicer;
    const upwards = await turn(documentOf(line('sea', 'fare'), up), DEFAULT_STATE);
    // A value without a figure comes last either way.
    expect(upwards.controls.route).toMatchObject({
      values: [{ value: null }, { value: 'Veldry' }, { value: 'Tamsel' }, { value: 'Quern' }],
    });
  });

  test('every aggregation of a window is what its rows give', async () => {
    await fc.assert(
      fc.asyncProperty(
        testRows,
        fc.integer({ min: 0, max: 60 }),
        fc.integer({ min: 0, max: 50 }),
        async (rows, first, length) => {
          const measures = ['rows', 'seats', 'fare', 'least', 'most'];
          const document = documentOf(
            ...measures.map((measure) => bar(`b${measure}`, measure)),
            line('all', 'fare'),
            timeline('span'),
          );
          const { visuals } = await turn(document, withPeriod({ span: phrase(first, first + length) }), rows);
          const seen = rows.filter(
            (row) => row.day !== null && row.day >= first && row.day <= first + length,
          );
          const byRoute = (route: string | null) => seen.filter((row) => row.route === route);
          const filled = (members: TestRow[], column: 'seats' | 'cents') =>
            members.map((row) => row[column]).filter((value) => value !== null);
          const sum = (values: number[]) => values.reduce((total, value) => total + value, 0);
          const expected: Record<string, (members: TestRow[]) => number | null> = {
            brows: (members) => members.length,
            bseats: (members) => (filled(members, 'seats').length > 0 ? sum(filled(members, 'seats')) : null),
            bfare: (members) =>
              filled(members, 'cents').length > 0
                ? sum(filled(members, 'cents')) / 100 / filled(members, 'cents').length
                : null,
            bleast: (members) =>
              filled(members, 'cents').length > 0 ? Math.min(...filled(members, 'cents')) / 100 : null,
            bmost: (members) =>
              filled(members, 'cents').length > 0 ? Math.max(...filled(members, 'cents')) / 100 : null,
          };
          for (const [id, valueOf] of Object.entries(expected)) {
            const answer = visuals[id]!;
            expect(answer.kind).toBe(seen.length === 0 ? 'empty' : 'chart');
            if (answer.kind !== 'chart') continue;
            answer.categories!.forEach((category, i) =>
              expect(answer.series[0]!.values[i]).toBe(valueOf(byRoute(category as string | null))),
            );
          }
          const over = visuals.all as ChartAnswer;
          if (over.kind === 'chart') expect(over.series[0]!.values).toHaveLength(over.buckets!.starts.length);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('answers survive being sent as text, open ends included', async () => {
    const answer = await turn(DOCUMENT, DEFAULT_STATE);
    expect(unpackAnswer(packAnswer(answer))).toEqual(answer);
    const json = answerJson(answer);
    expect(json.visuals.sea).toMatchObject({
      grain: 'day',
      window: { asked: [['..', '..']], shown: [[isoDay(10), isoDay(40)]] },
    });
    expect(JSON.stringify(json)).not.toContain('null,null');
  });

  test('what the cubes lack is left to another source', async () => {
    const answer = await answerTurn(
      { design: designOf(DOCUMENT, TEST_MODEL), state: DEFAULT_STATE, today: TODAY },
      cubeSource(),
    );
    expect(Object.values(answer.visuals).every((visual) => visual.kind === 'elsewhere')).toBe(true);
  });

  test('an item whose dataset is gone says what to do', async () => {
    const document = documentOf(line('sea', 'gone'), table('log'));
    const missing = {
      ...document,
      visuals: [
        document.visuals[0]!,
        { ...document.visuals[1]!, dataset: 'ghost' } as (typeof document.visuals)[1],
      ],
    };
    const { visuals } = await turn(missing, DEFAULT_STATE);
    expect(visuals.sea).toMatchObject({ kind: 'broken', message: expect.stringContaining('gone') as string });
    expect(visuals.log).toMatchObject({
      kind: 'broken',
      message: expect.stringContaining('ghost') as string,
    });
  });

  test('the state of controls that are not there is dropped', () => {
    expect(
      stateFor(
        DOCUMENT,
        withPeriod({ span: 'all', route: 'all', gone: '2025' }, { route: ['a'], span: ['b'] }),
      ),
    ).toEqual(withPeriod({ span: 'all' }, { route: ['a'] }));
  });

  test('the cube of a dashboard has the columns in use and no others', () => {
    const [shape] = cubeShapesFor(designOf(DOCUMENT, TEST_MODEL));
    expect(shape).toEqual({
      ...TEST_SHAPE,
      otherDays: [],
      categories: ['route'],
      conditions: [],
      numbers: [{ column: 'seats', scale: 0, extremes: false }],
    });
  });
});
