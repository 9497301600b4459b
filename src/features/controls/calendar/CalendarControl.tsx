'use client';
/** The calendar: month, year and decade views; days without data cannot be picked. */
import Button from '@mui/material/Button';
import Typography from '@mui/material/Typography';
import { useMemo, useRef, useState, type KeyboardEvent } from 'react';
import { civilFromDay, type Day } from '../../../core/calendar/day';
import { dayWords, longDayWords, MONTH_NAMES, WEEKDAY_NAMES } from '../../../core/calendar/names';
import { ALL_DAYS, containsDay, intersectRuns, type DayRuns } from '../../../core/calendar/runs';
import { end, shiftMonths, start } from '../../../core/calendar/units';
import type { PeriodAnswer } from '../../../core/dashboard/turn/answer';
import type { CalendarPicker } from '../../../core/dashboard/document/document';
import { valueWords } from '../../../core/model/figures';
import { measureOf } from '../../../core/model/model';
import { resolveText } from '../../../core/period/resolve';
import { role } from '../../../theme/roles';
import { useWorkspace } from '../../workspace/workspace';
import { anyOffered, dayByKey, decadeOf, monthOf, pickedText, weeksOf } from './calendarGrid';
import { DayField } from '../../ui/DayField';
import { HeldChanges, NarrowHead, PeriodProblem } from '../PeriodParts';
import { usePeriod } from '../usePeriod';

type View = 'month' | 'year' | 'decade';

/** Days that can be picked: those with data, of the limited set if there is one. */
function offeredDays(control: CalendarPicker, answer: PeriodAnswer): DayRuns {
  const data = control.allowUncovered ? ALL_DAYS : answer.covered;
  if (control.within === null) return data;
  const within = resolveText(control.within, answer.context);
  return within.ok ? intersectRuns(data, within.runs) : data;
}

export function CalendarControl({ control, answer }: { control: CalendarPicker; answer: PeriodAnswer }) {
  const period = usePeriod(control, answer);
  const { rule, today } = answer.context;
  const offered = useMemo(() => offeredDays(control, answer), [control, answer]);
  const lastShown = period.clipped.empty
    ? undefined
    : period.clipped.runs[period.clipped.runs.length - 1]!.end;
  const [moved, setMoved] = useState<Day | null>(null);
  const [view, setView] = useState<View>('month');
  const [from, setFrom] = useState<Day | null>(null);
  const month = start('month', moved ?? lastShown ?? offered[offered.length - 1]?.end ?? today, rule);
  const pick = (day: Day) => {
    period.set(pickedText(control.picks, day, period.isEverything ? [] : period.asked, from));
    setFrom(control.picks === 'range' && from === null ? day : null);
    setMoved(day);
  };
  const move = (months: number) => setMoved(shiftMonths(month, months));
  const { year, month: number } = civilFromDay(month);
  const step = { month: 1, year: 12, decade: 120 }[view];
  const headings = {
    month: `${MONTH_NAMES[number - 1]} ${year}`,
    year: String(year),
    decade: `${decadeOf(month)[0]}–${decadeOf(month)[11]}`,
  };
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', gap: 4, minHeight: 0 }}>
      <NarrowHead period={period} />
      <PeriodProblem period={period} />
      <div style={{ display: 'flex', alignItems: 'center', flex: 'none' }}>
        <Button aria-label={`Earlier ${view}`} onClick={() => move(-step)} sx={{ minWidth: 28, p: 0 }}>
          ‹
        </Button>
        <Button
          aria-label={`${headings[view]}: show the ${view === 'month' ? 'year' : 'decade'}`}
          onClick={() => setView(view === 'month' ? 'year' : 'decade')}
          disabled={view === 'decade'}
          sx={{ flex: 1, py: 0, color: 'text.primary' }}
        >
          {headings[view]}
        </Button>
        <Button aria-label={`Later ${view}`} onClick={() => move(step)} sx={{ minWidth: 28, p: 0 }}>
          ›
        </Button>
      </div>
      {view === 'month' && (
        <MonthGrid
          title={period.title}
          month={month}
          answer={answer}
          control={control}
          offered={offered}
          chosen={period.isEverything ? [] : period.asked}
          from={from}
          onPick={pick}
          onMonth={setMoved}
        />
      )}
      {view !== 'month' && (
        <Choices
          label={view === 'year' ? `Months of ${year}` : 'Years'}
          entries={
            view === 'year'
              ? MONTH_NAMES.map((name, i) => ({
                  name: name.slice(0, 3),
                  first: monthOf(year, i + 1),
                  last: end('month', monthOf(year, i + 1), rule),
                }))
              : decadeOf(month).map((each) => ({
                  name: String(each),
                  first: monthOf(each, 1),
                  last: end('year', monthOf(each, 1), rule),
                }))
          }
          offered={offered}
          onTake={(first) => {
            setMoved(first);
            setView(view === 'year' ? 'month' : 'year');
          }}
        />
      )}
      {from !== null && (
        <Typography variant="caption">Pick the other end, after {dayWords(from)}.</Typography>
      )}
      <div style={{ flex: 'none', display: 'flex', paddingTop: 4 }}>
        <DayField
          label={control.picks === 'range' ? 'Type a day, then the other end' : 'Type a day'}
          day={undefined}
          refuse={(day) => (containsDay(offered, day) ? null : `${dayWords(day)} cannot be picked: no data.`)}
          onDay={pick}
        />
      </div>
      <HeldChanges id={control.id} />
    </div>
  );
}

