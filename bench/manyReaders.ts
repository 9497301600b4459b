/** Readers at once: each opens a dashboard and makes turns that the server answers whole, detail rows included. */
import { readFileSync } from 'node:fs';
import { Agent as PlainAgent, request as plain, type IncomingMessage } from 'node:http';
import { Agent as SecureAgent, request as secure } from 'node:https';
import { text as textOf } from 'node:stream/consumers';
import { isoDay, parseIsoDay } from '../src/core/calendar/day';
import { isTimeControl } from '../src/core/dashboard/document/controls';
import type { DashboardDocument } from '../src/core/dashboard/document/document';
import { DEFAULT_STATE, type ReaderState } from '../src/core/dashboard/reader/state';
import { p50p95, report } from './report';
import { milliseconds } from './support';

export interface ManyReaders {
  readonly address: string;
  readonly readers: number;
  /** Of each reader. */
  readonly turns: number;
  /** Seconds that a reader looks at what came, on average, before the next turn; 0 for as fast as it goes. */
  readonly pause: number;
  /** What a reader's requests carry, by the reader's number. */
  readonly headersOf: (reader: number) => Readonly<Record<string, string>>;
  /** The server's process; undefined where it does not run from here. */
  readonly pid: number | undefined;
}

interface Asked {
  readonly name: string;
  readonly times: number[];
  /** Status of every answer that was none, by how often. */
  readonly failed: Map<number, number>;
}

const asked = (name: string): Asked => ({ name, times: [], failed: new Map() });

interface Question {
  readonly address: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly path: string;
  readonly body?: unknown;
}

/** Each reader has a connection, as browsers do, and keeps it. */
const AGENTS = {
  'http:': new PlainAgent({ keepAlive: true }),
  'https:': new SecureAgent({ keepAlive: true }),
};

/** Sends a question by Node's own client: `fetch` takes as much of the machine as the server that is measured. */
function send({ address, headers, path, body }: Question): Promise<IncomingMessage> {
  const { protocol } = new URL(address);
  const isPlain = protocol === 'http:';
  const text = body === undefined ? undefined : JSON.stringify(body);
  const more = text === undefined ? {} : { 'content-type': 'application/json', origin: address };
  return new Promise((resolve, reject) => {
    const asked = (isPlain ? plain : secure)(`${address}${path}`, {
      agent: isPlain ? AGENTS['http:'] : AGENTS['https:'],
      method: text === undefined ? 'GET' : 'POST',
      headers: { ...headers, ...more },
    });
    asked.on('response', resolve).on('error', reject).end(text);
  });
}

/** Asks once, and again where the server says that it has too much to do and when to come back. */
async function ask(what: Asked, question: Question): Promise<string> {
  const begun = performance.now();
  for (;;) {
    const response = await send(question);
    const text = await textOf(response);
    const status = response.statusCode!;
    if (status === 503) {
      const seconds = Number(response.headers['retry-after'] ?? 1);
      await new Promise((resolve) => setTimeout(resolve, 1000 * seconds));
      what.failed.set(503, (what.failed.get(503) ?? 0) + 1);
      continue;
    }
    what.times.push(performance.now() - begun);
    if (status >= 400) what.failed.set(status, (what.failed.get(status) ?? 0) + 1);
    return text;
  }
}

/** Looks at what came, for half to one and a half of some seconds on average. */
const look = (seconds: number) =>
  seconds === 0
    ? undefined
    : new Promise((resolve) => setTimeout(resolve, 1000 * seconds * (0.5 + Math.random())));

interface Dashboard {
  readonly id: number;
  readonly document: DashboardDocument;
}

async function dashboards(reading: Omit<Question, 'path'>): Promise<Dashboard[]> {
  const nothing = asked('');
  const list = JSON.parse(await ask(nothing, { ...reading, path: '/api/dashboards' })) as { id: number }[];
  const found = list.map(async ({ id }) => {
    const text = await ask(nothing, { ...reading, path: `/api/dashboards/${id}` });
    return { id, document: (JSON.parse(text) as { document: DashboardDocument }).document };
  });
  return Promise.all(found);
}

/** A state in which the dashboard's first time control holds days of its own for every number. */
function stateOf({ document }: Dashboard, number: number): ReaderState {
  const control = document.controls.find(isTimeControl);
  const from = parseIsoDay('2025-01-01')! + (number % 300);
  const days = 30 + Math.floor(number / 300);
  return {
    ...DEFAULT_STATE,
    periods: control ? { [control.id]: `${isoDay(from)}/${isoDay(from + days)}` } : {},
  };
}

/** Memory of the server now, in MB; undefined where it does not run from here. */
function memory(pid: number | undefined): number | undefined {
  if (pid === undefined) return undefined;
  const kilobytes = /VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1];
  return Math.round(Number(kilobytes) / 1024);
}

function tell({ name, times, failed }: Asked) {
  const failures = [...failed].map(([status, count]) => `${count} × ${status}`).join(', ') || 'none';
  report({
    what: name,
    figure: `${p50p95(times)}, longest ${milliseconds(Math.max(...times))}, errors: ${failures}`,
  });
}

/**
 * Measures, and prints times, errors and memory, for questions that all readers share and for questions of their own.
 * Gives how long their turns took, and the two questions with which each opened a dashboard, in milliseconds.
 */
export async function measureReaders({
  address,
  readers,
  turns,
  pause,
  headersOf,
  pid,
}: ManyReaders): Promise<Record<'shared' | 'own' | 'opening', readonly number[]>> {
  const took: Record<'shared' | 'own' | 'opening', readonly number[]> = { shared: [], own: [], opening: [] };
  const chosen = await dashboards({ address, headers: headersOf(0) });
  const many = `${readers} ${readers === 1 ? 'reader' : 'readers'}, ${turns} turns each${pause === 0 ? '' : `, ${pause} s apart`}`;
  for (const shared of [true, false]) {
    const words = shared ? 'shared' : 'own';
    const opening = asked(`${many}: opening (${words})`);
    const turning = asked(`${many}: turns (${words} questions)`);
    await Promise.all(
      Array.from({ length: readers }, async (_, reader) => {
        const dashboard = chosen[reader % chosen.length]!;
        const from = { address, headers: headersOf(reader) };
        await look(pause);
        await ask(opening, { ...from, path: `/dashboards/${dashboard.id}` });
        await ask(opening, { ...from, path: '/api/model' });
        for (let turn = 0; turn < turns; turn++) {
          await look(pause);
          const body = stateOf(dashboard, shared ? turn : reader * turns + turn + 1000);
          await ask(turning, { ...from, path: `/api/dashboards/${dashboard.id}/answers`, body });
        }
      }),
    );
    tell(opening);
    tell(turning);
    const resident = memory(pid);
    if (resident !== undefined) report({ what: `${many}: memory of the server`, figure: `${resident} MB` });
    took[words] = turning.times;
    took.opening = opening.times;
  }
  return took;
}
