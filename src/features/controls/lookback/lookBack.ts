/** A look-back's number and unit, to and from period phrases. */
import type { LookBack } from '../../../core/dashboard/document/document';
import { LOOK_BACK_UNITS } from '../../../core/dashboard/document/kinds/lookback';
import { withoutSwitchedDay } from '../../../core/period/rolling';
import { parsePhrase } from '../../../core/period/parse';

export type LookBackUnit = LookBack['units'][number];

/** The number and unit of a phrase, whatever day a switch of the control counts it from; undefined when it is no look-back. */
export function lookBackOf(
  text: string,
  switches: LookBack['switches'] = [],
): { count: number; unit: LookBackUnit } | undefined {
  const parsed = parsePhrase(switches.includes('today counts') ? withoutSwitchedDay(text) : text);
  if (!parsed.ok) return undefined;
  const { phrase } = parsed;
  if (phrase.kind === 'days of data') return { count: phrase.count, unit: 'days of data' };
  if (phrase.kind !== 'last') return undefined;
  const unit = `${phrase.full ? 'full ' : ''}${phrase.unit}s`;
  const known = LOOK_BACK_UNITS.find((entry) => entry === unit);
  return known && { count: phrase.count, unit: known };
}

/** The phrase of a number and a unit. */
export function lookBackText(count: number, unit: LookBackUnit): string {
  return `last ${count} ${count === 1 ? unit.replace(/(day|week|month|quarter|year)s/, '$1') : unit}`;
}
