/** Conditions as text: keywords in capitals, columns as they are named in the condition, parentheses where needed. */
import { isoDay, type Day } from '../calendar/day';
import type { Condition, Operand } from './expression';
import { columnText } from './tokens';

export const textLiteral = (text: string) => `'${text.replaceAll("'", "''")}'`;

/** The text of a condition; with a day given, that day stands in the place of CURRENT_DATE. */
export function printCondition(condition: Condition, today: Day | null = null): string {
  const operand = (entry: Operand) => printOperand(entry, today);
  const inner = (entry: Condition) => {
    const text = printCondition(entry, today);
    return entry.kind === 'and' || entry.kind === 'or' ? `(${text})` : text;
  };
  switch (condition.kind) {
    case 'and':
    case 'or':
      return condition.parts.map(inner).join(` ${condition.kind.toUpperCase()} `);
    case 'not':
      return `NOT ${inner(condition.condition)}`;
    case 'comparison':
      return `${operand(condition.left)} ${condition.operator} ${operand(condition.right)}`;
    case 'between': {
      const not = condition.not ? 'NOT ' : '';
      return `${operand(condition.operand)} ${not}BETWEEN ${operand(condition.low)} AND ${operand(condition.high)}`;
    }
    case 'in':
      return `${operand(condition.operand)} ${condition.not ? 'NOT ' : ''}IN (${condition.list.map(operand).join(', ')})`;
    case 'like': {
      const pattern =
        condition.parameter === null ? textLiteral(condition.pattern) : `:${condition.parameter}`;
      const escape = condition.escape === null ? '' : ` ESCAPE ${textLiteral(condition.escape)}`;
      return `${operand(condition.operand)} ${condition.not ? 'NOT ' : ''}LIKE ${pattern}${escape}`;
    }
    case 'null':
      return `${operand(condition.operand)} IS ${condition.not ? 'NOT ' : ''}NULL`;
  }
}

/** Whether a sum stands at the left of a product. */
const bindsLess = (inner: Operand, outer: Operand) =>
  (inner.kind === 'shift' || (inner.kind === 'arithmetic' && /[+-]/.test(inner.operator))) &&
  outer.kind === 'arithmetic' &&
  /[*/]/.test(outer.operator);

function printOperand(operand: Operand, today: Day | null): string {
  const inner = (entry: Operand) => {
    const text = printOperand(entry, today);
    return entry.kind === 'arithmetic' || entry.kind === 'shift' || entry.kind === 'negative'
      ? `(${text})`
      : text;
  };
  /** What stands at the left is worked out first anyway, unless it binds less. */
  const left = (entry: Operand) =>
    bindsLess(entry, operand) ? `(${printOperand(entry, today)})` : printOperand(entry, today);
  switch (operand.kind) {
    case 'column':
      return columnText(operand.name);
    case 'text':
      return textLiteral(operand.value);
    case 'number':
      return operand.digits;
    case 'parameter':
      return `:${operand.name}`;
    case 'date':
      return `DATE '${isoDay(operand.day)}'`;
    case 'today':
      return today === null ? 'CURRENT_DATE' : `DATE '${isoDay(today)}'`;
    case 'negative':
      return `-${inner(operand.operand)}`;
    case 'arithmetic':
      return `${left(operand.left)} ${operand.operator} ${inner(operand.right)}`;
    case 'shift':
      return `${left(operand.operand)} ${operand.count < 0 ? '-' : '+'} INTERVAL '${Math.abs(operand.count)}' ${operand.unit}`;
    case 'extract':
      return `EXTRACT(${operand.field} FROM ${printOperand(operand.operand, today)})`;
    case 'function':
      return `${operand.name}(${printOperand(operand.operand, today)})`;
    case 'substring': {
      const length = operand.length === null ? '' : ` FOR ${operand.length}`;
      return `SUBSTRING(${printOperand(operand.operand, today)} FROM ${operand.start}${length})`;
    }
  }
}

/** The columns that a condition names, each once. */
export function columnsIn(condition: Condition): string[] {
  return namesIn(condition, (node) => ('kind' in node && node.kind === 'column' ? nameOf(node) : null));
}

const nameOf = (node: object) => ('name' in node ? String(node.name) : null);

/** The names that the nodes of a condition give, each once, in their order. */
export function namesIn(condition: Condition, named: (node: object) => string | null): string[] {
  const names = new Set<string>();
  const visit = (value: unknown) => {
    if (Array.isArray(value)) {
      value.forEach(visit);
      return;
    }
    if (typeof value !== 'object' || value === null) return;
    const name = named(value);
    if (name !== null) names.add(name);
    Object.values(value).forEach(visit);
  };
  visit(condition);
  return [...names];
}
