'use client';
/** The tiles of a ribbon that are in view. */
import { useMemo } from 'react';
import { dayCountWords, tileLabel, unitWords } from '../../../core/calendar/names';
import { countDaysIn, type DayRuns } from '../../../core/calendar/runs';
import type { Tile } from '../../../core/coverage/coverage';
import { isSelectable, type Ribbon } from '../ribbon';
import { STATE_NAMES, TileMark } from './RibbonParts';
import type { RibbonView } from './useRibbonView';

/** From this width on a tile has a name on it. */
const NAMED = 20;

/** How far data covers a tile: the part of its days, and the tile in words. */
function dataIn(
  { covered, level, rule }: Ribbon,
  tile: Tile,
): { readonly share: number; readonly name: string } {
  const days = tile.end - tile.start + 1;
  const withData = countDaysIn(covered, tile.start, tile.end);
  const state =
    tile.state === 'part' ? `data on ${withData} of ${dayCountWords(days)}` : STATE_NAMES[tile.state];
  return { share: withData / days, name: `${unitWords(level, tile.start, rule)}, ${state}` };
}

export function RibbonTiles({
  ribbon,
  view: { first, fitting, tileWidth },
  stretches,
  hatch,
  top,
  bottom,
}: {
  ribbon: Ribbon;
  view: RibbonView;
  stretches: DayRuns;
  hatch: string;
  top: number;
  bottom: number;
}) {
  /** What does not change while a handle moves. */
  const visible = useMemo(
    () =>
      ribbon.tiles.slice(first, first + fitting).map((tile, i) => ({
        ...tile,
        label: tileWidth >= NAMED ? tileLabel(ribbon.level, tile.start, ribbon.rule) : '',
        ...dataIn(ribbon, tile),
        disabled: !isSelectable(ribbon, first + i),
      })),
    [ribbon, first, fitting, tileWidth],
  );
  return visible.map(({ start, end, state, share, label, name, disabled }, i) => (
    <TileMark
      key={start}
      x={i * tileWidth}
      y={top}
      width={tileWidth - 1.5}
      height={bottom - top}
      inside={stretches.some((run) => end >= run.start && start <= run.end)}
      hatch={hatch}
      {...{ state, share, label, name, disabled }}
    />
  ));
}
