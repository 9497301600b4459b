/** What a visual groups by and a slicer chooses from: a category column, shared or not, or an attribute of the almanac. */
import { compareNames } from '../compareNames';
import { z } from 'zod';
import { specialDaysByDay } from '../calendar/almanac';
import {
  ATTRIBUTES,
  attributeName,
  attributeOf,
  attributeValues,
  type Attribute,
} from '../calendar/attributes';
import { ALL_DAYS, runsOfDays, subtractRuns, type DayRuns } from '../calendar/runs';
import type { DayClasses, GroupColumn } from '../cube/query';
import { id } from './ids';
import { columnOf, isCategory, sharedOf, type Model } from './model';

export const dimensionSchema = z.union([
  z.object({ dataset: id.key, column: id.key }),
  z.object({ attribute: z.enum(ATTRIBUTES).describe('Attribute of the almanac’s days') }),
]);
export type Dimension = z.infer<typeof dimensionSchema>;

export function isAttribute(dimension: Dimension): dimension is { attribute: Attribute } {
  return 'attribute' in dimension;
}

/** A text that is the same for the same dimension. */
export function dimensionKey(dimension: Dimension): string {
  return isAttribute(dimension) ? `@${dimension.attribute}` : `${dimension.dataset}/${dimension.column}`;
}

/** Name of a dimension: that of the shared dimension, the column, or the attribute. */
export function dimensionName(model: Model, dimension: Dimension): string {
  if (isAttribute(dimension)) return attributeName(dimension.attribute);
  const shared = sharedOf(model, dimension.dataset, dimension.column);
  const column = columnOf(model, dimension.dataset, dimension.column)?.name ?? dimension.column;
  return shared?.name ?? column.replace(/_/g, ' ');
}

/** The column by which a dimension reaches a dataset; undefined when the dataset has none (or for attributes). */
export function columnIn(model: Model, dimension: Dimension, dataset: string): string | undefined {
  if (isAttribute(dimension)) return undefined;
  if (dimension.dataset === dataset) return dimension.column;
  const shared = sharedOf(model, dimension.dataset, dimension.column);
  return shared?.members.find(
    (member) => member.dataset === dataset && isCategory(model, dataset, member.column),
  )?.column;
}

/** Whether rows of a dataset can be told apart by a dimension. */
export function reaches(model: Model, dimension: Dimension, dataset: string): boolean {
  if (isAttribute(dimension)) return true;
  const column = columnIn(model, dimension, dataset);
  return column !== undefined && isCategory(model, dataset, column);
}

/** The dimension that stands for it all over the model: of a shared one its first member. */
export function canonicalDimension(model: Model, dimension: Dimension): Dimension {
  if (isAttribute(dimension)) return dimension;
  return sharedOf(model, dimension.dataset, dimension.column)?.members[0] ?? dimension;
}

/** Whether a dimension exists in the model. */
export function isKnown(model: Model, dimension: Dimension): boolean {
  return isAttribute(dimension) || isCategory(model, dimension.dataset, dimension.column);
}

/** How rows of a dataset are grouped by a dimension; undefined when they cannot be. */
export function groupColumn(model: Model, dimension: Dimension, dataset: string): GroupColumn | undefined {
  if (isAttribute(dimension)) return { kind: 'days', classes: dayClasses(model, dimension.attribute) };
  const column = columnIn(model, dimension, dataset);
  return column === undefined ? undefined : { kind: 'column', column };
}

const kept = new WeakMap<Model, Map<Attribute, DayClasses>>();

/** The classes into which an attribute puts the almanac's days; worked out once a model. */
export function dayClasses(model: Model, attribute: Attribute): DayClasses {
  const ofModel = kept.get(model) ?? new Map<Attribute, DayClasses>();
  kept.set(model, ofModel);
  const known = ofModel.get(attribute);
  if (known) return known;
  const { rule, span, special } = model;
  const values: (string | null)[] = attributeValues(attribute, span.first, span.last, rule, special);
  const codeOf = new Map(values.map((value, code) => [value, code]));
  const outside = values.length;
  values.push(null);
  const byDay = specialDaysByDay(special);
  const days = Math.max(0, span.last - span.first + 1);
  const codes = Uint16Array.from(
    { length: days },
    (_, i) => codeOf.get(attributeOf(attribute, span.first + i, rule, byDay)) ?? outside,
  );
  const named = special.map((entry) => [entry.day, entry.name, entry.kind]);
  const isNamed = attribute === 'holiday' || attribute === 'holiday name' || attribute === 'event';
  const key = `@${attribute}|${JSON.stringify([rule, span, isNamed ? named : []])}`;
  const classes = { key, first: span.first, codes, values };
  ofModel.set(attribute, classes);
  return classes;
}

/** The almanac's days whose attribute has one of the values. */
function attributeRuns(model: Model, attribute: Attribute, values: readonly (string | null)[]): DayRuns {
  const classes = dayClasses(model, attribute);
  const wanted = new Set(values);
  const days: number[] = [];
  classes.codes.forEach((code, i) => {
    if (wanted.has(classes.values[code]!)) days.push(classes.first + i);
  });
  return runsOfDays(days);
}

/** The days that a choice of an attribute's values keeps. */
export function chosenDays(
  model: Model,
  attribute: Attribute,
  values: readonly (string | null)[],
  exclude: boolean,
): DayRuns {
  const runs = attributeRuns(model, attribute, values);
  return exclude ? subtractRuns(ALL_DAYS, runs) : runs;
}

/** By natural order for attributes, else by name; blank last. */
export function compareValues(
  model: Model,
  dimension: Dimension,
): (a: string | null, b: string | null) => number {
  if (!isAttribute(dimension)) return compareNames;
  const { values } = dayClasses(model, dimension.attribute);
  const place = new Map(values.map((value, i) => [value, i]));
  return (a, b) => (place.get(a) ?? Infinity) - (place.get(b) ?? Infinity) || compareNames(a, b);
}

/** "route", "route and vessel", "route, vessel and status". */
export function dimensionsInWords(list: readonly string[]): string {
  return list.length < 2 ? (list[0] ?? '') : `${list.slice(0, -1).join(', ')} and ${list[list.length - 1]}`;
}
