/** Data in other forms: workbooks, Parquet, JSON lines, tables of other databases copied or read live. */
import ExcelJS from 'exceljs';
import { parquetWriteBuffer } from 'hyparquet-writer';
import type { Connection } from 'mysql2/promise';
import { Key } from 'selenium-webdriver';
import { eventually } from './support/page';
import { startOtherDatabase, type OtherDatabase } from '../testing/otherDatabase';
import {
  api,
  asStory,
  browserPage,
  factTableOf,
  jobEnd,
  numberFrom,
  openDatabase,
  upload,
  writeTestFile,
} from './support/application';

const page = browserPage();
const step = asStory(page, false);
let database: Connection;
/** The database of others that tables are copied from or read live. */
let other: OtherDatabase;
beforeAll(async () => {
  database = await openDatabase();
  other = await startOtherDatabase();
  await other.connection.query(
    'CREATE TABLE other_trips (`day of trip` DATE NULL, `Who``s boat` VARCHAR(40), fare DECIMAL(8,2), at DATETIME)',
  );
  await other.connection.query(
    "INSERT INTO other_trips VALUES ('2026-03-01', 'Tern', 10.25, '2026-03-01 09:00:00'), ('2026-03-02', 'Sedge', 4.10, NULL), ('2026-03-02', NULL, NULL, '2026-03-02 23:59:00'), (NULL, 'Tern', 1, NULL)",
  );
});
afterAll(async () => {
  await database.end();
  await other.stop();
});

interface Profile {
  readonly format?: string;
  readonly sheets?: string[];
  readonly columns: { name: string; type: string; scale: number; category: boolean }[];
  readonly rows: number;
}

async function profile(bytes: Buffer, how: object = {}) {
  const id = await upload(bytes);
  const { body } = await api<{ id: string }>('POST', `/uploads/${id}/profile`, how);
  const report = await jobEnd(body.id);
  if (report.state !== 'done') throw new Error(report.error?.message);
  return { id, found: report.result as Profile };
}

async function loadProfiled(id: string, found: Profile, name: string, more: object = {}) {
  const plan = {
    name,
    delimiter: ',',
    format: found.format ?? 'text',
    columns: found.columns.map((column) => ({
      name: column.name,
      type: column.type,
      scale: column.scale,
      category: column.category,
      role: column.type === 'day' || column.type === 'timestamp' ? column.name : null,
    })),
    ...more,
  };
  const { body } = await api<{ id: string }>('POST', '/datasets', { upload: id, source: name, plan });
  return jobEnd(body.id);
}

async function workbook(): Promise<Buffer> {
  const book = new ExcelJS.Workbook();
  book.addWorksheet('Notes').addRow(['nothing', 'here']);
  const sheet = book.addWorksheet('Trips');
  sheet.addRow(['sailed', 'boat', 'people', 'fare']);
  for (let i = 0; i < 40; i++)
    sheet.addRow([new Date(Date.UTC(2026, 1, 1 + i)), i % 3 ? 'Tern' : 'Sedge', 10 + i, i / 4]);
  sheet.addRow([new Date(Date.UTC(2026, 4, 1)), 'Tern', 'many', 1]);
  return Buffer.from(await book.xlsx.writeBuffer());
}

