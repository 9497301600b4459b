'use client';
/** The layers of a map made ready to be drawn: where their marks lie, how each is tinted and sized. */
import { useMemo } from 'react';
import type { MapVisual } from '../../../core/dashboard/document/visuals';
import type { ChartAnswer } from '../../../core/dashboard/turn/answer';
import { changeOf } from '../../../core/dashboard/turn/comparing/answer';
import { BLANK } from '../../../core/model/blank';
import type { Measure } from '../../../core/model/model';
import type { Room } from './camera';
import { marksOf, projectionFor, type LayerGround, type MapMark } from './drawnMap';
import { readyLayer, type MapColours, type ReadyLayer } from './drawMap';
import { changeTintOf, radiiOf, tintColours, tintOf } from './mapTint';

export interface LayersGround {
  readonly visual: MapVisual;
  readonly answer: ChartAnswer;
  readonly measures: readonly Measure[];
  readonly categories: readonly (string | null)[];
  readonly grounds: readonly LayerGround[];
  /** The values of a measure by category; none where it is null. */
  readonly valuesOf: (measure: number | null) => readonly (number | null)[];
}

export function useReadyLayers(
  { visual, answer, measures, categories, grounds, valuesOf }: LayersGround,
  { width, height }: Room,
  colours: MapColours | null,
): {
  readonly marks: readonly MapMark[];
  readonly layers: readonly ReadyLayer[];
  /** Corners of all outlines, and marks: how much there is to draw. */
  readonly weight: number;
} {
  const marks = useMemo(() => {
    if (width === 0 || height === 0) return [];
    const index = new Map(categories.map((value, i) => [value ?? BLANK, i]));
    return marksOf(
      grounds,
      projectionFor(grounds, { width, height }),
      (value) => index.get(value) ?? null,
      (category) => categories[category] ?? BLANK,
    );
  }, [grounds, categories, width, height]);
  const layers = useMemo(
    () =>
      visual.layers.map((layer, i) => {
        const sizes =
          layer.kind === 'points' && layer.size !== null ? radiiOf(valuesOf(layer.size)) : undefined;
        const tint = layerTint(answer, layer.tint, valuesOf);
        const better = measures[layer.tint ?? 0]?.direction ?? 'neither';
        const tints = tintColours(tint?.isChange === true, better, coloursFor(layer.tint ?? i, colours));
        return readyLayer(
          layer,
          i,
          tints,
          marks.filter((mark) => mark.layer === i),
          tint,
          sizes,
        );
      }),
    [visual.layers, answer, measures, marks, valuesOf, colours],
  );
  const weight = useMemo(() => {
    const corners = grounds
      .flatMap(({ geometry }) => geometry?.features ?? [])
      .flatMap(({ areas }) => areas.flat())
      .reduce((sum, ring) => sum + ring.length, 0);
    return corners + marks.length;
  }, [grounds, marks]);
  return { marks, layers, weight };
}

/** The tint of a layer by a measure: by its changes where something is compared, else by its values. */
function layerTint(answer: ChartAnswer, measure: number | null, valuesOf: LayersGround['valuesOf']) {
  if (measure === null) return undefined;
  const values = valuesOf(measure);
  const changes = changesOf(answer, measure, values);
  return changes ? changeTintOf(changes) : tintOf(values);
}

/** The colours of a layer: its own by its place among the series; black before they are known. */
function coloursFor(place: number, colours: MapColours | null) {
  const { series, better, worse } = colours ?? { series: [], better: '#000', worse: '#000' };
  const named = (at: number) => series[at % Math.max(1, series.length)] ?? '#000';
  return { own: named(place), better, worse, other: named(6) };
}

/** By how much a measure differs from the first baseline, by category; undefined where nothing is compared. */
function changesOf(
  { against, series }: ChartAnswer,
  measure: number,
  values: readonly (number | null)[],
): (number | null)[] | undefined {
  const place = series.findIndex((entry) => entry.measure === measure);
  const then = against?.[0]?.series[place];
  if (!then || then.every((value) => value === null)) return undefined;
  return values.map((value, i) => changeOf(value, then[i] ?? null).change);
}
