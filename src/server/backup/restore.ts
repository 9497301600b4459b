/** From a backup back to tables: beside those that are in use, compared, and only then in their place. */
import { copyFileSync, existsSync } from 'node:fs';
import path from 'node:path';
import type { Connection, RowDataPacket } from 'mysql2/promise';
import { serverConfig } from '../config';
import { dedicatedConnection } from '../database/connection';
import { knownMigrations, newerThanKnown } from '../database/migrations';
import { removeDerivedFiles } from '../datasets/derivedFiles';
import { headId } from '../nodes/join';
import { Problem } from '../problem';
import { KEY_FILE, readManifest, rowsFile, type Manifest } from './manifest';
import { loadRows, tellRows } from './rows';
import { tableNames } from './tables';

/** Schemas beside the one in use. */
const scratchName = () => `${serverConfig().database.name}_scratch`;
const formerName = () => `${serverConfig().database.name}_former`;

async function anew(connection: Connection, schema: string): Promise<void> {
  await connection.query(`DROP DATABASE IF EXISTS \`${schema}\``);
  await connection.query(`CREATE DATABASE \`${schema}\` CHARACTER SET utf8mb4 COLLATE utf8mb4_unicode_ci`);
}

/** Reads a backup into a schema of its own. Throws a `Problem` for the first table that is not what it was. */
async function readInto(schema: string, folder: string, { tables }: Manifest): Promise<void> {
  const connection = await dedicatedConnection({ database: schema });
  try {
    await connection.query('SET foreign_key_checks = 0, unique_checks = 0');
    for (const { name, create, columns, rows, checksum } of tables) {
      await connection.query(create);
      await loadRows(connection, name, columns, path.join(folder, rowsFile(name)));
      const told = await tellRows(connection, name, columns);
      if (told.rows !== rows || told.checksum !== checksum)
        throw new Problem(
          'backup-differs',
          `“${name}” is not what it was: ${told.rows} rows where there were ${rows}${told.rows === rows ? ', of another content' : ''}. Nothing was changed.`,
          500,
        );
    }
  } finally {
    await connection.end();
  }
}

/** Notes that rows which lay on nodes lie here now. */
async function keepHere(connection: Connection): Promise<void> {
  const [columns] = await connection.query<RowDataPacket[]>(
    `SHOW COLUMNS FROM \`${scratchName()}\`.dataset LIKE 'spread'`,
  );
  if (columns.length > 0) await connection.query(`UPDATE \`${scratchName()}\`.dataset SET spread = NULL`);
}

/** Reads a backup back beside the tables in use, compares, and leaves nothing behind. */
export async function checkBackup(folder: string, manifest: Manifest): Promise<void> {
  const connection = await dedicatedConnection();
  try {
    await anew(connection, scratchName());
    await readInto(scratchName(), folder, manifest);
  } finally {
    await connection.query(`DROP DATABASE IF EXISTS \`${scratchName()}\``).catch(() => undefined);
    await connection.end();
  }
}

/**
 * Puts what a backup holds in the place of what there is, which goes for good. Throws a `Problem` where the backup is
 * damaged or of a newer version; nothing is changed then.
 */
export async function restoreBackup(folder: string): Promise<Manifest> {
  const manifest = readManifest(folder);
  if (manifest.migrations > knownMigrations()) throw newerThanKnown();
  const connection = await dedicatedConnection();
  try {
    const { name } = serverConfig().database;
    await anew(connection, scratchName());
    await readInto(scratchName(), folder, manifest);
    await keepHere(connection);
    await anew(connection, formerName());
    const [[last]] = await connection.query<RowDataPacket[]>('SELECT MAX(id) AS id FROM dataset_load');
    const head = await headId();
    const former = (await tableNames(connection)).map(
      (table) => `\`${name}\`.\`${table}\` TO \`${formerName()}\`.\`${table}\``,
    );
    const next = manifest.tables.map(
      ({ name: table }) => `\`${scratchName()}\`.\`${table}\` TO \`${name}\`.\`${table}\``,
    );
    // One statement: after a crash either all tables are the former ones, or all are those of the backup.
    await connection.query(`RENAME TABLE ${[...former, ...next].join(', ')}`);
    await removeDerivedFiles();
    // Browsers keep cubes by the numbers of their loads, so that none is given twice; a smaller one is not taken.
    await connection.query(`ALTER TABLE dataset_load AUTO_INCREMENT = ${Number(last?.id ?? 0) + 1}`);
    // The nodes belong to this head, whatever was kept elsewhere; what lies on them is not what was kept.
    await connection.query("REPLACE INTO setting (name, value) VALUES ('head', ?)", [head]);
    await connection.query(`DROP DATABASE \`${formerName()}\``);
    await connection.query(`DROP DATABASE \`${scratchName()}\``);
  } finally {
    await connection.end();
  }
  const key = path.join(folder, KEY_FILE);
  if (existsSync(key)) copyFileSync(key, serverConfig().keyFile);
  return manifest;
}
