/** Which cubes a dashboard needs: one for each dataset and date role, with the columns in use. */
import type { CubeShape } from '../../cube/cube';
import { conditionKey } from '../../cube/rowCondition';
import { columnIn } from '../../model/dimension';
import { actsOf, kindOf } from '../document/controls';
import type { DashboardDocument } from '../document/document';
import { withAllOffered } from '../reader/chosen';
import { designOf, type Design } from '../wiring/design';
import { numbersFor } from '../../model/figures';
import { columnOf, datasetOf, isCategory, spellingsOf, type Measure, type Model } from '../../model/model';
import { isPickSource, pickDimensions } from '../reader/pick';
import { readCondition } from '../reader/conditions';
import { columnsIn } from '../../condition/print';
import { partsOf, type BasePart } from '../wiring/uses';
import { dimensionsOf, measuresOf } from '../document/visuals';

/** The shapes of the cubes from which every turn of a dashboard can be answered. Live datasets have none. */
export function cubeShapesFor(given: Design): CubeShape[] {
  const offered = withAllOffered(given.document);
  const design = offered === given.document ? given : designOf(offered, given.model);
  const { document, model } = design;
  const shapes = new Map<string, CubeShape>();
  const shapeOf = (dataset: string, day: string): CubeShape | undefined => {
    const owner = datasetOf(model, dataset);
    if (!owner || owner.live) return undefined;
    const place = `${dataset}|${day}`;
    const shape = shapes.get(place) ?? emptyShape(dataset, owner.load, day);
    shapes.set(place, shape);
    return shape;
  };
  const addPart = (part: BasePart) => {
    const shape = shapeOf(part.dataset, part.role);
    if (shape) addMeasure(shape, model, part);
    return shape;
  };
  for (const item of [...document.visuals, ...document.controls]) {
    for (const use of design.uses(item)) {
      const shape = shapeOf(use.dataset, use.role);
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
  for (const item of [...document.visuals, ...document.controls]) {
    for (const { dataset, role, measure } of design.coverageUses(item)) {
      const shape = shapeOf(dataset, role);
      if (shape && measure) addCondition(shape, measure);
    }
  }
  for (const visual of document.visuals) {
    for (const part of measuresOf(visual).flatMap((shown) => partsOf(model, shown) ?? [])) {
      const shape = addPart(part);
      for (const dimension of dimensionsOf(visual)) {
        const column = columnIn(model, dimension, part.dataset);
        if (shape && column !== undefined) addOnce(shape.categories, column);
      }
    }
  }
  for (const control of document.controls) {
    const shown = kindOf(control).measure?.(control);
    if (shown) (partsOf(model, shown) ?? []).forEach(addPart);
  }
  for (const control of document.controls) {
    if (control.kind !== 'asof') continue;
    for (const shape of shapes.values())
      for (const { dataset, role } of control.later)
        if (dataset === shape.dataset && role !== shape.day) addOnce(shape.otherDays, role);
  }
  for (const shape of shapes.values()) finish(shape, document, model);
  return [...shapes.values()];
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
