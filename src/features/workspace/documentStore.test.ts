import { documentSchema, GRID_COLUMNS } from '../../core/dashboard/document/document';
import { withItem, withoutItem, withPlaces } from '../../core/dashboard/document/edit';
import { newPart, PARTS } from '../../core/dashboard/document/parts';
import { line, slicer, table, timeline } from '../../core/dashboard/document/testing';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { withNewItem } from '../../core/dashboard/wiring/wires';
import { TEST_MODEL } from '../../core/model/testing';
import { createDocumentStore } from './documentStore';

const DOCUMENT = documentOf(line('sea'), table('log'), timeline('span'), slicer('route'));

describe('the design and its history', () => {
  test('each change is one step back and forth', () => {
    const store = createDocumentStore(DOCUMENT);
    const { change } = store.getState();
    change((document) => ({ ...document, title: 'One' }));
    change((document) => withoutItem(document, 'sea'));
    const { undo, redo } = store.temporal.getState();
    undo();
    expect(store.getState().document.visuals).toHaveLength(2);
    undo();
    expect(store.getState().document).toBe(DOCUMENT);
    redo();
    expect(store.getState().document.title).toBe('One');
  });

  test('a change that changes nothing is no step', () => {
    const store = createDocumentStore(DOCUMENT);
    store.getState().change((document) => withPlaces(document, document.layout));
    expect(store.temporal.getState().pastStates).toHaveLength(0);
  });

  test('removing an item removes its wires and its place', () => {
    const without = withoutItem(DOCUMENT, 'span');
    expect(JSON.stringify(without)).not.toContain('"span"');
    expect(documentSchema.safeParse(without).success).toBe(true);
    expect(withItem(DOCUMENT, { ...line('sea'), title: 'Sea' }).visuals[0]!.title).toBe('Sea');
  });

  test('every part can be added, wired and in a free place', () => {
    let document = DOCUMENT;
    for (const { kind } of [...PARTS, ...PARTS])
      document = withNewItem(document, TEST_MODEL, newPart(document, TEST_MODEL, kind)!);
    expect(documentSchema.parse(document)).toEqual(document);
    for (const [i, place] of document.layout.entries()) {
      expect(place.x + place.w).toBeLessThanOrEqual(GRID_COLUMNS);
      for (const other of document.layout.slice(Math.max(i + 1, 4))) {
        const apart =
          place.x >= other.x + other.w ||
          other.x >= place.x + place.w ||
          place.y >= other.y + other.h ||
          other.y >= place.y + place.h;
        expect(apart).toBe(true);
      }
    }
    expect(newPart(document, { ...TEST_MODEL, datasets: [] }, 'line')).toBeUndefined();
  });
});
