/** Every time control by pointer and by keys, its figures against the database; anchors, hold, reveal, as-of. */
import type { Connection } from 'mysql2/promise';
import { Key } from 'selenium-webdriver';
import { TIME_DEFAULTS } from '../src/core/dashboard/document/kinds/time';
import { eventually } from './support/page';
import {
  api,
  asStory,
  BASE,
  browserPage,
  factTableOf,
  load,
  numberFrom,
  openDatabase,
} from './support/application';

/** Rides: every day from 2024 to 1 June 2026, none in February 2025; Hill rides end with March 2026. */
function ridesFile(): string {
  const lines = ['day,line,riders'];
  for (let day = Date.UTC(2024, 0, 1); day <= Date.UTC(2026, 5, 1); day += 86_400_000) {
    const iso = new Date(day).toISOString().slice(0, 10);
    if (iso.startsWith('2025-02')) continue;
    const number = day / 86_400_000;
    lines.push(`${iso},Shore,${(number * 7) % 40}`);
    if (iso <= '2026-03-31') lines.push(`${iso},Hill,${(number * 3) % 25}`);
  }
  return `${lines.join('\n')}\n`;
}

const page = browserPage();
const step = asStory(page, false);
let database: Connection;
beforeAll(async () => {
  database = await openDatabase();
  await load(ridesFile(), {
    name: 'Rides',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'line', type: 'text', category: true },
      { name: 'riders', type: 'whole' },
    ],
  });
});
afterAll(() => database.end());

const riders = { dataset: 'rides', measure: 'riders' };
const time = TIME_DEFAULTS;
const LIST = {
  ...time,
  id: 'list',
  kind: 'periods',
  title: 'Named',
  face: 'buttons',
  entries: [
    { name: 'Last 28 days', phrase: 'last 28 days' },
    { name: 'Last month', phrase: 'last month' },
    { name: 'Long ago', phrase: '2019' },
    { name: 'February 2025', phrase: '2025-02' },
  ],
  chooseDates: true,
};
const SLICER = {
  id: 'line',
  kind: 'slicer',
  title: 'Line',
  dataset: 'rides',
  column: 'line',
  default: [],
  several: true,
  unavailable: 'struck',
};

/** Opens a dashboard with one bar chart and these controls, all wired to it. */
async function openWith(
  controls: readonly { id: string; [key: string]: unknown }[],
  query = '',
  more: object = {},
) {
  const visuals = [
    {
      id: 'bar',
      kind: 'bar',
      title: 'Riders, {window}',
      measure: riders,
      category: 'line',
      order: 'name',
      limit: 9,
    },
  ];
  const wires = controls
    .filter((control) => control.kind !== 'asof')
    .flatMap((control) => [
      { control: control.id, target: 'bar', on: true, roles: {} },
      ...(control.kind === 'slicer'
        ? controls
            .filter((other) => other !== control && other.kind !== 'asof')
            .map((other) => ({ control: control.id, target: other.id, on: true, roles: {} }))
        : []),
    ]);
  const layout = [
    ...controls.map((control, i) => ({
      item: control.id,
      x: (i % 2) * 12,
      y: Math.floor(i / 2) * 12,
      w: 12,
      h: 12,
    })),
    { item: 'bar', x: 0, y: 24, w: 24, h: 8 },
  ];
  const document = { version: 1, title: 'Rides', timeZone: 'UTC', visuals, controls, wires, layout, ...more };
  const { status, body } = await api<{ id: number }>('POST', '/dashboards', document);
  if (status !== 201) throw new Error(JSON.stringify(body));
  await page().goTo(`${BASE}/dashboards/${body.id}${query}`);
}

