/** A period phrase as a tree, and the errors that reading one can give. */
import type { Day } from '../calendar/day';

/** One named stretch of the calendar. */
export type FixedPeriod =
  | { readonly kind: 'day'; readonly day: Day }
  | { readonly kind: 'week'; readonly year: number; readonly week: number }
  | { readonly kind: 'month'; readonly year: number; readonly month: number }
  | { readonly kind: 'quarter'; readonly year: number; readonly quarter: number }
  | { readonly kind: 'year'; readonly year: number }
  | { readonly kind: 'fiscal year'; readonly year: number }
  | { readonly kind: 'fiscal quarter'; readonly year: number; readonly quarter: number }
  | { readonly kind: 'fiscal month'; readonly year: number; readonly month: number };

/** An ISO 8601 duration; at least one part is given, each given part is 1 or more. */
export interface Duration {
  readonly years: number;
  readonly months: number;
  readonly weeks: number;
  readonly days: number;
}

/** Phrases whose days do not depend on when they are read. */
export type FixedPhrase =
  | { readonly kind: 'period'; readonly period: FixedPeriod }
  | { readonly kind: 'interval'; readonly from: FixedPeriod | null; readonly to: FixedPeriod | null }
  | { readonly kind: 'starting'; readonly from: FixedPeriod; readonly duration: Duration }
  | { readonly kind: 'ending'; readonly duration: Duration; readonly to: FixedPeriod }
  | { readonly kind: 'all' };

export type Phrase = FixedPhrase;

export const PHRASE_ERROR_CODES = [
  'empty',
  'unexpected',
  'no-such-day',
  'no-such-week',
  'reversed',
  'out-of-range',
] as const;
export type PhraseErrorCode = (typeof PHRASE_ERROR_CODES)[number];

/** What is wrong with a phrase. Offsets are UTF-16 code units into the text, `to` exclusive. */
export interface PhraseError {
  readonly code: PhraseErrorCode;
  readonly message: string;
  readonly from: number;
  readonly to: number;
  /** Words that could stand there. */
  readonly expected: readonly string[];
}

export type Parsed =
  { readonly ok: true; readonly phrase: Phrase } | { readonly ok: false; readonly error: PhraseError };
