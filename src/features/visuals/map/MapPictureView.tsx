'use client';
/** The picture of a map: zoomed and moved by wheel, buttons, drags and keys; marks are read, chosen and asked about. */
import { listed } from '../../../core/listed';
import { numberWords } from '../../../core/locale';
import { memo, useMemo, useRef, useState } from 'react';
import type { ShownPart } from '../../../core/dashboard/document/kinds/compare';
import { BLANK } from '../../../core/model/blank';
import type { Measure } from '../../../core/model/model';
import { quietStyle } from '../../../theme/roles';
import { useSize } from '../../ui/useSize';
import { askingWords } from '../chart/usePointing';
import type { DrawnBaseline } from '../comparing/compared';
import { Tip } from '../Tip';
import { toScreen } from './camera';
import type { MapMark } from './drawnMap';
import { MapLegend } from './MapLegend';
import { MapTools } from './MapTools';
import { markWords } from './markWords';
import { useDrawnMap } from './useDrawnMap';
import { useMapHands, type MapHands } from './useMapHands';
import { useReadyLayers, type LayersGround } from './useReadyLayers';
import { useMapColours } from './useMapColours';

export interface MapPictureProps extends MapHands {
  readonly ground: LayersGround & { readonly measures: readonly [Measure, ...Measure[]] };
  /** Why shapes could not be read. */
  readonly problem: string | null;
  readonly title: string;
  readonly baselines: readonly DrawnBaseline[];
  readonly show: readonly ShownPart[];
}

/** Which categories are lit by what is chosen here or elsewhere; undefined where nothing is. */
function useLit(picking: MapHands['picking'], lit: LayersGround['answer']['lit']) {
  const chosen = picking?.chosen ?? null;
  return useMemo(() => {
    if (chosen) return (category: number) => chosen.has(category);
    return lit ? (category: number) => lit.some((values) => (values[category] ?? null) !== null) : undefined;
  }, [chosen, lit]);
}

export const MapPictureView = memo(function MapPictureView({
  ground,
  problem,
  title,
  baselines,
  show,
  picking,
  chooseAll,
  onAskMark,
}: MapPictureProps) {
  const { answer, measures, categories } = ground;
  const [ref, { width, height }] = useSize<HTMLDivElement>();
  const canvas = useRef<HTMLCanvasElement>(null);
  const colours = useMapColours(canvas);
  const [hidden, setHidden] = useState<ReadonlySet<number>>(new Set());
  const room = useMemo(() => ({ width, height }), [width, height]);
  const { marks, layers, weight } = useReadyLayers(ground, room, colours);
  const seen = useMemo(() => layers.filter(({ index }) => !hidden.has(index)), [layers, hidden]);
  const seenMarks = useMemo(() => seen.flatMap((layer) => layer.marks), [seen]);
  const hands = useMapHands(canvas, room, seen, seenMarks, { picking, chooseAll, onAskMark });
  const { camera, at, lasso, draws } = hands;
  const isLit = useLit(picking, answer.lit);
  const density = typeof window === 'undefined' ? 1 : window.devicePixelRatio || 1;
  const picture = useMemo(
    () =>
      colours && width > 0
        ? { layers: seen, camera, room, density, colours, isLit, pointed: at, lasso }
        : null,
    [seen, camera, room, density, width, colours, isLit, at, lasso],
  );
  useDrawnMap(canvas, picture, weight);
  const tipAt = at && toScreen(camera, at.x, at.y);
  return (
    <div style={{ display: 'flex', flexDirection: 'column', height: '100%', minHeight: 0 }}>
      <div ref={ref} style={{ position: 'relative', flex: 1, minHeight: 0, overflow: 'hidden' }}>
        <canvas
          ref={canvas}
          width={Math.round(width * density)}
          height={Math.round(height * density)}
          role="img"
          tabIndex={0}
          aria-label={`Map, ${title}: ${marks.filter(({ category }) => category !== null).length} marks. Arrow keys read values, plus and minus zoom, Shift with arrows moves, Home shows everything.${picking ? ' Space chooses.' : ''} ${askingWords(answer)}.`}
          {...hands.handlers}
          style={{
            display: 'block',
            width,
            height,
            touchAction: 'none',
            cursor: draws ? 'crosshair' : picking && at ? 'pointer' : 'grab',
          }}
        />
        <MapTools title={title} isWhole={camera.k === 1} canChoose={chooseAll !== undefined} {...hands} />
        {at && tipAt && (
          <Tip
            x={tipAt.x}
            y={tipAt.y + 8}
            width={width}
            height={height}
            lines={markWords(at, ground, baselines, show)}
          />
        )}
      </div>
      <Unplaced problem={problem} marks={marks} categories={categories} />
      <MapLegend
        layers={layers}
        measures={measures}
        baseline={baselines[0]?.label}
        hidden={hidden}
        onHidden={(index, isHidden) => {
          hands.forget();
          setHidden(new Set(isHidden ? [...hidden, index] : [...hidden].filter((entry) => entry !== index)));
        }}
      />
    </div>
  );
});

/** Why there are no shapes, or what has none. */
function Unplaced({
  problem,
  marks,
  categories,
}: {
  problem: string | null;
  marks: readonly MapMark[];
  categories: readonly (string | null)[];
}) {
  const unplaced = useMemo(() => {
    if (marks.length === 0) return [];
    const placed = new Set(marks.map(({ category }) => category));
    return categories.filter((_, i) => !placed.has(i)).map((value) => value ?? BLANK);
  }, [marks, categories]);
  if (problem !== null)
    return (
      <div role="alert" style={quietStyle}>
        {problem}
      </div>
    );
  if (unplaced.length === 0) return null;
  return (
    <div style={quietStyle}>
      {numberWords(unplaced.length)} without a place: {listed(unplaced, 3)}
    </div>
  );
}