/** Waits until the bar chart shows, for each line, what the database has under a condition. */
async function barShows(condition: string) {
  const fact = await factTableOf(database, 'rides');
  const [rows] = (await database.query({
    sql: `SELECT c2, CAST(SUM(c3) AS CHAR) FROM ${fact} WHERE ${condition} GROUP BY c2 ORDER BY c2`,
    rowsAsArray: true,
  })) as unknown as [[string, string][]];
  expect(rows.length).toBeGreaterThan(0);
  const words = rows.map(([line, sum]) => `${line} ${Number(sum).toLocaleString('en')}`).join('; ');
  await eventually(`bars ${words}`, async () => (await page().all('img', new RegExp(`: ${words}\\.`)))[0]);
}
const between = (first: string, last: string) => `c1 BETWEEN '${first}' AND '${last}'`;
const focus = async (role: string, name: string | RegExp) =>
  page().driver.executeScript('arguments[0].focus()', await page().find(role, name));

describe('a reader', () => {
  step('chooses a named period; what has no data is disabled and says why; dates can be chosen', async () => {
    const at = page();
    await openWith([{ ...LIST, default: 'last month' }]);
    await barShows(between('2026-05-01', '2026-05-31'));
    await at.reads('May 2026');
    for (const name of [/^Long ago/, /^February 2025/])
      expect(await (await at.find('radio', name)).isEnabled()).toBe(false);
    await at.reads('no data then');
    await at.click('radio', /^Last 28 days/);
    await barShows(between('2026-05-07', '2026-06-03'));
    await at.reads(/7 May – 1 Jun 2026 · asked for 28 days, data on 26/);
    expect(await at.all('textbox', 'Start')).toHaveLength(0);
    await at.click('radio', /^Choose dates/);
    await at.type('Start', '2026-02-10');
    await barShows(between('2026-02-10', '2026-06-03'));
    await at.type('End', '5 Mar 2026');
    await barShows(between('2026-02-10', '2026-03-05'));
    await focus('radio', /^Choose dates/);
    await at.press(Key.ARROW_DOWN);
    await barShows(between('2026-05-07', '2026-06-03'));
    await at.press(Key.ARROW_DOWN);
    await barShows(between('2026-05-01', '2026-05-31'));
  });

  step('looks back by typing, stepping and keys; days of data differ from days', async () => {
    const at = page();
    const units = ['days', 'days of data', 'full weeks'];
    await openWith([
      {
        ...time,
        id: 'back',
        kind: 'lookback',
        title: 'Back',
        default: 'last 14 days',
        least: 2,
        most: 700,
        units,
      },
    ]);
    await barShows(between('2026-05-21', '2026-06-03'));
    const number = await at.find('textbox', 'Number of days');
    await number.sendKeys(Key.chord(Key.CONTROL, 'a'), '90');
    await barShows(between('2026-03-06', '2026-06-03'));
    await number.sendKeys(Key.ARROW_UP);
    await barShows(between('2026-03-05', '2026-06-03'));
    await at.choose('Unit', 'days of data');
    await at.reads('3 Mar – 1 Jun 2026 · 91 days, data on all');
    await at.click('button', 'One fewer');
    await barShows(between('2026-03-04', '2026-06-01'));
    await (await at.find('textbox', 'Number of days of data')).sendKeys(Key.chord(Key.CONTROL, 'a'), '9000');
    await at.reads('From 2 to 700.');
    expect((await at.address()).searchParams.get('p.back')).toBe('last 90 days of data');
  });

  step(
    'types a phrase with completion; an error is told in its place; the last phrases are offered',
    async () => {
      const at = page();
      await openWith([{ ...time, id: 'typed', kind: 'phrase', title: 'Typed' }]);
      const field = await at.find('combobox', 'Typed, phrase');
      await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'last 13 ful');
      await at.click('option', 'full');
      await field.sendKeys(' weeks', Key.ENTER);
      await barShows(between('2026-03-02', '2026-05-31'));
      await at.reads('2 Mar – 31 May 2026 · 91 days');
      await field.sendKeys(Key.chord(Key.CONTROL, 'a'), 'last 7 dyas');
      await at.reads('“dyas” does not fit here. Did you mean “days”?');
      await barShows(between('2026-03-02', '2026-05-31'));
      await field.sendKeys(Key.chord(Key.CONTROL, 'a'), Key.DELETE);
      await at.click('option', 'last 13 full weeks');
      await barShows(between('2026-03-02', '2026-05-31'));
    },
  );

  step('picks a range on the calendar by pointer, and by keys that skip days without data', async () => {
    const at = page();
    await openWith([
      { ...time, id: 'cal', kind: 'calendar', title: 'Days', picks: 'range', within: null, tint: riders },
    ]);
    await at.find('gridcell', /^Tuesday 2 June 2026, no data/);
    await at.click('button', 'Earlier month');
    await at.click('gridcell', /^Monday 4 May 2026/);
    await at.reads('Pick the other end of a range with Mon 4 May 2026.');
    expect((await at.address()).searchParams.get('p.cal')).toBeNull();
    await at.click('gridcell', /^Thursday 14 May 2026/);
    await barShows(between('2026-05-04', '2026-05-14'));
    await at.click('button', /^Whole week 20/);
    await barShows(between('2026-05-11', '2026-05-17'));
    await at.type('Type a day, then the other end', '2025-01-31');
    await at.reads('Pick the other end of a range with Fri 31 Jan 2025.');
    await focus('gridcell', /^Friday 31 January 2025/);
    await at.press(Key.ARROW_RIGHT);
    await eventually('the focus on 1 March', async () =>
      /^Saturday 1 March 2025, data/.test(await at.driver.switchTo().activeElement().getAccessibleName()),
    );
    await at.press(Key.ENTER);
    await barShows(between('2025-01-31', '2025-03-01'));
    await at.click('button', /^March 2025: show the year/);
    await at.find('button', 'Jan');
    expect(await (await at.find('button', 'Feb')).isEnabled()).toBe(false);
    await at.click('button', /^2025: show the decade/);
    await at.click('button', '2024');
    await at.click('button', 'Dec');
    await at.find('gridcell', /^Wednesday 25 December 2024, data/);
  });

  step('picks several days, and only those of a limited set', async () => {
    const at = page();
    const control = { ...time, id: 'cal', kind: 'calendar', title: 'Days', picks: 'days', tint: null };
    await openWith([{ ...control, within: 'last 15 days of data' }]);
    await at.click('gridcell', /^Monday 1 June 2026/);
    await at.click('button', 'Earlier month');
    expect(await (await at.find('gridcell', /^Sunday 17 May 2026/)).getAttribute('aria-disabled')).toBe(
      'true',
    );
    await at.click('gridcell', /^Wednesday 20 May 2026/);
    await barShows("c1 IN ('2026-05-20', '2026-06-01')");
    expect((await at.address()).searchParams.get('p.cal')).toBe('2026-05-20, 2026-06-01');
  });

  step('drags brackets and body of a range slider, types its ends, and plays', async () => {
    const at = page();
    const control = { ...time, id: 'span', kind: 'range', title: 'Span', measure: riders, snap: 'month' };
    await openWith([{ ...control, fixedEnd: 'none', default: '2025-06/2025-08' }]);
    await barShows(between('2025-06-01', '2025-08-31'));
    await focus('slider', 'End of Span');
    await at.press(Key.ARROW_RIGHT);
    await barShows(between('2025-06-01', '2025-09-30'));
    await focus('slider', 'Window of Span');
    await at.press(Key.ARROW_LEFT);
    await barShows(between('2025-05-01', '2025-08-31'));
    const track = await (await at.find('group', 'Span, range')).getRect();
    const month = (track.width - 12) / 29;
    await at.drag(await at.find('slider', 'Start of Span'), Math.round(month));
    await barShows(between('2025-06-01', '2025-08-31'));
    await at.type('Start', '2025-03-05');
    await barShows(between('2025-03-05', '2025-08-31'));
    await at.type('Start', '2025-02-05');
    await barShows(between('2025-02-05', '2025-08-31'));
    await at.type('End', '2025-01-05');
    await at.reads('It lies before the start.');
    await at.click('button', 'Clear');
    await at.type('End', '2024-01-31');
    await barShows(between('2024-01-01', '2024-01-31'));
    await at.click('button', 'Play');
    await eventually('the window to step on', async () => {
      // However far it got meanwhile: a slow machine sees only some of the steps.
      return ((await at.address()).searchParams.get('p.span') ?? '') > '2024-02';
    });
    await at.click('button', 'Pause');
  });

  step('checks separate branches of a date tree, by pointer and by keys', async () => {
    const at = page();
    await openWith([{ ...time, id: 'tree', kind: 'tree', title: 'Dates', levels: 'calendar' }]);
    await focus('treeitem', /^2024,/);
    await at.press(Key.SPACE);
    await barShows(between('2024-01-01', '2024-12-31'));
    await at.press(Key.ARROW_DOWN, Key.ARROW_RIGHT, Key.ARROW_DOWN, Key.ARROW_DOWN, Key.SPACE);
    await barShows(`(${between('2024-01-01', '2024-12-31')} OR ${between('2025-04-01', '2025-06-30')})`);
    expect((await at.address()).searchParams.get('p.tree')).toBe('2024, 2025-Q2');
    const year = await at.find('treeitem', /^2025,/);
    expect(await year.getAttribute('aria-checked')).toBe('mixed');
    await at.reads(/2024 and 2025 Q2/);
  });
});

