/** Which cubes a dashboard needs: one for each dataset and date role, with the columns in use. */
import type { CubeShape } from '../../cube/cube';
import { conditionKey } from '../../cube/rowCondition';
import { columnIn } from '../../model/dimension';
import { actsOf, kindOf, type Control } from '../document/controls';
import type { DashboardDocument } from '../document/document';
import { withAllOffered } from '../reader/chosen';
import { designOf, type Design } from '../wiring/design';
import { numbersFor } from '../../model/figures';
import { columnOf, datasetOf, isCategory, spellingsOf, type Measure, type Model } from '../../model/model';
import { isPickSource, pickDimensions } from '../reader/pick';
import { readCondition } from '../reader/conditions';
import { columnsIn } from '../../condition/print';
import { partsOf, type BasePart } from '../wiring/uses';
import { dimensionsOf, measuresOf, type Visual } from '../document/visuals';

/** The shapes that are being put together, by dataset and date role. */
class Shapes {
  private readonly byPlace = new Map<string, CubeShape>();

  constructor(private readonly model: Model) {}

  /** The shape of a dataset by a date role; undefined where it has no cubes. */
  of(dataset: string, day: string): CubeShape | undefined {
    const owner = datasetOf(this.model, dataset);
    if (!owner || owner.live) return undefined;
    const place = `${dataset}|${day}`;
    const shape = this.byPlace.get(place) ?? emptyShape(dataset, owner.load, day);
    this.byPlace.set(place, shape);
    return shape;
  }

  /** The shape that a part of a measure is answered from, with what it asks for. */
  withPart(part: BasePart): CubeShape | undefined {
    const shape = this.of(part.dataset, part.role);
    if (shape) addMeasure(shape, this.model, part);
    return shape;
  }

  get all(): CubeShape[] {
    return [...this.byPlace.values()];
  }
}

/** Days of other roles, and columns, by which wires act on what an item uses. */
function addWires(shapes: Shapes, { document, uses }: Design, item: Visual | Control) {
  for (const use of uses(item)) {
    const shape = shapes.of(use.dataset, use.role);
    if (!shape) continue;
    for (const wire of document.wires) {
      if (wire.target !== item.id || !wire.on) continue;
      const other = wire.roles[use.dataset];
      if (other !== undefined && other !== use.role) addOnce(shape.otherDays, other);
      const column = wire.columns?.[use.dataset];
      if (column !== undefined) addOnce(shape.categories, column);
    }
  }
}

/** What coverage that an item shows is worked out from. */
function addCoverage(shapes: Shapes, design: Design, item: Visual | Control) {
  for (const { dataset, role, measure } of design.coverageUses(item)) {
    const shape = shapes.of(dataset, role);
    if (shape && measure) addCondition(shape, measure);
  }
}

/** The measures of a visual by its dimensions. */
function addVisual(shapes: Shapes, model: Model, visual: Visual) {
  for (const part of measuresOf(visual).flatMap((shown) => partsOf(model, shown) ?? [])) {
    const shape = shapes.withPart(part);
    for (const dimension of dimensionsOf(visual)) {
      const column = columnIn(model, dimension, part.dataset);
      if (shape && column !== undefined) addOnce(shape.categories, column);
    }
  }
}

/** The later days by which an as-of control hides what was not known yet. */
function addLater(shapes: readonly CubeShape[], control: Control) {
  if (control.kind !== 'asof') return;
  for (const shape of shapes)
    for (const { dataset, role } of control.later)
      if (dataset === shape.dataset && role !== shape.day) addOnce(shape.otherDays, role);
}

/** The shapes of the cubes from which every turn of a dashboard can be answered. Live datasets have none. */
export function cubeShapesFor(given: Design): CubeShape[] {
  const offered = withAllOffered(given.document);
  const design = offered === given.document ? given : designOf(offered, given.model);
  const { document, model } = design;
  const shapes = new Shapes(model);
  const items = [...document.visuals, ...document.controls];
  for (const item of items) addWires(shapes, design, item);
  for (const item of items) addCoverage(shapes, design, item);
  for (const visual of document.visuals) addVisual(shapes, model, visual);
  for (const control of document.controls) {
    const shown = kindOf(control).measure?.(control);
    if (shown) for (const part of partsOf(model, shown) ?? []) shapes.withPart(part);
  }
  for (const control of document.controls) addLater(shapes.all, control);
  for (const shape of shapes.all) finish(shape, document, model);
  return shapes.all;
}

