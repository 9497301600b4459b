/** Who sees and who changes a dashboard. */
import { and, eq, inArray, isNull, or, type SQL } from 'drizzle-orm';
import {
  isAtLeast,
  type DashboardAccess,
  type DashboardRight,
  type DashboardRights,
} from '../../contract/people';
import type { Caller } from '../caller';
import { database } from '../database/connection';
import { dashboardGrant, person, personGroup } from '../database/accountSchema';
import { dashboard } from '../database/schema';
import { Problem } from '../problem';
import { keyHash, newKey } from './keys';

/** The cookie that holds what stood in a link to a dashboard. */
export const LINK_COOKIE = 'dathen.link';

type Held = Pick<typeof dashboard.$inferSelect, 'id' | 'ownerId' | 'access'>;
type Grant = Pick<typeof dashboardGrant.$inferSelect, 'personId' | 'groupId' | 'right'>;

/**
 * The most that a caller may do with a dashboard; undefined where they may not know of it. Owners of the workspace see
 * and change all of them. What nobody with an account made, designers change.
 */
export function rightOn(caller: Caller, held: Held, grants: readonly Grant[]): DashboardRight | undefined {
  if (caller.kind === 'alone') return 'edit';
  if (caller.kind === 'link') return caller.dashboard === held.id ? 'view' : undefined;
  if (caller.role === null) return undefined;
  const given =
    caller.role === 'owner' || (held.ownerId !== null && held.ownerId === caller.person)
      ? 'edit'
      : givenRight(caller, held, grants);
  return given === 'edit' && !isAtLeast(caller.role, 'designer') ? 'view' : given;
}

/** What a dashboard's access gives somebody who owns neither it nor the workspace, whatever their role. */
function givenRight(caller: Caller, held: Held, grants: readonly Grant[]): DashboardRight | undefined {
  switch (held.access) {
    case 'all':
      return held.ownerId === null ? 'edit' : 'view';
    case 'named': {
      const own = grants.filter(
        ({ personId, groupId }) =>
          personId === caller.person || (groupId !== null && caller.groups.includes(groupId)),
      );
      return own.some(({ right }) => right === 'edit') ? 'edit' : own.length > 0 ? 'view' : undefined;
    }
    default:
      return undefined;
  }
}

/** Grants that could be a caller's, of one dashboard or of all. */
const ownGrants = (caller: Caller, id?: number): SQL | undefined =>
  and(
    ...(id === undefined ? [] : [eq(dashboardGrant.dashboardId, id)]),
    or(
      eq(dashboardGrant.personId, caller.person ?? ''),
      ...(caller.groups.length > 0 ? [inArray(dashboardGrant.groupId, [...caller.groups])] : []),
    ),
  );

/** The most that a caller may do with a dashboard; undefined where they may not know of it, or it is not there. */
export async function dashboardRight(caller: Caller, id: number): Promise<DashboardRight | undefined> {
  if (caller.kind === 'alone') return 'edit';
  const [held] = await database()
    .select({ id: dashboard.id, ownerId: dashboard.ownerId, access: dashboard.access })
    .from(dashboard)
    .where(eq(dashboard.id, id));
  if (!held) return undefined;
  return rightOn(caller, held, await database().select().from(dashboardGrant).where(ownGrants(caller, id)));
}

/** Which of the dashboards that are there a caller may see; null for all of them. */
export async function visibleDashboards(caller: Caller): Promise<ReadonlySet<number> | null> {
  if (caller.kind === 'alone' || caller.role === 'owner') return null;
  const held = await database()
    .select({ id: dashboard.id, ownerId: dashboard.ownerId, access: dashboard.access })
    .from(dashboard);
  const grants = await database().select().from(dashboardGrant).where(ownGrants(caller));
  const seen = held.filter((entry) =>
    rightOn(
      caller,
      entry,
      grants.filter((grant) => grant.dashboardId === entry.id),
    ),
  );
  return new Set(seen.map(({ id }) => id));
}

/** Who may do what with a dashboard, with all that one needs to change it. */
export async function readDashboardRights(id: number): Promise<DashboardRights> {
  const [held] = await database()
    .select({ access: dashboard.access, linkHash: dashboard.linkHash, owner: person.name })
    .from(dashboard)
    .leftJoin(person, eq(person.id, dashboard.ownerId))
    .where(eq(dashboard.id, id));
  if (!held) throw new Problem('no-such-dashboard', `There is no dashboard ${id}.`, 404);
  const grants = await database().select().from(dashboardGrant).where(eq(dashboardGrant.dashboardId, id));
  return {
    access: held.access,
    owner: held.owner,
    isPublic: held.linkHash !== null,
    grants: grants.map(({ personId, groupId, right }) => ({ person: personId, group: groupId, right })),
    people: await database()
      .select({ id: person.id, name: person.name, email: person.email })
      .from(person)
      .where(isNull(person.disabledAt))
      .orderBy(person.name),
    groups: await database().select().from(personGroup).orderBy(personGroup.name),
  };
}

/** Says who may see and change a dashboard. */
export async function saveDashboardRights(id: number, { access, grants }: DashboardAccess): Promise<void> {
  await database().transaction(async (transaction) => {
    await transaction.update(dashboard).set({ access }).where(eq(dashboard.id, id));
    await transaction.delete(dashboardGrant).where(eq(dashboardGrant.dashboardId, id));
    if (grants.length > 0)
      await transaction.insert(dashboardGrant).values(
        grants.map(({ person: personId, group: groupId, right }) => ({
          dashboardId: id,
          personId,
          groupId,
          right,
        })),
      );
  });
}

/** Makes a link that leads to a dashboard without an account, in the place of the one before. */
export async function makeLink(id: number, madeBy: string): Promise<string> {
  const key = newKey();
  await database()
    .update(dashboard)
    .set({ linkHash: keyHash(key), linkBy: madeBy })
    .where(eq(dashboard.id, id));
  return key;
}

/** Ends the link of a dashboard. */
export async function endLink(id: number): Promise<void> {
  await database().update(dashboard).set({ linkHash: null, linkBy: null }).where(eq(dashboard.id, id));
}

/** The dashboard that a link leads to, and who made the link; undefined for one that is over. */
export async function dashboardOfLink(
  key: string,
): Promise<{ dashboard: number; madeBy: string } | undefined> {
  const [row] = await database()
    .select({ dashboard: dashboard.id, madeBy: dashboard.linkBy })
    .from(dashboard)
    .where(and(eq(dashboard.linkHash, keyHash(key)), isNull(dashboard.deletedAt)));
  return row && row.madeBy !== null ? { ...row, madeBy: row.madeBy } : undefined;
}
