/** What is sent and answered: forms, limits and names. */
import { emptyDocument } from '../core/dashboard/document/document';
import { DEFAULT_STATE } from '../core/dashboard/reader/state';
import { WHOLE_MARK } from '../core/dashboard/turn/behind';
import { runSchema } from './days';
import { fileName, FILE_FORMATS, MEDIA_TYPES, WHOLE_FORMATS } from './files';
import { rowsBehindSchema, rowsFileSchema } from './rowsAsked';
import { rowsBehindAnswerSchema } from './rows';
import { newSelectionSchema, selectionEditSchema } from './selections';

test.each([
  ['Passengers by weekday', 'csv', 'passengers-by-weekday.csv'],
  ['Größe / Küste: *alle*', 'xlsx', 'größe-küste-alle.xlsx'],
  ['../../etc/passwd', 'json', 'etc-passwd.json'],
  ['   ', 'png', 'dathen.png'],
  ['航路', 'svg', '航路.svg'],
  ['x'.repeat(300), 'csv', `${'x'.repeat(80)}.csv`],
])('the file of %j as %s is %s', (title, format, name) => {
  expect(fileName(title, format)).toBe(name);
});

test('every format has a media type; those that hold several tables are among them', () => {
  expect(Object.keys(MEDIA_TYPES).sort()).toEqual([...FILE_FORMATS].sort());
  expect(WHOLE_FORMATS.every((format) => FILE_FORMATS.includes(format))).toBe(true);
});

test('runs of days are ISO texts, both ends there', () => {
  expect(runSchema.parse(['1970-01-02', '1970-01-03'])).toEqual({ start: 1, end: 2 });
  for (const bad of [['1970-02-30', '1970-03-01'], ['1970-01-01'], '1970-01-01', [1, 2]])
    expect(runSchema.safeParse(bad).success).toBe(false);
});

const SHOWN = { document: emptyDocument('Asked'), state: DEFAULT_STATE };

test('a mark is asked for with as little as the visual; a value with its path', () => {
  const mark = rowsBehindSchema.parse({ ...SHOWN, of: { visual: 'sum' } });
  expect(mark).toMatchObject({
    of: { visual: 'sum', ...WHOLE_MARK },
    offset: 0,
    limit: 50,
    sort: null,
    columns: null,
  });
  expect(rowsBehindSchema.parse({ ...SHOWN, of: { slicer: 'pier', path: [null] } }).of).toEqual({
    slicer: 'pier',
    path: [null],
    use: 0,
  });
  for (const of of [
    {},
    { slicer: 'pier', path: [] },
    { visual: 'sum', measure: 8 },
    { visual: 'sum', days: ['x', 'y'] },
  ])
    expect(rowsBehindSchema.safeParse({ ...SHOWN, of }).success).toBe(false);
  expect(rowsBehindSchema.safeParse({ ...SHOWN, of: { visual: 'sum' }, limit: 1001 }).success).toBe(false);
});

test('a file is of a table, or of what is behind something', () => {
  expect(rowsFileSchema.parse({ ...SHOWN, rows: { table: 'list' } }).rows).toEqual({ table: 'list' });
  expect(rowsFileSchema.parse({ ...SHOWN, rows: { of: { visual: 'sum' } } }).rows).toMatchObject({
    of: { visual: 'sum' },
    columns: null,
  });
  expect(rowsFileSchema.safeParse({ ...SHOWN, rows: {} }).success).toBe(false);
});

test('an answer with a field of another kind is refused', () => {
  const answer = {
    total: 1,
    columns: ['a'],
    rows: [{ id: 1, values: ['x', 2, null] }],
    dataset: 'D',
    all: [],
    datasets: [],
    hasSides: false,
  };
  expect(rowsBehindAnswerSchema.safeParse(answer).success).toBe(true);
  expect(rowsBehindAnswerSchema.safeParse({ ...answer, total: -1 }).success).toBe(false);
  expect(rowsBehindAnswerSchema.safeParse({ ...answer, rows: [{ id: 1, values: [{}] }] }).success).toBe(
    false,
  );
});

test('selections have names, and parts of limited size', () => {
  expect(newSelectionSchema.parse({ name: '  Mine ', parts: {} }).name).toBe('Mine');
  expect(selectionEditSchema.parse({})).toEqual({});
  const many = Object.fromEntries(Array.from({ length: 501 }, (_, i) => [`p.${i}`, 'x']));
  for (const bad of [
    { name: '', parts: {} },
    { name: 'a'.repeat(101), parts: {} },
    { name: 'a', parts: many },
    { name: 'a', parts: { p: 1 } },
  ])
    expect(newSelectionSchema.safeParse(bad).success).toBe(false);
});
