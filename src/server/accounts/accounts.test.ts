/** Invitations, roles, groups, tokens and the log, as the database keeps them. */
import { isAtLeast } from '../../contract/people';
import { createServer, type AddressInfo } from 'node:net';
import { ALONE, type Caller } from '../caller';
import { selectRows } from '../database/connection';
import { withDatabase } from '../testing';
import { auth } from './auth';
import { callerBehind, callerOf, NOBODY } from './callerOf';
import { listDeeds, noteDeed } from './deeds';
import { listGroups, removeGroup, saveGroup } from './groups';
import {
  acceptInvitation,
  firstOwnerLink,
  invite,
  invitedBy,
  listInvitations,
  endInvitation,
} from './invitations';
import { hashPassword, isPassword } from './passwords';
import { changePerson, listPeople } from './people';
import { checkTries, forgetTries, noteWrong, spendCode } from './tries';
import { checkStrength } from './weakPasswords';
import { endToken, listTokens, makeToken, tokenOf } from './tokens';

withDatabase();
beforeAll(() => {
  process.env.DATHEN_TEAM = '1';
  process.env.DATHEN_ADDRESS = 'http://127.0.0.1:4400';
});
afterAll(() => {
  delete process.env.DATHEN_TEAM;
  delete process.env.DATHEN_ADDRESS;
});

const PASSWORD = 'a long password here';
const keyOf = (link: string) => link.split('/').at(-1)!;
const comeIn = (link: string, name: string, email?: string) =>
  acceptInvitation({
    token: keyOf(link),
    name,
    password: PASSWORD,
    ...(email === undefined ? {} : { email }),
  });

let ada = '';
let bea = '';

test('the first owner comes in by a link that works once, and is told anew until then', async () => {
  const before = (await firstOwnerLink())!;
  const link = (await firstOwnerLink())!;
  await expect(invitedBy(keyOf(before))).rejects.toMatchObject({ code: 'no-such-invitation' });
  expect(await invitedBy(keyOf(link))).toEqual({ email: null, role: 'owner' });
  await expect(comeIn(link, 'Ada')).rejects.toMatchObject({ code: 'bad-request' });
  expect(await comeIn(link, 'Ada', 'Ada@Example.org')).toBe('ada@example.org');
  await expect(comeIn(link, 'Ada', 'eve@example.org')).rejects.toMatchObject({ status: 404 });
  expect(await firstOwnerLink()).toBeUndefined();
  ada = (await listPeople())[0]!.id;
});

test('others come in as they were invited; the address is that of the invitation', async () => {
  const first = await invite('bea@example.org', 'designer', ada);
  const { link, mailed } = await invite('bea@example.org', 'reader', ada);
  expect(mailed).toBe(false);
  await expect(invitedBy(keyOf(first.link))).rejects.toMatchObject({ status: 404 });
  expect(await listInvitations()).toMatchObject([{ email: 'bea@example.org', role: 'reader' }]);
  expect(await comeIn(link, 'Bea', 'eve@example.org')).toBe('bea@example.org');
  await expect(invite('bea@example.org', 'owner', ada)).rejects.toMatchObject({ code: 'known-person' });
  const { link: taken } = await invite('cyr@example.org', 'reader', ada);
  await endInvitation((await listInvitations())[0]!.id);
  await expect(comeIn(taken, 'Cyr')).rejects.toMatchObject({ status: 404 });
  await expect(endInvitation(4711)).rejects.toMatchObject({ code: 'no-such-invitation', status: 404 });
  bea = (await listPeople()).find(({ email }) => email === 'bea@example.org')!.id;
});

test('two who accept one invitation at once make one account', async () => {
  const { link } = await invite('dov@example.org', 'reader', ada);
  const both = await Promise.allSettled([comeIn(link, 'Dov'), comeIn(link, 'Dov')]);
  expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
  expect((await listPeople()).filter(({ email }) => email === 'dov@example.org')).toHaveLength(1);
});

test('somebody owns the workspace, whoever changes what at once', async () => {
  await expect(changePerson(ada, { role: 'reader' })).rejects.toMatchObject({ code: 'last-owner' });
  await expect(changePerson(ada, { isDisabled: true })).rejects.toMatchObject({ code: 'last-owner' });
  await changePerson(bea, { role: 'owner' });
  const both = await Promise.allSettled([
    changePerson(ada, { role: 'reader' }),
    changePerson(bea, { role: 'reader' }),
  ]);
  expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
  const owners = (await listPeople()).filter(({ role }) => role === 'owner');
  expect(owners).toHaveLength(1);
  const other = owners[0]!.id === ada ? bea : ada;
  await changePerson(other, { role: 'owner' });
  await changePerson(bea, { role: 'designer' });
  await expect(changePerson('nobody', { role: 'owner' })).rejects.toMatchObject({ status: 404 });
});

