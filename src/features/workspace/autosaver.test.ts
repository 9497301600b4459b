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

test('nothing says that all is saved from an edit on until it is', async () => {
  const { store, states, saver } = opened();
  let answer: (() => void) | undefined;
  globalThis.fetch = jest.fn(
    () =>
      new Promise((resolve) => {
        answer = () =>
          resolve({
            ok: true,
            json: () => Promise.resolve({ saved: true, revision: 4, savedAt: '2026-06-03T08:00:01Z' }),
          });
      }),
  ) as unknown as typeof fetch;
  const stop = saver.watch();
  store.getState().change(titled('Mine'));
  expect(states).toEqual([{ kind: 'saving', revision: 3 }]);
  const saving = saver.save();
  store.getState().change(titled('Mine, longer'));
  answer!();
  await saving;
  // What was edited while the first was being saved still has to be.
  expect(states).toHaveLength(1);
  const rest = saver.save();
  answer!();
  await rest;
  expect(states.at(-1)).toEqual({ kind: 'saved', revision: 4 });
  stop();
});

test('a save that is refused is said until it is tried again, some seconds later', async () => {
  jest.useFakeTimers();
  const { store, states, saver } = opened();
  const error = { code: 'database-away', message: 'The database does not answer right now.' };
  const refuse = { ok: false, status: 503, json: () => Promise.resolve({ error }) };
  globalThis.fetch = jest.fn().mockResolvedValue(refuse);
  const stop = saver.watch();
  store.getState().change(titled('Mine'));
  await saver.save();
  expect(states.at(-1)).toEqual({ kind: 'failed', revision: 3, message: error.message });
  // What follows from elsewhere and changes nothing is no edit.
  saver.adopt((document) => document);
  store.getState().change((document) => document);
  await jest.advanceTimersByTimeAsync(2000);
  expect(states.at(-1)!.kind).toBe('failed');
  expect(globalThis.fetch).toHaveBeenCalledTimes(1);
  await jest.advanceTimersByTimeAsync(2500);
  expect(globalThis.fetch).toHaveBeenCalledTimes(2);
  expect(states.at(-1)!.kind).toBe('failed');
  const saved = { saved: true, revision: 4, savedAt: '2026-06-03T08:00:01Z' };
  globalThis.fetch = jest.fn().mockResolvedValue({ ok: true, json: () => Promise.resolve(saved) });
  await jest.advanceTimersByTimeAsync(5000);
  expect(states.at(-1)).toEqual({ kind: 'saved', revision: 4 });
  stop();
  jest.useRealTimers();
});

test('an edit that is taken back before it is saved leaves nothing to save', async () => {
  const { store, states, saver } = opened();
  globalThis.fetch = jest.fn();
  const stop = saver.watch();
  store.getState().change(titled('Mine'));
  store.getState().change(() => DOCUMENT);
  await saver.save();
  expect(states.map(({ kind }) => kind)).toEqual(['saving', 'saved']);
  expect(globalThis.fetch).not.toHaveBeenCalled();
  stop();
});
