/** Random conditions for tests, on the columns status (text), seats (number) and sailed (date). */
import fc from 'fast-check';
import { isoDay } from '../calendar/day';

const FIRST = 20_400;
const text = fc
  .constantFrom('sailed', 'late', "it's", 'Ä', 'x_y', '50%', '')
  .map((value) => `'${value.replaceAll("'", "''")}'`);
const number = fc.oneof(fc.integer({ min: 0, max: 9 }).map(String), fc.constantFrom('0.5', '2.25'));
const date = fc.integer({ min: FIRST, max: FIRST + 400 }).map((day) => `DATE '${isoDay(day)}'`);
const interval = fc
  .tuple(fc.integer({ min: 0, max: 15 }), fc.constantFrom('DAY', 'WEEK', 'MONTH', 'QUARTER', 'YEAR'))
  .map(([count, unit]) => `INTERVAL '${count}' ${unit}`);

const texts: fc.Arbitrary<string> = fc.oneof(
  fc.constant('status'),
  text,
  fc.constantFrom('UPPER(status)', 'LOWER(status)', 'TRIM(status)', 'SUBSTRING(status FROM 2 FOR 3)'),
);
const numbers: fc.Arbitrary<string> = fc.oneof(
  fc.constant('seats'),
  number,
  fc.constantFrom(
    'EXTRACT(YEAR FROM sailed)',
    'EXTRACT(MONTH FROM sailed)',
    'EXTRACT(DAY FROM sailed)',
    '-seats',
  ),
  fc
    .tuple(fc.constantFrom('seats', '(seats + 1)', '3'), fc.constantFrom('+', '-', '*', '/'), number)
    .map((parts) => parts.join(' ')),
);
const dates: fc.Arbitrary<string> = fc.oneof(
  fc.constant('sailed'),
  date,
  fc.constant('CURRENT_DATE'),
  fc
    .tuple(fc.constantFrom('sailed', 'CURRENT_DATE'), fc.constantFrom('+', '-'), interval)
    .map((parts) => parts.join(' ')),
);

const operator = fc.constantFrom('=', '<>', '<', '<=', '>', '>=');
const not = fc.constantFrom('', 'NOT ');
const on = (operand: fc.Arbitrary<string>) =>
  fc.oneof(
    fc.tuple(operand, operator, operand).map((parts) => parts.join(' ')),
    fc
      .tuple(operand, not, operand, operand)
      .map(([own, no, low, high]) => `${own} ${no}BETWEEN ${low} AND ${high}`),
    fc
      .tuple(operand, not, fc.array(operand, { minLength: 1, maxLength: 3 }))
      .map(([own, no, list]) => `${own} ${no}IN (${list.join(', ')})`),
    fc.tuple(operand, not).map(([own, no]) => `${own} IS ${no}NULL`),
  );
const like = fc
  .tuple(texts, not, fc.constantFrom("'%a%'", "'_a%'", "'x!_y' ESCAPE '!'", "'50|%'", "'%'", "''"))
  .map(([own, no, pattern]) => `${own} ${no}LIKE ${pattern}`);

/** Conditions of some depth, as text. */
export const conditionArbitrary: fc.Arbitrary<string> = fc.letrec<{ condition: string }>((tie) => ({
  condition: fc.oneof(
    { maxDepth: 3, withCrossShrink: true },
    fc.oneof(on(texts), on(numbers), on(dates), like),
    fc
      .tuple(tie('condition'), fc.constantFrom('AND', 'OR'), tie('condition'))
      .map(([a, join, b]) => `(${a}) ${join} (${b})`),
    tie('condition').map((inner) => `NOT (${inner})`),
  ),
})).condition;
