import { designOf } from '../wiring/design';
import { isoDay } from '../../calendar/day';
import { d } from '../../calendar/testing';
import { cubeSource } from '../../cube/source';
import { testCube, type TestRow } from '../../cube/testing';
import { civilDayAt } from '../../calendar/civilDayAt';
import { todayFor } from '../document/clock';
import { TIME_DEFAULTS } from '../document/kinds/time';
import type { Control, DashboardDocument, TimeControl } from '../document/document';
import { isRevealed } from '../reader/held';
import { settle } from './settle';
import type { WindowSetting } from '../reader/setting';
import { DEFAULT_STATE, type ReaderState } from '../reader/state';
import { answerTurn } from './turn';
import { bar, slicer, timeline } from '../document/testing';
import { documentOf } from '../wiring/testing';
import { TEST_MODEL } from '../../model/testing';
import { visiblePlaces } from '../document/visiblePlaces';

const row = (day: number, route: string): TestRow => ({
  day,
  other: null,
  route,
  channel: 'web',
  seats: 1,
  cents: 100,
});
/** Veldry has days 10 to 40, Tamsel days 10 to 20. */
const ROWS = [
  ...Array.from({ length: 31 }, (_, i) => row(10 + i, 'Veldry')),
  ...Array.from({ length: 11 }, (_, i) => row(10 + i, 'Tamsel')),
];
const SOURCE = cubeSource([testCube(ROWS)]);
const TODAY = 45;

const typed = (change: Partial<TimeControl>, id = 'typed'): Control =>
  ({ ...TIME_DEFAULTS, id, kind: 'phrase', ...change }) as Control;
const state = (change: Partial<ReaderState>): ReaderState => ({ ...DEFAULT_STATE, ...change });

async function windowOf(document: DashboardDocument, reader: ReaderState = DEFAULT_STATE, source = SOURCE) {
  return (await settle(designOf(document, TEST_MODEL), reader, TODAY, source)).get('typed') as WindowSetting;
}

describe('what a time control says', () => {
  const rolling = (anchor: string | null, change: Partial<TimeControl> = {}) =>
    documentOf(bar('ports'), slicer('route'), typed({ default: 'last 7 days', anchor, ...change }));

  test('rolling phrases count from the control’s anchor, else from the dashboard’s', async () => {
    expect((await windowOf(rolling(null))).runs).toEqual([{ start: 39, end: 45 }]);
    expect((await windowOf({ ...rolling(null), anchor: 'yesterday' })).runs).toEqual([
      { start: 38, end: 44 },
    ]);
    expect((await windowOf(rolling('latest'))).runs).toEqual([{ start: 34, end: 40 }]);
    expect((await windowOf(rolling(isoDay(30)))).runs).toEqual([{ start: 24, end: 30 }]);
  });

  test('"latest" is that of what the slicers leave', async () => {
    const chosen = state({ choices: { route: ['Tamsel'] } });
    expect((await windowOf(rolling('latest'), chosen)).runs).toEqual([{ start: 14, end: 20 }]);
    expect((await windowOf(rolling('latest'), state({ choices: { route: ['Nowhere'] } }))).empty).toBe(
      'no-data',
    );
  });

  test('an as-of day takes the place of today', async () => {
    const asOf = state({ asOf: isoDay(18) });
    expect((await windowOf(rolling(null), asOf)).runs).toEqual([{ start: 12, end: 18 }]);
    expect((await windowOf(rolling('latest'), state({ asOf: isoDay(99) }))).runs).toEqual([
      { start: 34, end: 40 },
    ]);
  });

  test('a window that lost its data stays, or follows', async () => {
    const chosen = state({ choices: { route: ['Tamsel'] } });
    const fixed = `${isoDay(30)}/${isoDay(33)}`;
    expect(await windowOf(rolling(null, { default: fixed }), chosen)).toMatchObject({
      runs: [{ start: 30, end: 33 }],
      followed: false,
    });
    expect(await windowOf(rolling(null, { default: fixed, lost: 'follow' }), chosen)).toMatchObject({
      runs: [{ start: 17, end: 20 }],
      followed: true,
    });
  });

  test('a source that knows no days leaves what needs them to another; fixed days it can tell', async () => {
    const blind = cubeSource();
    expect(await windowOf(rolling('latest'), DEFAULT_STATE, blind)).toEqual({ kind: 'pending' });
    expect(await windowOf(rolling(null, { default: 'last 3 days of data' }), DEFAULT_STATE, blind)).toEqual({
      kind: 'pending',
    });
    expect((await windowOf(rolling(null), DEFAULT_STATE, blind)).runs).toEqual([{ start: 39, end: 45 }]);
  });

  test('days with data in all, or in any, of what it reaches', async () => {
    const document = documentOf(bar('ports'), slicer('route'), typed({ offer: 'intersection' }));
    const { controls } = await answerTurn(
      { design: designOf(document, TEST_MODEL), state: DEFAULT_STATE, today: TODAY },
      SOURCE,
    );
    expect(controls.typed).toMatchObject({ kind: 'period', covered: [{ start: 10, end: 40 }] });
  });
});

