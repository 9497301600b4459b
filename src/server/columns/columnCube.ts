/** Cubes from the column file of a load. */
import type { ColumnCube } from '../../core/cube/columnRows';
import { cubeFromColumns } from '../../core/cube/columns';
import { EXACT_LIMIT } from '../../core/cube/build';
import type { Cube, CubeShape } from '../../core/cube/cube';
import type { StoredDataset } from '../datasets/repository';
import { log } from '../log';
import { removeColumns } from './columnFile';
import { openColumns } from './columnReader';

type FileCube = Exclude<ColumnCube, { reason: 'unsure' }>;

/** The cube of rows that came before, and how many batches of the file they are. */
interface Earlier {
  readonly cube: Cube;
  readonly batches: number;
}

/**
 * The cube of a shape, from all rows or, with the one of earlier rows, from those after them; undefined where the database
 * has to be asked: without a column file, for conditions, for columns that it does not hold, and where sums may not be
 * exact.
 */
export function cubeFromFile(
  stored: Pick<StoredDataset, 'id' | 'definition'>,
  shape: CubeShape,
  earlier?: Earlier,
): FileCube | undefined {
  if (shape.conditions.length > 0) return undefined;
  const open = openColumns(stored.id, shape.load);
  if (!open) return undefined;
  const positionOf = (key: string) => stored.definition.columns.findIndex((column) => column.key === key);
  const columnOf = (key: string) => open.index.columns[positionOf(key)];
  const numbers = shape.numbers.map(({ column }) => column);
  const wanted = [shape.day, ...shape.otherDays, ...shape.categories, ...numbers];
  const staysExact = numbers.every((key) => {
    const column = columnOf(key);
    return column?.kind === 'numbers' && (column.total ?? Infinity) <= EXACT_LIMIT;
  });
  try {
    if (wanted.some((key) => columnOf(key)?.kind === 'absent')) return undefined;
    const made =
      earlier && staysExact
        ? cubeFromColumns(shape, open.named(positionOf, earlier.batches), earlier.cube)
        : cubeFromColumns(shape, open.named(positionOf));
    return made.ok || made.reason === 'too-many-cells' ? made : undefined;
  } catch (error) {
    log().warn(error, 'a column file is damaged; the database is asked');
    removeColumns(stored.id, null).catch(() => undefined);
    return undefined;
  } finally {
    open.close();
  }
}
