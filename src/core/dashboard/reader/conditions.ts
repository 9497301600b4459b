/** Conditions of controls: read against a dataset's columns, and put together as one SQL search condition. */
import type { Day } from '../../calendar/day';
import {
  checkParsed,
  type ConditionColumn,
  type ParameterTypes,
  type ValueType,
} from '../../condition/check';
import { parametersIn, withParameters } from '../../condition/parameters';
import type { Condition, ConditionResult } from '../../condition/expression';
import { parseCondition } from '../../condition/parse';
import { columnText } from '../../condition/tokens';
import { printCondition, textLiteral } from '../../condition/print';
import type { ConditionControl } from '../document/controls';
import type { ConditionState } from './conditionState';
import { isBlank, typesOf, valuesOf, type Parameters } from './parameter';
import { entryText } from '../document/kinds/condition';
import { rangesOf } from '../../model/bins';
import type { NumberBounds } from '../../model/numberBounds';
import { datasetOf, type Column, type ColumnType, type Model } from '../../model/model';

/** A condition that cannot be used, and why; it has no effect. */
export interface ConditionIssue {
  /** Id of the entry; null for the reader's own. */
  readonly entry: string | null;
  readonly message: string;
}

/** Types of columns as conditions know them: a point of time stands for its day. */
const VALUE_TYPES: Record<ColumnType, ValueType> = {
  day: 'date',
  timestamp: 'date',
  whole: 'number',
  decimal: 'number',
  text: 'text',
};

/** Columns as conditions know them. */
export function asConditionColumns(
  columns: readonly Pick<Column, 'key' | 'name' | 'type'>[],
): ConditionColumn[] {
  return columns.map(({ key, name, type }) => ({ key, name, type: VALUE_TYPES[type] }));
}

/** The columns of a dataset as conditions know them. */
export function conditionColumns(model: Model, dataset: string): ConditionColumn[] {
  return asConditionColumns(datasetOf(model, dataset)?.columns ?? []);
}

/** Reads and checks a condition on a dataset; columns of the result are named by their keys. */
export function readCondition(
  model: Model,
  dataset: string,
  text: string,
  types?: ParameterTypes,
): ConditionResult<Condition> {
  return checkParsed(parseCondition(text), conditionColumns(model, dataset), types);
}

/** Keeps no row. */
const NOTHING = '1 = 0';

/**
 * A condition with the values of its parameters as text; null where an optional parameter is blank, so that it is off.
 * While a required one is blank it keeps no row.
 */
function filledText(
  condition: Condition,
  parameters: Parameters,
  today: Day,
): { readonly sql: string | null; readonly problem: string | null } {
  for (const name of parametersIn(condition)) {
    const parameter = parameters.get(name);
    if (!parameter) return { sql: null, problem: `There is no value control for :${name}.` };
    if (parameter.problem !== null) return { sql: null, problem: `:${name}: ${parameter.problem}` };
    if (!isBlank(parameter)) continue;
    return parameter.required
      ? { sql: NOTHING, problem: `:${name} has no value yet.` }
      : { sql: null, problem: null };
  }
  return { sql: printCondition(withParameters(condition, valuesOf(parameters)), today), problem: null };
}

/**
 * All that is switched on as one condition, with a day in the place of CURRENT_DATE and values in those of parameters;
 * null where nothing is.
 */
export function combinedCondition(
  model: Model,
  control: ConditionControl,
  state: ConditionState,
  today: Day,
  parameters: Parameters,
): { readonly sql: string | null; readonly problems: readonly ConditionIssue[] } {
  const problems: ConditionIssue[] = [];
  const types = typesOf(parameters);
  const read = (entry: string | null, text: string | undefined): string[] => {
    if (text === undefined) {
      problems.push({ entry, message: 'Its definition is not there any more.' });
      return [];
    }
    const condition = readCondition(model, control.dataset, text, types);
    const { sql, problem } = condition.ok
      ? filledText(condition.value, parameters, today)
      : { sql: null, problem: condition.error.message };
    if (problem !== null) problems.push({ entry, message: problem });
    return sql === null ? [] : [sql];
  };
  const groups = control.groups.flatMap(({ join, entries }) => {
    const texts = entries
      .filter((entry) => state.on.includes(entry.id))
      .flatMap((entry) => read(entry.id, entryText(model, control.dataset, entry)));
    return joinedTexts(texts, join);
  });
  const [all = null] = joinedTexts(groups, control.join);
  const own = control.open && state.own.trim() !== '' ? read(null, state.own) : [];
  const [sql = null] = joinedTexts([...(all === null ? [] : [all]), ...own], 'all');
  return { sql, problems };
}

function joinedTexts(texts: readonly string[], join: 'all' | 'any'): string[] {
  if (texts.length < 2) return [...texts];
  return [texts.map((text) => `(${text})`).join(join === 'all' ? ' AND ' : ' OR ')];
}

/** The condition that a number lies within bounds; null where all are open. Blank numbers do not. */
export function boundsCondition(column: string, bounds: NumberBounds): string | null {
  const name = columnText(column);
  const literal = (value: number) => (value < 0 ? `-${plainDigits(-value)}` : plainDigits(value));
  const ranges = rangesOf(bounds).map(({ low, high }) =>
    [
      ...(low === null ? [] : [`${name} >= ${literal(low)}`]),
      ...(high === null ? [] : [`${name} <= ${literal(high)}`]),
    ].join(' AND '),
  );
  return joinedTexts(ranges, 'any')[0] ?? null;
}

/** Digits with a point and without groups or an exponent, as numbers are held and put into conditions, whatever the locale. */
export const plainDigits = (value: number) =>
  value.toLocaleString('en', { useGrouping: false, maximumFractionDigits: 12 });

/**
 * The condition that rows belong to one of some groups, each told by values of the first columns; or, excluded, to
 * none of them. It is never unknown, so that blanks can be left out and kept like other values.
 */
export function groupsCondition(
  columns: readonly string[],
  keys: readonly (readonly (string | null)[])[],
  exclude: boolean,
): string {
  const test = (column: string, value: string | null) =>
    value === null
      ? `${columnText(column)} IS NULL`
      : `${columnText(column)} = ${textLiteral(value)} AND ${columnText(column)} IS NOT NULL`;
  const groups = keys.map((key) => `(${key.map((value, i) => test(columns[i]!, value)).join(' AND ')})`);
  const any = groups.join(' OR ');
  return exclude ? `NOT (${any})` : any;
}

/** A choice of a slicer's values as a condition on its column. */
export function choiceCondition(
  column: string,
  values: readonly (string | null)[],
  exclude: boolean,
): string {
  const name = columnText(column);
  const texts = values.filter((value) => value !== null).map(textLiteral);
  const parts = [
    ...(texts.length > 0 ? [`${name} IN (${texts.join(', ')})`] : []),
    ...(values.includes(null) ? [`${name} IS NULL`] : []),
  ];
  const kept = parts.join(' OR ');
  if (!exclude) return kept;
  return values.includes(null) ? `NOT (${kept})` : `NOT (${kept}) OR ${name} IS NULL`;
}
