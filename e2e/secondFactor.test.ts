/** A workspace in which everybody has a second factor: what is open before it is set up, and that it stays. */
import { ROUTE_RIGHTS } from '../src/server/accounts/routeRights';
import { asStory } from './support/application';
import { checkEverywhere } from './support/axe';
import { openBrowser, type Browser } from './support/browser';
import { eventually, Page } from './support/page';
import { codeNow, PASSWORD, startTeam, Visitor, type Team } from './support/team';

jest.setTimeout(180_000);
const EMAIL = 'ada@example.org';
let team: Team;
let browser: Browser;
let at: Page;
let key = '';

beforeAll(async () => {
  team = await startTeam({ requireSecondFactor: true });
  browser = await openBrowser();
  at = new Page(browser.driver, team.url);
}, 300_000);
afterAll(async () => {
  await browser.quit();
  await team.stop();
});

const story = asStory(() => at);
const heading = (name: string) => at.find('heading', name);

story('a password that is easy to guess is refused in words, and the link goes on', async () => {
  await at.driver.get(team.firstLink);
  await at.type('Address', EMAIL);
  await at.type('Name', 'Ada Wren');
  await at.type('Password', 'ada wren ada wren');
  await at.click('button', 'Come in');
  await at.reads('This password is easy to guess');
  await at.type('Password', PASSWORD);
  await at.click('button', 'Come in');
});

story('whoever comes in is led to setting the second factor up, whatever page is asked for', async () => {
  await heading('Second factor');
  await at.reads('Everybody here signs in with a second factor. Set up yours; then you are in.');
  await checkEverywhere(at);
  await at.open('/dashboards/1');
  await heading('Second factor');
  expect(await at.driver.getCurrentUrl()).toBe(`${team.url}/account`);
});

story('until then no route answers that needs an account', async () => {
  const cookies = await at.driver.manage().getCookies();
  const ada = new Visitor(team.url, {
    cookie: cookies.map(({ name, value }) => `${name}=${value}`).join('; '),
  });
  const guarded = Object.entries(ROUTE_RIGHTS).filter(([, { needs }]) => needs !== 'anyone');
  expect(guarded.length).toBeGreaterThan(100);
  for (const [route] of guarded) {
    const [method, path] = route.split(' ') as [string, string];
    const body = method === 'GET' ? undefined : {};
    const response = await ada.send(method, path.replace(/\[\w+\]/g, '1'), body);
    expect({ route, status: response.status }).toEqual({ route, status: 403 });
    expect(await response.json()).toMatchObject({ error: { code: 'second-factor' } });
  }
});

story('with the first right code everything opens', async () => {
  await at.type('Your password', PASSWORD);
  await at.click('button', 'Begin');
  await at.find('img', 'What the app reads');
  key = /type this key into it: (\S+)/.exec(await at.region('Second factor'))![1]!;
  await at.type('Code of the app', codeNow(key));
  await at.click('button', 'Switch it on');
  await at.reads('Signing in asks for a code of your app, as for everybody here.');
  await heading('Password');
  await at.open('/');
  await heading('Dashboards');
});

story('it cannot be given up', async () => {
  await at.open('/account');
  await heading('Second factor');
  expect(await at.all('button', 'Switch it off')).toHaveLength(0);
  const cookies = await at.driver.manage().getCookies();
  const ada = new Visitor(team.url, {
    cookie: cookies.map(({ name, value }) => `${name}=${value}`).join('; '),
  });
  const refused = await ada.send('POST', '/api/auth/two-factor/disable', { password: PASSWORD });
  expect(refused.status).toBe(403);
  expect(await refused.json()).toMatchObject({ error: { code: 'second-factor-needed' } });
  expect(await ada.json('GET', '/me')).toMatchObject({ person: { hasSecondFactor: true } });
});

story('signing in asks for it, and a new password has to be a good one too', async () => {
  await at.driver.manage().deleteAllCookies();
  await at.open('/sign-in?to=/account');
  await eventually('the code to be asked for', async () => {
    await at.type('Address', EMAIL);
    await at.type('Password', PASSWORD);
    await at.click('button', 'Sign in');
    return eventually('the field', async () => (await at.all('textbox', 'Code')).length > 0, 6000);
  });
  const code = codeNow(key);
  await at.type('Code', code);
  await at.click('button', 'Go on');
  await heading('Password');
  // Whoever has seen the code cannot come in by it as well.
  const other = new Visitor(team.url);
  const asked = await eventually(
    'the password to be taken',
    async () => {
      const answer = await other.send('POST', '/api/auth/sign-in/email', {
        email: EMAIL,
        password: PASSWORD,
      });
      return answer.ok && answer;
    },
    30_000,
  );
  const cookie = asked.headers
    .getSetCookie()
    .map((line) => line.split(';')[0]!)
    .join('; ');
  const again = await new Visitor(team.url, { cookie }).send('POST', '/api/auth/two-factor/verify-totp', {
    code,
  });
  expect(again.status).toBe(401);
  expect(again.headers.getSetCookie()).toHaveLength(0);
  const own = (await at.driver.manage().getCookies()).map(({ name, value }) => `${name}=${value}`).join('; ');
  const { deeds } = await new Visitor(team.url, { cookie: own }).json<{
    deeds: { action: string; object: string }[];
  }>('GET', '/deeds');
  expect(deeds).toContainEqual(expect.objectContaining({ action: 'used code refused', object: EMAIL }));
  await at.type('Password now', PASSWORD);
  await at.type('New password', 'Summer2025!!');
  await at.click('button', 'Change it');
  await at.reads('This password is easy to guess');
});

story('signing out has the browser forget what it kept of the data', async () => {
  const cookies = await at.driver.manage().getCookies();
  const ada = new Visitor(team.url, {
    cookie: cookies.map(({ name, value }) => `${name}=${value}`).join('; '),
  });
  const out = await ada.send('POST', '/api/auth/sign-out', {});
  expect(out.headers.get('clear-site-data')).toBe('"cache"');
  expect((await ada.send('GET', '/api/dashboards')).status).toBe(401);
});
