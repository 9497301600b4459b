import { coverageWords } from './coverage';

const lines = (total: number, covered: number) => ({ lines: { total, covered } });

test('shares are told by folder, of the lines of all its files together', () => {
  const summary = {
    total: lines(400, 100),
    '/code/src/core/day.ts': lines(100, 100),
    '/code/src/core/deep/in/it.ts': lines(300, 250),
    '/code/src/server/http.ts': lines(10, 1),
    // Neither a folder that begins alike nor one elsewhere counts.
    '/code/src/corepart/x.ts': lines(90, 0),
    '/other/src/core/x.ts': lines(1000, 0),
  };
  expect(coverageWords(summary, '/code')).toBe(
    'lines that unit tests pass through: src 70.2 %, src/core 87.5 %, src/server 10.0 %, src/features –',
  );
});
