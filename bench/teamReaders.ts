/**
 * Readers at once, each with an account and a session; every other one of a group that sees a part of the rows only.
 * Starts a workspace of its own with the demo data.
 * Run: node bench/run.mjs teamReaders [readers] [turns]
 */
import { readFileSync } from 'node:fs';
import path from 'node:path';
import type { People } from '../src/contract/people';
import { comeIn, loadDone, PASSWORD, startTeam, Visitor } from '../e2e/support/team';
import { measureReaders } from './manyReaders';

const readers = Number(process.argv[2] ?? 200);
const turns = Number(process.argv[3] ?? 10);

const team = await startTeam({ trustedProxies: ['127.0.0.1'] });
try {
  const owner = await comeIn(team.url, team.firstLink, 'Owner', 'owner@example.org');
  await loadDone(owner, (await owner.json<{ id: string }>('POST', '/demo')).id);
  const dashboards = await owner.json<{ id: number }[]>('GET', '/dashboards');
  for (const { id } of dashboards)
    await owner.json('PUT', `/dashboards/${id}/access`, { access: 'all', grants: [] });
  const sessions: Visitor[] = [];
  for (let reader = 0; reader < readers; reader++) {
    // Each from an address of its own, as through a proxy: tries are counted by address.
    const headers = { 'x-forwarded-for': `10.0.${reader >> 8}.${reader & 255}` };
    const email = `reader${reader}@example.org`;
    const { link } = await owner.json<{ link: string }>('POST', '/invitations', { email, role: 'reader' });
    const stranger = new Visitor(team.url, headers);
    const token = link.split('/').at(-1);
    await stranger.json('POST', '/invitations/accept', {
      token,
      name: `Reader ${reader}`,
      password: PASSWORD,
    });
    const { headers: session } = await stranger.signIn(email);
    sessions.push(new Visitor(team.url, { ...headers, ...session }));
  }
  const { people } = await owner.json<People>('GET', '/people');
  const members = people.filter(({ email }) => /^reader\d*[02468]@/.test(email)).map(({ id }) => id);
  const { id: group } = await owner.json<{ id: number }>('POST', '/groups', { name: 'Even', members });
  const dimensions = await owner.json<{ key: string; name: string }[]>('GET', '/shared');
  const routes = dimensions.find(({ name }) => name === 'Route')!;
  const values = await owner.json<string[]>('GET', '/datasets/sailings/values?column=route');
  const rule = { group, dimension: routes.key, values: values.slice(0, 3), phrase: null };
  await owner.json('POST', '/rules', rule);
  console.log(`${members.length} of them see ${values.slice(0, 3).join(', ')} only`);
  const record = JSON.parse(readFileSync(path.join(team.folder, 'data', 'run.json'), 'utf8')) as {
    serverPids: number[];
  };
  await measureReaders({
    address: team.url,
    readers,
    turns,
    pause: 0,
    headersOf: (reader) => sessions[reader]!.headers,
    pid: record.serverPids[0],
  });
} finally {
  await team.stop();
}
