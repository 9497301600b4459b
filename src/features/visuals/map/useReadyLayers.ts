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
        const change = layer.tint === null ? undefined : changesOf(answer, layer.tint, valuesOf(layer.tint));
        const tint =
          layer.tint === null ? undefined : change ? changeTintOf(change) : tintOf(valuesOf(layer.tint));
        const series = colours?.series ?? [];
        const named = (place: number) => series[place % Math.max(1, series.length)] ?? '#000';
        const tints = tintColours(
          tint?.isChange === true,
          measures[layer.tint ?? 0]?.direction ?? 'neither',
          {
            own: named(layer.tint ?? i),
            better: colours?.better ?? '#000',
            worse: colours?.worse ?? '#000',
            other: named(6),
          },
        );
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
