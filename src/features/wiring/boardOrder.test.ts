import type { DashboardDocument } from '../../core/dashboard/document/document';
import { bar, line, slicer, timeline } from '../../core/dashboard/document/testing';
import { designOf } from '../../core/dashboard/wiring/design';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { TEST_MODEL } from '../../core/model/testing';
import { boardLists, whereOf, type BoardFilter } from './boardOrder';

const plain = documentOf(timeline('span'), slicer('routes'), line('sea'), bar('piers'));
/** Two pages, with a zone of the second visual and the slicer. */
const placed: DashboardDocument = {
  ...plain,
  pages: [
    { id: 'one', name: 'One' },
    { id: 'two', name: 'Two' },
  ],
  layout: plain.layout.map((place) => ({ ...place, page: place.item === 'sea' ? 'two' : 'one' })),
  zones: [{ id: 'z', name: 'Harbour', items: ['piers', 'routes'] }],
};
const ALL: BoardFilter = { search: '', only: {}, zone: '', page: '' };

function shown(document: DashboardDocument, filter: Partial<BoardFilter> = {}) {
  const { controls, targets } = boardLists(designOf(document, TEST_MODEL), { ...ALL, ...filter });
  return [controls.map(({ id }) => id), targets.map(({ id }) => id)];
}

test('controls stand down, visuals and then controls across', () => {
  expect(shown(plain)).toEqual([
    ['span', 'routes'],
    ['sea', 'piers', 'span', 'routes'],
  ]);
});

test('what stands together, stands together: by page, within it by zone, those of none first', () => {
  expect(shown(placed)).toEqual([
    ['span', 'routes'],
    ['piers', 'sea', 'span', 'routes'],
  ]);
});

test('a search for a control keeps every column, one for a visual every row; nothing found shows all', () => {
  const titled = {
    ...plain,
    visuals: plain.visuals.map((visual) => ({ ...visual, title: `Of ${visual.id}` })),
  };
  expect(shown(titled, { search: ' OF SEA' })).toEqual([['span', 'routes'], ['sea']]);
  expect(shown(titled, { search: 'no such' })).toEqual(shown(titled));
});

test('one control and one target alone', () => {
  expect(shown(plain, { only: { control: 'routes', target: 'sea' } })).toEqual([['routes'], ['sea']]);
});

test('a zone, and a page with what is seen on it', () => {
  expect(shown(placed, { zone: 'z' })).toEqual([['routes'], ['piers', 'routes']]);
  expect(shown(placed, { page: 'two' })[1]).toEqual(['sea']);
  expect(shown(placed, { page: 'one' })[1]).toEqual(['piers', 'span', 'routes']);
});

test('where an item stands is told by page and zone; nothing where there is one page and no zone', () => {
  expect(whereOf(placed, 'piers')).toBe('One · Harbour');
  expect(whereOf(placed, 'sea')).toBe('Two');
  expect(whereOf(plain, 'sea')).toBeUndefined();
});
