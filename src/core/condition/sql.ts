/**
 * Conditions as MariaDB's SQL. Everything that a person typed goes into parameters. Numbers are compared as DOUBLE, as
 * `evaluate` does.
 */
import { isoDay, type Day } from '../calendar/day';
import type { ValueType } from './check';
import type { Condition, Operand } from './expression';

/** A piece of SQL with its parameters. */
export interface Sql {
  readonly text: string;
  readonly values: readonly unknown[];
}

/** A column by the name that the condition has for it: its SQL, and its type. */
export type SqlColumn = (name: string) => Sql & { readonly type: ValueType };

export const plain = (text: string): Sql => ({ text, values: [] });

/** Pieces of SQL in a template: `sql\`${a} AND ${b}\``. */
function sql(strings: TemplateStringsArray, ...parts: readonly Sql[]): Sql {
  return {
    text: strings.reduce((text, string, i) => text + string + (parts[i]?.text ?? ''), ''),
    values: parts.flatMap((part) => part.values),
  };
}

export const joined = (parts: readonly Sql[], between: string): Sql => ({
  text: parts.map((part) => part.text).join(between),
  values: parts.flatMap((part) => part.values),
});

/** The condition as SQL; unknown stays NULL. */
export function conditionToSql(condition: Condition, column: SqlColumn, today: Day): Sql {
  const operand = (entry: Operand) => operandSql(entry, column, today);
  const inner = (entry: Condition) => sql`(${conditionToSql(entry, column, today)})`;
  const not = 'not' in condition && condition.not ? plain('NOT ') : plain('');
  switch (condition.kind) {
    case 'and':
    case 'or':
      return joined(condition.parts.map(inner), ` ${condition.kind.toUpperCase()} `);
    case 'not':
      return sql`NOT ${inner(condition.condition)}`;
    case 'comparison':
      return sql`${operand(condition.left)} ${plain(condition.operator)} ${operand(condition.right)}`;
    case 'between':
      return sql`${operand(condition.operand)} ${not}BETWEEN ${operand(condition.low)} AND ${operand(condition.high)}`;
    case 'in':
      return sql`${operand(condition.operand)} ${not}IN (${joined(condition.list.map(operand), ', ')})`;
    case 'like': {
      const { pattern, escape } = ownEscape(condition.pattern, condition.escape);
      return sql`${operand(condition.operand)} ${not}LIKE ${{ text: '?', values: [pattern] }} ESCAPE ${{ text: '?', values: [escape] }}`;
    }
    case 'null':
      return sql`${operand(condition.operand)} IS ${not}NULL`;
  }
}

const ESCAPE = '|';

/** The same pattern with one escape sign always: without one, the database would take the backslash. */
function ownEscape(pattern: string, escape: string | null) {
  let own = '';
  const signs = [...pattern];
  for (let i = 0; i < signs.length; i++) {
    const sign = signs[i]!;
    if (escape !== null && sign === escape && i + 1 < signs.length) own += ESCAPE + signs[++i]!;
    else if (sign === ESCAPE) own += ESCAPE + ESCAPE;
    else own += sign;
  }
  return { pattern: own, escape: ESCAPE };
}

function operandSql(operand: Operand, column: SqlColumn, today: Day): Sql {
  const inner = (entry: Operand) => operandSql(entry, column, today);
  const day = (value: Day): Sql => ({ text: 'CAST(? AS DATE)', values: [isoDay(value)] });
  switch (operand.kind) {
    case 'column': {
      const own = column(operand.name);
      return own.type === 'number' ? sql`CAST(${own} AS DOUBLE)` : own;
    }
    case 'text':
      return { text: '? COLLATE utf8mb4_nopad_bin', values: [operand.value] };
    case 'number':
      return { text: 'CAST(? AS DOUBLE)', values: [operand.digits] };
    case 'parameter':
      return plain('NULL');
    case 'date':
      return day(operand.day);
    case 'today':
      return day(today);
    case 'negative':
      return sql`(-${inner(operand.operand)})`;
    case 'arithmetic':
      return sql`(${inner(operand.left)} ${plain(operand.operator)} ${inner(operand.right)})`;
    case 'shift':
      return sql`(${inner(operand.operand)} + INTERVAL ${{ text: '?', values: [operand.count] }} ${plain(operand.unit)})`;
    case 'extract':
      return sql`EXTRACT(${plain(operand.field)} FROM ${inner(operand.operand)})`;
    case 'function':
      return sql`${plain(operand.name)}(${inner(operand.operand)})`;
    case 'substring': {
      const length = operand.length === null ? plain('') : { text: ', ?', values: [operand.length] };
      return sql`SUBSTRING(${inner(operand.operand)}, ${{ text: '?', values: [operand.start] }}${length})`;
    }
  }
}
