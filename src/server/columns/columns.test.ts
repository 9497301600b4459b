/** Cubes from column files equal those that the database makes, whatever the rows and shapes; and files come and go with loads. */
import {
  appendFileSync,
  closeSync,
  existsSync,
  openSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  truncateSync,
  writeFileSync,
  writeSync,
} from 'node:fs';
import path from 'node:path';
import fc from 'fast-check';
import type { Cube, CubeShape } from '../../core/cube/cube';
import { cellsOf, testRows } from '../../core/cube/testing';
import { heldCube, isCubeMade, makeFromFile } from '../answers/cubes';
import { recoverLoads } from '../datasets/recover';
import { editDataset } from '../datasets/edit';
import { findDataset, removeDataset, type StoredDataset } from '../datasets/repository';
import { forget } from '../once';
import { loadText, tableOf, withDatabase } from '../testing';
import { columnFiles, readIndex, rowsHeld } from './columnFile';
import { cubeFromFile } from './columnCube';
import { rebuildColumns } from './rebuild';

jest.setTimeout(60_000);
const at = withDatabase();

/** One row of each kind, so that columns are found to be what they are. */
const FIRST_LINES = 'day,other,route,channel,seats,cents\n1970-01-04,1970-01-05,Veldry,web,1,1.01\n';
const load = async (lines: string, options: Parameters<typeof loadText>[3] = {}): Promise<StoredDataset> => {
  const { dataset } = await loadText(at.folder, 'trips', FIRST_LINES + lines, options);
  return editDataset(await findDataset(dataset), { categories: ['route', 'channel'] });
};
let known: string | undefined;
const replaced = async (lines: string) => {
  const stored = await load(lines, known === undefined ? {} : { into: known });
  known = stored.key;
  return stored;
};

const shapeOf = (stored: StoredDataset, part: Partial<CubeShape> = {}): CubeShape => ({
  dataset: stored.key,
  load: stored.currentLoad!,
  day: 'day',
  otherDays: ['other'],
  categories: ['route', 'channel'],
  conditions: [],
  numbers: [
    { column: 'seats', scale: 0, extremes: true },
    { column: 'cents', scale: 2, extremes: false },
  ],
  spellings: {},
  ...part,
});

const valuesOf = (cube: Cube) => cube.categories.map(({ column, values }) => [column, values]);

/** The cube that the database makes: without a column file, and without one that was made before. */
async function byDatabase(stored: StoredDataset, shape: CubeShape): Promise<Cube | undefined> {
  const files = columnFiles(stored.id, stored.currentLoad!);
  const aside = `${files.index}.aside`;
  if (existsSync(files.index)) renameSync(files.index, aside);
  rmSync(path.join(at.folder, 'cubes'), { recursive: true, force: true });
  forget('cubes held');
  try {
    return await heldCube(stored, shape);
  } finally {
    if (existsSync(aside)) renameSync(aside, files.index);
  }
}

async function expectSame(stored: StoredDataset, shape: CubeShape) {
  const made = cubeFromFile(stored, shape);
  const judged = (await byDatabase(stored, shape))!;
  if (!made?.ok) throw new Error('The column file gave no cube');
  const [found, expected] = [cellsOf(made.cube), cellsOf(judged)];
  // Jest compares long lists slowly: of those that differ, three tell what is wrong.
  expect(found.filter((cell, i) => cell !== expected[i]).slice(0, 3)).toEqual([]);
  expect(found).toHaveLength(expected.length);
  expect(valuesOf(made.cube)).toEqual(valuesOf(judged));
  expect([...made.cube.dayOffsets]).toEqual([...judged.dayOffsets]);
  expect(made.cube.firstDay).toBe(judged.firstDay);
}

const anyShape = fc.record({
  day: fc.constantFrom('day', 'other'),
  hasOther: fc.boolean(),
  categories: fc.subarray(['route', 'channel']),
  numbers: fc.subarray([
    { column: 'seats', scale: 0 },
    { column: 'cents', scale: 2 },
  ]),
  extremes: fc.boolean(),
  isSpelled: fc.boolean(),
});

