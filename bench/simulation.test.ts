import { Random } from '../demo/random';
import { lineThrough, simulateReaders } from './simulation';

const simulated = (part: Partial<Parameters<typeof simulateReaders>[0]>) =>
  simulateReaders({ readers: 1, turns: 10, pause: 1, cores: 1, alone: [0.1], ...part }, new Random(3));
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;

describe('readers who are simulated', () => {
  test('wait for nobody where each has a core, however many they are', () => {
    const times = simulated({ readers: 6, cores: 6 });
    expect(times).toHaveLength(60);
    for (const time of times) expect(time).toBeCloseTo(0.1);
  });

  test('wait for each other in turn where none of them looks at what came', () => {
    const times = simulated({ readers: 5, turns: 40, pause: 0 });
    // Once all have come, each answer is the fifth from the one before.
    for (const time of times.slice(4)) expect(time).toBeCloseTo(0.5);
    expect(simulated({ readers: 5, turns: 40, pause: 0, cores: 5 })[100]).toBeCloseTo(0.1);
  });

  test('as a whole take what the law of interactive response times says', () => {
    // R = N / X − Z, where the core is always busy (X = 1 / 0.1).
    const times = simulated({ readers: 60, turns: 400, pause: 1 });
    expect(mean(times.slice(2000, 20_000))).toBeCloseTo(60 * 0.1 - 1, 1);
  });

  test('take as long as beside others once half of the cores have others', () => {
    const both = { readers: 2, turns: 30, pause: 0, cores: 2, beside: [0.3] };
    const times = simulated(both);
    expect([times[0], times.at(-1)].map((time) => time!.toFixed(1))).toEqual(['0.1', '0.3']);
    for (const time of simulated({ ...both, cores: 4 })) expect(time).toBeCloseTo(0.1);
  });

  test('open a dashboard first, which others wait for', () => {
    const times = simulated({ readers: 2, pause: 0, opening: [1] });
    expect(times).toHaveLength(20);
    // The second one’s questions wait behind the first one’s opening, and are asked after its own.
    expect(Math.max(...times)).toBeGreaterThan(0.5);
    expect(simulated({ opening: [1] })[0]).toBeCloseTo(0.1);
  });

  test('take longer the fewer cores there are', () => {
    const of = (cores: number) => mean(simulated({ readers: 30, turns: 50, alone: [0.05, 0.2], cores }));
    expect(of(1)).toBeGreaterThan(of(2));
    expect(of(2)).toBeGreaterThan(of(4));
  });
});

test('a cost is fixed, and for each row', () => {
  expect(lineThrough([100, 3], [300, 7])).toEqual({ fixed: 1, each: 0.02 });
  // Small ones that vary by chance do not make it less than nothing.
  expect(lineThrough([100, 1], [200, 3])).toEqual({ fixed: 0, each: 0.02 });
});
