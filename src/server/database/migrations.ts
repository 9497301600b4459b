/** Steps by which the tables got their form: those that this version knows, and those that a database has had. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { z } from 'zod';
import { Problem } from '../problem';

const journalSchema = z.object({ entries: z.array(z.object({ when: z.number() })) });

export const migrationsFolder = () => path.join(/* turbopackIgnore: true */ process.cwd(), 'drizzle');

/** How many steps this version knows. */
export const knownMigrations = (): number =>
  journalSchema.parse(JSON.parse(readFileSync(path.join(migrationsFolder(), 'meta/_journal.json'), 'utf8')))
    .entries.length;

/** How many steps a database has had; 0 for an empty one. */
export async function migrationsDone(connection: Pick<Connection, 'query'>): Promise<number> {
  try {
    const [[row]] = await connection.query<RowDataPacket[]>('SELECT COUNT(*) AS n FROM __drizzle_migrations');
    return Number(row?.n ?? 0);
  } catch (error) {
    if ((error as { errno?: number }).errno === 1146) return 0;
    throw error;
  }
}

export const newerThanKnown = () =>
  new Problem(
    'newer-schema',
    'The data is of a newer version of Dathen. Run that version; this one changes nothing of it.',
    409,
  );
