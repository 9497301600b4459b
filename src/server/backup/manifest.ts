/** What a backup says of itself. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { z } from 'zod';
import { Problem } from '../problem';

/** Of the form of backups; another one is not understood. */
export const BACKUP_FORM = 1;
export const MANIFEST = 'backup.json';
/** The key of secrets, in a backup. */
export const KEY_FILE = 'secret.key';

const backedTableSchema = z.object({
  name: z.string().regex(/^\w+$/),
  /** The statement that makes it. */
  create: z.string(),
  /** Columns whose values are kept, in the order of the file; the others follow from them. */
  columns: z.array(z.string().regex(/^\w+$/)),
  rows: z.int().min(0),
  /** Sum over all rows of the CRC-32 of each, as it stands in the file, modulo 2 to the power of 52. */
  checksum: z.int().min(0),
});
export type BackedTable = z.infer<typeof backedTableSchema>;

const manifestSchema = z.object({
  form: z.literal(BACKUP_FORM),
  version: z.string(),
  madeAt: z.iso.datetime(),
  /** How many steps of migration its tables have had. */
  migrations: z.int().min(0),
  tables: z.array(backedTableSchema),
});
export type Manifest = z.infer<typeof manifestSchema>;

/** The rows of a table, in a backup. */
export const rowsFile = (table: string): string => `${table}.tsv.gz`;

/** Reads what a folder says of itself. Throws a `Problem` where it is no backup, or one that is not understood. */
export function readManifest(folder: string): Manifest {
  let given: unknown;
  try {
    given = JSON.parse(readFileSync(path.join(folder, MANIFEST), 'utf8'));
  } catch {
    throw new Problem('no-backup', `${folder} is no backup: it has no ${MANIFEST} that can be read.`, 404);
  }
  const read = manifestSchema.safeParse(given);
  if (!read.success)
    throw new Problem('no-backup', `${folder} is no backup that this version of Dathen understands.`);
  return read.data;
}
