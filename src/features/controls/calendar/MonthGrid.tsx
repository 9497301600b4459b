'use client';
/** The days of a month in weeks: days without data are struck, a week's number chooses it whole. */
import { useRef, type KeyboardEvent } from 'react';
import { civilFromDay, weekdayOf, type Day } from '../../../core/calendar/day';
import { dayWords, longDayWords, isoWeek, unitWords, WEEKDAY_NAMES } from '../../../core/calendar/names';
import { containsDay, type DayRuns } from '../../../core/calendar/runs';
import { end } from '../../../core/calendar/units';
import type { CalendarPicker } from '../../../core/dashboard/document/document';
import type { PeriodAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { valueWords } from '../../../core/model/figures';
import { measureOf } from '../../../core/model/model';
import { role, unseenStyle } from '../../../theme/roles';
import { useWorkspace } from '../../workspace/workspace';
import { anyOffered, dayByKey, weeksOf } from './calendarGrid';

const COLUMNS = { display: 'grid', gridTemplateColumns: '22px repeat(7, 1fr)' } as const;

export function MonthGrid(props: {
  readonly title: string;
  readonly month: Day;
  readonly answer: PeriodAnswer;
  readonly control: CalendarPicker;
  readonly offered: DayRuns;
  readonly chosen: DayRuns;
  readonly from: Day | null;
  readonly onPick: (day: Day) => void;
  /** Chooses the week of a day whole; null where single days are picked. */
  readonly onWeek: ((day: Day) => void) | null;
  /** Ends a range of which only one end is picked. */
  readonly onEscape: () => void;
  readonly onMonth: (day: Day) => void;
}) {
  const { title, month, answer, control, offered, chosen, from, onPick, onWeek, onEscape, onMonth } = props;
  const { rule, today } = answer.context;
  const grid = useRef<HTMLDivElement>(null);
  const weeks = weeksOf(month, rule);
  const last = end('month', month, rule);
  const tintOf = useTints(control, answer);
  const isIn = (day: Day) => day >= month && day <= last;
  const firstFocus =
    weeks.flat().find((day) => isIn(day) && containsDay(chosen, day) && containsDay(offered, day)) ??
    weeks.flat().find((day) => isIn(day) && containsDay(offered, day));
  const onKey = (event: KeyboardEvent, day: Day) => {
    if (event.key === 'Escape' && from !== null) {
      event.stopPropagation();
      onEscape();
      return;
    }
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
      <WeekdayHeads week={weeks[0]!} />
      {weeks.map((week) => (
        <div key={week[0]} role="row" style={COLUMNS}>
          <WeekNumber
            number={isoWeek(week[3]!).week}
            words={unitWords('week', week[0]!, rule)}
            onTake={onWeek && anyOffered(offered, week[0]!, week[6]!) ? () => onWeek(week[0]!) : null}
          />
          {week.map((day) => (
            <DayButton
              key={day}
              day={day}
              isToday={day === today}
              isIn={isIn(day)}
              canPick={containsDay(offered, day)}
              chosen={{
                it: containsDay(chosen, day) || day === from,
                before: containsDay(chosen, day - 1),
                after: containsDay(chosen, day + 1),
              }}
              canFocus={day === firstFocus}
              tint={tintOf(day)}
              onPick={() => onPick(day)}
              onKeyDown={(event) => onKey(event, day)}
            />
          ))}
        </div>
      ))}
    </div>
  );
}

/** The names of the days of a week, over the days. */
function WeekdayHeads({ week }: { week: readonly Day[] }) {
  return (
    <div role="row" style={{ ...COLUMNS, fontSize: 11, color: role.quiet }}>
      <span role="columnheader">
        <span style={unseenStyle}>Week</span>
      </span>
      {week.map((day) => (
        <span key={day} role="columnheader" style={{ textAlign: 'center', alignSelf: 'end' }}>
          {WEEKDAY_NAMES[weekdayOf(day) - 1]!.slice(0, 2)}
        </span>
      ))}
    </div>
  );
}

/** The value that tints a day: in words, and from 0 to 1 beside the greatest. */
interface Tint {
  readonly words: string;
  readonly share: number;
}

/** The tints of days by a measure; undefined for days without a value. */
function useTints(control: CalendarPicker, { profile }: PeriodAnswer): (day: Day) => Tint | undefined {
  const { model } = useWorkspace();
  const measure = control.tint && measureOf(model, control.tint.dataset, control.tint.measure);
  const most = profile ? Math.max(1e-9, ...profile.values.map((value) => value ?? 0)) : 1;
  return (day) => {
    const value = profile?.values[day - profile.starts[0]!] ?? null;
    if (value === null) return undefined;
    return {
      words: measure ? `${measure.name} ${valueWords(measure, value)}` : '',
      share: Math.max(0, value) / most,
    };
  };
}

const bracket = (stands: boolean) => (stands ? `3px solid ${role.time}` : '3px solid transparent');

/** The ground of a day by its share of the greatest value. */
function shadeOf(tint: Tint | undefined): string {
  const share = tint?.share ?? 0;
  return share > 0 ? `color-mix(in srgb, ${role.time} ${Math.round(6 + share * 34)}%, transparent)` : 'none';
}

const TO_PICK = { textDecoration: 'none', cursor: 'pointer' } as const;
const STRUCK = { textDecoration: 'line-through', cursor: 'not-allowed' } as const;

/** Whether a day, the one before and the one after are chosen. */
interface ChosenDays {
  readonly it: boolean;
  readonly before: boolean;
  readonly after: boolean;
}

/** Chosen days stand out, with brackets where a run of them begins and ends. */
const chosenStyle = ({ it, before, after }: ChosenDays, shade: string) => ({
  borderLeft: bracket(it && !before),
  borderRight: bracket(it && !after),
  fontWeight: it ? 700 : 450,
  background: it ? role.timeTint : shade,
});

function DayButton({
  day,
  isToday,
  isIn,
  canPick,
  chosen,
  canFocus,
  tint,
  onPick,
  onKeyDown,
}: {
  day: Day;
  isToday: boolean;
  /** Whether it is a day of the month that is shown. */
  isIn: boolean;
  canPick: boolean;
  chosen: ChosenDays;
  canFocus: boolean;
  tint: Tint | undefined;
  onPick: () => void;
  onKeyDown: (event: KeyboardEvent) => void;
}) {
  const words = `${longDayWords(day)}, ${isToday ? 'today, ' : ''}${canPick ? 'data' : 'no data'}`;
  const told = tint === undefined || tint.words === '' ? undefined : tint.words;
  return (
    <button
      type="button"
      role="gridcell"
      data-day={day}
      tabIndex={canFocus ? 0 : -1}
      aria-selected={chosen.it}
      {...(isToday ? { 'aria-current': 'date' as const } : {})}
      aria-disabled={!canPick}
      aria-label={told === undefined ? words : `${words}, ${told}`}
      title={told === undefined ? words : `${dayWords(day)} · ${told}`}
      onClick={() => {
        if (canPick) onPick();
      }}
      onKeyDown={onKeyDown}
      style={{
        border: 0,
        // A bar over the number marks today.
        boxShadow: isToday ? `inset 0 2px 0 ${role.ink}` : 'none',
        padding: 0,
        font: 'inherit',
        fontSize: 12,
        color: canPick && isIn ? role.ink : role.quiet,
        opacity: isIn ? 1 : 0.45,
        ...(canPick ? TO_PICK : STRUCK),
        ...chosenStyle(chosen, shadeOf(tint)),
      }}
    >
      {civilFromDay(day).day}
    </button>
  );
}

/** The number of a week; a click chooses the week whole. */
function WeekNumber({
  number,
  words,
  onTake,
}: {
  number: number;
  words: string;
  onTake: (() => void) | null;
}) {
  const style = { fontSize: 10, color: role.quiet, textAlign: 'center', alignSelf: 'center' } as const;
  if (!onTake)
    return (
      <span role="rowheader" style={style}>
        {number}
      </span>
    );
  return (
    <span role="rowheader" style={style}>
      <button
        type="button"
        tabIndex={-1}
        aria-label={`Whole ${words}`}
        title={`Whole ${words}`}
        onClick={onTake}
        style={{ all: 'unset', cursor: 'pointer', padding: '2px 3px' }}
      >
        {number}
      </button>
    </span>
  );
}
