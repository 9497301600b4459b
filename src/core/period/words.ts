/** Reads single words of a phrase: counts, days, periods, durations; what is wrong with one is thrown with its place. */
import type { IToken } from 'chevrotain';
import { DEFAULT_RULE } from '../calendar/rule';
import { daysOfFixedPeriod, readDuration, readFixedPeriod } from './fixedPeriod';
import type { Duration, FixedPeriod, LongPeriod, PhraseErrorCode } from './phrase';

/** A problem met in words that have the right shape for their place: from the first token to the last. */
export class WordProblem extends Error {
  constructor(
    readonly code: PhraseErrorCode,
    readonly first: IToken,
    readonly last: IToken = first,
  ) {
    super(code);
  }
}

const MOST = 9999;

export function countOf(token: IToken): number {
  const value = /^\d+$/.test(token.image) ? Number(token.image) : NaN;
  if (!(value >= 1 && value <= MOST)) throw new WordProblem('bad-count', token);
  return value;
}

export function signedOf(token: IToken): number {
  const value = /^[+-]\d+$/.test(token.image) ? Number(token.image) : NaN;
  if (!(Math.abs(value) >= 1 && Math.abs(value) <= MOST)) throw new WordProblem('bad-count', token);
  return value;
}

export function dayOfMonthOf(token: IToken): number {
  if (!/^\d+$/.test(token.image)) throw new WordProblem('unexpected', token);
  const value = Number(token.image);
  if (value < 1 || value > 31) throw new WordProblem('bad-day-of-month', token);
  return value;
}

export function periodOf(token: IToken): FixedPeriod {
  const reading = readFixedPeriod(token.image);
  if (!reading?.ok) throw new WordProblem(reading?.code ?? 'unexpected', token);
  return reading.period;
}

export function longPeriodOf(token: IToken): LongPeriod {
  const period = periodOf(token);
  if (period.kind === 'day') throw new WordProblem('unexpected', token);
  return period;
}

export function durationOf(token: IToken): Duration {
  const duration = readDuration(token.image);
  if (duration === 'bad-count') throw new WordProblem('bad-count', token);
  if (!duration) throw new WordProblem('unexpected', token);
  return duration;
}

const isFiscal = (period: FixedPeriod) => period.kind.startsWith('fiscal');

/** Fixed intervals that end before they start are told while reading; fiscal ones once the rule is known. */
export function checkOrder(from: FixedPeriod, to: FixedPeriod, first: IToken, last: IToken) {
  if (isFiscal(from) || isFiscal(to)) return;
  const start = daysOfFixedPeriod(from, DEFAULT_RULE)?.start ?? -Infinity;
  const end = daysOfFixedPeriod(to, DEFAULT_RULE)?.end ?? Infinity;
  if (start > end) throw new WordProblem('reversed', first, last);
}
