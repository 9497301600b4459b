/** What rules of the grammar hand on: values and conditions with their places, checked for which may stand where. */
import type { IToken } from 'chevrotain';
import { parseIsoDay } from '../calendar/day';
import {
  CONDITION_KINDS,
  ConditionProblem,
  type Condition,
  type IntervalUnit,
  type Operand,
  type Placed,
} from './expression';

export type Term = Operand | Condition;

/** An amount of time, which only stands after + or - beside a date. */
export interface IntervalTerm extends Placed {
  readonly kind: 'interval';
  readonly count: number;
  readonly unit: IntervalUnit;
}

export const placeOf = (first: IToken, last: IToken = first): Placed => ({
  from: first.startOffset,
  to: last.startOffset + last.image.length,
});

const isCondition = (term: Placed & { kind: string }): term is Condition => CONDITION_KINDS.has(term.kind);

export function asOperand(term: Term): Operand {
  if (!isCondition(term)) return term;
  throw new ConditionProblem('wrong-type', term, 'A value has to stand here, not a condition.');
}

export function asCondition(term: Term): Condition {
  if (isCondition(term)) return term;
  throw new ConditionProblem(
    'not-a-condition',
    term,
    'This is a value, not a condition yet. Compare it: with =, <, BETWEEN, IN, LIKE or IS NULL.',
  );
}

export const unquoted = (token: IToken, quote: string) =>
  token.image.slice(1, -1).replaceAll(quote + quote, quote);

export function joined(kind: 'and' | 'or', terms: readonly Term[]): Term {
  const [first] = terms;
  if (terms.length === 1) return first!;
  const parts = terms.map(asCondition);
  return { kind, parts, from: first!.from, to: parts[parts.length - 1]!.to };
}

export function dayOf(token: IToken) {
  const text = unquoted(token, "'");
  const day = parseIsoDay(text);
  if (day !== undefined) return day;
  const example = /^\d{4}-\d{2}-\d{2}$/.test(text)
    ? `There is no day ${text}.`
    : "Write a day as DATE '2026-01-31'.";
  throw new ConditionProblem('no-such-day', placeOf(token), example);
}

/** Most that counts and positions can be. */
const GREATEST = 9999;

export function wholeOf(token: IToken, least: number, text = token.image): number {
  if (/^\d{1,4}$/.test(text) && Number(text) >= least) return Number(text);
  throw new ConditionProblem(
    'bad-number',
    placeOf(token),
    `“${text}” does not fit here: write a whole number from ${least} to ${GREATEST}.`,
  );
}

export function patternOf(pattern: IToken, escape: IToken | undefined) {
  const sign = escape ? unquoted(escape, "'") : null;
  const isParameter = pattern.image.startsWith(':');
  if (sign !== null && [...sign].length !== 1)
    throw new ConditionProblem('bad-escape', placeOf(escape!), 'ESCAPE takes one character.');
  const text = isParameter ? '' : unquoted(pattern, "'");
  if (sign !== null) {
    const signs = [...text];
    for (let i = 0; i < signs.length; i++) {
      if (signs[i] !== sign) continue;
      const next = signs[++i];
      if (next !== '%' && next !== '_' && next !== sign)
        throw new ConditionProblem(
          'bad-escape',
          placeOf(pattern),
          `After ${sign} only %, _ or ${sign} itself can stand in a pattern.`,
        );
    }
  }
  return { pattern: text, escape: sign, parameter: isParameter ? pattern.image.slice(1) : null };
}
