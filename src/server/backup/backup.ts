/**
 * Backups: all tables as they were at one moment, while Dathen runs; read back into a schema beside it and compared
 * before they count. Rows are read in one transaction that sees one moment; tables that it has looked at cannot go.
 */
import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import type { Connection } from 'mysql2/promise';
import packageJson from '../../../package.json';
import { serverConfig } from '../config';
import { dedicatedConnection } from '../database/connection';
import { migrationsDone } from '../database/migrations';
import { definitionSchema, ownTableSql, physicalName } from '../datasets/definition';
import { spreadSchema } from '../nodes/address';
import { nodeError, nodeNames } from '../nodes/nodes';
import { partsOf } from '../nodes/parts';
import { Problem } from '../problem';
import { BACKUP_FORM, KEY_FILE, MANIFEST, rowsFile, type Manifest } from './manifest';
import { checkBackup } from './restore';
import { writeRows } from './rows';
import { shapeOf, tableNames, type TableShape } from './tables';

const PREFIX = 'dathen-';
const UNFINISHED = '.part';
/** A load that puts new rows in the place of old ones at the very beginning makes it begin anew. */
const TRIES = 5;

/** Begins to see one moment, and holds all tables of it. Undefined where one went away at the very beginning. */
async function heldTables(connection: Connection): Promise<TableShape[] | undefined> {
  await connection.query('SET SESSION TRANSACTION ISOLATION LEVEL REPEATABLE READ');
  await connection.query('START TRANSACTION WITH CONSISTENT SNAPSHOT, READ ONLY');
  const names = await tableNames(connection);
  try {
    for (const name of names) await connection.query(`SELECT 1 FROM \`${name}\` LIMIT 1`);
    const shapes: TableShape[] = [];
    for (const name of names) shapes.push(await shapeOf(connection, name));
    return shapes;
  } catch (error) {
    const { errno } = error as { errno?: number };
    // No such table; or its definition changed since the moment.
    if (errno !== 1146 && errno !== 1412) throw error;
    await connection.query('ROLLBACK');
    return undefined;
  }
}

/** A table as it is kept, and where its rows are read. */
interface Kept extends TableShape {
  readonly from: string;
}

interface FactRow {
  readonly id: number;
  readonly current_load: number;
  readonly rows_load?: number | null;
  readonly spread?: string | null;
  readonly definition: string;
}

/**
 * The tables with what is kept of them. Fact tables that loads still fill, or that are no more in use, are left out:
 * nothing refers to them. One whose rows lie on nodes is kept as one that holds them itself.
 */
async function inUse(connection: Connection, shapes: readonly TableShape[]): Promise<Kept[]> {
  const [rows] = await connection.query('SELECT * FROM dataset WHERE current_load IS NOT NULL');
  // A backup is made before tables are changed too: in an older form each load had a table of its own.
  const facts = new Map(
    (rows as FactRow[]).map((row) => [`fact_${row.id}_${row.rows_load ?? row.current_load}`, row]),
  );
  return shapes.flatMap((shape): Kept[] => {
    const { name } = shape;
    const fact = facts.get(name);
    if (!fact) return name.startsWith('fact_') ? [] : [{ ...shape, from: `\`${name}\`` }];
    if (fact.spread == null) return [{ ...shape, from: `\`${name}\`` }];
    const { columns } = definitionSchema.parse(JSON.parse(fact.definition));
    const { from } = partsOf(name, spreadSchema.parse(JSON.parse(fact.spread)));
    return [
      {
        name,
        create: ownTableSql(name, columns),
        columns: ['row_id', ...columns.map((_, i) => physicalName(i))],
        from,
      },
    ];
  });
}

async function write(folder: string): Promise<Manifest> {
  const connection = await dedicatedConnection();
  try {
    let held: TableShape[] | undefined;
    for (let i = 0; i < TRIES && !held; i++) held = await heldTables(connection);
    if (!held) throw new Problem('busy', 'Data is being loaded all the time. Try again in a moment.', 503);
    const tables = [];
    for (const { from, ...shape } of await inUse(connection, held)) {
      const file = path.join(folder, rowsFile(shape.name));
      tables.push({ ...shape, ...(await writeRows(connection, from, shape.columns, file)) });
    }
    return {
      form: BACKUP_FORM,
      version: packageJson.version,
      madeAt: new Date().toISOString(),
      migrations: await migrationsDone(connection),
      tables,
    };
  } catch (error) {
    throw await nodeError(nodeNames(), error);
  } finally {
    await connection.end();
  }
}

/** Backups in a folder, the oldest first. */
export function backupsIn(parent: string): string[] {
  return readdirSync(parent)
    .filter((name) => name.startsWith(PREFIX) && !name.endsWith(UNFINISHED))
    .filter((name) => existsSync(path.join(parent, name, MANIFEST)))
    .sort();
}

export interface BackupMade {
  readonly folder: string;
  readonly tables: number;
  readonly rows: number;
}

/**
 * Makes a backup below a folder, and of those that are there keeps the newest `keep` (null: all). Throws a `Problem`
 * where what was written is not what it was made of; nothing older is removed then.
 */
export async function makeBackup(parent: string, keep: number | null): Promise<BackupMade> {
  mkdirSync(parent, { recursive: true, mode: 0o700 });
  // What was broken off is of no use.
  for (const name of readdirSync(parent))
    if (name.startsWith(PREFIX) && name.endsWith(UNFINISHED))
      rmSync(path.join(parent, name), { recursive: true });
  const name = `${PREFIX}${new Date().toISOString().replace(/:/g, '-')}`;
  const folder = path.join(parent, `${name}${UNFINISHED}`);
  mkdirSync(folder, { mode: 0o700 });
  const manifest = await write(folder);
  const { keyFile } = serverConfig();
  if (existsSync(keyFile)) copyFileSync(keyFile, path.join(folder, KEY_FILE));
  writeFileSync(path.join(folder, MANIFEST), JSON.stringify(manifest, null, 1), { mode: 0o600 });
  await checkBackup(folder, manifest);
  const done = path.join(parent, name);
  renameSync(folder, done);
  if (keep !== null)
    for (const old of backupsIn(parent).slice(0, -keep)) rmSync(path.join(parent, old), { recursive: true });
  return {
    folder: done,
    tables: manifest.tables.length,
    rows: manifest.tables.reduce((sum, { rows }) => sum + rows, 0),
  };
}
