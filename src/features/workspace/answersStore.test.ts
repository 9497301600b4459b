import type { TurnChanges } from '../../engine/engine';
import { createAnswersStore, isWaiting } from './answersStore';

const changes = (id: string, waiting: readonly string[] = []): TurnChanges => ({
  controls: {},
  visuals: { [id]: { kind: 'broken', message: id } },
  waiting,
});

describe('the newest answers', () => {
  test('those that did not change stay the same objects', () => {
    const store = createAnswersStore();
    store.getState().take(changes('a'));
    const first = store.getState().visuals.a;
    store.getState().take(changes('b'));
    expect(store.getState().visuals.a).toBe(first);
    expect(Object.keys(store.getState().visuals)).toEqual(['a', 'b']);
  });

  test('an item waits until its answer is of the newest turn', () => {
    const store = createAnswersStore();
    store.getState().take(changes('a', ['rows']));
    expect([isWaiting(store.getState(), 'rows'), isWaiting(store.getState(), 'a')]).toEqual([true, false]);
    store.getState().take(changes('rows'));
    expect(isWaiting(store.getState(), 'rows')).toBe(false);
  });

  test('everything waits while a turn is late', () => {
    const store = createAnswersStore();
    store.getState().take(changes('a'));
    store.getState().markLate();
    expect(isWaiting(store.getState(), 'a')).toBe(true);
    store.getState().take(changes('b'));
    expect(isWaiting(store.getState(), 'a')).toBe(false);
  });

  test('a failure is forgotten with the next answer', () => {
    const store = createAnswersStore();
    store.getState().fail();
    expect(store.getState().failed).toBe(true);
    store.getState().take(changes('a'));
    expect(store.getState().failed).toBe(false);
  });
});
