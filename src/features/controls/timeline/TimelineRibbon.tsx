'use client';
/** The ribbon of tiles with the window's brackets over it. */
import { useId, useRef, type KeyboardEvent, type PointerEvent } from 'react';
import type { DayRuns } from '../../../core/calendar/runs';
import { HatchPattern } from '../../../theme/marks';
import { ownPoint } from '../../ui/ownPoint';
import { tileAt, type Ribbon, type Span } from '../ribbon';
import { ribbonAction, type RibbonPart } from './ribbonKeys';
import { Beyond, Overview } from './RibbonOverview';
import { PAD, Scale, SCALE_HEIGHT } from './RibbonParts';
import { RibbonTiles } from './RibbonTiles';
import { RibbonWindow } from './RibbonWindow';
import { useRibbonDrag } from './useRibbonDrag';
import { useRibbonView } from './useRibbonView';
import { useWheel } from './useWheel';

interface TimelineRibbonProps {
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

export function TimelineRibbon({
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
}: TimelineRibbonProps) {
  const hatch = useId();
  const svg = useRef<SVGSVGElement>(null);
  const view = useRibbonView(ribbon, span, width);
  const { first, fitting, tileWidth, panTo } = view;
  const tileUnder = (event: PointerEvent<SVGSVGElement>) =>
    view.tileUnder(ownPoint(event.currentTarget, event, width).x);
  const gestures = useRibbonDrag(ribbon, span, tileUnder, {
    begin: view.stand,
    preview,
    end: (last) => {
      view.release(last ?? span);
      if (last) commit(last);
      else letGo();
    },
  });
  useWheel(svg, (by) => panTo(first + by), changeLevel);
  const onKey = (part: RibbonPart, event: KeyboardEvent) => {
    const action = ribbonAction(ribbon, span, part, event);
    if (!action) return;
    if (action.kind === 'level') {
      changeLevel?.(action.by);
      return;
    }
    event.preventDefault();
    event.stopPropagation();
    if (action.kind === 'clear') clear();
    else if (action.kind === 'window') {
      view.reveal(action.span, action.day);
      commit(action.span);
    }
  };
  const top = withScale ? SCALE_HEIGHT : 0;
  const tiles = { top: top + PAD, bottom: height - PAD };
  const middle = (tiles.top + tiles.bottom) / 2;
  return (
    <svg
      ref={svg}
      width={width}
      height={height}
      role="group"
      aria-label={`${title}, ${ribbon.level} level`}
      {...gestures}
      style={{ display: 'block', touchAction: 'none', userSelect: 'none', cursor: 'pointer' }}
    >
      <defs>
        <HatchPattern id={hatch} />
      </defs>
      {withScale && <Scale {...{ ribbon, first, fitting, tileWidth, changeLevel }} />}
      <RibbonTiles {...{ ribbon, view, stretches, hatch }} {...tiles} />
      <RibbonWindow
        {...{ title, ribbon, view, span, stretches, others, width, tiles, onKey }}
        reach={{ top, bottom: height }}
      />
      {fitting < ribbon.tiles.length && (
        <Overview {...{ ribbon, width, first, fitting, stretches }} y={height - 2} />
      )}
      {view.x(span.end + 1) <= 0 && (
        <Beyond side="left" at={0} y={middle} onShow={() => panTo(tileAt(ribbon, span.end) + 2 - fitting)} />
      )}
      {view.x(span.start) >= width && (
        <Beyond side="right" at={width} y={middle} onShow={() => panTo(tileAt(ribbon, span.start) - 1)} />
      )}
    </svg>
  );
}
