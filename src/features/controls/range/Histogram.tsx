/** The figures under a range slider. */
import type { Day } from '../../../core/calendar/day';
import type { PeriodAnswer } from '../../../core/dashboard/turn/controlAnswer';
import { role } from '../../../theme/roles';
import type { Span } from '../ribbon';
import type { Track } from './track';

/** The measure over the span, as one path inside and one outside of the window. */
export function Histogram(props: {
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
      <path d={pathOf(false)} fill={role.timeMark} />
      <path d={pathOf(true)} fill={role.time} data-mark="histogram" />
    </g>
  );
}
