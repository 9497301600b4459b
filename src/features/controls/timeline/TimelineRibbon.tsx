'use client';
/** The ribbon of tiles with the window's brackets over it. */
import { useId, useMemo, useRef, useState, type KeyboardEvent, type PointerEvent } from 'react';
import { dayCountWords, longDayWords, tileLabel, unitWords } from '../../../core/calendar/names';
import { containsDay, countDaysIn, type DayRuns } from '../../../core/calendar/runs';
import type { Unit } from '../../../core/calendar/units';
import type { Tile } from '../../../core/coverage/coverage';
import { bracketPath, HatchPattern } from '../../../theme/marks';
import { role } from '../../../theme/roles';
import {
  closedSpan,
  isSelectable,
  movedBy,
  positionOf,
  steppedByLength,
  stepFrom,
  tileAt,
  tilesThatFit,
  withEndAt,
  type Ribbon,
  type Span,
} from '../ribbon';
import { Beyond, Overview } from './RibbonOverview';
import { PAD, Scale, SCALE_HEIGHT, STATE_NAMES, TileMark } from './RibbonParts';
import { useRibbonDrag } from './useRibbonDrag';
import { useWheel } from './useWheel';

const HANDLE = 26;

export interface TimelineRibbonProps {
  readonly title: string;
  readonly ribbon: Ribbon;
  readonly width: number;
  readonly height: number;
  readonly withScale: boolean;
  readonly span: Span;
  /** The stretches of the window, where it has several. */
  readonly stretches: DayRuns;
  /** Windows of other timelines on the same date role. */
  readonly others: readonly DayRuns[];
  readonly changeLevel: ((by: 1 | -1) => void) | null;
  preview: (span: Span) => void;
  commit: (span: Span) => void;
  letGo: () => void;
  clear: () => void;
}

