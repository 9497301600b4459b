/** What one needs for each page. Pages show nothing by themselves: what they show they ask for, and that is checked too. */
import { isAtLeast } from '../../contract/people';
import type { Caller } from '../caller';
import type { Needs } from './routeRights';

/** By the first step of the address; those that are not listed are for all who have signed in. */
const PAGES: Readonly<Record<string, Needs>> = {
  'sign-in': 'anyone',
  welcome: 'anyone',
  'new-password': 'anyone',
  // Its handler looks at who asks.
  metrics: 'anyone',
  '': 'reader',
  dashboards: 'link',
  embed: 'link',
  account: 'reader',
  almanac: 'keeper',
  datasets: 'keeper',
  model: 'keeper',
  people: 'owner',
  log: 'owner',
};

/** Files of the program itself, the same for everybody. */
const isFile = (pathname: string) => pathname.startsWith('/_next/') || pathname === '/icon.svg';

const needsOf = (pathname: string): Needs =>
  isFile(pathname) ? 'anyone' : (PAGES[pathname.split('/')[1] ?? ''] ?? 'reader');

/** The one page for who has to set up a second factor before anything else. */
export const SECURING_PAGE = '/account';

/**
 * What becomes of a request for a page: it is shown, one has to sign in or to set up a second factor first, or there is
 * no such page for one.
 */
export function admitToPage(
  caller: Caller,
  pathname: string,
): 'shown' | 'sign in' | 'second factor' | 'not there' {
  const needs = needsOf(pathname);
  if (caller.kind === 'alone' || needs === 'anyone') return 'shown';
  if (caller.kind === 'link')
    return needs === 'link' && pathname.split('/')[2] === String(caller.dashboard) ? 'shown' : 'sign in';
  if (caller.kind === 'unsecured') return pathname === SECURING_PAGE ? 'shown' : 'second factor';
  if (caller.role === null) return 'sign in';
  return needs === 'link' || isAtLeast(caller.role, needs) ? 'shown' : 'not there';
}

/** Whether a page is the same for everybody, so that nobody need be asked who they are. */
export const isForAnyone = (pathname: string): boolean => needsOf(pathname) === 'anyone';