describe('reveal rules', () => {
  const hidden = typed({ default: isoDay(12), reveal: { control: 'route', values: ['Tamsel'] } });
  const document = documentOf(bar('ports'), slicer('route'), timeline('span'), hidden);

  test('a control acts only while another holds a given choice', async () => {
    const turn = (reader: ReaderState) =>
      answerTurn({ design: designOf(document, TEST_MODEL), state: reader, today: TODAY }, SOURCE);
    const without = await turn(DEFAULT_STATE);
    // What its phrases are read against is known all the same: a designer can set it up.
    expect(without.controls.typed).toMatchObject({
      kind: 'hidden',
      context: { today: TODAY, asOf: null, data: [{ start: 10 }] },
    });
    expect(without.visuals.ports).toMatchObject({ rows: 42 });
    const shown = await turn(state({ choices: { route: ['Tamsel'] } }));
    expect(shown.controls.typed).toMatchObject({ kind: 'period' });
    expect(shown.visuals.ports).toMatchObject({ rows: 1 });
  });

  test('phrases are compared by what they mean, and circles reveal nothing', () => {
    const byPhrase = typed({ reveal: { control: 'span', values: ['2025-03 '] } }, 'two');
    const other = documentOf(timeline('span', '2025-03'), byPhrase);
    expect(isRevealed(other, DEFAULT_STATE, byPhrase)).toBe(true);
    expect(isRevealed(other, state({ periods: { span: '2025-04' } }), byPhrase)).toBe(false);
    const a = typed({ reveal: { control: 'b', values: ['all'] } }, 'a');
    const b = typed({ reveal: { control: 'a', values: ['all'] } }, 'b');
    expect(isRevealed(documentOf(a, b), DEFAULT_STATE, a)).toBe(false);
  });

  test('what lies below hidden items moves up, what lies beside stays', () => {
    const place = (item: string, x: number, y: number, w: number, h: number) => ({ item, x, y, w, h });
    const layout = [
      place('top', 0, 0, 24, 4),
      place('left', 0, 4, 6, 5),
      place('below', 0, 9, 6, 8),
      place('right', 6, 4, 18, 13),
      place('foot', 0, 17, 24, 4),
    ];
    const places = (...names: string[]) =>
      Object.fromEntries(visiblePlaces(layout, (item) => names.includes(item)).map((p) => [p.item, p.y]));
    expect(places()).toEqual({ top: 0, left: 4, below: 9, right: 4, foot: 17 });
    expect(places('top')).toEqual({ left: 0, below: 5, right: 0, foot: 13 });
    expect(places('left')).toEqual({ top: 0, below: 4, right: 4, foot: 17 });
    expect(places('top', 'left')).toEqual({ below: 0, right: 0, foot: 13 });
  });
});

describe('the clock', () => {
  test('the time zone decides which day it is, up to the minute', () => {
    const evening = Date.UTC(2026, 5, 3, 23, 30);
    expect(civilDayAt(evening, 'UTC')).toBe(d('2026-06-03'));
    expect(civilDayAt(evening, 'Europe/Athens')).toBe(d('2026-06-04'));
    expect(civilDayAt(evening, 'America/Lima')).toBe(d('2026-06-03'));
    expect(civilDayAt(evening + 30 * 60_000, 'UTC')).toBe(d('2026-06-04'));
    expect(civilDayAt(evening, 'No/Such')).toBe(d('2026-06-03'));
  });

  test('a pinned day is taken for today', () => {
    const document = documentOf();
    expect(todayFor(document, { ...TEST_MODEL, pinnedToday: '2024-02-29' }, 0)).toBe(d('2024-02-29'));
    expect(todayFor(document, TEST_MODEL, 0)).toBe(0);
  });
});