export function TimelineRibbon(props: TimelineRibbonProps) {
  const {
    title,
    ribbon,
    width,
    height,
    withScale,
    span,
    stretches,
    others,
    changeLevel,
    preview,
    commit,
    letGo,
    clear,
  } = props;
  const { tiles, level } = ribbon;
  const hatch = useId();
  const svg = useRef<SVGSVGElement>(null);
  const fitting = tilesThatFit(ribbon, width);
  const tileWidth = width / fitting;
  // Where the reader left the ribbon; it follows the window once that is set elsewhere.
  const [panned, setPanned] = useState<{ level: Unit; first: number; span: Span } | null>(null);
  const latestFirst = Math.max(0, tiles.length - fitting);
  const around = Math.min(latestFirst, Math.max(0, tileAt(ribbon, span.end) + 2 - fitting));
  // The ribbon stands still under a handle, whatever window is shown meanwhile.
  const [still, setStill] = useState<number | null>(null);
  const isPanned = panned?.level === level && sameSpan(panned.span, span);
  const first = still ?? (isPanned ? Math.min(panned.first, latestFirst) : around);
  const x = (position: number) => (position - first) * tileWidth;

  const tileUnder = (event: PointerEvent<SVGSVGElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    const ratio = box.width / width || 1;
    return Math.max(
      0,
      Math.min(tiles.length - 1, first + Math.floor((event.clientX - box.left) / ratio / tileWidth)),
    );
  };
  const gestures = useRibbonDrag(ribbon, span, tileUnder, {
    begin: () => setStill(first),
    preview,
    end: (last) => {
      // What was clicked stays under the pointer.
      setStill(null);
      setPanned({ level, first, span: last ?? span });
      if (last) commit(last);
      else letGo();
    },
  });
  const panTo = (tile: number, next = span) =>
    setPanned({ level, first: Math.max(0, Math.min(latestFirst, tile)), span: next });
  const pan = (by: number) => panTo(first + by);
  useWheel(svg, pan, changeLevel);

  const top = withScale ? SCALE_HEIGHT : 0;
  const ribbonTop = top + PAD;
  const ribbonBottom = height - PAD;
  const left = x(positionOf(ribbon, span.start));
  const right = x(positionOf(ribbon, span.end + 1));

  const reveal = (next: Span, day: number) => {
    const at = tileAt(ribbon, day);
    const isSeen = at >= first && at < first + fitting;
    panTo(isSeen ? first : at < first ? at : at - fitting + 1, next);
    commit(next);
  };
  const onKey = (part: 'start' | 'end' | 'body') => (event: KeyboardEvent) => {
    const far = Math.max(1, Math.round(tilesPerScale(ribbon)));
    const by = {
      ArrowLeft: -1,
      ArrowDown: -1,
      ArrowRight: 1,
      ArrowUp: 1,
      PageDown: -far,
      PageUp: far,
      Home: -tiles.length,
      End: tiles.length,
    }[event.key];
    if (by !== undefined) {
      event.preventDefault();
      event.stopPropagation();
      const side = part === 'body' && event.shiftKey ? 'end' : part;
      if (side === 'body') {
        const next = movedBy(ribbon, span, by);
        reveal(next, by > 0 ? next.end : next.start); return;
      }
      const next = withEndAt(ribbon, span, side, stepFrom(ribbon, tileAt(ribbon, span[side]), by));
      reveal(next, next[side]); return;
    }
    const byLength = { '[': -1, ']': 1 }[event.key] as 1 | -1 | undefined;
    const byEnd = { '{': -1, '}': 1 }[event.key];
    if (byLength !== undefined || byEnd !== undefined) {
      event.preventDefault();
      const next =
        byLength !== undefined
          ? steppedByLength(ribbon, span, byLength)
          : withEndAt(ribbon, span, 'end', stepFrom(ribbon, tileAt(ribbon, span.end), byEnd!));
      if (next) reveal(next, byLength === -1 ? next.start : next.end);
      return;
    }
    if (event.key === 'Delete' || event.key === 'Backspace') {
      event.preventDefault();
      clear();
    } else if ((event.key === '+' || event.key === '=') && changeLevel) changeLevel(-1);
    else if (event.key === '-' && changeLevel) changeLevel(1);
  };
  const dayState = (day: number) => (containsDay(ribbon.covered, day) ? 'data' : 'no data');
  const bounds = { 'aria-valuemin': tiles[0]!.start, 'aria-valuemax': tiles[tiles.length - 1]!.end };
  /** What does not change while a handle moves. */
  const visible = useMemo(
    () =>
      ribbon.tiles.slice(first, first + fitting).map((tile, i) => ({
        ...tile,
        label: tileWidth >= 20 ? tileLabel(ribbon.level, tile.start, ribbon.rule) : '',
        ...dataIn(ribbon, tile),
        disabled: !isSelectable(ribbon, first + i),
      })),
    [ribbon, first, fitting, tileWidth],
  );
  return (
    <svg
      ref={svg}
      width={width}
      height={height}
      role="group"
      aria-label={`${title}, ${level} level`}
      {...gestures}
      style={{ display: 'block', touchAction: 'none', userSelect: 'none', cursor: 'pointer' }}
    >
      <defs>
        <HatchPattern id={hatch} />
      </defs>
      {withScale && (
        <Scale
          ribbon={ribbon}
          first={first}
          fitting={fitting}
          tileWidth={tileWidth}
          changeLevel={changeLevel}
        />
      )}
      {visible.map((tile, i) => {
        const inside = stretches.some((run) => tile.end >= run.start && tile.start <= run.end);
        return (
          <TileMark
            key={tile.start}
            x={i * tileWidth}
            y={ribbonTop}
            width={tileWidth - 1.5}
            height={ribbonBottom - ribbonTop}
            state={tile.state}
            share={tile.share}
            inside={inside}
            hatch={hatch}
            label={tile.label}
            name={tile.name}
            disabled={tile.disabled}
          />
        );
      })}
      {innerEnds(stretches).map(({ side, day }) => (
        <path
          key={day}
          data-mark="stretch"
          d={bracketPath(
            side,
            x(positionOf(ribbon, side === 'start' ? day : day + 1)),
            ribbonTop,
            ribbonBottom,
            4,
          )}
          fill="none"
          stroke={role.time}
          strokeWidth="1.5"
        />
      ))}
      {others.map((runs, i) => {
        const other = closedSpan(ribbon, runs);
        const path = `${bracketPath('start', x(positionOf(ribbon, other.start)), ribbonTop - 2, ribbonBottom + 2)}${bracketPath('end', x(positionOf(ribbon, other.end + 1)), ribbonTop - 2, ribbonBottom + 2)}`;
        return <path key={i} d={path} fill="none" stroke={role.time} strokeOpacity="0.35" strokeWidth="2" />;
      })}
      <rect
        x={left}
        y={ribbonTop}
        width={Math.max(0, right - left)}
        height={ribbonBottom - ribbonTop}
        fill="none"
        pointerEvents="none"
        tabIndex={0}
        role="slider"
        aria-label={`Window of ${title}`}
        {...bounds}
        aria-valuenow={span.start}
        aria-valuetext={`${longDayWords(span.start)} to ${longDayWords(span.end)}`}
        onKeyDown={onKey('body')}
      />
      {(['start', 'end'] as const).map((side) => {
        const at = side === 'start' ? left : right;
        if (at < -HANDLE || at > width + HANDLE) return null;
        const held = Math.max(1.5, Math.min(width - 1.5, at));
        return (
          <g
            key={side}
            data-end={side}
            tabIndex={0}
            role="slider"
            aria-label={`${side === 'start' ? 'Start' : 'End'} of ${title}`}
            {...bounds}
            aria-valuenow={span[side]}
            aria-valuetext={`${longDayWords(span[side])}, ${dayState(span[side])}`}
            onKeyDown={onKey(side)}
            style={{ cursor: 'ew-resize' }}
          >
            <rect x={held - HANDLE / 2} y={top} width={HANDLE} height={height - top} fill="transparent" />
            <path
              d={bracketPath(side, held, ribbonTop - 4, ribbonBottom + 4, 7)}
              fill="none"
              stroke={role.time}
              strokeWidth="3"
            />
          </g>
        );
      })}
      {fitting < tiles.length && (
        <Overview
          ribbon={ribbon}
          width={width}
          y={height - 2}
          first={first}
          fitting={fitting}
          stretches={stretches}
        />
      )}
      {right <= 0 && (
        <Beyond
          side="left"
          at={0}
          y={(ribbonTop + ribbonBottom) / 2}
          onShow={() => panTo(tileAt(ribbon, span.end) + 2 - fitting)}
        />
      )}
      {left >= width && (
        <Beyond
          side="right"
          at={width}
          y={(ribbonTop + ribbonBottom) / 2}
          onShow={() => panTo(tileAt(ribbon, span.start) - 1)}
        />
      )}
    </svg>
  );
}

const sameSpan = (a: Span, b: Span) => a.start === b.start && a.end === b.end;

/** The ends of stretches inside of a window, where brackets without handles stand. */
const innerEnds = (stretches: DayRuns) =>
  stretches.flatMap((run, i) => [
    ...(i > 0 ? [{ side: 'start' as const, day: run.start }] : []),
    ...(i < stretches.length - 1 ? [{ side: 'end' as const, day: run.end }] : []),
  ]);

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

/** How many tiles make one unit of the scale above. */
function tilesPerScale(ribbon: Ribbon): number {
  return (
    { day: 30, week: 4, month: 12, quarter: 4, year: 5, 'fiscal month': 12 }[ribbon.level as string] ?? 4
  );
}
