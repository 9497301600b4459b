/** What is made ahead of readers: all that dashboards will ask of a dataset, and nothing of others. */
import { documentSchema } from '../../core/dashboard/document/document';
import { createDashboard } from '../dashboards/repository';
import { findDataset } from '../datasets/repository';
import { loadText, withDatabase } from '../testing';
import { warmCubes } from './warm';

const at = withDatabase();

/** A dashboard with one figure of each dataset. */
async function dashboardOf(title: string, ...datasets: readonly string[]): Promise<void> {
  const visuals = [];
  for (const dataset of datasets) {
    const { definition } = await findDataset(dataset);
    const measure = definition.measures.find((entry) => entry.column === 'boats')!.key;
    visuals.push({ id: `of${visuals.length}`, kind: 'figure', title: '', measures: [{ dataset, measure }] });
  }
  const document = { version: 3, title, timeZone: 'UTC', visuals, controls: [], wires: [], layout: [] };
  await createDashboard(documentSchema.parse(document));
}

let keys: string[];
beforeAll(async () => {
  const text = 'day,boats\n2026-03-01,3\n2026-03-02,5\n';
  keys = [];
  for (const name of ['landings', 'departures', 'repairs'])
    keys.push((await loadText(at.folder, name, text)).dataset);
  await dashboardOf('One', keys[0]!);
  await dashboardOf('Both', keys[0]!, keys[1]!);
});

/** The datasets of which something is made, one for each shape. */
async function madeFor(dataset?: string): Promise<string[]> {
  const made: string[] = [];
  await warmCubes(dataset, (owner, shape) => {
    expect(shape.dataset).toBe(owner.key);
    made.push(owner.key);
    return Promise.resolve(undefined);
  });
  return made;
}

test('of a dataset that was loaded, what the dashboards that name it will ask for', async () => {
  expect(new Set(await madeFor(keys[0]))).toEqual(new Set([keys[0]]));
  expect(await madeFor(keys[1])).toEqual([keys[1]]);
  expect(await madeFor(keys[2])).toEqual([]);
});

test('of all of them where none is named', async () => {
  expect(new Set(await madeFor())).toEqual(new Set([keys[0], keys[1]]));
});
