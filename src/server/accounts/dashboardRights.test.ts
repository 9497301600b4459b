import fc from 'fast-check';
import { DASHBOARD_ACCESSES, DASHBOARD_RIGHTS, ROLES } from '../../contract/people';
import { emptyDocument } from '../../core/dashboard/document/document';
import { ALONE, forCaller, type Caller } from '../caller';
import { listDashboards } from '../dashboards/list';
import { createDashboard, deleteDashboard } from '../dashboards/repository';
import { withDatabase } from '../testing';
import { admit } from './admission';
import { NOBODY } from './callerOf';
import {
  dashboardOfLink,
  dashboardRight,
  endLink,
  makeLink,
  readDashboardRights,
  rightOn,
  saveDashboardRights,
} from './dashboardRights';
import { saveGroup } from './groups';
import { routeOf } from './routeRights';

withDatabase();

const as = (role: Caller['role'], person = 'p1', groups: number[] = []): Caller => ({
  ...NOBODY,
  kind: 'person',
  person,
  name: `${person}@example.org`,
  role,
  groups,
});

const held = (ownerId: string | null, access: 'private' | 'named' | 'all') => ({ id: 7, ownerId, access });
const toGroup = (groupId: number, right: 'view' | 'edit') => ({ personId: null, groupId, right });

test.each<[string, Caller, ReturnType<typeof held>, Parameters<typeof rightOn>[2], string | undefined]>([
  ['alone', ALONE, held('p2', 'private'), [], 'edit'],
  ['nobody', NOBODY, held(null, 'all'), [], undefined],
  ['one’s own', as('designer'), held('p1', 'private'), [], 'edit'],
  ['one’s own as a reader by now', as('reader'), held('p1', 'private'), [], 'view'],
  ['a private one of another', as('keeper'), held('p2', 'private'), [], undefined],
  ['a private one, for an owner', as('owner'), held('p2', 'private'), [], 'edit'],
  ['one for all', as('reader'), held('p2', 'all'), [], 'view'],
  ['one for all of another designer', as('designer'), held('p2', 'all'), [], 'view'],
  ['one from before accounts', as('designer'), held(null, 'all'), [], 'edit'],
  ['named, not oneself', as('reader'), held('p2', 'named'), [toGroup(3, 'view')], undefined],
  ['named by group', as('reader', 'p1', [3]), held('p2', 'named'), [toGroup(3, 'view')], 'view'],
  ['named to change it', as('designer', 'p1', [3]), held('p2', 'named'), [toGroup(3, 'edit')], 'edit'],
  [
    'named to change it, as a reader',
    as('reader', 'p1', [3]),
    held('p2', 'named'),
    [toGroup(3, 'edit')],
    'view',
  ],
  [
    'named once, now private',
    as('designer', 'p1', [3]),
    held('p2', 'private'),
    [toGroup(3, 'edit')],
    undefined,
  ],
])('%s', (_, caller, dashboard, grants, right) => expect(rightOn(caller, dashboard, grants)).toBe(right));

test('a higher role never sees or changes less, and a link leads to one dashboard alone', () => {
  const grant = fc.record({
    personId: fc.constantFrom('p1', 'p2', null),
    groupId: fc.constantFrom(3, 4, null),
    right: fc.constantFrom(...DASHBOARD_RIGHTS),
  });
  const rank = (right: string | undefined) => [undefined, 'view', 'edit'].indexOf(right);
  fc.assert(
    fc.property(
      fc.constantFrom('p1', 'p2', null),
      fc.constantFrom(...DASHBOARD_ACCESSES),
      fc.array(grant, { maxLength: 4 }),
      fc.subarray([3, 4]),
      (owner, access, grants, groups) => {
        const rights = ROLES.map((role) =>
          rank(rightOn(as(role, 'p1', groups), held(owner, access), grants)),
        );
        expect([...rights].sort((a, b) => a - b)).toEqual(rights);
        const link: Caller = { ...NOBODY, kind: 'link', role: 'reader', groups, dashboard: 8 };
        expect(rightOn(link, held(owner, access), grants)).toBeUndefined();
        expect(rightOn({ ...link, dashboard: 7 }, held(owner, access), grants)).toBe('view');
      },
    ),
  );
});

const request = (caller: Caller, method: string, address: string) => admit(caller, routeOf(method, address));

test('what one may not see is as if it were not there; lists and routes agree', async () => {
  const mine = as('designer', 'p1');
  const theirs = as('designer', 'p2');
  const { id } = await forCaller(undefined, mine, () => createDashboard(emptyDocument('Private')));
  const listed = async (caller: Caller) =>
    (await forCaller(undefined, caller, listDashboards)).map((entry) => entry.id);
  expect(await listed(mine)).toEqual([id]);
  expect(await listed(theirs)).toEqual([]);
  const missing = await request(theirs, 'GET', '/api/dashboards/4711').catch((error: unknown) => error);
  const unseen = await request(theirs, 'GET', `/api/dashboards/${id}`).catch((error: unknown) => error);
  expect(String(unseen).replace(String(id), 'N')).toBe(String(missing).replace('4711', 'N'));
  const crew = await saveGroup(null, { name: 'Crew', members: ['p2'] });
  await saveDashboardRights(id, { access: 'named', grants: [{ person: null, group: crew, right: 'view' }] });
  const crewed = { ...theirs, groups: [crew] };
  expect(await dashboardRight(crewed, id)).toBe('view');
  // Who works alone may do everything; whether it is there is told by whoever reads it.
  expect(await Promise.all([id, 4711].map((each) => dashboardRight(ALONE, each)))).toEqual(['edit', 'edit']);
  expect(await listed(crewed)).toEqual([id]);
  await request(crewed, 'GET', `/api/dashboards/${id}`);
  await expect(request(crewed, 'PUT', `/api/dashboards/${id}`)).rejects.toMatchObject({ status: 403 });
  await expect(request(NOBODY, 'GET', `/api/dashboards/${id}`)).rejects.toMatchObject({ status: 401 });
  expect(await readDashboardRights(id)).toMatchObject({
    access: 'named',
    isPublic: false,
    groups: [{ id: crew, name: 'Crew' }],
    grants: [{ person: null, group: crew, right: 'view' }],
  });
});

test('a link leads to its dashboard until another is made, it is ended, or the dashboard is in the bin', async () => {
  const mine = as('designer', 'p1');
  const { id } = await forCaller(undefined, mine, () => createDashboard(emptyDocument('Linked')));
  const first = await makeLink(id, 'p1');
  expect(await dashboardOfLink(first)).toEqual({ dashboard: id, madeBy: 'p1' });
  const second = await makeLink(id, 'p1');
  expect(await dashboardOfLink(first)).toBeUndefined();
  expect(await dashboardOfLink(second)).toBeDefined();
  await deleteDashboard(id);
  expect(await dashboardOfLink(second)).toBeUndefined();
  await endLink(id);
  expect(await dashboardOfLink(second)).toBeUndefined();
  expect(await dashboardOfLink('')).toBeUndefined();
});
