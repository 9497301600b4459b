/** Comparing in the browser: choosers, a reader's own comparison, periods as columns, where a change comes from. */
import type { Connection } from 'mysql2/promise';
import { Key } from 'selenium-webdriver';
import { CONTROL_DEFAULTS } from '../src/core/dashboard/document/kinds/entry';
import { CHART_DEFAULTS } from '../src/core/dashboard/document/kinds/chart';
import { compareWith } from '../src/core/dashboard/document/kinds/compare';
import { MEASURED_DEFAULTS, shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { TIME_DEFAULTS } from '../src/core/dashboard/document/kinds/time';
import {
  api,
  asStory,
  browserPage,
  factTableOf,
  load,
  numberFrom,
  openDatabase,
} from './support/application';

const page = browserPage();
const step = asStory(page);
let database: Connection;
let fact = '';
let id = 0;

/** The tests take place on 3 June 2026; data stops on 31 May. */
const WINDOW = '2026-05-01/2026-05-31';

beforeAll(async () => {
  database = await openDatabase();
  const rows: string[] = [];
  for (let day = Date.parse('2025-03-01'); day <= Date.parse('2026-05-31'); day += 86_400_000) {
    const date = new Date(day).toISOString().slice(0, 10);
    const n = day / 86_400_000;
    rows.push(
      `${date},Quern,${20 + (n % 13)},${2 + (n % 3)}`,
      `${date},Sollay,${10 + (n % 7)},${1 + (n % 5)}`,
    );
  }
  await load(`day,pier,boats,late\n${rows.join('\n')}\n`, {
    name: 'Landings',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'pier', type: 'text', category: true },
      { name: 'boats', type: 'whole' },
      { name: 'late', type: 'whole' },
    ],
  });
  fact = await factTableOf(database, 'landings');
  const { body } = await api<{ measures: { key: string; name: string; column: string | null }[] }>(
    'GET',
    '/datasets/landings',
  );
  const keyOf = (column: string) => body.measures.find((measure) => measure.column?.endsWith(column))!.key;
  const [boats, late] = [keyOf('boats'), keyOf('late')];
  await api('PATCH', '/datasets/landings', {
    measures: body.measures.map((measure) =>
      measure.key === boats
        ? { ...measure, name: 'Boats', direction: 'more' }
        : measure.key === late
          ? { ...measure, name: 'Late boats', direction: 'less' }
          : measure,
    ),
  });
  const shown = shownMeasure('landings', boats);
  const wire = (control: string, target: string) => ({ control, target, on: true, roles: {} });
  const created = await api<{ id: number }>('POST', '/dashboards', {
    version: 3,
    title: 'Comparing',
    timeZone: 'UTC',
    baselines: [
      { id: 'before', name: 'the span before', text: 'previous span' },
      { id: 'year', name: 'a year earlier', text: 'same span 1 year earlier' },
      { id: 'far', name: 'long ago', text: 'same span 9 years earlier' },
    ],
    visuals: [
      {
        ...MEASURED_DEFAULTS,
        id: 'sum',
        kind: 'figure',
        title: 'In all',
        measures: [shown],
        compare: compareWith(['before']),
      },
      {
        ...CHART_DEFAULTS,
        id: 'course',
        kind: 'line',
        title: 'Course',
        measures: [shown],
        grain: 'week',
        compare: compareWith(['before']),
      },
      { ...MEASURED_DEFAULTS, id: 'plain', kind: 'figure', title: 'Plain', measures: [shown] },
      {
        ...MEASURED_DEFAULTS,
        id: 'grid',
        kind: 'crosstab',
        title: 'Piers',
        measures: [shown],
        rows: [{ dataset: 'landings', column: 'pier' }],
        subtotals: true,
        columns: null,
        compare: compareWith(['before'], { show: ['value', 'baseline', 'change'] }),
      },
    ],
    controls: [
      { ...TIME_DEFAULTS, id: 'span', kind: 'phrase', title: 'Days', default: WINDOW },
      {
        ...CONTROL_DEFAULTS,
        id: 'against',
        kind: 'baselines',
        title: 'Against',
        offer: ['before', 'year', 'far'],
        several: false,
        open: true,
        default: ['before'],
      },
      {
        ...CONTROL_DEFAULTS,
        id: 'what',
        kind: 'measures',
        title: 'Show',
        offer: [
          { dataset: 'landings', measure: boats },
          { dataset: 'landings', measure: late },
        ],
        several: false,
        default: [0],
      },
      {
        ...CONTROL_DEFAULTS,
        id: 'by',
        kind: 'grain',
        title: 'By',
        offer: ['week', 'day', 'month'],
        default: 'week',
      },
    ],
    wires: [
      ...['sum', 'course', 'plain', 'grid'].map((target) => wire('span', target)),
      ...['sum', 'course', 'grid'].flatMap((target) => [wire('against', target), wire('what', target)]),
      wire('by', 'course'),
    ],
    layout: [
      { item: 'span', x: 0, y: 0, w: 8, h: 5 },
      { item: 'against', x: 8, y: 0, w: 8, h: 8 },
      { item: 'what', x: 16, y: 0, w: 4, h: 5 },
      { item: 'by', x: 20, y: 0, w: 4, h: 5 },
      { item: 'sum', x: 0, y: 5, w: 8, h: 6 },
      { item: 'plain', x: 16, y: 5, w: 8, h: 6 },
      { item: 'course', x: 0, y: 11, w: 12, h: 9 },
      { item: 'grid', x: 12, y: 11, w: 12, h: 9 },
    ],
  });
  id = created.body.id;
});
afterAll(() => database.end());

