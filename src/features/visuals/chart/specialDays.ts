/** Holidays and events of the almanac on the buckets of a chart. */
import type { SpecialDay } from '../../../core/calendar/almanac';
import { shortDayWords } from '../../../core/calendar/names';
import { bucketEnd } from '../../../core/cube/aggregate';
import type { Buckets } from '../../../core/dashboard/turn/grain';

/** Names that a tooltip lists for one bucket. */
const MOST_NAMED = 3;

/** What a bucket holds: "Midsummer Day, 24 Jun"; none for most. */
export function specialWords(special: readonly SpecialDay[], buckets: Buckets): (string | null)[] {
  const sorted = [...special].sort((a, b) => a.day - b.day);
  let next = 0;
  return buckets.starts.map((start, i) => {
    const end = bucketEnd(buckets, i);
    while (next < sorted.length && sorted[next]!.day < start) next++;
    const inside: SpecialDay[] = [];
    for (let at = next; at < sorted.length && sorted[at]!.day <= end; at++) inside.push(sorted[at]!);
    if (inside.length === 0) return null;
    const names = new Map<string, number>();
    for (const { name, day } of inside) if (!names.has(name)) names.set(name, day);
    const told = [...names]
      .slice(0, MOST_NAMED)
      .map(([name, day]) => `${name}, ${shortDayWords(day, false)}`);
    const rest = names.size - told.length;
    return [...told, ...(rest > 0 ? [`${rest} more`] : [])].join('; ');
  });
}
