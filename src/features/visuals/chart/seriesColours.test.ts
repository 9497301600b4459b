/** Colours of series and places: given ones hold, the others follow their order. */
import { TEST_MODEL } from '../../../core/model/testing';
import { withMeasureColour, withValueColour } from '../../../core/dashboard/document/colours';
import { documentSchema, type DashboardDocument } from '../../../core/dashboard/document/document';
import { shownMeasure } from '../../../core/dashboard/document/kinds/measured';
import { bar, line } from '../../../core/dashboard/document/testing';
import type { Chart } from '../../../core/dashboard/document/visuals';
import type { ChartAnswer, SeriesAnswer } from '../../../core/dashboard/turn/answer';
import { documentOf } from '../../../core/dashboard/wiring/testing';
import { drawnSeries, partsByColour } from './chartLayout';
import { coloursInOrder, givenColours } from './seriesColours';

const route = { dataset: 'trips', column: 'route' };
const series = (more: Partial<SeriesAnswer>): SeriesAnswer => ({
  name: '',
  measure: 0,
  values: [1, 2, 3],
  axis: 'left',
  provisionalFrom: null,
  ...more,
});
const answerOf = (list: SeriesAnswer[], categories: ChartAnswer['categories'] = null) =>
  ({ kind: 'chart', buckets: null, categories, series: list }) as unknown as ChartAnswer;
const { measures: known } = TEST_MODEL.datasets[0]!;
const coloursOf = (document: DashboardDocument, visual: Chart, answer: ChartAnswer) =>
  drawnSeries(
    visual,
    answer,
    visual.measures.map(() => known[0]!),
    givenColours(document, TEST_MODEL, visual, answer),
  ).map(({ colour }) => colour.replace(/^var\(--dathen-palette-series-(.)\)$/, '$1'));

test('what has no colour of its own takes the next that nobody has', () => {
  expect(coloursInOrder([undefined, undefined]).map(({ colour }) => colour)).toEqual(['a', 'b']);
  expect(coloursInOrder([undefined, 'a', undefined]).map(({ colour }) => colour)).toEqual(['b', 'a', 'c']);
  const many = coloursInOrder(Array.from({ length: 9 }, () => undefined));
  expect(many.map(({ turn }) => turn)).toEqual([0, 0, 0, 0, 0, 0, 0, 1, 1]);
});

test('a measure has its colour on every chart', () => {
  const base = documentOf(line('sea'));
  const document = withMeasureColour(base, { dataset: 'trips', measure: 'fare' }, 'c');
  const both = {
    ...line('sea'),
    measures: [shownMeasure('trips', 'seats'), shownMeasure('trips', 'fare')],
  } as Chart;
  const answer = answerOf([series({}), series({ measure: 1 })]);
  expect(coloursOf(document, both, answer)).toEqual(['a', 'c']);
  expect(coloursOf(document, line('other', 'fare') as Chart, answerOf([series({})]))).toEqual(['c']);
  expect(documentSchema.parse(document)).toEqual(document);
  expect(withMeasureColour(document, { dataset: 'trips', measure: 'fare' }, null)).toEqual(base);
});

test('a value has its colour as a series and as a place, blanks too; all others have none', () => {
  const base = documentOf(line('sea'));
  const document = withValueColour(
    withValueColour(base, TEST_MODEL, route, 'Veldry', 'd'),
    TEST_MODEL,
    route,
    null,
    'e',
  );
  const split = { ...line('sea'), split: route } as Chart;
  const list = [
    series({ value: 'Tamsel' }),
    series({ value: 'Veldry' }),
    series({ value: null }),
    series({ others: 3 }),
  ];
  expect(coloursOf(document, split, answerOf(list))).toEqual(['a', 'd', 'e', 'b']);
  const given = givenColours(
    document,
    TEST_MODEL,
    bar('ports') as Chart,
    answerOf([series({})], ['Tamsel', 'Veldry', { others: 2 }]),
  );
  expect(given.places).toEqual([undefined, 'd', undefined]);
  expect(documentSchema.parse(document)).toEqual(document);
  const none = withValueColour(
    withValueColour(document, TEST_MODEL, route, 'Veldry', null),
    TEST_MODEL,
    route,
    null,
    null,
  );
  expect(none.colours).toEqual(base.colours);
});

test('of a shared dimension every column knows it', () => {
  const members = [route, { dataset: 'fuel', column: 'port' }];
  const model = { ...TEST_MODEL, shared: [{ key: 's', name: 'Place', members, spellings: {} }] };
  const document = withValueColour(documentOf(line('sea')), model, members[1]!, 'Veldry', 'f');
  const split = { ...line('sea'), split: route } as Chart;
  const given = givenColours(document, model, split, answerOf([series({ value: 'Veldry' })]));
  expect(given.series(series({ value: 'Veldry' }))).toBe('f');
});

test('bars are parted by the colours of their places, each value in one part', () => {
  const parts = partsByColour({ colour: 'x', placeColours: [undefined, 'y', undefined] }, [1, 2, 3]);
  expect(parts.map(({ colour, values }) => [colour, values])).toEqual([
    ['x', [1, null, 3]],
    ['y', [null, 2, null]],
  ]);
  expect(partsByColour({ colour: 'x', placeColours: null }, [1])).toHaveLength(1);
});
