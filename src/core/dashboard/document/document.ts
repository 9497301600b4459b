/** The dashboard document: one JSON value that holds all of a dashboard's design. */
import { z } from 'zod';
import { coloursSchema } from './colour';
import { CONTROL_KINDS, controlSchema, type Control } from './controls';
import { baselineSchema, FIRST_BASELINES } from './kinds/compare';
import { id as ids } from '../../model/ids';
import { GRID_COLUMNS } from './grid';
import { MOST_TAG_LENGTH, MOST_TAGS } from './tags';
import { newestForm, NEWEST_VERSION } from './versions';
import { visualSchema, type Visual } from './visuals';

export {
  isTimeControl,
  type CalendarPicker,
  type ConditionControl,
  type Control,
  type DateTree,
  type LookBack,
  type NumberRange,
  type PeriodList,
  type PhraseBox,
  type RangeSlider,
  type Slicer,
  type TimeControl,
  type Timeline,
} from './controls';
import { MOST_SELECTIONS, shippedSelectionSchema } from './selections';
export type { MeasureRef } from '../../model/model';
export type { Visual } from './visuals';

const { item: id, key } = ids;

export const wireSchema = z.object({
  control: id.describe('A control, or a visual on which marks can be chosen'),
  target: id.describe('A visual, or a control whose offer is narrowed'),
  on: z.boolean(),
  roles: z
    .record(z.string(), key)
    .describe('Date role used for a dataset, where it is not the measure’s own'),
  columns: z
    .record(z.string(), key)
    .optional()
    .describe('Category column by which a slicer reaches a dataset, where it is not the dimension’s own'),
  effect: z
    .enum(['filter', 'pale'])
    .optional()
    .describe('Of a visual’s chosen marks: other rows go (if absent), or stay as pale marks'),
  slot: z
    .int()
    .min(0)
    .max(7)
    .optional()
    .describe('Of a measure chooser: which of the visual’s measures the first choice takes the place of'),
});
export type Wire = z.infer<typeof wireSchema>;

const zoneSchema = z.object({
  id,
  name: z.string().trim().min(1).max(100),
  items: z.array(id).min(1).max(300).describe('Visuals and controls; each belongs to one zone at most'),
});
export type Zone = z.infer<typeof zoneSchema>;

const pageSchema = z.object({ id, name: z.string().trim().min(1).max(60) });
export type Page = z.infer<typeof pageSchema>;

export const MOST_PAGES = 30;

/** Widths in pixels of the window that a dashboard can be designed for. */
export const DESIGN_WIDTHS = [1024, 1280, 1440, 1600, 1920] as const;

export const placeSchema = z.object({
  item: id,
  page: id
    .nullable()
    .optional()
    .describe('The page it lies on; null: every page (controls only); absent: the first page'),
  x: z.int().min(0).max(23),
  y: z.int().min(0).max(10000),
  w: z.int().min(1).max(24),
  h: z.int().min(1).max(200),
});
export type Place = z.infer<typeof placeSchema>;

export { GRID_COLUMNS };

const MOST_VISUALS = 200;
const MOST_CONTROLS = 100;

const base = z.object({
  version: z.literal(NEWEST_VERSION),
  title: z.string().trim().min(1).max(200),
  timeZone: z.string().min(1).max(64).describe('IANA time zone that decides which day is today'),
  anchor: z
    .string()
    .min(1)
    .max(200)
    .default('today')
    .describe('Point that rolling phrases count from, where a control does not say'),
  hold: z.boolean().default(false).describe('Whether changes of every control wait for Apply'),
  baselines: z
    .array(baselineSchema)
    .max(50)
    .default([])
    .describe('What figures can be compared against, in the designer’s order'),
  visuals: z.array(visualSchema).max(MOST_VISUALS),
  controls: z.array(controlSchema).max(MOST_CONTROLS),
  // Every control may be wired to all visuals, and to all other controls.
  wires: z.array(wireSchema).max(MOST_CONTROLS * (MOST_VISUALS + MOST_CONTROLS)),
  zones: z.array(zoneSchema).max(50).default([]),
  colours: coloursSchema
    .default({ measures: {}, values: {} })
    .describe('Colours that hold all over the dashboard'),
  showZones: z.boolean().default(false).describe('Whether readers see the outlines of zones'),
  selections: z
    .array(shippedSelectionSchema)
    .max(MOST_SELECTIONS)
    .optional()
    .describe('Selections that readers find with the dashboard'),
  pages: z
    .array(pageSchema)
    .max(MOST_PAGES)
    .optional()
    .describe('Pages in their order; without any there is one that has no name'),
  designWidth: z
    .literal(DESIGN_WIDTHS)
    .optional()
    .describe('Width in pixels of the window that the dashboard is laid out for; 1280 if absent'),
  tags: z
    .array(z.string().trim().min(1).max(MOST_TAG_LENGTH))
    .max(MOST_TAGS)
    .optional()
    .describe('Words by which it is found in the list'),
  narrowOrder: z
    .array(id)
    .max(300)
    .optional()
    .describe('On small screens: items in the order in which they stand; others follow in reading order'),
  layout: z.array(placeSchema).max(300),
});