test('who is closed out acts no more, by whatever was made before', async () => {
  expect(await callerBehind(bea)).toMatchObject({ kind: 'person', role: 'designer', person: bea });
  await changePerson(bea, { isDisabled: true });
  expect(await callerBehind(bea)).toBeUndefined();
  await changePerson(bea, { isDisabled: false });
  expect(await callerBehind(bea)).toBeDefined();
});

test('groups have names of their own, and give their people their numbers', async () => {
  const id = await saveGroup(null, { name: 'Crew', members: [bea, bea] });
  await expect(saveGroup(null, { name: 'Crew', members: [] })).rejects.toMatchObject({ code: 'name-taken' });
  expect(await listGroups()).toEqual([{ id, name: 'Crew', members: [bea] }]);
  expect(await callerBehind(bea)).toMatchObject({ groups: [id] });
  await saveGroup(id, { name: 'Night crew', members: [] });
  expect(await callerBehind(bea)).toMatchObject({ groups: [] });
  await removeGroup(id);
  await expect(removeGroup(id)).rejects.toMatchObject({ status: 404 });
});

test('a token does no more than it is for and than its person may, until it is over', async () => {
  await expect(makeToken(bea, 'designer', { name: 'Loads', scope: 'data', days: 1 })).rejects.toMatchObject({
    status: 403,
  });
  const token = await makeToken(bea, 'designer', { name: 'Nightly', scope: 'design', days: 1 });
  expect(await tokenOf(token)).toMatchObject({ personId: bea, scope: 'design' });
  expect(await tokenOf(`${token}x`)).toBeUndefined();
  expect(await tokenOf('dathen_')).toBeUndefined();
  const [listed] = await listTokens(bea);
  expect(listed).toMatchObject({ name: 'Nightly', scope: 'design' });
  expect(listed!.usedAt).not.toBeNull();
  expect(JSON.stringify(listed)).not.toContain(token);
  await expect(endToken(ada, listed!.id)).rejects.toMatchObject({ status: 404 });
  await endToken(bea, listed!.id);
  expect(await tokenOf(token)).toBeUndefined();
});

test('an account takes so many wrong passwords, from wherever, until a while has passed or somebody came in', async () => {
  const now = Date.now();
  for (let i = 0; i < 20; i++) {
    await checkTries('Bea@example.org', now);
    await noteWrong('bea@example.org ', now + i);
  }
  await expect(checkTries('bea@example.org', now + 60_000)).rejects.toMatchObject({
    status: 429,
    details: { retryAfter: 841 },
  });
  await checkTries('ada@example.org', now);
  await checkTries('bea@example.org', now + 16 * 60_000);
  await noteWrong('bea@example.org', now + 16 * 60_000);
  await checkTries('bea@example.org', now + 16 * 60_000);
  for (let i = 0; i < 20; i++) await noteWrong('bea@example.org', now + 17 * 60_000);
  await expect(checkTries('bea@example.org', now + 17 * 60_000)).rejects.toThrow();
  await forgetTries('bea@example.org');
  await checkTries('bea@example.org', now + 17 * 60_000);
});

test('passwords are kept as hashes that only they fit', async () => {
  const [one, two] = [await hashPassword(PASSWORD), await hashPassword(PASSWORD)];
  expect(one).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
  expect(one).not.toBe(two);
  expect(await isPassword(one, PASSWORD)).toBe(true);
  expect(await isPassword(one, `${PASSWORD} `)).toBe(false);
  expect(await isPassword('no hash', PASSWORD)).toBe(false);
});

test('the log names who, what and to what, is searched as text, and knows nothing of one who is alone', async () => {
  const caller: Caller = {
    ...NOBODY,
    kind: 'person',
    person: bea,
    name: 'bea@example.org',
    role: 'designer',
  };
  const at = { search: '', from: null, to: null };
  await noteDeed(ALONE, { action: 'dashboard saved', object: 'dashboards/1' });
  expect((await listDeeds(at, { offset: 0, limit: 9 })).total).toBe(0);
  await noteDeed(caller, { action: 'dashboard saved', object: 'dashboards/1: 100 % of_it' });
  await noteDeed(caller, { action: 'figures taken away', object: 'data: Trips' });
  const { deeds, total } = await listDeeds(at, { offset: 0, limit: 1 });
  expect(total).toBe(2);
  expect(deeds).toMatchObject([
    { actor: 'bea@example.org', action: 'figures taken away', object: 'data: Trips' },
  ]);
  expect((await listDeeds({ ...at, search: '% of_' }, { offset: 0, limit: 9 })).total).toBe(1);
  expect((await listDeeds({ ...at, search: '_%_' }, { offset: 0, limit: 9 })).total).toBe(0);
  expect((await listDeeds({ ...at, to: new Date(Date.now() - 60_000) }, { offset: 0, limit: 9 })).total).toBe(
    0,
  );
});

test('roles are in order', () => {
  expect(isAtLeast('owner', 'keeper')).toBe(true);
  expect(isAtLeast('designer', 'keeper')).toBe(false);
  expect(isAtLeast('reader', 'reader')).toBe(true);
});

