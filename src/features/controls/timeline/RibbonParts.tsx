'use client';
/** What a timeline's ribbon is drawn of: tiles, and the scale above them. */
import { memo } from 'react';
import { unitText, unitWords } from '../../../core/calendar/names';
import { coarserUnit, start as startOf, type Unit } from '../../../core/calendar/units';
import type { TileState } from '../../../core/coverage/coverage';
import { role } from '../../../theme/roles';
import type { Ribbon } from '../ribbon';

export const SCALE_HEIGHT = 18;
export const PAD = 5;

/** The unit of the scale above the tiles: months stand under years. */
function scaleUnit(level: Unit): Unit | undefined {
  if (level === 'month') return 'year';
  return level === 'fiscal month' ? 'fiscal year' : coarserUnit(level);
}

interface TileMarkProps {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  readonly state: TileState;
  /** The part of its days with data, from 0 to 1. */
  readonly share: number;
  readonly inside: boolean;
  readonly hatch: string;
  readonly label: string;
  readonly name: string;
  readonly disabled: boolean;
}

export const STATE_NAMES: Record<TileState, string> = { full: 'data', part: 'data in part', none: 'no data' };

/** From this share on a label in the middle of a tile stands on its solid part. */
const MOSTLY = 0.68;

/** One tile: solid for data, hatched for none; of a tile in part as much is solid as has data. */
export const TileMark = memo(function TileMark({
  x,
  y,
  width,
  height,
  state,
  share,
  inside,
  hatch,
  label,
  name,
  disabled,
}: TileMarkProps) {
  const solid = inside ? role.time : role.timeSoft;
  // The label stands in the middle: on what is solid, or on the hatch, where it has an edge of its own.
  const isOnSolid = state === 'full' || share > MOSTLY;
  const hasEdge = state === 'part' && !isOnSolid;
  const text = inside && isOnSolid ? role.surface : role.ink;
  return (
    <g
      role="button"
      aria-label={name}
      aria-disabled={disabled}
      aria-pressed={inside}
      style={{ cursor: disabled ? 'not-allowed' : 'pointer' }}
    >
      <title>{name}</title>
      <rect
        x={x}
        y={y}
        width={width}
        height={height}
        fill={state === 'full' ? solid : `url(#${hatch})`}
        stroke={inside ? role.time : state === 'none' ? 'none' : role.timeMark}
        strokeWidth="0.75"
      />
      {state === 'part' && <rect x={x} y={y} width={width * share} height={height} fill={solid} />}
      {label !== '' && (
        <text
          x={x + width / 2}
          y={y + height / 2 + 4}
          textAnchor="middle"
          fontSize="11"
          fill={text}
          stroke={hasEdge ? role.surface : 'none'}
          strokeWidth={hasEdge ? 3 : 0}
          paintOrder="stroke"
          pointerEvents="none"
        >
          {label}
        </text>
      )}
    </g>
  );
});

/** The next coarser level above the tiles; a click goes to that level. */
export const Scale = memo(function Scale({
  ribbon,
  first,
  fitting,
  tileWidth,
  changeLevel,
}: {
  ribbon: Ribbon;
  first: number;
  fitting: number;
  tileWidth: number;
  changeLevel: ((by: 1 | -1) => void) | null;
}) {
  const { tiles, level, rule } = ribbon;
  const coarser = scaleUnit(level);
  if (!coarser) return null;
  const marks: { at: number; day: number }[] = [];
  for (let i = first; i < first + fitting; i++) {
    const tile = tiles[i]!;
    const previous = tiles[i - 1];
    const begins = !previous || startOf(coarser, tile.end, rule) !== startOf(coarser, previous.end, rule);
    if (i === first || begins) marks.push({ at: i - first, day: tile.end });
  }
  return (
    <g fontSize="11" fill={role.quiet}>
      {marks.map(({ at, day }, i) => {
        const room = ((marks[i + 1]?.at ?? fitting) - at) * tileWidth;
        const label =
          coarser === 'month'
            ? unitWords('month', day, rule).replace(/^(\w{3})\w*/, '$1')
            : unitText(coarser, day, rule).replace('-', ' ');
        return (
          <g
            key={day}
            role="button"
            aria-label={`${label}: show ${coarser}s`}
            onPointerDown={(event) => event.stopPropagation()}
            onClick={() => changeLevel?.(1)}
            style={{ cursor: changeLevel ? 'zoom-out' : 'default' }}
          >
            <rect x={at * tileWidth} y={0} width={room} height={SCALE_HEIGHT} fill="transparent" />
            <line
              x1={at * tileWidth + 0.5}
              x2={at * tileWidth + 0.5}
              y1={3}
              y2={SCALE_HEIGHT + PAD}
              stroke={role.quiet}
              strokeOpacity="0.5"
            />
            {room > label.length * 6 && (
              <text x={at * tileWidth + 5} y={13}>
                {label}
              </text>
            )}
          </g>
        );
      })}
    </g>
  );
});
