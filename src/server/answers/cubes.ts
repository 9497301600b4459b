/** Cubes of datasets: built from the column file, else by one GROUP BY, and kept as Arrow files under the data folder. */
import { createHash } from 'node:crypto';
import { existsSync } from 'node:fs';
import { mkdir, readdir, readFile, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { threadId } from 'node:worker_threads';
import { gunzip, gzip } from 'node:zlib';
import { LRUCache } from 'lru-cache';
import type { RowDataPacket } from 'mysql2/promise';
import { cubeFromArrow, cubeToArrow } from '../../core/cube/arrow';
import { buildCube, mergeGroups, type GroupedRow } from '../../core/cube/build';
import { CELL_LIMIT, heldCategories, shapeKey, type Cube, type CubeShape } from '../../core/cube/cube';
import { parsePrinted } from '../../core/condition/parse';
import { joined, plain } from '../../core/condition/sql';
import { isSqlCondition, KEPT } from '../../core/cube/rowCondition';
import { compiledSql } from '../../core/cube/sqlCondition';
import { seenRows } from '../accounts/sight';
import { cubeFromFile } from '../columns/columnCube';
import { earlierLoads } from '../columns/columnFile';
import { physicalDay } from '../datasets/definition';
import { derivedFolder } from '../datasets/derivedFiles';
import { fromEachPart } from '../nodes/parts';
import { ownParts } from '../datasets/relation';
import { findDataset, type StoredDataset } from '../datasets/repository';
import { once } from '../once';
import { Problem } from '../problem';
import { metrics } from '../watch/metrics';
import { anyConditionSql, dayNumberSql, shownSql } from './conditionSql';
import { numbersSql } from './sqlSource';

const compress = promisify(gzip);
const decompress = promisify(gunzip);

/** A cube as a gzipped Arrow stream, or why the database has to answer instead. */
export type PackedCube =
  | { readonly ok: true; readonly bytes: Buffer }
  | { readonly ok: false; readonly reason: 'too-many-cells' | 'inexact' };

type Built = { readonly ok: true; readonly cube: Cube } | Exclude<PackedCube, { ok: true }>;

const folder = () => derivedFolder('cubes');

/** The same for the same cells: a shape, and the rows that the caller may see. */
async function cellsKey(stored: StoredDataset, shape: CubeShape): Promise<string> {
  const seen = await seenRows(stored);
  return seen ? `${shapeKey(shape)} ${seen.key}` : shapeKey(shape);
}

function fileNames(stored: StoredDataset, shape: CubeShape, cells: string) {
  const digest = createHash('sha256').update(cells).digest('hex').slice(0, 20);
  const base = path.join(folder(), `${stored.id}_${shape.load}_${digest}`);
  return { cube: `${base}.arrow.gz`, refusal: `${base}.refused` };
}

/** The packed cube of a shape; made at the first call, then read from its file. */
export async function packedCube(stored: StoredDataset, shape: CubeShape): Promise<PackedCube> {
  checkShape(stored, shape);
  const inFlight = once('cubes in the making', () => new Map<string, Promise<PackedCube>>());
  const key = await cellsKey(stored, shape);
  const known = inFlight.get(key);
  if (known) return known;
  const made = readOrMake(stored, shape, key).finally(() => inFlight.delete(key));
  inFlight.set(key, made);
  return made;
}

/** Bytes of decoded cubes that are held for answers; the least recently used go first. */
const HELD_BYTES = 256 * 1024 ** 2;

/** A cube as it is held; undefined where the database has to answer. */
interface Held {
  readonly cube: Cube | undefined;
  readonly bytes: number;
}

/** The decoded cube of a shape, or undefined where the database has to answer. */
export async function heldCube(stored: StoredDataset, shape: CubeShape): Promise<Cube | undefined> {
  const held = once(
    'cubes held',
    () =>
      new LRUCache<string, Promise<Held>>({
        max: 1000,
        maxSize: HELD_BYTES,
        // What is being read counts as little until it is known.
        sizeCalculation: () => 1024,
      }),
  );
  const key = await cellsKey(stored, shape);
  const known = held.get(key);
  if (known) return (await known).cube;
  const reading = decoded(stored, shape);
  held.set(key, reading);
  try {
    const read = await reading;
    held.set(key, reading, { size: read.bytes });
    return read.cube;
  } catch (error) {
    held.delete(key);
    throw error;
  }
}

async function decoded(stored: StoredDataset, shape: CubeShape): Promise<Held> {
  const packed = await packedCube(stored, shape);
  if (!packed.ok) return { cube: undefined, bytes: 1 };
  const bytes = await decompress(packed.bytes);
  return { cube: cubeFromArrow(bytes), bytes: bytes.byteLength };
}

function checkLoad(stored: StoredDataset, shape: CubeShape) {
  if (shape.load !== stored.currentLoad)
    throw new Problem(
      'load-replaced',
      `“${stored.name}” was loaded again. Open the dashboard anew to see the new rows.`,
      409,
    );
}

function checkShape(stored: StoredDataset, shape: CubeShape) {
  checkLoad(stored, shape);
  for (const condition of shape.conditions.filter(isSqlCondition)) {
    const read = parsePrinted(condition.sql);
    if (!read.ok) throw new Problem('bad-condition', read.error.message);
  }
  const wanted = [
    shape.day,
    ...shape.otherDays,
    ...shape.categories,
    ...shape.conditions.flatMap((condition) =>
      isSqlCondition(condition) ? compiledSql(condition).columns : [condition.column],
    ),
    ...shape.numbers.map((number) => number.column),
  ];
  const missing = wanted.find((key) => !stored.definition.columns.some((column) => column.key === key));
  if (missing !== undefined)
    throw new Problem('no-such-column', `“${stored.name}” has no column “${missing}”.`);
  const find = (key: string) => stored.definition.columns.find((column) => column.key === key)!;
  const refuse = (key: string, what: string) => {
    throw new Problem('bad-shape', `“${key}” of “${stored.name}” ${what}.`);
  };
  for (const key of [shape.day, ...shape.otherDays])
    if (find(key).type !== 'day' && find(key).type !== 'timestamp') refuse(key, 'holds no days');
  for (const key of shape.categories) if (!find(key).category) refuse(key, 'is not marked as a category');
  for (const { column, scale } of shape.numbers) {
    const { type, scale: own } = find(column);
    if (type !== 'whole' && type !== 'decimal') refuse(column, 'holds no numbers');
    if (scale !== own) refuse(column, `has ${own} decimal places, not ${scale}`);
  }
}

async function readOrMake(stored: StoredDataset, shape: CubeShape, cells: string): Promise<PackedCube> {
  const files = fileNames(stored, shape, cells);
  const bytes = await readFile(/* turbopackIgnore: true */ files.cube).catch(() => undefined);
  if (bytes) {
    metrics().cubes.inc({ how: 'found' });
    return { ok: true, bytes };
  }
  const refusal = await readFile(/* turbopackIgnore: true */ files.refusal, 'utf8').catch(() => undefined);
  if (refusal === 'too-many-cells' || refusal === 'inexact') return { ok: false, reason: refusal };
  metrics().cubes.inc({ how: 'made' });
  return keep(stored, shape.load, files, (await fromFile(stored, shape)) ?? (await grouped(stored, shape)));
}

/** The cube of a shape from the column file; rows that are held back from the caller are left out by the database. */
async function fromFile(stored: StoredDataset, shape: CubeShape) {
  if ((await seenRows(stored)) !== null) return undefined;
  for (const { load, batches } of earlierLoads(stored.id, shape.load).toReversed()) {
    const cube = await keptCube(stored, { ...shape, load });
    if (cube) return cubeFromFile(stored, shape, { cube, batches });
  }
  return cubeFromFile(stored, shape);
}

/** The cube of a shape where it was made before, by the rows of any load. */
async function keptCube(stored: StoredDataset, shape: CubeShape): Promise<Cube | undefined> {
  const { cube } = fileNames(stored, shape, await cellsKey(stored, shape));
  const bytes = await readFile(/* turbopackIgnore: true */ cube).catch(() => undefined);
  return bytes && cubeFromArrow(await decompress(bytes));
}

/** Makes the cube of a shape, and keeps it, where the column file has it; the database is not asked. */
export async function makeFromFile(stored: StoredDataset, shape: CubeShape): Promise<boolean> {
  checkShape(stored, shape);
  const built = await fromFile(stored, shape);
  if (!built) return false;
  await keep(stored, shape.load, fileNames(stored, shape, await cellsKey(stored, shape)), built);
  return true;
}

/** Writes a cube, or why there is none, to its file; those of earlier loads go. */
async function keep(
  stored: StoredDataset,
  load: number,
  files: ReturnType<typeof fileNames>,
  built: Built,
): Promise<PackedCube> {
  await mkdir(folder(), { recursive: true });
  await removeOutdated(stored, load);
  if (!built.ok) {
    await writeFile(files.refusal, built.reason);
    return built;
  }
  const packed = await compress(cubeToArrow(built.cube), { level: 4 });
  // Another thread may make the same one at the same time.
  const part = `${files.cube}.${threadId}.part`;
  await writeFile(part, packed, { mode: 0o600 });
  await rename(part, files.cube);
  return { ok: true, bytes: packed };
}

/** The cube of a shape by one GROUP BY of the database. */
async function grouped(stored: StoredDataset, shape: CubeShape): Promise<Built> {
  const groups = await groupedRows(stored, shape);
  // Rows may have been added to the same table meanwhile: then these are not those of the load.
  checkLoad(await findDataset(stored.key), shape);
  return groups ? buildCube(shape, groups) : { ok: false, reason: 'too-many-cells' };
}

/** Whether a cube, or that there is none, is known without any work. */
export async function isCubeMade(stored: StoredDataset, shape: CubeShape): Promise<boolean> {
  const { cube, refusal } = fileNames(stored, shape, await cellsKey(stored, shape));
  return existsSync(/* turbopackIgnore: true */ cube) || existsSync(/* turbopackIgnore: true */ refusal);
}

/** Files of earlier loads are of no use any more, unless this one goes on from them. */
async function removeOutdated(stored: StoredDataset, load: number) {
  const used = [load, ...earlierLoads(stored.id, load).map((earlier) => earlier.load)];
  for (const name of await readdir(folder())) {
    if (name.startsWith(`${stored.id}_`) && !used.some((each) => name.startsWith(`${stored.id}_${each}_`)))
      await rm(path.join(folder(), name), { force: true });
  }
}

/** The rows of a dataset grouped for a cube; undefined when there are too many groups. */
async function groupedRows(stored: StoredDataset, shape: CubeShape): Promise<GroupedRow[] | undefined> {
  const { columns } = stored.definition;
  const day = physicalDay(columns, shape.day);
  const target = { columns, spellings: shape.spellings };
  const keys = [
    plain(dayNumberSql(day)),
    ...shape.otherDays.map((key) => plain(dayNumberSql(physicalDay(columns, key)))),
    ...shape.categories.map((key) => shownSql(target, key)),
    ...shape.conditions.map((condition) => {
      const kept = anyConditionSql(target, condition);
      return { ...kept, text: `IF(${kept.text}, '${KEPT}', 'no')` };
    }),
  ];
  const list = joined([...keys, ...['COUNT(*)', ...numbersSql(columns, shape.numbers)].map(plain)], ', ');
  const groupBy = keys.map((_, i) => String(i + 1)).join(', ');
  const parts = await ownParts(stored);
  const rows = await fromEachPart(parts, async (where) => {
    const [found] = await where.query<RowDataPacket[][]>({
      sql: `SELECT ${list.text}
            FROM ${parts.from} WHERE ${day} IS NOT NULL GROUP BY ${groupBy} LIMIT ${CELL_LIMIT + 1}`,
      values: [...list.values],
      rowsAsArray: true,
    });
    return found;
  });
  const isSpread = parts.nodes.length > 1;
  if (!isSpread && rows.length > CELL_LIMIT) return undefined;
  const others = shape.otherDays.length;
  const categories = heldCategories(shape).length;
  const groups = (rows as unknown as (string | number | null)[][]).map((row): GroupedRow => {
    let at = 1 + others + categories;
    const count = Number(row[at++]);
    return {
      day: Number(row[0]),
      otherDays: row.slice(1, 1 + others) as (number | null)[],
      categories: row.slice(1 + others, 1 + others + categories) as (string | null)[],
      rows: count,
      numbers: shape.numbers.map((number) => {
        const sum = Number(row[at++]);
        const filled = Number(row[at++]);
        const extreme = () => (row[at] === null ? (at++, null) : Number(row[at++]));
        return number.extremes
          ? { sum, count: filled, minimum: extreme(), maximum: extreme() }
          : { sum, count: filled, minimum: null, maximum: null };
      }),
    };
  });
  const merged = isSpread ? mergeGroups(groups) : groups;
  return merged.length > CELL_LIMIT ? undefined : merged;
}
