/** Every released form of the tables, with rows as that version kept them, comes forward; a newer one is left alone. */
import { existsSync, readdirSync } from 'node:fs';
import path from 'node:path';
import mysql from 'mysql2/promise';
import { makeReleased, rowsOf, stepsKnown } from '../../../testing/releasedForm';
import { readManifest } from '../backup/manifest';
import { listBin } from '../bin/bin';
import { listDashboards } from '../dashboards/list';
import { readDashboard } from '../dashboards/read';
import { listRevisions } from '../dashboards/repository';
import { listSelections } from '../dashboards/selections';
import { rowsTable } from '../datasets/definition';
import { findDataset, loadsOf, refusalsOf } from '../datasets/repository';
import { readModel } from '../model/model';
import { listDeeds } from '../accounts/deeds';
import { listRules } from '../accounts/rowRules';
import { listSchedules } from '../schedules/repository';
import { readJob } from '../jobs/jobs';
import { withDatabase } from '../testing';
import { migrateWithBackup } from '../backup/migrate';
import { forget } from '../once';
import { isBetweenForms, takeSteps } from './migrate';
import { migrateDatabase, pool, selectRows } from './connection';
import { knownMigrations, migrationsDone, migrationsFolder } from './migrations';

const at = withDatabase();

async function dropEverything() {
  const tables = await selectRows<{ name: string }>(
    'SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE()',
  );
  for (const { name } of tables) await selectRows(`DROP TABLE \`${name}\``);
}

const connected = () =>
  mysql.createConnection({
    host: '127.0.0.1',
    port: Number(process.env.DATHEN_DB_PORT),
    user: process.env.DATHEN_DB_USER,
    password: process.env.DATHEN_DB_PASSWORD,
    database: process.env.DATHEN_DB_NAME,
    multipleStatements: true,
  });

/** Empties the schema, then makes it as a version had it, with rows of that version. */
async function asReleased(version: number) {
  await dropEverything();
  const connection = await connected();
  await makeReleased(connection, version);
  await connection.end();
}

const EVERYTHING = { search: '', from: null, to: null };
const versions = stepsKnown().map(({ idx }) => idx);

test.each(versions)(
  'the tables of version %i, with their rows',
  async (version) => {
    await asReleased(version);
    await migrateDatabase();
    // Another process would have read nothing yet.
    forget('model');
    expect(await listDashboards()).toMatchObject([{ id: 1, title: 'Kept', revision: 2, visuals: 1 }]);
    expect(await readDashboard(1)).toMatchObject({
      document: { version: 3, visuals: [{ id: 'sea', measures: [{ dataset: 'trips', measure: 'rows' }] }] },
    });
    expect(await listRevisions(1)).toHaveLength(2);
    expect((await listBin()).map(({ name }) => name)).toEqual(['Deleted']);
    const stored = await findDataset('trips');
    expect(await loadsOf(stored.id)).toMatchObject([
      ...(version >= 11 ? [{ mode: 'append', rowsTotal: 3, source: 'more.csv' }] : []),
      { rowsTotal: 2, source: 'trips.csv', actor: 'page' },
    ]);
    // Rows lie in the table that the first load made, whether some were added later or not.
    const [kept] = await selectRows<{ n: number }>(`SELECT COUNT(*) AS n FROM ${rowsTable(stored)}`);
    expect([rowsTable(stored), Number(kept!.n)]).toEqual(['fact_1_1', version >= 11 ? 3 : 2]);
    expect(await refusalsOf(1)).toMatchObject([{ line: 4, value: 'soon' }]);
    const { model } = await readModel();
    expect(model).toMatchObject({
      rule: { weekStart: 7 },
      datasets: [{ key: 'trips', rows: version >= 11 ? 3 : 2 }],
    });
    expect(model.shared).toHaveLength(version >= 1 ? 1 : 0);
    expect(model.special.map(({ name }) => name)).toEqual([
      ...(version >= 1 ? ['New year'] : []),
      ...(version >= 7 ? ['Storm'] : []),
    ]);
    expect(model.definitions).toHaveLength(version >= 2 ? 1 : 0);
    expect(model.periods).toHaveLength(version >= 3 ? 1 : 0);
    expect(model.geometries ?? []).toHaveLength(version >= 8 ? 1 : 0);
    expect((await listSelections(1)).map(({ name }) => name)).toEqual(version >= 5 ? ['Spring'] : []);
    expect(await listSchedules(1)).toMatchObject(
      version >= 6 ? [{ name: 'Morning', runs: [{ status: 'done' }] }] : [],
    );
    expect((await listDeeds(EVERYTHING, { offset: 0, limit: 5 })).deeds.map(({ action }) => action)).toEqual([
      ...(version >= 10 ? ['signed out'] : []),
      ...(version >= 9 ? ['signed in'] : []),
    ]);
    expect(await listRules()).toMatchObject(version >= 9 ? [{ values: ['Veldry', null] }] : []);
    if (version >= 12)
      expect(await readJob('5b2f0c3e-6a55-4b6f-9a42-1d5f1f0c9a01')).toMatchObject({
        state: 'done',
        result: { dataset: 'trips', loaded: 1 },
      });
    expect(stored.spread).toBeNull();
    if (version >= 13)
      expect(await findDataset('spread')).toMatchObject({ spread: { nodes: ['north', 'south'], rows: 2 } });
  },
  60_000,
);

