'use client';
/**
 * The map of the model: the almanac as a trunk in the middle, datasets at both sides, each date role a line to the
 * trunk; shared dimensions stand below, joined to the datasets that have them. A picture to read, not to edit.
 */
import { useRouter } from 'next/navigation';
import { useMemo, useState } from 'react';
import { compareNames } from '../../core/compareNames';
import { civilFromDay } from '../../core/calendar/day';
import type { DatasetModel, Model, SharedDimension } from '../../core/model/model';
import { bracketPath } from '../../theme/marks';
import { role, seriesColour } from '../../theme/roles';
import { Found } from '../ui/Found';
import { useSize } from '../ui/useSize';
import { numberWords } from '../../core/locale';

/** Width of a dataset's box, at most and at least, in pixels, as all sizes here. */
const BOX = { most: 250, least: 160 };
/** Between a box and the trunk, where the names of date roles stand; with less than that the boxes give way. */
const ROLES = { most: 190, least: 90 };
const GAP = 18;
const TRUNK = 120;
const HEAD = 42;
const LINE = 18;
const TOP = 8;
/** Beside the boxes, for the lines of shared dimensions. */
const LANES = 32;
/** Where there is less room, the map scrolls. */
const LEAST_WIDTH = TRUNK + 2 * (BOX.least + ROLES.least + LANES);

interface Placed {
  readonly dataset: DatasetModel;
  readonly side: 'left' | 'right';
  readonly y: number;
  readonly height: number;
}

const heightOf = (dataset: DatasetModel) => HEAD + Math.max(1, dataset.roles.length) * LINE + 8;

/** Those with the most roles first. */
const inOrder = (datasets: readonly DatasetModel[]) =>
  [...datasets].sort((a, b) => b.roles.length - a.roles.length || compareNames(a.name, b.name));

/** Datasets at both sides, each where there is more room. */
function placed(datasets: readonly DatasetModel[]): Placed[] {
  const reached = { left: TOP, right: TOP };
  return datasets.map((dataset) => {
    const side = reached.left <= reached.right ? 'left' : 'right';
    const y = reached[side];
    const height = heightOf(dataset);
    reached[side] = y + height + GAP;
    return { dataset, side, y, height };
  });
}

/** Datasets that are drawn before one asks for more: a map of some screens' height. */
const STEP = 40;

/** The map of all datasets, or, where they are many, of the first ones and of those that are searched. */
export function ModelMap({ model }: { model: Model }) {
  const datasets = useMemo(() => inOrder(model.datasets), [model]);
  return (
    <Found thing="dataset" items={datasets} textOf={({ name }) => name} step={STEP}>
      {(shown) => <DrawnMap model={model} datasets={shown} />}
    </Found>
  );
}

/** Where boxes begin at both sides of the trunk, and how wide they are: as wide as the names of roles leave them. */
function sidesIn(width: number) {
  const centre = width / 2;
  const half = centre - TRUNK / 2 - LANES;
  const boxWidth = Math.min(BOX.most, Math.max(BOX.least, half - ROLES.least));
  const left = Math.max(LANES, centre - TRUNK / 2 - ROLES.most - boxWidth);
  return { left, right: width - left - boxWidth, boxWidth, centre };
}

/** What the map shows, in words. */
function mapWords(datasets: readonly DatasetModel[], shared: readonly SharedDimension[]): string {
  const names = (entries: readonly { readonly name: string }[]) => entries.map(({ name }) => name).join(', ');
  const words = datasets.map(({ name, roles }) => `${name} by ${names(roles) || 'no date role'}`).join('; ');
  return `Model: ${words}. Shared: ${names(shared) || 'nothing'}`;
}

function DrawnMap({ model, datasets }: { model: Model; datasets: readonly DatasetModel[] }) {
  const router = useRouter();
  const [ref, size] = useSize<HTMLDivElement>();
  const width = size.width === 0 ? 0 : Math.max(size.width, LEAST_WIDTH);
  const [lit, setLit] = useState<string | null>(null);
  const litShared = model.shared.find((entry) => `#${entry.key}` === lit);
  const boxes = placed(datasets);
  const { left, right, boxWidth, centre } = sidesIn(width);
  const edge = (box: Placed) => (box.side === 'left' ? left + boxWidth : right);
  const trunk = (box: Placed) => (box.side === 'left' ? centre - TRUNK / 2 : centre + TRUNK / 2);
  const bottom = Math.max(...boxes.map((box) => box.y + box.height), 120);
  const sharedTop = bottom + 30;
  // Known before the width is, so that nothing below it jumps.
  const height = (model.shared.length > 0 ? sharedTop + 46 : bottom) + 8;
  const sharedWidth = Math.min(200, (width - 20) / Math.max(1, model.shared.length) - 16);
  const sharedX = (i: number) =>
    centre - ((sharedWidth + 16) * model.shared.length - 16) / 2 + i * (sharedWidth + 16);
  return (
    <div ref={ref} style={{ minHeight: height, overflowX: 'auto' }}>
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="group"
          aria-label={mapWords(datasets, model.shared)}
          style={{ display: 'block' }}
        >
          {boxes.map((box) => (
            <RoleLines
              key={box.dataset.key}
              box={box}
              from={edge(box)}
              to={trunk(box)}
              faded={lit !== null && lit !== box.dataset.key && !lit.startsWith('#')}
            />
          ))}
          <Trunk centre={centre} bottom={bottom} span={model.span} />
          {model.shared.map((entry, i) => (
            <SharedLines
              key={entry.key}
              entry={entry}
              place={i}
              count={model.shared.length}
              boxes={boxes}
              sides={{ left, right: right + boxWidth }}
              bottom={bottom}
              x={sharedX(i) + sharedWidth / 2}
              top={sharedTop}
              lit={lit}
            />
          ))}
          {boxes.map((box) => (
            <DatasetBox
              key={box.dataset.key}
              box={box}
              x={box.side === 'left' ? left : right}
              width={boxWidth}
              faded={litShared !== undefined && !hasColumnOf(litShared, box.dataset)}
              onPoint={setLit}
              onOpen={() => router.push(`/datasets/${box.dataset.key}`)}
            />
          ))}
          {model.shared.map((entry, i) => (
            <SharedBox
              key={entry.key}
              entry={entry}
              colour={seriesColour(i)}
              x={sharedX(i)}
              y={sharedTop}
              width={sharedWidth}
              onPoint={setLit}
            />
          ))}
        </svg>
      )}
    </div>
  );
}

const hasColumnOf = ({ members }: SharedDimension, { key }: DatasetModel) =>
  members.some((member) => member.dataset === key);

/** Lines from the datasets of a shared dimension around them and down to its box. */
function SharedLines({
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
function RoleLines({ box, from, to, faded }: { box: Placed; from: number; to: number; faded: boolean }) {
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
function Trunk({ centre, bottom, span }: { centre: number; bottom: number; span: Model['span'] }) {
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

function SharedBox({
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
        shared by {entry.members.length} datasets
      </text>
    </g>
  );
}

function DatasetBox({
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
        {dataset.live ? 'live' : `${numberWords(dataset.rows)} rows`} · {dataset.measures.length}{' '}
        {dataset.measures.length === 1 ? 'measure' : 'measures'}
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
