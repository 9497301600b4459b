import fc from 'fast-check';
import { lateSince, rhythmSchema, rhythmWords, type Rhythm } from './rhythm';

const at = (text: string) => Date.parse(text);
const WORKDAYS: Rhythm = { weekdays: [1, 2, 3, 4, 5], by: '07:00', timeZone: 'UTC' };
const late = (rhythm: Rhythm, loaded: string, now: string) => {
  const since = lateSince(rhythm, at(loaded), at(now));
  return since === null ? null : new Date(since).toISOString();
};

// 1 June 2026 is a Monday.
test.each([
  ['loaded in the morning', '2026-06-02T06:30:00Z', '2026-06-02T12:00:00Z', null],
  ['loaded the evening before', '2026-06-01T20:00:00Z', '2026-06-02T12:00:00Z', null],
  [
    'not loaded since the day before',
    '2026-06-01T06:30:00Z',
    '2026-06-02T07:00:01Z',
    '2026-06-02T07:00:00.000Z',
  ],
  ['not due yet', '2026-06-01T06:30:00Z', '2026-06-02T06:59:00Z', null],
  ['Friday’s load on a Sunday', '2026-06-05T06:30:00Z', '2026-06-07T20:00:00Z', null],
  ['Friday’s load on Monday before it is due', '2026-06-05T06:30:00Z', '2026-06-08T06:00:00Z', null],
  [
    'Friday’s load on Monday after it was due',
    '2026-06-05T06:30:00Z',
    '2026-06-08T08:00:00Z',
    '2026-06-08T07:00:00.000Z',
  ],
  ['late, then loaded', '2026-06-02T09:00:00Z', '2026-06-02T10:00:00Z', null],
])('%s', (_, loaded, now, since) => {
  expect(late(WORKDAYS, loaded, now)).toBe(since);
});

test('the hour is that of its time zone, in summer and in winter', () => {
  const lisbon = { ...WORKDAYS, timeZone: 'Europe/Lisbon' };
  expect(late(lisbon, '2026-05-20T00:00:00Z', '2026-06-02T06:00:01Z')).toBe('2026-06-02T06:00:00.000Z');
  expect(late(lisbon, '2026-11-20T00:00:00Z', '2026-12-02T07:00:01Z')).toBe('2026-12-02T07:00:00.000Z');
});

test('the day that a change of clocks makes shorter has its hour too', () => {
  // In Lisbon the clocks go from 1 to 2 on 29 March 2026, a Sunday.
  const sundays: Rhythm = { weekdays: [7], by: '07:00', timeZone: 'Europe/Lisbon' };
  expect(late(sundays, '2026-03-01T00:00:00Z', '2026-03-29T12:00:00Z')).toBe('2026-03-29T06:00:00.000Z');
});

test('whatever the rhythm, a load just before now is never late, and one of a month ago always is', () => {
  fc.assert(
    fc.property(
      fc.uniqueArray(fc.integer({ min: 1, max: 7 }), { minLength: 1 }),
      fc.integer({ min: 0, max: 23 }),
      fc.constantFrom('UTC', 'Europe/Athens', 'America/Lima', 'Pacific/Auckland'),
      fc.integer({ min: at('2025-01-01'), max: at('2027-01-01') }),
      (weekdays, hour, timeZone, now) => {
        const rhythm = rhythmSchema.parse({ weekdays, by: `${String(hour).padStart(2, '0')}:30`, timeZone });
        expect(lateSince(rhythm, now, now)).toBeNull();
        const since = lateSince(rhythm, now - 31 * 86_400_000, now)!;
        expect(since).toBeLessThanOrEqual(now);
        expect(now - since).toBeLessThan(8 * 86_400_000);
      },
    ),
  );
});

test.each([
  [[1, 2, 3, 4, 5], 'Every weekday by 07:00'],
  [[7, 1, 2, 3, 4, 5, 6], 'Every day by 07:00'],
  [[4, 1], 'Mon and Thu by 07:00'],
  [[1, 3, 5], 'Mon, Wed and Fri by 07:00'],
])('%j in words', (weekdays, words) => {
  expect(rhythmWords({ ...WORKDAYS, weekdays })).toBe(words);
});

test.each([{ weekdays: [] }, { weekdays: [1, 1] }, { weekdays: [8] }, { by: '7' }, { by: '24:00' }])(
  '%j is refused',
  (part) => {
    expect(rhythmSchema.safeParse({ ...WORKDAYS, ...part }).success).toBe(false);
  },
);
