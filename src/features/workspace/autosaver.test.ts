/** What is saved by itself, and what is only taken over. */
import { documentOf } from '../../core/dashboard/wiring/testing';
import { line } from '../../core/dashboard/document/testing';
import { Autosaver, type SaveState } from './autosaver';
import { createDocumentStore } from './documentStore';

const DOCUMENT = documentOf(line('sea'));

function opened() {
  const store = createDocumentStore(DOCUMENT);
  const states: SaveState[] = [];
  const stored = { id: 7, revision: 3, savedAt: '2026-06-03T08:00:00Z', document: DOCUMENT };
  return { store, states, saver: new Autosaver(7, stored, store, (state) => states.push(state)) };
}
const titled = (title: string) => (document: typeof DOCUMENT) => ({ ...document, title });

test('what is taken over from elsewhere is neither to be saved nor a step for undo', async () => {
  const { store, states, saver } = opened();
  saver.adopt(titled('From the model'));
  expect(store.getState().document.title).toBe('From the model');
  expect(saver.isSaved).toBe(true);
  await saver.save();
  expect(states).toEqual([]);
  expect(store.temporal.getState().pastStates).toEqual([]);
});

test('an edit that waits to be saved goes on waiting, and can be undone', () => {
  const { store, saver } = opened();
  store.getState().change(titled('Mine'));
  saver.adopt((document) => ({ ...document, hold: true }));
  expect(saver.isSaved).toBe(false);
  expect(store.getState().document).toMatchObject({ title: 'Mine', hold: true });
  store.temporal.getState().undo();
  expect(store.getState().document.title).toBe(DOCUMENT.title);
});
