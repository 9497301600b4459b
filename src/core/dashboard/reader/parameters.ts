/** The parameters of conditions as value controls give them. */
import type { ValueType } from '../../condition/check';
import type { ParameterValue } from '../../condition/parameters';
import type { DashboardDocument } from '../document/document';
import { valueProblem } from '../document/kinds/value';
import { heldBy, isRevealed } from './held';
import type { ReaderState } from './state';

interface Parameter {
  /** Null where it is blank, or its control is hidden. */
  readonly value: ParameterValue | null;
  readonly type: ValueType;
  readonly required: boolean;
  /** What is wrong with what is held; null where it fits. */
  readonly problem: string | null;
}

export type Parameters = ReadonlyMap<string, Parameter>;

export const NO_PARAMETERS: Parameters = new Map();

/** The parameters of a dashboard by their names; of two value controls of one name the first counts. */
export function parametersOf(document: DashboardDocument, state: ReaderState): Parameters {
  const parameters = new Map<string, Parameter>();
  for (const control of document.controls) {
    if (control.kind !== 'value' || parameters.has(control.name)) continue;
    const text = heldBy(control, state);
    const problem = valueProblem(control, text);
    const isBlank = text === '' || problem !== null || !isRevealed(document, state, control);
    parameters.set(control.name, {
      value: isBlank ? null : { type: control.type, text },
      type: control.type,
      required: control.required && isRevealed(document, state, control),
      problem,
    });
  }
  return parameters;
}

export const typesOf = (parameters: Parameters): Map<string, ValueType> =>
  new Map([...parameters].map(([name, { type }]) => [name, type]));

/** The values that are there, by their names. */
export const valuesOf = (parameters: Parameters): Map<string, ParameterValue> =>
  new Map([...parameters].flatMap(([name, { value }]) => (value ? [[name, value] as const] : [])));