describe('files of other forms', () => {
  step('a sheet of a workbook, with dates and a refused row by its number', async () => {
    const { id, found } = await profile(await workbook(), { sheet: 'Trips' });
    expect(found).toMatchObject({ format: 'workbook', sheets: ['Notes', 'Trips'], rows: 41 });
    expect(found.columns.map((column) => column.type)).toEqual(['day', 'text', 'whole', 'decimal']);
    const report = await loadProfiled(id, found, 'Workbook trips', { sheet: 'Trips' });
    expect(report.result).toMatchObject({ loaded: 40, refused: 1 });
    const { body: refused } = await api<{ line: number; value: string }[]>(
      'GET',
      '/datasets/workbook_trips/refusals',
    );
    expect(JSON.stringify(refused)).toContain('"line":42');
    const fact = await factTableOf(database, 'workbook_trips');
    expect(await numberFrom(database, `SELECT SUM(c4) FROM ${fact}`)).toBe(195);
    expect(await numberFrom(database, `SELECT COUNT(DISTINCT c1) FROM ${fact}`)).toBe(40);
  });

  step('Parquet, with days, whole numbers beyond 2^31 and blanks', async () => {
    const days = Array.from({ length: 30 }, (_, i) => new Date(Date.UTC(2026, 2, 1 + i)));
    const bytes = parquetWriteBuffer({
      columnData: [
        { name: 'day', data: days },
        { name: 'boat', data: days.map((_, i) => (i % 5 ? 'Tern' : null)) },
        { name: 'big', data: days.map((_, i) => 3_000_000_000n + BigInt(i)) },
      ],
      schema: [
        { name: 'root', num_children: 3 },
        { name: 'day', type: 'INT32', converted_type: 'DATE', repetition_type: 'REQUIRED' },
        { name: 'boat', type: 'BYTE_ARRAY', converted_type: 'UTF8', repetition_type: 'OPTIONAL' },
        { name: 'big', type: 'INT64', repetition_type: 'REQUIRED' },
      ],
    });
    const { id, found } = await profile(Buffer.from(bytes));
    expect(found).toMatchObject({ format: 'parquet', rows: 30 });
    expect((await loadProfiled(id, found, 'Parquet trips')).result).toMatchObject({ loaded: 30, refused: 0 });
    const fact = await factTableOf(database, 'parquet_trips');
    expect(await numberFrom(database, `SELECT MAX(c3) FROM ${fact}`)).toBe(3_000_000_029);
    expect(await numberFrom(database, `SELECT COUNT(*) FROM ${fact} WHERE c2 IS NULL`)).toBe(6);
  });

  step('JSON lines, whose objects need not have the same names; a bad line is told', async () => {
    const lines = ['{"day":"2026-01-01","n":1}', '{"n":2.5,"day":"2026-01-02","who":"Ada, \\"A\\""}', ''];
    const { id, found } = await profile(Buffer.from(lines.join('\n')));
    expect(found).toMatchObject({ format: 'json lines', rows: 2 });
    expect(found.columns.map((column) => column.name)).toEqual(['day', 'n', 'who']);
    expect((await loadProfiled(id, found, 'Json trips')).result).toMatchObject({ loaded: 2, refused: 0 });
    await expect(profile(Buffer.from('{"a":1}\n{oops'))).rejects.toThrow(/Line 2 is not JSON/);
  });

  step('a workbook through the page: the sheet is chosen there', async () => {
    const at = page();
    await at.open('/datasets');
    const file = writeTestFile('trips.xlsx', await workbook());
    await eventually('the file field', async () => {
      await at.driver.findElement({ css: 'input[type=file]' }).sendKeys(file);
      return true;
    });
    await at.reads('a sheet of a workbook');
    await at.choose('Sheet', 'Trips');
    await at.reads('41 rows, 4 columns');
    expect(await at.consoleErrors()).toEqual([]);
  });
});

const connection = () => ({
  host: other.host,
  port: String(other.port),
  database: other.database,
  user: other.user,
  password: other.password,
});

