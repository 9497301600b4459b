/**
 * What one needs for each route of the interface for programs: the one place where that is said. A route that is not
 * listed is nobody's. A test walks all routes with every role and compares.
 */
import type { Role } from '../../contract/people';

/** `anyone`: without an account; `link`: with a link to a dashboard too, held to that dashboard; else the least role. */
export type Needs = 'anyone' | 'link' | Role;

export interface RouteRight {
  readonly needs: Needs;
  /** What one has to be allowed on the dashboard whose number is the route's `[id]`. */
  readonly dashboard?: 'view' | 'edit';
  /** Held back from tokens: what a person alone may do, such as making tokens. */
  readonly person?: true;
  /** One may be led to it from elsewhere, by a link or a provider; else only Dathen’s own pages ask. */
  readonly isLedTo?: true;
  /** What the log of deeds says of it once it is done. */
  readonly deed?: string;
}

const did = (right: RouteRight, deed: string): RouteRight => ({ ...right, deed });

const anyone: RouteRight = { needs: 'anyone' };
const link: RouteRight = { needs: 'link' };
const reader: RouteRight = { needs: 'reader' };
const designer: RouteRight = { needs: 'designer' };
const keeper: RouteRight = { needs: 'keeper' };
const owner: RouteRight = { needs: 'owner', person: true };
const oneself: RouteRight = { needs: 'reader', person: true };
const view: RouteRight = { needs: 'link', dashboard: 'view' };
const viewer: RouteRight = { needs: 'reader', dashboard: 'view' };
const edit: RouteRight = { needs: 'designer', dashboard: 'edit' };

