import { DEFAULT_STATE, type ReaderState } from '../core/dashboard/reader/state';
import type { TurnChanges } from './engine';
import { Turns, type TurnEngine } from './turns';

const state = (span: string): ReaderState => ({ ...DEFAULT_STATE, periods: { span } });
const changes = (id: string, waiting: readonly string[] = []): TurnChanges => ({
  controls: {},
  visuals: { [id]: { kind: 'broken', message: id } },
  waiting,
});
const settleAll = () => new Promise<void>((resolve) => setImmediate(resolve));

/** An engine whose answers come when the test says so. */
function engineByHand() {
  const open: Record<string, ((value: never) => void)[]> = { turn: [], ready: [], ask: [] };
  const log: string[] = [];
  const wait = <T>(kind: string, words: string) => {
    log.push(words);
    return new Promise<T>((resolve) => open[kind]!.push(resolve));
  };
  const engine: TurnEngine = {
    turn: ({ periods }) => wait('turn', `turn ${periods.span}`),
    ready: () => wait('ready', 'ready'),
    askDatabase: ({ periods }, only) => wait('ask', `ask ${periods.span} ${only.join()}`),
  };
  const give = async (kind: 'turn' | 'ready' | 'ask', value?: TurnChanges | null) => {
    open[kind]!.shift()!(value as never);
    await settleAll();
  };
  return { engine, log, give };
}

function begin() {
  const byHand = engineByHand();
  const seen: string[] = [];
  const errors: unknown[] = [];
  let late = 0;
  const turns = new Turns(byHand.engine, {
    onChanges: ({ visuals }) => seen.push(...Object.keys(visuals)),
    onLate: () => late++,
    onError: (error) => errors.push(error),
  });
  return { ...byHand, turns, seen, errors, late: () => late };
}

describe('turns', () => {
  test('one runs at a time; of those asked for meanwhile only the latest does', async () => {
    const { turns, log, give, seen } = begin();
    for (const id of ['a', 'b', 'c', 'd']) turns.request(state(id), true);
    expect(log).toEqual(['turn a']);
    await give('turn', changes('a'));
    expect(log).toEqual(['turn a', 'turn d']);
    await give('turn', changes('d'));
    expect(seen).toEqual(['a', 'd']);
  });

  test('what no cube holds is asked of the database once, when nothing moves any more', async () => {
    const { turns, log, give, seen } = begin();
    turns.request(state('a'), false);
    await give('turn', changes('a', ['rows']));
    await give('ready');
    await give('turn', changes('a', ['rows']));
    expect(log).toEqual(['turn a', 'ready', 'turn a']);
    turns.request(state('b'), true);
    await give('turn', changes('b', ['rows']));
    await give('ready');
    await give('turn', changes('b', ['rows']));
    await give('ask', changes('rows'));
    expect(log.filter((entry) => entry.startsWith('ask'))).toEqual(['ask b rows']);
    expect(seen).toEqual(['a', 'a', 'b', 'b', 'rows']);
  });

  test('answers of the cubes are shown before those of the database', async () => {
    const { turns, give, seen } = begin();
    turns.request(state('a'), true);
    await give('turn', changes('a', ['rows']));
    expect(seen).toEqual(['a']);
  });

  test('a turn asked for while a cube or the database is waited for begins at once', async () => {
    const { turns, log, give, seen } = begin();
    turns.request(state('a'), true);
    await give('turn', changes('a', ['rows']));
    turns.request(state('b'), true);
    await settleAll();
    expect(log).toEqual(['turn a', 'ready', 'turn b']);
    await give('turn', changes('b', ['rows']));
    await give('ready');
    await give('ready');
    await give('turn', changes('b', ['rows']));
    turns.request(state('c'), true);
    await settleAll();
    expect(log.at(-1)).toBe('turn c');
    await give('ask', changes('rows'));
    await give('turn', changes('c'));
    expect(seen).toEqual(['a', 'b', 'b', 'c']);
  });

  test('an answer that the database gives too late is dropped', async () => {
    const { turns, give, seen } = begin();
    turns.request(state('a'), true);
    await give('turn', changes('a', ['rows']));
    await give('ready');
    await give('turn', changes('a', ['rows']));
    await give('ask', null);
    expect(seen).toEqual(['a', 'a']);
  });

  test('an error does not stop later turns', async () => {
    const { turns, seen, errors, engine, give } = begin();
    const { turn } = engine;
    engine.turn = () => Promise.reject(new Error('lost'));
    turns.request(state('a'), true);
    await settleAll();
    engine.turn = turn;
    turns.request(state('b'), true);
    await give('turn', changes('b'));
    expect([errors.length, seen]).toEqual([1, ['b']]);
  });

  test('what takes longer than a glance is told', async () => {
    jest.useFakeTimers({ doNotFake: ['setImmediate'] });
    const { turns, give, late } = begin();
    turns.request(state('a'), true);
    jest.advanceTimersByTime(100);
    expect(late()).toBe(0);
    jest.advanceTimersByTime(100);
    expect(late()).toBe(1);
    await give('turn', changes('a'));
    jest.advanceTimersByTime(1000);
    expect(late()).toBe(1);
    jest.useRealTimers();
  });
});
