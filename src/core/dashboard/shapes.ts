/** Which cubes a dashboard needs: one for each dataset and date role, with the columns in use. */
import type { CubeShape } from '../cube/cube';
import type { DashboardDocument } from './document';
import { numbersFor } from './figures';
import { datasetOf, measureOf, type Model } from './model';
import { isCategory } from './selection';
import { datasetUses } from './wiring';

/** The shapes of the cubes from which every turn of a dashboard can be answered. */
export function cubeShapesFor(document: DashboardDocument, model: Model): CubeShape[] {
  const shapes = new Map<string, CubeShape>();
  const shapeOf = (dataset: string, day: string): CubeShape | undefined => {
    const load = datasetOf(model, dataset)?.load;
    if (load === undefined) return undefined;
    const place = `${dataset}|${day}`;
    const shape = shapes.get(place) ?? { dataset, load, day, otherDays: [], categories: [], numbers: [] };
    shapes.set(place, shape);
    return shape;
  };
  for (const item of [...document.visuals, ...document.controls]) {
    for (const use of datasetUses(document, model, item)) {
      const shape = shapeOf(use.dataset, use.role);
      if (!shape) continue;
      for (const wire of document.wires) {
        const other = wire.target === item.id && wire.on ? wire.roles[use.dataset] : undefined;
        if (other !== undefined && other !== use.role) addOnce(shape.otherDays, other);
      }
      if (item.kind === 'line' || item.kind === 'bar') addNumbers(shape, model, item.measure.measure);
      if (item.kind === 'bar') addOnce(shape.categories, item.category);
    }
  }
  for (const control of document.controls) {
    const shown =
      control.kind === 'range' ? control.measure : control.kind === 'calendar' ? control.tint : null;
    const measure = shown && measureOf(model, shown.dataset, shown.measure);
    const shape = measure && shapeOf(shown.dataset, measure.role);
    if (shape) addNumbers(shape, model, measure.key);
  }
  for (const shape of shapes.values()) {
    for (const control of document.controls) {
      if (control.kind === 'slicer' && control.dataset === shape.dataset)
        addOnce(shape.categories, control.column);
    }
    shape.categories = shape.categories.filter((column) => isCategory(model, shape.dataset, column)).sort();
    shape.otherDays.sort();
    shape.numbers.sort((a, b) => (a.column < b.column ? -1 : 1));
  }
  return [...shapes.values()];
}

function addOnce(list: string[], entry: string) {
  if (!list.includes(entry)) list.push(entry);
}

function addNumbers(shape: CubeShape, model: Model, measureKey: string) {
  const measure = measureOf(model, shape.dataset, measureKey);
  if (!measure) return;
  for (const wanted of numbersFor(model, shape.dataset, measure)) {
    const known = shape.numbers.find((entry) => entry.column === wanted.column);
    if (known) known.extremes ||= wanted.extremes;
    else shape.numbers.push({ ...wanted });
  }
}
