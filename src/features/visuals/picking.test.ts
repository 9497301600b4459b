import fc from 'fast-check';
import { parseIsoDay } from '../../core/calendar/day';
import { DEFAULT_RULE } from '../../core/calendar/rule';
import { canLeaveOut, NO_PICK, pickedDays, pickSchema, type Pick } from '../../core/dashboard/reader/pick';
import { bucketPicking, categoryPicking, chosenBuckets, dayPicking, onlyChosen, withDays } from './picking';

const day = (text: string) => parseIsoDay(text)!;
const FIRST = day('2025-01-01');
/** Ten weeks. */
const WEEKS = { starts: Array.from({ length: 10 }, (_, i) => FIRST + i * 7), end: FIRST + 69 };

/** Keeps what was chosen last, as a page does. */
function holder(start: Pick = NO_PICK) {
  let pick = start;
  const put = (next: Pick) => {
    pick = next;
  };
  const buckets = () => bucketPicking(pick, WEEKS, DEFAULT_RULE, put);
  const categories = (names: (string | null)[]) => categoryPicking(pick, names, put);
  return { buckets, categories, pick: () => pick };
}

describe('choosing buckets', () => {
  test('a click chooses one, a second lets it go', () => {
    const held = holder();
    held.buckets().choose(2, 2, false);
    expect([...held.buckets().chosen!]).toEqual([2]);
    expect(held.pick().days).toBe('2025-01-15/2025-01-21');
    held.buckets().choose(2, 2, false);
    expect(held.buckets().chosen).toBeNull();
  });

  test('a sweep takes the place of what was chosen, and with Ctrl joins it', () => {
    const held = holder();
    held.buckets().choose(0, 1, false);
    held.buckets().choose(4, 6, false);
    expect([...held.buckets().chosen!]).toEqual([4, 5, 6]);
    held.buckets().choose(9, 9, true);
    expect([...held.buckets().chosen!]).toEqual([4, 5, 6, 9]);
    held.buckets().choose(5, 5, true);
    expect([...held.buckets().chosen!]).toEqual([4, 6, 9]);
  });

  test('what is left out is what is not chosen', () => {
    const pick = { ...NO_PICK, days: '2025-01-15/2025-01-21', exclude: true };
    expect([...chosenBuckets(pick, WEEKS, DEFAULT_RULE)!]).toEqual([0, 1, 3, 4, 5, 6, 7, 8, 9]);
    expect(onlyChosen([1, 2, 3], new Set([1]))).toEqual([null, 2, null]);
  });

  test('with Ctrl alone, buckets are switched one by one', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 9 }), { maxLength: 12 }), (clicks) => {
        const held = holder();
        const expected = new Set<number>();
        for (const i of clicks) {
          held.buckets().choose(i, i, true);
          if (!expected.delete(i)) expected.add(i);
          expect([...(held.buckets().chosen ?? [])].sort()).toEqual([...expected].sort());
          expect(pickSchema.safeParse(held.pick()).success).toBe(true);
        }
      }),
    );
  });

  test('single days are buckets of one day', () => {
    let pick = NO_PICK;
    const days = () =>
      dayPicking(pick, FIRST, 31, DEFAULT_RULE, (next) => {
        pick = next;
      });
    days().choose(3, 5, false);
    expect(pick.days).toBe('2025-01-04/2025-01-06');
    expect([...days().chosen!]).toEqual([3, 4, 5]);
    days().clear();
    expect(pick).toEqual(NO_PICK);
  });

  test('days that only roll are no choice', () => {
    expect(pickedDays({ ...NO_PICK, days: 'last 7 days' }, DEFAULT_RULE)).toBeNull();
    expect(pickedDays({ ...NO_PICK, days: 'nonsense' }, DEFAULT_RULE)).toBeNull();
    const days = [{ start: FIRST, end: FIRST }];
    expect(withDays({ ...NO_PICK, days: 'nonsense' }, days, true, DEFAULT_RULE).days).toBe('2025-01-01');
  });
});

describe('choosing categories', () => {
  const NAMES = ['a', 'b', null, 'c'];

  test('clicks, Ctrl-clicks and sweeps; a blank is a category too', () => {
    const held = holder();
    held.categories(NAMES).choose(2, 2, false);
    expect(held.pick().keys).toEqual([[null]]);
    held.categories(NAMES).choose(0, 0, true);
    expect([...held.categories(NAMES).chosen!]).toEqual([0, 2]);
    held.categories(NAMES).choose(1, 3, false);
    expect(held.pick().keys).toEqual([['b'], [null], ['c']]);
    held.categories(NAMES).choose(0, 1, true);
    expect([...held.categories(NAMES).chosen!]).toEqual([0, 1, 2, 3]);
    held.categories(NAMES).clear();
    expect(held.categories(NAMES).chosen).toBeNull();
  });

  test('letting the last one go ends leaving out', () => {
    const held = holder({ ...NO_PICK, keys: [['a']], exclude: true });
    expect([...held.categories(NAMES).chosen!]).toEqual([1, 2, 3]);
    held.categories(NAMES).choose(0, 0, false);
    expect(held.pick()).toEqual(NO_PICK);
  });

  test('groups can be left out, and days, but not both together', () => {
    expect(canLeaveOut({ days: null, keys: [['a'], ['b']] })).toBe(true);
    expect(canLeaveOut({ days: null, keys: [['a', 'x'], ['b']] })).toBe(true);
    expect(canLeaveOut({ days: '2025', keys: [['a']] })).toBe(false);
  });
});
