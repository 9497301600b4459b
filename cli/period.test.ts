/** The `period` command as a person runs it: a process of its own, without database or server. */
import { execFile } from 'node:child_process';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';

const folder = mkdtempSync(path.join(tmpdir(), 'dathen-period-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));
jest.setTimeout(30_000);

interface Ended {
  readonly code: number;
  readonly out: string;
  readonly err: string;
}

function run(args: readonly string[], input = ''): Promise<Ended> {
  return new Promise((resolve) => {
    const child = execFile(
      process.execPath,
      ['.program/cli/main.js', ...args],
      { env: { ...process.env, DATHEN_CWD: folder } },
      (error, out, err) => resolve({ code: error ? Number(error.code) : 0, out, err }),
    );
    child.stdin?.end(input);
  });
}
const file = (name: string, text: string) => {
  writeFileSync(path.join(folder, name), text);
  return name;
};

describe('dathen period', () => {
  test('prints the canonical text and the days', async () => {
    const { code, out } = await run(['period', 'LAST  13 full week', '--today', '2026-06-03']);
    expect(code).toBe(0);
    expect(out).toBe('last 13 full weeks\n2026-03-02/2026-05-31  2 Mar – 31 May 2026 · 91 days\n');
  });

  test('takes an anchor, data, a rule and a baseline', async () => {
    const data = file('days.csv', 'day,n\n2026-05-01,1\n2026-05-02,1\n2026-05-20,4\n');
    const rule = file('rule.json', '{ "weekStart": 7 }');
    const { out } = await run([
      'period',
      'this week',
      '--today',
      '2026-06-03',
      '--anchor',
      'latest',
      '--data',
      data,
      '--rule',
      rule,
      '--baseline',
      'previous span',
    ]);
    expect(out.split('\n')).toEqual([
      'this week',
      '2026-05-17/2026-05-23  week 17–23 May 2026 · 7 days',
      'with data: 2026-05-17/2026-05-20  17–20 May 2026 · 4 days, data on 1',
      'against previous span',
      '2026-05-10/2026-05-16  week 10–16 May 2026 · 7 days',
      '',
    ]);
  });

  test('marks the place of an error, and ends with 2', async () => {
    const { code, err } = await run(['period', 'last 7 dyas']);
    expect(code).toBe(2);
    expect(err).toContain('“dyas” does not fit here. Did you mean “days”?\n  last 7 dyas\n         ^^^^\n');
  });

  test.each([
    [['period'], 'Give a phrase, or --batch.'],
    [['period', 'all', '--today', '2026-02-30'], 'Write the day as YYYY-MM-DD.'],
    [['period', 'all', '--data', 'none.csv'], 'There is no file none.csv.'],
    [['period', 'all', '--anchor', 'last week'], '“last” does not fit here.'],
    [['peroid'], 'unknown command'],
  ] as const)('%j is wrong usage', async (args, sentence) => {
    const { code, err } = await run(args);
    expect(code).toBe(2);
    expect(err).toContain(sentence);
  });

  test('answers many questions, and says which lines were none', async () => {
    const question = (id: string, text: string) =>
      JSON.stringify({
        id,
        text,
        rule: {},
        context: { today: '2026-06-03', asOf: null, anchor: 'today', data: [] },
      });
    const lines = [question('a', 'last 2 days'), 'nonsense', question('b', 'last 2 dyas'), ''];
    const { code, out, err } = await run(['period', '--batch'], lines.join('\n'));
    expect(
      out
        .trim()
        .split('\n')
        .map((line) => JSON.parse(line) as unknown),
    ).toEqual([
      { id: 'a', expect: { canonical: 'last 2 days', window: ['2026-06-02', '2026-06-03'] } },
      { id: 'b', expect: { error: 'unexpected' } },
    ]);
    expect(err).toContain('line 2:');
    expect(code).toBe(2);
  });
});