export const ROUTE_RIGHTS: Readonly<Record<string, RouteRight>> = {
  'GET /api/health': anyone,
  'GET /api/ready': anyone,
  'GET /metrics': anyone,
  'GET /api/me': anyone,
  'GET /api/auth/[...all]': { needs: 'anyone', isLedTo: true },
  'POST /api/auth/[...all]': anyone,
  'GET /api/invitations/[token]': anyone,
  'POST /api/invitations/accept': anyone,
  'GET /api/links/[token]': { needs: 'anyone', isLedTo: true },

  'GET /api/people': owner,
  'PATCH /api/people/[id]': did(owner, 'person changed'),
  'POST /api/people/[id]/reset': did(owner, 'link for a new password made'),
  'POST /api/invitations': did(owner, 'person invited'),
  'DELETE /api/invitations/[token]': did(owner, 'invitation taken back'),
  'POST /api/groups': did(owner, 'group made'),
  'PUT /api/groups/[id]': did(owner, 'group changed'),
  'DELETE /api/groups/[id]': did(owner, 'group removed'),
  'GET /api/rules': owner,
  'POST /api/rules': did(owner, 'rule on rows made'),
  'PUT /api/rules/[id]': did(owner, 'rule on rows changed'),
  'DELETE /api/rules/[id]': did(owner, 'rule on rows removed'),
  'GET /api/deeds': owner,
  'GET /api/deeds/file': did(owner, 'log taken away'),

  'GET /api/sessions': oneself,
  'DELETE /api/sessions/[id]': did(oneself, 'session ended'),
  'GET /api/tokens': oneself,
  'POST /api/tokens': did(oneself, 'token made'),
  'DELETE /api/tokens/[id]': did(oneself, 'token ended'),

  'GET /api/dashboards': reader,
  'POST /api/dashboards': did(designer, 'dashboard made'),
  'GET /api/dashboards/[id]': view,
  'PUT /api/dashboards/[id]': did(edit, 'dashboard saved'),
  'DELETE /api/dashboards/[id]': did(edit, 'dashboard put in the bin'),
  'POST /api/dashboards/[id]/restore': did(edit, 'dashboard brought back'),
  'POST /api/dashboards/[id]/duplicate': did({ needs: 'designer', dashboard: 'view' }, 'dashboard copied'),
  'POST /api/dashboards/[id]/answers': viewer,
  'POST /api/dashboards/[id]/data': did(viewer, 'figures taken away'),
  'GET /api/dashboards/[id]/overview': viewer,
  'GET /api/dashboards/[id]/check': viewer,
  'POST /api/dashboards/[id]/rehearsal': viewer,
  'GET /api/dashboards/[id]/revisions': edit,
  'GET /api/dashboards/[id]/revisions/[entry]': edit,
  'GET /api/dashboards/[id]/access': edit,
  'PUT /api/dashboards/[id]/access': did(edit, 'rights of a dashboard changed'),
  'POST /api/dashboards/[id]/link': did(edit, 'link to a dashboard made'),
  'DELETE /api/dashboards/[id]/link': did(edit, 'link to a dashboard ended'),
  'GET /api/dashboards/[id]/selections': viewer,
  'POST /api/dashboards/[id]/selections': viewer,
  'PATCH /api/dashboards/[id]/selections/[selection]': viewer,
  'DELETE /api/dashboards/[id]/selections/[selection]': viewer,
  'GET /api/dashboards/[id]/schedules': edit,
  'POST /api/dashboards/[id]/schedules': did(edit, 'schedule made'),
  // The handler looks at the dashboard that a schedule belongs to.
  'PUT /api/schedules/[id]': did(designer, 'schedule changed'),
  'DELETE /api/schedules/[id]': did(designer, 'schedule removed'),
  'POST /api/schedules/[id]/run': did(designer, 'schedule run'),
  'GET /api/bin': designer,
  'DELETE /api/bin': did(owner, 'removed for good'),

  'GET /api/model': link,
  'GET /api/cubes': link,
  'POST /api/turns': link,
  'POST /api/trace': link,
  'POST /api/contributions': link,
  'POST /api/data': did(link, 'figures taken away'),
  'POST /api/rows': link,
  'POST /api/rows/behind': link,
  'POST /api/rows/file': did(link, 'rows taken away'),
  'GET /api/events': link,
  'GET /api/geometries/[key]': link,
  'GET /api/embed': reader,
  'GET /api/openapi': reader,
  'GET /api/schema/dashboard': reader,
  'GET /api/definitions': reader,
  'GET /api/periods': reader,
  'GET /api/almanac': reader,
  'GET /api/almanac/export': did(reader, 'almanac taken away'),
  'GET /api/almanac/notes': reader,
  'GET /api/almanac/notes/file': did(reader, 'notes taken away'),
  'GET /api/geometries': reader,

  'POST /api/check': designer,
  'POST /api/check/mend': designer,
  'POST /api/rehearsal': designer,
  'POST /api/conditions/check': designer,
  'GET /api/uses': designer,
  'POST /api/almanac/notes': did(designer, 'note made'),
  'PUT /api/almanac/notes/[id]': did(designer, 'note changed'),
  'DELETE /api/almanac/notes/[id]': did(designer, 'note removed'),

  'PUT /api/almanac': did(keeper, 'calendar rule changed'),
  'POST /api/almanac/preview': keeper,
  'POST /api/almanac/sets': did(keeper, 'holidays or events added'),
  'PATCH /api/almanac/sets/[id]': did(keeper, 'holidays or events changed'),
  'DELETE /api/almanac/sets/[id]': did(keeper, 'holidays or events removed'),
  'GET /api/connections': keeper,
  'POST /api/connections': did(keeper, 'connection made'),
  'DELETE /api/connections/[id]': did(keeper, 'connection removed'),
  'POST /api/connections/[id]/copy': did(keeper, 'table copied in'),
  'POST /api/connections/[id]/live': did(keeper, 'live table connected'),
  'GET /api/connections/[id]/tables': keeper,
  'GET /api/datasets': keeper,
  'POST /api/datasets': did(keeper, 'rows loaded'),
  'GET /api/datasets/[key]': keeper,
  'PATCH /api/datasets/[key]': did(keeper, 'dataset changed'),
  'DELETE /api/datasets/[key]': did(keeper, 'dataset put in the bin'),
  'POST /api/datasets/[key]/copy': did(keeper, 'dataset copied again'),
  'GET /api/datasets/[key]/coverage': keeper,
  'GET /api/datasets/[key]/loads': keeper,
  'GET /api/datasets/[key]/refusals': keeper,
  'POST /api/datasets/[key]/restore': did(keeper, 'dataset brought back'),
  'GET /api/datasets/[key]/values': keeper,
  'POST /api/definitions': did(keeper, 'condition named'),
  'PUT /api/definitions/[key]': did(keeper, 'named condition changed'),
  'DELETE /api/definitions/[key]': did(keeper, 'named condition removed'),
  'POST /api/demo': did(keeper, 'demo brought in'),
  'POST /api/geometries': did(keeper, 'geometry brought in'),
  'DELETE /api/geometries/[key]': did(keeper, 'geometry removed'),
  'GET /api/jobs/[id]': keeper,
  'DELETE /api/jobs/[id]': did(keeper, 'work stopped'),
  'POST /api/measures/preview': keeper,
  'POST /api/periods': did(keeper, 'period named'),
  'PUT /api/periods/[key]': did(keeper, 'named period changed'),
  'DELETE /api/periods/[key]': did(keeper, 'named period removed'),
  'POST /api/periods/[key]/changes': keeper,
  'GET /api/shared': keeper,
  'POST /api/shared': did(keeper, 'shared dimension made'),
  'PUT /api/shared/[key]': did(keeper, 'shared dimension changed'),
  'DELETE /api/shared/[key]': did(keeper, 'shared dimension removed'),
  'POST /api/shared/counts': keeper,
  'GET /api/shared/suggestions': keeper,
  'POST /api/uploads': did(keeper, 'file sent'),
  'POST /api/uploads/[id]/profile': keeper,
};

