'use client';
/** The range slider: two brackets over the covered span, a histogram under it, typed ends, play. */
import Button from '@mui/material/Button';
import MenuItem from '@mui/material/MenuItem';
import Select from '@mui/material/Select';
import Typography from '@mui/material/Typography';
import { useEffect, useId, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import type { Day } from '../../core/calendar/day';
import { dayWords, longDayWords } from '../../core/calendar/names';
import { containsDay, subtractRuns } from '../../core/calendar/runs';
import type { PeriodAnswer } from '../../core/dashboard/answers';
import type { RangeSlider } from '../../core/dashboard/document';
import { intervalText } from '../../core/period/print';
import { bracketPath, HatchPattern } from '../../theme/marks';
import { role } from '../../theme/roles';
import { useSize } from '../visuals/useSize';
import { DayField } from './DayField';
import { HeldChanges, PeriodProblem, WideHead } from './PeriodParts';
import type { Span } from './ribbon';
import {
  dayAt,
  movedByDays,
  shareOf,
  steppedSide,
  steppedSpan,
  ticksOf,
  trackOf,
  withSide,
  type Track,
} from './track';
import { usePeriod } from './usePeriod';

const SPEEDS = [
  { name: 'slow', pause: 1500 },
  { name: 'steady', pause: 800 },
  { name: 'fast', pause: 350 },
] as const;
type Speed = (typeof SPEEDS)[number]['name'];

export function RangeSliderControl({ control, answer }: { control: RangeSlider; answer: PeriodAnswer }) {
  const period = usePeriod(control, answer);
  const { covered, context } = answer;
  const track = useMemo(
    () => trackOf(covered, control.snap, context.rule, control.allowUncovered),
    [covered, control.snap, control.allowUncovered, context.rule],
  );
  const first = period.asked[0];
  const last = period.asked[period.asked.length - 1];
  if (!track)
    return (
      <Typography color="textSecondary">
        No data under these choices. Clear a slicer to see when there is data.
      </Typography>
    );
  const span: Span = {
    start: Math.max(track.first, first?.start ?? track.first),
    end: Math.min(track.last, last?.end ?? track.last),
  };
  const commit = (next: Span) => period.set(textOfSpan(track, next));
  const refuse = (day: Day) =>
    control.allowUncovered || containsDay(covered, day) ? null : `No data on ${dayWords(day)}.`;
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', gap: 4, minHeight: 0 }}>
      <WideHead period={period} withWords>
        <Play track={track} span={span} onStep={commit} />
      </WideHead>
      <PeriodProblem period={period} />
      <div style={{ display: 'flex', gap: 10, flex: 1, minHeight: 44 }}>
        <SliderTrack
          title={period.title}
          track={track}
          span={span}
          answer={answer}
          fixedEnd={control.fixedEnd}
          preview={(next) => period.preview(textOfSpan(track, next))}
          commit={commit}
          clear={period.clear}
        />
        <div
          style={{ width: 124, display: 'flex', flexDirection: 'column', gap: 6, justifyContent: 'center' }}
        >
          <DayField
            label="Start"
            day={span.start}
            disabled={control.fixedEnd === 'start'}
            refuse={refuse}
            onDay={(day) => commit(withSide({ ...track, unit: 'day' }, span, 'start', day))}
          />
          <DayField
            label="End"
            day={span.end}
            disabled={control.fixedEnd === 'end'}
            refuse={refuse}
            onDay={(day) => commit(withSide({ ...track, unit: 'day' }, span, 'end', day))}
          />
        </div>
      </div>
      <HeldChanges id={control.id} />
    </div>
  );
}

/** The whole track is everything there is; else the days. */
function textOfSpan(track: Track, span: Span): string {
  return span.start <= track.first && span.end >= track.last ? 'all' : intervalText(span.start, span.end);
}

/** Steps the window through the track. */
function Play({ track, span, onStep }: { track: Track; span: Span; onStep: (next: Span) => void }) {
  const [isPlaying, setPlaying] = useState(false);
  const [isLooped, setLooped] = useState(false);
  const [speed, setSpeed] = useState<Speed>('steady');
  const step = useRef<() => void>(() => undefined);
  useEffect(() => {
    step.current = () => {
      const next = steppedSpan(track, span, 1);
      if (next) return onStep(next);
      if (!isLooped) return setPlaying(false);
      onStep(movedByDays(track, span, track.first - span.start));
    };
  });
  const { pause } = SPEEDS.find((entry) => entry.name === speed)!;
  useEffect(() => {
    if (!isPlaying) return;
    const timer = setInterval(() => step.current(), pause);
    return () => clearInterval(timer);
  }, [isPlaying, pause]);
  const canPlay = span.start > track.first || span.end < track.last;
  return (
    <span style={{ display: 'inline-flex', alignItems: 'center', gap: 4 }}>
      <Button
        onClick={() => setPlaying(!isPlaying)}
        disabled={!isPlaying && !canPlay}
        sx={{ minWidth: 0, py: 0 }}
      >
        {isPlaying ? 'Pause' : 'Play'}
      </Button>
      {isPlaying && (
        <>
          <Select
            variant="standard"
            value={speed}
            onChange={(event) => setSpeed(event.target.value)}
            inputProps={{ 'aria-label': 'Speed' }}
            sx={{ fontSize: 12 }}
          >
            {SPEEDS.map(({ name }) => (
              <MenuItem key={name} value={name}>
                {name}
              </MenuItem>
            ))}
          </Select>
          <label style={{ fontSize: 12, whiteSpace: 'nowrap' }}>
            <input type="checkbox" checked={isLooped} onChange={(event) => setLooped(event.target.checked)} />{' '}
            loop
          </label>
        </>
      )}
    </span>
  );
}

