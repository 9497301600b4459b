import { chmodSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { problemsOf, readTeamSettings, teamEnvironment } from './teamConfig';

const folder = mkdtempSync(path.join(tmpdir(), 'dathen-config-'));
afterAll(() => rmSync(folder, { recursive: true, force: true }));

function file(content: unknown, name = 'team.json'): string {
  const full = path.join(folder, name);
  writeFileSync(full, typeof content === 'string' ? content : JSON.stringify(content), { mode: 0o600 });
  return full;
}
const LEAST = { address: 'https://boards.example' };
const NODE = { name: 'north', host: '10.0.0.11', user: 'dathen', password: 'tide', database: 'rows' };

test('the least that has to be said, and what follows from it', () => {
  const settings = readTeamSettings(file(LEAST), {});
  expect(settings).toMatchObject({
    listen: { host: '127.0.0.1', port: 4400 },
    trustedProxies: [],
    database: null,
    mail: null,
    openId: null,
  });
  expect(teamEnvironment(settings)).toMatchObject({
    DATHEN_TEAM: '1',
    DATHEN_ADDRESS: 'https://boards.example',
  });
});

test.each<[string, unknown, string]>([
  ['nothing', {}, 'address: is needed.'],
  [
    'an address with a path',
    { address: 'https://boards.example/dathen' },
    'address: has no path behind the host',
  ],
  [
    'a setting that is not there',
    { ...LEAST, adress: 'x', listen: { prot: 1 } },
    'listen.prot: there is no such setting.',
  ],
  ['a port', { ...LEAST, listen: { port: 99_999 } }, 'listen.port:'],
  ['a proxy', { ...LEAST, trustedProxies: ['10.0.0.0/64'] }, 'trustedProxies.0: is no address'],
  [
    'a database without a password',
    { ...LEAST, database: { host: 'db', user: 'd', name: 'd' } },
    'database.password: ',
  ],
  [
    'a node with a name that no statement takes',
    { ...LEAST, nodes: [{ ...NODE, name: 'North pier' }] },
    'nodes.0.name: is no name of small letters',
  ],
  ['two nodes of one name', { ...LEAST, nodes: [NODE, NODE] }, 'nodes: has a name twice'],
  [
    'a node without a password',
    { ...LEAST, nodes: [{ ...NODE, password: undefined }] },
    'nodes.0.password: ',
  ],
  [
    'a setting of a node that is not there',
    { ...LEAST, nodes: [{ ...NODE, tls: true }] },
    'nodes.0.tls: there is no',
  ],
  ['an origin', { ...LEAST, embed: ['board.example'] }, 'embed.0: is no origin'],
  ['no JSON', '{', 'is no JSON'],
  ['a list', '[]', 'holds no settings'],
])('%s is told with its place', (_, content, message) => {
  expect(() => readTeamSettings(file(content), {})).toThrow(message);
});

test('all that is wrong is told at once', () => {
  const wrong = { address: 'nowhere', listen: { host: 'here' }, mail: { server: 'x' } };
  const told = (() => {
    try {
      readTeamSettings(file(wrong), {});
      return '';
    } catch (error) {
      return (error as Error).message;
    }
  })();
  for (const place of ['address:', 'listen.host:', 'mail.server', 'mail.from:'])
    expect(told).toContain(place);
});

test('the environment goes before the file, place by place', () => {
  const settings = readTeamSettings(file({ ...LEAST, listen: { port: 1 }, embed: ['https://a.example'] }), {
    DATHEN_LISTEN_PORT: '4500',
    DATHEN_ADDRESS: 'https://other.example',
    DATHEN_TRUSTED_PROXIES: '10.0.0.1, 192.0.2.0/24',
    DATHEN_EMBED_ORIGINS: '',
    DATHEN_DB_HOST: 'db',
    DATHEN_DB_USER: 'd',
    DATHEN_DB_NAME: 'd',
    DATHEN_DB_PASSWORD: 'p',
    DATHEN_DB_TLS: '1',
  });
  expect(settings).toMatchObject({
    listen: { host: '127.0.0.1', port: 4500 },
    address: 'https://other.example',
    trustedProxies: ['10.0.0.1', '192.0.2.0/24'],
    embed: ['https://a.example'],
    database: { host: 'db', port: 3306, tls: true },
  });
  expect(teamEnvironment(settings)).toMatchObject({ DATHEN_DB_PASSWORD: 'p', DATHEN_DB_TLS: '1' });
});

test('secrets come from files that nobody else may read', async () => {
  const secret = file('hush\n', 'secret');
  const openId = { issuer: 'https://id.example', client: 'dathen', secret: { file: secret } };
  const settings = readTeamSettings(file({ ...LEAST, data: path.join(folder, 'data'), openId }), {});
  expect(teamEnvironment(settings).DATHEN_OPENID_SECRET).toBe('hush');
  expect(await problemsOf(settings)).toEqual([]);
  chmodSync(secret, 0o644);
  expect((await problemsOf(settings)).join()).toContain(`openId.secret: others may read ${secret}`);
  rmSync(secret);
  expect((await problemsOf(settings)).join()).toContain('cannot be read');
});

test('nodes are told to the server with their passwords, from a file or the environment', () => {
  const secret = file('ebb\n', 'node');
  const settings = readTeamSettings(file({ ...LEAST, nodes: [{ ...NODE, password: { file: secret } }] }), {});
  expect(JSON.parse(teamEnvironment(settings).DATHEN_NODES!)).toEqual([
    { ...NODE, port: 3306, password: 'ebb' },
  ]);
  const given = JSON.stringify([{ ...NODE, port: 3307 }]);
  expect(readTeamSettings(file(LEAST), { DATHEN_NODES: given }).nodes).toEqual([{ ...NODE, port: 3307 }]);
  expect(readTeamSettings(file(LEAST), {}).nodes).toEqual([]);
  expect(() => readTeamSettings(file(LEAST), { DATHEN_NODES: 'north' })).toThrow('nodes: ');
});

test('what cannot work is told before anything starts', async () => {
  const settings = readTeamSettings(
    file({
      address: 'http://boards.example',
      // Below a file there are no folders.
      data: path.join(file('', 'plain'), 'data'),
      database: { host: '127.0.0.1', port: 1, user: 'd', name: 'd', password: 'p' },
    }),
    {},
  );
  const told = (await problemsOf(settings)).join('\n');
  expect(told).toContain(`data: ${path.join(folder, 'plain', 'data')} cannot be written.`);
  expect(told).toContain('address: passwords would cross the network in the open.');
  expect(told).toContain('database: 127.0.0.1:1/d does not let d in');
});
