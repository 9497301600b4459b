import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { definitionFor, planFromProfile, roleNameFor } from './plan';
import { profileFile } from './profile';
import { readRows, type RowBatch } from './textFile';

let folder: string;
beforeAll(() => (folder = mkdtempSync(path.join(tmpdir(), 'dathen-profile-'))));
afterAll(() => rmSync(folder, { recursive: true }));

let files = 0;
const file = (text: string | Buffer) => {
  const name = path.join(folder, `${files++}.csv`);
  writeFileSync(name, text);
  return name;
};
const columnsOf = async (text: string) => (await profileFile(file(text))).columns;

async function rowsOf(text: string, delimiter: ',' | ';' = ',') {
  const batches: RowBatch[] = [];
  await readRows(file(text), delimiter, (batch) => void batches.push(batch));
  return batches.flatMap((batch) => batch.rows.map((row, i) => [batch.lines[i], ...row]));
}

describe('text files', () => {
  test('quoted fields, line breaks inside them, CRLF, BOM and blank lines; lines are counted as an editor does', async () => {
    const text = '\ufeffa,b\r\n1,"two\r\nlines"\r\n\r\n3,"say ""hi"", all"\r\n';
    expect(await rowsOf(text)).toEqual([
      [2, '1', 'two\r\nlines'],
      [5, '3', 'say "hi", all'],
    ]);
    expect((await columnsOf(text)).map((column) => column.name)).toEqual(['a', 'b']);
  });

  test.each([
    [',', ','],
    [';', ';'],
    ['\t', '\t'],
  ] as const)('finds the separator %j', async (separator, found) => {
    const text = [
      ['day', 'name', 'n'],
      ['2025-01-01', 'x', '1'],
      ['2025-01-02', 'y', '2'],
    ]
      .map((row) => row.join(separator))
      .join('\n');
    expect((await profileFile(file(text))).delimiter).toBe(found);
  });

  test.each([
    ['', 'empty-file'],
    ['a\0b', 'not-text'],
    [',,\n1,2,3', 'no-header'],
    [`a,b\n1,"${'x'.repeat(10_000_000)}`, 'quote-never-closed'],
  ])('refuses what is no table', async (text, code) => {
    await expect(profileFile(file(text))).rejects.toMatchObject({ code });
  });

  test('stops when cancelled', async () => {
    const abort = new AbortController();
    abort.abort();
    await expect(profileFile(file('a\n1'), { signal: abort.signal })).rejects.toMatchObject({
      code: 'cancelled',
    });
  });
});

describe('profile', () => {
  test('finds types', async () => {
    const text =
      'when,at,seats,fare,code,who\n2025-01-31,2025-01-31T10:00,4,1.50,007,ann\n2025-02-01,2025-02-01 11:30,5,2,008,ann\n';
    expect(await columnsOf(text)).toMatchObject([
      { type: 'day', dateOrder: 'iso', ambiguousDates: false },
      { type: 'timestamp' },
      { type: 'whole' },
      { type: 'decimal', scale: 2 },
      { type: 'text' },
      { type: 'text', category: true, distinct: 1 },
    ]);
  });

  test('asks when day first and month first both fit every row, and does not when one row decides', async () => {
    expect(await columnsOf('d\n03/04/2025\n05/06/2025\n')).toMatchObject([
      { type: 'day', ambiguousDates: true },
    ]);
    expect(await columnsOf('d\n03/04/2025\n25/06/2025\n')).toMatchObject([
      { dateOrder: 'dmy', ambiguousDates: false },
    ]);
    expect(await columnsOf('d\n03/04/2025\n05/26/2025\n')).toMatchObject([
      { dateOrder: 'mdy', ambiguousDates: false },
    ]);
  });

  test('finds dates with names of months and with years of two digits', async () => {
    expect(await columnsOf('d\n9 Mar 2025\n10-Apr-2025\n')).toMatchObject([
      { type: 'day', dateOrder: 'dmy', ambiguousDates: false },
    ]);
    expect(await columnsOf('d\nMar 9, 2025\nApril 10, 2025\n')).toMatchObject([
      { type: 'day', dateOrder: 'mdy', ambiguousDates: false },
    ]);
    expect(await columnsOf('d\n25/06/25\n03/04/25\n')).toMatchObject([
      { type: 'day', dateOrder: 'dmy', ambiguousDates: false },
    ]);
    expect(await columnsOf('d\nMarch hare\nMay fly\n')).toMatchObject([{ type: 'text' }]);
  });

  test('a header that ends otherwise than the rows, or is very long, is a header all the same', async () => {
    expect(await columnsOf('day,seats\r\n2025-01-01,4\n2025-01-02,5\n')).toMatchObject([
      { name: 'day', type: 'day' },
      { name: 'seats', type: 'whole' },
    ]);
    const names = Array.from(
      { length: 200 },
      (_, i) => `a column with ${'quite '.repeat(100)}a long name ${i}`,
    );
    const columns = await columnsOf(`${names.join(',')}\n${names.map((_, i) => i).join(',')}\n`);
    expect(columns).toHaveLength(200);
    expect(columns[199]).toMatchObject({ name: names[199], type: 'whole' });
  });

  test('reads decimal commas', async () => {
    expect(await columnsOf('d;n\n2025-01-01;1.234,50\n2025-01-02;7,25\n')).toMatchObject([
      {},
      { type: 'decimal', decimalMark: 'comma', scale: 2 },
    ]);
  });

  test('a few misfits do not change the type, and are counted', async () => {
    const rows = Array.from(
      { length: 40 },
      (_, i) => `2025-01-${String((i % 28) + 1).padStart(2, '0')},${i}`,
    ).join('\n');
    const profile = await profileFile(file(`d,n\n${rows}\nsoon,many\n1,2,3\n`));
    expect(profile.columns).toMatchObject([
      { type: 'day', misfits: 1 },
      { type: 'whole', misfits: 1 },
    ]);
    expect(profile.notes).toEqual(['1 row does not have 2 cells and would be refused.']);
    expect(profile.rows).toBe(42);
  });

  test('names that are missing or stand twice are mended, and it is said', async () => {
    const profile = await profileFile(file('a,,a\n1,2,3\n'));
    expect(profile.columns.map((column) => column.name)).toEqual(['a', 'Column 2', 'a (2)']);
    expect(profile.notes).toHaveLength(2);
  });
});

