/** The marks of a calendar map as paths, one for each look: there may be thousands of days. */
import { weekdayOf, type Day } from '../../../core/calendar/day';
import type { CalendarRule } from '../../../core/calendar/rule';
import type { CalendarMapAnswer } from '../../../core/dashboard/turn/answer';
import { changeOf } from '../../../core/dashboard/turn/comparing/answer';
import { extentOf } from '../chart/scale';
import { onlyChosen } from '../picking';
import type { CalendarGrid } from './calendarGrid';
import { evenExtent, STEPS } from './changeTint';

export interface CalendarPaths {
  /** By step of tint, the faintest first. */
  readonly tints: readonly string[];
  /** Days with a value that have nothing to be compared with. */
  readonly alone: string;
  readonly missing: string;
  readonly provisional: string;
  readonly weekends: string;
  /** What is not lit. */
  readonly pale: string;
  readonly swept: string;
}

export interface CalendarMarking {
  /** Indexes of days that are chosen here; null where nothing is. */
  readonly chosen: ReadonlySet<number> | null;
  /** Indexes that are swept over now, both inclusive. */
  readonly swept: { readonly first: number; readonly last: number } | null;
}

/** What tints each day: its value, or with a baseline the change against the day's partner. */
function tintsOf(answer: CalendarMapAnswer) {
  const [first] = answer.against ?? [];
  const values = first
    ? answer.values.map((value, i) => changeOf(value, first.values[i] ?? null).change)
    : answer.values;
  const extent = first ? evenExtent(values) : extentOf(values);
  const stepOf = (value: number) =>
    !extent || extent[0] === extent[1]
      ? STEPS - 1
      : Math.min(STEPS - 1, Math.floor(((value - extent[0]) / (extent[1] - extent[0])) * STEPS));
  return { values, stepOf };
}

export function calendarPaths(
  answer: CalendarMapAnswer,
  grid: CalendarGrid,
  rule: CalendarRule,
  { chosen, swept }: CalendarMarking,
): CalendarPaths {
  const { placeOf, row, column } = grid;
  const box = (day: Day) => {
    const { x, y } = placeOf(day);
    return `M${(x + 0.5).toFixed(1)} ${(y + 0.5).toFixed(1)}h${(column - 1).toFixed(1)}v${row - 1}h${(1 - column).toFixed(1)}Z`;
  };
  const underline = (day: Day) => {
    const { x, y } = placeOf(day);
    return `M${(x + 1).toFixed(1)} ${y + row - 1.5}h${(column - 2).toFixed(1)}`;
  };
  const { values, stepOf } = tintsOf(answer);
  const lit = chosen ? onlyChosen(answer.values, chosen) : answer.lit;
  const tints = new Array<string>(STEPS).fill('');
  const marks = { alone: '', missing: '', provisional: '', weekends: '', pale: '', swept: '' };
  answer.values.forEach((value, i) => {
    const day = answer.first + i;
    const at = box(day);
    const tint = values[i] ?? null;
    if (value === null) marks.missing += at;
    else {
      if (tint === null) marks.alone += at;
      else tints[stepOf(tint)]! += at;
      if (lit?.[i] === null) marks.pale += at;
      if (answer.provisionalFrom !== null && day >= answer.provisionalFrom) marks.provisional += at;
    }
    if (swept && i >= swept.first && i <= swept.last) marks.swept += at;
    if (rule.weekend.includes(weekdayOf(day))) marks.weekends += underline(day);
  });
  return { tints, ...marks };
}
