/** What a link to one dashboard lets through: that dashboard as it is stored, and nothing else. */
import { shapeKey, type CubeShape } from '../../core/cube/cube';
import { cubeShapesFor } from '../../core/dashboard/turn/shapes';
import type { Design } from '../../core/dashboard/wiring/design';
import type { Caller } from '../caller';
import { readDashboard } from '../dashboards/read';
import { Problem } from '../problem';

/** What is asked of a task; a link's document is the stored one, whatever was sent. */
export async function forLink<T>(caller: Caller, input: T): Promise<T> {
  if (caller.dashboard === null || typeof input !== 'object' || input === null || !('document' in input))
    return input;
  const { document } = await readDashboard(caller.dashboard);
  return { ...input, document };
}

/** Throws a `Problem` for a document that is not the one that a link leads to. */
export async function checkLinkedDocument(caller: Caller, given: object): Promise<void> {
  if (caller.dashboard === null) return;
  const { document } = await readDashboard(caller.dashboard);
  if (given !== document && JSON.stringify(given) !== JSON.stringify(document))
    throw new Problem('not-allowed', 'The link does not lead here.', 403);
}

/** Which keys of datasets and dimensions the dashboard of a link names; null for callers of another kind. */
export async function linkedKeys(
  caller: Caller,
): Promise<{ readonly key: string; readonly isUsed: (key: string) => boolean } | null> {
  if (caller.dashboard === null) return null;
  const { id, revision, document } = await readDashboard(caller.dashboard);
  const text = JSON.stringify(document);
  return { key: `${id} ${revision}`, isUsed: (key) => text.includes(JSON.stringify(key)) };
}

/** Throws a `Problem` for a cube that the dashboard of a link does not need. */
export async function checkLinkedShape(
  caller: Caller,
  shape: CubeShape,
  designOver: (document: Awaited<ReturnType<typeof readDashboard>>['document']) => Promise<Design>,
): Promise<void> {
  if (caller.dashboard === null) return;
  const { document } = await readDashboard(caller.dashboard);
  const wanted = cubeShapesFor(await designOver(document)).map(shapeKey);
  if (!wanted.includes(shapeKey(shape)))
    throw new Problem('not-allowed', 'The link does not lead here.', 403);
}
