import { d } from '../../calendar/testing';
import { DEFAULT_RULE } from '../../calendar/rule';
import { cubeSource } from '../../cube/source';
import { testCube, testRow } from '../../cube/testing';
import { TEST_MODEL } from '../../model/testing';
import type { Control } from '../document/document';
import { line, timeline } from '../document/testing';
import { DEFAULT_STATE } from '../reader/state';
import { designOf } from '../wiring/design';
import { documentOf } from '../wiring/testing';
import { isShown } from './answer';
import { governing, movedEnd } from './governing';
import { answerTurn } from './turn';

const ROWS = Array.from({ length: 200 }, (_, i) => testRow(10 + i));

async function governed(...controls: Control[]) {
  const document = documentOf(line('sea'), ...controls);
  const turn = await answerTurn(
    { design: designOf(document, TEST_MODEL), state: DEFAULT_STATE, today: 45 },
    cubeSource([testCube(ROWS)]),
  );
  const shown = turn.visuals.sea!;
  if (!isShown(shown)) throw new Error(shown.kind);
  return (side: 'start' | 'end') => governing(document, turn.controls, shown, side);
}

describe('the ends of a visual’s window', () => {
  test('are each moved by the control that decides there', async () => {
    const by = await governed(timeline('a', '1970-02/1970-04'), timeline('b', '1970-03/1970-05'));
    expect([by('start')?.control.id, by('end')?.control.id]).toEqual(['b', 'a']);
  });

  test('stay where readers cannot move them', async () => {
    const slider = {
      ...timeline('a', '1970-02'),
      kind: 'range',
      fixedEnd: 'end',
      measure: null,
      snap: 'day',
    };
    const by = await governed(slider as unknown as Control);
    expect([by('start')?.control.id, by('end')?.control.id]).toEqual(['a', undefined]);
    const list = { ...timeline('a', '1970-02'), kind: 'lookback', least: 1, most: 9, units: ['days'] };
    expect((await governed(list as unknown as Control))('start')).toBeUndefined();
    expect((await governed(timeline('a', '1970-02, 1970-04')))('start')).toBeUndefined();
  });

  test('go to the nearest edge of a unit, inside the data, and never pass each other', async () => {
    const by = (await governed(timeline('a', '1970-02/1970-04')))('start')!;
    const moved = (side: 'start' | 'end', day: string, unit: 'day' | 'month' = 'month') =>
      movedEnd(by, side, d(day), unit, DEFAULT_RULE);
    expect(moved('start', '1970-03-10')).toBe('1970-03-01/1970-04-30');
    expect(moved('start', '1970-03-20')).toBe('1970-04-01/1970-04-30');
    expect(moved('start', '1970-09-01')).toBe('1970-04-01/1970-04-30');
    expect(moved('start', '1969-05-01')).toBe('1970-01-11/1970-04-30');
    expect(moved('end', '1970-03-10')).toBe('1970-02-01/1970-02-28');
    expect(moved('end', '1970-03-20')).toBe('1970-02-01/1970-03-31');
    expect(moved('end', '1970-12-20')).toBe('1970-02-01/1970-07-29');
    expect(moved('end', '1970-03-20', 'day')).toBe('1970-02-01/1970-03-20');
  });

  test('an open end stays open while the other one moves', async () => {
    const by = (await governed(timeline('a', 'all')))('start')!;
    expect(movedEnd(by, 'start', d('1970-03-01'), 'month', DEFAULT_RULE)).toBe('1970-03-01/..');
  });
});
