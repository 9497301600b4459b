import { isoDay } from '../../../calendar/day';
import { cubeSource } from '../../../cube/source';
import { testCube, testRow } from '../../../cube/testing';
import type { Control } from '../../document/document';
import { CONTROL_DEFAULTS } from '../../document/kinds/entry';
import { VALUE_DEFAULTS } from '../../document/kinds/value';
import { line, slicer, timeline } from '../../document/testing';
import { parametersOf } from '../../reader/parameters';
import { titlesIn } from '../../document/title';
import { DEFAULT_STATE, type ReaderState } from '../../reader/state';
import { answerTurn } from '../turn';
import { designOf } from '../../wiring/design';
import { documentOf } from '../../wiring/testing';
import { TEST_MODEL } from '../../../model/testing';
import { meetings, saying } from './inEffect';

const ROWS = Array.from({ length: 40 }, (_, i) => testRow(10 + i));
const phrase = (first: number, last: number) => `${isoDay(first)}/${isoDay(last)}`;

async function said(controls: Control[], state: ReaderState = DEFAULT_STATE) {
  const document = documentOf(line('sea'), ...controls);
  const turn = await answerTurn(
    { design: designOf(document, TEST_MODEL), state, today: 45 },
    cubeSource([testCube(ROWS)]),
  );
  const words = document.controls.map((control) =>
    saying(control, turn.controls[control.id], state, TEST_MODEL, parametersOf(document, state)),
  );
  return { words, meetings: meetings(document, turn.controls) };
}

describe('what is in effect', () => {
  test('a rolling phrase stands beside its dates, a fixed one is its dates', async () => {
    expect((await said([timeline('span', 'last 6 days')])).words).toEqual([
      { words: 'last 6 days: 10–15 Feb 1970', more: '(6 days, data on all)' },
    ]);
    expect((await said([timeline('span', phrase(9, 12))])).words).toEqual([
      { words: '11–13 Jan 1970', more: '(asked for 4 days, data on 3)' },
    ]);
    expect((await said([timeline('span', 'all')])).words).toEqual([undefined]);
    expect((await said([timeline('span', '1971-03')])).words).toEqual([
      { words: 'March 1971', more: '(no data)' },
    ]);
  });

  test('where two controls narrow each other, their meeting is told once', async () => {
    const { meetings: found } = await said([timeline('a', phrase(10, 30)), timeline('b', phrase(20, 40))]);
    expect(found).toEqual([{ controls: ['a', 'b'], runs: [{ start: 20, end: 30 }] }]);
  });

  test('a window inside another, or one that asks for everything, meets nothing new', async () => {
    expect((await said([timeline('a', phrase(10, 30)), timeline('b', phrase(12, 20))])).meetings).toEqual([]);
    expect((await said([timeline('a', phrase(10, 30)), timeline('b', 'all')])).meetings).toEqual([]);
  });

  test('conditions of which any is enough are read as “or”', async () => {
    const entry = (id: string, sql: string) => ({ id, name: '', sql, definition: null, on: true });
    const of = (join: 'all' | 'any', outer: 'all' | 'any'): Control =>
      ({
        id: 'which',
        title: '',
        hold: false,
        reveal: null,
        kind: 'condition',
        dataset: 'trips',
        open: true,
        join: outer,
        groups: [
          { join, entries: [entry('a', 'seats > 1'), entry('b', 'seats < 9')] },
          { join: 'all', entries: [entry('c', "channel = 'web'")] },
        ],
      }) as Control;
    const words = async (join: 'all' | 'any', outer: 'all' | 'any') =>
      (await said([of(join, outer)])).words[0]!.words;
    expect(await words('any', 'all')).toBe("(seats > 1 or seats < 9) and channel = 'web'");
    expect(await words('all', 'any')).toBe("(seats > 1 and seats < 9) or channel = 'web'");
    expect(await words('all', 'all')).toBe("seats > 1 and seats < 9 and channel = 'web'");
  });

  test('a condition that a blank value switches off is not said; with a value both are', async () => {
    const value = { ...VALUE_DEFAULTS, id: 'pier', kind: 'value', name: 'pier', type: 'text' } as Control;
    const asking = {
      ...CONTROL_DEFAULTS,
      id: 'which',
      title: '',
      kind: 'condition',
      dataset: 'trips',
      open: true,
      join: 'all',
      groups: [
        {
          join: 'all',
          entries: [{ id: 'a', name: 'At a pier', sql: 'route = :pier', definition: null, on: true }],
        },
      ],
    } as Control;
    expect((await said([asking, value])).words).toEqual([undefined, undefined]);
    const given = { ...DEFAULT_STATE, values: { pier: 'Quern' } };
    expect((await said([asking, value], given)).words.map((part) => part?.words)).toEqual([
      'At a pier',
      'Quern',
    ]);
    const required = { ...value, required: true } as Control;
    expect((await said([asking, required])).words[0]?.words).toBe('At a pier');
  });

  test('controls of one title are told apart', () => {
    const document = documentOf(line('sea'), slicer('one'), slicer('two'), timeline('span'));
    const titles = titlesIn(document, TEST_MODEL);
    expect(['one', 'two', 'span'].map((id) => titles.get(id))).toEqual([
      'route (1)',
      'route (2)',
      'Timeline',
    ]);
  });
});
