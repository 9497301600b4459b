import fc from 'fast-check';
import { documentOf } from './testing';
import { withNewItem } from './wires';
import { TEST_MODEL } from '../../model/testing';
import { documentSchema, type DashboardDocument, type Place } from '../document/document';
import { freePlace, withItemsOn } from '../document/freePlace';
import { inNarrowOrder, withNarrowStep } from '../document/narrowOrder';
import {
  isSeenOn,
  pageCalled,
  pageNameOf,
  pageOf,
  pagesOf,
  placesOn,
  placesWithBand,
  withNewPage,
  withoutPage,
  withPageMoved,
  withPageName,
} from '../document/pages';
import { bar, line, slicer, table, timeline } from '../document/testing';

const ONE = documentOf(line('sea'), bar('ports'), timeline('span'), slicer('route'));
const TWO = withItemsOn(withNewPage(ONE).document, ['ports'], 'page2');

const pageOfEach = (document: DashboardDocument) =>
  Object.fromEntries(
    document.layout.map(({ item }) => {
      const page = pageOf(document, item);
      return [item, page === undefined ? pagesOf(document)[0].id : page];
    }),
  );
const overlap = (a: Place, b: Place) =>
  a.x < b.x + b.w && b.x < a.x + a.w && a.y < b.y + b.h && b.y < a.y + a.h;

/** What no edit of pages may break. */
function expectSound(document: DashboardDocument) {
  expect(documentSchema.safeParse(document).error).toBeUndefined();
  for (const page of [null, ...pagesOf(document).map(({ id }) => id)]) {
    const places = placesOn(document, page);
    places.forEach((a, i) => expect(places.slice(i + 1).filter((b) => overlap(a, b))).toEqual([]));
  }
}

describe('a dashboard without pages', () => {
  test('has one, which holds everything and is not named', () => {
    expect(pagesOf(ONE)).toHaveLength(1);
    expect(placesOn(ONE, pagesOf(ONE)[0].id)).toEqual(ONE.layout);
    expect(pageOf(ONE, 'sea')).toBeUndefined();
    expect(pageNameOf(ONE, 'sea')).toBeUndefined();
    expect(isSeenOn(ONE, 'sea', 'page1')).toBe(true);
  });

  test('keeps what it has on the first page when another is added', () => {
    const { document, id } = withNewPage(ONE);
    expect(pagesOf(document).map(({ name }) => name)).toEqual(['Page 1', 'Page 2']);
    expect(placesOn(document, id)).toEqual([]);
    expect(placesOn(document, 'page1')).toHaveLength(ONE.layout.length);
    expectSound(document);
  });

  test('can still hold a control in view all the time', () => {
    const document = withItemsOn(ONE, ['span'], null);
    expect(placesOn(document, null).map(({ item }) => item)).toEqual(['span']);
    expect(placesOn(document, 'page1')).toHaveLength(ONE.layout.length - 1);
    expectSound(document);
    expect(placesOn(withItemsOn(document, ['span'], 'page1'), null)).toEqual([]);
  });
});

