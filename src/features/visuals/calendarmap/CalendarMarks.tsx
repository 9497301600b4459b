'use client';
/** What a calendar map is drawn of: names of days and months, tinted days, and what is said of them by marks. */
import { MONTH_NAMES } from '../../../core/calendar/names';
import type { Measure } from '../../../core/model/model';
import { role, seriesColour } from '../../../theme/roles';
import { LABEL, type CalendarGrid } from './calendarGrid';
import type { CalendarPaths } from './calendarPaths';
import { changeColour, changeOpacity, STEPS } from './changeTint';

const NAMED_DAYS = [1, 5, 10, 15, 20, 25, 30];
/** Opacity of the smallest value; the greatest has none. */
const FAINT = 0.12;

export function CalendarNames({ grid: { months, head, row, column } }: { grid: CalendarGrid }) {
  return (
    <g fontSize="10" fill={role.quiet} aria-hidden="true">
      {NAMED_DAYS.map((day) => (
        <text key={day} x={LABEL + (day - 0.5) * column} y={head - 5} textAnchor="middle">
          {day}
        </text>
      ))}
      {months.map(({ year, month }, r) => (
        <text key={r} x={LABEL - 8} y={head + r * row + row / 2 + 4} textAnchor="end" fontSize="11">
          {MONTH_NAMES[month - 1]!.slice(0, 3)}
          {r === 0 || month === 1 ? ` ${year}` : ''}
        </text>
      ))}
    </g>
  );
}

export function CalendarMarks({
  paths: { tints, alone, missing, provisional, weekends, pale, swept },
  hatch,
  changed,
}: {
  paths: CalendarPaths;
  hatch: string;
  /** The measure whose change tints the days; undefined where values do. */
  changed: Measure | undefined;
}) {
  return (
    <>
      {tints.map((path, i) => (
        <path
          key={i}
          d={path}
          fill={changed ? changeColour(changed, i) : seriesColour(0)}
          opacity={changed ? changeOpacity(i) : FAINT + ((1 - FAINT) * i) / (STEPS - 1)}
          data-mark="days"
        />
      ))}
      <path d={alone} fill="none" stroke={role.quiet} strokeWidth="0.75" data-mark="no baseline" />
      {/* Over what is not lit, so that it looks pale whatever its step. */}
      {pale !== '' && <path d={pale} fill={role.surface} fillOpacity="0.76" data-mark="pale" />}
      {swept !== '' && <path d={swept} fill="none" stroke={role.choice} strokeWidth="2" data-mark="sweep" />}
      <path d={missing} fill={`url(#${hatch})`} data-mark="no data" />
      <path d={weekends} stroke={role.quiet} strokeWidth="1" opacity="0.6" />
      <path d={provisional} fill="none" stroke={role.ink} strokeDasharray="1 2" data-mark="provisional" />
    </>
  );
}
