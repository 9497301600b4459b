/** Choosing on a crosstab: by a cell, by the head of a period, by the name of a row. */
import type { CalendarRule } from '../../../core/calendar/rule';
import type { Day } from '../../../core/calendar/day';
import { bucketEnd } from '../../../core/cube/aggregate';
import {
  isEmptyPick,
  isPickedKey,
  NO_PICK,
  toggledKeys,
  type Pick,
} from '../../../core/dashboard/reader/pick';
import type { CrosstabAnswer, CrosstabRow } from '../../../core/dashboard/turn/answer';
import { runsText } from '../../../core/period/print';
import { chosenBuckets, withDays } from '../picking';

type Key = CrosstabRow['key'];

/** What choices are made by; `add` keeps what is chosen already. */
export interface CrosstabChoice {
  readonly isRowChosen: (key: Key) => boolean;
  readonly isPeriodChosen: (bucket: number) => boolean;
  readonly chooseRow: (key: Key, add: boolean) => void;
  readonly choosePeriod: (bucket: number, add: boolean) => void;
  readonly chooseCell: (key: Key, bucket: number, add: boolean) => void;
}

/** The choices of a crosstab whose readers can choose. */
export function crosstabChoice(
  { buckets }: CrosstabAnswer,
  rule: CalendarRule,
  pick: Pick,
  onPick: (pick: Pick) => void,
): CrosstabChoice {
  const chosen = buckets ? chosenBuckets(pick, buckets, rule) : null;
  const daysOf = (b: number): readonly { start: Day; end: Day }[] => [
    { start: buckets!.starts[b]!, end: bucketEnd(buckets!, b) },
  ];
  const isPeriodChosen = (b: number) => chosen?.has(b) ?? false;
  return {
    isRowChosen: (key) => pick.keys.length > 0 && key.length > 0 && isPickedKey(pick, key),
    isPeriodChosen,
    chooseRow: (key, add) => onPick({ ...pick, keys: toggledKeys(pick.keys, key, add), exclude: false }),
    choosePeriod: (b, add) => onPick({ ...withDays(pick, daysOf(b), add, rule), exclude: false }),
    chooseCell: (key, b, add) => {
      if (key.length === 0) return;
      const days = runsText(daysOf(b));
      if (!add) {
        const isSame = pick.days === days && pick.keys.length === 1 && isPickedKey(pick, key);
        onPick(isSame ? NO_PICK : { keys: [[...key]], days, exclude: false });
        return;
      }
      const others = pick.keys.filter((entry) => JSON.stringify(entry) !== JSON.stringify(key));
      const added = withDays(pick, daysOf(b), !isPeriodChosen(b), rule);
      onPick({ keys: toggledKeys(others, key, true), days: added.days ?? pick.days, exclude: false });
    },
  };
}

/** Whether a value is pale: beside what is chosen here, or not lit by what is chosen elsewhere. `bucket` null: the window. */
export function paleOf(answer: CrosstabAnswer, rule: CalendarRule, pick: Pick | undefined) {
  if (pick && !isEmptyPick(pick)) {
    const chosen = answer.buckets ? chosenBuckets(pick, answer.buckets, rule) : null;
    return (entry: CrosstabRow, _row: number, _measure: number, bucket: number | null) =>
      !isPickedKey(pick, entry.key) || (bucket !== null && chosen !== null && !chosen.has(bucket));
  }
  return (_entry: CrosstabRow, row: number, measure: number, bucket: number | null) => {
    const lit = answer.lit?.[row]?.[measure];
    return lit !== undefined && (bucket === null ? lit.whole : lit.values[bucket]) === null;
  };
}
