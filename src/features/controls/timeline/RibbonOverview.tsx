'use client';
/** Where a ribbon stands that does not fit: a line of all of it, and signs at its edges for a window out of view. */
import { intersectRuns, type DayRuns } from '../../../core/calendar/runs';
import { role } from '../../../theme/roles';
import { positionOf, type Ribbon } from '../ribbon';

/** The whole ribbon as a line: what is in view is thick, the window in its colour. */
export function Overview({
  ribbon,
  width,
  y,
  first,
  fitting,
  stretches,
}: {
  ribbon: Ribbon;
  width: number;
  y: number;
  first: number;
  fitting: number;
  stretches: DayRuns;
}) {
  const { tiles } = ribbon;
  const x = (position: number) => (position / tiles.length) * width;
  const whole = [{ start: tiles[0]!.start, end: tiles[tiles.length - 1]!.end }];
  return (
    <g data-mark="overview" aria-hidden="true" pointerEvents="none">
      <line x1={0} x2={width} y1={y} y2={y} stroke={role.hairline} strokeWidth="2" />
      <line
        x1={x(first)}
        x2={x(first + fitting)}
        y1={y}
        y2={y}
        stroke={role.quiet}
        strokeWidth="3"
        strokeOpacity="0.6"
      />
      {intersectRuns(stretches, whole).map((run) => (
        <line
          key={run.start}
          x1={x(positionOf(ribbon, run.start))}
          x2={Math.max(x(positionOf(ribbon, run.start)) + 2, x(positionOf(ribbon, run.end + 1)))}
          y1={y - 1}
          y2={y - 1}
          stroke={role.time}
          strokeWidth="3"
        />
      ))}
    </g>
  );
}

/** Says at an edge that the window lies beyond it; a click leads there. */
export function Beyond({
  side,
  at,
  y,
  onShow,
}: {
  side: 'left' | 'right';
  at: number;
  y: number;
  onShow: () => void;
}) {
  const by = side === 'left' ? 1 : -1;
  const name = `The window lies ${side === 'left' ? 'earlier' : 'later'}: show it`;
  return (
    <g
      role="button"
      aria-label={name}
      tabIndex={0}
      onPointerDown={(event) => event.stopPropagation()}
      onClick={onShow}
      onKeyDown={(event) => {
        if (event.key !== 'Enter' && event.key !== ' ') return;
        event.preventDefault();
        onShow();
      }}
      style={{ cursor: 'pointer' }}
    >
      <title>{name}</title>
      <rect x={side === 'left' ? at : at - 24} y={y - 14} width={24} height={28} fill={role.timeTint} />
      <path
        d={`M${at + by * 14} ${y - 7}L${at + by * 7} ${y}L${at + by * 14} ${y + 7}`}
        fill="none"
        stroke={role.time}
        strokeWidth="2.5"
      />
    </g>
  );
}
