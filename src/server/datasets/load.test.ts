import { existsSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { eq } from 'drizzle-orm';
import { database, dedicatedConnection, selectRows, sqlNow } from '../database/connection';
import { datasetLoad } from '../database/schema';
import { loadText, newestLoad, withDatabase } from '../testing';
import { editDataset } from './edit';
import { datasetLock } from './holding';
import { loadFile } from './load';
import { planFromProfile } from './plan';
import { profileFile } from './profile';
import { recoverLoads } from './recover';
import { findDataset, refusalsOf, removeDataset, summaryOf } from './repository';
import { findUpload, newUpload, removeUpload } from './uploads';

const at = withDatabase();

const text = (rows: readonly string[]) => ['day,route,seats,fare', ...rows, ''].join('\n');
const FIRST = text(['2026-01-01,Veldry,2,10.50', '2026-01-02,Tamsel,3,20.25', '2026-01-02,Veldry,4,0.10']);

async function rowsIn(key: string): Promise<number> {
  const stored = await findDataset(key);
  const [row] = await selectRows<{ total: number }>(
    `SELECT COUNT(*) AS total FROM fact_${stored.id}_${stored.rowsLoad}`,
  );
  return Number(row!.total);
}

const factTables = async () =>
  (
    await selectRows<{ name: string }>(
      "SELECT table_name AS name FROM information_schema.tables WHERE table_schema = DATABASE() AND table_name LIKE 'fact\\_%'",
    )
  ).map((row) => row.name);

/** Loads a text by the plan that fits another one. */
async function loadAs(planned: string, loaded: string, name: string, options: { into?: string } = {}) {
  const files = [planned, loaded].map((content, i) => {
    const file = path.join(at.folder, `${name}${i}.csv`);
    writeFileSync(file, content);
    return file;
  });
  const plan = planFromProfile(name, await profileFile(files[0]!), { mode: 'replace' });
  return loadFile(files[1]!, plan, { source: `${name}.csv`, ...options });
}

/** Rows enough that a load can be stopped in the middle. */
const many = (count: number, seats = 1) =>
  text(
    Array.from(
      { length: count },
      (_, i) =>
        `2026-0${1 + (i % 6)}-${String(1 + (i % 28)).padStart(2, '0')},Route ${i % 7},${seats},${i % 90}.25`,
    ),
  );

describe('loads', () => {
  test('a new dataset has its columns, roles, measures and coverage', async () => {
    const { dataset, loaded, refused } = await loadText(at.folder, 'Trips', FIRST);
    expect([dataset, loaded, refused]).toEqual(['trips', 3, 0]);
    const summary = await summaryOf(await findDataset('trips'));
    expect(summary.columns.map((column) => [column.key, column.type])).toEqual([
      ['day', 'day'],
      ['route', 'text'],
      ['seats', 'whole'],
      ['fare', 'decimal'],
    ]);
    expect(summary.roles).toEqual([{ key: 'day', name: 'day' }]);
    expect(summary.coverage.day).toMatchObject({
      first: '2026-01-01',
      last: '2026-01-02',
      days: 2,
      blank: 0,
    });
    expect(summary.measures.length).toBeGreaterThan(1);
  });

  test('replacing puts the new rows in the place of the old ones, and drops their table', async () => {
    const before = await findDataset('trips');
    await loadText(at.folder, 'Trips', text(['2026-02-01,Veldry,1,1.00']), { into: 'trips' });
    expect(await rowsIn('trips')).toBe(1);
    const after = await findDataset('trips');
    expect(after.currentLoad).not.toBe(before.currentLoad);
    expect(await factTables()).toEqual([`fact_${after.id}_${after.currentLoad}`]);
  });

  test('appending keeps the old rows, and finds columns by their names', async () => {
    const other = 'fare,day,seats,route\n5.00,2026-03-01,9,Tamsel\n';
    await loadText(at.folder, 'Trips', other, { into: 'trips', mode: 'append' });
    expect(await rowsIn('trips')).toBe(2);
    const summary = await summaryOf(await findDataset('trips'));
    expect(summary.coverage.day).toMatchObject({ first: '2026-02-01', last: '2026-03-01' });
    expect(await newestLoad('trips')).toMatchObject({ mode: 'append', status: 'done', rowsLoaded: 1 });
  });

  test('a file that lacks a column cannot be appended, and changes nothing', async () => {
    const before = await findDataset('trips');
    await expect(
      loadText(at.folder, 'Trips', 'day,route\n2026-01-01,Veldry\n', { into: 'trips', mode: 'append' }),
    ).rejects.toMatchObject({ code: 'columns-differ' });
    expect((await findDataset('trips')).currentLoad).toBe(before.currentLoad);
    expect(await rowsIn('trips')).toBe(2);
  });

  test('rows that do not fit are refused with line, column and value', async () => {
    const rows = Array.from(
      { length: 30 },
      (_, i) => `2026-01-${String(i + 1).padStart(2, '0')},Veldry,1,1.00`,
    );
    rows[3] = '2026-01-04,Veldry,many,1.00';
    const { dataset, refused } = await loadText(at.folder, 'Rough', text(rows));
    const stored = await findDataset(dataset);
    expect(refused).toBe(1);
    expect(await refusalsOf(stored.currentLoad!)).toEqual([
      expect.objectContaining({ line: 5, column: 'seats', value: 'many' }),
    ]);
  });

  test.each([0, 20, 60, 150, 250, 300, 350, 400, 450, 500])(
    'a load stopped after %i ms leaves the rows that were there, and no table behind',
    async (wait) => {
      const known = await findDataset('trips');
      const stop = new AbortController();
      const load = loadText(at.folder, 'Trips', many(40_000), { into: 'trips', signal: stop.signal });
      const outcome = load.then(
        () => 'done',
        () => 'stopped',
      );
      await pause(wait);
      stop.abort();
      const ended = await outcome;
      await recoverLoads();
      const stored = await findDataset('trips');
      expect(await rowsIn('trips')).toBe(ended === 'done' ? 40_000 : 2);
      expect(await factTables()).toContain(`fact_${stored.id}_${stored.rowsLoad}`);
      expect((await factTables()).filter((name) => name.startsWith(`fact_${stored.id}_`))).toHaveLength(1);
      if (ended === 'done') {
        // Back to the two rows for the next moment.
        await loadText(at.folder, 'Trips', text(['2026-02-01,Veldry,1,1.00', '2026-03-01,Tamsel,9,5.00']), {
          into: 'trips',
        });
      } else expect(stored.currentLoad).toBe(known.currentLoad);
    },
    60_000,
  );

  test('a load of which every row is refused says where, makes no dataset and keeps the old rows', async () => {
    const plan = await loadText(at.folder, 'Wrong', FIRST);
    expect(plan.loaded).toBe(3);
    const swapped = text(['Veldry,2026-01-01,2,10.50', 'Tamsel,2026-01-02,3,20.25']);
    const tables = (await factTables()).length;
    const refusal = {
      code: 'all-refused',
      message: expect.stringMatching(/^All 2 rows were refused, .* line 2, “day”: Not a date \(“Veldry”\)/),
    };
    await expect(loadAs(FIRST, swapped, 'Wrong', { into: 'wrong' })).rejects.toMatchObject(refusal);
    expect(await rowsIn('wrong')).toBe(3);
    await expect(loadAs(FIRST, swapped, 'Nobody')).rejects.toMatchObject(refusal);
    await expect(findDataset('nobody')).rejects.toMatchObject({ status: 404 });
    expect(await factTables()).toHaveLength(tables);
  });

  test('a new dataset whose load is stopped is not there afterwards', async () => {
    const stop = new AbortController();
    const load = loadText(at.folder, 'Never', many(40_000), {
      signal: stop.signal,
      onProgress: () => stop.abort(),
    });
    await expect(load).rejects.toBeDefined();
    await expect(findDataset('never')).rejects.toMatchObject({ code: 'no-such-dataset' });
  });

  test('two loads into one dataset: the second is told to wait', async () => {
    const stored = await findDataset('trips');
    const other = await dedicatedConnection();
    await other.query('SELECT GET_LOCK(?, 0)', [datasetLock(stored.id)]);
    await expect(loadText(at.folder, 'Trips', FIRST, { into: 'trips' })).rejects.toMatchObject({
      code: 'load-running',
    });
    await other.end();
    expect((await findDataset('trips')).currentLoad).toBe(stored.currentLoad);
  });

  test('another schema of the same database server may load its own dataset of the same number', async () => {
    const stored = await findDataset('trips');
    const own = process.env.DATHEN_DB_NAME;
    process.env.DATHEN_DB_NAME = 'dathen_of_others';
    const theirs = datasetLock(stored.id);
    process.env.DATHEN_DB_NAME = own;
    const other = await dedicatedConnection();
    await other.query('SELECT GET_LOCK(?, 0)', [theirs]);
    await loadText(at.folder, 'Trips', FIRST, { into: 'trips' });
    expect((await findDataset('trips')).currentLoad).not.toBe(stored.currentLoad);
    await other.end();
  });

  test('what is changed on a dataset while it is loaded stays changed', async () => {
    const stored = await findDataset('trips');
    let edited: Promise<unknown> | undefined;
    const [first] = stored.definition.measures;
    await loadText(at.folder, 'Trips', many(40_000), {
      into: 'trips',
      onProgress: () => {
        edited ??= editDataset(stored, { name: 'Voyages', measures: [{ ...first!, name: 'People' }] });
      },
    });
    await edited;
    const after = await findDataset('trips');
    expect(after.name).toBe('Voyages');
    expect(after.definition.measures.map((measure) => measure.name)).toContain('People');
    expect(await rowsIn('trips')).toBe(40_000);
  });

  test('at the start what a killed load left behind is cleared; what is in use stays', async () => {
    const stored = await findDataset('trips');
    await selectRows(`CREATE TABLE fact_${stored.id}_99999 (x INT)`);
    await database()
      .insert(datasetLoad)
      .values({
        datasetId: stored.id,
        mode: 'replace',
        status: 'running',
        source: 'killed.csv',
        startedAt: sqlNow(),
        rowsLoaded: 0,
        rowsRefused: 0,
        rowsTotal: 0,
        bytes: 0,
      } as typeof datasetLoad.$inferInsert);
    await recoverLoads();
    expect(await factTables()).not.toContain(`fact_${stored.id}_99999`);
    expect(await rowsIn('trips')).toBe(40_000);
    const running = await database().select().from(datasetLoad).where(eq(datasetLoad.status, 'running'));
    expect(running).toEqual([]);
  });

  test('a removed dataset takes its rows with it', async () => {
    const stored = await findDataset('rough');
    await removeDataset(stored);
    expect((await factTables()).filter((name) => name.startsWith(`fact_${stored.id}_`))).toEqual([]);
    await expect(findDataset('rough')).rejects.toMatchObject({ status: 404 });
  });
});

describe('edits of a dataset', () => {
  test('a measure of a column that is not there is refused', async () => {
    const stored = await findDataset('trips');
    const [measure] = stored.definition.measures;
    await expect(
      editDataset(stored, { measures: [{ ...measure!, key: 'odd', column: 'nothing', aggregation: 'sum' }] }),
    ).rejects.toMatchObject({ status: 400 });
    expect((await findDataset('trips')).definition.measures).toEqual(stored.definition.measures);
  });

  test('roles and categories are changed, and a role keeps its key', async () => {
    const stored = await findDataset('trips');
    const edited = await editDataset(stored, { roles: [{ key: 'day', name: 'sailed' }], categories: [] });
    expect(edited.definition.roles).toEqual([{ key: 'day', name: 'sailed' }]);
    expect(edited.definition.columns.filter((column) => column.category)).toEqual([]);
    await editDataset(edited, { categories: ['route'] });
    expect((await findDataset('trips')).definition.columns[1]!.category).toBe(true);
  });
});

test('uploads are found until they are removed, and names of other files are not', async () => {
  const { upload, path } = await newUpload();
  const { writeFileSync } = await import('node:fs');
  writeFileSync(path, 'a,b\n');
  expect(await findUpload(upload)).toMatchObject({ bytes: 4 });
  await removeUpload(upload);
  expect(existsSync(path)).toBe(false);
  await expect(findUpload(upload)).rejects.toMatchObject({ status: 404 });
  await expect(findUpload('../password')).rejects.toMatchObject({ status: 404 });
});

test('two loads of one new name at once make one dataset and one clear error', async () => {
  const text = 'day,seats\n2026-05-03,1\n';
  const both = await Promise.allSettled([
    loadText(at.folder, 'Twins', text),
    loadText(at.folder, 'Twins', text),
  ]);
  expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
  const lost = both.find((each) => each.status === 'rejected')!;
  expect(['load-running', 'name-taken']).toContain((lost.reason as { code: string }).code);
  const rows = await selectRows<{ n: number }>("SELECT COUNT(*) AS n FROM dataset WHERE name = 'Twins'");
  expect(Number(rows[0]!.n)).toBe(1);
  await expect(loadText(at.folder, 'Twins', text)).rejects.toMatchObject({ code: 'name-taken' });
});