describe('plan', () => {
  const TEXT = 'sailed_on,booked,route,seats\n2025-01-01,2025-01-01,a,1\n2025-01-02,2025-01-01,a,2\n';

  test('makes roles, categories and measures', async () => {
    const plan = planFromProfile('Trips', await profileFile(file(TEXT)), { roles: ['sailed_on'] });
    const definition = definitionFor(plan, undefined);
    expect(definition.roles).toEqual([{ key: 'sailed_on', name: 'sailed' }]);
    expect(definition.columns.find((column) => column.key === 'route')).toMatchObject({ category: true });
    expect(definition.measures).toMatchObject([
      { key: 'rows', aggregation: 'count', column: null },
      { key: 'seats', name: 'Seats', aggregation: 'sum', role: 'sailed_on' },
    ]);
  });

  test('keeps keys and measures of columns that are already known', async () => {
    const plan = planFromProfile('Trips', await profileFile(file(TEXT)));
    const first = definitionFor(plan, undefined);
    const renamed = { ...first, measures: [{ ...first.measures[1]!, name: 'Travellers' }] };
    expect(definitionFor(plan, renamed).measures).toEqual(renamed.measures);
    expect(definitionFor(plan, renamed).columns).toEqual(first.columns);
  });

  test('never guesses dates in silence', async () => {
    const profile = await profileFile(file('d\n03/04/2025\n'));
    expect(() => planFromProfile('X', profile)).toThrow(
      expect.objectContaining({ code: 'ambiguous-dates' }) as Error,
    );
    expect(planFromProfile('X', profile, { dateOrder: 'mdy' }).columns[0]).toMatchObject({
      dateOrder: 'mdy',
    });
  });

  test('says which columns there are when one is asked for that is not', async () => {
    const profile = await profileFile(file(TEXT));
    expect(() => planFromProfile('X', profile, { roles: ['gone'] })).toThrow(
      /sailed_on, booked, route, seats/,
    );
    expect(() => planFromProfile('X', profile, { roles: ['route'] })).toThrow(/does not hold dates/);
  });

  test('two roles cannot have one name', async () => {
    const plan = planFromProfile('X', await profileFile(file(TEXT)));
    const twice = {
      ...plan,
      columns: plan.columns.map((column) => (column.role === null ? column : { ...column, role: 'same' })),
    };
    expect(() => definitionFor(twice, undefined)).toThrow(
      expect.objectContaining({ code: 'role-twice' }) as Error,
    );
    expect(roleNameFor('travel_date')).toBe('travel');
  });
});
