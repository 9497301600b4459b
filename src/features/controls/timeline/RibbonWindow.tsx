'use client';
/** The window over a ribbon: its brackets, its inner ends, and faintly those of other timelines. */
import type { KeyboardEvent } from 'react';
import { longDayWords } from '../../../core/calendar/names';
import { containsDay, type DayRuns } from '../../../core/calendar/runs';
import { bracketPath } from '../../../theme/marks';
import { role } from '../../../theme/roles';
import { closedSpan, type Ribbon, type Span } from '../ribbon';
import type { RibbonPart } from './ribbonKeys';
import type { RibbonView } from './useRibbonView';

const HANDLE = 26;
/** So much of a bracket at an edge has to stay in view. */
const EDGE = 1.5;

interface RibbonWindowProps {
  readonly title: string;
  readonly ribbon: Ribbon;
  readonly view: RibbonView;
  readonly span: Span;
  readonly stretches: DayRuns;
  readonly others: readonly DayRuns[];
  readonly width: number;
  /** From where to where handles reach, and within it the tiles. */
  readonly reach: { readonly top: number; readonly bottom: number };
  readonly tiles: { readonly top: number; readonly bottom: number };
  readonly onKey: (part: RibbonPart, event: KeyboardEvent) => void;
}

/** The ends of stretches inside of a window, where brackets without handles stand. */
const innerEnds = (stretches: DayRuns) =>
  stretches.flatMap((run, i) => [
    ...(i > 0 ? [{ side: 'start' as const, day: run.start }] : []),
    ...(i < stretches.length - 1 ? [{ side: 'end' as const, day: run.end }] : []),
  ]);

/** Where a bracket stands: before a first day, after a last one. */
const edgeOf = (view: RibbonView, side: 'start' | 'end', day: number) =>
  view.x(side === 'start' ? day : day + 1);

export function RibbonWindow(props: RibbonWindowProps) {
  const { title, ribbon, view, span, stretches, others, tiles, onKey } = props;
  const left = edgeOf(view, 'start', span.start);
  const right = edgeOf(view, 'end', span.end);
  return (
    <>
      {innerEnds(stretches).map(({ side, day }) => (
        <path
          key={day}
          data-mark="stretch"
          d={bracketPath(side, edgeOf(view, side, day), tiles.top, tiles.bottom, 4)}
          fill="none"
          stroke={role.time}
          strokeWidth="1.5"
        />
      ))}
      {others.map((runs, i) => {
        const other = closedSpan(ribbon, runs);
        const path = (['start', 'end'] as const)
          .map((side) => bracketPath(side, edgeOf(view, side, other[side]), tiles.top - 2, tiles.bottom + 2))
          .join('');
        return <path key={i} d={path} fill="none" stroke={role.time} strokeOpacity="0.35" strokeWidth="2" />;
      })}
      <rect
        x={left}
        y={tiles.top}
        width={Math.max(0, right - left)}
        height={tiles.bottom - tiles.top}
        fill="none"
        pointerEvents="none"
        tabIndex={0}
        role="slider"
        aria-label={`Window of ${title}`}
        {...boundsOf(ribbon)}
        aria-valuenow={span.start}
        aria-valuetext={`${longDayWords(span.start)} to ${longDayWords(span.end)}`}
        onKeyDown={(event) => onKey('body', event)}
      />
      <Handle {...props} side="start" at={left} />
      <Handle {...props} side="end" at={right} />
    </>
  );
}

const boundsOf = ({ tiles }: Ribbon) => ({
  'aria-valuemin': tiles[0]!.start,
  'aria-valuemax': tiles[tiles.length - 1]!.end,
});

function Handle({
  title,
  ribbon,
  span,
  width,
  reach,
  tiles,
  onKey,
  side,
  at,
}: RibbonWindowProps & { readonly side: 'start' | 'end'; readonly at: number }) {
  if (at < -HANDLE || at > width + HANDLE) return null;
  const held = Math.max(EDGE, Math.min(width - EDGE, at));
  const dayState = containsDay(ribbon.covered, span[side]) ? 'data' : 'no data';
  return (
    <g
      data-end={side}
      tabIndex={0}
      role="slider"
      aria-label={`${side === 'start' ? 'Start' : 'End'} of ${title}`}
      {...boundsOf(ribbon)}
      aria-valuenow={span[side]}
      aria-valuetext={`${longDayWords(span[side])}, ${dayState}`}
      onKeyDown={(event) => onKey(side, event)}
      style={{ cursor: 'ew-resize' }}
    >
      <rect
        x={held - HANDLE / 2}
        y={reach.top}
        width={HANDLE}
        height={reach.bottom - reach.top}
        fill="transparent"
      />
      <path
        d={bracketPath(side, held, tiles.top - 4, tiles.bottom + 4, 7)}
        fill="none"
        stroke={role.time}
        strokeWidth="3"
      />
    </g>
  );
}
