/** Behind nginx, as `deploy/nginx.conf` sets it up: TLS, the address that somebody comes from, events, what watches. */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { freePort } from '../cli/processes';
import { CLIENT, Nginx, PROXY, type Asked } from './support/nginx';
import { eventually } from './support/page';
import { PASSWORD, startTeam, Visitor, type Team } from './support/team';

jest.setTimeout(180_000);

let port = 0;
let team: Team;
let nginx: Nginx;
const ask = (method: string, place: string, asked?: Asked) => nginx.ask(method, place, asked);

beforeAll(async () => {
  port = await freePort();
  team = await startTeam({ address: `https://localhost:${port}`, trustedProxies: [PROXY] });
  nginx = Nginx.start(port, [Number(new URL(team.url).port)]);
  await eventually('the proxy to answer', async () =>
    ask('GET', '/api/health').then(
      ({ status }) => status === 200,
      () => false,
    ),
  );
});
afterAll(async () => {
  nginx?.stop();
  await team?.stop();
});

let cookie = '';

test('the first owner’s link has the public address; cookies are for TLS alone', async () => {
  expect(team.firstLink).toMatch(new RegExp(`^https://localhost:${port}/welcome/`));
  const token = team.firstLink.split('/').at(-1);
  const person = { token, name: 'Ada', email: 'ada@example.org', password: PASSWORD };
  expect((await ask('POST', '/api/invitations/accept', { body: person })).status).toBe(201);
  const { headers, status } = await ask('POST', '/api/auth/sign-in/email', {
    body: { email: person.email, password: PASSWORD },
  });
  expect(status).toBe(200);
  const set = String(headers['set-cookie']);
  expect(set).toMatch(
    /^__Host-dathen\.session_token=[^;]+;(?=.*HttpOnly)(?=.*Secure)(?=.*SameSite=Lax)(?=.*Path=\/(;|$))(?!.*Domain=)/i,
  );
  cookie = set.split(';')[0]!;
  const me = await ask('GET', '/api/me', { headers: { cookie } });
  expect(JSON.parse(me.text)).toMatchObject({ role: 'owner' });
  expect((await ask('GET', '/')).headers.location).toMatch(/\/sign-in\?to=%2F$/);
  expect((await ask('GET', '/sign-in')).headers['strict-transport-security']).toContain('max-age');
});

test('the log has the address that somebody came from, as the proxy says; nobody else is believed', async () => {
  const direct = new Visitor(team.url, { 'x-forwarded-for': '203.0.113.9', 'x-real-ip': '203.0.113.9' });
  await direct.send('POST', '/api/auth/sign-in/email', {
    email: 'spoofed@example.org',
    password: 'wrong password',
  });
  const { text } = await ask('GET', '/api/deeds', { headers: { cookie, 'x-forwarded-for': '203.0.113.9' } });
  const { deeds } = JSON.parse(text) as { deeds: { action: string; object: string; address: string }[] };
  expect(deeds.find(({ action }) => action === 'signed in')?.address).toBe(CLIENT);
  expect(deeds.find(({ object }) => object === 'spoofed@example.org')).toMatchObject({
    action: 'sign-in refused',
    address: '127.0.0.1',
  });
  expect(text).not.toContain('203.0.113.9');
});

test('events come through as they are sent; a name of others is turned away', async () => {
  const events = await ask('GET', '/api/events', { headers: { cookie }, enough: /: open/ });
  expect(events.headers['content-type']).toContain('text/event-stream');
  expect((await ask('GET', '/api/me', { headers: { host: 'elsewhere.example' } })).status).toBe(403);
});

test('machines that watch: alive, ready, counted; not for the world', async () => {
  expect(JSON.parse((await ask('GET', '/api/ready')).text)).toEqual({ ready: true, missing: [], away: [] });
  expect((await ask('GET', '/metrics')).status).toBe(403);
  const here = await new Visitor(team.url).send('GET', '/metrics');
  expect(here.headers.get('content-type')).toContain('application/openmetrics-text');
  const text = await here.text();
  expect(text).toMatch(/dathen_requests_total\{route="GET \/api\/me",status="200"\} [1-9]/);
  expect(text).toMatch(/dathen_database_connections\{state="free"\} \d/);
  expect(text).toMatch(/dathen_request_seconds_bucket\{le="0\.05",route="GET \/api\/me"\}/);
  expect(text.trimEnd().endsWith('# EOF')).toBe(true);
  // Nothing of what was asked about is in it.
  expect(text).not.toContain('ada@example.org');
});

test('the log of the web process is JSON with the ids that answers carry, and has no secrets', async () => {
  const answer = await ask('GET', '/api/me', { headers: { cookie } });
  const id = String(answer.headers['x-request-id']);
  const log = await eventually('the line in the log', () => {
    const text = readFileSync(path.join(team.folder, 'data', 'server.log'), 'utf8');
    return Promise.resolve(text.includes(id) && text);
  });
  const line = log.split('\n').find((entry) => entry.includes(id))!;
  expect(JSON.parse(line)).toMatchObject({ requestId: id, route: 'GET /api/me', status: 200 });
  for (const secret of [
    PASSWORD,
    cookie.split('=')[1]!,
    'ada@example.org',
    team.firstLink.split('/').at(-1)!,
  ])
    expect(log).not.toContain(secret);
});
