'use client';
/** What cables are drawn of: a cable with its end, and the plug of a control. */
import type { PointerEvent } from 'react';
import { role } from '../../../theme/roles';
import type { Cable, Point } from './cableGround';

const GRABBED = { pointerEvents: 'auto', cursor: 'grab', touchAction: 'none' } as const;

export function CableMark({
  cable,
  points,
  words,
  onGrab,
  onMenu,
}: {
  cable: Cable;
  points: readonly Point[];
  /** What its end is called. */
  words: string;
  onGrab: (event: PointerEvent, from: Point) => void;
  onMenu: (anchor: Element) => void;
}) {
  const last = points.at(-1)!;
  return (
    <g>
      <polyline
        points={points.map(({ x, y }) => `${x},${y}`).join(' ')}
        fill="none"
        stroke={cable.colour}
        strokeWidth="4"
        strokeLinejoin="round"
        strokeLinecap="round"
        strokeDasharray={cable.half ? '10 7' : undefined}
        opacity="0.85"
        data-cable={`${cable.control} ${cable.target}`}
      />
      <circle
        cx={last.x}
        cy={last.y}
        r="8"
        fill={cable.colour}
        stroke={role.surface}
        strokeWidth="2"
        role="button"
        tabIndex={0}
        aria-haspopup="menu"
        aria-label={words}
        style={GRABBED}
        onPointerDown={(event) => onGrab(event, last)}
        onKeyDown={(event) => {
          if (event.key !== 'Enter' && event.key !== ' ') return;
          event.preventDefault();
          onMenu(event.currentTarget);
        }}
      >
        <title>Click for its menu; drag it off to unwire, or to another visual</title>
      </circle>
    </g>
  );
}

/** The plug at the upper right corner of a control. */
export function Plug({
  title,
  corner,
  onGrab,
}: {
  title: string;
  corner: Point;
  onGrab: (event: PointerEvent, from: Point) => void;
}) {
  const at = { x: corner.x - 8, y: corner.y + 16 };
  return (
    <circle
      role="button"
      aria-label={`Plug of ${title}: drag to a visual to wire it`}
      cx={at.x}
      cy={at.y}
      r="10"
      fill={role.surface}
      stroke={role.time}
      strokeWidth="3"
      style={GRABBED}
      onPointerDown={(event) => onGrab(event, at)}
    >
      <title>Drag to a visual to wire it</title>
    </circle>
  );
}
