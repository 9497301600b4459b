/**
 * Tells whether a row keeps a condition, by SQL's three-valued logic: true, false, or null for unknown. Texts are
 * compared by code points, numbers as binary floating point, dates as days.
 */
import { civilFromDay, FIRST_DAY, LAST_DAY, type Day } from '../calendar/day';
import { shiftMonths } from '../calendar/units';
import { likePattern } from './like';
import type { Comparison, Condition, IntervalUnit, Operand } from './expression';

/** A text, a number, a day, or null for blank. */
export type Value = string | number | null;
/** The value of a column of the row at hand, by the name that the condition has for it. */
export type Row = (column: string) => Value;
export type Truth = boolean | null;

/** A condition made ready to be asked of many rows. */
export function compileCondition(condition: Condition, today: Day): (row: Row) => Truth {
  const operand = (entry: Operand) => compileOperand(entry, today);
  switch (condition.kind) {
    case 'and':
    case 'or': {
      const parts = condition.parts.map((part) => compileCondition(part, today));
      const settled = condition.kind === 'or';
      return (row) => {
        let truth: Truth = !settled;
        for (const part of parts) {
          const own = part(row);
          if (own === settled) return settled;
          if (own === null) truth = null;
        }
        return truth;
      };
    }
    case 'not': {
      const inner = compileCondition(condition.condition, today);
      return (row) => negated(inner(row), true);
    }
    case 'comparison': {
      const [left, right] = [operand(condition.left), operand(condition.right)];
      const { operator } = condition;
      return (row) => compared(left(row), operator, right(row));
    }
    case 'between': {
      const [own, low, high] = [operand(condition.operand), operand(condition.low), operand(condition.high)];
      return (row) => {
        const value = own(row);
        const above = compared(value, '>=', low(row));
        const below = compared(value, '<=', high(row));
        const within =
          above === false || below === false ? false : above === null || below === null ? null : true;
        return negated(within, condition.not);
      };
    }
    case 'in': {
      const own = operand(condition.operand);
      const list = condition.list.map(operand);
      return (row) => {
        const value = own(row);
        let truth: Truth = false;
        for (const entry of list) {
          const same = compared(value, '=', entry(row));
          if (same === true) return negated(true, condition.not);
          if (same === null) truth = null;
        }
        return negated(truth, condition.not);
      };
    }
    case 'like': {
      const own = operand(condition.operand);
      const matches = likePattern(condition.pattern, condition.escape);
      return (row) => {
        const value = own(row);
        return value === null ? null : negated(matches(String(value)), condition.not);
      };
    }
    case 'null': {
      const own = operand(condition.operand);
      return (row) => (own(row) === null) !== condition.not;
    }
  }
}

const negated = (truth: Truth, not: boolean): Truth => (truth === null || !not ? truth : !truth);

function compared(left: Value, operator: Comparison, right: Value): Truth {
  if (left === null || right === null) return null;
  const order =
    typeof left === 'string' && typeof right === 'string'
      ? byCodePoints(left, right)
      : Number(left) - Number(right);
  switch (operator) {
    case '=':
      return order === 0;
    case '<>':
      return order !== 0;
    case '<':
      return order < 0;
    case '<=':
      return order <= 0;
    case '>':
      return order > 0;
    case '>=':
      return order >= 0;
  }
}

/** Order of texts by code points: plain comparison goes by UTF-16 units, which differs above U+FFFF. */
export function byCodePoints(a: string, b: string): number {
  if (a === b) return 0;
  let i = 0;
  while (i < a.length && i < b.length && a.charCodeAt(i) === b.charCodeAt(i)) i++;
  if (i > 0 && isLowSurrogate(a.charCodeAt(i)) && isLowSurrogate(b.charCodeAt(i))) i--;
  return (a.codePointAt(i) ?? -1) - (b.codePointAt(i) ?? -1);
}

const isLowSurrogate = (unit: number) => unit >= 0xdc00 && unit <= 0xdfff;

function compileOperand(operand: Operand, today: Day): (row: Row) => Value {
  const inner = (entry: Operand) => compileOperand(entry, today);
  switch (operand.kind) {
    case 'column':
      return (row) => row(operand.name);
    case 'text':
      return () => operand.value;
    case 'number': {
      const value = Number(operand.digits);
      return () => value;
    }
    case 'parameter':
      // Without a value it is unknown, as a blank is.
      return () => null;
    case 'date':
      return () => operand.day;
    case 'today':
      return () => today;
    case 'negative':
      return mapped(inner(operand.operand), (value) => -Number(value));
    case 'arithmetic': {
      const [left, right] = [inner(operand.left), inner(operand.right)];
      const { operator } = operand;
      return (row) => {
        const [a, b] = [left(row), right(row)];
        return a === null || b === null ? null : calculated(Number(a), operator, Number(b));
      };
    }
    case 'shift':
      return mapped(inner(operand.operand), (value) => shifted(Number(value), operand.count, operand.unit));
    case 'extract':
      return mapped(inner(operand.operand), (value) => {
        const { year, month, day } = civilFromDay(Number(value));
        const fields = { YEAR: year, QUARTER: Math.ceil(month / 3), MONTH: month, DAY: day };
        return fields[operand.field];
      });
    case 'function': {
      const change = { UPPER: upperCase, LOWER: lowerCase, TRIM: trimmed }[operand.name];
      return mapped(inner(operand.operand), (value) => change(String(value)));
    }
    case 'substring': {
      const { start, length } = operand;
      const end = length === null ? undefined : start - 1 + length;
      return mapped(inner(operand.operand), (value) => [...String(value)].slice(start - 1, end).join(''));
    }
  }
}

function mapped(inner: (row: Row) => Value, change: (value: string | number) => Value): (row: Row) => Value {
  return (row) => {
    const value = inner(row);
    return value === null ? null : change(value);
  };
}

/** Null for a division by zero, as the database has it. */
function calculated(a: number, operator: '+' | '-' | '*' | '/', b: number): number | null {
  switch (operator) {
    case '+':
      return a + b;
    case '-':
      return a - b;
    case '*':
      return a * b;
    case '/':
      return b === 0 ? null : a / b;
  }
}

const MONTHS: Partial<Record<IntervalUnit, number>> = { MONTH: 1, QUARTER: 3, YEAR: 12 };

/** A day some units later; the last day of a month where that has no such day. Null outside the known years. */
function shifted(day: Day, count: number, unit: IntervalUnit): Day | null {
  const months = MONTHS[unit];
  const to =
    months === undefined ? day + count * (unit === 'WEEK' ? 7 : 1) : shiftedMonths(day, count * months);
  return to < FIRST_DAY || to > LAST_DAY ? null : to;
}

function shiftedMonths(day: Day, months: number): Day {
  const { year, month } = civilFromDay(day);
  const index = year * 12 + month - 1 + months;
  return index < 12 || index >= 120000 ? Infinity : shiftMonths(day, months);
}

/** Case is changed letter by letter, as the database does: letters that would become two stay as they are. */
const letterwise = (change: (letter: string) => string) => (text: string) =>
  [...text].map((letter) => (change(letter).length === letter.length ? change(letter) : letter)).join('');
const upperCase = letterwise((letter) => letter.toUpperCase());
const lowerCase = letterwise((letter) => letter.toLowerCase());

const trimmed = (text: string) => text.replace(/^ +| +$/g, '');
