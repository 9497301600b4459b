/** The kinds of visuals: a register from which the schema, the types and all that depends on a kind are made. */
import { z } from 'zod';
import type { Dimension } from '../../model/dimension';
import { area } from './kinds/area';
import { bar } from './kinds/bar';
import { calendarmap } from './kinds/calendarmap';
import { combined } from './kinds/combined';
import { crosstab } from './kinds/crosstab';
import type { VisualEntry } from './kinds/entry';
import { figure } from './kinds/figure';
import { line } from './kinds/line';
import { map } from './kinds/map';
import type { ShownMeasure } from './kinds/measured';
import { stacked } from './kinds/stacked';
import { table } from './kinds/table';
import { text } from './kinds/text';

/** Charts with axes. */
const CHART_KINDS = { line, area, bar, stacked, combined };

/** Every kind of visual, in the order in which parts are offered. */
export const VISUAL_KINDS = { ...CHART_KINDS, figure, crosstab, calendarmap, map, table, text };

type Kinds = typeof VISUAL_KINDS;
export type VisualKind = keyof Kinds;
/** The visual of a kind. */
export type VisualOf<K extends VisualKind> = { [Each in K]: z.infer<Kinds[Each]['schema']> }[K];
export type Visual = VisualOf<VisualKind>;
export type Chart = VisualOf<keyof typeof CHART_KINDS>;
export type MeasuredVisual = Extract<Visual, { measures: unknown }>;
export type TableOfRows = VisualOf<'table'>;
export type Crosstab = VisualOf<'crosstab'>;
export type Figure = VisualOf<'figure'>;
export type TextPart = VisualOf<'text'>;
export type CalendarMap = VisualOf<'calendarmap'>;
export type MapVisual = VisualOf<'map'>;

type Schemas = { -readonly [K in VisualKind]: Kinds[K]['schema'] }[VisualKind];

export const visualSchema = z.discriminatedUnion(
  'kind',
  Object.values(VISUAL_KINDS).map((entry) => entry.schema) as unknown as [Schemas, ...Schemas[]],
);

/** The entry of a visual's kind, for use on that visual. */
export function kindOf(visual: Visual): VisualEntry {
  return VISUAL_KINDS[visual.kind];
}

export function isChart(visual: Visual): visual is Chart {
  return visual.kind in CHART_KINDS;
}

/** Whether a visual shows measures, and not rows. */
export const isMeasured = (visual: Visual): visual is MeasuredVisual => 'measures' in visual;

/** The measures of a visual; none for a table of rows. */
export function measuresOf(visual: Visual): readonly ShownMeasure[] {
  return isMeasured(visual) ? visual.measures : [];
}

/** The dimensions that a visual groups its rows by. */
export const dimensionsOf = (visual: Visual): readonly Dimension[] => kindOf(visual).dimensions(visual);
