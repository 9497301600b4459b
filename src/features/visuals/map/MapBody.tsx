'use client';
/** A map with its measures, what is chosen on it, and the shapes that it draws. */
import { useQueries } from '@tanstack/react-query';
import { useCallback, useMemo } from 'react';
import { geometryShapesSchema } from '../../../contract/geometries';
import { isMeasuredPlace } from '../../../core/dashboard/document/kinds/map';
import type { MapVisual } from '../../../core/dashboard/document/visuals';
import { isOthers, type ChartAnswer } from '../../../core/dashboard/turn/answer';
import { asChart } from '../../../core/dashboard/turn/answers/map';
import type { Geometry, Position } from '../../../core/model/geometry';
import { drawnBaselines } from '../comparing/compared';
import { shownParts } from '../comparing/shownParts';
import { toggledKeys } from '../../../core/dashboard/reader/pick';
import { categoryPicking } from '../picking';
import { useChartMarks } from '../rows/useChartMarks';
import { requestAs } from '../../ui/request';
import { useMeasures, usePick } from '../usePicture';
import { useWorkspace } from '../../workspace/workspace';
import type { VisualBodyProps } from '../view';
import type { LayerGround } from './drawnMap';
import { MapPictureView } from './MapPictureView';

/** The shapes of the layers, by key and version; undefined while they are read. */
function useShapes(visual: MapVisual): {
  readonly shapes: ReadonlyMap<string, Geometry>;
  readonly problem: string | null;
} {
  const { model } = useWorkspace();
  const keys = [
    ...new Set(visual.layers.flatMap(({ place }) => (isMeasuredPlace(place) ? [] : [place.geometry]))),
  ];
  const wanted = keys.map((key) => ({
    key,
    version: model.geometries?.find((entry) => entry.key === key)?.version,
  }));
  return useQueries({
    queries: wanted.map(({ key, version }) => ({
      queryKey: ['geometry', key, version],
      queryFn: () => requestAs(geometryShapesSchema, `/api/geometries/${encodeURIComponent(key)}`),
      staleTime: Infinity,
      retry: false,
    })),
    combine: (results) => ({
      shapes: new Map(
        results.flatMap((result, i): [string, Geometry][] =>
          result.data ? [[keys[i]!, result.data as Geometry]] : [],
        ),
      ),
      problem: results.find((result) => result.error)?.error?.message ?? null,
    }),
  });
}

const NO_VALUES: readonly (number | null)[] = [];

export function MapBody({ visual, answer, title }: VisualBodyProps<MapVisual, ChartAnswer>) {
  const { rule } = useWorkspace().model;
  const measures = useMeasures(visual);
  const choosing = usePick(visual);
  const { shapes, problem } = useShapes(visual);
  const categories = useMemo(
    () => (answer.categories ?? []).flatMap((category) => (isOthers(category) ? [] : [category])),
    [answer.categories],
  );
  const valuesOf = useCallback(
    (measure: number | null) =>
      measure === null
        ? NO_VALUES
        : (answer.series.find((series) => series.measure === measure)?.values ?? NO_VALUES),
    [answer.series],
  );
  const grounds = useMemo(
    () =>
      visual.layers.map((layer): LayerGround => {
        const { place } = layer;
        if (!isMeasuredPlace(place)) return { layer, geometry: shapes.get(place.geometry), places: [] };
        const [longitudes, latitudes] = [valuesOf(place.longitude), valuesOf(place.latitude)];
        const places = categories.map((_, i): Position | null => {
          const [longitude, latitude] = [longitudes[i] ?? null, latitudes[i] ?? null];
          const isOnEarth =
            longitude !== null && latitude !== null && Math.abs(longitude) <= 180 && Math.abs(latitude) <= 90;
          return isOnEarth ? [longitude, latitude] : null;
        });
        return { layer, geometry: undefined, places };
      }),
    [visual.layers, shapes, valuesOf, categories],
  );
  const picking = useMemo(
    () => choosing && categoryPicking(choosing.pick, categories, choosing.put),
    [choosing, categories],
  );
  /** Chooses several values at once, in the place of others or put to them. */
  const chooseAll = useMemo(() => {
    if (!choosing) return undefined;
    return (chosen: readonly number[], add: boolean) => {
      const start = add ? choosing.pick.keys : [];
      const fresh = chosen.filter((i) => !start.some(([key]) => key === categories[i]));
      const keys = fresh.reduce(
        (now, i) => toggledKeys(now, [categories[i]!], true),
        start.map((key) => [...key]),
      );
      choosing.put({ ...choosing.pick, keys, exclude: false });
    };
  }, [choosing, categories]);
  const chart = useMemo(() => asChart(visual), [visual]);
  const askMark = useChartMarks(chart, answer, measures);
  const ground = useMemo(
    () => measures && { visual, answer, measures, categories, grounds, valuesOf },
    [visual, answer, measures, categories, grounds, valuesOf],
  );
  if (!ground) return null;
  return (
    <MapPictureView
      ground={ground}
      problem={problem}
      title={title}
      baselines={drawnBaselines(answer.baselines, rule)}
      show={shownParts(visual)}
      picking={picking}
      chooseAll={chooseAll}
      onAskMark={askMark}
    />
  );
}
