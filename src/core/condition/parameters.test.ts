/** Host parameters of conditions: read, checked by their types, filled with values. */
import { checkParsed, type ConditionColumn, type ValueType } from './check';
import { compileCondition } from './evaluate';
import { isValueOf, parametersIn, withParameters, type ParameterValue } from './parameters';
import { completeCondition, parseCondition } from './parse';
import { printCondition } from './print';

const COLUMNS: readonly ConditionColumn[] = [
  { key: 'status', name: 'status', type: 'text' },
  { key: 'seats', name: 'seats', type: 'number' },
  { key: 'sailed', name: 'sailed', type: 'date' },
];
function read(text: string, types: Record<string, ValueType> = {}) {
  const checked = checkParsed(parseCondition(text), COLUMNS, new Map(Object.entries(types)));
  if (!checked.ok)
    throw new Error(`${checked.error.code} at ${checked.error.from}: ${checked.error.message}`);
  return checked.value;
}
const filled = (text: string, values: Record<string, ParameterValue>) =>
  printCondition(withParameters(read(text), new Map(Object.entries(values))));

test.each([
  ['seats >= :least', ['least']],
  ['seats BETWEEN :a AND :b OR seats = :a', ['a', 'b']],
  ["sailed > CURRENT_DATE - INTERVAL '1' DAY AND UPPER(:word) = status", ['word']],
  ['status LIKE :pattern', ['pattern']],
  ["status = ':least'", []],
])('%s asks for %j', (text, names) => {
  expect(parametersIn(read(text))).toEqual(names);
  expect(printCondition(read(text))).toBe(text);
});

test.each<[string, Record<string, ParameterValue>, string]>([
  ['seats >= :least', { least: { type: 'number', text: '15' } }, 'seats >= 15'],
  ['seats + 1 > :least', { least: { type: 'number', text: '-2.50' } }, 'seats + 1 > -2.50'],
  ['status = :word', { word: { type: 'text', text: "it's" } }, "status = 'it''s'"],
  ['sailed < :day', { day: { type: 'date', text: '2026-02-28' } }, "sailed < DATE '2026-02-28'"],
  ['status LIKE :word', { word: { type: 'text', text: '%e' } }, "status LIKE '%e'"],
  [
    'seats >= :least AND status = :word',
    { least: { type: 'number', text: '1' } },
    'seats >= 1 AND status = :word',
  ],
])('%s with %j is %s', (text, values, expected) => {
  expect(filled(text, values)).toBe(expected);
});

test('a filled text is read again as what it was', () => {
  const hostile = "'; DROP TABLE x; -- :least";
  const text = filled('status = :word', { word: { type: 'text', text: hostile } });
  const keeps = compileCondition(read(text), 0);
  expect(keeps((column) => (column === 'status' ? hostile : null))).toBe(true);
  expect(keeps((column) => (column === 'status' ? 'sailed' : null))).toBe(false);
});

test('the type of a parameter is that of its control; without one it fits anywhere', () => {
  expect(() => read('seats >= :least', { least: 'text' })).toThrow(/wrong-type at 9/);
  expect(() => read('status LIKE :p', { p: 'number' })).toThrow(/wrong-type/);
  expect(() => read("sailed + INTERVAL '1' DAY > :d", { d: 'date' })).not.toThrow();
  expect(() => read('seats >= :least')).not.toThrow();
});

test.each<[ValueType, string, boolean]>([
  ['number', '15', true],
  ['number', '-0.5', true],
  ['number', '1,5', false],
  ['number', '1e5', false],
  ['number', '', false],
  ['date', '2026-02-28', true],
  ['date', '2026-02-30', false],
  ['text', "anything: 'at all'", true],
])('of %s: %s', (type, text, fits) => expect(isValueOf(type, text)).toBe(fits));

test('are offered while a condition is typed, where a value can stand', () => {
  const offered = (text: string) => completeCondition(text, text.length, ['seats'], ['least', 'most']);
  expect(offered('seats >= ').words).toEqual(expect.arrayContaining([':least', ':most']));
  expect(offered('seats >= :le')).toEqual({ from: 9, words: [':least'] });
  expect(offered('seats ').words).not.toContain(':least');
});
