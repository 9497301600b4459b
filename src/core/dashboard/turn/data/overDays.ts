/** Rows along time: the days of each bucket, and those that they are compared with. */
import { unitName } from '../../../calendar/names';
import { bucketEnd } from '../../../cube/aggregate';
import type { DayRun } from '../../../calendar/runs';
import type { CalendarRule } from '../../../calendar/rule';
import type { Shown } from '../answer';
import type { Partner } from '../comparing/answer';
import type { Buckets } from '../grain';
import { cutTo, dayColumn, textColumn, type DataBaseline, type DataCell, type DataColumn } from './dataTable';

/** "Month" for buckets of months. */
const unitHead = (unit: string) => unit.charAt(0).toUpperCase() + unit.slice(1);

/** The columns that say which days a row is of; those of days have their day alone. */
export const bucketColumns = ({ unit }: Buckets): DataColumn[] =>
  unit === 'day' ? [dayColumn('Day')] : [textColumn(unitHead(unit)), dayColumn('From'), dayColumn('To')];

/** The days of the i-th bucket. */
export const bucketDays = (buckets: Buckets, i: number): DayRun => ({
  start: buckets.starts[i]!,
  end: bucketEnd(buckets, i),
});

/** The cells that say which days the i-th bucket is of: no more of them than the window has. */
export function bucketCells(
  buckets: Buckets,
  i: number,
  { window }: Pick<Shown, 'window'>,
  rule: CalendarRule,
): DataCell[] {
  const start = buckets.starts[i]!;
  if (buckets.unit === 'day') return [start];
  const first = window.asked[0]!.start;
  const last = window.asked[window.asked.length - 1]!.end;
  return [unitName(buckets.unit, start, rule), ...cutTo(bucketDays(buckets, i), first, last)];
}

/** The columns of the days that buckets are compared with. */
export const partnerColumns = (baselines: readonly DataBaseline[], isDay: boolean): DataColumn[] =>
  baselines.flatMap(({ label }) =>
    isDay ? [dayColumn(`Day, ${label}`)] : [dayColumn(`From, ${label}`), dayColumn(`To, ${label}`)],
  );

/** The days that the i-th bucket is compared with, by baseline. */
export const partnerCells = (
  partners: readonly (readonly Partner[] | null)[],
  i: number,
  isDay: boolean,
): DataCell[] =>
  partners.flatMap((ofBaseline) => {
    const partner = ofBaseline?.[i] ?? null;
    return isDay ? [partner?.start ?? null] : [partner?.start ?? null, partner?.end ?? null];
  });
