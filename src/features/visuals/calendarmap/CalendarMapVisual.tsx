'use client';
/** A value for each day: months down, days of the month across. Days without data are hatched. */
import { memo, useId, useState, type KeyboardEvent, type MouseEvent, type PointerEvent } from 'react';
import { dayWords } from '../../../core/calendar/names';
import type { CalendarRule } from '../../../core/calendar/rule';
import type { ShownPart } from '../../../core/dashboard/document/kinds/compare';
import type { CalendarMapAnswer } from '../../../core/dashboard/turn/answer';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import { HatchPattern } from '../../../theme/marks';
import { role } from '../../../theme/roles';
import { ownPoint } from '../../ui/ownPoint';
import { useSize } from '../../ui/useSize';
import { askingWords, middleOf, type PagePoint } from '../chart/usePointing';
import { comparedWords, type DrawnBaseline } from '../comparing/compared';
import type { Picking } from '../picking';
import { Tip } from '../Tip';
import { CHOOSING_WORDS, useSweep } from '../useSweep';
import { calendarGrid } from './calendarGrid';
import { CalendarMarks, CalendarNames } from './CalendarMarks';
import { calendarPaths } from './calendarPaths';
import { ChangeKey } from './changeTint';

interface CalendarMapProps {
  readonly answer: CalendarMapAnswer;
  readonly measure: Measure;
  readonly rule: CalendarRule;
  readonly title: string;
  readonly baselines: readonly DrawnBaseline[];
  /** What of comparisons is told. */
  readonly show: readonly ShownPart[];
  /** Choosing days, where readers can. */
  readonly picking?: Picking | undefined;
  /** Shows what can be done at the i-th day, and where. */
  readonly onAskMark?: ((day: number, at: PagePoint) => void) | undefined;
}

/** The day that is read, moved by pointer and keys, and what is chosen by it. */
function useReadDay(
  { answer, picking, onAskMark }: CalendarMapProps,
  indexAt: (event: PointerEvent<SVGSVGElement>) => number | null,
) {
  const [pointed, setPointed] = useState<number | null>(null);
  const count = answer.values.length;
  const sweep = useSweep(picking, count);
  const onKeyDown = (event: KeyboardEvent) => {
    if (onAskMark && pointed !== null && event.key === 'Enter' && event.shiftKey) {
      // Else the panel that comes would take the key as well.
      event.preventDefault();
      onAskMark(pointed, middleOf(event.currentTarget));
      return;
    }
    const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -30, ArrowDown: 30, Home: -count, End: count }[
      event.key
    ];
    const from = pointed ?? (by !== undefined && by > 0 ? -1 : count);
    const moved = by === undefined ? null : Math.max(0, Math.min(count - 1, from + by));
    if (sweep.key(event, pointed, moved) || moved === null) return;
    event.preventDefault();
    setPointed(moved);
  };
  return {
    /** Its index; null for none. */
    at: pointed === null ? null : Math.min(pointed, count - 1),
    swept: sweep.range,
    handlers: {
      onPointerMove: (event: PointerEvent<SVGSVGElement>) => {
        const i = indexAt(event);
        setPointed(i);
        if (i !== null) sweep.move(i);
      },
      onPointerDown: (event: PointerEvent<SVGSVGElement>) => sweep.down(event, indexAt(event)),
      onPointerUp: sweep.up,
      onPointerCancel: sweep.cancel,
      onPointerLeave: () => setPointed(null),
      onKeyDown,
      onContextMenu: (event: MouseEvent) => {
        if (!onAskMark || pointed === null) return;
        event.preventDefault();
        onAskMark(pointed, { x: event.clientX, y: event.clientY });
      },
      onBlur: () => {
        setPointed(null);
        sweep.cancel();
      },
    },
  };
}

/** What is said of the i-th day, a line each. */
function dayLines({ answer, measure, baselines, show, onAskMark }: CalendarMapProps, i: number): string[] {
  const value = answer.values[i] ?? null;
  const later = answer.provisionalFrom !== null && answer.first + i >= answer.provisionalFrom;
  const compared = (answer.against ?? []).map(({ values, partners }, b) => {
    const partner = partners[i];
    const day = partner ? `, ${dayWords(partner.start)}` : '';
    return `${baselines[b]?.label ?? ''}${day}: ${comparedWords(measure, show, value, values[i] ?? null)}`;
  });
  return [
    dayWords(answer.first + i),
    value === null ? 'no data' : `${valueWords(measure, value)}${later ? ', provisional' : ''}`,
    ...compared,
    ...(onAskMark ? [askingWords(answer)] : []),
  ];
}

/** What a screen reader is told of the whole. */
function mapWords({ answer, title, baselines: [baseline], picking, onAskMark }: CalendarMapProps): string {
  const tint = baseline ? `, tinted by the change against ${baseline.label}` : '';
  const asking = onAskMark ? ` ${askingWords(answer)}.` : '';
  return `Calendar map, ${title}: ${answer.values.length} days from ${dayWords(answer.first)}${tint}. Arrow keys read values.${picking ? CHOOSING_WORDS : ''}${asking}`;
}

export const CalendarMapVisual = memo(function CalendarMapVisual(props: CalendarMapProps) {
  const { answer, measure, rule, baselines, picking } = props;
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const hatch = useId();
  const grid = calendarGrid(answer, width, height);
  const { at, swept, handlers } = useReadDay(props, (event) => {
    const { x, y } = ownPoint(event.currentTarget, event, width);
    return grid.indexAt(x, y);
  });
  const paths = calendarPaths(answer, grid, rule, { chosen: picking?.chosen ?? null, swept });
  const tip = at === null ? null : grid.placeOf(answer.first + at);
  return (
    <div ref={ref} style={{ position: 'relative', height: '100%', overflowY: 'auto', overflowX: 'hidden' }}>
      {width > 0 && (
        <svg
          width={width}
          height={grid.head + grid.months.length * grid.row + 2}
          role="img"
          tabIndex={0}
          aria-label={mapWords(props)}
          {...handlers}
          style={{ display: 'block', cursor: picking ? 'pointer' : undefined }}
        >
          <defs>
            <HatchPattern id={hatch} />
          </defs>
          {baselines[0] && <ChangeKey measure={measure} baseline={baselines[0]} />}
          <CalendarNames grid={grid} />
          <CalendarMarks paths={paths} hatch={hatch} changed={answer.against?.[0] ? measure : undefined} />
          {tip && (
            <rect
              {...tip}
              width={grid.column}
              height={grid.row}
              fill="none"
              stroke={role.ink}
              strokeWidth="1.5"
            />
          )}
        </svg>
      )}
      {at !== null && tip && (
        <Tip x={tip.x} y={tip.y + grid.row + 16} width={width} lines={dayLines(props, at)} />
      )}
    </div>
  );
});
