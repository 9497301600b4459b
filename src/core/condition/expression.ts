/** What an SQL search condition is made of, once read. Offsets into the text are kept for what errors point at. */
import type { Day } from '../calendar/day';

export interface Placed {
  /** Offset of the first character, and of the one after the last. */
  readonly from: number;
  readonly to: number;
}

export type IntervalUnit = 'DAY' | 'WEEK' | 'MONTH' | 'QUARTER' | 'YEAR';
export type ExtractField = 'YEAR' | 'QUARTER' | 'MONTH' | 'DAY';
export type TextFunction = 'UPPER' | 'LOWER' | 'TRIM';
export type Comparison = '=' | '<>' | '<' | '<=' | '>' | '>=';
export type Arithmetic = '+' | '-' | '*' | '/';

export type Operand = Placed &
  (
    | { readonly kind: 'column'; readonly name: string }
    | { readonly kind: 'text'; readonly value: string }
    /** Its digits as they were typed. */
    | { readonly kind: 'number'; readonly digits: string }
    | { readonly kind: 'date'; readonly day: Day }
    | { readonly kind: 'today' }
    /** A host parameter, whose value comes from elsewhere. */
    | { readonly kind: 'parameter'; readonly name: string }
    | { readonly kind: 'negative'; readonly operand: Operand }
    | {
        readonly kind: 'arithmetic';
        readonly operator: Arithmetic;
        readonly left: Operand;
        readonly right: Operand;
      }
    /** A date some units later (or, with a negative count, earlier). */
    | {
        readonly kind: 'shift';
        readonly operand: Operand;
        readonly count: number;
        readonly unit: IntervalUnit;
      }
    | { readonly kind: 'extract'; readonly field: ExtractField; readonly operand: Operand }
    | { readonly kind: 'function'; readonly name: TextFunction; readonly operand: Operand }
    /** Characters from a position (the first is 1) on, at most `length` of them. */
    | {
        readonly kind: 'substring';
        readonly operand: Operand;
        readonly start: number;
        readonly length: number | null;
      }
  );

export type Condition = Placed &
  (
    | { readonly kind: 'and' | 'or'; readonly parts: readonly Condition[] }
    | { readonly kind: 'not'; readonly condition: Condition }
    | {
        readonly kind: 'comparison';
        readonly operator: Comparison;
        readonly left: Operand;
        readonly right: Operand;
      }
    | {
        readonly kind: 'between';
        readonly operand: Operand;
        readonly low: Operand;
        readonly high: Operand;
        readonly not: boolean;
      }
    | {
        readonly kind: 'in';
        readonly operand: Operand;
        readonly list: readonly Operand[];
        readonly not: boolean;
      }
    | {
        readonly kind: 'like';
        readonly operand: Operand;
        readonly pattern: string;
        /** The host parameter that stands in the place of the pattern. */
        readonly parameter: string | null;
        readonly escape: string | null;
        readonly not: boolean;
      }
    | { readonly kind: 'null'; readonly operand: Operand; readonly not: boolean }
  );

export const CONDITION_KINDS: ReadonlySet<string> = new Set([
  'and',
  'or',
  'not',
  'comparison',
  'between',
  'in',
  'like',
  'null',
]);

export type ConditionErrorCode =
  | 'empty'
  | 'unexpected'
  | 'unclosed'
  | 'no-such-day'
  | 'no-such-column'
  | 'wrong-type'
  | 'not-a-condition'
  | 'bad-number'
  | 'bad-escape'
  | 'too-deep';

/** An error at a place of the text (`to` exclusive), with a sentence that helps. */
interface ConditionError extends Placed {
  readonly code: ConditionErrorCode;
  readonly message: string;
}

export type ConditionResult<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly error: ConditionError };

/** Thrown inside the reader and the checker, which turn it into an error value. */
export class ConditionProblem extends Error {
  constructor(
    readonly code: ConditionErrorCode,
    readonly place: Placed,
    message: string,
  ) {
    super(message);
  }
}