describe('pages', () => {
  test('an unknown one gives way to the first', () => {
    expect(pageCalled(TWO, 'page2').name).toBe('Page 2');
    expect(pageCalled(TWO, 'gone').name).toBe('Page 1');
    expect(pageCalled(TWO, null).name).toBe('Page 1');
  });

  test('what stands on every page is seen on each, above the page’s own items', () => {
    const document = withItemsOn(TWO, ['span'], null);
    expect(isSeenOn(document, 'span', 'page1') && isSeenOn(document, 'span', 'page2')).toBe(true);
    expect(isSeenOn(document, 'ports', 'page1')).toBe(false);
    const [band, ...rest] = placesWithBand(document, 'page2');
    expect(band!.item).toBe('span');
    expect(rest.map(({ y }) => y)).toEqual([band!.h]);
    expect([pageNameOf(document, 'span'), pageNameOf(document, 'ports')]).toEqual(['every page', 'Page 2']);
  });

  test('a name is changed; removing a page removes what lies on it, wires too, and the last page stays', () => {
    expect(pageCalled(withPageName(TWO, 'page2', 'Fleet'), 'page2').name).toBe('Fleet');
    const less = withoutPage(TWO, 'page2');
    expect(less.visuals.map(({ id }) => id)).toEqual(['sea']);
    expect(less.wires.some((wire) => wire.target === 'ports')).toBe(false);
    expectSound(less);
    expect(withoutPage(less, 'page1')).toBe(less);
    expect(withoutPage(TWO, 'page1').visuals.map(({ id }) => id)).toEqual(['ports']);
  });

  test.each([
    ['a page that is not there', { layout: [{ ...TWO.layout[0]!, page: 'page9' }] }, /no page page9/],
    ['a visual on every page', { layout: [{ ...TWO.layout[0]!, page: null }] }, /Only controls/],
    ['two pages of one id', { pages: [...TWO.pages!, TWO.pages![0]!] }, /used twice/],
    ['an order that names nothing', { narrowOrder: ['nobody'] }, /no item nobody/],
  ])('%s is refused', (_, change, words) => {
    const result = documentSchema.safeParse({ ...TWO, ...change });
    expect(result.error?.issues[0]?.message).toMatch(words);
  });

  test('whatever is done with pages, every item lies where it was put, and nothing overlaps', () => {
    const step = fc.oneof(
      fc.record({ kind: fc.constant('add' as const) }),
      fc.record({ kind: fc.constant('move' as const), page: fc.nat(5), by: fc.integer({ min: -3, max: 3 }) }),
      fc.record({ kind: fc.constant('put' as const), item: fc.nat(3), page: fc.nat(6) }),
    );
    fc.assert(
      fc.property(fc.array(step, { maxLength: 12 }), (steps) => {
        let document = ONE;
        for (const entry of steps) {
          const pages = pagesOf(document);
          const before = pageOfEach(document);
          if (entry.kind === 'add') {
            document = withNewPage(document).document;
            expect(pageOfEach(document)).toEqual(before);
          } else if (entry.kind === 'move') {
            document = withPageMoved(document, pages[entry.page % pages.length]!.id, entry.by);
            expect(pageOfEach(document)).toEqual(before);
          } else {
            const item = document.layout[entry.item]!.item;
            const isControlItem = item === 'span' || item === 'route';
            const page = isControlItem && entry.page === 6 ? null : pages[entry.page % pages.length]!.id;
            document = withItemsOn(document, [item], page);
            expect(placesOn(document, page).map((place) => place.item)).toContain(item);
          }
          expectSound(document);
        }
      }),
    );
  });
});

describe('new items', () => {
  test('lie on the page that is shown, or on that of the item beside which they are put', () => {
    expect(pageOf(withNewItem(TWO, TEST_MODEL, table('list'), null, 'page2'), 'list')).toBe('page2');
    expect(pageOf(withNewItem(TWO, TEST_MODEL, table('list'), 'sea', 'page2'), 'list')).toBe('page1');
    expect(freePlace(ONE, table('list'), { beside: null, page: 'page1' })).not.toHaveProperty('page');
  });

  test('a visual put beside a control of every page lies on the page that is shown', () => {
    const document = withItemsOn(TWO, ['span'], null);
    expect(pageOf(withNewItem(document, TEST_MODEL, table('list'), 'span', 'page2'), 'list')).toBe('page2');
    expect(pageOf(withNewItem(document, TEST_MODEL, slicer('line'), 'span', 'page2'), 'line')).toBeNull();
  });
});

test('on small screens items stand in the designer’s order, and those without one as they are read', () => {
  const names = (document: DashboardDocument) =>
    inNarrowOrder(document, document.layout).map(({ item }) => item);
  expect(names(ONE)).toEqual(['sea', 'ports', 'span', 'route']);
  const later = withNarrowStep(ONE, inNarrowOrder(ONE, ONE.layout), 'sea', 1);
  expect(names(later)).toEqual(['ports', 'sea', 'span', 'route']);
  expect(withNarrowStep(later, inNarrowOrder(later, later.layout), 'ports', -1)).toBe(later);
  expect(names({ ...ONE, narrowOrder: ['route'] })).toEqual(['route', 'sea', 'ports', 'span']);
  expectSound(later);
});