/** The baselines that a visual names. */
const comparedIn = (visual: Visual): readonly string[] =>
  'compare' in visual ? (visual.compare?.with ?? []) : [];

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
    if (!seen.has(wire.control)) complain(`There is no item ${wire.control}`, ['wires', i, 'control']);
    if (!seen.has(wire.target)) complain(`There is no item ${wire.target}`, ['wires', i, 'target']);
  });
  document.controls.forEach((control, i) => {
    if (control.reveal && !controls.has(control.reveal.control))
      complain(`There is no control ${control.reveal.control}`, ['controls', i, 'reveal', 'control']);
  });
  const baselines = new Set<string>();
  document.baselines.forEach(({ id }, i) => {
    if (baselines.has(id)) complain(`The id ${id} is used twice`, ['baselines', i, 'id']);
    baselines.add(id);
  });
  document.visuals.forEach((visual, i) =>
    comparedIn(visual).forEach((id, j) => {
      if (!baselines.has(id)) complain(`There is no baseline ${id}`, ['visuals', i, 'compare', 'with', j]);
    }),
  );
  const zoned = new Set<string>();
  document.zones.forEach((zone, i) =>
    zone.items.forEach((item, j) => {
      if (!seen.has(item)) complain(`There is no item ${item}`, ['zones', i, 'items', j]);
      if (zoned.has(item)) complain(`The item ${item} is in two zones`, ['zones', i, 'items', j]);
      zoned.add(item);
    }),
  );
  const pages = new Set<string>();
  (document.pages ?? []).forEach((page, i) => {
    if (pages.has(page.id)) complain(`The id ${page.id} is used twice`, ['pages', i, 'id']);
    pages.add(page.id);
  });
  (document.narrowOrder ?? []).forEach((item, i) => {
    if (!seen.has(item)) complain(`There is no item ${item}`, ['narrowOrder', i]);
  });
  document.layout.forEach((place, i) => {
    if (!seen.has(place.item)) complain(`There is no item ${place.item}`, ['layout', i, 'item']);
    if (place.page != null && !pages.has(place.page))
      complain(`There is no page ${place.page}`, ['layout', i, 'page']);
    if (place.page === null && seen.has(place.item) && !controls.has(place.item))
      complain('Only controls stand on every page', ['layout', i, 'page']);
    if (place.x + place.w > GRID_COLUMNS) complain('The item reaches beyond the grid', ['layout', i, 'w']);
  });
});
export type DashboardDocument = z.infer<typeof documentSchema>;

/** A document of any version, which becomes one of the newest. */
export const anyDocumentSchema = z.preprocess(newestForm, documentSchema);

/** The JSON Schema of a dashboard document (draft 2020-12). */
export function documentJsonSchema(): object {
  return { title: 'Dathen dashboard document', ...z.toJSONSchema(base, { io: 'input' }) };
}

/** A new dashboard without any item. */
export function emptyDocument(name: string): DashboardDocument {
  return {
    version: NEWEST_VERSION,
    title: name,
    timeZone: 'UTC',
    anchor: 'today',
    hold: false,
    baselines: [...FIRST_BASELINES],
    visuals: [],
    controls: [],
    wires: [],
    zones: [],
    showZones: false,
    colours: { measures: {}, values: {} },
    layout: [],
  };
}

/** Reads a stored or imported document of any version; problems are sentences that name the place. */
export function readDocument(
  input: unknown,
): { ok: true; document: DashboardDocument } | { ok: false; problems: string[] } {
  const result = documentSchema.safeParse(newestForm(input));
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
  return item.kind in CONTROL_KINDS;
}
