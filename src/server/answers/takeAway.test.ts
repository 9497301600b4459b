/** Figures and rows as files, read back: the very figures of the answers, and what was in effect. */
import ExcelJS from 'exceljs';
import { parquetReadObjects } from 'hyparquet';
import Papa from 'papaparse';
import { parseIsoDay } from '../../core/calendar/day';
import { documentSchema, type DashboardDocument } from '../../core/dashboard/document/document';
import { slicer } from '../../core/dashboard/document/testing';
import { DEFAULT_STATE, type ReaderState } from '../../core/dashboard/reader/state';
import type { ChartAnswer, CrosstabAnswer, FigureAnswer } from '../../core/dashboard/turn/answer';
import { editDataset } from '../datasets/edit';
import { findDataset } from '../datasets/repository';
import { csvOf, safeText } from '../files/csv';
import { rowsCsv } from '../files/rowsCsv';
import { loadText, withDatabase } from '../testing';
import { answerOnServer } from './answer';
import { rowsToTake } from './rows';
import { fileOf, takenAway } from './takeAway';

const at = withDatabase();

/** Values that a careless program would work out, break or lose. */
const PIERS = ['=1+1', '@SUM', '-5', 'with, comma', 'with "marks"', 'línea', ''];

let document: DashboardDocument;
let state: ReaderState;
beforeAll(async () => {
  const rows = Array.from({ length: 300 }, (_, i) => {
    const day = new Date(Date.UTC(2026, 2, 1 + (i % 80))).toISOString().slice(0, 10);
    return [day, PIERS[i % PIERS.length]!, String(i % 23), ((i * 37) % 991) / -100].map(String);
  });
  const text = Papa.unparse([['day', 'pier', 'boats', 'drift'], ...rows]);
  const { dataset } = await loadText(at.folder, 'landings', text);
  const stored = await editDataset(await findDataset(dataset), { categories: ['pier'] });
  const measure = stored.definition.measures.find((entry) => entry.column === 'boats')!.key;
  const measures = [{ dataset, measure }];
  document = documentSchema.parse({
    version: 3,
    title: 'Harbour / quay: *all*',
    timeZone: 'UTC',
    baselines: [{ id: 'b1', name: 'before', text: 'previous span' }],
    visuals: [
      { id: 'sum', kind: 'figure', title: 'Boats', measures, compare: { with: ['b1'] } },
      { id: 'course', kind: 'line', title: 'Boats', measures, grain: 'week', compare: { with: ['b1'] } },
      {
        id: 'piers',
        kind: 'crosstab',
        title: 'Harbour / quay: *by pier*, week by week',
        measures,
        grain: 'month',
        rows: [{ dataset, column: 'pier' }],
        columns: { kind: 'grain' },
      },
      { id: 'list', kind: 'table', title: 'Rows', dataset, role: 'day', columns: ['day', 'pier', 'drift'] },
    ],
    controls: [
      { id: 'span', kind: 'phrase', title: 'Days', default: '2026-04' },
      { ...slicer('pier', 'pier', dataset), title: 'Pier' },
    ],
    wires: ['sum', 'course', 'piers', 'list'].flatMap((target) =>
      ['span', 'pier'].map((control) => ({ control, target, on: true, roles: {} })),
    ),
    layout: [],
  });
  state = DEFAULT_STATE;
}, 60_000);

const answers = async () => (await answerOnServer(document, state)).answer.visuals;
const bytesOf = async (id: string | null, format: 'csv' | 'xlsx' | 'parquet' | 'json') =>
  Buffer.from(await fileOf(await takenAway(document, state, { visual: id, page: null }), format));

test('CSV: days as ISO 8601, figures as they are, blanks empty', async () => {
  const { course } = (await answers()) as { course: ChartAnswer };
  const text = (await bytesOf('course', 'csv')).toString('utf8');
  expect(text.charCodeAt(0)).toBe(0xfeff);
  const { data } = Papa.parse<Record<string, string>>(text.slice(1), { header: true, skipEmptyLines: true });
  expect(data.map((row) => (row.Boats === '' ? null : Number(row.Boats)))).toEqual(course.series[0]!.values);
  expect(data.map((row) => Number(row['Boats, before']))).toEqual(course.against![0]!.series[0]);
  expect(data[0]).toMatchObject({ From: '2026-04-01', To: '2026-04-05' });
});

test('Parquet: typed columns with the same figures', async () => {
  const { course } = (await answers()) as { course: ChartAnswer };
  const file = await bytesOf('course', 'parquet');
  const buffer = file.buffer.slice(file.byteOffset, file.byteOffset + file.byteLength);
  const rows = await parquetReadObjects({ file: buffer });
  expect(rows.map((row) => row.Boats as unknown)).toEqual(course.series[0]!.values);
  expect(rows[0]!.From).toEqual(new Date('2026-04-01T00:00:00Z'));
});

