/** A look-back's number and unit, to and from period phrases. */
import type { LookBack } from '../../../core/dashboard/document/document';
import { parsePhrase } from '../../../core/period/parse';

export type LookBackUnit = LookBack['units'][number];

/** The number and unit of a phrase; undefined when it is no look-back. */
export function lookBackOf(text: string): { count: number; unit: LookBackUnit } | undefined {
  const parsed = parsePhrase(text);
  if (!parsed.ok) return undefined;
  const { phrase } = parsed;
  if (phrase.kind === 'days of data') return { count: phrase.count, unit: 'days of data' };
  if (phrase.kind !== 'last') return undefined;
  const unit = `${phrase.full ? 'full ' : ''}${phrase.unit}s`;
  const known: readonly string[] = ['days', 'weeks', 'months', 'full weeks', 'full months'];
  return known.includes(unit) ? { count: phrase.count, unit: unit as LookBackUnit } : undefined;
}

/** The phrase of a number and a unit. */
export function lookBackText(count: number, unit: LookBackUnit): string {
  const singular = count === 1 ? unit.replace(/^(full )?(day|week|month)s/, '$1$2') : unit;
  return `last ${count} ${singular}`;
}
