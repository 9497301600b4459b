import type { ReaderState } from '../reader/state';
import { designOf } from '../wiring/design';
import fc from 'fast-check';
import { isoDay } from '../../calendar/day';
import { cubeSource } from '../../cube/source';
import { testCube, testRows, type TestRow } from '../../cube/testing';
import type { DashboardDocument } from '../document/document';
import { settle } from '../turn/settle';
import { bar, line, slicer, table, timeline } from '../document/testing';
import { documentOf } from '../wiring/testing';
import { TEST_MODEL } from '../../model/testing';
import { traceOf } from './trace';
import { answerTurn } from '../turn/turn';
import { crosspoint } from '../wiring/crosspoint';
import { switchWires } from '../wiring/wires';
import { isShown } from '../turn/answer';

const TODAY = 45;
const DOCUMENT = documentOf(
  line('sea'),
  bar('busy', 'busy'),
  table('log'),
  timeline('span'),
  timeline('extra'),
  slicer('route'),
);

async function trace(document: DashboardDocument, rows: TestRow[], state: ReaderState, item: string) {
  const source = cubeSource([testCube(rows)]);
  const settings = await settle(designOf(document, TEST_MODEL), state, TODAY, source);
  return traceOf(
    { design: designOf(document, TEST_MODEL), settings, source, today: TODAY, realToday: TODAY, state },
    item,
  );
}

const anyState = fc.record({
  periods: fc.record({
    span: fc
      .tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 50 }))
      .map(([a, n]) => `${isoDay(a)}/${isoDay(a + n)}`),
    extra: fc.constantFrom('all', 'last 20 days', `${isoDay(5)}/${isoDay(70)}`),
  }),
  choices: fc.record({ route: fc.constantFrom<(string | null)[]>([], ['Veldry'], ['Tamsel', null]) }),
});

describe('the trace', () => {
  test('tells each step with the rows left after it, down to what is shown', async () => {
    const rows: TestRow[] = [10, 11, 12, 30].map((day, i) => ({
      day,
      other: null,
      route: i % 2 ? 'Veldry' : 'Tamsel',
      channel: 'web',
      seats: 20,
      cents: 1,
    }));
    const state = { periods: { span: `${isoDay(10)}/${isoDay(20)}` }, choices: { route: ['Veldry'] } };
    const found = (await trace(DOCUMENT, rows, state, 'sea'))!;
    expect(found.parts).toHaveLength(1);
    expect(found.parts[0]!.steps.map((step) => [step.kind, step.rows ?? null])).toEqual([
      ['rows', 4],
      ['window', 3],
      ['window', 3],
      ['filter', 1],
      ['result', 1],
      ['result', null],
    ]);
    expect(found.clock.map((step) => step.words).join(' ')).toContain(
      'Route: Veldry.'.toLowerCase().slice(0, 5),
    );
    expect(found.parts[0]!.steps.at(-1)!.words).toBe('The sum of seats, by day.');
  });

  test('has the counts of the answer, whatever the state', async () => {
    await fc.assert(
      fc.asyncProperty(
        testRows,
        anyState,
        fc.constantFrom('sea', 'busy', 'log'),
        async (rows, state, item) => {
          const { visuals } = await answerTurn(
            { design: designOf(DOCUMENT, TEST_MODEL), state, today: TODAY },
            cubeSource([testCube(rows)]),
          );
          const answer = visuals[item]!;
          const found = (await trace(DOCUMENT, rows, state, item))!;
          const counted = found.parts[0]!.steps.filter((step) => step.rows !== undefined);
          const counts = counted.map((step) => step.rows!);
          expect([...counts].sort((a, b) => b - a)).toEqual(counts);
          expect(counts.at(-1)).toBe(isShown(answer) ? answer.rows : 0);
        },
      ),
      { numRuns: 60 },
    );
  });

  test('switching a wire changes no other visual than the board says', async () => {
    await fc.assert(
      fc.asyncProperty(
        testRows,
        anyState,
        fc.constantFrom('span', 'extra', 'route'),
        fc.constantFrom('sea', 'busy', 'log'),
        async (rows, state, control, target) => {
          const switched = {
            ...DOCUMENT,
            wires: switchWires(DOCUMENT, TEST_MODEL, [{ control, target }], false),
          };
          const source = cubeSource([testCube(rows)]);
          const before = await answerTurn(
            { design: designOf(DOCUMENT, TEST_MODEL), state, today: TODAY },
            source,
          );
          const after = await answerTurn(
            { design: designOf(switched, TEST_MODEL), state, today: TODAY },
            source,
          );
          const owner = DOCUMENT.controls.find((entry) => entry.id === control)!;
          for (const visual of DOCUMENT.visuals) {
            const now = crosspoint(designOf(switched, TEST_MODEL), owner, visual).state;
            const was = crosspoint(designOf(DOCUMENT, TEST_MODEL), owner, visual).state;
            expect(now !== was).toBe(visual.id === target);
            if (visual.id !== target) expect(after.visuals[visual.id]).toEqual(before.visuals[visual.id]);
          }
        },
      ),
      { numRuns: 40 },
    );
  });
});
