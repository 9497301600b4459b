/** Cubes, and the column files that they are made from, made beside the server's own thread where that takes long. */
import type { CubeShape } from '../../core/cube/cube';
import { isCubeMade, packedCube, type PackedCube } from '../answers/cubes';
import { ALONE } from '../caller';
import { rowsHeld } from '../columns/columnFile';
import type { StoredDataset } from '../datasets/repository';
import { log } from '../log';
import { once } from '../once';
import { compute } from './pool';
import { Threads } from './threads';

/** Fewer rows take no longer than handing the work over. */
const FEW_ROWS = 100_000;

/** Reading all rows of a dataset takes as long as it takes, up to a day. */
const LONGEST_MS = 24 * 3600 * 1000;

/** The packed cube of a shape, as `packedCube` gives it. */
export async function cubeBeside(stored: StoredDataset, shape: CubeShape): Promise<PackedCube> {
  if (shape.load === stored.currentLoad && !(await isCubeMade(stored, shape))) {
    const rows = rowsHeld(stored.id, shape.load);
    if (rows > FEW_ROWS) await compute('cube', { shape }, null);
    if (rows === 0) beginColumns(stored);
  }
  return packedCube(stored, shape);
}

/** Begins to make the column file of rows that have none, for the cubes to come; once for each load. */
function beginColumns({ key, currentLoad }: StoredDataset): void {
  const begun = once('column files begun', () => new Set<number>());
  if (currentLoad === null || begun.has(currentLoad)) return;
  begun.add(currentLoad);
  const thread = new Threads(1, LONGEST_MS);
  thread
    .run('columns', { dataset: key }, ALONE, new AbortController().signal)
    .catch((error: unknown) => log().warn(error, 'rows are not held by column'))
    .finally(() => void thread.stop());
}
