/** Copies of items: their ids, places and wires, here and in another dashboard. */
import { TEST_MODEL } from '../../model/testing';
import type { Control } from '../document/controls';
import { documentSchema, emptyDocument, type Place } from '../document/document';
import { bar, line, slicer, timeline } from '../document/testing';
import { copiedItems, copiedItemsSchema, withCopies } from './copies';
import { documentOf } from './testing';
import { freePlace } from '../document/freePlace';
import { withNewItem } from './wires';

const shownWith = { ...timeline('span'), reveal: { control: 'route', values: ['Veldry'] } } as Control;
const BASE = documentOf(line('sea'), bar('ports'), slicer('route'), shownWith);
const off = (control: string, target: string) => ({
  ...BASE,
  wires: BASE.wires.map((wire) =>
    wire.control === control && wire.target === target ? { ...wire, on: false } : wire,
  ),
});
const wiresOf = (document: typeof BASE, id: string) =>
  document.wires.filter((wire) => wire.control === id || wire.target === id);

test('a duplicate is wired as its original, lies beside it, and all stays valid', () => {
  const document = off('route', 'sea');
  const { document: next, ids } = withCopies(document, TEST_MODEL, copiedItems(document, ['sea']));
  expect(ids).toEqual(['line1']);
  expect(next.visuals.at(-1)).toEqual({ ...line('sea'), id: 'line1' });
  expect(wiresOf(next, 'line1')).toEqual(
    wiresOf(document, 'sea').map((wire) => ({ ...wire, target: 'line1' })),
  );
  expect(wiresOf(next, 'line1').some((wire) => !wire.on)).toBe(true);
  expect(documentSchema.parse(next)).toEqual(next);
  const place = (id: string): Place => next.layout.find((entry) => entry.item === id)!;
  expect(place('line1')).toMatchObject({ w: place('sea').w, h: place('sea').h });
});

test('of several, copies act on copies as originals on originals', () => {
  const { document, ids } = withCopies(BASE, TEST_MODEL, copiedItems(BASE, ['sea', 'route']));
  const [sea, route] = ids;
  const pairs = document.wires.map((wire) => `${wire.control} ${wire.target}`);
  expect(pairs).toContain(`${route} ${sea}`);
  expect(new Set(pairs).size).toBe(pairs.length);
  expect(documentSchema.parse(document)).toEqual(document);
});

test('a rule names the copy of what it named, or what is there, and goes where neither is', () => {
  const reveals = (ids: string[], into = BASE) => {
    const made = withCopies(into, TEST_MODEL, copiedItems(BASE, ids));
    return made.document.controls.find((entry) => entry.id === made.ids.at(-1))!.reveal;
  };
  expect(reveals(['route', 'span'])).toEqual({ control: 'slicer1', values: ['Veldry'] });
  expect(reveals(['span'])).toEqual({ control: 'route', values: ['Veldry'] });
  expect(reveals(['span'], emptyDocument('Other'))).toBeNull();
});

test('in another dashboard copies keep the wires between them, and wire themselves to what is there', () => {
  const copied = copiedItemsSchema.parse(
    JSON.parse(JSON.stringify(copiedItems(off('route', 'sea'), ['sea', 'route']))),
  );
  const other = documentOf(bar('quays'), slicer('kinds', 'channel'));
  const { document, ids } = withCopies(other, TEST_MODEL, copied);
  const [sea, route] = ids;
  const isOn = (control: string, target: string) =>
    document.wires.find((wire) => wire.control === control && wire.target === target)?.on;
  expect(isOn(route!, sea!)).toBe(false);
  expect(isOn(route!, 'quays')).toBe(true);
  expect(isOn('kinds', sea!)).toBe(true);
  expect(documentSchema.parse(document)).toEqual(document);
});

test('ids that are taken are not given again', () => {
  const once = withCopies(BASE, TEST_MODEL, copiedItems(BASE, ['sea'])).document;
  expect(withCopies(once, TEST_MODEL, copiedItems(once, ['sea', 'line1'])).ids).toEqual(['line2', 'line3']);
});

describe('a new item', () => {
  const at = (item: string, x: number, y: number, w = 8, h = 8): Place => ({ item, x, y, w, h });
  const placed = { ...BASE, layout: [at('sea', 0, 0, 24, 10), at('ports', 0, 40), at('route', 8, 40)] };

  test('lies in the free place nearest to the chosen one', () => {
    const size = { w: 8, h: 8 };
    expect(freePlace(placed, bar('new'), { beside: 'route', size })).toMatchObject({ x: 16, y: 40 });
    expect(freePlace(placed, bar('new'), { beside: 'sea', size })).toMatchObject({ x: 0, y: 10 });
    expect(freePlace(placed, bar('new'), { beside: null, size })).toMatchObject({ x: 0, y: 10 });
    const full = { ...placed, layout: [at('sea', 0, 0, 24, 10)] };
    expect(freePlace(full, bar('new'), { beside: 'sea', size })).toMatchObject({ x: 0, y: 10 });
  });

  test('joins the zone of the chosen one', () => {
    const zoned = { ...placed, zones: [{ id: 'zone1', name: 'West', items: ['route'] }] };
    expect(withNewItem(zoned, TEST_MODEL, bar('new'), 'route').zones[0]!.items).toEqual(['route', 'new']);
  });
});