test('for any rows and any shape', async () => {
  await fc.assert(
    fc.asyncProperty(testRows, fc.array(anyShape, { minLength: 2, maxLength: 4 }), async (rows, shapes) => {
      const stored = await replaced(tableOf(rows).split('\n').slice(1).join('\n'));
      for (const { day, hasOther, categories, numbers, extremes, isSpelled } of shapes) {
        const other = day === 'day' ? 'other' : 'day';
        const shape = shapeOf(stored, {
          day,
          otherDays: hasOther ? [other] : [],
          categories,
          numbers: numbers.map((number) => ({ ...number, extremes })),
          spellings: isSpelled ? { route: { Veldry: 'Tamsel', Tamsel: 'Öst' } } : {},
        });
        await expectSame(stored, shape);
      }
    }),
    { numRuns: 12 },
  );
}, 120_000);

test('for rows of several batches, and for more combinations than have places of their own', async () => {
  const lines = Array.from(
    { length: 70_000 },
    (_, i) =>
      `19${70 + (i % 15)}-0${1 + (i % 9)}-${10 + (i % 19)},${i % 7 === 0 ? '' : `19${70 + (i % 13)}-03-0${1 + (i % 9)}`},Route ${(i * 7919) % 40},way ${(i * 31) % 25},${i % 11 === 0 ? '' : i % 50},${(i % 9000) - 4000}.${10 + (i % 90)}`,
  );
  const stored = await replaced(`${lines.join('\n')}\n`);
  expect(rowsHeld(stored.id, stored.currentLoad!)).toBe(70_001);
  await expectSame(stored, shapeOf(stored, { otherDays: [] }));
  await expectSame(stored, shapeOf(stored));
}, 120_000);

test('rows that are appended are held with those before, with new texts and days', async () => {
  const before = await replaced('1975-01-01,,Tamsel,,2,3.50\n');
  const { data } = columnFiles(before.id, before.currentLoad!);
  const stored = await load('1969-02-02,1980-01-01,Orsund,desk,7,-2.25\n', { into: known!, mode: 'append' });
  expect(rowsHeld(stored.id, stored.currentLoad!)).toBe(4);
  await expectSame(stored, shapeOf(stored));
  expect(existsSync(data)).toBe(false);
});

/** Rows of so many days from a year on, their texts out of a few. */
const rowsFrom = (year: number, count: number) =>
  Array.from(
    { length: count },
    (_, i) => `${year}-0${1 + (i % 9)}-${10 + (i % 19)},,Route ${i % 40},web,${i % 50},${i % 9000}.25\n`,
  ).join('');

test('rows that are added again and again go on in one file; a load that fails leaves it as it was', async () => {
  const first = await replaced(rowsFrom(1971, 30_000));
  const file = (stored: StoredDataset) => statSync(columnFiles(stored.id, stored.currentLoad!).data).ino;
  const begun = file(first);
  let stored = first;
  for (const year of [1972, 1973, 1974]) {
    stored = await load(`${rowsFrom(year, 500)}${year}-12-31,,Only ${year},desk,1,1.00\n`, {
      into: known!,
      mode: 'append',
    });
    expect(file(stored)).toBe(begun);
    await expectSame(stored, shapeOf(stored));
  }
  const stop = new AbortController();
  await expect(
    load(rowsFrom(1979, 40_000), {
      into: known!,
      mode: 'append',
      signal: stop.signal,
      onProgress: () => stop.abort(),
    }),
  ).rejects.toMatchObject({ code: 'cancelled' });
  await expectSame(stored, shapeOf(stored));
  expect(rowsHeld(stored.id, stored.currentLoad!)).toBe(30_001 + 3 * 502);
  stored = await load(rowsFrom(1975, 10), { into: known!, mode: 'append' });
  expect(file(stored)).toBe(begun);
  await expectSame(stored, shapeOf(stored));
});

/** Overwrites the batches that were there before a load went on: who reads them gets nothing of use. */
function spoilEarlier(stored: StoredDataset) {
  const { data } = columnFiles(stored.id, stored.currentLoad!);
  const { batches, earlier } = readIndex(stored.id, stored.currentLoad!);
  const file = openSync(data, 'r+');
  for (const { offset, bytes } of batches.slice(0, earlier.at(-1)!.batches))
    writeSync(file, Buffer.alloc(bytes), 0, bytes, offset);
  closeSync(file);
}

