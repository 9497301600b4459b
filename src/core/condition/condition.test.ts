/** Reading, checking, evaluating and printing SQL search conditions. */
import fc from 'fast-check';
import { parseIsoDay } from '../calendar/day';
import { checkCondition, type ConditionColumn } from './check';
import { byCodePoints, compileCondition, type Value } from './evaluate';
import { completeCondition, parseCondition, parsePrinted } from './parse';
import { columnsIn, printCondition } from './print';
import { conditionToSql } from './sql';
import { conditionArbitrary } from './testing';

const COLUMNS: readonly ConditionColumn[] = [
  { key: 'status', name: 'Status', type: 'text' },
  { key: 'seats', name: 'Seats sold', type: 'number' },
  { key: 'sailed', name: 'sailed', type: 'date' },
];
const day = (text: string) => parseIsoDay(text)!;
const TODAY = day('2026-03-31');

function read(text: string) {
  const parsed = parseCondition(text);
  if (!parsed.ok) throw new Error(`${text}: ${parsed.error.message}`);
  const checked = checkCondition(parsed.value, COLUMNS);
  if (!checked.ok) throw new Error(`${text}: ${checked.error.message}`);
  return checked.value;
}

function keeps(text: string, row: Record<string, Value>) {
  return compileCondition(read(text), TODAY)((column) => row[column] ?? null);
}

const ROW = { status: 'sailed', seats: 120, sailed: day('2026-03-01') };

