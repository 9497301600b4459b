'use client';
/** What a range slider's track shows: where data is, the stretches of the window, and its ticks. */
import { useMemo } from 'react';
import type { Day } from '../../../core/calendar/day';
import {
  intersectRuns,
  joinedRuns,
  subtractRuns,
  type DayRun,
  type DayRuns,
} from '../../../core/calendar/runs';
import { role } from '../../../theme/roles';
import type { Span } from '../ribbon';
import { ticksOf, type Track } from './track';

/** Height of the bar that stands on the floor. */
const BAR = 7;
/** Least pixels between two ticks. */
const TICK_ROOM = 46;

export function SliderMarks({
  track,
  span,
  stretches,
  hatch,
  x,
  width,
  floor,
}: {
  track: Track;
  span: Span;
  stretches: DayRuns;
  hatch: string;
  x: (day: Day) => number;
  width: number;
  floor: number;
}) {
  const whole = { start: track.first, end: track.last };
  const gaps = useMemo(() => {
    const { first, last, covered } = track;
    return joinedRuns(subtractRuns([{ start: first, end: last }], covered), (last + 1 - first) / width);
  }, [track, width]);
  const bar = ({ start, end }: DayRun) => ({
    x: x(start),
    y: floor - BAR,
    width: Math.max(1, x(end + 1) - x(start)),
    height: BAR,
  });
  return (
    <>
      <rect {...bar(whole)} fill={role.timeMark} />
      {gaps.map((gap) => (
        <rect key={gap.start} {...bar(gap)} fill={`url(#${hatch})`} />
      ))}
      {intersectRuns(stretches, [span]).map((run) => (
        <rect key={run.start} data-mark="stretch" {...bar(run)} fill={role.time} fillOpacity="0.75" />
      ))}
      <g fontSize="11" fill={role.quiet}>
        {ticksOf(track, width, TICK_ROOM).map((tick) => (
          <g key={tick.day}>
            <line x1={x(tick.day)} x2={x(tick.day)} y1={floor} y2={floor + 4} stroke={role.quiet} />
            <text x={x(tick.day) + 3} y={floor + 13}>
              {tick.label}
            </text>
          </g>
        ))}
      </g>
    </>
  );
}
