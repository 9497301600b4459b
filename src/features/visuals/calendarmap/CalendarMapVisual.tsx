'use client';
/** A value for each day: months down, days of the month across. Days without data are hatched. */
import { memo, useId, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { civilFromDay, dayFromCivil, daysInMonth, weekdayOf } from '../../../core/calendar/day';
import { dayWords, MONTH_NAMES } from '../../../core/calendar/names';
import type { CalendarRule } from '../../../core/calendar/rule';
import type { CalendarMapAnswer } from '../../../core/dashboard/turn/answer';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import { HatchPattern } from '../../../theme/marks';
import { role, seriesColour } from '../../../theme/roles';
import type { ShownPart } from '../../../core/dashboard/document/kinds/compare';
import { changeOf } from '../../../core/dashboard/turn/comparing/answer';
import { comparedWords, type DrawnBaseline } from '../comparing/compared';
import { extentOf } from '../chart/scale';
import { askingWords, middleOf, type PagePoint } from '../chart/usePointing';
import { ChangeKey, changeColour, changeOpacity, evenExtent, STEPS } from './changeTint';
import { onlyChosen, type Picking } from '../picking';
import { Tip } from '../Tip';
import { useSize } from '../../ui/useSize';
import { CHOOSING_WORDS, useSweep } from '../useSweep';

const LABEL = 64;
const PLAIN_HEAD = 16;
/** With the key of what the tint means. */
const HEAD_WITH_KEY = 34;
const LEAST_ROW = 14;
const MOST_ROW = 26;
const DAYS = 31;
/** Opacity of the smallest and of the greatest value. */
const FAINT = 0.12;

interface MonthRow {
  readonly year: number;
  readonly month: number;
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

export const CalendarMapVisual = memo(function CalendarMapVisual({
  answer,
  measure,
  rule,
  title,
  baselines,
  show,
  picking,
  onAskMark,
}: {
  answer: CalendarMapAnswer;
  measure: Measure;
  rule: CalendarRule;
  title: string;
  baselines: readonly DrawnBaseline[];
  /** What of comparisons is told. */
  show: readonly ShownPart[];
  /** Choosing days, where readers can. */
  picking?: Picking | undefined;
  /** Shows what can be done at the i-th day, and where. */
  onAskMark?: ((day: number, at: PagePoint) => void) | undefined;
}) {
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const [pointed, setPointed] = useState<number | null>(null);
  const hatch = useId();
  const months = monthsOf(answer);
  const HEAD = answer.against ? HEAD_WITH_KEY : PLAIN_HEAD;
  const row = Math.max(
    LEAST_ROW,
    Math.min(MOST_ROW, Math.floor((height - HEAD) / Math.max(1, months.length))),
  );
  const column = Math.max(1, (width - LABEL - 6) / DAYS);
  const [first] = answer.against ?? [];
  /** With a baseline the tint is the change against the day's partner. */
  const tinted = first
    ? answer.values.map((value, i) => changeOf(value, first.values[i] ?? null).change)
    : answer.values;
  const extent = first ? evenExtent(tinted) : extentOf(tinted);
  const placeOf = (day: number) => {
    const date = civilFromDay(day);
    const r = (date.year - months[0]!.year) * 12 + date.month - months[0]!.month;
    return { x: LABEL + (date.day - 1) * column, y: HEAD + r * row };
  };
  const box = (day: number) => {
    const { x, y } = placeOf(day);
    return `M${(x + 0.5).toFixed(1)} ${(y + 0.5).toFixed(1)}h${(column - 1).toFixed(1)}v${row - 1}h${(1 - column).toFixed(1)}Z`;
  };
  const stepOf = (value: number) =>
    !extent || extent[0] === extent[1]
      ? STEPS - 1
      : Math.min(STEPS - 1, Math.floor(((value - extent[0]) / (extent[1] - extent[0])) * STEPS));
  const sweep = useSweep(picking, answer.values.length);
  const chosen = picking?.chosen ?? null;
  const lit = chosen ? onlyChosen(answer.values, chosen) : answer.lit;
  /** White over what is not chosen, so that it looks pale whatever its step. */
  let veil = '';
  let swept = '';
  const paths = new Array<string>(STEPS).fill('');
  let alone = '';
  let missing = '';
  let provisional = '';
  let weekends = '';
  answer.values.forEach((value, i) => {
    const day = answer.first + i;
    if (value === null) missing += box(day);
    else if (tinted[i] === null || tinted[i] === undefined) alone += box(day);
    else paths[stepOf(tinted[i])] += box(day);
    if (lit && value !== null && lit[i] === null) veil += box(day);
    if (sweep.range && i >= sweep.range.first && i <= sweep.range.last) swept += box(day);
    if (value !== null && answer.provisionalFrom !== null && day >= answer.provisionalFrom)
      provisional += box(day);
    if (rule.weekend.includes(weekdayOf(day))) {
      const { x, y } = placeOf(day);
      weekends += `M${(x + 1).toFixed(1)} ${y + row - 1.5}h${(column - 2).toFixed(1)}`;
    }
  });
  const dayAt = (event: PointerEvent<SVGSVGElement>): number | null => {
    const frame = event.currentTarget.getBoundingClientRect();
    const ratio = frame.width / width || 1;
    const dayOfMonth = Math.floor(((event.clientX - frame.left) / ratio - LABEL) / column) + 1;
    const month = months[Math.floor(((event.clientY - frame.top) / ratio - HEAD) / row)];
    if (!month || dayOfMonth < 1 || dayOfMonth > daysInMonth(month.year, month.month)) return null;
    const i = dayFromCivil(month.year, month.month, dayOfMonth) - answer.first;
    return i >= 0 && i < answer.values.length ? i : null;
  };
  const point = (event: PointerEvent<SVGSVGElement>) => {
    const i = dayAt(event);
    setPointed(i);
    if (i !== null) sweep.move(i);
  };
  const step = (event: KeyboardEvent) => {
    if (onAskMark && pointed !== null && event.key === 'Enter' && event.shiftKey) {
      // Else the panel that comes would take the key as well.
      event.preventDefault();
      onAskMark(pointed, middleOf(event.currentTarget));
      return;
    }
    const count = answer.values.length;
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -30, ArrowDown: 30, Home: -count, End: count }[
      event.key
    ];
    const moved =
      by === undefined ? null : Math.max(0, Math.min(count - 1, (pointed ?? (by > 0 ? -1 : count)) + by));
    if (sweep.key(event, pointed, moved) || moved === null) return;
    event.preventDefault();
    setPointed(moved);
  };
  const at = pointed === null ? null : Math.min(pointed, answer.values.length - 1);
  const tip = at === null ? null : placeOf(answer.first + at);
  const valueAt = (i: number) => {
    const value = answer.values[i] ?? null;
    const later = answer.provisionalFrom !== null && answer.first + i >= answer.provisionalFrom;
    return value === null ? 'no data' : `${valueWords(measure, value)}${later ? ', provisional' : ''}`;
  };
  const comparedAt = (i: number) =>
    (answer.against ?? []).map(({ values, partners }, b) => {
      const partner = partners[i];
      const day = partner ? `, ${dayWords(partner.start)}` : '';
      const words = comparedWords(measure, show, answer.values[i] ?? null, values[i] ?? null);
      return `${baselines[b]?.label ?? ''}${day}: ${words}`;
    });
  return (
    <div ref={ref} style={{ position: 'relative', height: '100%', overflowY: 'auto', overflowX: 'hidden' }}>
      {width > 0 && (
        <svg
          width={width}
          height={HEAD + months.length * row + 2}
          role="img"
          tabIndex={0}
          aria-label={`Calendar map, ${title}: ${answer.values.length} days from ${dayWords(answer.first)}${baselines[0] ? `, tinted by the change against ${baselines[0].label}` : ''}. Arrow keys read values.${picking ? CHOOSING_WORDS : ''}${onAskMark ? ` ${askingWords(answer)}.` : ''}`}
          onPointerMove={point}
          onPointerDown={(event) => sweep.down(event, dayAt(event))}
          onPointerUp={sweep.up}
          onPointerCancel={sweep.cancel}
          onPointerLeave={() => setPointed(null)}
          onKeyDown={step}
          onContextMenu={(event) => {
            if (!onAskMark || pointed === null) return;
            event.preventDefault();
            onAskMark(pointed, { x: event.clientX, y: event.clientY });
          }}
          onBlur={() => {
            setPointed(null);
            sweep.cancel();
          }}
          style={{ display: 'block', cursor: picking ? 'pointer' : undefined }}
        >
          <defs>
            <HatchPattern id={hatch} />
          </defs>
          {baselines[0] && <ChangeKey measure={measure} baseline={baselines[0]} />}
          <g fontSize="10" fill={role.quiet} aria-hidden="true">
            {[1, 5, 10, 15, 20, 25, 30].map((day) => (
              <text key={day} x={LABEL + (day - 0.5) * column} y={HEAD - 5} textAnchor="middle">
                {day}
              </text>
            ))}
            {months.map(({ year, month }, r) => (
              <text key={r} x={LABEL - 8} y={HEAD + r * row + row / 2 + 4} textAnchor="end" fontSize="11">
                {MONTH_NAMES[month - 1]!.slice(0, 3)}
                {r === 0 || month === 1 ? ` ${year}` : ''}
              </text>
            ))}
          </g>
          {paths.map((path, i) => (
            <path
              key={i}
              d={path}
              fill={first ? changeColour(measure, i) : seriesColour(0)}
              opacity={first ? changeOpacity(i) : FAINT + ((1 - FAINT) * i) / (STEPS - 1)}
              data-mark="days"
            />
          ))}
          <path d={alone} fill="none" stroke={role.quiet} strokeWidth="0.75" data-mark="no baseline" />
          {veil !== '' && <path d={veil} fill={role.surface} fillOpacity="0.76" data-mark="pale" />}
          {swept !== '' && (
            <path d={swept} fill="none" stroke={role.choice} strokeWidth="2" data-mark="sweep" />
          )}
          <path d={missing} fill={`url(#${hatch})`} data-mark="no data" />
          <path d={weekends} stroke={role.quiet} strokeWidth="1" opacity="0.6" />
          <path d={provisional} fill="none" stroke={role.ink} strokeDasharray="1 2" data-mark="provisional" />
          {tip && (
            <rect
              x={tip.x}
              y={tip.y}
              width={column}
              height={row}
              fill="none"
              stroke={role.ink}
              strokeWidth="1.5"
            />
          )}
        </svg>
      )}
      {at !== null && tip && (
        <Tip
          x={tip.x}
          y={tip.y + row + 16}
          width={width}
          lines={[
            dayWords(answer.first + at),
            valueAt(at),
            ...comparedAt(at),
            ...(onAskMark ? [askingWords(answer)] : []),
          ]}
        />
      )}
    </div>
  );
});
