import fc from 'fast-check';
import { DEFAULT_RULE } from '../../core/calendar/rule';
import { documentOf } from '../../core/dashboard/wiring/testing';
import { line, slicer, table, timeline } from '../../core/dashboard/document/testing';
import { TEST_MODEL } from '../../core/model/testing';
import { documentSchema, GRID_COLUMNS } from '../../core/dashboard/document/document';
import { latestWins } from '../../engine/client';
import type { TurnChanges } from '../../engine/engine.worker';
import { createAnswersStore } from './answersStore';
import { createDocumentStore, withItem, withoutItem, withPlaces } from './documentStore';
import { newPart, PARTS, withNewItem } from '../../core/dashboard/wiring/parts';
import { parseChoice, printChoice } from './readerState';
import { runsWords } from '../../core/period/describe';
import { coverageWords } from './words';

jest.mock('nuqs', () => ({
  createParser: (parser: unknown) => parser,
  parseAsString: {},
  useQueryStates: jest.fn(),
}));

const DOCUMENT = documentOf(line('sea'), table('log'), timeline('span'), slicer('route'));

describe('choices in the address', () => {
  test('any values come back as they were', () => {
    fc.assert(
      fc.property(fc.array(fc.option(fc.string({ minLength: 1 }))), (values) =>
        expect(parseChoice(printChoice(values))).toEqual(values),
      ),
    );
  });

  test('nothing chosen is told from no choice made', () => {
    expect(printChoice([])).toBe('~');
    expect(parseChoice('a;b')).toEqual(['a', 'b']);
  });
});

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

describe('turns', () => {
  const changes = (id: string): TurnChanges => ({
    controls: {},
    visuals: { [id]: { kind: 'broken', message: id } },
    waiting: [],
  });
  const turn = (id: string, settled = false) => ({ state: { periods: { span: id }, choices: {} }, settled });

  test('one runs at a time; of those asked for meanwhile only the latest does', async () => {
    const started: string[] = [];
    const finish: (() => void)[] = [];
    const seen: string[] = [];
    const request = latestWins(
      ({ state }) => {
        started.push(state.periods.span!);
        return new Promise((resolve) => finish.push(() => resolve(changes(state.periods.span!))));
      },
      (_, { state }) => seen.push(state.periods.span!),
      () => undefined,
    );
    for (const id of ['a', 'b', 'c', 'd']) request(turn(id));
    expect(started).toEqual(['a']);
    finish.shift()!();
    await new Promise(setImmediate);
    expect(started).toEqual(['a', 'd']);
    finish.shift()!();
    await new Promise(setImmediate);
    expect(seen).toEqual(['a', 'd']);
  });

  test('an error does not stop later turns', async () => {
    const errors: unknown[] = [];
    const seen: unknown[] = [];
    const request = latestWins(
      ({ settled }) => (settled ? Promise.resolve(changes('ok')) : Promise.reject(new Error('lost'))),
      (answer) => seen.push(answer),
      (error) => errors.push(error),
    );
    request(turn('a'));
    await new Promise(setImmediate);
    request(turn('b', true));
    await new Promise(setImmediate);
    expect([errors.length, seen.length]).toEqual([1, 1]);
  });

  test('answers that did not change stay the same objects', () => {
    const store = createAnswersStore();
    store.getState().take({ ...changes('a'), waiting: ['a'] });
    const first = store.getState().visuals.a;
    store.getState().take(changes('b'));
    expect(store.getState().visuals.a).toBe(first);
    expect(store.getState().waiting.size).toBe(0);
  });
});

test('windows read as sentences', () => {
  const run = (start: number, end: number) => [{ start, end }];
  expect(runsWords(run(0, 30), DEFAULT_RULE)).toBe('January 1970');
  expect(runsWords(run(-Infinity, 30), DEFAULT_RULE)).toBe('up to 31 Jan 1970');
  expect(runsWords(run(0, Infinity), DEFAULT_RULE)).toBe('from 1 Jan 1970');
  expect(runsWords(run(-Infinity, Infinity), DEFAULT_RULE)).toBe('every day');
  expect(runsWords([], DEFAULT_RULE)).toBe('no day');
  expect(coverageWords(run(0, 90), 88)).toBe('91 days, data on 88');
  expect(coverageWords(run(0, 0), 1)).toBe('1 day, data on all');
});