test('a cube grows by the rows that are added, and is the one of all rows, for any rows and any shape', async () => {
  await fc.assert(
    fc.asyncProperty(
      testRows,
      testRows,
      fc.array(anyShape, { minLength: 1, maxLength: 3 }),
      async (rows, more, shapes) => {
        const before = await replaced(tableOf(rows).split('\n').slice(1).join('\n'));
        const wanted = (stored: StoredDataset) =>
          shapes.map(({ day, hasOther, categories, numbers, extremes, isSpelled }) =>
            shapeOf(stored, {
              day,
              otherDays: hasOther ? [day === 'day' ? 'other' : 'day'] : [],
              categories,
              numbers: numbers.map((number) => ({ ...number, extremes })),
              spellings: isSpelled ? { route: { Veldry: 'Tamsel', Tamsel: 'Öst' } } : {},
            }),
          );
        for (const shape of wanted(before)) await makeFromFile(before, shape);
        const stored = await load(tableOf(more).split('\n').slice(1).join('\n'), {
          into: known!,
          mode: 'append',
        });
        const grown = [];
        spoilEarlier(stored);
        for (const shape of wanted(stored)) {
          expect(await makeFromFile(stored, shape)).toBe(true);
          grown.push((await heldCube(stored, shape))!);
        }
        for (const [i, shape] of wanted(stored).entries()) {
          const judged = (await byDatabase(stored, shape))!;
          expect(cellsOf(grown[i]!)).toEqual(cellsOf(judged));
          expect(valuesOf(grown[i]!)).toEqual(valuesOf(judged));
          expect([...grown[i]!.dayOffsets]).toEqual([...judged.dayOffsets]);
          expect(grown[i]!.firstDay).toBe(judged.firstDay);
        }
      },
    ),
    { numRuns: 10 },
  );
});

test('over several loads a cube grows from the last one that had it, up to three loads back', async () => {
  const first = await replaced(rowsFrom(1971, 300));
  await makeFromFile(first, shapeOf(first));
  let stored = first;
  for (const year of [1972, 1973, 1974])
    stored = await load(rowsFrom(year, 20), { into: known!, mode: 'append' });
  expect(readIndex(stored.id, stored.currentLoad!).earlier.map(({ load }) => load)).toContain(
    first.currentLoad,
  );
  expect(await makeFromFile(stored, shapeOf(stored))).toBe(true);
  await expectSame(stored, shapeOf(stored));
  stored = await load(rowsFrom(1975, 20), { into: known!, mode: 'append' });
  expect(readIndex(stored.id, stored.currentLoad!).earlier).toHaveLength(3);
  const grown = (await heldCube(stored, shapeOf(stored)))!;
  expect(cellsOf(grown)).toEqual(cellsOf((await byDatabase(stored, shapeOf(stored)))!));
});

test('rows that replace others begin anew: no cube grows from what is gone', async () => {
  const first = await replaced(rowsFrom(1971, 300));
  await makeFromFile(first, shapeOf(first));
  const stored = await replaced(rowsFrom(1972, 20));
  expect(readIndex(stored.id, stored.currentLoad!).earlier).toEqual([]);
  expect(cellsOf((await heldCube(stored, shapeOf(stored)))!)).toEqual(
    cellsOf((await byDatabase(stored, shapeOf(stored)))!),
  );
});

test('where sums may not be exact a cube does not grow; the database judges all rows', async () => {
  const first = await replaced('1975-01-01,,Tamsel,,2,3.50\n');
  const shape = (stored: StoredDataset) =>
    shapeOf(stored, { numbers: [{ column: 'cents', scale: 2, extremes: false }] });
  await makeFromFile(first, shape(first));
  const huge = '1975-01-02,,Tamsel,,1,20000000000000.00\n';
  const stored = await load(huge.repeat(3) + huge.replace(',20', ',-20').repeat(3), {
    into: known!,
    mode: 'append',
  });
  expect(cubeFromFile(stored, shape(stored))).toBeUndefined();
  expect(await makeFromFile(stored, shape(stored))).toBe(false);
});

test('where its texts are most of a file, what is added begins one of its own', async () => {
  const texts = (from: number) =>
    Array.from(
      { length: 2000 },
      (_, i) => `1975-01-01,,A route of its own ${'by sea '.repeat(9)}${from + i},,2,3.50\n`,
    ).join('');
  const before = await replaced(texts(0));
  const { ino } = statSync(columnFiles(before.id, before.currentLoad!).data);
  const stored = await load(texts(1000), { into: known!, mode: 'append' });
  expect(statSync(columnFiles(stored.id, stored.currentLoad!).data).ino).not.toBe(ino);
  await expectSame(stored, shapeOf(stored));
});

test('a file that has become longer is read as far as it belongs to its load', async () => {
  const stored = await replaced('1975-01-01,,Tamsel,,2,3.50\n');
  appendFileSync(columnFiles(stored.id, stored.currentLoad!).data, 'x');
  await expectSame(stored, shapeOf(stored));
});

