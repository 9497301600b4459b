import { designOf } from '../wiring/design';
import fc from 'fast-check';
import { anyRule, d, recentDay } from '../../calendar/testing';
import { DEFAULT_RULE } from '../../calendar/rule';
import { end, start, UNITS } from '../../calendar/units';
import { cubeSource } from '../../cube/source';
import { testCube } from '../../cube/testing';
import { drillText, drillTrail, finerUnit, readDrill } from '../reader/drill';
import { documentOf } from '../wiring/testing';
import { line, timeline } from '../document/testing';
import { TEST_MODEL } from '../../model/testing';
import { answerTurn } from './turn';

describe('a drill', () => {
  test('is read back as the unit it was made from', () => {
    fc.assert(
      fc.property(recentDay, anyRule, fc.constantFrom(...UNITS), (day, rule, unit) => {
        // A week that does not begin on Monday has no phrase of its own but its two ends.
        const drill = readDrill(drillText(unit, day, rule), rule)!;
        expect(drill.start).toBe(start(unit, day, rule));
        expect(drill.end).toBe(end(unit, day, rule));
      }),
    );
    expect(readDrill('last 7 days', DEFAULT_RULE)).toBeUndefined();
    expect(readDrill('2025-01-02/2025-01-09', DEFAULT_RULE)).toBeUndefined();
    expect(readDrill('nonsense', DEFAULT_RULE)).toBeUndefined();
  });

  test('goes year, quarter, month, day, with a way back', () => {
    expect([finerUnit('year'), finerUnit('quarter'), finerUnit('month'), finerUnit('day')]).toEqual([
      'quarter',
      'month',
      'day',
      undefined,
    ]);
    const drill = readDrill('2025-03', DEFAULT_RULE)!;
    expect(drillTrail(drill, DEFAULT_RULE).map((level) => level.text)).toEqual([
      '2025',
      '2025-Q1',
      '2025-03',
    ]);
  });

  test('changes the window and the grain of its visual alone', async () => {
    const rows = Array.from({ length: 300 }, (_, i) => ({
      day: d('2025-01-01') + i,
      other: null,
      route: 'Veldry',
      channel: 'web',
      seats: 1,
      cents: 1,
    }));
    const document = documentOf(
      { ...line('sea'), grain: 'year' } as ReturnType<typeof line>,
      line('other'),
      timeline('span'),
    );
    const state = { periods: {}, choices: {}, drills: { sea: '2025-Q2' } };
    const { visuals } = await answerTurn(
      { design: designOf(document, TEST_MODEL), state, today: d('2025-12-01') },
      cubeSource([testCube(rows)]),
    );
    expect(visuals.sea).toMatchObject({
      buckets: { unit: 'month' },
      rows: 91,
      series: [{ values: [30, 31, 30] }],
    });
    expect(visuals.other).toMatchObject({ rows: 300 });
  });
});
