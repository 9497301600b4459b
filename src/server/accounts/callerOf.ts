/** Who sends a request: by a session, by a token, by a link to one dashboard, or nobody. */
import { parse } from 'cookie';
import { isAtLeast, type Role } from '../../contract/people';
import { serverConfig } from '../config';
import { ALONE, type Caller } from '../caller';
import { dashboardOfLink, LINK_COOKIE } from './dashboardRights';
import { PASS_COOKIE } from './passes';
import { knownPerson, lacksSecondFactor, type KnownPerson } from './people';
import { SCOPE_ROLES, tokenOf } from './tokens';

/** However often a session is used, one signs in again after a month. */
const LONGEST_SESSION_MS = 30 * 86_400_000;

/** Who has not signed in. */
export const NOBODY: Caller = {
  kind: 'nobody',
  person: null,
  name: 'nobody',
  role: null,
  groups: [],
  scope: null,
  dashboard: null,
};

const callerFor = (person: KnownPerson, rest: Pick<Caller, 'kind' | 'scope'>): Caller => ({
  ...rest,
  person: person.id,
  name: person.email,
  role: rest.scope === null ? person.role : lesserRole(person.role, SCOPE_ROLES[rest.scope]),
  groups: person.groups,
  dashboard: null,
});

const lesserRole = (a: Role, b: Role): Role => (isAtLeast(a, b) ? b : a);

/** Whoever acts on behalf of a person at another time, such as what they had made by itself; undefined where they may not come in. */
export async function callerBehind(person: string): Promise<Caller | undefined> {
  const known = await knownPerson(person);
  return known && callerFor(known, { kind: 'person', scope: null });
}

/** Who has a token. */
async function callerByToken(bearer: string): Promise<Caller> {
  const token = await tokenOf(bearer);
  const person = token && (await knownPerson(token.personId));
  return token && person && token.scope !== 'print'
    ? callerFor(person, { kind: 'token', scope: token.scope })
    : NOBODY;
}

/** Who has a print made, by the pass of that print; undefined where it is none. */
async function callerByPass(pass: string): Promise<Caller | undefined> {
  const passed = await tokenOf(pass);
  if (passed?.scope !== 'print') return undefined;
  const person = await knownPerson(passed.personId);
  return person ? callerFor(person, { kind: 'token', scope: null }) : NOBODY;
}

/** Who has signed in; undefined where nobody has, or it was too long ago. */
async function callerBySession(headers: Headers): Promise<Caller | undefined> {
  // The library comes when it is needed: who runs Dathen alone never loads it.
  const { auth } = await import('./auth');
  const session = await auth().api.getSession({ headers });
  const isCurrent = session && Date.now() - session.session.createdAt.getTime() < LONGEST_SESSION_MS;
  const person = isCurrent ? await knownPerson(session.user.id) : undefined;
  if (!person) return undefined;
  const caller = callerFor(person, { kind: 'person', scope: null });
  const isUnsecured = serverConfig().team!.requiresSecondFactor && (await lacksSecondFactor(person.id));
  return isUnsecured ? { ...caller, kind: 'unsecured', role: null } : caller;
}

/** Who follows a link to one dashboard. */
async function callerByLink(link: string): Promise<Caller> {
  const linked = await dashboardOfLink(link);
  const maker = linked && (await knownPerson(linked.madeBy));
  if (!linked || !maker) return NOBODY;
  // It shows the rows that whoever made it may see: no rule holds for those who load the data.
  const groups = isAtLeast(maker.role, 'keeper') ? [] : maker.groups;
  const name = `the link to dashboard ${linked.dashboard}`;
  return { ...NOBODY, kind: 'link', name, role: 'reader', groups, dashboard: linked.dashboard };
}

/** Whoever sends headers. A token that is not known is nobody's, whatever else is sent with it. */
export async function callerOf(headers: Headers): Promise<Caller> {
  if (!serverConfig().team) return ALONE;
  const bearer = /^Bearer (.+)$/i.exec(headers.get('authorization') ?? '')?.[1];
  if (bearer !== undefined) return callerByToken(bearer);
  const cookies = headers.get('cookie');
  if (cookies === null) return NOBODY;
  const { [LINK_COOKIE]: link, [PASS_COOKIE]: pass } = parse(cookies);
  const printing = pass === undefined ? undefined : await callerByPass(pass);
  const known = printing ?? (await callerBySession(headers));
  if (known) return known;
  return link === undefined ? NOBODY : callerByLink(link);
}
