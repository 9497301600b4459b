/** What differs between two forms of a dashboard, in words. */
import { TEST_MODEL } from '../../model/testing';
import type { Control, DashboardDocument } from '../document/document';
import { withItem, withoutItem, withPlaces } from '../document/edit';
import { withItemsOn } from '../document/freePlace';
import { withNewPage, withPageName } from '../document/pages';
import { bar, line, slicer, timeline } from '../document/testing';
import { documentOf } from '../wiring/testing';
import { switchWires, withNewItem } from '../wiring/wires';
import { documentChanges } from './changes';

const BASE = documentOf(
  { ...line('sea'), title: 'Sea' },
  { ...timeline('span'), title: 'Days' },
  { ...slicer('route'), title: 'Route' },
);
const changes = (after: DashboardDocument, before = BASE) => documentChanges(before, after, TEST_MODEL);

test('nothing is said where nothing differs', () => {
  expect(changes(BASE)).toEqual([]);
  expect(changes(JSON.parse(JSON.stringify(BASE)) as DashboardDocument)).toEqual([]);
});

test.each<[string, () => DashboardDocument, string[]]>([
  ['a title', () => ({ ...BASE, title: 'Harbour' }), [`Title: “${BASE.title}” became “Harbour”.`]],
  [
    'an item that is new',
    () => ({ ...withNewItem(BASE, TEST_MODEL, bar('ports')), wires: BASE.wires }),
    ['Added: bar “Seats by route”.'],
  ],
  ['an item that is gone, without its wires', () => withoutItem(BASE, 'route'), ['Removed: slicer “Route”.']],
  [
    'settings',
    () => withItem(BASE, { ...BASE.controls[0]!, default: 'last month', anchor: 'latest' } as Control),
    ['“Days”: other default, anchor.'],
  ],
  ['a page more', () => withNewPage(BASE).document, ['Page added: “Page 2”.']],
  [
    'a page’s name',
    () => withPageName(withNewPage(BASE).document, 'page2', 'Fleet'),
    ['Page added: “Fleet”.'],
  ],
  [
    'an item on another page',
    () => withItemsOn(withNewPage(BASE).document, ['sea'], 'page2'),
    ['Moved or resized: “Sea”.', 'Page added: “Page 2”.'],
  ],
  [
    'the order on small screens',
    () => ({ ...BASE, narrowOrder: [BASE.layout[0]!.item] }),
    ['Another order on small screens.'],
  ],
  ['a place', () => withPlaces(BASE, [{ ...BASE.layout[0]!, w: 3 }]), ['Moved or resized: “Sea”.']],
  [
    'a wire that is off',
    () => ({ ...BASE, wires: switchWires(BASE, TEST_MODEL, [{ control: 'span', target: 'sea' }], false) }),
    ['Unwired: “Days” → “Sea”.'],
  ],
  [
    'a wire by another day',
    () => ({
      ...BASE,
      wires: BASE.wires.map((wire) =>
        wire.control === 'span' && wire.target === 'sea' ? { ...wire, roles: { trips: 'other' } } : wire,
      ),
    }),
    ['Another route: “Days” → “Sea”.'],
  ],
  ['what rolling periods count from', () => ({ ...BASE, anchor: 'latest' }), ['Dashboard: other anchor.']],
  ['zones', () => ({ ...BASE, zones: [{ id: 'zone1', name: 'West', items: ['sea'] }] }), ['Other zones.']],
])('%s', (_, after, words) => {
  expect(changes(after())).toEqual(words);
});

test('the way back says the reverse, and many are counted', () => {
  const off = {
    ...BASE,
    wires: switchWires(BASE, TEST_MODEL, [{ control: 'span', target: 'sea' }], false),
  };
  expect(changes(BASE, off)).toEqual(['Wired: “Days” → “Sea”.']);
  const many = { ...BASE, layout: BASE.layout.map((place) => ({ ...place, y: place.y + 1 })) };
  expect(changes(many)[0]).toMatch(/^Moved or resized: “/);
});
