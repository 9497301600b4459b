/** `nodes`: what the nodes hold, and moving rows onto them or back. */
import type { StoredDataset } from '../src/server/datasets/repository';
import { CommandFailure } from './failure';
import { configure } from './configured';
import { withDatabase } from './withDatabase';

/** A dataset by its key or name. Throws with those that there are. */
async function meantDataset(meant: string): Promise<{ readonly key: string; readonly name: string }> {
  const { loadedDatasets } = await import('../src/server/datasets/repository');
  const all = await loadedDatasets();
  const found = all.find(({ key, name }) => key === meant || name === meant);
  if (found) return found;
  const names = all.map(({ name }) => name).join(', ');
  throw new CommandFailure(`There is no dataset “${meant}”. There are: ${names || 'none'}.`, 2);
}

/** Where the rows of a dataset lie. */
const placeWords = ({ spread }: Pick<StoredDataset, 'spread'>): string =>
  spread ? `on ${spread.nodes.join(', ')}` : 'in the database itself';

/** Prints each node and whether it answers, and which datasets lie where. */
export async function printNodes(config: string | undefined): Promise<void> {
  configure(config);
  await withDatabase(async () => {
    const { awayNodes, nodeNames } = await import('../src/server/nodes/nodes');
    const { loadedDatasets } = await import('../src/server/datasets/repository');
    const names = nodeNames();
    if (names.length === 0) {
      console.log('There are no nodes among the settings: all rows lie in the database itself.');
      return;
    }
    const away = await awayNodes(names);
    for (const name of names) console.log(`${name}: ${away.includes(name) ? 'does not answer' : 'answers'}`);
    for (const dataset of await loadedDatasets())
      if (dataset.origin?.mode !== 'live') console.log(`${dataset.name}: ${placeWords(dataset)}`);
  });
}

/** Moves the rows of a dataset onto all nodes of the settings, or from nodes into the database itself. */
export async function moveDataset(
  meant: string,
  where: 'spread' | 'gather',
  config: string | undefined,
): Promise<void> {
  configure(config);
  await withDatabase(async () => {
    const { moveRows, spreadRows } = await import('../src/server/nodes/move');
    const { findDataset } = await import('../src/server/datasets/repository');
    const { key, name } = await meantDataset(meant);
    const rows = where === 'spread' ? await spreadRows(key) : await moveRows(key, []);
    const place = placeWords(await findDataset(key));
    console.log(`${name}: ${rows.toLocaleString('en')} rows lie ${place} now`);
  });
}
