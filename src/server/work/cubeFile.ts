/** Cubes made beside the server's own thread, where making them takes long. */
import type { CubeShape } from '../../core/cube/cube';
import { isCubeMade, packedCube, type PackedCube } from '../answers/cubes';
import { rowsHeld } from '../columns/columnFile';
import type { StoredDataset } from '../datasets/repository';
import { compute } from './pool';

/** Fewer rows take no longer than handing the work over. */
const FEW_ROWS = 100_000;

/** The packed cube of a shape, as `packedCube` gives it. */
export async function cubeBeside(stored: StoredDataset, shape: CubeShape): Promise<PackedCube> {
  const isLong =
    shape.load === stored.currentLoad &&
    rowsHeld(stored.id, shape.load) > FEW_ROWS &&
    !(await isCubeMade(stored, shape));
  if (isLong) await compute('cube', { shape }, null);
  return packedCube(stored, shape);
}
