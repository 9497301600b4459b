/** A period phrase as a tree. Its text is made by `print.ts`, its days by `resolve.ts`. */
import type { Day } from '../calendar/day';
import type { Unit } from '../calendar/units';

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

/** A fixed period that is longer than a day. */
export type LongPeriod = Exclude<FixedPeriod, { kind: 'day' }>;

/** An ISO 8601 duration; at least one part is given, each given part is 1 or more. */
export interface Duration {
  readonly years: number;
  readonly months: number;
  readonly weeks: number;
  readonly days: number;
}

/** One fixed stretch with both ends. */
export type ClosedPhrase =
  | { readonly kind: 'period'; readonly period: FixedPeriod }
  | { readonly kind: 'interval'; readonly from: FixedPeriod; readonly to: FixedPeriod }
  | { readonly kind: 'starting'; readonly from: FixedPeriod; readonly duration: Duration }
  | { readonly kind: 'ending'; readonly duration: Duration; readonly to: FixedPeriod };

/** Phrases whose days do not depend on when they are read. */
export type FixedPhrase =
  | ClosedPhrase
  | { readonly kind: 'open end'; readonly from: FixedPeriod }
  | { readonly kind: 'open start'; readonly to: FixedPeriod }
  | { readonly kind: 'all' }
  | { readonly kind: 'list'; readonly parts: readonly ClosedPhrase[] };

export type Which = 'last' | 'this' | 'next';

/** A unit that a point lies in: by its place from the reference day, or fixed. */
export type RefUnit =
  | { readonly kind: 'which'; readonly which: Which; readonly unit: Unit }
  /** The n-th unit after (n > 0) or before (n < 0); never 0. */
  | { readonly kind: 'nth'; readonly unit: Unit; readonly n: number }
  | { readonly kind: 'fixed'; readonly period: LongPeriod };

export type PointBase =
  | { readonly kind: 'day'; readonly day: Day }
  | { readonly kind: 'today' | 'yesterday' | 'tomorrow' | 'latest' | 'latest so far' | 'earliest' }
  | { readonly kind: 'start' | 'end'; readonly of: RefUnit }
  | { readonly kind: 'day of'; readonly dayOfMonth: number; readonly of: RefUnit };

/** `n` may be negative ("minus"), never 0. */
export interface Step {
  readonly n: number;
  readonly unit: Unit;
}

export interface Point {
  readonly base: PointBase;
  readonly steps: readonly Step[];
}

/** An end of `from … to …`: a point, or a longer fixed period (its first or last day). */
export type RangeEnd = Point | LongPeriod;

/** Phrases whose days depend on the day on which they are read. */
export type RollingPhrase =
  | { readonly kind: 'last'; readonly count: number; readonly unit: Unit; readonly full: boolean }
  | { readonly kind: 'next'; readonly count: number; readonly unit: Unit; readonly full: boolean }
  | { readonly kind: 'unit'; readonly which: Which; readonly unit: Unit }
  /** `before` is 0 for `this unit to date` alone. */
  | { readonly kind: 'to date'; readonly unit: Unit; readonly before: number }
  | {
      readonly kind: 'around';
      readonly unit: Unit;
      readonly side: 'before' | 'after';
      readonly count: number;
    }
  | { readonly kind: 'days of data'; readonly count: number }
  | { readonly kind: 'range'; readonly from: RangeEnd | null; readonly to: RangeEnd | null }
  /** A day without steps is a fixed period, not a point. */
  | { readonly kind: 'point'; readonly point: Point };

/** A phrase without what is left out of it. */
export type WholePhrase =
  | FixedPhrase
  | RollingPhrase
  | { readonly kind: 'counted'; readonly phrase: RollingPhrase; readonly from: Point };

export type Phrase =
  | WholePhrase
  | { readonly kind: 'except'; readonly phrase: WholePhrase; readonly without: readonly ClosedPhrase[] };

/** What a figure is compared against. */
export type Baseline =
  | { readonly kind: 'previous span'; readonly times: number }
  | { readonly kind: 'same span'; readonly count: number; readonly unit: Unit }
  | { readonly kind: 'same weekdays'; readonly years: number }
  | { readonly kind: 'phrase'; readonly phrase: Phrase };

export const PHRASE_ERROR_CODES = [
  'empty',
  'unexpected',
  'no-such-day',
  'no-such-week',
  'bad-count',
  'bad-day-of-month',
  'reversed',
  'anchor-on-fixed',
  'out-of-range',
] as const;
export type PhraseErrorCode = (typeof PHRASE_ERROR_CODES)[number];

/** What is wrong with a phrase. Offsets are UTF-16 code units into the text, `to` exclusive. */
export interface PhraseError {
  readonly code: PhraseErrorCode;
  /** A sentence a person can act on. */
  readonly message: string;
  readonly from: number;
  readonly to: number;
  /** Words that could stand there. */
  readonly expected: readonly string[];
}

export type Parsed<T = Phrase> =
  { readonly ok: true; readonly phrase: T } | { readonly ok: false; readonly error: PhraseError };

/** Whether an end of a range is a longer fixed period. */
export function isLongPeriod(end: RangeEnd): end is LongPeriod {
  return 'kind' in end;
}

const CLOSED_KINDS: readonly string[] = ['period', 'interval', 'starting', 'ending'];
const FIXED_KINDS: readonly string[] = [...CLOSED_KINDS, 'open end', 'open start', 'all', 'list'];

/** Whether a phrase is one fixed stretch with both ends. */
export function isClosedPhrase(phrase: WholePhrase): phrase is ClosedPhrase {
  return CLOSED_KINDS.includes(phrase.kind);
}

/** Whether the days of a phrase do not depend on when it is read. */
export function isFixedPhrase(phrase: WholePhrase): phrase is FixedPhrase {
  return FIXED_KINDS.includes(phrase.kind);
}

/** Whether the days of a phrase stay as they are, whatever the day on which it is read; "all" is no fixed stretch. */
export function staysFixed(phrase: Phrase): boolean {
  const whole = phrase.kind === 'except' ? phrase.phrase : phrase;
  return isFixedPhrase(whole) && whole.kind !== 'all';
}

const needsDays = (point: Point): boolean =>
  ['latest', 'latest so far', 'earliest'].includes(point.base.kind);

/** Whether the days of a phrase depend on the days with data; `anchor` is what rolling phrases count from. */
export function usesData(phrase: Phrase, anchor: Point): boolean {
  switch (phrase.kind) {
    case 'except':
      return usesData(phrase.phrase, anchor);
    case 'counted':
      return needsDays(phrase.from) || usesData(phrase.phrase, phrase.from);
    case 'days of data':
      return true;
    case 'point':
      return needsDays(phrase.point) || needsDays(anchor);
    case 'range':
      return (
        needsDays(anchor) ||
        [phrase.from, phrase.to].some((end) => end !== null && !isLongPeriod(end) && needsDays(end))
      );
    default:
      return !isFixedPhrase(phrase) && needsDays(anchor);
  }
}