type Grip =
  { readonly kind: 'start' | 'end' } | { readonly kind: 'body'; readonly day: Day; readonly from: Span };

const TICKS = 16;
const HANDLE = 26;

function SliderTrack(props: {
  readonly title: string;
  readonly track: Track;
  readonly span: Span;
  readonly answer: PeriodAnswer;
  readonly fixedEnd: RangeSlider['fixedEnd'];
  preview(span: Span): void;
  commit(span: Span): void;
  clear(): void;
}) {
  const { title, track, span, answer, fixedEnd, preview, commit, clear } = props;
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const hatch = useId();
  const grip = useRef<Grip | null>(null);
  const latest = useRef<Span | null>(null);
  const [draft, setDraft] = useState<Span | null>(null);
  const shown = draft ?? span;
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
    setDraft(next);
    preview(next);
  };
  const finish = () => {
    if (latest.current) commit(latest.current);
    grip.current = null;
    latest.current = null;
    setDraft(null);
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
          onPointerUp={finish}
          onPointerCancel={finish}
          style={{ display: 'block', touchAction: 'none', userSelect: 'none', cursor: 'pointer' }}
        >
          <defs>
            <HatchPattern id={hatch} />
          </defs>
          <Histogram answer={answer} track={track} span={shown} x={x} top={8} floor={floor - 8} />
          <rect
            x={x(track.first)}
            y={floor - 7}
            width={x(track.last + 1) - x(track.first)}
            height={7}
            fill={role.timeSoft}
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
          <rect
            x={x(shown.start)}
            y={floor - 7}
            width={Math.max(1, x(shown.end + 1) - x(shown.start))}
            height={7}
            fill={role.time}
            fillOpacity="0.75"
          />
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
            x={x(shown.start)}
            y={4}
            width={Math.max(1, x(shown.end + 1) - x(shown.start))}
            height={floor - 4}
            fill="transparent"
            tabIndex={0}
            role="slider"
            aria-label={`Window of ${title}`}
            {...bounds}
            aria-valuenow={shown.start}
            aria-valuetext={`${longDayWords(shown.start)} to ${longDayWords(shown.end)}`}
            onKeyDown={onKey('body')}
            style={{ cursor: fixedEnd === 'none' ? 'grab' : 'default' }}
          />
          {(['start', 'end'] as const).map((side) => {
            const at = side === 'start' ? x(shown.start) : x(shown.end + 1);
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
                      'aria-valuenow': shown[side],
                      'aria-valuetext': longDayWords(shown[side]),
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

/** The measure over the span, as one path inside and one outside of the window. */
function Histogram(props: {
  answer: PeriodAnswer;
  track: Track;
  span: Span;
  x: (day: Day) => number;
  top: number;
  floor: number;
}) {
  const { answer, track, span, x, top, floor } = props;
  const { profile } = answer;
  if (!profile || floor - top < 8) return null;
  const most = Math.max(1e-9, ...profile.values.map((value) => value ?? 0));
  const bars = profile.starts.map((start, i) => {
    const next = i + 1 < profile.starts.length ? profile.starts[i + 1]! : profile.end + 1;
    const left = x(Math.max(track.first, start));
    const right = x(Math.min(track.last + 1, next)) - 0.6;
    const height = (Math.max(0, profile.values[i] ?? 0) / most) * (floor - top);
    const isInside = start <= span.end && next - 1 >= span.start;
    return {
      isInside,
      path: `M${left.toFixed(1)} ${floor}V${(floor - height).toFixed(1)}H${Math.max(left + 0.4, right).toFixed(1)}V${floor}Z`,
    };
  });
  const pathOf = (isInside: boolean) =>
    bars
      .filter((bar) => bar.isInside === isInside)
      .map((bar) => bar.path)
      .join('');
  return (
    <g pointerEvents="none">
      <path d={pathOf(false)} fill={role.timeSoft} />
      <path d={pathOf(true)} fill={role.time} data-mark="histogram" />
    </g>
  );
}