test('XLSX of all visuals: what is in effect first, a sheet each under a name of its own, cells of their kinds', async () => {
  const { sum, piers } = (await answers()) as { sum: FigureAnswer; piers: CrosstabAnswer };
  const book = new ExcelJS.Workbook();
  await book.xlsx.load((await bytesOf(null, 'xlsx')) as unknown as ExcelJS.Buffer);
  const names = book.worksheets.map((sheet) => sheet.name);
  expect(names).toEqual(['In effect', 'Boats (1)', 'Boats (2)', 'Harbour   quay   by pier , week']);
  const first = book.worksheets[0]!.getSheetValues().flat().join('\n');
  expect(first).toContain('Days');
  expect(first).toContain('April 2026 (30 days, data on all)');
  expect(first).toContain('Harbour / quay: *all*');
  expect(first).toContain('landings'.slice(1));
  const figure = book.worksheets[1]!;
  expect(figure.getCell('A1').value).toBe('Boats (1)');
  expect(figure.getCell('A2').text).toContain('April 2026');
  expect(figure.getCell('B4').value).toEqual(new Date('2026-04-01T00:00:00Z'));
  expect(figure.getCell('D4').value).toBe(sum.value);
  const table = book.worksheets[3]!;
  const cells = piers.table.map((_, r) => table.getRow(4 + r).getCell(1).value);
  // Texts stay texts: none is worked out.
  expect(cells).toContain('=1+1');
  expect(cells).toContain('(blank)');
  expect(table.getRow(4).getCell(2).value).toBe(piers.table[0]!.cells[0]!.values[0]);
});

test('JSON: all tables, with what is in effect', async () => {
  const found = JSON.parse((await bytesOf(null, 'json')).toString()) as {
    about: { inEffect: unknown; title: string };
    tables: { title: string; rows: unknown[][] }[];
  };
  expect(found.about.title).toBe('Harbour / quay: *all*');
  expect(found.about.inEffect).toEqual([{ control: 'Days', words: 'April 2026 (30 days, data on all)' }]);
  expect(found.tables.map((table) => table.title)).toHaveLength(3);
});

test('what is held is in what is taken away, the figures and the words', async () => {
  state = { ...DEFAULT_STATE, choices: { pier: ['línea'] } };
  const found = JSON.parse((await bytesOf('sum', 'json')).toString()) as {
    about: { inEffect: { control: string; words: string }[] };
    tables: { rows: unknown[][] }[];
  };
  const { sum } = (await answers()) as { sum: FigureAnswer };
  expect(found.tables[0]!.rows[0]![3]).toBe(sum.value);
  expect(found.about.inEffect).toContainEqual({ control: 'Pier', words: 'línea' });
  state = DEFAULT_STATE;
});

test('texts that a program would work out are made safe in CSV, numbers keep their sign', async () => {
  expect(['=1', '+1', '-1', '@a', '\t', 'a=1', ''].map(safeText)).toEqual([
    "'=1",
    "'+1",
    "'-1",
    "'@a",
    "'\t",
    'a=1',
    '',
  ]);
  const number = { kind: 'number', name: '-n', unit: '', decimals: 0 } as const;
  expect(
    csvOf({
      columns: [number, { kind: 'text', name: 't' }],
      rows: [
        [-5, '-5'],
        [null, null],
      ],
    }),
  ).toBe("\ufeff'-n,t\r\n-5,'-5\r\n,\r\n");
});

describe('rows', () => {
  const all = async (sort = null as { column: string; descending: boolean } | null, most?: number) => {
    const wanted = await rowsToTake(document, state, { table: 'list' });
    let text = '';
    for await (const part of await rowsCsv(wanted, sort, most)) text += part;
    return Papa.parse<string[]>(text.slice(1), { skipEmptyLines: true }).data;
  };

  test('of a table: every row once, decimals with their sign, texts made safe, in the order asked for', async () => {
    const [head, ...rows] = await all({ column: 'drift', descending: false });
    expect(head).toEqual(['day', 'pier', 'drift']);
    const days = rows.map((row) => parseIsoDay(row[0]!)!);
    expect(days.every((day) => day >= parseIsoDay('2026-04-01')! && day <= parseIsoDay('2026-04-30')!)).toBe(
      true,
    );
    const drifts = rows.map((row) => Number(row[2]));
    expect(drifts).toEqual([...drifts].sort((a, b) => a - b));
    expect(drifts.some((drift) => drift < 0)).toBe(true);
    expect(rows.map((row) => row[1])).toContain("'=1+1");
    const { list } = await answers();
    expect(rows).toHaveLength((list as { rows: number }).rows);
  });

  test('behind a figure: as many as the figure has', async () => {
    const mark = {
      measure: 0,
      side: 'over' as const,
      baseline: 'b1',
      period: null,
      days: null,
      within: [],
      beyond: [],
    };
    const wanted = await rowsToTake(document, state, {
      of: { visual: 'sum', ...mark },
      columns: ['day', 'boats'],
    });
    let text = '';
    for await (const part of await rowsCsv(wanted, null)) text += part;
    const { data } = Papa.parse<{ day: string; boats: string }>(text.slice(1), {
      header: true,
      skipEmptyLines: true,
    });
    const { sum } = (await answers()) as { sum: FigureAnswer };
    expect(data.reduce((total, row) => total + Number(row.boats), 0)).toBe(sum.against![0]!.value);
    expect(data.every((row) => row.day.startsWith('2026-03'))).toBe(true);
  });

  test('more than a file holds are refused with how many there are', async () => {
    await expect(all(null, 10)).rejects.toMatchObject({ code: 'too-many-rows', status: 422 });
  });
});

test('what is not there is told', async () => {
  await expect(takenAway(document, state, { visual: 'nobody', page: null })).rejects.toMatchObject({
    code: 'no-such-item',
  });
  await expect(takenAway(document, state, { visual: 'list', page: null })).rejects.toMatchObject({
    code: 'no-data',
  });
  const nothing = { ...DEFAULT_STATE, periods: { span: '1999' } };
  await expect(takenAway(document, nothing, { visual: 'sum', page: null })).rejects.toMatchObject({
    code: 'no-data',
  });
  await expect(rowsToTake(document, state, { table: 'sum' })).rejects.toMatchObject({
    code: 'no-such-table',
  });
});
