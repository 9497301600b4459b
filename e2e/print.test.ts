/** Dashboards on paper: a page a sheet, nothing cut, with what is in effect; the file read back. */
import type { Connection } from 'mysql2/promise';
import { CHART_DEFAULTS } from '../src/core/dashboard/document/kinds/chart';
import { MEASURED_DEFAULTS } from '../src/core/dashboard/document/kinds/measured';
import { TIME_DEFAULTS } from '../src/core/dashboard/document/kinds/time';
import { pdfOf } from '../src/server/print/pdf';
import {
  api,
  BASE,
  browserPage,
  factTableOf,
  load,
  measureOf,
  numberFrom,
  openDatabase,
} from './support/application';
import { eventually } from './support/page';
import { coloursOnSheet, pdfSheets, pdfText } from './support/pdf';

const FIGURES = 36;
const page = browserPage();
let database: Connection;
let fact = '';
let id = 0;
let wide = 0;

beforeAll(async () => {
  database = await openDatabase();
  const rows = Array.from({ length: 600 }, (_, i) => {
    const day = new Date(Date.UTC(2026, 2, 1 + (i % 92))).toISOString().slice(0, 10);
    return `${day},${String.fromCharCode(65 + (i % 26))} pier,${(i * 7) % 41}`;
  });
  await load(`day,pier,nets\n${rows.join('\n')}\n`, {
    name: 'Nets',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'pier', type: 'text', category: true },
      { name: 'nets', type: 'whole' },
    ],
  });
  fact = await factTableOf(database, 'nets');
  const shown = await measureOf('nets', 'nets');
  const figures = Array.from({ length: FIGURES }, (_, i) => ({
    ...MEASURED_DEFAULTS,
    id: `f${i}`,
    kind: 'figure',
    title: `Nets no ${i}`,
    measures: [shown],
  }));
  const piers = {
    ...CHART_DEFAULTS,
    id: 'piers',
    kind: 'bar',
    title: 'Nets by pier',
    measures: [shown],
    across: { dataset: 'nets', column: 'pier' },
    limit: 26,
  };
  const made = await api<{ id: number }>('POST', '/dashboards', {
    version: 3,
    title: 'On paper',
    timeZone: 'UTC',
    visuals: [...figures, piers],
    controls: [{ ...TIME_DEFAULTS, id: 'span', kind: 'phrase', title: 'Days', default: '2026-04' }],
    wires: [...figures, piers].map((target) => ({ control: 'span', target: target.id, on: true, roles: {} })),
    pages: [
      { id: 'page1', name: 'Many figures' },
      { id: 'page2', name: 'Piers' },
    ],
    selections: [{ id: 'may', name: 'All of May', parts: { 'p.span': '2026-05' } }],
    layout: [
      { item: 'span', page: null, x: 0, y: 0, w: 8, h: 3 },
      ...figures.map(({ id: item }, i) => ({
        item,
        page: 'page1',
        x: (i % 3) * 8,
        y: Math.floor(i / 3) * 6,
        w: 8,
        h: 6,
      })),
      { item: 'piers', page: 'page2', x: 0, y: 0, w: 12, h: 9 },
    ],
  });
  id = made.body.id;
  // A column a week of three months, in a place for three of them.
  const crosstab = {
    ...MEASURED_DEFAULTS,
    id: 'weeks',
    kind: 'crosstab',
    title: 'Nets by pier and week',
    measures: [shown],
    rows: [{ dataset: 'nets', column: 'pier' }],
    columns: { kind: 'grain' },
    grain: 'week',
  };
  const second = await api<{ id: number }>('POST', '/dashboards', {
    version: 3,
    title: 'Wide on paper',
    timeZone: 'UTC',
    visuals: [crosstab],
    controls: [],
    wires: [],
    layout: [{ item: 'weeks', x: 0, y: 0, w: 8, h: 8 }],
  });
  wide = second.body.id;
});
afterAll(async () => database.end());

const sum = (month: string) =>
  numberFrom(database, `SELECT SUM(c3) FROM ${fact} WHERE c1 BETWEEN '${month}-01' AND '${month}-30'`);

