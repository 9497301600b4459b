'use client';
/** A lane of days: solid where there is data, hatched where there is none, dotted where figures are not final. */
import { useId } from 'react';
import type { Day } from '../../core/calendar/day';
import { dayCountWords, windowWords } from '../../core/calendar/names';
import { countDaysIn, joinedRuns, type DayRun, type DayRuns } from '../../core/calendar/runs';
import { numberWords } from '../../core/locale';
import { HatchPattern } from '../../theme/marks';
import { role } from '../../theme/roles';
import { useSize } from '../ui/useSize';

/** A hole, or several that are drawn as one, of so many days without data. */
function holeWords({ start, end }: DayRun, without: number): string {
  const days = end - start + 1;
  const many =
    without === days ? dayCountWords(days) : `on ${numberWords(without)} of ${dayCountWords(days)}`;
  return `No data ${windowWords(start, end)}, ${many}`;
}

export function CoverageLane({
  name,
  first,
  last,
  holes,
  provisionalFrom = null,
  height = 16,
}: {
  name: string;
  /** Ends of the lane, both inclusive. */
  first: Day;
  last: Day;
  holes: DayRuns;
  provisionalFrom?: Day | null;
  height?: number;
}) {
  const [ref, { width }] = useSize<HTMLDivElement>();
  const hatch = useId();
  const x = (day: number) => ((day - first) / (last - first + 1)) * width;
  const later =
    provisionalFrom !== null && provisionalFrom <= last ? x(Math.max(first, provisionalFrom)) : null;
  return (
    <div ref={ref}>
      <svg
        width={width}
        height={height}
        role="img"
        aria-label={`Coverage of ${name}, ${holes.length} ${holes.length === 1 ? 'hole' : 'holes'}`}
        style={{ display: 'block' }}
      >
        <defs>
          <HatchPattern id={hatch} />
        </defs>
        <rect width={width} height={height} fill={role.timeMark} />
        {later !== null && (
          <rect
            x={later}
            width={Math.max(0, width - later)}
            y="0.5"
            height={height - 1}
            fill={role.timeTint}
            stroke={role.time}
            strokeDasharray="1 2"
          />
        )}
        {joinedRuns(holes, (last + 1 - first) / Math.max(1, width)).map((hole) => (
          <rect
            key={hole.start}
            x={x(hole.start)}
            width={Math.max(1, x(hole.end + 1) - x(hole.start))}
            height={height}
            fill={`url(#${hatch})`}
          >
            <title>{holeWords(hole, countDaysIn(holes, hole.start, hole.end))}</title>
          </rect>
        ))}
      </svg>
    </div>
  );
}
