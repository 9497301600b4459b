/** Colours that a designer gives to measures and categories: each holds all over the dashboard. */
import { BLANK } from '../../model/blank';
import { canonicalDimension, dimensionKey, type Dimension } from '../../model/dimension';
import type { Model, MeasureRef } from '../../model/model';
import type { Colour } from './colour';
import type { DashboardDocument } from './document';

const measureKey = ({ dataset, measure }: MeasureRef) => `${dataset}/${measure}`;
const valuesKey = (model: Model, dimension: Dimension) => dimensionKey(canonicalDimension(model, dimension));
/** Blanks are known by what they are called. */
const valueKey = (value: string | null) => value ?? BLANK;

type Colours = Pick<DashboardDocument, 'colours'>;

export const colourOfMeasure = ({ colours }: Colours, ref: MeasureRef): Colour | undefined =>
  colours.measures[measureKey(ref)];

/** The colour of a value of a dimension. */
export const colourOfValue = (
  { colours }: Colours,
  model: Model,
  dimension: Dimension,
  value: string | null,
): Colour | undefined => colours.values[valuesKey(model, dimension)]?.[valueKey(value)];

function changed<T>(record: Readonly<Record<string, T>>, key: string, value: T | null): Record<string, T> {
  const { [key]: _, ...others } = record;
  return value === null ? others : { ...others, [key]: value };
}

/** The document with a colour of a measure; null gives it back to the order of the series. */
export function withMeasureColour(
  document: DashboardDocument,
  ref: MeasureRef,
  colour: Colour | null,
): DashboardDocument {
  const { colours } = document;
  return {
    ...document,
    colours: { ...colours, measures: changed(colours.measures, measureKey(ref), colour) },
  };
}

/** The document with a colour of a value of a dimension; null gives it back to the order of the series. */
export function withValueColour(
  document: DashboardDocument,
  model: Model,
  dimension: Dimension,
  value: string | null,
  colour: Colour | null,
): DashboardDocument {
  const { colours } = document;
  const key = valuesKey(model, dimension);
  const own = changed(colours.values[key] ?? {}, valueKey(value), colour);
  const values = changed(colours.values, key, Object.keys(own).length === 0 ? null : own);
  return { ...document, colours: { ...colours, values } };
}
