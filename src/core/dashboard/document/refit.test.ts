/** What a visual keeps when its measures change. */
import { TEST_MODEL } from '../../model/testing';
import type { Model } from '../../model/model';
import { shownMeasure } from './kinds/measured';
import { canGoAlong, withMeasures } from './refit';
import { bar, line } from './testing';
import { newPart } from './parts';
import { emptyDocument } from './document';
import type { Chart, Crosstab, MeasuredVisual } from './visuals';

const [trips, fuel] = TEST_MODEL.datasets;
const model: Model = {
  ...TEST_MODEL,
  datasets: [trips!, { ...fuel!, roles: trips!.roles, measures: [trips!.measures[0]!] }],
};
const route = { dataset: 'trips', column: 'route' };
const channel = { dataset: 'trips', column: 'channel' };
const port = { dataset: 'fuel', column: 'port' };
const weekday = { attribute: 'weekday' } as const;
const ofTrips = [shownMeasure('trips', 'rows')];
const ofFuel = [shownMeasure('fuel', 'rows')];

test('measures go along columns of their dataset, shared ones, and the almanac', () => {
  expect(canGoAlong(model, ofTrips, route)).toBe(true);
  expect(canGoAlong(model, ofFuel, route)).toBe(false);
  expect(canGoAlong(model, [...ofTrips, ...ofFuel], route)).toBe(false);
  expect(canGoAlong(model, [...ofTrips, ...ofFuel], weekday)).toBe(true);
  const members = [route, port];
  const shared = { ...model, shared: [{ key: 's', name: 'Place', members, spellings: {} }] };
  expect(canGoAlong(shared, [...ofTrips, ...ofFuel], route)).toBe(true);
});

test('another measure of the dataset keeps everything', () => {
  const chart = { ...bar('b'), split: channel } as Chart;
  const other = [shownMeasure('trips', 'fare')];
  expect(withMeasures(chart, other, model)).toEqual({ ...chart, measures: other });
});

test('of another dataset keeps what fits; a bar goes along something of that one', () => {
  const chart = { ...bar('b'), split: weekday } as Chart;
  expect(withMeasures(chart, ofFuel, model)).toMatchObject({ across: port, split: weekday });
  const lined = { ...line('l'), split: channel } as Chart;
  expect(withMeasures(lined, ofFuel, model)).toMatchObject({ across: null, split: null });
});

test('a split that would go along the very same is dropped', () => {
  const chart = { ...bar('b'), split: port } as unknown as Chart;
  expect(withMeasures(chart, ofFuel, model)).toMatchObject({ across: port, split: null });
});

test('a crosstab keeps the rows that fit, and always one', () => {
  const table = newPart(emptyDocument('T'), model, 'crosstab') as Crosstab;
  const rows = { ...table, rows: [route, weekday] } as Crosstab & MeasuredVisual;
  expect(withMeasures(rows, ofFuel, model).rows).toEqual([weekday]);
  expect(withMeasures({ ...rows, rows: [route] }, ofFuel, model).rows).toEqual([port]);
});
