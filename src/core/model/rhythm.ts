/** The rhythm in which the data of a dataset is expected, and whether it is late. */
import { z } from 'zod';
import { civilDayAt } from '../calendar/civilDayAt';
import { weekdayOf, type Day } from '../calendar/day';

export const rhythmSchema = z.object({
  weekdays: z
    .array(z.int().min(1).max(7))
    .min(1)
    .max(7)
    .refine((days) => new Set(days).size === days.length, 'Each weekday once.')
    .describe('Days on which it is expected, Monday 1 to Sunday 7'),
  by: z
    .string()
    .regex(/^(?:[01]\d|2[0-3]):[0-5]\d$/, 'A time of day as 07:00.')
    .describe('Time of day by which it is expected'),
  timeZone: z.string().min(1).max(64).describe('IANA time zone in which the time is meant'),
});
export type Rhythm = z.infer<typeof rhythmSchema>;

const DAY_MS = 86_400_000;

/** What a time zone's clocks are ahead of UTC at an instant, in milliseconds. */
function aheadOfUtc(instant: number, timeZone: string): number {
  const format = new Intl.DateTimeFormat('en-US', {
    timeZone,
    hourCycle: 'h23',
    hour: '2-digit',
    minute: '2-digit',
    second: '2-digit',
  });
  const parts = Object.fromEntries(
    format.formatToParts(instant).map(({ type, value }) => [type, Number(value)]),
  );
  const clock =
    civilDayAt(instant, timeZone) * DAY_MS + ((parts.hour! * 60 + parts.minute!) * 60 + parts.second!) * 1000;
  return clock - Math.floor(instant / 1000) * 1000;
}

/** The instant (milliseconds since 1970-01-01 UTC) at which the rhythm expects data on a day. */
function expectedOn(day: Day, { by, timeZone }: Rhythm): number {
  const [hours = 0, minutes = 0] = by.split(':').map(Number);
  const clock = day * DAY_MS + (hours * 60 + minutes) * 60_000;
  // Near a change of clocks the first guess can be on its other side; the second is on the right one.
  const guess = clock - aheadOfUtc(clock, timeZone);
  return clock - aheadOfUtc(guess, timeZone);
}

/** The last two instants up to `now` at which data was expected, the newer one first. */
function lastExpected(rhythm: Rhythm, now: number): [number, number] {
  const found: number[] = [];
  const today = civilDayAt(now, rhythm.timeZone);
  for (let day = today; found.length < 2 && day > today - 15; day--) {
    const at = expectedOn(day, rhythm);
    if (rhythm.weekdays.includes(weekdayOf(day)) && at <= now) found.push(at);
  }
  return found as [number, number];
}

/**
 * Since when data is late: the instant at which it was expected last; null where it came, or is not late yet. Data that
 * came at any time after the expectation before that counts.
 */
export function lateSince(rhythm: Rhythm, loadedAt: number, now: number): number | null {
  const [last, before] = lastExpected(rhythm, now);
  return loadedAt <= before ? last : null;
}

const NAMES = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun'];

/** "Every weekday by 07:00", "Mon and Thu by 18:00". */
export function rhythmWords({ weekdays, by }: Rhythm): string {
  const sorted = [...weekdays].sort((a, b) => a - b);
  const key = sorted.join('');
  const days =
    key === '1234567'
      ? 'Every day'
      : key === '12345'
        ? 'Every weekday'
        : sorted
            .map((day) => NAMES[day - 1]!)
            .join(', ')
            .replace(/, (?=[^,]*$)/, ' and ');
  return `${days} by ${by}`;
}