test('a dashboard of 37 items and two pages: a sheet each, every item on it, as the database has it', async () => {
  const pdf = await pdfOf(BASE, { dashboard: id, parts: {}, page: null });
  const sheets = pdfSheets(pdf);
  expect(sheets).toHaveLength(2);
  // Many rows of figures stand upright, one chart lies; both are A4.
  expect(sheets[0]!.height).toBeGreaterThan(sheets[0]!.width);
  expect(sheets[1]!.width).toBeGreaterThan(sheets[1]!.height);
  expect(Math.round(Math.max(...Object.values(sheets[0]!)))).toBeCloseTo(842, -1);
  const text = pdfText(pdf);
  for (let i = 0; i < FIGURES; i++) expect(text).toContain(`Nets no ${i}`);
  const april = (await sum('2026-04')).toLocaleString('en');
  expect(text.split(april).length - 1).toBe(FIGURES);
  for (const words of [
    'On paper · Many figures',
    'On paper · Piers',
    'Showing Days April 2026',
    'As of Wed 3 Jun 2026',
    'Nets to 31 May 2026',
    'Sheet 1 of 2',
    'Sheet 2 of 2',
  ])
    expect(text).toContain(words);
  // What is scrolled to on the screen is there: all piers, the chart having grown.
  for (let i = 0; i < 26; i++) expect(text).toContain(`${String.fromCharCode(65 + i)} pier`);
  // Nothing to press is on paper.
  expect(text).not.toMatch(/\bwhy\b/);
  expect(coloursOnSheet(pdf, 1)).toBeGreaterThan(10);
  expect(coloursOnSheet(pdf, 2)).toBeGreaterThan(10);
});

test('what is wider and longer than its item is on paper whole', async () => {
  const text = pdfText(await pdfOf(BASE, { dashboard: wide, parts: {}, page: null }));
  for (let i = 0; i < 26; i++) expect(text).toContain(`${String.fromCharCode(65 + i)} pier`);
  const [[{ weeks }]] = (await database.query(
    `SELECT COUNT(DISTINCT YEARWEEK(c1, 3)) AS weeks FROM ${fact}`,
  )) as unknown as [[{ weeks: number }]];
  expect(weeks).toBeGreaterThan(12);
  const at = page();
  await at.open(`/dashboards/${wide}/print`);
  await eventually('the sheet to be ready', () =>
    at.driver.executeScript<boolean>("return document.documentElement.dataset.print === 'ready'"),
  );
  const table = await at.find('table', 'Nets by pier and week');
  const sheet = await (await at.find('region', 'Wide on paper')).getRect();
  const heads = await table.findElements({ css: 'thead th' });
  // Its piers, its weeks, the window.
  expect(heads).toHaveLength(weeks + 2);
  const { x, width } = await heads.at(-1)!.getRect();
  expect(x + width).toBeLessThanOrEqual(sheet.x + sheet.width);
  const scroller = await at.driver.executeScript<number[]>(
    'const box = arguments[0].parentElement; return [box.scrollWidth - box.clientWidth, box.scrollHeight - box.clientHeight]',
    table,
  );
  expect(Math.max(...scroller)).toBeLessThanOrEqual(1);
});

test('one page alone, with what is held', async () => {
  const pdf = await pdfOf(BASE, { dashboard: id, parts: { 'p.span': '2026-03' }, page: 'page2' });
  expect(pdfSheets(pdf)).toHaveLength(1);
  const text = pdfText(pdf);
  expect(text).toContain('Showing Days March 2026');
  expect(text).toContain('Sheet 1 of 1');
  expect(text).not.toContain('Nets no 1');
});

test('a dashboard that is not there is told, and no empty file is made', async () => {
  await expect(pdfOf(BASE, { dashboard: 99_999, parts: {}, page: null })).rejects.toMatchObject({
    message: expect.stringMatching(/no dashboard/i) as string,
  });
});

test('readers find it in the downloads, with what they hold', async () => {
  const at = page();
  await at.open(`/dashboards/${id}?p.span=2026-05&page=page2`);
  await at.click('button', 'Download');
  const link = await at.find('menuitem', 'Print this page alone');
  const address = new URL((await link.getAttribute('href'))!);
  expect(address.searchParams.get('p.span')).toBe('2026-05');
  expect(address.searchParams.get('only')).toBe('page2');
  // The browser's own dialog is for people.
  address.searchParams.delete('ask');
  await at.goTo(address.href);
  await eventually('the sheet to be ready', () =>
    at.driver.executeScript<boolean>("return document.documentElement.dataset.print === 'ready'"),
  );
  await at.find('region', 'Piers');
  await at.reads(/Showing Days May 2026/);
  await at.reads(/Ready: 1 sheet of A4/);
});