test.each([
  'passwordpassword',
  'Password1234!',
  '123456789012',
  'qwertyuiop123',
  'aaaaaaaaaaaaaaaa',
  'administrator',
  'p4ssw0rdp4ssw0rd',
  'fay.finch@example.org',
  'Fay Finch Fay Finch',
  'fayfinch2026',
  'Winter2025!!',
])('a password that is easy to guess is refused: %s', async (password) => {
  const { link } = await invite('fay.finch@example.org', 'reader', ada);
  const accept = { token: keyOf(link), name: 'Fay Finch', password };
  await expect(acceptInvitation(accept)).rejects.toMatchObject({ code: 'weak-password', status: 400 });
  // The invitation is there still.
  expect(await invitedBy(keyOf(link))).toEqual({ email: 'fay.finch@example.org', role: 'reader' });
});

test.each([
  'red boats on grey water',
  'x7#kPq!2mLz9',
  'ein langer Satz über Möwen',
  'a'.repeat(40) + PASSWORD,
])('any other is taken, whatever it is made of: %s', async (password) => {
  await expect(checkStrength(password, ['fay.finch@example.org'])).resolves.toBeUndefined();
});

describe('how long an answer takes tells nothing of who has an account', () => {
  const TRIES = 12;
  let from = 0;
  const asked = async (path: string, body: object): Promise<number> => {
    const request = new Request(`http://127.0.0.1:4400/api/auth/${path}`, {
      method: 'POST',
      headers: {
        'content-type': 'application/json',
        origin: 'http://127.0.0.1:4400',
        // Tries are counted for each address.
        'x-forwarded-for': `192.0.2.${++from}`,
      },
      body: JSON.stringify(body),
    });
    const begun = performance.now();
    await (await auth().handler(request)).text();
    return performance.now() - begun;
  };
  const middle = (times: number[]) => times.sort((a, b) => a - b)[Math.floor(times.length / 2)]!;
  /** How much longer it takes for somebody who is known, asked in turn; 1 for no difference. */
  const ratio = async (ask: (email: string) => Promise<number>) => {
    const known: number[] = [];
    const unknown: number[] = [];
    for (let i = 0; i < TRIES; i++) {
      known.push(await ask('ada@example.org'));
      unknown.push(await ask(`nobody${i}@example.org`));
    }
    return middle(known) / middle(unknown);
  };

  test('signing in', async () => {
    const difference = await ratio((email) =>
      asked('sign-in/email', { email, password: 'a wrong password' }),
    );
    expect(difference).toBeGreaterThan(0.5);
    expect(difference).toBeLessThan(2);
  });

  test('asking for a new password, where the mail server takes its time', async () => {
    const server = createServer(() => undefined);
    await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
    process.env.DATHEN_SMTP = `smtp://127.0.0.1:${(server.address() as AddressInfo).port}`;
    process.env.DATHEN_MAIL_FROM = 'boards@example.org';
    try {
      const begun = performance.now();
      await asked('request-password-reset', { email: 'ada@example.org' });
      expect(performance.now() - begun).toBeLessThan(2000);
    } finally {
      delete process.env.DATHEN_SMTP;
      delete process.env.DATHEN_MAIL_FROM;
      server.close();
    }
  });
});

test('a session ends after a month, however often it is used', async () => {
  const answer = await auth().handler(
    new Request('http://127.0.0.1:4400/api/auth/sign-in/email', {
      method: 'POST',
      headers: {
        'content-type': 'application/json',
        origin: 'http://127.0.0.1:4400',
        'x-forwarded-for': '198.51.100.7',
      },
      body: JSON.stringify({ email: 'ada@example.org', password: PASSWORD }),
    }),
  );
  const cookie = answer.headers
    .getSetCookie()
    .map((line) => line.split(';')[0])
    .join('; ');
  const caller = () => callerOf(new Headers({ cookie }));
  expect(await caller()).toMatchObject({ kind: 'person', name: 'ada@example.org' });
  const begun = (days: number) =>
    selectRows('UPDATE person_session SET created_at = ?', [new Date(Date.now() - days * 86_400_000)]);
  await begun(29);
  expect(await caller()).toMatchObject({ kind: 'person' });
  await begun(31);
  expect(await caller()).toMatchObject({ kind: 'nobody' });
});

test('a code of an app lets its person in once, for two at once too', async () => {
  const now = Date.now();
  expect(await spendCode('p1', '123456', now)).toBe(true);
  expect(await spendCode('p1', '123456', now + 60_000)).toBe(false);
  expect(await spendCode('p2', '123456', now)).toBe(true);
  const both = await Promise.all([spendCode('p1', '654321', now), spendCode('p1', '654321', now)]);
  expect(both.filter(Boolean)).toHaveLength(1);
  expect(await spendCode('p1', '123456', now + 200_000)).toBe(true);
});
