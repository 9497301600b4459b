/** Whether a caller may use a route; the answer to who may not tells nothing of what is there. */
import { isAtLeast } from '../../contract/people';
import type { Caller } from '../caller';
import { noSuchDashboard } from '../dashboards/noSuchDashboard';
import { Problem } from '../problem';
import { dashboardRight } from './dashboardRights';
import type { RouteFound } from './routeRights';

const signIn = () => new Problem('sign-in', 'Sign in first.', 401);
const secondFactor = () =>
  new Problem('second-factor', 'Set up a second factor first, under “Your account”.', 403);
/** What is told of an address without a route. */
export const nothingThere = () => new Problem('no-such-route', 'There is nothing at this address.', 404);
const refused = () => new Problem('not-allowed', 'Your role in this workspace does not allow this.', 403);

/** Throws a `Problem` (401, 403 or 404) where a caller may not use a route. */
export async function admit(caller: Caller, found: RouteFound | undefined): Promise<void> {
  if (caller.kind === 'alone') return;
  if (found?.right.needs === 'anyone') return;
  if (caller.kind === 'nobody') throw signIn();
  if (caller.kind === 'unsecured') throw secondFactor();
  if (!found) throw nothingThere();
  const { right, parts } = found;
  if (caller.kind === 'link' && right.needs !== 'link') throw signIn();
  if (right.needs !== 'link' && right.needs !== 'anyone' && !isAtLeast(caller.role!, right.needs))
    throw refused();
  if (right.person && caller.kind !== 'person') throw refused();
  if (right.dashboard) await admitToDashboard(caller, parts.id!, right.dashboard);
}

/** Throws a `Problem` where a caller may not see a dashboard (404) or not change it (403). */
export async function admitToDashboard(caller: Caller, id: string, needed: 'view' | 'edit'): Promise<void> {
  const held = /^\d{1,9}$/.test(id) ? await dashboardRight(caller, Number(id)) : undefined;
  if (held === undefined) throw noSuchDashboard(id);
  if (needed === 'edit' && held !== 'edit')
    throw new Problem('not-allowed', 'You may see this dashboard, not change it.', 403);
}
