/** The rows behind figures and what is taken away, read back: screen, files, interface and database say the same. */
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { inflateSync } from 'node:zlib';
import ExcelJS from 'exceljs';
import { parquetReadObjects } from 'hyparquet';
import type { Connection } from 'mysql2/promise';
import Papa from 'papaparse';
import { Key } from 'selenium-webdriver';
import { CHART_DEFAULTS } from '../src/core/dashboard/document/kinds/chart';
import { MEASURED_DEFAULTS, shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { SLICER_DEFAULTS } from '../src/core/dashboard/document/kinds/slicer';
import { TIME_DEFAULTS } from '../src/core/dashboard/document/kinds/time';
import { printChoice } from '../src/core/dashboard/reader/addressText';
import { pdfOf } from '../src/server/print/pdf';
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
import { eventually } from './support/page';
import { pdfText } from './support/pdf';

const page = browserPage();
const step = asStory(page);
const folder = mkdtempSync(path.join(tmpdir(), 'dathen-downloads-'));
let database: Connection;
let fact = '';
let id = 0;

beforeAll(async () => {
  database = await openDatabase();
  const rows = Array.from({ length: 900 }, (_, i) => {
    const day = new Date(Date.UTC(2026, 2, 1 + (i % 92))).toISOString().slice(0, 10);
    return `${day},${['Quern', 'Sollay', 'Hallen'][i % 3]},${(i * 7) % 41},=${i}`;
  });
  await load(`day,pier,crates,mark\n${rows.join('\n')}\n`, {
    name: 'Hauls',
    columns: [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'pier', type: 'text', category: true },
      { name: 'crates', type: 'whole' },
      { name: 'mark', type: 'text' },
    ],
  });
  fact = await factTableOf(database, 'hauls');
  const { body } = await api<{ measures: { key: string; column: string | null }[] }>(
    'GET',
    '/datasets/hauls',
  );
  const measure = body.measures.find((entry) => entry.column === 'crates')!.key;
  const shown = shownMeasure('hauls', measure);
  const wire = (control: string, target: string) => ({ control, target, on: true, roles: {} });
  const visuals = ['sum', 'piers', 'list'];
  const created = await api<{ id: number }>('POST', '/dashboards', {
    version: 3,
    title: 'Taken away',
    timeZone: 'UTC',
    visuals: [
      { ...MEASURED_DEFAULTS, id: 'sum', kind: 'figure', title: 'In all', measures: [shown] },
      {
        ...CHART_DEFAULTS,
        id: 'piers',
        kind: 'bar',
        title: 'Crates by pier',
        measures: [shown],
        across: { dataset: 'hauls', column: 'pier' },
      },
      {
        id: 'list',
        kind: 'table',
        title: 'Single crates',
        dataset: 'hauls',
        role: 'day',
        columns: ['day', 'pier', 'mark'],
      },
    ],
    controls: [
      { ...TIME_DEFAULTS, id: 'span', kind: 'phrase', title: 'Days', default: '2026-04' },
      {
        ...SLICER_DEFAULTS,
        id: 'pier',
        kind: 'slicer',
        title: 'Pier',
        dimension: { dataset: 'hauls', column: 'pier' },
      },
    ],
    wires: visuals.flatMap((target) => [
      wire('span', target),
      ...(target === 'piers' ? [] : [wire('pier', target)]),
    ]),
    layout: [
      { item: 'span', x: 0, y: 0, w: 8, h: 4 },
      { item: 'pier', x: 8, y: 0, w: 6, h: 6 },
      { item: 'sum', x: 14, y: 0, w: 8, h: 6 },
      { item: 'piers', x: 0, y: 6, w: 12, h: 9 },
      { item: 'list', x: 12, y: 6, w: 12, h: 9 },
    ],
  });
  id = created.body.id;
});
afterAll(async () => {
  await database.end();
  rmSync(folder, { recursive: true, force: true });
});

const APRIL = "c1 BETWEEN '2026-04-01' AND '2026-04-30'";
const count = (more = 'TRUE') =>
  numberFrom(database, `SELECT COUNT(*) FROM ${fact} WHERE ${APRIL} AND ${more}`);
const sum = (more = 'TRUE') => numberFrom(database, `SELECT SUM(c3) FROM ${fact} WHERE ${APRIL} AND ${more}`);
const grouped = (value: number) => value.toLocaleString('en');

const panel = async () => (await page().find('complementary', /./)).getText();
const closePanel = async () => {
  await page().press(Key.ESCAPE);
  await eventually('the panel to be gone', async () => (await page().all('complementary', /./)).length === 0);
};

