/** Conditions on the rows of a dataset (SQL WHERE): a simple one on one column, or an SQL search condition. */
import { z } from 'zod';

export const ROW_OPERATORS = [
  'is one of',
  'is none of',
  'contains',
  'is blank',
  'is not blank',
  'at least',
  'more than',
  'at most',
  'less than',
  'between',
] as const;
export type RowOperator = (typeof ROW_OPERATORS)[number];

export const rowConditionSchema = z.object({
  column: z.string().min(1).max(64),
  operator: z.enum(ROW_OPERATORS),
  /** Texts, numbers or ISO days as text. "between" takes two, both ends inclusive; the comparisons one. */
  values: z.array(z.string().max(500)).max(200),
});
export type RowCondition = z.infer<typeof rowConditionSchema>;

/** How many values an operator takes: exactly so many, or any number above none. */
export function valuesWanted(operator: RowOperator): number | 'some' {
  switch (operator) {
    case 'is one of':
    case 'is none of':
      return 'some';
    case 'is blank':
    case 'is not blank':
      return 0;
    case 'between':
      return 2;
    default:
      return 1;
  }
}

/** A search condition as text, its columns named by their keys, with a date in the place of CURRENT_DATE. */
const sqlConditionSchema = z.object({ sql: z.string().min(1).max(20_000) });
export type SqlCondition = z.infer<typeof sqlConditionSchema>;

export const anyConditionSchema = z.union([sqlConditionSchema, rowConditionSchema]);
export type AnyCondition = z.infer<typeof anyConditionSchema>;

export const isSqlCondition = (condition: AnyCondition): condition is SqlCondition => 'sql' in condition;

/** Name of the two-valued category by which a cube knows whether rows keep a condition. */
export function conditionKey(condition: AnyCondition): string {
  if (isSqlCondition(condition)) return `?${condition.sql}`;
  return `?${JSON.stringify([condition.column, condition.operator, condition.values])}`;
}

/** Value of that category for rows that keep the condition. */
export const KEPT = 'yes';
