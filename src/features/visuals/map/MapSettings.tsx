'use client';
/** The settings of a map: what its places are values of, and its layers. */
import Box from '@mui/material/Box';
import Button from '@mui/material/Button';
import { canGoAlong } from '../../../core/dashboard/document/refit';
import {
  isMeasuredPlace,
  layerOf,
  MOST_LAYERS,
  type MapLayer,
} from '../../../core/dashboard/document/kinds/map';
import type { MapVisual } from '../../../core/dashboard/document/visuals';
import { measureOf, type Model } from '../../../core/model/model';
import { DimensionSetting } from '../../ui/DimensionSetting';
import { ChoiceSetting, TextSetting, type Option } from '../../ui/fields';
import { useWorkspace } from '../../workspace/workspace';
import { MeasuredSettings } from '../MeasuredSettings';
import type { VisualSettingsProps } from '../view';

const NONE = '';
const MEASURED = '*';

export function MapSettings({ visual, change }: VisualSettingsProps<MapVisual>) {
  const { model } = useWorkspace();
  const { layers } = visual;
  const set = (i: number, layer: MapLayer) =>
    change({ layers: layers.map((entry, j) => (j === i ? layer : entry)) });
  const add = () => {
    const layer = layerOf(model);
    if (layer) change({ layers: [...layers, layer] });
  };
  const move = (i: number) => {
    const next = [...layers];
    next.splice(i - 1, 2, layers[i]!, layers[i - 1]!);
    change({ layers: next });
  };
  return (
    <MeasuredSettings visual={visual} change={change} hasGrain={false}>
      <DimensionSetting
        model={model}
        fits={(dimension) => canGoAlong(model, visual.measures, dimension)}
        label="Places are values of"
        value={visual.across}
        none="Choose one"
        onChange={(across) => across && change({ across })}
      />
      {layers.map((layer, i) => (
        <Box
          key={i}
          component="section"
          aria-label={`Layer ${i + 1}`}
          sx={{ borderTop: 1, borderColor: 'hairline', mt: 1, pt: 0.5 }}
        >
          <LayerSettings visual={visual} layer={layer} number={i + 1} onChange={(next) => set(i, next)} />
          {i > 0 && <Button onClick={() => move(i)}>Move it lower</Button>}
          {layers.length > 1 && (
            <Button color="error" onClick={() => change({ layers: layers.filter((_, j) => j !== i) })}>
              Remove layer {i + 1}
            </Button>
          )}
        </Box>
      ))}
      {layers.length < MOST_LAYERS && (model.geometries ?? []).length > 0 && (
        <Button onClick={add}>Add a layer</Button>
      )}
    </MeasuredSettings>
  );
}

