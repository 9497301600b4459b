/** The table of rights names every route that there is, and no other; addresses find their entries. */
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { admitToPage } from './pageRights';
import { routeOf, ROUTE_RIGHTS } from './routeRights';
import { ALONE, type Caller } from '../caller';
import { NOBODY } from './callerOf';

const APP = path.join(__dirname, '../../app');

/** Every route of a folder, as `GET /api/…`. */
function routesIn(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const full = path.join(folder, entry.name);
    if (entry.isDirectory()) return routesIn(full);
    if (entry.name !== 'route.ts') return [];
    const place = path.relative(APP, folder);
    // Answers for what is no route.
    if (place === 'api/[...unlisted]') return [];
    const exported = readFileSync(full, 'utf8').matchAll(
      /^export (?:async )?(?:function|const) ([A-Z]+)\b/gm,
    );
    return [...exported].map(([, method]) => `${method} /${place}`);
  });
}

test('every route has an entry, and every entry a route', () => {
  const routes = routesIn(APP);
  expect(routes.length).toBeGreaterThan(100);
  expect(routes.sort()).toEqual(Object.keys(ROUTE_RIGHTS).sort());
});

test('every handler answers through the one place that looks at rights', () => {
  const files = (folder: string): string[] =>
    readdirSync(folder, { withFileTypes: true }).flatMap((entry) =>
      entry.isDirectory() ? files(path.join(folder, entry.name)) : [path.join(folder, entry.name)],
    );
  for (const file of files(APP).filter((entry) => entry.endsWith('route.ts'))) {
    const text = readFileSync(file, 'utf8');
    const handlers = [...text.matchAll(/^export (?:async )?(?:function|const) [A-Z]+\b/gm)].length;
    const through = [...text.matchAll(/\brespond\(\s*request,|= answerAuth;/g)].length;
    expect({ file, through }).toEqual({ file, through: handlers });
  }
});

test.each([
  ['GET', '/api/dashboards/7', 'GET /api/dashboards/[id]', { id: '7' }],
  ['HEAD', '/api/dashboards/7/', 'GET /api/dashboards/[id]', { id: '7' }],
  ['POST', '/api/shared/counts', 'POST /api/shared/counts', {}],
  ['POST', '/api/invitations/accept', 'POST /api/invitations/accept', {}],
  ['GET', '/api/datasets/caf%C3%A9/values', 'GET /api/datasets/[key]/values', { key: 'café' }],
  ['POST', '/api/auth/two-factor/enable', 'POST /api/auth/[...all]', {}],
])('%s %s is %s', (method, address, route, parts) => {
  expect(routeOf(method, address)).toMatchObject({ route, parts });
});

test.each([
  ['DELETE', '/api/dashboards'],
  ['GET', '/api/nothing'],
  ['GET', '/api/dashboards/7/rights/more'],
  ['GET', '/api/auth'],
])('%s %s is nobody’s', (method, address) => expect(routeOf(method, address)).toBeUndefined());

describe('pages', () => {
  const as = (role: Caller['role']): Caller => ({ ...NOBODY, kind: 'person', person: 'p', role });
  const link: Caller = { ...NOBODY, kind: 'link', role: 'reader', dashboard: 7 };
  test.each<[string, Caller, string]>([
    ['/people', ALONE, 'shown'],
    ['/sign-in', NOBODY, 'shown'],
    ['/welcome/abc', NOBODY, 'shown'],
    ['/_next/static/x.js', NOBODY, 'shown'],
    ['/', NOBODY, 'sign in'],
    ['/dashboards/7', NOBODY, 'sign in'],
    ['/', as('reader'), 'shown'],
    ['/dashboards/7', as('reader'), 'shown'],
    ['/datasets/trips', as('designer'), 'not there'],
    ['/datasets/trips', as('keeper'), 'shown'],
    ['/people', as('keeper'), 'not there'],
    ['/log', as('owner'), 'shown'],
    ['/dashboards/7/print', link, 'shown'],
    ['/embed/7', link, 'shown'],
    ['/dashboards/8', link, 'sign in'],
    ['/', link, 'sign in'],
  ])('%s', (address, caller, answer) => expect(admitToPage(caller, address)).toBe(answer));
});
