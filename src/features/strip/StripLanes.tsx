'use client';
/** The lanes of the strip: solid for data, hatched for holes, dotted where figures are not final. */
import { memo, useId } from 'react';
import { joinedRuns, subtractRuns } from '../../core/calendar/runs';
import type { LaneAnswer } from '../../core/dashboard/turn/answer';
import { HatchPattern } from '../../theme/marks';
import { role } from '../../theme/roles';
import { LANE, NAMES } from './stripView';

const BAR = LANE - 4;

export const StripLanes = memo(function StripLanes({
  lanes,
  from,
  to,
  width,
  top,
}: {
  lanes: readonly LaneAnswer[];
  /** Days in view, both inclusive. */
  from: number;
  to: number;
  width: number;
  top: number;
}) {
  const hatch = useId();
  const x = (day: number) => Math.max(0, Math.min(width, ((day - from) / (to + 1 - from)) * width));
  return (
    <>
      <defs>
        <HatchPattern id={hatch} />
      </defs>
      {lanes.map((lane, l) => {
        const first = lane.runs[0]?.start;
        const last = lane.runs.at(-1)?.end;
        const y = top + l * LANE + 2;
        const label = (
          <text x={NAMES - 8} y={y + BAR - 1} textAnchor="end" fontSize="11" fill={role.ink}>
            {lane.name.length > 26 ? `${lane.name.slice(0, 25)}…` : lane.name}
          </text>
        );
        if (first === undefined || last === undefined) return <g key={l}>{label}</g>;
        const box = (start: number, end: number) => {
          const left = x(start);
          return {
            x: NAMES + left,
            width: Math.max(start >= from && end <= to ? 1 : 0, x(end + 1) - left),
            y,
            height: BAR,
          };
        };
        const sureEnd = lane.provisionalFrom === null ? last : Math.min(last, lane.provisionalFrom - 1);
        const inView = subtractRuns([{ start: first, end: last }], lane.runs).filter(
          (hole) => hole.end >= from && hole.start <= to,
        );
        const holes = joinedRuns(inView, (to + 1 - from) / width);
        return (
          <g key={l} data-lane={lane.name}>
            {label}
            <rect {...box(first, sureEnd)} fill={role.timeMark} />
            {sureEnd < last && (
              <rect
                {...box(sureEnd + 1, last)}
                fill={role.timeTint}
                stroke={role.time}
                strokeDasharray="1 2"
                data-mark="provisional"
              />
            )}
            {holes.map((hole) => (
              <rect
                key={hole.start}
                {...box(hole.start, hole.end)}
                fill={`url(#${hatch})`}
                data-mark="hole"
              />
            ))}
          </g>
        );
      })}
    </>
  );
});
