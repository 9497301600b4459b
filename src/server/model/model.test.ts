import { statSync } from 'node:fs';
import path from 'node:path';
import type { SharedDimension } from '../../core/model/model';
import { emptyDocument } from '../../core/dashboard/document/document';
import { createDashboard } from '../dashboards/repository';
import { editDataset } from '../datasets/edit';
import { findDataset } from '../datasets/repository';
import { decrypt, encrypt } from '../secrets';
import { sqlSource } from '../answers/sqlSource';
import { loadText, withDatabase } from '../testing';
import { countKept, definitionUses, listDefinitions, removeDefinition, saveDefinition } from './definitions';
import { readModel } from './model';
import { readRevision } from './revision';
import { listShared, removeShared, saveShared, suggestions } from './shared';

const at = withDatabase();

beforeAll(async () => {
  await loadText(
    at.folder,
    'Trips',
    'day,route,seats\n2026-01-01,Veldry,2\n2026-01-02,Tamsel,3\n2026-01-03,VELDRY HEAD,4\n',
  );
  await loadText(at.folder, 'Targets', 'month,route,wanted\n2026-01-01,Veldry,20\n2026-01-01,Tamsel,30\n');
  for (const key of ['trips', 'targets'])
    await editDataset(await findDataset(key), { categories: ['route'] });
});

const EMPTY: Omit<SharedDimension, 'key'> = { name: 'Other', members: [], spellings: {} };
const MEMBERS = [
  { dataset: 'trips', column: 'route' },
  { dataset: 'targets', column: 'route' },
];

describe('shared dimensions', () => {
  test('are suggested by name and values, and not any more once they are shared', async () => {
    expect((await suggestions()).map((entry) => entry.members)).toEqual([
      expect.arrayContaining(MEMBERS.map((member) => expect.objectContaining(member) as object)) as object[],
    ]);
    const before = await readRevision();
    const made = await saveShared(null, { name: 'Route', members: MEMBERS, spellings: {} });
    expect(await listShared()).toEqual([made]);
    expect(await suggestions()).toEqual([]);
    expect((await readRevision()).revision).toBeGreaterThan(before.revision);
  });

  test('spellings make values one, in answers too', async () => {
    const [route] = await listShared();
    await saveShared(route!.key, {
      name: 'Route',
      members: MEMBERS,
      spellings: { 'VELDRY HEAD': 'Veldry' },
    });
    const { model, stored } = await readModel();
    const answer = await sqlSource(stored, model).aggregate({
      dataset: 'trips',
      day: 'day',
      filters: [{ column: 'route', values: ['Veldry'], exclude: false }],
      otherDays: [],
      conditions: [],
      window: [{ start: -Infinity, end: Infinity }],
      by: { columns: [{ kind: 'column', column: 'route' }], buckets: null },
      numbers: [],
    });
    expect(answer!.keys).toEqual([['Veldry']]);
    expect([...answer!.rows]).toEqual([2]);
  });

  test.each([
    ['a column that is not there', { members: [{ dataset: 'trips', column: 'ship' }] }, 'no-such-column'],
    ['a column that is no category', { members: [{ dataset: 'trips', column: 'seats' }] }, 'no-category'],
    ['two columns of one dataset', { members: [MEMBERS[1]!, MEMBERS[1]!] }, 'dataset-twice'],
    ['a column of another dimension', { name: 'Way', members: [MEMBERS[1]!] }, 'shared-twice'],
    ['a name that is there', { name: 'route', members: [] }, 'name-twice'],
    [
      'a spelling that leads on',
      { name: 'Way', members: [], spellings: { a: 'b', b: 'c' } },
      'spelling-chain',
    ],
  ] as [string, Partial<SharedDimension>, string][])('%s is refused', async (_, part, code) => {
    const isOwn = code === 'dataset-twice';
    const key = isOwn ? (await listShared())[0]!.key : null;
    await expect(saveShared(key, { ...EMPTY, ...part })).rejects.toMatchObject({ code });
    expect(await listShared()).toHaveLength(1);
  });

  test('one that is gone cannot be changed', async () => {
    const [route] = await listShared();
    await removeShared(route!.key);
    await expect(saveShared(route!.key, { name: 'Route', members: [], spellings: {} })).rejects.toMatchObject(
      {
        status: 404,
      },
    );
  });
});

describe('definitions', () => {
  test('are checked against the columns, counted, and found where they are used', async () => {
    const made = await saveDefinition(null, { name: 'Full', dataset: 'trips', sql: 'seats >= 3' });
    expect(await listDefinitions()).toEqual([made]);
    expect(await countKept('trips', 'seats >= 3')).toEqual({ kept: 2, rows: 3 });
    const { id } = await createDashboard({
      ...emptyDocument('Uses it'),
      controls: [
        {
          id: 'where',
          kind: 'condition',
          title: '',
          hold: false,
          accent: null,
          reveal: null,
          dataset: 'trips',
          join: 'all',
          open: true,
          groups: [
            { join: 'all', entries: [{ id: 'full', name: '', sql: '', definition: made.key, on: true }] },
          ],
        },
      ],
    });
    expect(await definitionUses()).toEqual([{ key: made.key, dashboards: [{ id, title: 'Uses it' }] }]);
    await expect(removeDefinition(made.key, false)).rejects.toMatchObject({ code: 'in-use', status: 409 });
    await removeDefinition(made.key, true);
    expect(await listDefinitions()).toEqual([]);
    expect(await saveDefinition(null, { ...made, name: 'Crowded' })).toEqual({ ...made, name: 'Crowded' });
    await removeDefinition(made.key, true);
  });

  test('a mistake is told with its place', async () => {
    await expect(
      saveDefinition(null, { name: 'Odd', dataset: 'trips', sql: 'seats >= ' }),
    ).rejects.toMatchObject({ code: 'bad-condition', details: { from: expect.any(Number) as number } });
    await expect(countKept('trips', "ship = 'Tern'")).rejects.toMatchObject({ code: 'bad-condition' });
    await expect(countKept('nothing', 'a = 1')).rejects.toMatchObject({ status: 404 });
  });

  test('two of one name are refused', async () => {
    await saveDefinition(null, { name: 'Full', dataset: 'trips', sql: 'seats >= 3' });
    await expect(
      saveDefinition(null, { name: 'full', dataset: 'trips', sql: 'seats > 3' }),
    ).rejects.toMatchObject({ code: 'name-twice' });
    await expect(
      saveDefinition('gone', { name: 'Other', dataset: 'trips', sql: 'seats > 3' }),
    ).rejects.toMatchObject({ status: 404 });
  });
});

describe('secrets', () => {
  test('a password is never sent, and at rest only the key in the data folder opens it', async () => {
    const sealed = encrypt('harbour');
    expect(sealed).not.toContain('harbour');
    expect(encrypt('harbour')).not.toBe(sealed);
    expect(decrypt(sealed)).toBe('harbour');
    const bytes = Buffer.from(sealed, 'base64');
    bytes[bytes.length - 1]! ^= 1;
    expect(() => decrypt(bytes.toString('base64'))).toThrow();
    expect(statSync(path.join(at.folder, 'secret.key')).mode & 0o777).toBe(0o600);
  });
});