describe('a dashboard', () => {
  step('counts from its anchor, and an as-of day takes the place of today, loudly', async () => {
    const at = page();
    const back = {
      ...time,
      id: 'back',
      kind: 'lookback',
      title: 'Back',
      default: 'last 7 days',
      least: 1,
      most: 99,
      units: ['days'],
    };
    await openWith(
      [
        { ...back, anchor: 'latest' },
        { id: 'asof', kind: 'asof', title: 'Seen from' },
      ],
      '?as-of=2025-01-01',
    );
    await barShows(between('2024-12-26', '2025-01-01'));
    await at.reads('As of Wed 1 Jan 2025.');
    await at.type('As of', '2024-02-29');
    await barShows(between('2024-02-23', '2024-02-29'));
    await at.type('As of', '2025-02-10');
    await barShows(between('2025-01-25', '2025-01-31'));
    await at.click('button', 'Back to today');
    await barShows(between('2026-05-26', '2026-06-01'));
    expect((await at.address()).searchParams.has('as-of')).toBe(false);
  });

  step(
    '"latest" follows the chosen line’s own last day; a window that lost its data is struck or moves',
    async () => {
      const at = page();
      const typed = {
        ...time,
        id: 'typed',
        kind: 'phrase',
        title: 'Typed',
        default: 'last 7 days counted from latest',
      };
      await openWith([typed, SLICER]);
      await barShows(between('2026-05-26', '2026-06-01'));
      await at.click('checkbox', /^Hill, /);
      await barShows(`${between('2026-03-25', '2026-03-31')} AND c2 = 'Hill'`);
      await openWith([{ ...typed, default: '2026-05' }, SLICER], '?c.line=Hill');
      await at.reads('No data May 2026. Nearest: Tue 31 Mar 2026.');
      await at.click('button', 'Go there');
      await barShows(`${between('2026-03-01', '2026-03-31')} AND c2 = 'Hill'`);
      await openWith(
        [{ ...typed, default: '2026-05-01/2026-05-10', lost: 'follow' }, SLICER],
        '?c.line=Hill',
      );
      await barShows(`${between('2026-03-22', '2026-03-31')} AND c2 = 'Hill'`);
      await at.reads('moved to where there is data');
    },
  );

  step('holds changes until Apply; Discard takes them back', async () => {
    const at = page();
    await openWith([
      { ...LIST, default: 'last month', hold: true },
      { ...SLICER, hold: true },
    ]);
    await barShows(between('2026-05-01', '2026-05-31'));
    await at.click('radio', /^Last 28 days/);
    await at.click('checkbox', /^Shore, /);
    await at.reads('2 changes wait');
    await barShows(between('2026-05-01', '2026-05-31'));
    await at.click('button', 'Discard all');
    await at.find('checkbox', /^Shore, /);
    await at.click('radio', /^Last 28 days/);
    await at.click('button', 'Apply');
    await barShows(between('2026-05-07', '2026-06-03'));
  });

  step(
    'reveals a control only while another holds a given choice; hidden it has no effect and leaves no gap',
    async () => {
      const at = page();
      const typed = { ...time, id: 'typed', kind: 'phrase', title: 'Typed', default: '2025-03' };
      const list = { ...LIST, default: 'last month' };
      await openWith([list, { ...typed, reveal: { control: 'list', values: ['last 28 days'] } }]);
      await barShows(between('2026-05-01', '2026-05-31'));
      expect(await at.all('region', 'Typed')).toHaveLength(0);
      const before = await (await at.find('region', /^Riders/)).getRect();
      await at.click('radio', /^Last 28 days/);
      await at.find('region', 'Typed');
      await at.reads('the windows of its time controls do not meet');
      expect((await (await at.find('region', /^Riders/)).getRect()).y).toBeGreaterThanOrEqual(before.y);
      await at.click('radio', /^Last month/);
      await barShows(between('2026-05-01', '2026-05-31'));
      expect(await at.consoleErrors()).toEqual([]);
    },
  );

  step('steps a timeline’s window by its own length, by keys', async () => {
    const at = page();
    const control = {
      ...time,
      id: 'line1',
      kind: 'timeline',
      title: 'Months',
      level: 'month',
      levelFixed: false,
      size: 'words',
    };
    await openWith([{ ...control, default: '2024-12/2025-01' }]);
    await barShows(between('2024-12-01', '2025-01-31'));
    await focus('slider', 'Window of Months');
    await at.press(']');
    await barShows(between('2025-03-01', '2025-03-31'));
    await at.press('}');
    await barShows(between('2025-03-01', '2025-04-30'));
    await at.press('[');
    await barShows(between('2024-11-01', '2025-01-31'));
  });

  test.each([
    ['2024-02-29', 'this month to date', ['2024-02-01', '2024-02-29']],
    ['2024-12-31', 'last 1 full month', ['2024-12-01', '2024-12-31']],
    ['2025-01-01', 'last 2 full weeks', ['2024-12-16', '2024-12-29']],
    ['2026-03-29', 'this week', ['2026-03-23', '2026-03-29']],
  ] as const)('on %s, %s is what it should be', async (asOf, phrase, window) => {
    const document = {
      version: 1,
      title: 'Days',
      timeZone: 'UTC',
      visuals: [
        { id: 'bar', kind: 'bar', title: '', measure: riders, category: 'line', order: 'name', limit: 9 },
      ],
      controls: [{ ...time, id: 'typed', kind: 'phrase', default: phrase }],
      wires: [{ control: 'typed', target: 'bar', on: true, roles: {} }],
      layout: [],
    };
    const made = await api<{ id: number }>('POST', '/dashboards', document);
    const { body } = await api<{
      controls: Record<string, { asked: [string, string][] }>;
      visuals: Record<string, { rows: number }>;
    }>('POST', `/dashboards/${made.body.id}/answers`, { asOf });
    expect(body.controls.typed!.asked).toEqual([window]);
    const fact = await factTableOf(database, 'rides');
    expect(body.visuals.bar!.rows).toBe(
      await numberFrom(database, `SELECT COUNT(*) FROM ${fact} WHERE ${between(window[0], window[1])}`),
    );
  });
});