test('every version from the first on is tried, and the newest has rows of its own', () => {
  expect(versions).toEqual(Array.from({ length: knownMigrations() }, (_, i) => i));
  expect(existsSync(rowsOf(versions.at(-1)!))).toBe(true);
});

test('before tables are changed there is a backup of them; none where nothing changes', async () => {
  const backups = path.join(at.folder, 'backups');
  await asReleased(4);
  await migrateWithBackup();
  const [made] = readdirSync(backups);
  expect(readManifest(path.join(backups, made!))).toMatchObject({ migrations: 5 });
  await migrateWithBackup();
  expect(readdirSync(backups)).toEqual([made]);
}, 60_000);

test('tables of a newer version are left alone, and said to be', async () => {
  await selectRows("INSERT INTO __drizzle_migrations (hash, created_at) VALUES ('later', 9999999999999)");
  await expect(migrateDatabase()).rejects.toMatchObject({ code: 'newer-schema', status: 409 });
  await selectRows("DELETE FROM __drizzle_migrations WHERE hash = 'later'");
  await migrateDatabase();
});

/** How tables, columns, indexes and constraints are. */
const form = async () => [
  await selectRows(
    'SELECT table_name, column_name, column_type, is_nullable, column_default FROM information_schema.columns WHERE table_schema = DATABASE() ORDER BY 1, ordinal_position',
  ),
  await selectRows(
    'SELECT table_name, index_name, column_name, non_unique FROM information_schema.statistics WHERE table_schema = DATABASE() ORDER BY 1, 2, seq_in_index',
  ),
  await selectRows(
    'SELECT table_name, constraint_name, constraint_type FROM information_schema.table_constraints WHERE table_schema = DATABASE() ORDER BY 1, 2',
  ),
];

test.each(['before', 'after'])(
  'whoever is killed %s any statement goes on there at the next start',
  async (when) => {
    await dropEverything();
    await migrateDatabase();
    const whole = await form();
    await dropEverything();
    const survived = new Set<string>();
    let starts = 0;
    for (let isDone = false; !isDone; starts++) {
      const connection = await connected();
      const query = async (sql: string, values?: unknown[]) => {
        const point = `${sql} ${JSON.stringify(values)}`;
        // Once at each point, where nothing runs yet, or where it has run and nobody knows.
        const isKilled = !survived.has(point) && !sql.includes('_LOCK');
        survived.add(point);
        if (isKilled && when === 'before') throw new Error('killed');
        const result = await connection.query(sql, values);
        if (isKilled) throw new Error('killed');
        return result;
      };
      isDone = await takeSteps({ query } as unknown as mysql.Connection, migrationsFolder()).then(
        () => true,
        (error: unknown) => {
          if ((error as Error).message !== 'killed') throw error;
          return false;
        },
      );
      await connection.end();
    }
    expect(starts).toBeGreaterThan(100);
    expect(await form()).toEqual(whole);
    expect(await isBetweenForms(pool())).toBe(false);
  },
  120_000,
);

test('a table of somebody else is not taken for one of ours', async () => {
  await dropEverything();
  await selectRows('CREATE TABLE dashboard (id INT)');
  for (let start = 0; start < 3; start++)
    await expect(migrateDatabase()).rejects.toMatchObject({ errno: 1050 });
  await selectRows('DROP TABLE dashboard');
  await migrateDatabase();
}, 60_000);

test('of two that change the tables at once, one waits for the other', async () => {
  await dropEverything();
  await Promise.all([migrateDatabase(), migrateDatabase()]);
  expect(await migrationsDone(pool())).toBe(knownMigrations());
}, 60_000);
