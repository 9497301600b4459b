'use client';
/** The track of a range slider, with its brackets, its histogram and its ticks. */
import { useId, useMemo, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { Day } from '../../../core/calendar/day';
import { longDayWords } from '../../../core/calendar/names';
import { intersectRuns, subtractRuns, type DayRuns } from '../../../core/calendar/runs';
import type { PeriodAnswer } from '../../../core/dashboard/turn/controlAnswer';
import type { RangeSlider } from '../../../core/dashboard/document/document';
import { bracketPath, HatchPattern } from '../../../theme/marks';
import { role } from '../../../theme/roles';
import { useSize } from '../../ui/useSize';
import { Histogram } from './Histogram';
import type { Span } from '../ribbon';
import {
  dayAt,
  movedByDays,
  shareOf,
  steppedSide,
  steppedSpan,
  ticksOf,
  withSide,
  type Track,
} from './track';

type Grip =
  { readonly kind: 'start' | 'end' } | { readonly kind: 'body'; readonly day: Day; readonly from: Span };

const TICKS = 16;
const HANDLE = 26;

export function SliderTrack(props: {
  readonly title: string;
  readonly track: Track;
  readonly span: Span;
  /** The stretches of the window, where it has several. */
  readonly stretches: DayRuns;
  readonly answer: PeriodAnswer;
  readonly fixedEnd: RangeSlider['fixedEnd'];
  preview: (span: Span) => void;
  commit: (span: Span) => void;
  letGo: () => void;
  clear: () => void;
}) {
  const { title, track, span, stretches, answer, fixedEnd, preview, commit, letGo, clear } = props;
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const hatch = useId();
  const grip = useRef<Grip | null>(null);
  const latest = useRef<Span | null>(null);
  const floor = Math.max(20, height - TICKS);
  const x = (day: Day) => 6 + shareOf(track, day) * (width - 12);
  const dayUnder = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const ratio = box.width / width || 1;
    return dayAt(track, ((event.clientX - box.left) / ratio - 6) / (width - 12));
  };
  const show = (next: Span) => {
    if (latest.current && latest.current.start === next.start && latest.current.end === next.end) return;
    latest.current = next;
    preview(next);
  };
  const finish = (isKept: boolean) => {
    if (latest.current && isKept) commit(latest.current);
    else if (grip.current) letGo();
    grip.current = null;
    latest.current = null;
  };
  const onDown = (event: PointerEvent<SVGSVGElement>) => {
    if (event.button !== 0) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    const side = (event.target as Element).closest('[data-end]')?.getAttribute('data-end');
    const day = dayUnder(event);
    if (side === 'start' || side === 'end') grip.current = { kind: side };
    else if (day >= span.start && day <= span.end && fixedEnd === 'none')
      grip.current = { kind: 'body', day, from: span };
    else {
      const nearer = Math.abs(day - span.start) < Math.abs(day - span.end) ? 'start' : 'end';
      const free = fixedEnd === 'none' ? nearer : fixedEnd === 'start' ? 'end' : 'start';
      grip.current = { kind: free };
      show(withSide(track, span, free, day));
    }
  };
  const onMove = (event: PointerEvent<SVGSVGElement>) => {
    const now = grip.current;
    if (!now) return;
    const day = dayUnder(event);
    if (now.kind === 'body') show(movedByDays(track, now.from, day - now.day));
    else show(withSide(track, latest.current ?? span, now.kind, day));
  };
  const onKey = (part: 'start' | 'end' | 'body') => (event: KeyboardEvent) => {
    const by = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -10, PageUp: 10 }[
      event.key
    ];
    const edge = { Home: track.first, End: track.last }[event.key];
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      clear();
    }
    if (by === undefined && edge === undefined) return;
    event.preventDefault();
    event.stopPropagation();
    if (part === 'body') {
      const next =
        by === undefined
          ? movedByDays(track, span, edge! < span.start ? edge! - span.start : edge! - span.end)
          : steppedSpan(track, span, by);
      if (next) commit(next);
    } else commit(by === undefined ? withSide(track, span, part, edge!) : steppedSide(track, span, part, by));
  };
  const gaps = useMemo(() => subtractRuns([{ start: track.first, end: track.last }], track.covered), [track]);
  const sides = (['start', 'end'] as const).filter((side) => side !== fixedEnd);
  const bounds = { 'aria-valuemin': track.first, 'aria-valuemax': track.last };
  return (
    <div ref={ref} style={{ flex: 1, minWidth: 0, position: 'relative' }}>
      {width > 0 && height > 0 && (
        <svg
          width={width}
          height={height}
          role="group"
          aria-label={`${title}, range`}
          onPointerDown={onDown}
          onPointerMove={onMove}
          onPointerUp={() => finish(true)}
          onPointerCancel={() => finish(false)}
          style={{ display: 'block', touchAction: 'none', userSelect: 'none', cursor: 'pointer' }}
        >
          <defs>
            <HatchPattern id={hatch} />
          </defs>
          <Histogram answer={answer} track={track} span={span} x={x} top={8} floor={floor - 8} />
          <rect
            x={x(track.first)}
            y={floor - 7}
            width={x(track.last + 1) - x(track.first)}
            height={7}
            fill={role.timeMark}
          />
          {gaps.map((gap) => (
            <rect
              key={gap.start}
              x={x(gap.start)}
              y={floor - 7}
              width={Math.max(1, x(gap.end + 1) - x(gap.start))}
              height={7}
              fill={`url(#${hatch})`}
            />
          ))}
          {intersectRuns(stretches, [span]).map((run) => (
            <rect
              key={run.start}
              data-mark="stretch"
              x={x(run.start)}
              y={floor - 7}
              width={Math.max(1, x(run.end + 1) - x(run.start))}
              height={7}
              fill={role.time}
              fillOpacity="0.75"
            />
          ))}
          <g fontSize="11" fill={role.quiet}>
            {ticksOf(track, width, 46).map((tick) => (
              <g key={tick.day}>
                <line x1={x(tick.day)} x2={x(tick.day)} y1={floor} y2={floor + 4} stroke={role.quiet} />
                <text x={x(tick.day) + 3} y={floor + 13}>
                  {tick.label}
                </text>
              </g>
            ))}
          </g>
          <rect
            x={x(span.start)}
            y={4}
            width={Math.max(1, x(span.end + 1) - x(span.start))}
            height={floor - 4}
            fill="transparent"
            {...(fixedEnd === 'none'
              ? {
                  tabIndex: 0,
                  role: 'slider',
                  'aria-label': `Window of ${title}`,
                  ...bounds,
                  'aria-valuenow': span.start,
                  'aria-valuetext': `${longDayWords(span.start)} to ${longDayWords(span.end)}`,
                  onKeyDown: onKey('body'),
                }
              : { 'aria-hidden': true })}
            style={{ cursor: fixedEnd === 'none' ? 'grab' : 'default' }}
          />
          {(['start', 'end'] as const).map((side) => {
            const at = side === 'start' ? x(span.start) : x(span.end + 1);
            const isFree = sides.includes(side);
            return (
              <g
                key={side}
                {...(isFree
                  ? {
                      'data-end': side,
                      tabIndex: 0,
                      role: 'slider',
                      'aria-label': `${side === 'start' ? 'Start' : 'End'} of ${title}`,
                      ...bounds,
                      'aria-valuenow': span[side],
                      'aria-valuetext': longDayWords(span[side]),
                      onKeyDown: onKey(side),
                      style: { cursor: 'ew-resize' },
                    }
                  : { 'aria-hidden': true })}
              >
                {isFree && (
                  <rect x={at - HANDLE / 2} y={0} width={HANDLE} height={floor} fill="transparent" />
                )}
                <path
                  d={bracketPath(side, at, 3, floor, 7)}
                  fill="none"
                  stroke={isFree ? role.time : role.quiet}
                  strokeWidth="3"
                />
              </g>
            );
          })}
        </svg>
      )}
    </div>
  );
}
