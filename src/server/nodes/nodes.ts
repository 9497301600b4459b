/** Connections to the nodes, and whether they answer. */
import { setTimeout as pause } from 'node:timers/promises';
import mysql, { type Connection, type ConnectionOptions, type Pool } from 'mysql2/promise';
import { SourceProblem } from '../../core/cube/query';
import { awayWords } from '../../core/model/nodeWords';
import { serverConfig } from '../config';
import { optionsFor } from '../database/connection';
import { forget, once } from '../once';
import { Problem } from '../problem';
import type { NodeAddress } from './address';

/** The names of the nodes among the settings: new rows go to these. */
export const nodeNames = (): string[] => serverConfig().nodes.map(({ name }) => name);

/** Where a node is. Throws a `Problem` where the settings have none of the name. */
export function nodeAddress(name: string): NodeAddress {
  const found = serverConfig().nodes.find((node) => node.name === name);
  if (found) return found;
  throw new Problem('no-such-node', unknownWords(name), 503);
}

const unknownWords = (name: string) =>
  `Rows lie on the node “${name}”, which is not among the settings any more. Put it back there.`;

const pools = () => once('node pools', () => new Map<string, Pool>());

/** The pool of a node that this process shares. */
export function nodePool(name: string): Pool {
  const known = pools().get(name);
  if (known) return known;
  const made = mysql.createPool({ ...optionsFor(nodeAddress(name)), connectionLimit: 8 });
  pools().set(name, made);
  return made;
}

/** A connection of one's own to a node; the caller ends it. Throws a `Problem` where the node does not answer. */
export async function nodeConnection(name: string, options: ConnectionOptions = {}): Promise<Connection> {
  try {
    return await mysql.createConnection({ ...optionsFor(nodeAddress(name)), ...options });
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw awayProblem([name]);
  }
}

/** Ends the shared connections to all nodes. */
export async function closeNodes(): Promise<void> {
  const ended = [...pools().values()];
  forget('node pools');
  await Promise.all(ended.map((pool) => pool.end()));
}

/** A node that is silent for longer counts as one that is away. */
const PATIENCE_MS = 1200;
/** What was seen of a node this short ago is not looked at again. */
const FRESH_MS = 500;
/** While an answer is waited for, the nodes are looked at so often. Together with the patience: under 2 s. */
const LOOK_EVERY_MS = 600;

async function look(name: string): Promise<boolean> {
  let connection: Connection | undefined;
  try {
    const { host, port, user, password, database } = nodeAddress(name);
    connection = await mysql.createConnection({
      host,
      port,
      user,
      password,
      database,
      connectTimeout: PATIENCE_MS,
    });
    await connection.query({ sql: 'SELECT 1', timeout: PATIENCE_MS });
    return true;
  } catch {
    return false;
  } finally {
    connection?.destroy();
  }
}

interface Look {
  readonly at: number;
  readonly answers: Promise<boolean>;
}

function answers(name: string, isFresh: boolean): Promise<boolean> {
  const looks = once('looks at nodes', () => new Map<string, Look>());
  const known = looks.get(name);
  if (!isFresh && known && performance.now() - known.at < FRESH_MS) return known.answers;
  const fresh = { at: performance.now(), answers: look(name) };
  looks.set(name, fresh);
  // One that was away may be back at any moment.
  void fresh.answers.then((isThere) => !isThere && looks.get(name) === fresh && looks.delete(name));
  return fresh.answers;
}

/** Which of some nodes do not answer; `isFresh` where something speaks for it, so that a look of before does not do. */
export async function awayNodes(names: readonly string[], isFresh = false): Promise<string[]> {
  const looks = await Promise.all(names.map((name) => answers(name, isFresh)));
  return names.filter((_, i) => !looks[i]);
}

export const awayProblem = (names: readonly string[]): Problem =>
  new Problem('node-away', `${awayWords(names)} Nothing was changed. Try again once it is back.`, 503);

/** An error while rows went to nodes, told by those that are away where some are. */
export async function nodeError(names: readonly string[], error: unknown): Promise<unknown> {
  if (error instanceof Problem) return error;
  const away = await awayNodes(names, true);
  return away.length > 0 ? awayProblem(away) : error;
}

/** With this number the database says that it could not connect to a node. */
const NOT_CONNECTED = 1429;
/** So long it goes on saying so of one that is back. */
const STILL_MS = 1100;

/** Asks once more where the database has not noticed yet that a node is back. */
async function askTwice<T>(ask: () => Promise<T>): Promise<T> {
  try {
    return await ask();
  } catch (error) {
    if ((error as { errno?: number }).errno !== NOT_CONNECTED) throw error;
    await pause(STILL_MS);
    return ask();
  }
}

/**
 * Asks nodes for something. Throws a `SourceProblem` that names those that do not answer, no later than 2 seconds after
 * they fell silent, whatever the driver goes on waiting for.
 */
export async function whileNodesAnswer<T>(names: readonly string[], ask: () => Promise<T>): Promise<T> {
  if (names.length === 0) return ask();
  const unknown = names.find((name) => !nodeNames().includes(name));
  if (unknown !== undefined) throw new SourceProblem(unknownWords(unknown));
  const refuse = (away: readonly string[]) => {
    if (away.length > 0)
      throw new SourceProblem(`${awayWords(away)} Figures that are made already are not touched by it.`);
  };
  refuse(await awayNodes(names));
  const over = new AbortController();
  const watch = async (): Promise<never> => {
    for (;;) {
      await pause(LOOK_EVERY_MS, undefined, { signal: over.signal });
      refuse(await awayNodes(names));
    }
  };
  const watching = watch();
  // Once the answer is there nobody waits for it any more.
  watching.catch(() => undefined);
  try {
    return await Promise.race([askTwice(ask), watching]);
  } catch (error) {
    if (!(error instanceof SourceProblem)) refuse(await awayNodes(names, true));
    throw error;
  } finally {
    over.abort();
  }
}