function MonthGrid(props: {
  readonly title: string;
  readonly month: Day;
  readonly answer: PeriodAnswer;
  readonly control: CalendarPicker;
  readonly offered: DayRuns;
  readonly chosen: DayRuns;
  readonly from: Day | null;
  readonly onPick: (day: Day) => void;
  readonly onMonth: (day: Day) => void;
}) {
  const { title, month, answer, control, offered, chosen, from, onPick, onMonth } = props;
  const { rule } = answer.context;
  const { model } = useWorkspace();
  const grid = useRef<HTMLDivElement>(null);
  const weeks = weeksOf(month, rule);
  const last = end('month', month, rule);
  const measure = control.tint && measureOf(model, control.tint.dataset, control.tint.measure);
  const { profile } = answer;
  const tintOf = (day: Day) => profile?.values[day - profile.starts[0]!] ?? null;
  const most = profile ? Math.max(1e-9, ...profile.values.map((value) => value ?? 0)) : 1;
  const isIn = (day: Day) => day >= month && day <= last;
  const firstFocus =
    weeks.flat().find((day) => isIn(day) && containsDay(chosen, day) && containsDay(offered, day)) ??
    weeks.flat().find((day) => isIn(day) && containsDay(offered, day));
  const onKey = (event: KeyboardEvent, day: Day) => {
    const next = dayByKey(event.key, day, offered, rule);
    if (next === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    if (!isIn(next)) onMonth(next);
    // The month may have to be drawn first.
    requestAnimationFrame(() => grid.current?.querySelector<HTMLElement>(`[data-day="${next}"]`)?.focus());
  };
  return (
    <div
      ref={grid}
      role="grid"
      aria-label={`${title}, days`}
      style={{ flex: 1, minHeight: 0, display: 'grid', gridAutoRows: '1fr' }}
    >
      <div
        role="row"
        style={{ display: 'grid', gridTemplateColumns: 'repeat(7, 1fr)', fontSize: 11, color: role.quiet }}
      >
        {weeks[0]!.map((day) => (
          <span key={day} role="columnheader" style={{ textAlign: 'center', alignSelf: 'end' }}>
            {WEEKDAY_NAMES[(((day + 3) % 7) + 7) % 7]!.slice(0, 2)}
          </span>
        ))}
      </div>
      {weeks.map((week) => (
        <div key={week[0]} role="row" style={{ display: 'grid', gridTemplateColumns: 'repeat(7, 1fr)' }}>
          {week.map((day) => {
            const canPick = containsDay(offered, day);
            const isChosen = containsDay(chosen, day) || day === from;
            const value = tintOf(day);
            const share = value === null ? 0 : Math.max(0, value) / most;
            const words = `${longDayWords(day)}, ${canPick ? 'data' : 'no data'}`;
            return (
              <button
                key={day}
                type="button"
                role="gridcell"
                data-day={day}
                tabIndex={day === firstFocus ? 0 : -1}
                aria-selected={isChosen}
                aria-disabled={!canPick}
                aria-label={
                  measure && value !== null
                    ? `${words}, ${measure.name} ${valueWords(measure, value)}`
                    : words
                }
                title={
                  measure && value !== null
                    ? `${dayWords(day)} · ${measure.name} ${valueWords(measure, value)}`
                    : words
                }
                onClick={() => canPick && onPick(day)}
                onKeyDown={(event) => onKey(event, day)}
                style={{
                  border: 0,
                  borderLeft:
                    isChosen && !containsDay(chosen, day - 1)
                      ? `3px solid ${role.time}`
                      : '3px solid transparent',
                  borderRight:
                    isChosen && !containsDay(chosen, day + 1)
                      ? `3px solid ${role.time}`
                      : '3px solid transparent',
                  padding: 0,
                  font: 'inherit',
                  fontSize: 12,
                  fontWeight: isChosen ? 700 : 450,
                  color: !canPick || !isIn(day) ? role.quiet : role.ink,
                  opacity: isIn(day) ? 1 : 0.45,
                  textDecoration: canPick ? 'none' : 'line-through',
                  background: isChosen
                    ? role.timeTint
                    : share > 0
                      ? `color-mix(in srgb, ${role.time} ${Math.round(6 + share * 34)}%, transparent)`
                      : 'none',
                  cursor: canPick ? 'pointer' : 'not-allowed',
                }}
              >
                {civilFromDay(day).day}
              </button>
            );
          })}
        </div>
      ))}
    </div>
  );
}

/** Months of a year, or years of a decade; those without data are struck. */
function Choices(props: {
  label: string;
  entries: readonly { name: string; first: Day; last: Day }[];
  offered: DayRuns;
  onTake: (first: Day) => void;
}) {
  return (
    <div
      role="group"
      aria-label={props.label}
      style={{ flex: 1, display: 'grid', gridTemplateColumns: 'repeat(3, 1fr)', gap: 4, minHeight: 0 }}
    >
      {props.entries.map((entry) => {
        const isOffered = anyOffered(props.offered, entry.first, entry.last);
        return (
          <Button
            key={entry.first}
            onClick={() => props.onTake(entry.first)}
            disabled={!isOffered}
            sx={{
              minWidth: 0,
              p: 0,
              color: 'text.primary',
              textDecoration: isOffered ? 'none' : 'line-through',
            }}
          >
            {entry.name}
          </Button>
        );
      })}
    </div>
  );
}
