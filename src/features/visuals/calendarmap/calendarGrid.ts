/** Where the days of a calendar map stand: months down, days of the month across. */
import { civilFromDay, dayFromCivil, daysInMonth, type Day } from '../../../core/calendar/day';
import type { CalendarMapAnswer } from '../../../core/dashboard/turn/answer';

/** Width of the names of months. */
export const LABEL = 64;
const PLAIN_HEAD = 16;
/** With the key of what the tint means. */
const HEAD_WITH_KEY = 34;
const LEAST_ROW = 14;
const MOST_ROW = 26;
const DAYS = 31;
/** Room kept free on the right. */
const MARGIN = 6;

interface MonthRow {
  readonly year: number;
  readonly month: number;
}

export interface CalendarGrid {
  readonly months: readonly MonthRow[];
  /** Sizes in pixels: above the months, of a row, of a day. */
  readonly head: number;
  readonly row: number;
  readonly column: number;
  readonly placeOf: (day: Day) => { readonly x: number; readonly y: number };
  /** The index of the value whose day stands at a point; null for none. */
  readonly indexAt: (x: number, y: number) => number | null;
}

/** The months from the one of the first value to that of the last. */
function monthsOf(answer: CalendarMapAnswer): MonthRow[] {
  const from = civilFromDay(answer.first);
  const to = civilFromDay(answer.first + answer.values.length - 1);
  const count = (to.year - from.year) * 12 + to.month - from.month + 1;
  return Array.from({ length: count }, (_, i) => {
    const index = from.year * 12 + from.month - 1 + i;
    return { year: Math.floor(index / 12), month: (index % 12) + 1 };
  });
}

export function calendarGrid(answer: CalendarMapAnswer, width: number, height: number): CalendarGrid {
  const months = monthsOf(answer);
  const head = answer.against ? HEAD_WITH_KEY : PLAIN_HEAD;
  const fitting = Math.floor((height - head) / Math.max(1, months.length));
  const row = Math.max(LEAST_ROW, Math.min(MOST_ROW, fitting));
  const column = Math.max(1, (width - LABEL - MARGIN) / DAYS);
  return {
    months,
    head,
    row,
    column,
    placeOf: (day) => {
      const date = civilFromDay(day);
      const r = (date.year - months[0]!.year) * 12 + date.month - months[0]!.month;
      return { x: LABEL + (date.day - 1) * column, y: head + r * row };
    },
    indexAt: (x, y) => {
      const dayOfMonth = Math.floor((x - LABEL) / column) + 1;
      const month = months[Math.floor((y - head) / row)];
      if (!month || dayOfMonth < 1 || dayOfMonth > daysInMonth(month.year, month.month)) return null;
      const i = dayFromCivil(month.year, month.month, dayOfMonth) - answer.first;
      return i >= 0 && i < answer.values.length ? i : null;
    },
  };
}
