/** The table of examples in docs/period-phrases.md, made from the test vectors. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { parseIsoDay } from '../src/core/calendar/day';
import { DEFAULT_RULE } from '../src/core/calendar/rule';
import { describeRuns } from '../src/core/period/describe';

interface Vector {
  readonly id: string;
  readonly text: string;
  readonly rule: { readonly fiscal: { readonly yearStartMonth: number; readonly monthStartDay: number } };
  readonly context: { readonly today: string };
  readonly expect: { readonly canonical?: string; readonly window?: readonly [string, string] };
}

const BEGIN = '<!-- examples -->';
const END = '<!-- end of examples -->';
const root = process.cwd();
export const PAGE = path.join(root, 'docs/period-phrases.md');

function rowsOf(vectors: readonly Vector[], kind: string): string[] {
  const end = (text: string, open: number) => (text === '..' ? open : parseIsoDay(text)!);
  return vectors
    .filter(({ id, rule, expect }) => {
      const isPlain = rule.fiscal.yearStartMonth === 1 && rule.fiscal.monthStartDay === 1;
      return id.startsWith(kind) && isPlain && expect.window !== undefined;
    })
    .map(({ expect, context }) => {
      const [first, last] = expect.window!;
      const run = { start: end(first, -Infinity), end: end(last, Infinity) };
      return `| \`${expect.canonical}\` | ${context.today} | ${describeRuns([run], DEFAULT_RULE)} |`;
    })
    .filter((row, i, all) => all.indexOf(row) === i);
}

/** The table, as the vectors have it now. */
export function examplesTable(): string {
  const vectors = readFileSync(path.join(root, 'src/core/period/vectors/periods.jsonl'), 'utf8')
    .trim()
    .split('\n')
    .map((line) => JSON.parse(line) as Vector);
  const rows = [...rowsOf(vectors, 'rolling-worked'), ...rowsOf(vectors, 'fixed-worked')];
  return [BEGIN, '', '| phrase | today | days |', '|---|---|---|', ...rows, '', END].join('\n');
}

/** The page with its table brought up to date. */
export function withExamples(page: string): string {
  const from = page.indexOf(BEGIN);
  const to = page.indexOf(END);
  if (from < 0 || to < 0) throw new Error('The page has no place for the examples');
  return page.slice(0, from) + examplesTable() + page.slice(to + END.length);
}
