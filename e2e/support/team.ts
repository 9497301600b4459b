/** A Dathen for people with accounts, as a command of its own over data of its own. */
import { spawn, type ChildProcess } from 'node:child_process';
import { createHmac } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { freePort } from '../../cli/processes';
import { cleanEnvironment } from './environment';
import { eventually, type Page } from './page';

export const PASSWORD = 'a long password here';

export interface Team {
  readonly url: string;
  readonly folder: string;
  /** What the command said so far. */
  said: () => string;
  /** The link by which the first owner comes in. */
  readonly firstLink: string;
  /** Asks it to stop and waits for that; gives how long it took (milliseconds), and with which code it ended. */
  end: () => Promise<{ ms: number; code: number | null }>;
  /** Starts it once more over the same data. */
  again: () => Promise<void>;
  /** Stops it and removes its data. */
  stop: () => Promise<void>;
}

/** Runs `dathen serve` to its end. */
export async function serveCommand(...args: string[]): Promise<{ code: number | null; text: string }> {
  const { child, said } = begin(args);
  const code = await new Promise<number | null>((resolve) => child.once('close', resolve));
  return { code, text: said.text };
}

function begin(args: readonly string[]): { child: ChildProcess; said: { text: string } } {
  const child = spawn(process.execPath, ['.program/cli/main.js', 'serve', ...args], {
    env: { ...cleanEnvironment(), NODE_OPTIONS: '' },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  const said = { text: '' };
  child.stdout.on('data', (bytes: Buffer) => (said.text += bytes.toString()));
  child.stderr.on('data', (bytes: Buffer) => (said.text += bytes.toString()));
  return { child, said };
}

/** Starts one; more settings go beside those that every test needs. */
export async function startTeam(more: object = {}): Promise<Team> {
  const folder = mkdtempSync(path.join(tmpdir(), 'dathen-team-'));
  const port = await freePort();
  const url = `http://127.0.0.1:${port}`;
  const file = path.join(folder, 'team.json');
  const settings = { listen: { port }, address: url, data: path.join(folder, 'data'), ...more };
  writeFileSync(file, JSON.stringify(settings), { mode: 0o600 });
  let { child, said } = begin(['--config', file, '--today', '2026-06-03']);
  const ready = () =>
    eventually(
      'the team’s Dathen to be ready',
      () => {
        if (child.exitCode !== null) throw new Error(said.text);
        return Promise.resolve(said.text.includes('is ready at'));
      },
      240_000,
    );
  const end = async () => {
    const begun = Date.now();
    const ended = new Promise<number | null>((resolve) => child.once('close', resolve));
    if (child.exitCode === null) child.kill('SIGTERM');
    const code = child.exitCode ?? (await ended);
    return { ms: Date.now() - begun, code };
  };
  await ready();
  return {
    url,
    folder,
    said: () => said.text,
    firstLink: /http\S+\/welcome\/\S+/.exec(said.text)?.[0] ?? '',
    end,
    async again() {
      ({ child, said } = begin(['--config', file, '--today', '2026-06-03']));
      await ready();
    },
    async stop() {
      await end();
      rmSync(folder, { recursive: true, force: true });
    },
  };
}

/** What one sends to a server as a person: with a session, a token, or nothing. */
export class Visitor {
  constructor(
    readonly url: string,
    readonly headers: Readonly<Record<string, string>> = {},
  ) {}

  /** Sends a request as a page of the server would. */
  send(method: string, route: string, body?: unknown): Promise<Response> {
    return fetch(`${this.url}${route}`, {
      method,
      redirect: 'manual',
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
      headers: {
        ...this.headers,
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
        ...(method === 'GET' ? {} : { origin: this.url }),
      },
    });
  }

  async json<T>(method: string, route: string, body?: unknown): Promise<T> {
    const response = await this.send(method, `/api${route}`, body);
    if (!response.ok) throw new Error(`${method} ${route}: ${response.status} ${await response.text()}`);
    return (await response.json()) as T;
  }

  /** Signs in, and gives the person; throws where one is not let in. */
  async signIn(email: string, password = PASSWORD): Promise<Visitor> {
    const response = await this.send('POST', '/api/auth/sign-in/email', { email, password });
    if (!response.ok) throw new Error(`${response.status} ${await response.text()}`);
    const cookies = response.headers.getSetCookie().map((cookie) => cookie.split(';')[0]!);
    return new Visitor(this.url, { cookie: cookies.join('; ') });
  }
}

/** Sends a text file as somebody, begins to load it, and gives the number of the work. */
export async function beginLoad(
  visitor: Visitor,
  text: string,
  plan: { readonly name: string; readonly columns: readonly object[] },
  into?: string,
): Promise<string> {
  const sent = await fetch(`${visitor.url}/api/uploads`, {
    method: 'POST',
    body: text,
    headers: { ...visitor.headers, origin: visitor.url },
  });
  const { upload } = (await sent.json()) as { upload: string };
  const body = { upload, source: `${plan.name}.csv`, into, plan: { delimiter: ',', ...plan } };
  return (await visitor.json<{ id: string }>('POST', '/datasets', body)).id;
}

/** Waits until work in the background is done. */
export const loadDone = (visitor: Visitor, job: string) =>
  eventually(
    'the load to be done',
    async () => (await visitor.json<{ state: string }>('GET', `/jobs/${job}`)).state === 'done',
    60_000,
  );

/** Has somebody come in by the link of an invitation, and signs in as them. */
export async function comeIn(url: string, link: string, name: string, email: string): Promise<Visitor> {
  const anyone = new Visitor(url);
  const token = link.split('/').at(-1);
  await anyone.json('POST', '/invitations/accept', { token, name, email, password: PASSWORD });
  // Nobody may try to sign in more than a few times in ten seconds.
  return eventually('signing in to be let through', () => anyone.signIn(email), 60_000);
}

/** Signs somebody in on the page, and goes on to an address. Nobody may try more than a few times in ten seconds. */
export async function signInOn(at: Page, email: string, to: string): Promise<void> {
  await at.driver.manage().deleteAllCookies();
  await at.open(`/sign-in?to=${encodeURIComponent(to)}`);
  await eventually('signing in to be let through', async () => {
    await at.type('Address', email);
    await at.type('Password', PASSWORD);
    await at.click('button', 'Sign in');
    return eventually('to be in', async () => !(await at.address()).pathname.startsWith('/sign-in'), 6000);
  });
}

/** The code of now for a key of an app, by RFC 6238: six digits, half a minute, SHA-1. */
export function codeNow(base32: string): string {
  const bits = [...base32.replace(/=+$/, '')]
    .map((letter) => 'ABCDEFGHIJKLMNOPQRSTUVWXYZ234567'.indexOf(letter).toString(2).padStart(5, '0'))
    .join('');
  const key = Buffer.from((bits.match(/.{8}/g) ?? []).map((byte) => parseInt(byte, 2)));
  const counter = Buffer.alloc(8);
  counter.writeBigUInt64BE(BigInt(Math.floor(Date.now() / 30_000)));
  const digest = createHmac('sha1', key).update(counter).digest();
  const offset = digest.at(-1)! & 15;
  return String((digest.readUInt32BE(offset) & 0x7fff_ffff) % 1_000_000).padStart(6, '0');
}
