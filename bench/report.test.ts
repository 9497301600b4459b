import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { p50p95, readFindings, report, reportingTo, tableOf } from './report';

const alone = { what: 'a page opened', figure: '1.2 s' };
const held = {
  what: 'rows brought in',
  figure: '10 s',
  against: { what: 'a plain load | the client’s', figure: '8 s', ratio: 1.25 },
};

describe('what benches find', () => {
  let folder: string;
  const before = process.env;
  beforeEach(() => {
    folder = mkdtempSync(path.join(tmpdir(), 'dathen-findings-'));
    jest.spyOn(console, 'log').mockImplementation(() => undefined);
  });
  afterEach(() => {
    process.env = before;
    jest.restoreAllMocks();
    rmSync(folder, { recursive: true });
  });

  test('is told as a line, with what it is held against', () => {
    report(alone);
    report(held);
    expect(jest.mocked(console.log).mock.calls.flat()).toEqual([
      'a page opened: 1.2 s',
      'rows brought in: 10 s; a plain load | the client’s 8 s, ratio 1.25',
    ]);
  });

  test('is kept for the table of all where that is wanted, in its order', () => {
    const file = path.join(folder, 'found.jsonl');
    process.env = reportingTo(file);
    report(held);
    report(alone);
    expect(readFindings(file)).toEqual([held, alone]);
  });

  test('is a line of the table each, whatever signs its words have', () => {
    expect(tableOf([alone, held]).split('\n').slice(2)).toEqual([
      '| a page opened | 1.2 s |  |  |',
      '| rows brought in | 10 s | a plain load \\| the client’s: 8 s | 1.25 |',
    ]);
  });

  test('are times in the middle and at the far end, as seconds where they are long', () => {
    const times = Array.from({ length: 100 }, (_, i) => (i + 1) * 200);
    expect(p50p95(times)).toBe('p50 10.0 s, p95 19.0 s');
    expect(p50p95([0.25, 3])).toBe('p50 0.250 ms, p95 3.0 ms');
  });
});
