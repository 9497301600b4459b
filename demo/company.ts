/** Skerrow Line, a made-up ferry company: its routes, vessels and seasons. */
import { civilFromDay, dayFromCivil, weekdayOf, type Day } from '../src/core/calendar/day';
import { shiftMonths } from '../src/core/calendar/units';
import { Random } from './random';

/** The ports of the company. */
export const PORTS = [
  'Veldry',
  'Osk Head',
  'Tamsel',
  'Brinnoch',
  'Quern',
  'Sollay',
  'Hallen',
  'Ruddock Bay',
] as const;

export interface Route {
  readonly name: string;
  /** Passengers of an ordinary sailing. */
  readonly size: number;
  readonly sailingsADay: number;
  /** Whether the route rests from mid November to early March. */
  readonly closesInWinter: boolean;
  /** Routes that opened later have a first day. */
  readonly opened?: Day;
  readonly fare: number;
}

export interface Company {
  readonly today: Day;
  /** First day of business: four years and five months before today. */
  readonly firstDay: Day;
  readonly scale: number;
  readonly routes: readonly Route[];
  readonly vessels: readonly string[];
  /** Days on which nothing sailed anywhere. */
  readonly storms: ReadonlySet<Day>;
  /** The five weeks in which the Plover was in dock. */
  readonly dock: { readonly start: Day; readonly end: Day };
}

const MONTHS_IN_BUSINESS = 53;

/** The company as of a day. */
export function companyOn(today: Day, scale: number): Company {
  const firstDay = shiftMonths(today, -MONTHS_IN_BUSINESS);
  const halfway = Math.round((firstDay + today) / 2);
  const random = new Random(20417);
  const storms = new Set<Day>();
  for (let day = firstDay; day <= today; day++) {
    const { month } = civilFromDay(day);
    const winter = month <= 2 || month >= 11;
    if (random.chance(winter ? 0.045 : 0.004)) {
      storms.add(day);
      if (winter && random.chance(0.35)) storms.add(day + 1);
    }
  }
  const route = (
    name: string,
    size: number,
    sailingsADay: number,
    fare: number,
    more: Partial<Route> = {},
  ): Route => ({
    name,
    size,
    sailingsADay,
    fare,
    closesInWinter: false,
    ...more,
  });
  return {
    today,
    firstDay,
    scale,
    vessels: ['Marram', 'Tern', 'Sedge', 'Plover', 'Dunlin'],
    storms,
    dock: { start: halfway + 120, end: halfway + 154 },
    routes: [
      route('Veldry–Osk Head', 165, 5, 18.4),
      route('Tamsel–Quern', 140, 4, 14.9),
      route('Brinnoch–Sollay', 120, 4, 16.2),
      route('Hallen–Ruddock Bay', 95, 3, 21.5),
      route('Veldry–Tamsel', 88, 3, 12.6),
      route('Quern–Sollay', 74, 3, 11.8),
      route('Osk Head–Hallen', 66, 3, 19.3),
      route('Sollay–Tamsel', 58, 2, 13.1, { closesInWinter: true }),
      route('Hallen–Quern', 52, 2, 17.7, { closesInWinter: true }),
      route('Brinnoch–Veldry', 61, 3, 15.4),
      route('Ruddock Bay–Osk Head', 45, 2, 22.8),
      route('Brinnoch–Hallen', 57, 3, 16.9, { opened: halfway }),
    ],
  };
}

/** Whether a route is in service on a day. */
export function inService(company: Company, route: Route, day: Day): boolean {
  if (route.opened !== undefined && day < route.opened) return false;
  if (!route.closesInWinter) return true;
  const { month, day: dayOfMonth } = civilFromDay(day);
  return !(
    month === 12 ||
    month <= 2 ||
    (month === 11 && dayOfMonth >= 15) ||
    (month === 3 && dayOfMonth <= 7)
  );
}

/** How busy a day is, around 1: summer twice winter, weekends up, a slow rise, a dip in the second spring. */
export function demandOn(company: Company, day: Day): number {
  const { year, month } = civilFromDay(day);
  const yearDay = (day - dayFromCivil(year, 1, 1)) / 365;
  const season = 1 - 0.34 * Math.cos(2 * Math.PI * (yearDay - 0.04));
  const weekend = weekdayOf(day) >= 6 ? 1.22 : weekdayOf(day) === 5 ? 1.1 : 0.95;
  const growth = 1 + (0.07 * (day - company.firstDay)) / 365;
  const dipYear = civilFromDay(company.firstDay).year + 2;
  const dip = year === dipYear && (month === 4 || month === 5) ? 0.72 : 1;
  return season * weekend * growth * dip;
}
