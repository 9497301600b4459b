/** A cube as an Arrow IPC stream: one row a cell, the shape and the dictionaries as schema metadata. */
import { makeTable, tableFromIPC, tableToIPC, type Table } from 'apache-arrow';
import { z } from 'zod';
import { offsetsOf } from './build';
import { cubeShapeSchema, dayCount, heldCategories, type Cube } from './cube';

const metadataSchema = z.object({
  shape: cubeShapeSchema,
  values: z.array(z.array(z.string().nullable())),
});

const INT32 = 2 ** 31;

/** Whole numbers as 32-bit integers where they fit, which halves the size. */
function compact(values: Float64Array): Int32Array | Float64Array {
  return values.every((value) => value > -INT32 && value < INT32) ? Int32Array.from(values) : values;
}

/** Encodes a cube. */
export function cubeToArrow(cube: Cube): Uint8Array {
  const columns: Record<string, Int32Array | Uint32Array | Float64Array> = {
    day: cellDays(cube),
    rows: compact(cube.rows),
  };
  cube.categories.forEach((category, i) => (columns[`category${i}`] = category.codes));
  cube.otherDays.forEach((other, i) => (columns[`other${i}`] = other.days));
  cube.numbers.forEach((number, i) => {
    columns[`sum${i}`] = compact(number.sum);
    columns[`count${i}`] = compact(number.count);
    if (number.minimum) columns[`minimum${i}`] = compact(number.minimum);
    if (number.maximum) columns[`maximum${i}`] = compact(number.maximum);
  });
  const table = makeTable(columns);
  const metadata = { shape: cube.shape, values: cube.categories.map((category) => category.values) };
  table.schema.metadata.set('dathen', JSON.stringify(metadata));
  return tableToIPC(table, 'stream');
}

function cellDays(cube: Cube): Int32Array {
  const days = new Int32Array(cube.rows.length);
  for (let day = 0; day < dayCount(cube); day++) {
    days.fill(cube.firstDay + day, cube.dayOffsets[day], cube.dayOffsets[day + 1]);
  }
  return days;
}

/** Decodes a cube, column by column. Throws on bytes that `cubeToArrow` did not write. */
export function cubeFromArrow(bytes: Uint8Array): Cube {
  const table = tableFromIPC(bytes);
  const { shape, values } = metadataSchema.parse(JSON.parse(table.schema.metadata.get('dathen') ?? 'null'));
  const days = Int32Array.from(column(table, 'day'));
  const firstDay = days[0] ?? 0;
  return {
    shape,
    firstDay,
    dayOffsets: offsetsOf(days, firstDay, days[days.length - 1] ?? -1),
    rows: Float64Array.from(column(table, 'rows')),
    categories: heldCategories(shape).map((name, i) => ({
      column: name,
      values: values[i] ?? [],
      codes: Uint32Array.from(column(table, `category${i}`)),
    })),
    otherDays: shape.otherDays.map((name, i) => ({
      column: name,
      days: Int32Array.from(column(table, `other${i}`)),
    })),
    numbers: shape.numbers.map((number, i) => ({
      column: number.column,
      scale: number.scale,
      sum: Float64Array.from(column(table, `sum${i}`)),
      count: Float64Array.from(column(table, `count${i}`)),
      minimum: number.extremes ? Float64Array.from(column(table, `minimum${i}`)) : null,
      maximum: number.extremes ? Float64Array.from(column(table, `maximum${i}`)) : null,
    })),
  };
}

function column(table: Table, name: string): ArrayLike<number> & Iterable<number> {
  const vector = table.getChild(name);
  if (!vector) throw new Error(`The cube has no column ${name}`);
  return vector.toArray() as Int32Array;
}
