'use client';
/** What the map of the model is drawn of: the trunk, boxes, and the lines between them. */
import { civilFromDay } from '../../core/calendar/day';
import { numberWords, plural } from '../../core/locale';
import type { DatasetModel, Model, SharedDimension } from '../../core/model/model';
import { bracketPath } from '../../theme/marks';
import { role, seriesColour } from '../../theme/roles';
import { HEAD, LINE, TOP, TRUNK, type Placed } from './mapLayout';

export const hasColumnOf = ({ members }: SharedDimension, { key }: DatasetModel) =>
  members.some((member) => member.dataset === key);

/** Lines from the datasets of a shared dimension around them and down to its box. */
export function SharedLines({
  entry,
  place,
  count,
  boxes,
  sides,
  bottom,
  x,
  top,
  lit,
}: {
  entry: SharedDimension;
  /** Which of how many it is. */
  place: number;
  count: number;
  boxes: readonly Placed[];
  /** Outer edges of the boxes. */
  sides: Readonly<Record<Placed['side'], number>>;
  bottom: number;
  /** The middle and the top of its own box. */
  x: number;
  top: number;
  lit: string | null;
}) {
  const lane = bottom + 8 + place * 4;
  const out = 14 + place * 8;
  return boxes
    .filter((box) => hasColumnOf(entry, box.dataset))
    .map((box) => {
      const side = sides[box.side];
      const outer = box.side === 'left' ? side - out : side + out;
      const y = box.y + box.height / 2 + (place - (count - 1) / 2) * 6;
      const faded = lit !== null && lit !== `#${entry.key}` && lit !== box.dataset.key;
      return (
        <path
          key={box.dataset.key}
          d={`M${side} ${y}H${outer}V${lane}H${x}V${top}`}
          fill="none"
          stroke={seriesColour(place)}
          strokeWidth="1.5"
          strokeDasharray="5 3"
          opacity={faded ? 0.12 : 0.9}
        />
      );
    });
}

/** A line from a dataset to the trunk for each of its date roles. */
export function RoleLines({
  box,
  from,
  to,
  faded,
}: {
  box: Placed;
  from: number;
  to: number;
  faded: boolean;
}) {
  return (
    <g opacity={faded ? 0.25 : 1}>
      {box.dataset.roles.map((entry, i) => {
        const y = box.y + HEAD + i * LINE + LINE / 2;
        return (
          <g key={entry.key}>
            <path d={`M${from} ${y}H${to}`} stroke={role.time} strokeWidth="1.5" fill="none" />
            <text x={(from + to) / 2} y={y - 4} textAnchor="middle" fontSize="12" fill={role.time}>
              {entry.name}
            </text>
          </g>
        );
      })}
    </g>
  );
}

/** The almanac, with the years that it spans. */
export function Trunk({ centre, bottom, span }: { centre: number; bottom: number; span: Model['span'] }) {
  const years = `${civilFromDay(span.first).year} – ${civilFromDay(span.last).year}`;
  return (
    <>
      <rect x={centre - TRUNK / 2} y={TOP} width={TRUNK} height={bottom - TOP} fill={role.timeTint} />
      <path
        d={`${bracketPath('start', centre - TRUNK / 2, TOP, bottom, 12)}${bracketPath('end', centre + TRUNK / 2, TOP, bottom, 12)}`}
        fill="none"
        stroke={role.time}
        strokeWidth="2.5"
      />
      <text x={centre} y={TOP + 34} textAnchor="middle" fontSize="15" fontWeight="650" fill={role.ink}>
        Almanac
      </text>
      <text x={centre} y={TOP + 52} textAnchor="middle" fontSize="12" fill={role.quiet}>
        {years}
      </text>
    </>
  );
}

export function SharedBox({
  entry,
  colour,
  x,
  y,
  width,
  onPoint,
}: {
  entry: SharedDimension;
  colour: string;
  x: number;
  y: number;
  width: number;
  /** “#” and its key; null where the pointer leaves it. */
  onPoint: (key: string | null) => void;
}) {
  return (
    <g
      onPointerEnter={() => onPoint(`#${entry.key}`)}
      onPointerLeave={() => onPoint(null)}
      transform={`translate(${x} ${y})`}
    >
      <rect width={width} height="42" rx="3" fill={role.choiceTint} stroke={colour} />
      <text x="10" y="17" fontSize="13" fontWeight="650" fill={role.ink}>
        {entry.name}
      </text>
      <text x="10" y="33" fontSize="11" fill={role.quiet}>
        shared by {plural(entry.members.length, 'dataset')}
      </text>
    </g>
  );
}

export function DatasetBox({
  box,
  x,
  width,
  faded,
  onPoint,
  onOpen,
}: {
  box: Placed;
  x: number;
  width: number;
  faded: boolean;
  onPoint: (key: string | null) => void;
  onOpen: () => void;
}) {
  const { dataset } = box;
  const open = (event: React.KeyboardEvent) => {
    if (event.key === 'Enter' || event.key === ' ') onOpen();
  };
  return (
    <g
      role="link"
      tabIndex={0}
      aria-label={`Open ${dataset.name}`}
      transform={`translate(${x} ${box.y})`}
      opacity={faded ? 0.35 : 1}
      onPointerEnter={() => onPoint(dataset.key)}
      onPointerLeave={() => onPoint(null)}
      onClick={onOpen}
      onKeyDown={open}
      style={{ cursor: 'pointer' }}
    >
      <rect width={width} height={box.height} rx="3" fill={role.surface} stroke={role.quiet} />
      <text x="12" y="20" fontSize="13" fontWeight="650" fill={role.ink}>
        {dataset.name}
      </text>
      <text x="12" y="36" fontSize="11" fill={role.quiet}>
        {dataset.live ? 'live' : `${numberWords(dataset.rows)} rows`} ·{' '}
        {plural(dataset.measures.length, 'measure')}
      </text>
      {dataset.roles.length === 0 && (
        <text x="12" y={HEAD + 13} fontSize="12" fill={role.warning}>
          no date role yet
        </text>
      )}
      {dataset.roles.map((entry, i) => (
        <text
          key={entry.key}
          x={box.side === 'left' ? width - 12 : 12}
          y={HEAD + i * LINE + 13}
          textAnchor={box.side === 'left' ? 'end' : 'start'}
          fontSize="11"
          fill={role.quiet}
        >
          {entry.key.replace(/_/g, ' ')}
        </text>
      ))}
    </g>
  );
}