const sum = (column: 'c3' | 'c4', from: string, to: string, more = 'TRUE') =>
  numberFrom(
    database,
    `SELECT SUM(${column}) FROM ${fact} WHERE c1 BETWEEN '${from}' AND '${to}' AND ${more}`,
  );
const count = (value: number) => value.toLocaleString('en');
const percent = (value: number, baseline: number) => {
  const change = ((value - baseline) / baseline) * 100;
  const words = Math.abs(change).toLocaleString('en', { maximumFractionDigits: 1 });
  return `${change > 0 ? '+' : change < 0 ? '−' : ''}${words} %`;
};

/** Waits until a visual says something. */
const says = (name: string, words: string) =>
  page().reads(new RegExp(`${name}[\\s\\S]*${words.replace(/[.*+?^${}()|[\]\\]/g, '\\$&')}`));

step('a figure says how it differs from the span before, with its days', async () => {
  const at = page();
  await at.open(`/dashboards/${id}`);
  const [may, april] = [
    await sum('c3', '2026-05-01', '2026-05-31'),
    await sum('c3', '2026-04-01', '2026-04-30'),
  ];
  await says('In all', count(may));
  await says('In all', percent(may, april));
  await at.regionReads('In all', `from ${count(april)}, the span before: April 2026`);
  await at.regionReads('In all', '31 days against 30');
});

step(
  'a reader chooses another baseline, with its days beside it; one without data cannot be chosen',
  async () => {
    const at = page();
    const year = await sum('c3', '2025-05-01', '2025-05-31');
    const may = await sum('c3', '2026-05-01', '2026-05-31');
    await at.regionReads('Against', /long ago[\s\S]*no data/);
    expect(await (await at.find('radio', /long ago/)).isEnabled()).toBe(false);
    await at.click('radio', /a year earlier.*May 2025/);
    await says('In all', `${percent(may, year)}, better`.replace(', better', ''));
    await at.reads(/Against a year earlier\s*\(May 2025\)/);
    const { searchParams } = await at.address();
    expect(JSON.parse(searchParams.get('b.against')!)).toEqual(['year']);
  },
);

