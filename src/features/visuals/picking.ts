/** Choosing marks of a visual: which ones are chosen, and what a click or a sweep over them means. */
import type { Day } from '../../core/calendar/day';
import { intersectRuns, subtractRuns, unionRuns, type DayRuns } from '../../core/calendar/runs';
import type { CalendarRule } from '../../core/calendar/rule';
import { bucketEnd } from '../../core/cube/aggregate';
import type { BucketSpan } from '../../core/cube/query';
import { isPickedKey, NO_PICK, pickedDays, toggledKeys, type Pick } from '../../core/dashboard/reader/pick';
import { isOthers, type Category } from '../../core/dashboard/turn/answer';
import { runsText } from '../../core/period/print';

/** The marks along a visual that are chosen, by index, and what choosing does. */
export interface Picking {
  /** Null while nothing is chosen: then all marks are solid. */
  readonly chosen: ReadonlySet<number> | null;
  /** Chooses the marks from one to another (inclusive); `add` puts them to (or takes them out of) what is chosen. */
  choose: (first: number, last: number, add: boolean) => void;
  clear: () => void;
}

/** The pick after days were chosen: in the place of others, or put to them, or taken out where all of them were in. */
export function withDays(pick: Pick, days: DayRuns, add: boolean, rule: CalendarRule): Pick {
  const now = pickedDays(pick, rule);
  const isSame = (a: DayRuns, b: DayRuns) =>
    subtractRuns(a, b).length === 0 && subtractRuns(b, a).length === 0;
  if (!add || now === null) {
    const clears = now !== null && isSame(now, days);
    return { ...pick, days: clears ? null : runsText(days), exclude: clears ? false : pick.exclude };
  }
  const next = subtractRuns(days, now).length === 0 ? subtractRuns(now, days) : unionRuns(now, days);
  return { ...pick, days: next.length === 0 ? null : runsText(next) };
}

/** Indexes of the buckets that share a day with the pick; null where it names no days. */
export function chosenBuckets(pick: Pick, buckets: BucketSpan, rule: CalendarRule): Set<number> | null {
  const days = pickedDays(pick, rule);
  if (days === null) return null;
  const chosen = new Set<number>();
  buckets.starts.forEach((start, i) => {
    const touched = intersectRuns(days, [{ start, end: bucketEnd(buckets, i) }]).length > 0;
    if (touched !== pick.exclude) chosen.add(i);
  });
  return chosen;
}

/** Choosing buckets of days. */
export function bucketPicking(
  pick: Pick,
  buckets: BucketSpan,
  rule: CalendarRule,
  put: (pick: Pick) => void,
): Picking {
  return {
    chosen: chosenBuckets(pick, buckets, rule),
    choose: (first, last, add) => {
      const days = [{ start: buckets.starts[first]!, end: bucketEnd(buckets, last) }];
      put(withDays(pick, days, add, rule));
    },
    clear: () => put({ ...pick, days: null, exclude: false }),
  };
}

/** Choosing single days, counted from a first one. */
export function dayPicking(
  pick: Pick,
  first: Day,
  count: number,
  rule: CalendarRule,
  put: (pick: Pick) => void,
): Picking {
  const starts = Array.from({ length: count }, (_, i) => first + i);
  return bucketPicking(pick, { starts, end: first + count - 1 }, rule, put);
}

/** Choosing categories. */
export function categoryPicking(
  pick: Pick,
  categories: readonly Category[],
  put: (pick: Pick) => void,
): Picking {
  const listed = categories.flatMap((category) => (isOthers(category) ? [] : [category]));
  const isChosen = (category: Category) =>
    isOthers(category)
      ? pick.exclude && listed.every((value) => pick.keys.some(([key]) => key === value))
      : isPickedKey(pick, [category]);
  const chosen =
    pick.keys.length === 0
      ? null
      : new Set(categories.flatMap((category, i) => (isChosen(category) ? [i] : [])));
  return {
    chosen,
    choose: (first, last, add) => {
      if (first === last) {
        const category = categories[first]!;
        // All others are all but those that have a place of their own.
        if (isOthers(category)) {
          put(
            chosen?.has(first)
              ? NO_PICK
              : { ...NO_PICK, keys: listed.map((value) => [value]), exclude: true },
          );
          return;
        }
        const keys = toggledKeys(pick.keys, [category], add);
        put({ ...pick, keys, exclude: pick.exclude && keys.length > 0 });
        return;
      }
      const swept = categories
        .slice(first, last + 1)
        .flatMap((category) => (isOthers(category) ? [] : [[category]]));
      const kept = add ? pick.keys.filter((key) => !swept.some((entry) => entry[0] === key[0])) : [];
      put({ ...pick, keys: [...kept, ...swept] });
    },
    clear: () => put({ ...pick, keys: [], exclude: false }),
  };
}

/** Values with only those of the chosen marks left. */
export function onlyChosen(
  values: readonly (number | null)[],
  chosen: ReadonlySet<number>,
): (number | null)[] {
  return values.map((value, i) => (chosen.has(i) ? value : null));
}
