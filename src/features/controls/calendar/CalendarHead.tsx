'use client';
/** What stands above a calendar: where it is, what moves it, and what goes to coarser units. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { civilFromDay, type Day } from '../../../core/calendar/day';
import { MONTH_NAMES } from '../../../core/calendar/names';
import type { CalendarRule } from '../../../core/calendar/rule';
import type { DayRuns } from '../../../core/calendar/runs';
import { end } from '../../../core/calendar/units';
import { anyOffered, decadeOf } from './calendarGrid';

export type CalendarView = 'month' | 'year' | 'decade';

/** Months that a step moves by. */
const STEPS: Record<CalendarView, number> = { month: 1, year: 12, decade: 120 };

function headingOf(view: CalendarView, month: Day): string {
  const { year, month: number } = civilFromDay(month);
  const decade = decadeOf(month);
  return {
    month: `${MONTH_NAMES[number - 1]} ${year}`,
    year: String(year),
    decade: `${decade[0]}–${decade[11]}`,
  }[view];
}

export function CalendarHead({
  month,
  view,
  offered,
  rule,
  onMove,
  onView,
  onToday,
  onWhole,
}: {
  month: Day;
  view: CalendarView;
  offered: DayRuns;
  rule: CalendarRule;
  /** By so many months. */
  onMove: (months: number) => void;
  onView: (view: CalendarView) => void;
  onToday: () => void;
  /** Chooses the month or year whole; null where single days are picked. */
  onWhole: ((unit: 'month' | 'year') => void) | null;
}) {
  const heading = headingOf(view, month);
  const coarser = view === 'month' ? 'year' : 'decade';
  return (
    <div style={{ display: 'flex', alignItems: 'center', flex: 'none' }}>
      <Button aria-label={`Earlier ${view}`} onClick={() => onMove(-STEPS[view])} sx={{ minWidth: 28, p: 0 }}>
        ‹
      </Button>
      {view === 'decade' || !onWhole ? (
        <Typography component="span" sx={{ flex: 1, textAlign: 'center' }}>
          {heading}
        </Typography>
      ) : (
        <Button
          aria-label={`Whole ${view}: ${heading}`}
          title={`Choose all of ${heading}`}
          onClick={() => onWhole(view)}
          disabled={!anyOffered(offered, month, end(view, month, rule))}
          sx={{ flex: 1, minWidth: 0, py: 0, color: 'text.primary' }}
        >
          {heading}
        </Button>
      )}
      {view !== 'decade' && (
        <Button
          aria-label={`${heading}: show the ${coarser}`}
          onClick={() => onView(coarser)}
          sx={{ minWidth: 0, p: 0, px: 0.5 }}
        >
          {view === 'month' ? 'months' : 'years'}
        </Button>
      )}
      <Button aria-label="Go to today" onClick={onToday} sx={{ minWidth: 0, p: 0, px: 0.5 }}>
        Today
      </Button>
      <Button aria-label={`Later ${view}`} onClick={() => onMove(STEPS[view])} sx={{ minWidth: 28, p: 0 }}>
        ›
      </Button>
    </div>
  );
}
