/** Tables as a released version had them, with rows that it kept. */
import { cpSync, existsSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { Connection } from 'mysql2/promise';
import { takeSteps } from '../src/server/database/migrate';
import { migrationsFolder } from '../src/server/database/migrations';

interface Journal {
  entries: { idx: number; tag: string }[];
}
const journalIn = (folder: string) => path.join(folder, 'meta/_journal.json');

/** The steps that there are, from the first on. */
export const stepsKnown = (): Journal['entries'] =>
  (JSON.parse(readFileSync(journalIn(migrationsFolder()), 'utf8')) as Journal).entries;

/** The file with the rows that came with a version. */
export const rowsOf = (version: number): string =>
  path.join(process.cwd(), 'testing/released', `${String(version).padStart(4, '0')}.sql`);

/** Makes tables in an empty database; the connection takes several statements at once. */
export async function makeReleased(connection: Connection, version: number): Promise<void> {
  const folder = mkdtempSync(path.join(tmpdir(), 'dathen-migrations-'));
  cpSync(migrationsFolder(), folder, { recursive: true });
  const journal = JSON.parse(readFileSync(journalIn(folder), 'utf8')) as Journal;
  for (let step = 0; step <= version; step++) {
    const entries = journal.entries.filter(({ idx }) => idx <= step);
    writeFileSync(journalIn(folder), JSON.stringify({ ...journal, entries }));
    await takeSteps(connection, folder);
    if (existsSync(rowsOf(step))) await connection.query(readFileSync(rowsOf(step), 'utf8'));
  }
  rmSync(folder, { recursive: true });
}
