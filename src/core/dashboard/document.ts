/** The dashboard document: one JSON value that holds all of a dashboard's design. */
import { z } from 'zod';
import { UNITS } from '../calendar/units';

const id = z
  .string()
  .regex(/^[a-z][a-z0-9]{0,23}$/)
  .describe('Name of an item inside the document: a letter, then letters and digits');
const key = z.string().min(1).max(64).describe('Key of a dataset, column, date role or measure');
const title = z.string().max(200).describe('Shown title; empty means a title made from the settings');

export const grainSchema = z.enum(['auto', ...UNITS]);
export type Grain = z.infer<typeof grainSchema>;

const measureRef = z.object({ dataset: key, measure: key });
export type MeasureRef = z.infer<typeof measureRef>;

const lineSchema = z.object({
  id,
  kind: z.literal('line'),
  title,
  measure: measureRef,
  grain: grainSchema.describe('Length of a bucket; auto follows the window'),
});
const barSchema = z.object({
  id,
  kind: z.literal('bar'),
  title,
  measure: measureRef,
  category: key.describe('Category column of the measure’s dataset'),
  order: z.enum(['value', 'name']),
  limit: z.int().min(1).max(100).describe('At most this many bars, those with the greatest values first'),
});
const tableSchema = z.object({
  id,
  kind: z.literal('table'),
  title,
  dataset: key,
  role: key.describe('Date role through which time controls reach the rows'),
  columns: z.array(key).min(1).max(40),
});
export const visualSchema = z.discriminatedUnion('kind', [lineSchema, barSchema, tableSchema]);
export type Visual = z.infer<typeof visualSchema>;

/** A slicer's value; null is a blank one. */
const value = z.string().max(500).nullable();

const timelineSchema = z.object({
  id,
  kind: z.literal('timeline'),
  title,
  default: z.string().min(1).max(500).describe('Period phrase with which readers begin'),
  level: z.enum(UNITS).describe('Unit of a tile at the start'),
  levelFixed: z.boolean().describe('Whether readers cannot change the level'),
  size: z
    .enum(['ribbon', 'scale', 'words'])
    .describe('Ribbon alone, with its scale, or with the window in words too'),
  allowUncovered: z.boolean().describe('Whether periods without data can be chosen'),
});
const slicerSchema = z.object({
  id,
  kind: z.literal('slicer'),
  title,
  dataset: key,
  column: key,
  default: z.array(value).max(1000).describe('Values chosen at the start; none means every value'),
  several: z.boolean().describe('Whether more than one value can be chosen'),
  unavailable: z.enum(['struck', 'hidden']).describe('How values without data are shown'),
});
export const controlSchema = z.discriminatedUnion('kind', [timelineSchema, slicerSchema]);
export type Control = z.infer<typeof controlSchema>;
export type Timeline = z.infer<typeof timelineSchema>;
export type Slicer = z.infer<typeof slicerSchema>;

const wireSchema = z.object({
  control: id,
  target: id.describe('A visual, or a control whose offer is narrowed'),
  on: z.boolean(),
  roles: z
    .record(z.string(), key)
    .describe('Date role used for a dataset, where it is not the measure’s own'),
});
export type Wire = z.infer<typeof wireSchema>;

const placeSchema = z.object({
  item: id,
  x: z.int().min(0).max(23),
  y: z.int().min(0).max(10000),
  w: z.int().min(1).max(24),
  h: z.int().min(1).max(200),
});
export type Place = z.infer<typeof placeSchema>;

export const GRID_COLUMNS = 24;

const base = z.object({
  version: z.literal(1),
  title: z.string().trim().min(1).max(200),
  timeZone: z.string().min(1).max(64).describe('IANA time zone that decides which day is today'),
  visuals: z.array(visualSchema).max(200),
  controls: z.array(controlSchema).max(100),
  wires: z.array(wireSchema).max(20000),
  layout: z.array(placeSchema).max(300),
});

/** Checks a document: shape, unique ids, and that wires and places name items that are there. */
export const documentSchema = base.superRefine((document, context) => {
  const seen = new Set<string>();
  const complain = (message: string, path: (string | number)[]) =>
    context.addIssue({ code: 'custom', message, path });
  for (const [list, items] of [
    ['visuals', document.visuals],
    ['controls', document.controls],
  ] as const) {
    items.forEach((item, i) => {
      if (seen.has(item.id)) complain(`The id ${item.id} is used twice`, [list, i, 'id']);
      seen.add(item.id);
    });
  }
  const controls = new Set(document.controls.map((control) => control.id));
  document.wires.forEach((wire, i) => {
    if (!controls.has(wire.control)) complain(`There is no control ${wire.control}`, ['wires', i, 'control']);
    if (!seen.has(wire.target)) complain(`There is no item ${wire.target}`, ['wires', i, 'target']);
  });
  document.layout.forEach((place, i) => {
    if (!seen.has(place.item)) complain(`There is no item ${place.item}`, ['layout', i, 'item']);
    if (place.x + place.w > GRID_COLUMNS) complain('The item reaches beyond the grid', ['layout', i, 'w']);
  });
});
export type DashboardDocument = z.infer<typeof documentSchema>;

/** The JSON Schema of a dashboard document (draft 2020-12). */
export function documentJsonSchema(): object {
  return { title: 'Dathen dashboard document', ...z.toJSONSchema(base) };
}

/** A new dashboard without any item. */
export function emptyDocument(name: string): DashboardDocument {
  return { version: 1, title: name, timeZone: 'UTC', visuals: [], controls: [], wires: [], layout: [] };
}

/** Reads a stored or imported document; problems are sentences that name the place. */
export function readDocument(
  input: unknown,
): { ok: true; document: DashboardDocument } | { ok: false; problems: string[] } {
  const result = documentSchema.safeParse(input);
  if (result.success) return { ok: true, document: result.data };
  return {
    ok: false,
    problems: result.error.issues.map(
      (issue) => `${issue.path.map(String).join('.') || 'document'}: ${issue.message}`,
    ),
  };
}

/** The item (visual or control) with this id. */
export function itemOf(document: DashboardDocument, itemId: string): Visual | Control | undefined {
  return (
    document.visuals.find((visual) => visual.id === itemId) ??
    document.controls.find((control) => control.id === itemId)
  );
}

export function isControl(item: Visual | Control): item is Control {
  return item.kind === 'timeline' || item.kind === 'slicer';
}