describe('conditions', () => {
  test.each<[string, boolean | null]>([
    ["status = 'sailed'", true],
    ["STATUS <> 'sailed'", false],
    ["Status = 'Sailed'", false],
    ["UPPER(status) = 'SAILED'", true],
    ['"Seats sold" BETWEEN 120 AND 130', true],
    ['"Seats sold" NOT BETWEEN 121 AND 130', true],
    ["status IN ('late', 'sailed')", true],
    ["status NOT IN ('late', 'sailed')", false],
    ["status LIKE 's%d'", true],
    ["status LIKE '_ailed'", true],
    ["status LIKE 's!%d' ESCAPE '!'", false],
    ['status IS NULL', false],
    ['status IS NOT NULL', true],
    ["sailed >= DATE '2026-03-01'", true],
    ["sailed > CURRENT_DATE - INTERVAL '1' MONTH", true],
    ["sailed = DATE '2026-01-29' + INTERVAL '1' MONTH + INTERVAL '1' DAY", true],
    ['EXTRACT(YEAR FROM sailed) = 2026 AND EXTRACT(MONTH FROM sailed) = 3', true],
    ['"Seats sold" * 2 + 10 = 250', true],
    ['"Seats sold" / 0 = 1', null],
    ["SUBSTRING(status FROM 2 FOR 3) = 'ail'", true],
    ["TRIM('  x ') = 'x'", true],
    ['NOT (status = \'late\' OR "Seats sold" < 100)', true],
    ['status = \'late\' OR "Seats sold" > 100 AND sailed < CURRENT_DATE', true],
    ['(status = \'late\' OR "Seats sold" > 100) AND sailed > CURRENT_DATE', false],
    ["status = 'it''s'", false],
    ['-seats < 0', true],
  ])('%s', (text, expected) => expect(keeps(text, ROW)).toBe(expected));

  test.each<[string, boolean | null]>([
    ["status = 'sailed'", null],
    ["NOT status = 'sailed'", null],
    ["status = 'sailed' OR 1 = 1", true],
    ["status = 'sailed' AND 1 = 0", false],
    ["status IN ('late')", null],
    ["status LIKE '%'", null],
    ['status IS NULL', true],
    ['seats BETWEEN 1 AND 2', null],
  ])('a blank makes %s %s', (text, expected) => expect(keeps(text, {})).toBe(expected));

  test.each<[string, string, string, RegExp]>([
    ['', 'empty', '', /Type a condition/],
    ['status =', 'unexpected', '', /Something is missing at the end.*a column/],
    ["status = 'x", 'unclosed', "'x", /never closed/],
    ["status == 'x'", 'unexpected', '=', /does not fit here/],
    ['status', 'not-a-condition', 'status', /Compare it/],
    ["sailed > DATE '2026-02-30'", 'no-such-day', "'2026-02-30'", /There is no day 2026-02-30/],
    ["sailed > '2026-02-01'", 'wrong-type', "'2026-02-01'", /Write DATE '2026-02-01'/],
    ['status = 5', 'wrong-type', '5', /Texts stand in single quotes: '5'/],
    ["stauts = 'x'", 'no-such-column', 'stauts', /Did you mean Status\?/],
    ['"Seats sold" LIKE \'1%\'', 'wrong-type', '"Seats sold"', /A text has to stand here/],
    ['sailed + 1 > CURRENT_DATE', 'wrong-type', '1', /only an interval can be added/],
    ["status LIKE 'a!b' ESCAPE '!'", 'bad-escape', "'a!b'", /After ! only/],
    ["sailed > CURRENT_DATE - INTERVAL 'x' DAY", 'bad-number', "'x'", /whole number/],
    ['SUBSTRING(status FROM 0) = status', 'bad-number', '0', /from 1 to/],
    [`${'('.repeat(80)}1 = 1${')'.repeat(80)}`, 'too-deep', '(', /nested too deeply/],
    ['status = (seats > 3)', 'wrong-type', '(seats > 3)', /A value has to stand here/],
  ])('refuses %s', (text, code, place, message) => {
    const parsed = parseCondition(text);
    const result = parsed.ok ? checkCondition(parsed.value, COLUMNS) : parsed;
    if (result.ok) throw new Error('It was taken');
    expect(result.error.code).toBe(code);
    expect(text.slice(result.error.from, result.error.to)).toBe(place);
    expect(result.error.message).toMatch(message);
  });

  test('names its columns, each once', () => {
    expect(columnsIn(read("status = 'a' OR status = 'b' AND seats > 1"))).toEqual(['status', 'seats']);
  });

  test('is printed with a day in the place of CURRENT_DATE', () => {
    const text = "sailed >= CURRENT_DATE - INTERVAL '7' DAY";
    expect(printCondition(read(text))).toBe(text);
    expect(printCondition(read(text), TODAY)).toBe("sailed >= DATE '2026-03-31' - INTERVAL '7' DAY");
  });

  test('what is printed reads as the same condition', () => {
    fc.assert(
      fc.property(conditionArbitrary, (text) => {
        const once = printCondition(read(text));
        expect(printCondition(read(once))).toBe(once);
      }),
    );
  });

  test('what is printed can be read however much is strung together', () => {
    const sum = `seats = ${Array.from({ length: 300 }, (_, i) => i).join(' + ')}`;
    const nots = `${'NOT '.repeat(120)}seats = 1`;
    const nested = `${'('.repeat(24)}seats = 1 OR seats = 2 AND seats = 3${')'.repeat(24)}`;
    for (const text of [sum, nots, nested]) {
      const printed = `((${printCondition(read(text), TODAY)}) OR (1 = 0)) AND (1 = 1)`;
      expect(parsePrinted(printed)).toMatchObject({ ok: true });
    }
    expect(keeps(nots, { seats: 1 })).toBe(true);
    expect(printCondition(read('2 * (seats + 1) - 3 - (4 - 5) > (1 + 2) / -seats'))).toBe(
      '2 * (seats + 1) - 3 - (4 - 5) > (1 + 2) / (-seats)',
    );
  });

  test('what is printed keeps the same rows', () => {
    const value = fc.record({
      status: fc.option(fc.constantFrom('sailed', 'late', "it's", 'Ä', ''), { nil: null }),
      seats: fc.option(fc.integer({ min: -3, max: 3 }), { nil: null }),
      sailed: fc.option(fc.integer({ min: TODAY - 40, max: TODAY + 40 }), { nil: null }),
    });
    fc.assert(
      fc.property(conditionArbitrary, value, (text, row) => {
        expect(keeps(printCondition(read(text), TODAY), row)).toBe(keeps(text, row));
      }),
    );
  });

  test('never puts what was typed into SQL text', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 30 }), (typed) => {
        const quoted = `'${typed.replaceAll("'", "''")}'`;
        const condition = read(`status = ${quoted}`);
        const column = () => ({ text: 'c1', values: [], type: 'text' as const });
        const { text, values } = conditionToSql(condition, column, TODAY);
        expect(text).toBe('c1 = ? COLLATE utf8mb4_nopad_bin');
        expect(values).toEqual([typed]);
      }),
    );
  });

  test('never throws on what is typed', () => {
    const piece = fc.constantFrom(
      'status',
      ' AND ',
      '(',
      ')',
      "'x'",
      '=',
      ' IN ',
      ' NOT ',
      '1',
      ',',
      'DATE ',
      '"',
      "'",
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 14 }), (pieces) => {
        const text = pieces.join('');
        const result = parseCondition(text);
        if (!result.ok) {
          expect(result.error.from).toBeLessThanOrEqual(text.length);
          expect(result.error.message).not.toBe('');
        }
      }),
    );
  });
});

describe('completion', () => {
  const words = (text: string) =>
    completeCondition(text, text.length, ['Status', '"Seats sold"', 'sailed']).words;

  test('offers columns and functions where a value begins', () => {
    expect(words('')).toEqual(
      expect.arrayContaining(['Status', '"Seats sold"', 'NOT', 'CURRENT_DATE', 'EXTRACT']),
    );
    expect(words('sa')).toEqual(['sailed']);
    expect(words('"Se')).toEqual(['"Seats sold"']);
  });

  test('offers what can follow a value', () => {
    expect(words('Status ')).toEqual(expect.arrayContaining(['BETWEEN', 'IN', 'LIKE', 'IS', 'NOT', 'AND']));
    expect(words('Status IS ')).toEqual(['NOT', 'NULL']);
    expect(words("sailed > CURRENT_DATE - INTERVAL '1' ")).toEqual([
      'DAY',
      'WEEK',
      'MONTH',
      'QUARTER',
      'YEAR',
    ]);
  });

  test('offers nothing inside a text', () => expect(words("Status = 'sa")).toEqual([]));
});

test('texts are ordered by code points', () => {
  expect(byCodePoints('\u{1F600}', '\uFFFD')).toBeGreaterThan(0);
  expect(byCodePoints('a', 'ab')).toBeLessThan(0);
});
