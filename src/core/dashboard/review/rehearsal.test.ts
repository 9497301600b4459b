import { designOf } from '../wiring/design';
import { isoDay } from '../../calendar/day';
import { d } from '../../calendar/testing';
import { cubeSource } from '../../cube/source';
import { testCube, testRow } from '../../cube/testing';
import { arrived, rehearse } from './rehearsal';
import { documentOf } from '../wiring/testing';
import { line, timeline } from '../document/testing';
import { TEST_MODEL } from '../../model/testing';

const rows = Array.from({ length: 60 }, (_, i) => testRow(i));
const today = 62;
const run = (phrase: string, days: number, assumption: 'same lag' | 'no new data' = 'same lag') =>
  rehearse(
    {
      design: designOf(documentOf(line('sea'), timeline('span', phrase)), TEST_MODEL),
      today,
      from: today,
      to: today + days,
      assumption,
    },
    cubeSource([testCube(rows)]),
  );

describe('a rehearsal', () => {
  test('lets data arrive as many days behind as now', () => {
    const covered = [{ start: 0, end: 59 }];
    expect(arrived(covered, today, today + 10, 'same lag')).toEqual([{ start: 0, end: 69 }]);
    expect(arrived(covered, today, today + 10, 'no new data')).toEqual(covered);
    expect(arrived([], today, today + 10, 'same lag')).toEqual([]);
  });

  test('shows each day’s window, and where it has data', async () => {
    const { lanes, problems } = await run('last 7 days', 20);
    expect(lanes.map((lane) => [lane.item, lane.kind])).toEqual([
      ['span', 'control'],
      ['sea', 'visual'],
    ]);
    expect(lanes[0]!.states).toHaveLength(21);
    expect(new Set(lanes[0]!.states)).toEqual(new Set([1]));
    expect(lanes[0]!.windows[lanes[0]!.window[0]!]).toContain('7 days');
    expect(problems).toEqual([]);
  });

  test('lists the days on which something turns empty, once with how long', async () => {
    const { problems } = await run('last 7 days', 30, 'no new data');
    expect(problems).toMatchObject([{ item: 'sea', kind: 'no data', day: 66, days: 27 }]);
    expect(problems[0]!.words).toBe('Seats over time is empty: no data in week 10, 2–8 Mar 1970 · 7 days');
    const weekly = await run(`${isoDay(5)}/${isoDay(9)}`, 30, 'no new data');
    expect(weekly.problems).toEqual([]);
  });

  test('tells a window that jumps: month to date on the first of a month', async () => {
    const { problems } = await run('this month to date', 40);
    expect(
      problems.filter((problem) => problem.kind === 'jump').map((problem) => isoDay(problem.day)),
    ).toEqual(['1970-04-01']);
    expect(d('1970-04-01')).toBe(90);
    expect(problems.find((problem) => problem.kind === 'jump')!.words).toBe(
      'Timeline jumps from March 1970 · 31 days to Wed 1 Apr 1970 · 1 day',
    );
  });
});
