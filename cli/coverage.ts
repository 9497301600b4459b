/** How many of the lines of code the unit tests pass through. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { PROJECT } from './places';

const LINES = z.object({ lines: z.object({ total: z.int(), covered: z.int() }) });
const summarySchema = z.record(z.string(), LINES);
export type CoverageSummary = z.infer<typeof summarySchema>;

/** What is told apart, from the whole to its parts. */
const FOLDERS = ['src', 'src/core', 'src/server', 'src/features'];

/** Where all files are counted together. */
const TOTAL = 'total';

/** Shares of lines by folder, in words. Files are named by their whole paths, in the folder of the project. */
export function coverageWords(summary: CoverageSummary, project: string): string {
  const files = Object.entries(summary).filter(([file]) => file !== TOTAL);
  const shares = FOLDERS.map((folder) => {
    const within = files.filter(([file]) => file.startsWith(path.join(project, folder) + path.sep));
    const total = within.reduce((sum, [, { lines }]) => sum + lines.total, 0);
    const covered = within.reduce((sum, [, { lines }]) => sum + lines.covered, 0);
    return `${folder} ${total === 0 ? '–' : `${((100 * covered) / total).toFixed(1)} %`}`;
  });
  return `lines that unit tests pass through: ${shares.join(', ')}`;
}

/** The same of a folder that Jest wrote its summary to. */
export const coverageIn = (folder: string): string =>
  coverageWords(
    summarySchema.parse(JSON.parse(readFileSync(path.join(folder, 'coverage-summary.json'), 'utf8'))),
    PROJECT,
  );
