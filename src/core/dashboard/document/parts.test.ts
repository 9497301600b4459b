/** New parts: from the dataset that the dashboard uses, else from the one loaded last. */
import { TEST_MODEL } from '../../model/testing';
import type { Model } from '../../model/model';
import { emptyDocument, type DashboardDocument, type Visual } from './document';
import { shownMeasure } from './kinds/measured';
import { newPart } from './parts';
import { bar, line } from './testing';

const [trips, fuel] = TEST_MODEL.datasets;
const model: Model = {
  ...TEST_MODEL,
  datasets: [trips!, { ...fuel!, load: 9, roles: trips!.roles, measures: trips!.measures.slice(0, 1) }],
};
const datasetOf = (document: DashboardDocument) => {
  const part = newPart(document, model, 'line');
  return part && 'measures' in part ? part.measures[0]!.dataset : undefined;
};
const withVisuals = (...visuals: Visual[]) => ({ ...emptyDocument('T'), visuals });

test('on an empty dashboard the dataset loaded last is taken', () => {
  expect(datasetOf(emptyDocument('T'))).toBe('fuel');
});

test('then the one that the dashboard uses, the one used last first', () => {
  expect(datasetOf(withVisuals(line('sea')))).toBe('trips');
  const ofFuel = { ...line('cost'), measures: [shownMeasure('fuel', 'rows')] } as Visual;
  expect(datasetOf(withVisuals(ofFuel, bar('ports')))).toBe('trips');
  expect(datasetOf(withVisuals(bar('ports'), ofFuel))).toBe('fuel');
});

test('a slicer takes the next category that no slicer has yet, and a value the next free name', () => {
  const first = newPart(withVisuals(line('sea')), TEST_MODEL, 'slicer')!;
  expect(first).toMatchObject({ dimension: { dataset: 'trips', column: 'route' } });
  const second = newPart({ ...withVisuals(line('sea')), controls: [first as never] }, TEST_MODEL, 'slicer');
  expect(second).toMatchObject({ dimension: { dataset: 'trips', column: 'channel' } });
  const value = newPart(emptyDocument('T'), TEST_MODEL, 'value')!;
  expect(value).toMatchObject({ name: 'value' });
  const next = newPart({ ...emptyDocument('T'), controls: [value as never] }, TEST_MODEL, 'value');
  expect(next).toMatchObject({ name: 'value_2' });
});
