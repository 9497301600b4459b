import { designOf } from '../../wiring/design';
import fc from 'fast-check';
import { cubeSource } from '../../../cube/source';
import { testCube, testRows } from '../../../cube/testing';
import { TIME_DEFAULTS } from '../../document/kinds/time';
import type { PeriodAnswer } from '../controlAnswer';
import type { Control } from '../../document/document';
import { cubeShapesFor } from '../shapes';
import { DEFAULT_STATE } from '../../reader/state';
import { bar, slicer, timeline } from '../../document/testing';
import { documentOf } from '../../wiring/testing';
import { TEST_MODEL } from '../../../model/testing';
import { answerTurn } from '../turn';

const measure = { dataset: 'trips', measure: 'seats' };
const slider: Control = {
  ...TIME_DEFAULTS,
  id: 'span',
  kind: 'range',
  measure,
  fixedEnd: 'none',
  snap: 'day',
};
const calendar: Control = {
  ...TIME_DEFAULTS,
  id: 'days',
  kind: 'calendar',
  picks: 'range',
  within: null,
  tint: measure,
};
const document = documentOf(bar('ports'), slicer('route'), slider, calendar, timeline('other'));

describe('the figures of a control', () => {
  test('a histogram’s and a tint’s stretches add up to all there is', async () => {
    await fc.assert(
      fc.asyncProperty(testRows, async (rows) => {
        const { controls } = await answerTurn(
          { design: designOf(document, TEST_MODEL), state: DEFAULT_STATE, today: 50 },
          cubeSource([testCube(rows)]),
        );
        const dated = rows.filter((row) => row.day !== null);
        const total = dated.reduce((sum, row) => sum + (row.seats ?? 0), 0);
        for (const id of ['span', 'days']) {
          const answer = controls[id] as PeriodAnswer;
          if (dated.length === 0) expect(answer.profile).toBeNull();
          else
            expect(answer.profile!.values.reduce<number>((sum, value) => sum + (value ?? 0), 0)).toBe(total);
        }
        const days = (controls.days as PeriodAnswer).profile;
        if (days) expect(days.starts.every((day, i) => day === days.starts[0]! + i)).toBe(true);
      }),
      { numRuns: 40 },
    );
  });

  test('they follow what is wired into the control, and need the cube to hold the measure', async () => {
    const rows = [
      { day: 10, other: null, route: 'Veldry', channel: 'web', seats: 4, cents: 1 },
      { day: 11, other: null, route: 'Tamsel', channel: 'web', seats: 6, cents: 1 },
    ];
    const { controls } = await answerTurn(
      {
        design: designOf(document, TEST_MODEL),
        state: { periods: {}, choices: { route: ['Tamsel'] } },
        today: 50,
      },
      cubeSource([testCube(rows)]),
    );
    expect((controls.span as PeriodAnswer).profile).toMatchObject({ starts: [11], values: [6] });
    const alone = { ...document, visuals: [] };
    expect(cubeShapesFor(designOf(alone, TEST_MODEL))[0]!.numbers).toEqual([
      { column: 'seats', scale: 0, extremes: false },
    ]);
  });

  test('each control sees the windows of the others', async () => {
    const rows = [{ day: 10, other: null, route: 'Veldry', channel: 'web', seats: 4, cents: 1 }];
    const { controls } = await answerTurn(
      {
        design: designOf(document, TEST_MODEL),
        state: { periods: { other: '1970-01-05/1970-01-20' }, choices: {} },
        today: 50,
      },
      cubeSource([testCube(rows)]),
    );
    const { others } = controls.span as PeriodAnswer;
    expect(others.find((other) => other.control === 'other')?.runs).toEqual([{ start: 4, end: 19 }]);
    expect(others.map((other) => other.control).sort()).toEqual(['days', 'other']);
  });
});