function LayerSettings({
  visual,
  layer,
  number,
  onChange,
}: {
  visual: MapVisual;
  layer: MapLayer;
  number: number;
  onChange: (layer: MapLayer) => void;
}) {
  const { model } = useWorkspace();
  const geometries = model.geometries ?? [];
  const { place } = layer;
  const measures: Option[] = visual.measures.map((shown, i) => ({
    value: String(i),
    label: measureOf(model, shown.dataset, shown.measure)?.name ?? shown.measure,
  }));
  const placeIn = (key: string) => ({
    geometry: key,
    property: geometries.find((entry) => entry.key === key)?.properties[0] ?? '',
  });
  const setKind = (kind: string) => {
    const at = isMeasuredPlace(place) ? placeIn(geometries[0]?.key ?? '') : place;
    if (kind === 'areas') onChange({ kind: 'areas', name: layer.name, place: at, tint: layer.tint });
    else onChange({ kind: 'points', name: layer.name, place, size: 0, tint: null });
  };
  const setPlace = (key: string) => {
    if (key === MEASURED && layer.kind === 'points')
      onChange({ ...layer, place: { longitude: 0, latitude: Math.min(1, measures.length - 1) } });
    else onChange({ ...layer, place: placeIn(key) });
  };
  return (
    <>
      <ChoiceSetting
        label={`Layer ${number}`}
        value={layer.kind}
        options={[
          { value: 'areas', label: 'Areas' },
          { value: 'points', label: 'Points' },
        ]}
        onChange={setKind}
      />
      <TextSetting
        label="Name of the layer"
        value={layer.name}
        placeholder="made from what it shows"
        onChange={(name) => onChange({ ...layer, name: name.trim().slice(0, 60) })}
      />
      <PlaceSettings layer={layer} geometries={geometries} onSource={setPlace} onChange={onChange} />
      {isMeasuredPlace(place) && layer.kind === 'points' && (
        <MeasuredPlaceSettings
          place={place}
          measures={measures}
          onChange={(next) => onChange({ ...layer, place: next })}
        />
      )}
      <MeasureChoice
        label="Tinted by"
        nothing={layer.kind === 'areas' ? 'Nothing: outlines' : 'Nothing: one colour'}
        measures={measures}
        measure={layer.tint}
        onChange={(tint) => onChange({ ...layer, tint })}
      />
      {layer.kind === 'points' && (
        <MeasureChoice
          label="Sized by"
          nothing="Nothing: all alike"
          measures={measures}
          measure={layer.size}
          onChange={(size) => onChange({ ...layer, size })}
        />
      )}
    </>
  );
}

/** Where the places of a layer come from, and by what they are found there. */
function PlaceSettings({
  layer,
  geometries,
  onSource,
  onChange,
}: {
  layer: MapLayer;
  geometries: NonNullable<Model['geometries']>;
  /** Called with the key of shapes, or with what stands for the data itself. */
  onSource: (key: string) => void;
  onChange: (layer: MapLayer) => void;
}) {
  const { place } = layer;
  const geometry = isMeasuredPlace(place) ? undefined : geometries.find(({ key }) => key === place.geometry);
  return (
    <>
      <ChoiceSetting
        label="Places from"
        value={isMeasuredPlace(place) ? MEASURED : place.geometry}
        options={[
          ...geometries.map(({ key, name }) => ({ value: key, label: name })),
          ...(layer.kind === 'points'
            ? [{ value: MEASURED, label: 'Longitude and latitude of the data' }]
            : []),
        ]}
        onChange={onSource}
      />
      {!isMeasuredPlace(place) && (
        <ChoiceSetting
          label="Property with the values"
          value={place.property}
          options={(geometry?.properties ?? []).map((property) => ({ value: property, label: property }))}
          onChange={(property) => onChange({ ...layer, place: { ...place, property } })}
        />
      )}
    </>
  );
}

type MeasuredPlace = Extract<MapLayer['place'], { longitude: number }>;

/** Which measures say where a point lies. */
function MeasuredPlaceSettings({
  place,
  measures,
  onChange,
}: {
  place: MeasuredPlace;
  measures: Option[];
  onChange: (place: MeasuredPlace) => void;
}) {
  return (
    <>
      <ChoiceSetting
        label="Longitude"
        value={String(place.longitude)}
        options={measures}
        helper="A measure in degrees, such as an average of a column"
        onChange={(text) => onChange({ ...place, longitude: Number(text) })}
      />
      <ChoiceSetting
        label="Latitude"
        value={String(place.latitude)}
        options={measures}
        onChange={(text) => onChange({ ...place, latitude: Number(text) })}
      />
    </>
  );
}

/** One of the measures by its place, or none of them. */
function MeasureChoice({
  label,
  nothing,
  measures,
  measure,
  onChange,
}: {
  label: string;
  nothing: string;
  measures: Option[];
  measure: number | null;
  onChange: (measure: number | null) => void;
}) {
  return (
    <ChoiceSetting
      label={label}
      value={measure === null ? NONE : String(measure)}
      options={[{ value: NONE, label: nothing }, ...measures]}
      onChange={(text) => onChange(text === NONE ? null : Number(text))}
    />
  );
}
