/** Cubes from the column file of a load. */
import { cubeFromColumns, type ColumnCube } from '../../core/cube/columns';
import type { CubeShape } from '../../core/cube/cube';
import type { StoredDataset } from '../datasets/repository';
import { log } from '../log';
import { removeColumns } from './columnFile';
import { openColumns } from './columnReader';

/**
 * The cube of a shape; undefined where the database has to be asked: without a column file, for conditions, for
 * columns that it does not hold, and where sums may not be exact.
 */
export function cubeFromFile(
  stored: Pick<StoredDataset, 'id' | 'definition'>,
  shape: CubeShape,
): Exclude<ColumnCube, { reason: 'unsure' }> | undefined {
  if (shape.conditions.length > 0) return undefined;
  const open = openColumns(stored.id, shape.load);
  if (!open) return undefined;
  const positionOf = (key: string) => stored.definition.columns.findIndex((column) => column.key === key);
  const wanted = [
    shape.day,
    ...shape.otherDays,
    ...shape.categories,
    ...shape.numbers.map(({ column }) => column),
  ];
  try {
    if (wanted.some((key) => open.index.columns[positionOf(key)]?.kind === 'absent')) return undefined;
    const made = cubeFromColumns(shape, open.named(positionOf));
    return made.ok || made.reason === 'too-many-cells' ? made : undefined;
  } catch (error) {
    log().warn(error, 'a column file is damaged; the database is asked');
    removeColumns(stored.id, null).catch(() => undefined);
    return undefined;
  } finally {
    open.close();
  }
}