const emptyShape = (dataset: string, load: number, day: string): CubeShape => ({
  dataset,
  load,
  day,
  otherDays: [],
  categories: [],
  conditions: [],
  numbers: [],
  spellings: {},
});

/** Adds what every slicer and every choice of marks may ask, and puts columns in an order that does not depend on the document's. */
function finish(shape: CubeShape, document: DashboardDocument, model: Model) {
  for (const control of document.controls) {
    const acts = actsOf(control);
    for (const dimension of acts.by === 'dimensions' ? acts.levels : []) {
      const column = columnIn(model, dimension, shape.dataset);
      if (column !== undefined) addOnce(shape.categories, column);
    }
    const conditions = kindOf(control).conditions?.(control, model);
    if (conditions?.dataset === shape.dataset) addConditions(shape, model, conditions.texts);
    const bounds = kindOf(control).bounds?.(control);
    if (bounds?.dataset === shape.dataset) addBounds(shape, model, bounds.column);
  }
  for (const dimension of document.visuals.filter(isPickSource).flatMap(pickDimensions)) {
    const column = columnIn(model, dimension, shape.dataset);
    if (column !== undefined) addOnce(shape.categories, column);
  }
  shape.categories = shape.categories.filter((column) => isCategory(model, shape.dataset, column)).sort();
  shape.otherDays.sort();
  shape.conditions.sort((a, b) => (conditionKey(a) < conditionKey(b) ? -1 : 1));
  shape.numbers.sort((a, b) => (a.column < b.column ? -1 : 1));
  for (const column of shape.categories) {
    const spellings = spellingsOf(model, shape.dataset, column);
    if (spellings) shape.spellings[column] = { ...spellings };
  }
}

/**
 * What a cube needs for conditions: the categories and dates that they are about, by which its cells are asked. A
 * condition on numbers is left to the database.
 */
function addConditions(shape: CubeShape, model: Model, texts: readonly string[]) {
  for (const text of texts) {
    const read = readCondition(model, shape.dataset, text);
    if (!read.ok) continue;
    for (const column of columnsIn(read.value)) {
      const type = columnOf(model, shape.dataset, column)?.type;
      if (isCategory(model, shape.dataset, column)) addOnce(shape.categories, column);
      const isDate = type === 'day' || type === 'timestamp';
      if (isDate && column !== shape.day) addOnce(shape.otherDays, column);
    }
  }
}

/** The extremes of a number that readers choose a range of. */
function addBounds(shape: CubeShape, model: Model, column: string) {
  const found = columnOf(model, shape.dataset, column);
  if (found?.type !== 'whole' && found?.type !== 'decimal') return;
  const known = shape.numbers.find((entry) => entry.column === column);
  if (known) known.extremes = true;
  else shape.numbers.push({ column, scale: found.scale, extremes: true });
}

function addOnce(list: string[], entry: string) {
  if (!list.includes(entry)) list.push(entry);
}

/** The rows that count for a measure. */
function addCondition(shape: CubeShape, { condition }: Measure) {
  if (condition && !shape.conditions.some((known) => conditionKey(known) === conditionKey(condition)))
    shape.conditions.push(condition);
}

function addMeasure(shape: CubeShape, model: Model, { dataset, measure }: BasePart) {
  addCondition(shape, measure);
  for (const { column, scale, extremes, distinct } of numbersFor(model, dataset, measure)) {
    // Distinct values are counted by the database, and texts and dates have no place among a cube's numbers.
    const type = columnOf(model, dataset, column)?.type;
    if (distinct || (type !== 'whole' && type !== 'decimal')) continue;
    const known = shape.numbers.find((entry) => entry.column === column);
    if (known) known.extremes ||= extremes;
    else shape.numbers.push({ column, scale, extremes });
  }
}
