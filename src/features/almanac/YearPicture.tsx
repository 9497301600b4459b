'use client';
/** A year at a glance: months down, days across, with where weeks and fiscal months begin under a rule. */
import { memo } from 'react';
import { specialDaysByDay, specialNames, type SpecialDay } from '../../core/calendar/almanac';
import { dayFromCivil, daysInMonth, weekdayOf, type Day } from '../../core/calendar/day';
import { dayWords, MONTH_NAMES, unitText } from '../../core/calendar/names';
import type { CalendarRule } from '../../core/calendar/rule';
import { indexOf, start } from '../../core/calendar/units';
import { bracketPath } from '../../theme/marks';
import { role } from '../../theme/roles';
import { useSize } from '../ui/useSize';

const LABEL = 38;
const HEAD = 16;
const ROW = 23;
const DAYS = 31;
const HEIGHT = HEAD + 12 * ROW + 4;
const FISCAL_LABEL = 52;

export const YearPicture = memo(function YearPicture({
  rule,
  year,
  special,
}: {
  rule: CalendarRule;
  year: number;
  special: readonly SpecialDay[];
}) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const cell = Math.max(8, (width - LABEL - 4) / DAYS);
  const byDay = specialDaysByDay(special);
  const place = (month: number, dayOfMonth: number) => ({
    x: LABEL + (dayOfMonth - 1) * cell,
    y: HEAD + (month - 1) * ROW,
  });
  const months = MONTH_NAMES.map((name, m) => ({ name, month: m + 1, days: daysInMonth(year, m + 1) }));
  const days = months.flatMap(({ month, days: count }) =>
    Array.from({ length: count }, (_, i) => ({
      day: dayFromCivil(year, month, i + 1),
      ...place(month, i + 1),
    })),
  );
  const isFiscal = rule.fiscal.yearStartMonth !== 1 || rule.fiscal.monthStartDay !== 1;
  return (
    <div ref={ref} style={{ minHeight: HEIGHT }}>
      {width > 0 && (
        <svg
          width={width}
          height={HEIGHT}
          role="img"
          aria-label={`The year ${year}: ${pictureWords(rule, year)}`}
          style={{ display: 'block' }}
        >
          <g fontSize="10" fill={role.quiet} aria-hidden="true">
            {[1, 5, 10, 15, 20, 25, 30].map((day) => (
              <text key={day} x={LABEL + (day - 0.5) * cell} y={HEAD - 5} textAnchor="middle">
                {day}
              </text>
            ))}
            {months.map(({ name, month }) => (
              <text
                key={name}
                x={LABEL - 8}
                y={place(month, 1).y + ROW / 2 + 4}
                textAnchor="end"
                fontSize="12"
              >
                {name.slice(0, 3)}
              </text>
            ))}
          </g>
          {days.map(({ day, x, y }) => (
            <DayCell key={day} day={day} x={x} y={y} cell={cell} rule={rule} names={namesOf(byDay, day)} />
          ))}
          {isFiscal &&
            days
              .filter(({ day }) => start('fiscal month', day, rule) === day)
              .map(({ day, x, y }) => (
                <FiscalMark
                  key={`f${day}`}
                  day={day}
                  x={x}
                  y={y}
                  rule={rule}
                  isLeft={x + FISCAL_LABEL >= LABEL + cell * DAYS}
                />
              ))}
        </svg>
      )}
    </div>
  );
});

/** The bracket and name of a fiscal month at its first day; the name at the left where the right has no room. */
function FiscalMark({
  day,
  x,
  y,
  rule,
  isLeft,
}: {
  day: Day;
  x: number;
  y: number;
  rule: CalendarRule;
  isLeft: boolean;
}) {
  return (
    <g>
      <path
        d={bracketPath('start', x + 1, y + 1, y + ROW - 2, 5)}
        fill="none"
        stroke={role.time}
        strokeWidth={start('fiscal year', day, rule) === day ? 3 : 2}
      />
      <text
        x={isLeft ? x - 4 : x + 8}
        textAnchor={isLeft ? 'end' : 'start'}
        y={y + ROW / 2 + 3}
        fontSize="10"
        fontWeight={start('fiscal quarter', day, rule) === day ? 700 : 450}
        fill={role.time}
        stroke={role.surface}
        strokeWidth="3"
        paintOrder="stroke"
      >
        {unitText('fiscal month', day, rule)}
      </text>
    </g>
  );
}

function namesOf(byDay: ReturnType<typeof specialDaysByDay>, day: Day) {
  return { holiday: specialNames(byDay, day, 'holiday'), event: specialNames(byDay, day, 'event') };
}

function DayCell({
  day,
  x,
  y,
  cell,
  rule,
  names,
}: {
  day: Day;
  x: number;
  y: number;
  cell: number;
  rule: CalendarRule;
  names: { readonly holiday: string | null; readonly event: string | null };
}) {
  const odd = indexOf('fiscal month', day, rule) % 2 !== 0;
  const weekday = weekdayOf(day);
  const words = [names.holiday, names.event].filter((name) => name !== null).join(', ');
  return (
    <g>
      <rect
        x={x + 0.5}
        y={y + 1}
        width={cell - 1}
        height={ROW - 3}
        fill={odd ? role.timeTint : role.paper}
        stroke={role.hairline}
        strokeWidth="0.5"
      >
        <title>{`${dayWords(day)}, ${unitText('fiscal month', day, rule)}${words === '' ? '' : `, ${words}`}`}</title>
      </rect>
      {rule.weekend.includes(weekday) && (
        <path d={`M${x + 2} ${y + ROW - 4}h${cell - 4}`} stroke={role.quiet} strokeWidth="1.5" />
      )}
      {weekday === rule.weekStart && (
        <path d={`M${x + 0.5} ${y + 1}v5`} stroke={role.quiet} strokeWidth="1.5" />
      )}
      {names.holiday !== null && <circle cx={x + cell / 2} cy={y + 7} r="3" fill={role.warning} />}
      {names.event !== null && (
        <circle cx={x + cell / 2} cy={y + 7} r="3" fill="none" stroke={role.choice} strokeWidth="1.5" />
      )}
    </g>
  );
}

/** The rule in words, as of a year. */
function pictureWords(rule: CalendarRule, year: number): string {
  const middle = dayFromCivil(year, 7, 1);
  const first = start('fiscal year', middle, rule);
  return `${unitText('fiscal year', middle, rule)} begins on ${dayWords(first)}, its first month is ${unitText('fiscal month', first, rule)}`;
}