test('a load that fails, and a dataset that is removed, leave no column file', async () => {
  const stored = await replaced('1975-01-01,,Tamsel,,2,3.50\n');
  const names = () => readdirSync(path.join(at.folder, 'columns'));
  const kept = names();
  expect(kept).toHaveLength(2);
  const stop = new AbortController();
  stop.abort();
  await expect(
    load('1975-01-02,,Tamsel,,2,3.50\n', { into: known!, signal: stop.signal }),
  ).rejects.toMatchObject({
    code: 'cancelled',
  });
  expect(names()).toEqual(kept);
  // Whoever was killed left these.
  writeFileSync(path.join(at.folder, 'columns', `${stored.id}_999.columns`), 'x');
  writeFileSync(path.join(at.folder, 'columns', '4711_1.json'), '{}');
  await recoverLoads();
  expect(names()).toEqual(kept);
  await removeDataset(stored);
  expect(names()).toEqual([]);
  known = undefined;
});

test.each([
  [
    'is missing',
    ({ data, index }: ReturnType<typeof columnFiles>) => [data, index].forEach((file) => rmSync(file)),
  ],
  ['was cut off', ({ data }: ReturnType<typeof columnFiles>) => truncateSync(data, 10)],
  [
    'has an index that is none',
    ({ index }: ReturnType<typeof columnFiles>) => writeFileSync(index, '{"version":1}'),
  ],
])('where the file %s the database is asked', async (_, damage) => {
  const stored = await replaced('1975-01-01,,Tamsel,,2,3.50\n');
  damage(columnFiles(stored.id, stored.currentLoad!));
  expect(cubeFromFile(stored, shapeOf(stored))).toBeUndefined();
  expect((await heldCube(stored, shapeOf(stored)))!.rows).toHaveLength(2);
  // The next load has one again.
  const next = await load('1975-01-01,,Tamsel,,2,3.50\n', { into: known! });
  expect(rowsHeld(next.id, next.currentLoad!)).toBe(2);
});

test('a file is made again from the rows, the same as the load had made', async () => {
  const lines = Array.from({ length: 45_000 }, (_, i) =>
    `19${70 + (i % 5)}-0${1 + (i % 9)}-${10 + (i % 19)},${i % 7 === 0 ? '' : '1975-01-05'},${i % 13 === 0 ? '' : `Route ${i % 40}, north "${i % 3}"`},web,${i % 11 === 0 ? '' : i % 50},${(i % 9000) - 4000}.${10 + (i % 90)}`.replace(
      /Route .*"/,
      (text) => `"${text.replaceAll('"', '""')}"`,
    ),
  );
  const stored = await replaced(`${lines.join('\n')}\n`);
  const files = columnFiles(stored.id, stored.currentLoad!);
  const [index, data] = [readFileSync(files.index, 'utf8'), readFileSync(files.data)];
  rmSync(files.index);
  rmSync(files.data);
  await rebuildColumns(stored);
  expect(readFileSync(files.index, 'utf8')).toBe(index);
  expect(readFileSync(files.data).equals(data)).toBe(true);
  await expectSame(stored, shapeOf(stored));
});

test('numbers beyond what is exact are left to the database', async () => {
  const stored = await replaced('1975-01-01,,Tamsel,,999999999999999,999999999999999.99\n');
  expect(cubeFromFile(stored, shapeOf(stored))).toBeUndefined();
  await expectSame(stored, shapeOf(stored, { numbers: [{ column: 'seats', scale: 0, extremes: true }] }));
});

test('what is made beside the server is made from the file alone; the database is not asked there', async () => {
  const stored = await replaced('1975-01-01,,Tamsel,,2,3.50\n');
  const conditions = [{ column: 'seats', operator: 'at least' as const, values: ['2'] }];
  for (const [shape, isMade] of [
    [shapeOf(stored, { conditions }), false],
    [shapeOf(stored), true],
  ] as const) {
    expect(await isCubeMade(stored, shape)).toBe(false);
    expect(await makeFromFile(stored, shape)).toBe(isMade);
    expect(await isCubeMade(stored, shape)).toBe(isMade);
  }
});

test('conditions are left to the database', async () => {
  const stored = await replaced('1975-01-01,,Tamsel,,2,3.50\n');
  const conditions = [{ column: 'seats', operator: 'at least' as const, values: ['2'] }];
  expect(cubeFromFile(stored, shapeOf(stored, { conditions }))).toBeUndefined();
  expect((await heldCube(stored, shapeOf(stored, { conditions })))!.rows).toHaveLength(2);
});
