'use client';
/** The picture of a map: zoomed and moved by wheel, buttons, drags and keys; marks are read, chosen and asked about. */
import Button from '@mui/material/Button';
import { memo, useMemo, useRef, useState } from 'react';
import type { ShownPart } from '../../../core/dashboard/document/kinds/compare';
import { BLANK } from '../../../core/model/blank';
import { valueWords } from '../../../core/model/figures';
import type { Measure } from '../../../core/model/model';
import { quietStyle } from '../../../theme/roles';
import { useSize } from '../../ui/useSize';
import { askingWords } from '../chart/usePointing';
import { comparedWords, type DrawnBaseline } from '../comparing/compared';
import { Tip } from '../Tip';
import { toScreen, ZOOM_STEP } from './camera';
import type { MapMark } from './drawnMap';
import { MapLegend } from './MapLegend';
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

const TOOL = {
  minWidth: 28,
  px: 0.75,
  py: 0,
  '&.MuiButton-outlined': { bgcolor: 'background.paper' },
} as const;

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
  const { answer, measures, categories, valuesOf } = ground;
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
  const { lit } = answer;
  const chosen = picking?.chosen ?? null;
  const isLit = useMemo(() => {
    if (chosen) return (category: number) => chosen.has(category);
    return lit ? (category: number) => lit.some((values) => (values[category] ?? null) !== null) : undefined;
  }, [chosen, lit]);
  const picture = useMemo(
    () =>
      colours && width > 0
        ? {
            layers: seen,
            camera,
            room,
            density: window.devicePixelRatio || 1,
            colours,
            isLit,
            pointed: at,
            lasso,
          }
        : null,
    [seen, camera, room, width, colours, isLit, at, lasso],
  );
  useDrawnMap(canvas, picture, weight);
  const unplaced = useMemo(() => {
    if (problem !== null || marks.length === 0) return [];
    const placed = new Set(marks.map(({ category }) => category));
    return categories.filter((_, i) => !placed.has(i)).map((value) => value ?? BLANK);
  }, [problem, marks, categories]);
  const tipAt = at && toScreen(camera, at.x, at.y);
  const density = typeof window === 'undefined' ? 1 : window.devicePixelRatio || 1;
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
        <div
          role="group"
          aria-label={`View of ${title}`}
          data-part="corner"
          style={{ position: 'absolute', right: 4, top: 4, display: 'flex', gap: 4 }}
        >
          <Button
            sx={TOOL}
            variant="outlined"
            onClick={() => hands.zoom(ZOOM_STEP)}
            aria-label="Zoom in"
            title="Zoom in (+)"
          >
            +
          </Button>
          <Button
            sx={TOOL}
            variant="outlined"
            onClick={() => hands.zoom(1 / ZOOM_STEP)}
            aria-label="Zoom out"
            title="Zoom out (−)"
          >
            −
          </Button>
          <Button
            sx={TOOL}
            variant="outlined"
            disabled={camera.k === 1}
            onClick={hands.showWhole}
            title="Home"
          >
            Whole
          </Button>
          {chooseAll && (
            <Button
              sx={TOOL}
              variant={draws ? 'contained' : 'outlined'}
              aria-pressed={draws}
              onClick={() => hands.setDraws(!draws)}
              title="Draw a line around marks to choose them; Shift with a drag does so too"
            >
              Lasso
            </Button>
          )}
        </div>
        {at && tipAt && (
          <Tip x={tipAt.x} y={tipAt.y + 8} width={width} height={height} lines={tipLines(at)} />
        )}
      </div>
      {problem !== null && (
        <div role="alert" style={quietStyle}>
          {problem}
        </div>
      )}
      {unplaced.length > 0 && (
        <div style={quietStyle}>
          {unplaced.length} without a place: {unplaced.slice(0, 3).join(', ')}
          {unplaced.length > 3 && ` and ${unplaced.length - 3} more`}
        </div>
      )}
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

  /** What is said of a mark: its name, its values, what they are compared with. */
  function tipLines(mark: MapMark): string[] {
    const { category } = mark;
    if (category === null) return [mark.name === '' ? BLANK : mark.name, 'no data'];
    const values = measures.map((measure, m) => {
      const value = valuesOf(m)[category] ?? null;
      return `${measures.length > 1 ? `${measure.name}: ` : ''}${value === null ? 'no data' : valueWords(measure, value)}`;
    });
    const compared = (answer.against ?? []).map(({ series }, b) => {
      const value = valuesOf(0)[category] ?? null;
      return `${baselines[b]?.label ?? ''}: ${comparedWords(measures[0], show, value, series[0]?.[category] ?? null)}`;
    });
    return [mark.name, ...values, ...compared];
  }
});
