/** Makes what readers and designers will ask for ahead of them, in the background after a load. */
import { setImmediate } from 'node:timers/promises';
import type { DashboardDocument } from '../../core/dashboard/document/document';
import type { CubeShape } from '../../core/cube/cube';
import { designOf } from '../../core/dashboard/wiring/design';
import { cubeShapesFor } from '../../core/dashboard/turn/shapes';
import { everyDashboard } from '../dashboards/read';
import type { StoredDataset } from '../datasets/repository';
import { readModel } from '../model/model';
import { categoryValues } from '../model/shared';
import { packedCube } from './cubes';

/** Whether a dashboard can want anything of a dataset. Looked up in its text: most of many have nothing to do with it. */
const isNamed = (document: DashboardDocument, dataset: string) =>
  JSON.stringify(document).includes(JSON.stringify(dataset));

/**
 * Makes every cube that some dashboard needs of a dataset (of all datasets when absent) and that is not there yet;
 * `make` makes one.
 */
export async function warmCubes(
  dataset?: string,
  make: (owner: StoredDataset, shape: CubeShape) => Promise<unknown> = packedCube,
): Promise<void> {
  const { model, stored } = await readModel();
  for await (const { document } of everyDashboard()) {
    // Readers come first: of many dashboards each leaves them room.
    await setImmediate();
    if (dataset !== undefined && !isNamed(document, dataset)) continue;
    for (const shape of cubeShapesFor(designOf(document, model))) {
      if (dataset !== undefined && shape.dataset !== dataset) continue;
      const owner = stored.find((candidate) => candidate.key === shape.dataset);
      if (owner) await make(owner, shape);
    }
  }
  // The model's page compares the values of all categories.
  await categoryValues();
}