describe('a table of another database', () => {
  const story = asStory(page);

  story('is connected; a wrong password is told, and the right one is never shown again', async () => {
    const at = page();
    await at.open('/datasets');
    await at.click('button', 'Connect a database table');
    const given = connection();
    await at.type('Host', given.host);
    await at.type('Port', given.port);
    await at.type('Database', given.database);
    await at.type('User', given.user);
    const password = await at.driver.findElement({ css: 'input[type=password]' });
    await password.sendKeys('wrong');
    await at.click('button', 'Check and keep it');
    await at.reads(/cannot be read: user or password are not accepted/);
    await password.sendKeys(Key.chord(Key.CONTROL, 'a'), given.password);
    await at.click('button', 'Check and keep it');
    await at.find('combobox', 'Table or view');
    const { body } = await api<object[]>('GET', '/connections');
    expect(JSON.stringify(body)).not.toContain(given.password);
    const [rows] = (await database.query('SELECT secret FROM connection')) as unknown as [
      { secret: string }[],
    ];
    expect(rows[0]!.secret).not.toContain(given.password);
  });

  story('is copied like a file', async () => {
    const at = page();
    await at.choose('Table or view', /^other_trips/);
    await at.click('button', 'Copy its rows');
    await at.reads('4 rows, 4 columns');
    await at.type('Name', 'Copied trips');
    await at.click('button', /^Load 4 rows$/);
    await at.reads('4 loaded, 0 refused');
    const fact = await factTableOf(database, 'copied_trips');
    expect(await numberFrom(database, `SELECT SUM(c3) FROM ${fact}`)).toBe(15.35);
  });

  story('is copied again, which tells what changed', async () => {
    const at = page();
    await other.connection.query('UPDATE other_trips SET fare = 11 WHERE fare = 10.25');
    await at.open('/datasets/copied_trips');
    await at.click('button', 'Copy again');
    await at.reads(/1 day changed, latest now 2 Mar 2026/);
    await other.connection.query('UPDATE other_trips SET fare = 10.25 WHERE fare = 11');
    const fact = await factTableOf(database, 'copied_trips');
    expect(await numberFrom(database, `SELECT SUM(c3) FROM ${fact}`)).toBe(16.1);
  });

  story('is read live: a new row counts at once, and freshness says so', async () => {
    const at = page();
    const [{ id }] = (await api<[{ id: number }]>('GET', '/connections')).body;
    const made = await api<{ dataset: string }>('POST', `/connections/${id}/live`, {
      table: 'other_trips',
      name: 'Live trips',
    });
    expect(made.body).toEqual({ dataset: 'live_trips' });
    const document = {
      version: 2,
      title: 'Live',
      timeZone: 'UTC',
      visuals: [
        {
          id: 'sum',
          kind: 'figure',
          title: 'Fares',
          subtitle: 'loaded {loaded}',
          measures: [{ dataset: 'live_trips', measure: 'fare' }],
        },
        {
          id: 'boats',
          kind: 'bar',
          title: 'Boats',
          measures: [{ dataset: 'live_trips', measure: 'rows' }],
          across: { dataset: 'live_trips', column: 'who_s_boat' },
        },
        {
          id: 'rows',
          kind: 'table',
          title: 'Rows',
          dataset: 'live_trips',
          role: 'day_of_trip',
          columns: ['day_of_trip', 'fare'],
        },
      ],
      controls: [],
      wires: [],
      layout: [
        { item: 'sum', x: 0, y: 0, w: 8, h: 6 },
        { item: 'boats', x: 8, y: 0, w: 16, h: 6 },
        { item: 'rows', x: 0, y: 6, w: 24, h: 8 },
      ],
    };
    const { body } = await api<{ id: number }>('POST', '/dashboards', document);
    await at.open(`/dashboards/${body.id}`);
    await at.reads('14.35');
    await at.reads('loaded live');
    await at.find('img', /Sedge 1; Tern 1; \(blank\) 1/);
    await other.connection.query("INSERT INTO other_trips VALUES ('2026-03-05', 'Tern', 100, NULL)");
    await at.open(`/dashboards/${body.id}`);
    await at.reads('114.35');
    await at.open('/datasets/live_trips');
    await at.reads('read live');
    expect(await at.consoleErrors()).toEqual([]);
  });

  story('that does not answer any more is told on its visuals alone', async () => {
    const at = page();
    await other.connection.query('RENAME TABLE other_trips TO gone_trips');
    await at.driver.navigate().refresh();
    const { href } = await at.address();
    const list = (await api<{ id: number; title: string }[]>('GET', '/dashboards')).body;
    await at.open(`/dashboards/${list.find((entry) => entry.title === 'Live')!.id}`);
    await at.reads(/Live trips cannot be read: the table is not there any more/);
    await at.open('/model');
    await at.reads('Shared dimensions');
    await other.connection.query('RENAME TABLE gone_trips TO other_trips');
    await at.goTo(href);
  });

  story('cannot be forgotten while datasets come from it', async () => {
    const [{ id }] = (await api<[{ id: number }]>('GET', '/connections')).body;
    const refused = await api<{ error: { code: string } }>('DELETE', `/connections/${id}`);
    expect(refused).toMatchObject({ status: 400, body: { error: { code: 'connection-used' } } });
  });
});