/** The file that comes by a click, as it was saved. */
async function downloaded(button: string, name: string): Promise<Buffer> {
  rmSync(path.join(folder, name), { force: true });
  await page().click('button', button);
  return saved(name);
}

/**
 * A file once it is whole: the browser holds its name with an empty file until then, and what has come so
 * far stands beside it.
 */
const saved = (name: string): Promise<Buffer> =>
  eventually(`the file ${name}`, () => {
    const names = readdirSync(folder);
    if (!names.includes(name) || names.some((entry) => entry.endsWith('.crdownload')))
      return Promise.resolve(false);
    const content = readFileSync(path.join(folder, name));
    return Promise.resolve(content.length > 0 && content);
  });

step('the number of a figure leads to its rows, as many as the database has', async () => {
  const at = page();
  await at.driver.sendDevToolsCommand('Browser.setDownloadBehavior', {
    behavior: 'allow',
    downloadPath: folder,
  });
  await at.open(`/dashboards/${id}`);
  await at.click('button', grouped(await sum()));
  await at.reads(new RegExp(`${grouped(await count())} rows of Hauls`));
  await at.readsIn('complementary', /./, 'April 2026');
  await closePanel();
});

step(
  'a bar leads to its own rows, by pointer and by keys; columns are chosen, rows are sorted and paged',
  async () => {
    const at = page();
    const chart = await at.find('img', /^Bar chart, Crates by pier/);
    await at.driver.executeScript('arguments[0].focus()', chart);
    await at.press(Key.HOME);
    const words = (await chart.getAccessibleName()).split(': ')[1]!.split(' ')[0]!;
    await at.pressWith([Key.SHIFT], Key.ENTER);
    const rows = await count(`c2 = '${words}'`);
    await at.reads(new RegExp(`Crates, ${words}[\\s\\S]*${grouped(rows)} rows of Hauls`));
    await at.click('button', /^Columns \(/);
    await at.click('menuitemcheckbox', 'mark');
    await at.press(Key.ESCAPE);
    await eventually('the list to close', async () => (await at.all('menu', 'Columns')).length === 0);
    await at.find('columnheader', 'crates');
    const marks = await at.driver.findElements({
      css: '[role=complementary] [role=columnheader][data-field=mark]',
    });
    expect(marks).toHaveLength(0);
    await at.click('columnheader', 'crates');
    const least = await numberFrom(
      database,
      `SELECT MIN(c3) FROM ${fact} WHERE ${APRIL} AND c2 = '${words}'`,
    );
    await eventually('the rows to be sorted', async () => {
      const cells = await at.driver.findElements({
        css: '[role=complementary] [data-field=crates][role=gridcell]',
      });
      return cells[0] !== undefined && (await cells[0].getText()) === String(least);
    });
    const text = (await downloaded('Download the rows as CSV', 'hauls-rows.csv')).toString('utf8');
    const { data } = Papa.parse<{ crates: string; pier: string }>(text.slice(1), {
      header: true,
      skipEmptyLines: true,
    });
    expect(data).toHaveLength(rows);
    expect(data.every((row) => row.pier === words)).toBe(true);
    expect(Number(data[0]!.crates)).toBe(least);
    await closePanel();
  },
);

step(
  'the figures of a chart as CSV, Parquet, JSON and XLSX: those of the screen and of the database',
  async () => {
    const at = page();
    await at.click('button', 'Data of Crates by pier in rows');
    const csv = (await downloaded('Download CSV', 'crates-by-pier.csv')).toString('utf8');
    const { data } = Papa.parse<Record<string, string>>(csv.slice(1), { header: true, skipEmptyLines: true });
    const shown = await panel();
    expect(data).toHaveLength(3);
    for (const { pier, Crates: crates } of data.map((row) => ({
      pier: row.pier!,
      Crates: Object.values(row)[1]!,
    }))) {
      expect(Number(crates)).toBe(await sum(`c2 = '${pier}'`));
      expect(shown).toContain(`${pier} ${grouped(Number(crates))}`);
    }
    const figures = data.map((row) => Number(Object.values(row)[1]));
    const parquet = await downloaded('Download Parquet', 'crates-by-pier.parquet');
    const bytes = parquet.buffer.slice(
      parquet.byteOffset,
      parquet.byteOffset + parquet.byteLength,
    ) as ArrayBuffer;
    const rows = await parquetReadObjects({ file: bytes });
    expect(rows.map((row) => Object.values(row)[1] as unknown)).toEqual(figures);
    const json = JSON.parse((await downloaded('Download JSON', 'crates-by-pier.json')).toString()) as {
      tables: { rows: unknown[][] }[];
    };
    expect(json.tables[0]!.rows.map((row) => row[1])).toEqual(figures);
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(
      (await downloaded('Download XLSX', 'crates-by-pier.xlsx')) as unknown as ExcelJS.Buffer,
    );
    expect(book.worksheets[0]!.getSheetValues().flat().join(' ')).toContain('April 2026');
    expect(figures.map((_, r) => book.worksheets[1]!.getRow(4 + r).getCell(2).value)).toEqual(figures);
  },
);

step('the picture of a chart holds its marks and what is in effect', async () => {
  const png = await downloaded('Download PNG', 'crates-by-pier.png');
  expect(coloursOf(png)).toBeGreaterThan(20);
  const svg = (await downloaded('Download SVG', 'crates-by-pier.svg')).toString('utf8');
  expect(svg).toContain('Crates by pier');
  expect(svg).toContain('Showing Days');
  expect(svg).toContain('Hauls to 31 May 2026');
  expect(svg).toContain('@font-face');
  expect(svg).not.toContain('data-part="corner"');
  await closePanel();
});

step('what a reader chose is in all that is taken away', async () => {
  const at = page();
  await at.click('checkbox', /^Quern/);
  await at.reads(/Pier Quern/);
  await at.click('button', 'Download');
  await at.click('menuitem', /workbook/);
  const book = new ExcelJS.Workbook();
  const file = await saved('taken-away.xlsx');
  await book.xlsx.load(file as unknown as ExcelJS.Buffer);
  expect(book.worksheets.map((sheet) => sheet.name)).toEqual(['In effect', 'In all', 'Crates by pier']);
  expect(book.worksheets[0]!.getSheetValues().flat().join(' ')).toContain('Quern');
  const quern = await sum("c2 = 'Quern'");
  expect(book.worksheets[1]!.getCell('D4').value).toBe(quern);
  // The interface for scripts says the same.
  const answers = await api<{ visuals: { sum: { data: { value: number } } } }>(
    'POST',
    `/dashboards/${id}/answers`,
    {
      choices: { pier: ['Quern'] },
    },
  );
  expect(JSON.stringify(answers.body.visuals.sum)).toContain(String(quern));
  const asked = { format: 'json', visual: 'sum', choices: { pier: ['Quern'] } };
  const script = await api<{ tables: { rows: unknown[][] }[] }>('POST', `/dashboards/${id}/data`, asked);
  expect(script.body.tables[0]!.rows[0]![3]).toBe(quern);
  // On paper too, with what is in effect.
  const print = { dashboard: id, parts: { 'c.pier': printChoice(['Quern']) }, page: null };
  const paper = pdfText(await pdfOf(BASE, print));
  expect(paper).toContain(grouped(quern));
  expect(paper).toMatch(/Showing Days April 2026.*Pier Quern/s);
  const refused = await api('POST', `/dashboards/${id}/data`, { format: 'csv' });
  expect(refused).toMatchObject({ status: 400, body: { error: { code: 'bad-request' } } });
});

step('the rows of a table as a file: all of them, with texts that nothing works out', async () => {
  const at = page();
  await at.click('button', 'Data of Single crates in rows');
  const text = (await downloaded('Download CSV', 'hauls-rows.csv')).toString('utf8');
  const { data } = Papa.parse<{ mark: string; pier: string }>(text.slice(1), {
    header: true,
    skipEmptyLines: true,
  });
  expect(data).toHaveLength(await count("c2 = 'Quern'"));
  expect(data.every((row) => row.mark.startsWith("'="))).toBe(true);
  await closePanel();
});

/** The number of different colours of a PNG with 8 bits a channel. */
function coloursOf(png: Buffer): number {
  const parts: Buffer[] = [];
  let [width, channels] = [0, 4];
  for (let at = 8; at < png.length;) {
    const length = png.readUInt32BE(at);
    const kind = png.toString('latin1', at + 4, at + 8);
    const content = png.subarray(at + 8, at + 8 + length);
    if (kind === 'IHDR') {
      width = content.readUInt32BE(0);
      channels = content[9] === 2 ? 3 : 4;
    }
    if (kind === 'IDAT') parts.push(content);
    at += length + 12;
  }
  const raw = inflateSync(Buffer.concat(parts));
  const line = width * channels + 1;
  const colours = new Set<string>();
  for (let row = 0; (row + 1) * line <= raw.length; row++)
    for (let x = 0; x < width; x++) {
      const from = row * line + 1 + x * channels;
      colours.add(raw.toString('hex', from, from + channels));
    }
  return colours.size;
}
