/** The parameters that conditions ask for, with their values, and what a blank one does. */
import type { ValueType } from '../../condition/check';
import { parametersIn, type ParameterValue } from '../../condition/parameters';
import { parseCondition } from '../../condition/parse';

export interface Parameter {
  readonly type: ValueType;
  /** Null where it is blank, or its control is hidden. */
  readonly value: ParameterValue | null;
  readonly required: boolean;
  /** What is wrong with what is held; null where it fits. */
  readonly problem: string | null;
}

/** By their names. */
export type Parameters = ReadonlyMap<string, Parameter>;

export const NO_PARAMETERS: Parameters = new Map();

export const typesOf = (parameters: Parameters): Map<string, ValueType> =>
  new Map([...parameters].map(([name, { type }]) => [name, type]));

/** The values that are there, by their names. */
export const valuesOf = (parameters: Parameters): Map<string, ParameterValue> =>
  new Map([...parameters].flatMap(([name, { value }]) => (value ? [[name, value] as const] : [])));

/** Whether there is nothing in a parameter, not even something wrong. */
export const isBlank = ({ value, problem }: Parameter): boolean => value === null && problem === null;

/** The first optional parameter that is blank, so that a condition that asks for it is off; undefined where none is. */
export function blankIn(text: string, parameters: Parameters): string | undefined {
  if (!text.includes(':')) return undefined;
  const read = parseCondition(text);
  return read.ok
    ? parametersIn(read.value).find((name) => {
        const parameter = parameters.get(name);
        return parameter !== undefined && isBlank(parameter) && !parameter.required;
      })
    : undefined;
}
