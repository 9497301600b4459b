/** Host parameters of conditions, such as `:late`: which there are, and values put in their places. */
import { parseIsoDay } from '../calendar/day';
import type { ValueType } from './check';
import type { Condition, Operand, Placed } from './expression';
import { namesIn } from './print';

/** A value as it is held: digits with a point, a text, or a day (YYYY-MM-DD). */
export interface ParameterValue {
  readonly type: ValueType;
  readonly text: string;
}

const NUMBER = /^-?\d{1,15}(?:\.\d{1,12})?$/;

/** Whether a text is a value of a type. */
export function isValueOf(type: ValueType, text: string): boolean {
  if (type === 'number') return NUMBER.test(text);
  return type === 'text' || parseIsoDay(text) !== undefined;
}

/** The names of the parameters of a condition, each once, in their order. */
export function parametersIn(condition: Condition): string[] {
  return namesIn(condition, (node) => {
    if ('kind' in node && node.kind === 'parameter' && 'name' in node) return String(node.name);
    return 'parameter' in node && typeof node.parameter === 'string' ? node.parameter : null;
  });
}

/** The condition with values in the places of its parameters; those without a value stay. */
export function withParameters(condition: Condition, values: ReadonlyMap<string, ParameterValue>): Condition {
  const visit = (value: unknown): unknown => {
    if (Array.isArray(value)) return value.map(visit);
    if (typeof value !== 'object' || value === null) return value;
    if ('kind' in value && value.kind === 'parameter') {
      const operand = value as Extract<Operand, { kind: 'parameter' }>;
      const held = values.get(operand.name);
      return held ? literalOf(held, operand) : operand;
    }
    const next = Object.fromEntries(Object.entries(value).map(([key, entry]) => [key, visit(entry)]));
    const held = typeof next.parameter === 'string' ? values.get(next.parameter) : undefined;
    return held ? { ...next, pattern: held.text, parameter: null } : next;
  };
  return visit(condition) as Condition;
}

function literalOf({ type, text }: ParameterValue, { from, to }: Placed): Operand {
  const place = { from, to };
  if (type === 'text') return { kind: 'text', value: text, ...place };
  if (type === 'date') return { kind: 'date', day: parseIsoDay(text)!, ...place };
  const number = { kind: 'number', digits: text.replace('-', ''), ...place } as const;
  return text.startsWith('-') ? { kind: 'negative', operand: number, ...place } : number;
}