step('by keys: the arrows go from one baseline to the next, and nothing can be compared with', async () => {
  const at = page();
  const chosen = await at.find('radio', /a year earlier/);
  await chosen.sendKeys(Key.ARROW_UP);
  await at.reads(/Against the span before/);
  await (await at.find('radio', /the span before/)).sendKeys(Key.ARROW_UP);
  await at.reads(/Showing(?![\s\S]*Against the span before\s*\()/);
  await at.click('button', 'Reset to default');
  await at.reads(/Against the span before/);
});

step('a baseline that a reader types is compared with at once, and stays over a reload', async () => {
  const at = page();
  const field = await at.find('combobox', 'Another one for Against');
  await field.sendKeys('same span 2 months earlier', Key.ENTER);
  const [may, march] = [
    await sum('c3', '2026-05-01', '2026-05-31'),
    await sum('c3', '2026-03-01', '2026-03-31'),
  ];
  await says('In all', `from ${count(march)}, same span 2 months earlier: March 2026`);
  await at.open(`${(await at.address()).pathname}${(await at.address()).search}`);
  await says('In all', percent(may, march));
  await at.click('button', 'Reset to default');
});

step('another measure takes the place of the first; less of it is better', async () => {
  const at = page();
  await at.click('radio', 'Late boats');
  const [may, april] = [
    await sum('c4', '2026-05-01', '2026-05-31'),
    await sum('c4', '2026-04-01', '2026-04-30'),
  ];
  await says('In all', count(may));
  await says('In all', percent(may, april));
  await at.regionReads('In all', may > april ? 'worse' : 'better');
  await at.click('radio', 'Boats');
});

step('the grain is the reader’s; one that makes no sense says why', async () => {
  const at = page();
  await at.regionReads('By', /By month\s*the window lies in a single month/);
  await at.click('radio', 'By day');
  await at.find('img', /Course.*31 days/);
  expect((await at.address()).searchParams.get('g.by')).toBe('day');
  await at.click('radio', 'By week');
});

step('a reader adds a comparison to a visual from its corner, and takes it away', async () => {
  const at = page();
  const year = await sum('c3', '2025-05-01', '2025-05-31');
  await at.click('button', 'Compare Plain with …');
  await at.click('button', 'same span 1 year earlier');
  await says('Plain', `from ${count(year)}, same span 1 year earlier: May 2025`);
  await at.click('button', 'Take same span 1 year earlier away');
  await at.click('button', 'Close');
  await at.reads(/Plain(?![\s\S]*same span 1 year earlier: May 2025)/);
});

step('where a change comes from: each pier adds its own, and they add up', async () => {
  const at = page();
  const change = async (pier: string) =>
    (await sum('c3', '2026-05-01', '2026-05-31', `c2 = '${pier}'`)) -
    (await sum('c3', '2026-04-01', '2026-04-30', `c2 = '${pier}'`));
  const signed = (value: number) => `${value > 0 ? '+' : value < 0 ? '−' : ''}${count(Math.abs(value))}`;
  const [quern, sollay] = [await change('Quern'), await change('Sollay')];
  const all = (await at.all('button', /%/))[0]!;
  await all.click();
  await at.reads(/Where the change of “In all” comes from/);
  const sheet = await at.readsIn(
    'complementary',
    'Where the change comes from',
    new RegExp(`Quern[\\s\\S]*${signed(quern).replace('+', '\\+')}`),
  );
  expect(sheet).toContain(signed(sollay));
  expect(sheet).toContain(signed(quern + sollay));
  await at.press(Key.ESCAPE);
  await at.reads(/^(?![\s\S]*Where the change of “In all”)/);
});

step('the change of one bucket comes from its own days, by pointer and by keys', async () => {
  const at = page();
  // The second week of May against the second of April, as weeks are counted from the month's first day.
  const [now, then] = [
    await sum('c3', '2026-05-04', '2026-05-10'),
    await sum('c3', '2026-04-06', '2026-04-12'),
  ];
  const course = await at.find('img', /^Line chart, Course/);
  await at.driver.actions().contextClick(course).perform();
  await at.click('menuitem', 'Where the change comes from');
  await at.reads(/Where the change of “Course” comes from[\s\S]*Change of/);
  await at.press(Key.ESCAPE);
  await at.reads(/^(?![\s\S]*Where the change of “Course”)/);
  await at.driver.executeScript('arguments[0].focus()', await at.find('img', /^Line chart, Course/));
  await at.press(Key.HOME);
  await at.press(Key.ARROW_RIGHT);
  await at.pressWith([Key.SHIFT], Key.ENTER);
  // The menu opens with its first entry; the next one is a key away.
  await at.find('menuitem', 'Rows behind it');
  await at.press(Key.ARROW_DOWN, Key.ENTER);
  await at.reads(
    new RegExp(`Where the change of “Course” comes from[\\s\\S]*${count(now)} against ${count(then)}`),
  );
  await at.press(Key.ESCAPE);
  await at.reads(/^(?![\s\S]*Where the change of “Course”)/);
});

step(
  'a crosstab compares totals, and shows periods side by side, drawn as lines with one click',
  async () => {
    const at = page();
    const [may, april] = [
      await sum('c3', '2026-05-01', '2026-05-31'),
      await sum('c3', '2026-04-01', '2026-04-30'),
    ];
    await at.regionReads('Piers', new RegExp(`All\\s+${count(may)}\\s+${count(april)}`));
    await at.open(`/dashboards/${id}?mode=arrange`);
    await at.click('button', /^Piers/);
    await at.choose('Across', 'A list of periods');
    const year = await sum('c3', '2025-05-01', '2025-05-31');
    await at.reads(
      new RegExp(`Piers[\\s\\S]*last month[\\s\\S]*May 2025[\\s\\S]*${count(may)}[\\s\\S]*${count(year)}`),
    );
    await at.click('button', 'Draw these periods as lines');
    await at.reads(/Boats over time[\s\S]*own period “last month”/);
    await at.reads(/saved/i);
    const { body } = await api<{ document: { visuals: { kind: string; ownPeriod: unknown }[] } }>(
      'GET',
      `/dashboards/${id}`,
    );
    expect(body.document.visuals.at(-1)).toMatchObject({ kind: 'line', ownPeriod: { phrase: 'last month' } });
  },
);

step('periods side by side show the measure a reader chooses, each with its days', async () => {
  const at = page();
  await at.open(`/dashboards/${id}`);
  const cells = async (column: 'c3' | 'c4') => {
    const [may, year] = [
      await sum(column, '2026-05-01', '2026-05-31'),
      await sum(column, '2025-05-01', '2025-05-31'),
    ];
    return new RegExp(`Piers[\\s\\S]*May 2026[\\s\\S]*May 2025[\\s\\S]*${count(may)}[\\s\\S]*${count(year)}`);
  };
  await at.reads(await cells('c3'));
  await at.click('radio', 'Late boats');
  await at.reads(await cells('c4'));
  await at.click('radio', 'Boats');
  await at.open(`/dashboards/${id}?mode=arrange`);
});

step('the designer lets a comparison be by day, in the settings', async () => {
  const at = page();
  await at.click('button', /^Plain/);
  await at.click('switch', 'the span before');
  await at.reads(/Now April 2026/);
  await at.choose('Figures', 'Averages per day');
  const may = await sum('c3', '2026-05-01', '2026-05-31');
  await says('Plain', `${count(Math.round(may / 31))} a day`);
});

step('the board has rows for choosers; the slot of a measure chooser is chosen on its wire', async () => {
  const at = page();
  await at.open(`/dashboards/${id}?mode=wire`);
  for (const name of ['baseline chooser', 'measure chooser', 'grain chooser']) await at.reads(name);
  const cell = await at.find('button', /^Show to Course:.*in the place of measure 1/);
  await at.driver.executeScript('arguments[0].focus()', cell);
  await at.choose('In the place of', 'after all others');
  await at.find('button', /^Show to Course:.*in the place of measure 2/);
});

step('nothing was shouted on the console', async () => {
  expect(await page().consoleErrors()).toEqual([]);
});
