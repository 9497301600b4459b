/** What a control now says: its days, or its choice. */
import type { ConditionIssue } from './conditions';
import type { Day } from '../../calendar/day';
import type { RoleRef } from '../document/kinds/asof';
import type { NumberBounds } from '../../model/numberBounds';
import type { MeasureRef } from '../../model/model';
import type { DayRuns } from '../../calendar/runs';
import type { Phrase, PhraseError } from '../../period/phrase';
import type { PeriodContext } from '../../period/point';
import type { EmptyReason } from '../../period/resolve';
import type { Drill } from './drill';

/** The days that a time control asks for. A phrase that cannot be read has no effect. */
export interface WindowSetting {
  readonly kind: 'window';
  readonly text: string;
  /** Null where the text cannot be read. */
  readonly phrase: Phrase | null;
  /** Asked for; none when `empty` says why. */
  readonly runs: DayRuns;
  readonly empty: EmptyReason | null;
  readonly error: PhraseError | null;
  /** Whether the window was moved to where there is data. */
  readonly followed: boolean;
  /** What the phrase was read against; its data is that of what the control is wired to, under the slicers. */
  readonly context: PeriodContext;
}

export type Setting =
  | WindowSetting
  | {
      readonly kind: 'choice';
      readonly values: readonly (string | null)[];
      /** Whether the values are left out. */
      readonly exclude: boolean;
      /** Whether it keeps no row while nothing is chosen. */
      readonly required: boolean;
      /** Whether it is switched off: then it keeps every row, whatever is chosen. */
      readonly off: boolean;
    }
  | {
      readonly kind: 'condition';
      /** Null where nothing is switched on. Columns are named by their keys. */
      readonly sql: string | null;
      readonly problems: readonly ConditionIssue[];
    }
  /** Bounds of a measure's totals by category, both inclusive. */
  | {
      readonly kind: 'totals';
      readonly measure: MeasureRef;
      readonly bounds: NumberBounds;
      readonly join: 'all' | 'any';
    }
  /** What was chosen on a visual's own marks. */
  | {
      readonly kind: 'pick';
      readonly days: DayRuns | null;
      readonly keys: readonly (readonly (string | null)[])[];
      readonly exclude: boolean;
    }
  /** The day that stands in the place of today, and the date roles whose later rows are not there then. */
  | { readonly kind: 'as of'; readonly day: Day; readonly later: readonly RoleRef[] }
  /** What a visual was drilled into. */
  | { readonly kind: 'drill'; readonly drill: Drill }
  /** The phrase needs to know the days with data, and the source does not. */
  | { readonly kind: 'pending' };

/** Where the as-of day stands among the settings. */
export const AS_OF_KEY = 'as of';

export type Settings = ReadonlyMap<string, Setting>;

/** Whether a choice keeps some rows and not others. */
export function isEffective(setting: Extract<Setting, { kind: 'choice' }>): boolean {
  return !setting.off && (setting.values.length > 0 || setting.required);
}
