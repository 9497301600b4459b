/** Attributes of the almanac's days, with their values in natural order: weekdays from the start of the week, and so on. */
import { specialDaysByDay, specialNames, type SpecialDay, type SpecialDays } from './almanac';
import { civilFromDay, weekdayOf, type Day } from './day';
import { fiscalYearName, isoWeek, MONTH_NAMES, WEEKDAY_NAMES } from './names';
import type { CalendarRule } from './rule';
import { indexOf, start, type Unit } from './units';

export const ATTRIBUTES = [
  'weekday',
  'weekend',
  'holiday',
  'holiday name',
  'event',
  'day of month',
  'week',
  'month',
  'quarter',
  'year',
  'fiscal month',
  'fiscal quarter',
  'fiscal year',
] as const;
export type Attribute = (typeof ATTRIBUTES)[number];

const WEEKEND_NAMES = { yes: 'Weekend', no: 'Weekday' } as const;
const HOLIDAY_NAMES = { yes: 'Holiday', no: 'Ordinary day' } as const;

/** "Weekday", "Holiday name": an attribute as a title. */
export function attributeName(attribute: Attribute): string {
  return attribute.replace(/^./, (letter) => letter.toUpperCase());
}

const pad = (value: number) => String(value).padStart(2, '0');

/** The value of an attribute on a day; null where it has none (no holiday, no event). */
export function attributeOf(
  attribute: Attribute,
  day: Day,
  rule: CalendarRule,
  special: SpecialDays,
): string | null {
  const partOf = (part: Unit) =>
    indexOf(part, day, rule) - indexOf(part, start('fiscal year', day, rule), rule) + 1;
  switch (attribute) {
    case 'weekday':
      return WEEKDAY_NAMES[weekdayOf(day) - 1]!;
    case 'weekend':
      return rule.weekend.includes(weekdayOf(day)) ? WEEKEND_NAMES.yes : WEEKEND_NAMES.no;
    case 'holiday':
      return specialNames(special, day, 'holiday') === null ? HOLIDAY_NAMES.no : HOLIDAY_NAMES.yes;
    case 'holiday name':
      return specialNames(special, day, 'holiday');
    case 'event':
      return specialNames(special, day, 'event');
    case 'day of month':
      return pad(civilFromDay(day).day);
    case 'week':
      return `W${pad(isoWeek(day).week)}`;
    case 'month':
      return MONTH_NAMES[civilFromDay(day).month - 1]!;
    case 'quarter':
      return `Q${Math.ceil(civilFromDay(day).month / 3)}`;
    case 'year':
      return String(civilFromDay(day).year);
    case 'fiscal month':
      return `M${pad(partOf('fiscal month'))}`;
    case 'fiscal quarter':
      return `Q${partOf('fiscal quarter')}`;
    case 'fiscal year':
      return `FY${fiscalYearName(indexOf('fiscal year', day, rule), rule)}`;
  }
}

/** Every value that an attribute can have whatever the days, in natural order; undefined where that depends on them. */
function fixedValues(attribute: Attribute, rule: CalendarRule): readonly string[] | undefined {
  switch (attribute) {
    case 'weekday':
      return Array.from({ length: 7 }, (_, i) => WEEKDAY_NAMES[(rule.weekStart - 1 + i) % 7]!);
    case 'weekend':
      return [WEEKEND_NAMES.no, WEEKEND_NAMES.yes];
    case 'holiday':
      return [HOLIDAY_NAMES.no, HOLIDAY_NAMES.yes];
    case 'month':
      return MONTH_NAMES;
    default:
      return undefined;
  }
}

/**
 * The values of an attribute in natural order. Holidays and events go by the first of them in a calendar year;
 * numbers of weeks, quarters and years by size.
 */
export function attributeValues(
  attribute: Attribute,
  first: Day,
  last: Day,
  rule: CalendarRule,
  special: readonly SpecialDay[],
): string[] {
  const fixed = fixedValues(attribute, rule);
  if (fixed) return [...fixed];
  const seen = new Map<string, number>();
  const byDay = specialDaysByDay(special);
  const isNamed = attribute === 'holiday name' || attribute === 'event';
  const days = isNamed
    ? special.map((entry) => entry.day)
    : Array.from({ length: last - first + 1 }, (_, i) => first + i);
  for (const day of days) {
    const value = attributeOf(attribute, day, rule, byDay);
    if (value === null) continue;
    const { month, day: dayOfMonth } = civilFromDay(day);
    const place = isNamed ? month * 100 + dayOfMonth : 0;
    seen.set(value, Math.min(seen.get(value) ?? Infinity, place));
  }
  const named = [...seen].sort(([a, placeA], [b, placeB]) => placeA - placeB || (a < b ? -1 : 1));
  return named.map(([value]) => value);
}