export interface RouteFound {
  /** As it stands in the table. */
  readonly route: string;
  readonly right: RouteRight;
  /** The parts of the address that the route leaves open, by name. */
  readonly parts: Readonly<Record<string, string>>;
}

interface Pattern extends Omit<RouteFound, 'parts'> {
  readonly method: string;
  readonly steps: readonly string[];
}

const isOpen = (step: string) => step.startsWith('[');

/** Routes with fewer open parts come first, so that a name is not taken for a number. */
const PATTERNS: readonly Pattern[] = Object.entries(ROUTE_RIGHTS)
  .map(([route, right]) => {
    const [method, path] = route.split(' ') as [string, string];
    return { route, right, method, steps: path.split('/').slice(1) };
  })
  .sort((a, b) => a.steps.filter(isOpen).length - b.steps.filter(isOpen).length);

function partsOf(steps: readonly string[], given: readonly string[]): Record<string, string> | undefined {
  const hasRest = steps.at(-1)?.startsWith('[...') === true;
  if (hasRest ? given.length < steps.length : given.length !== steps.length) return undefined;
  const parts: Record<string, string> = {};
  for (const [i, step] of steps.entries()) {
    if (step.startsWith('[...')) return parts;
    if (isOpen(step)) parts[step.slice(1, -1)] = given[i]!;
    else if (step !== given[i]) return undefined;
  }
  return parts;
}

/** The route that a request is for; undefined for one that is not listed. */
export function routeOf(method: string, pathname: string): RouteFound | undefined {
  const given = pathname.replace(/\/$/, '').split('/').slice(1).map(decoded);
  for (const { route, right, method: own, steps } of PATTERNS) {
    if (own !== (method === 'HEAD' ? 'GET' : method)) continue;
    const parts = partsOf(steps, given);
    if (parts) return { route, right, parts };
  }
  return undefined;
}

function decoded(step: string): string {
  try {
    return decodeURIComponent(step);
  } catch {
    return step;
  }
}
