/** What benches find: a line for each, and one table of all where `all.ts` runs them. */
import { appendFileSync, readFileSync } from 'node:fs';
import { z } from 'zod';
import { milliseconds, quantile } from './support';

export const findingSchema = z.object({
  /** What was measured, how large it was. */
  what: z.string(),
  figure: z.string(),
  /** What it is held against in the same run, and how many times that it took. */
  against: z.object({ what: z.string(), figure: z.string(), ratio: z.number() }).optional(),
});

export type Finding = z.infer<typeof findingSchema>;

/** The file to which findings are added, one JSON a line; where it is not set they are only printed. */
const FILE = 'DATHEN_BENCH_FINDINGS';

export function report(finding: Finding): void {
  const { what, figure, against } = finding;
  const rival = against ? `; ${against.what} ${against.figure}, ratio ${against.ratio.toFixed(2)}` : '';
  console.log(`${what}: ${figure}${rival}`);
  const file = process.env[FILE];
  if (file) appendFileSync(file, `${JSON.stringify(finding)}\n`);
}

/** The environment in which a bench adds its findings to a file. */
export const reportingTo = (file: string): NodeJS.ProcessEnv => ({ ...process.env, [FILE]: file });

export function readFindings(file: string): Finding[] {
  const lines = readFileSync(file, 'utf8').split('\n').filter(Boolean);
  return lines.map((line) => findingSchema.parse(JSON.parse(line)));
}

/** A table in Markdown, a line for each finding. */
export function tableOf(findings: readonly Finding[]): string {
  const cell = (text: string) => text.replaceAll('|', '\\|');
  const lines = findings.map(({ what, figure, against }) => {
    const rival = against ? [`${against.what}: ${against.figure}`, against.ratio.toFixed(2)] : ['', ''];
    return `| ${[what, figure, ...rival].map(cell).join(' | ')} |`;
  });
  return ['| what | here | held against, in the same run | ratio |', '|---|---|---|---|', ...lines].join(
    '\n',
  );
}

/** The middle of some times (milliseconds) and what 95 of 100 do not pass. */
export const p50p95 = (times: readonly number[]): string =>
  `p50 ${milliseconds(quantile(times, 0.5))}, p95 ${milliseconds(quantile(times, 0.95))}`;
