'use client';
/** The calendar: month, year and decade views; days without data cannot be picked. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMemo, useState } from 'react';
import { civilFromDay, type Day } from '../../../core/calendar/day';
import { dayWords, MONTH_NAMES } from '../../../core/calendar/names';
import { ALL_DAYS, containsDay, intersectRuns, type DayRuns } from '../../../core/calendar/runs';
import type { CalendarRule } from '../../../core/calendar/rule';
import { end, shiftMonths, start, type Unit } from '../../../core/calendar/units';
import type { PeriodAnswer } from '../../../core/dashboard/turn/controlAnswer';
import type { CalendarPicker } from '../../../core/dashboard/document/document';
import { resolveText } from '../../../core/period/resolve';
import { decadeOf, monthOf, pickedText, pickedUnit } from './calendarGrid';
import { CalendarHead, type CalendarView } from './CalendarHead';
import { MonthGrid } from './MonthGrid';
import { UnitChoices } from './UnitChoices';
import { DayField } from '../../ui/DayField';
import { HeldChanges, NarrowHead, PeriodProblem } from '../PeriodParts';
import { usePeriod } from '../usePeriod';

/** The days that a calendar is limited to; every day where it is not. */
function limitedTo(control: CalendarPicker, answer: PeriodAnswer): DayRuns {
  const within = control.within === null ? undefined : resolveText(control.within, answer.context);
  return within?.ok ? within.runs : ALL_DAYS;
}

/** Where the reader went, and what was picked by days and by whole weeks, months and years. */
function usePicking(
  control: CalendarPicker,
  answer: PeriodAnswer,
  period: ReturnType<typeof usePeriod>,
  offered: DayRuns,
) {
  const { rule, today } = answer.context;
  const lastShown = period.clipped.empty
    ? undefined
    : period.clipped.runs[period.clipped.runs.length - 1]!.end;
  // Where the reader went, and a first end that was picked: both are over once the period changes elsewhere.
  const [begun, setBegun] = useState<{ text: string; month: Day; from: Day | null } | null>(null);
  const [seen, setSeen] = useState(period.text);
  if (seen !== period.text) {
    setSeen(period.text);
    if (begun?.text !== period.text) setBegun(null);
  }
  const now = begun?.text === period.text ? begun : null;
  const from = now?.from ?? null;
  const month = start('month', now?.month ?? lastShown ?? offered[offered.length - 1]?.end ?? today, rule);
  const chosen = period.isEverything ? [] : period.asked;
  const goTo = (day: Day, first = from, text = period.text) => setBegun({ text, month: day, from: first });
  const pick = (day: Day) => {
    if (control.picks === 'range' && from === null) {
      goTo(day, day);
      return;
    }
    const text = pickedText(control.picks, day, chosen, from);
    goTo(day, null, text);
    period.set(text);
  };
  const pickWhole = (unit: Unit, day: Day) => {
    const text = pickedUnit(control.picks, unit, day, rule, { now: chosen, offered });
    if (text === null) return;
    goTo(day, null, text);
    period.set(text);
  };
  return { month, from, chosen, goTo, pick, pickWhole };
}

/** The months of a year, or the years around a month. */
function unitChoices(view: 'year' | 'decade', month: Day, rule: CalendarRule) {
  const { year } = civilFromDay(month);
  const months = MONTH_NAMES.map((name, i) => ({ name: name.slice(0, 3), first: monthOf(year, i + 1) }));
  const years = decadeOf(month).map((each) => ({ name: String(each), first: monthOf(each, 1) }));
  const [label, entries, unit] =
    view === 'year' ? ([`Months of ${year}`, months, 'month'] as const) : (['Years', years, 'year'] as const);
  return { label, entries: entries.map((entry) => ({ ...entry, last: end(unit, entry.first, rule) })) };
}

export function CalendarControl({ control, answer }: { control: CalendarPicker; answer: PeriodAnswer }) {
  const period = usePeriod(control, answer);
  const { rule, today } = answer.context;
  const limits = useMemo(() => limitedTo(control, answer), [control, answer]);
  const offered = useMemo(
    () => (control.allowUncovered ? limits : intersectRuns(answer.covered, limits)),
    [control, answer, limits],
  );
  const { month, from, chosen, goTo, pick, pickWhole } = usePicking(control, answer, period, offered);
  const [view, setView] = useState<CalendarView>('month');
  const takesWhole = control.picks !== 'day';
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', gap: 4, minHeight: 0 }}>
      <NarrowHead period={period} />
      <PeriodProblem period={period} />
      <CalendarHead
        {...{ month, view, offered, rule }}
        onMove={(months) => goTo(shiftMonths(month, months))}
        onView={setView}
        onToday={() => {
          setView('month');
          goTo(today);
        }}
        onWhole={takesWhole ? (unit) => pickWhole(unit, month) : null}
      />
      {view === 'month' && (
        <MonthGrid
          title={period.title}
          month={month}
          answer={answer}
          control={control}
          offered={offered}
          chosen={chosen}
          from={from}
          onPick={pick}
          onWeek={takesWhole ? (day) => pickWhole('week', day) : null}
          onEscape={() => goTo(month, null)}
          onMonth={goTo}
        />
      )}
      {view !== 'month' && (
        <UnitChoices
          {...unitChoices(view, month, rule)}
          offered={offered}
          onTake={(first) => {
            goTo(first);
            setView(view === 'year' ? 'month' : 'year');
          }}
        />
      )}
      {from !== null && (
        <Typography variant="caption" role="status">
          Pick the other end of a range with {dayWords(from)}.{' '}
          <Button onClick={() => goTo(month, null)} sx={{ minWidth: 0, p: 0, fontSize: 11 }}>
            Leave it
          </Button>
        </Typography>
      )}
      <div style={{ flex: 'none', display: 'flex', paddingTop: 4 }}>
        <DayField
          label={control.picks === 'range' ? 'Type a day, then the other end' : 'Type a day'}
          day={undefined}
          refuse={(day) => (containsDay(limits, day) ? null : `${dayWords(day)} cannot be picked here.`)}
          onDay={pick}
        />
      </div>
      <HeldChanges id={control.id} />
    </div>
  );
}
