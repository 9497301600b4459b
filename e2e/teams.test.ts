/** A workspace of people: how they come in, what each may do, which rows they see, and what is written down. */
import { readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { gunzipSync } from 'node:zlib';
import { Key } from 'selenium-webdriver';
import { ROLES, type People, type Role } from '../src/contract/people';
import { ROUTE_RIGHTS } from '../src/server/accounts/routeRights';
import { MEASURED_DEFAULTS, shownMeasure } from '../src/core/dashboard/document/kinds/measured';
import { table } from '../src/core/dashboard/document/testing';
import { openBrowser, type Browser } from './support/browser';
import { asStory } from './support/application';
import { checkEverywhere } from './support/axe';
import { startOpenIdProvider, type OpenIdProvider } from './support/openIdProvider';
import { eventually, Page } from './support/page';
import { pdfText } from './support/pdf';
import {
  beginLoad,
  codeNow,
  comeIn,
  loadDone,
  PASSWORD,
  serveCommand,
  signInOn,
  startTeam,
  Visitor,
  type Team,
} from './support/team';

jest.setTimeout(180_000);
const SECRET = 'Hidden Sound';
let team: Team;
let provider: OpenIdProvider;
let browser: Browser;
let at: Page;
const people: Partial<Record<Role, Visitor>> = {};
let dashboard = 0;

beforeAll(async () => {
  provider = await startOpenIdProvider();
  const { issuer, client, secret } = provider;
  team = await startTeam({ openId: { issuer, client, secret, name: 'the harbour', join: false } });
  browser = await openBrowser();
  at = new Page(browser.driver, team.url);
}, 300_000);
afterAll(async () => {
  await browser?.quit();
  await team?.stop();
  provider?.close();
}, 60_000);

const story = asStory(() => at);

const emailOf = (role: Role) => `${role}@example.org`;
const signInAs = (email: string, to = '/') => signInOn(at, email, to);

story('settings are checked before anything starts', async () => {
  const file = path.join(tmpdir(), `dathen-wrong-${process.pid}.json`);
  writeFileSync(file, '{ "adress": "x", "listen": { "port": 0 } }');
  const wrong = await serveCommand('--config', file, '--check');
  expect(wrong.code).toBe(2);
  for (const words of ['adress: there is no such setting.', 'address: is needed.', 'listen.port:'])
    expect(wrong.text).toContain(words);
  writeFileSync(file, JSON.stringify({ address: team.url, data: path.join(team.folder, 'data') }));
  expect(await serveCommand('--config', file, '--check')).toEqual({
    code: 0,
    text: 'The settings are well.\n',
  });
  rmSync(file);
});

story('the first owner comes in by the link on the console, once', async () => {
  await at.open('/');
  await at.reads('Sign in');
  await checkEverywhere(at);
  await at.goTo(team.firstLink);
  await at.reads(/You come in as owner/);
  await checkEverywhere(at);
  await at.type('Address', emailOf('owner'));
  await at.type('Name', 'Ada Quay');
  await at.type('Password', 'short');
  await at.reads('7 more characters');
  await at.type('Password', PASSWORD);
  await at.click('button', 'Come in');
  await at.find('button', 'Ada Quay');
  await at.goTo(team.firstLink);
  await at.reads(/This invitation was used/);
  people.owner = await new Visitor(team.url).signIn(emailOf('owner'));
});

story('an owner invites people by their address; each comes in as what they were invited for', async () => {
  await at.open('/people');
  await at.type('Address to invite', emailOf('reader'));
  await at.click('button', 'Invite');
  const link = await (await at.find('textbox', 'Link of the invitation')).getAttribute('value');
  await at.find('button', `Take the invitation of ${emailOf('reader')} back`);
  await checkEverywhere(at);
  people.reader = await comeIn(team.url, link!, 'Reader', emailOf('reader'));
  for (const role of ['designer', 'keeper'] as const) {
    const made = await people.owner!.json<{ link: string }>('POST', '/invitations', {
      email: emailOf(role),
      role,
    });
    people[role] = await comeIn(team.url, made.link, role, emailOf(role));
  }
  const { people: all } = await people.owner!.json<People>('GET', '/people');
  expect(all.map(({ email, role }) => [email, role]).sort()).toEqual(
    ROLES.map((role) => [emailOf(role), role]).sort(),
  );
});

story(
  'a keeper loads data, a designer makes a dashboard: nobody else knows of it until it is shared',
  async () => {
    const keeper = people.keeper!;
    const rows = Array.from({ length: 90 }, (_, i) => {
      const day = new Date(Date.UTC(2026, 3, 1 + (i % 60))).toISOString().slice(0, 10);
      return `${day},${['Veldry', 'Tamsel', SECRET][i % 3]},${i + 1}`;
    });
    const columns = [
      { name: 'day', type: 'day', role: 'day' },
      { name: 'route', type: 'text', category: true },
      { name: 'seats', type: 'whole' },
    ];
    const text = `day,route,seats\n${rows.join('\n')}\n`;
    await loadDone(keeper, await beginLoad(keeper, text, { name: 'Trips', columns }));
    await keeper.json('POST', '/shared', {
      name: 'Route',
      members: [{ dataset: 'trips', column: 'route' }],
      spellings: {},
    });
    const seats = shownMeasure(
      'trips',
      (
        await keeper.json<{ measures: { key: string; column: string | null }[] }>('GET', '/datasets/trips')
      ).measures.find(({ column }) => column === 'seats')!.key,
    );
    const made = await people.designer!.json<{ id: number }>('POST', '/dashboards', {
      version: 3,
      title: 'Crossings',
      timeZone: 'UTC',
      visuals: [
        { ...MEASURED_DEFAULTS, id: 'all', kind: 'figure', title: 'Seats', measures: [seats] },
        { ...table('log'), title: 'Log', columns: ['day', 'route', 'seats'] },
      ],
      controls: [],
      wires: [],
      layout: [
        { item: 'all', x: 0, y: 0, w: 8, h: 6 },
        { item: 'log', x: 8, y: 0, w: 14, h: 10 },
      ],
    });
    dashboard = made.id;
    for (const role of ['reader', 'keeper'] as const) {
      expect((await people[role]!.send('GET', `/api/dashboards/${dashboard}`)).status).toBe(404);
      expect(await people[role]!.json('GET', '/dashboards')).toEqual([]);
    }
  },
);

/** An address for a route: what it leaves open is filled with what is not there. */
const addressFor = (route: string) =>
  route
    .replace('[id]', route.includes('/dashboards/') ? String(dashboard) : '999999')
    .replace('[...all]', 'error')
    .replace(/\[\w+\]/g, '999999');

story('every route, for every role and without one: as the table says, and nothing else', async () => {
  const callers: [Role | 'nobody', Visitor][] = [
    ['nobody', new Visitor(team.url)],
    ...ROLES.map((role): [Role, Visitor] => [role, people[role]!]),
  ];
  const wrong: unknown[] = [];
  for (const [route, right] of Object.entries(ROUTE_RIGHTS)) {
    const [method, pattern] = route.split(' ') as [string, string];
    for (const [role, visitor] of callers) {
      const isRefused = role === 'nobody' || ROLES.indexOf(role) < ROLES.indexOf(right.needs as Role);
      // What would change something for all who come after is asked for only by those who may not.
      if (!isRefused && route === 'POST /api/demo') continue;
      const leave = new AbortController();
      const response = await fetch(`${team.url}${addressFor(pattern)}`, {
        method,
        redirect: 'manual',
        signal: leave.signal,
        headers: { ...visitor.headers, ...(method === 'GET' ? {} : { origin: team.url }) },
      });
      const { status } = response;
      const isOpen = right.needs === 'anyone';
      const sees = role === 'designer' || role === 'owner';
      const expected = isOpen
        ? status !== 401 && status !== 403
        : role === 'nobody'
          ? status === 401
          : isRefused
            ? status === 403
            : right.dashboard && !sees
              ? status === 404
              : status !== 401 && status !== 403 && status < 500;
      if (!expected) wrong.push({ route, role, status, body: (await response.text()).slice(0, 200) });
      leave.abort();
    }
    // What a route did on the way to a walk's end is undone.
    if (route === 'DELETE /api/dashboards/[id]')
      await people.designer!.send('POST', `/api/dashboards/${dashboard}/restore`);
  }
  expect(wrong).toEqual([]);
});

story('pages are there for those who may use them', async () => {
  const status = async (visitor: Visitor, page: string) => (await visitor.send('GET', page)).status;
  const anyone = new Visitor(team.url);
  for (const page of ['/', '/datasets', '/people', `/dashboards/${dashboard}`, '/account']) {
    const response = await anyone.send('GET', page);
    expect(response.status).toBe(303);
    const led = new URL(response.headers.get('location')!, team.url);
    expect([led.pathname, led.searchParams.get('to')]).toEqual(['/sign-in', page]);
  }
  expect(await status(people.reader!, '/')).toBe(200);
  expect(await status(people.reader!, '/datasets')).toBe(404);
  expect(await status(people.designer!, '/model')).toBe(404);
  expect(await status(people.keeper!, '/model')).toBe(200);
  expect(await status(people.keeper!, '/log')).toBe(404);
  expect(await status(people.owner!, '/log')).toBe(200);
});

story('a designer shares a dashboard; a reader reads it and cannot change it', async () => {
  await signInAs(emailOf('designer'), `/dashboards/${dashboard}`);
  await at.reads('4,095');
  await at.click('button', 'Share');
  await at.click('menuitem', 'Who may see and change it');
  await at.find('region', 'Who may see and change it');
  await checkEverywhere(at);
  await at.click('radio', 'Everybody in the workspace sees it');
  await eventually('the rights to be stored', async () => {
    const { access } = await people.designer!.json<{ access: string }>(
      'GET',
      `/dashboards/${dashboard}/access`,
    );
    return access === 'all';
  });
  await signInAs(emailOf('reader'), '/');
  await at.click('link', /^Crossings/);
  await at.reads('4,095');
  expect(await at.all('button', /Arrange/)).toEqual([]);
  await at.press('1');
  await at.reads('You may read this dashboard, not change it.');
  const { document } = await people.reader!.json<{ document: object }>('GET', `/dashboards/${dashboard}`);
  const put = await people.reader!.send('PUT', `/api/dashboards/${dashboard}`, { basedOn: 1, document });
  expect(put.status).toBe(403);
});

story(
  'a rule on rows holds for a group: nothing that is sent to its people has what is kept from them',
  async () => {
    await signInAs(emailOf('owner'), '/people');
    await at.type('Name of the group', 'Crew');
    await at.click('button', 'Make it');
    await at.find('button', 'Remove Crew');
    await at.click('combobox', /^People of Crew/);
    await at.click('option', /^Reader/);
    await at.press(Key.ESCAPE);
    await at.click('button', 'Add a rule');
    await at.click('combobox', /^only these values/);
    await at.click('option', 'Veldry');
    await at.press(Key.ESCAPE);
    await at.click('button', 'Save');
    await at.reads(/Route: Veldry/);
    await checkEverywhere(at);
    await signInAs(emailOf('reader'), `/dashboards/${dashboard}`);
    const veldry = Array.from({ length: 90 }, (_, i) => i).filter((i) => i % 3 === 0);
    await at.reads(veldry.reduce((sum, i) => sum + i + 1, 0).toLocaleString('en'));
    await at.reads('Veldry');
    expect(await at.driver.getPageSource()).not.toContain(SECRET);
    // What its pages and its thread asked for, and what scripts may ask for.
    const asked = await at.driver.executeScript<string[]>(
      'return performance.getEntriesByType("resource").map(({ name }) => name).filter((name) => name.includes("/api/"))',
    );
    const cubes = asked.filter((address) => address.includes('/api/cubes'));
    const reader = people.reader!;
    const { document } = await reader.json<{ document: object }>('GET', `/dashboards/${dashboard}`);
    const state = { periods: {}, choices: {} };
    const sent = async (method: string, route: string, body?: unknown) => {
      const response = await reader.send(method, `/api${route}`, body);
      expect([route, response.status]).toEqual([route, 200]);
      return response.text();
    };
    const page = { table: 'log', offset: 0, limit: 100, sort: null };
    const bodies = [
      await sent('GET', '/model'),
      await sent('POST', '/turns', { document, state, only: ['all', 'log'] }),
      await sent('POST', '/rows', { document, state, ...page }),
      await sent('POST', '/trace', { document, state, item: 'all' }),
      await sent('POST', '/data', { document, state, visual: null, page: null, format: 'json' }),
      await sent('POST', '/rows/file', { document, state, sort: null, rows: { table: 'log' } }),
      await sent('POST', `/dashboards/${dashboard}/answers`, { rows: 100 }),
      await sent('GET', `/dashboards/${dashboard}/overview`),
    ];
    for (const address of cubes) {
      const packed = Buffer.from(
        await (await reader.send('GET', address.slice(team.url.length))).arrayBuffer(),
      );
      if (packed.length > 0) bodies.push(gunzipSync(packed).toString('latin1'));
    }
    expect(bodies.filter((body) => body.includes('Veldry')).length).toBeGreaterThan(2);
    expect(bodies.filter((body) => body.includes(SECRET))).toEqual([]);
    // Others still see it.
    const others = await people.designer!.send('POST', '/api/rows', {
      document,
      state,
      table: 'log',
      offset: 0,
      limit: 100,
      sort: null,
    });
    expect(await others.text()).toContain(SECRET);
  },
);

story('a link leads to one dashboard without an account, until it is ended', async () => {
  const designer = people.designer!;
  const { link } = await designer.json<{ link: string }>('POST', `/dashboards/${dashboard}/link`, {});
  await at.driver.manage().deleteAllCookies();
  await at.goTo(link);
  await at.reads('4,095');
  expect((await at.address()).pathname).toBe(`/dashboards/${dashboard}`);
  expect(await at.all('button', /Arrange|Save/)).toEqual([]);
  const response = await new Visitor(team.url).send('GET', new URL(link).pathname);
  const cookie = response.headers.getSetCookie()[0]!.split(';')[0]!;
  const guest = new Visitor(team.url, { cookie });
  expect((await guest.send('GET', '/api/dashboards')).status).toBe(401);
  expect((await guest.send('PUT', `/api/dashboards/${dashboard}`, {})).status).toBe(401);
  const { document } = await guest.json<{ document: { visuals: object[] } }>(
    'GET',
    `/dashboards/${dashboard}`,
  );
  // Whatever else is asked for, the answer is of the dashboard as it is stored.
  const other = {
    ...document,
    visuals: [{ ...table('mine'), columns: ['seats'] }],
    controls: [],
    wires: [],
    layout: [],
  };
  const rows = await guest.send('POST', '/api/rows', {
    document: other,
    state: { periods: {}, choices: {} },
    table: 'mine',
    offset: 0,
    limit: 9,
    sort: null,
  });
  expect(rows.status).toBe(404);
  await designer.json('DELETE', `/dashboards/${dashboard}/link`);
  expect((await guest.send('GET', `/api/dashboards/${dashboard}`)).status).toBe(401);
});

story(
  'a second factor: set up with an app, asked for when one signs in, and a backup code in its place',
  async () => {
    await signInAs(emailOf('keeper'), '/account');
    await checkEverywhere(at);
    await at.type('Your password', PASSWORD);
    await at.click('button', 'Begin');
    await at.find('img', 'What the app reads');
    const text = await at.region('Second factor');
    const key = /type this key into it: (\S+)/.exec(text)![1]!;
    const backup = /lets you in once:\s+(\S+)/.exec(text)![1]!;
    await at.type('Code of the app', codeNow(key));
    await at.click('button', 'Switch it on');
    await at.reads('Signing in asks for a code of your app.');
    const giveCode = async (code: string) => {
      await at.type('Code', code);
      await at.click('button', 'Go on');
    };
    const begin = async () => {
      await at.driver.manage().deleteAllCookies();
      await at.open('/sign-in');
      await eventually('the code to be asked for', async () => {
        await at.type('Address', emailOf('keeper'));
        await at.type('Password', PASSWORD);
        await at.click('button', 'Sign in');
        return eventually('the field', async () => (await at.all('textbox', 'Code')).length > 0, 6000);
      });
    };
    await begin();
    await giveCode('000000');
    await at.reads('The code is not the one of now.');
    await giveCode(codeNow(key));
    await at.find('button', 'keeper');
    await begin();
    await giveCode(backup);
    await at.find('button', 'keeper');
  },
);

story('a script acts by a token, within its purpose; ended, it is nobody', async () => {
  await signInAs(emailOf('designer'), '/account');
  await at.type('Name of the token', 'Nightly');
  await at.click('button', 'Make it');
  const token = await (await at.find('textbox', 'Token')).getAttribute('value');
  const script = new Visitor(team.url, { authorization: `Bearer ${token}` });
  expect(await script.json('GET', '/dashboards')).toContainEqual(
    expect.objectContaining({ id: dashboard, title: 'Crossings' }),
  );
  expect((await script.send('POST', '/api/dashboards', {})).status).toBe(403);
  expect((await script.send('POST', '/api/tokens', {})).status).toBe(403);
  await at.click('button', 'End Nightly');
  await at.reads('Nightly is ended.');
  expect((await script.send('GET', '/api/dashboards')).status).toBe(401);
});

story('one whose session is ended is told, and goes on after signing in again', async () => {
  await signInAs(emailOf('designer'), `/dashboards/${dashboard}?mode=arrange`);
  await at.find('textbox', 'Title of the dashboard');
  const sessions = await people.designer!.json<{ id: string; isThis: boolean }[]>('GET', '/sessions');
  for (const { id, isThis } of sessions)
    if (!isThis) await people.designer!.json('DELETE', `/sessions/${id}`);
  await at.type('Title of the dashboard', 'All crossings');
  await at.reads('You are signed out. What is on this page is kept');
  const again = await eventually(
    'signing in to be let through',
    () => new Visitor(team.url).signIn(emailOf('designer')),
    60_000,
  );
  for (const pair of again.headers.cookie!.split('; ')) {
    const [name, value] = [pair.slice(0, pair.indexOf('=')), pair.slice(pair.indexOf('=') + 1)];
    await at.driver.manage().addCookie({ name, value, path: '/', httpOnly: true });
  }
  await at.driver.executeScript('window.dispatchEvent(new Event("focus"))');
  await eventually('the title to be saved', async () => {
    const { document } = await people.designer!.json<{ document: { title: string } }>(
      'GET',
      `/dashboards/${dashboard}`,
    );
    return document.title === 'All crossings';
  });
});

story('a provider lets in whom an owner invited, and nobody else', async () => {
  await at.driver.manage().deleteAllCookies();
  provider.become({ sub: '77', email: 'stranger@example.org', name: 'Stranger', email_verified: true });
  await at.open('/sign-in');
  await at.click('button', 'Sign in with the harbour');
  await at.reads(/The provider did not let you in/);
  // Whoever says to have the address of another is believed only when the provider has looked.
  provider.become({ sub: '79', email: emailOf('owner'), name: 'Impostor', email_verified: false });
  await at.open('/sign-in');
  await at.click('button', 'Sign in with the harbour');
  await at.reads(/The provider did not let you in/);
  provider.become({ sub: '78', email: emailOf('reader'), name: 'Reader', email_verified: true });
  await at.open('/sign-in');
  await at.click('button', 'Sign in with the harbour');
  await at.find('button', 'Reader');
});

story(
  'a new password by a link that an owner hands on; closing an account ends what it has open',
  async () => {
    await signInAs(emailOf('owner'), '/people');
    await at.click('button', 'More for Reader');
    await at.click('menuitem', 'Make a link for a new password');
    const link = await (await at.find('textbox', /^Link for a new password/)).getAttribute('value');
    const path = new URL(link!);
    const led = await new Visitor(team.url).send('GET', `${path.pathname}${path.search}`);
    const token = new URL(led.headers.get('location')!, team.url).searchParams.get('token');
    const anyone = new Visitor(team.url);
    const set = await anyone.send('POST', '/api/auth/reset-password', {
      token,
      newPassword: 'another long password',
    });
    expect(set.status).toBe(200);
    expect((await people.reader!.send('GET', '/api/model')).status).toBe(401);
    const reader = await eventually(
      'signing in',
      () => anyone.signIn(emailOf('reader'), 'another long password'),
      30_000,
    );
    expect((await reader.send('GET', '/api/model')).status).toBe(200);
    await at.click('button', 'More for Reader');
    await at.click('menuitem', 'Close the account');
    await at.reads('Reader is signed out and may not come in any more.');
    expect((await reader.send('GET', '/api/model')).status).toBe(401);
    await expect(
      eventually('being let in', () => anyone.signIn(emailOf('reader'), 'another long password'), 12_000),
    ).rejects.toThrow();
  },
);

story('what was done is written down, with who did it', async () => {
  await at.open('/log');
  await at.type('Search', 'rule on rows');
  await at.reads('rule on rows made');
  await checkEverywhere(at);
  await at.type('Search', 'sign-in refused');
  await eventually('only those', async () => {
    const rows = await at.driver.findElements({ css: 'table[aria-label=Deeds] tbody tr' });
    const texts = await Promise.all(rows.map((row) => row.getText()));
    return texts.length > 0 && texts.every((text) => text.includes('sign-in refused'));
  });
  const file = await (await people.owner!.send('GET', '/api/deeds/file')).text();
  for (const words of [
    'person invited',
    'rows loaded',
    'rights of a dashboard changed',
    'link to a dashboard made',
    'rows taken away',
  ])
    expect(file).toContain(words);
  expect(file).not.toContain(PASSWORD);
});

story('what is printed for somebody shows what they may see, by hand and by itself', async () => {
  const { link } = await people.owner!.json<{ link: string }>('POST', '/invitations', {
    email: 'crew@example.org',
    role: 'designer',
  });
  const crew = await comeIn(team.url, link, 'Crew', 'crew@example.org');
  const { people: all, groups } = await people.owner!.json<People>('GET', '/people');
  const id = all.find(({ email }) => email === 'crew@example.org')!.id;
  await people.owner!.json('PUT', `/groups/${groups[0]!.id}`, { name: 'Crew', members: [id] });
  const copy = await crew.json<{ id: number }>('POST', `/dashboards/${dashboard}/duplicate`, {});
  const schedule = {
    name: 'Log',
    cron: '0 6 * * *',
    timeZone: 'UTC',
    format: 'pdf',
    selection: null,
    page: null,
  };
  const made = await crew.json<{ id: number }>('POST', `/dashboards/${copy.id}/schedules`, {
    ...schedule,
    folder: '',
    mailTo: [],
    enabled: true,
  });
  await crew.json('POST', `/schedules/${made.id}/run`, {});
  const { schedules } = await crew.json<{ schedules: { runs: { file: string; message: string }[] }[] }>(
    'GET',
    `/dashboards/${copy.id}/schedules`,
  );
  const [run] = schedules[0]!.runs;
  expect(run!.message).toBeNull();
  const text = pdfText(readFileSync(run!.file));
  expect(text).toContain('Veldry');
  expect(text).not.toContain(SECRET);
});
