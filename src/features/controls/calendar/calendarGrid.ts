/** The arithmetic of a calendar: its grid of days, what can be picked, and the phrases that picks make. */
import { civilFromDay, dayFromCivil, isoDay, type Day } from '../../../core/calendar/day';
import type { CalendarRule } from '../../../core/calendar/rule';
import {
  intersectRuns,
  nextDayIn,
  previousDayIn,
  runsOfDays,
  type DayRuns,
} from '../../../core/calendar/runs';
import { unitText } from '../../../core/calendar/names';
import { end, shiftMonths, start, type Unit } from '../../../core/calendar/units';
import type { CalendarPicker } from '../../../core/dashboard/document/document';
import { intervalText } from '../../../core/period/print';

/** The weeks that show a month, each of seven days, those of neighbouring months included. */
export function weeksOf(month: Day, rule: CalendarRule): Day[][] {
  const last = end('month', month, rule);
  const weeks: Day[][] = [];
  for (let day = start('week', start('month', month, rule), rule); day <= last; day += 7) {
    weeks.push(Array.from({ length: 7 }, (_, i) => day + i));
  }
  return weeks;
}

/** The day that a key leads to from another; days that cannot be picked are passed over. Undefined for other keys. */
export function dayByKey(key: string, day: Day, offered: DayRuns, rule: CalendarRule): Day | undefined {
  const forward = (goal: Day) => nextDayIn(offered, goal) ?? day;
  const back = (goal: Day) => previousDayIn(offered, goal) ?? day;
  switch (key) {
    case 'ArrowRight':
      return forward(day + 1);
    case 'ArrowLeft':
      return back(day - 1);
    case 'ArrowDown':
      return forward(day + 7);
    case 'ArrowUp':
      return back(day - 7);
    case 'PageDown':
      return forward(shiftMonths(day, 1));
    case 'PageUp':
      return back(shiftMonths(day, -1));
    case 'Home':
      return forward(start('week', day, rule));
    case 'End':
      return back(end('week', day, rule));
    default:
      return undefined;
  }
}

/** The phrase after a day was picked. `from` is the first day of a range that waits for its second. */
export function pickedText(picks: CalendarPicker['picks'], day: Day, now: DayRuns, from: Day | null): string {
  switch (picks) {
    case 'day':
      return isoDay(day);
    case 'from':
      return `${isoDay(day)}/..`;
    case 'up to':
      return `../${isoDay(day)}`;
    case 'range':
      return from === null ? isoDay(day) : intervalText(Math.min(from, day), Math.max(from, day));
    case 'days':
      return daysText(toggled(now, day));
  }
}

/**
 * The phrase after a whole unit was picked (the one that holds a day); null where only single days can be. Of several
 * days those of it that are offered go in, or out where all of them are in.
 */
export function pickedUnit(
  picks: CalendarPicker['picks'],
  unit: Unit,
  day: Day,
  rule: CalendarRule,
  { now, offered }: { readonly now: DayRuns; readonly offered: DayRuns },
): string | null {
  const whole = { start: start(unit, day, rule), end: end(unit, day, rule) };
  switch (picks) {
    case 'day':
      return null;
    case 'from':
      return `${isoDay(whole.start)}/..`;
    case 'up to':
      return `../${isoDay(whole.end)}`;
    case 'range':
      return unitText(unit, day, rule);
    case 'days': {
      const inside = daysIn(intersectRuns(offered, [whole]));
      const chosen = new Set(daysIn(now));
      const areAllIn = inside.every((each) => chosen.has(each));
      for (const each of inside)
        if (areAllIn) chosen.delete(each);
        else chosen.add(each);
      return daysText([...chosen].sort((a, b) => a - b));
    }
  }
}

/** The days of runs; those with an open end have none that could be listed. */
function daysIn(runs: DayRuns): Day[] {
  return runs.flatMap((run) =>
    Number.isFinite(run.start) && Number.isFinite(run.end)
      ? Array.from({ length: run.end - run.start + 1 }, (_, i) => run.start + i)
      : [],
  );
}

/** Runs (closed ones) with a day put in or taken out. */
function toggled(runs: DayRuns, day: Day): Day[] {
  const days = new Set(daysIn(runs));
  if (days.has(day)) days.delete(day);
  else days.add(day);
  return [...days].sort((a, b) => a - b);
}

/** Days as a phrase; none at all is every day. */
function daysText(days: readonly Day[]): string {
  const runs = runsOfDays(days);
  return runs.length === 0 ? 'all' : runs.map((run) => intervalText(run.start, run.end)).join(', ');
}

/** The first years of the decades' view around a year: twelve years beginning with the decade. */
export function decadeOf(day: Day): number[] {
  const { year } = civilFromDay(day);
  const first = Math.floor(year / 10) * 10;
  return Array.from({ length: 12 }, (_, i) => first + i);
}

/** First day of a month (1–12) of a year, kept inside the known years. */
export function monthOf(year: number, month: number): Day {
  return dayFromCivil(Math.max(1, Math.min(9999, year)), month, 1);
}

/** Whether any day of a stretch (inclusive) is offered. */
export function anyOffered(offered: DayRuns, first: Day, last: Day): boolean {
  const next = nextDayIn(offered, first);
  return next !== undefined && next <= last;
}
