/** The as-of day in the trace. */
import { isoDay } from '../../calendar/day';
import { cubeSource } from '../../cube/source';
import { testCube, testRow } from '../../cube/testing';
import { TEST_MODEL } from '../../model/testing';
import type { Control } from '../document/document';
import { line } from '../document/testing';
import { DEFAULT_STATE } from '../reader/state';
import { settle } from '../turn/settle';
import { designOf } from '../wiring/design';
import { documentOf } from '../wiring/testing';
import { traceOf } from './trace';

const ON_DAY_9 = { ...DEFAULT_STATE, asOf: isoDay(9) };
const asof: Control = {
  id: 'asof',
  kind: 'asof',
  title: '',
  hold: false,
  accent: null,
  reveal: null,
  later: [{ dataset: 'trips', role: 'other' }],
};
const row = (day: number, other: number | null) => testRow(day, { other });
const source = cubeSource([testCube([row(10, 2), row(12, 8), row(40, 4), row(41, null), row(42, 30)])]);

describe('the as-of day', () => {
  test('is a step of the trace, with the rows that it leaves', async () => {
    const design = designOf(documentOf(line('sea', 'rows'), asof), TEST_MODEL);
    const settings = await settle(design, ON_DAY_9, 45, source);
    const context = { design, settings, source, today: 9, state: ON_DAY_9, realToday: 45 };
    const trace = (await traceOf(context, 'sea'))!;
    expect(trace.parts[0]!.steps).toContainEqual({
      kind: 'filter',
      words: 'As of 10 Jan 1970: rows with a later day “booked” are not there yet.',
      rows: 4,
      days: 4,
    });
  });
});
