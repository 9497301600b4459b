/** The settings of `serve`: a JSON file that is checked before anything starts, each setting also as a variable of the environment. */
import { accessSync, constants, existsSync, mkdirSync, readFileSync, statSync } from 'node:fs';
import { isIP } from 'node:net';
import path from 'node:path';
import { z } from 'zod';
import { isOrigin } from '../src/core/embedOrigins';
import { MOST_NODES, nodeAddressSchema } from '../src/server/nodes/address';
import type { DatabaseAddress } from './environment';
import { CommandFailure } from './failure';
import { DATA, userPath } from './places';

/** A secret, or the file that holds it (without the line's end). */
const secret = z.union([z.string().min(1), z.strictObject({ file: z.string().min(1) })]);
type Secret = z.infer<typeof secret>;

const port = z.int().min(1).max(65_535);
const networkOrAddress = z.string().refine((text) => {
  const [address, bits, ...rest] = text.split('/');
  const family = isIP(address ?? '');
  if (family === 0 || rest.length > 0) return false;
  return bits === undefined || (/^\d{1,3}$/.test(bits) && Number(bits) <= (family === 4 ? 32 : 128));
}, 'is no address (192.0.2.7) or network (192.0.2.0/24)');

const teamConfigSchema = z.strictObject({
  listen: z
    .strictObject({
      host: z
        .string()
        .refine((text) => isIP(text) !== 0, 'is no number of an address')
        .default('127.0.0.1'),
      port: port.default(4400),
    })
    .prefault({}),
  address: z
    .url({ protocol: /^https?$/, error: 'is no address such as https://boards.example.org' })
    .refine((text) => URL.canParse(text) && new URL(text).pathname === '/', 'has no path behind the host'),
  trustedProxies: z.array(networkOrAddress).max(100).default([]),
  data: z.string().min(1).optional(),
  database: z
    .strictObject({
      host: z.string().min(1),
      port: port.default(3306),
      user: z.string().min(1),
      password: secret,
      name: z.string().regex(/^\w{1,64}$/, 'is no plain name of a database'),
      tls: z.boolean().default(false),
    })
    .nullable()
    .default(null),
  nodes: z
    .array(
      nodeAddressSchema
        .omit({ password: true })
        .extend({ port: port.default(3306), password: secret })
        .strict(),
    )
    .max(MOST_NODES)
    .refine((nodes) => new Set(nodes.map(({ name }) => name)).size === nodes.length, 'has a name twice')
    .default([]),
  keyFile: z.string().min(1).optional(),
  mail: z
    .strictObject({
      server: z.union([z.url({ protocol: /^smtps?$/ }), z.strictObject({ file: z.string().min(1) })]),
      from: z.email(),
    })
    .nullable()
    .default(null),
  openId: z
    .strictObject({
      issuer: z.url({ protocol: /^https?$/ }),
      client: z.string().min(1),
      secret,
      name: z.string().min(1).max(60).default('OpenID'),
      join: z.boolean().default(false),
    })
    .nullable()
    .default(null),
  requireSecondFactor: z.boolean().default(false),
  processes: z.int().min(1).max(16).default(1),
  embed: z.array(z.string().refine(isOrigin, 'is no origin such as https://board.example')).default([]),
  outbox: z.string().min(1).optional(),
  uploadMegabytes: z.int().min(1).optional(),
});
export type TeamSettings = z.infer<typeof teamConfigSchema>;

/** Variables of the environment that take the place of what the file says; a dot leads into an object. */
const VARIABLES: Readonly<Record<string, string>> = {
  DATHEN_LISTEN_HOST: 'listen.host',
  DATHEN_LISTEN_PORT: 'listen.port',
  DATHEN_ADDRESS: 'address',
  DATHEN_TRUSTED_PROXIES: 'trustedProxies',
  DATHEN_DATA: 'data',
  DATHEN_DB_HOST: 'database.host',
  DATHEN_DB_PORT: 'database.port',
  DATHEN_DB_USER: 'database.user',
  DATHEN_DB_PASSWORD: 'database.password',
  DATHEN_DB_PASSWORD_FILE: 'database.password.file',
  DATHEN_DB_NAME: 'database.name',
  DATHEN_DB_TLS: 'database.tls',
  DATHEN_NODES: 'nodes',
  DATHEN_KEY_FILE: 'keyFile',
  DATHEN_SMTP: 'mail.server',
  DATHEN_SMTP_FILE: 'mail.server.file',
  DATHEN_MAIL_FROM: 'mail.from',
  DATHEN_OPENID_ISSUER: 'openId.issuer',
  DATHEN_OPENID_CLIENT: 'openId.client',
  DATHEN_OPENID_SECRET: 'openId.secret',
  DATHEN_OPENID_SECRET_FILE: 'openId.secret.file',
  DATHEN_OPENID_NAME: 'openId.name',
  DATHEN_OPENID_JOIN: 'openId.join',
  DATHEN_REQUIRE_SECOND_FACTOR: 'requireSecondFactor',
  DATHEN_EMBED_ORIGINS: 'embed',
  DATHEN_OUTBOX: 'outbox',
  DATHEN_UPLOAD_MB: 'uploadMegabytes',
  DATHEN_PROCESSES: 'processes',
};
const LISTS = ['trustedProxies', 'embed'];
const NUMBERS = ['listen.port', 'database.port', 'uploadMegabytes', 'processes'];
const FLAGS = ['database.tls', 'openId.join', 'requireSecondFactor'];

function valueOf(place: string, text: string): unknown {
  if (LISTS.includes(place)) return text.split(/[\s,]+/).filter(Boolean);
  if (NUMBERS.includes(place)) return Number(text);
  if (FLAGS.includes(place)) return text === '1' || text === 'true';
  if (place === 'nodes') return jsonOf(text);
  return text;
}

/** What a variable says in JSON; the text itself where it is none, which is then refused with all else. */
function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}

type Tree = { [name: string]: unknown };
const isTree = (value: unknown): value is Tree =>
  typeof value === 'object' && value !== null && !Array.isArray(value);

/** The same with a value at a place; objects on the way are made. */
function withValue(tree: Tree, [step, ...rest]: readonly string[], value: unknown): Tree {
  if (rest.length === 0) return { ...tree, [step!]: value };
  const inner = tree[step!];
  return { ...tree, [step!]: withValue(isTree(inner) ? inner : {}, rest, value) };
}

function readFile(file: string): Tree {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch (error) {
    throw new CommandFailure(`${file} cannot be read: ${(error as Error).message}`, 2);
  }
  try {
    const read: unknown = JSON.parse(text);
    if (isTree(read)) return read;
  } catch (error) {
    throw new CommandFailure(`${file} is no JSON: ${(error as Error).message}`, 2);
  }
  throw new CommandFailure(`${file} holds no settings: it begins with {.`, 2);
}

/** The settings of a file with those of the environment in their places. Throws with all that is wrong, a line each. */
export function readTeamSettings(
  file: string | undefined,
  environment: Readonly<Record<string, string | undefined>>,
): TeamSettings {
  let tree = file === undefined ? {} : readFile(userPath(file));
  for (const [name, place] of Object.entries(VARIABLES)) {
    const text = environment[name];
    if (text !== undefined && text !== '') tree = withValue(tree, place.split('.'), valueOf(place, text));
  }
  const read = teamConfigSchema.safeParse(tree);
  if (read.success) return read.data;
  throw new CommandFailure(read.error.issues.flatMap(issueLines).join('\n'), 2);
}

function issueLines(issue: z.core.$ZodIssue): string[] {
  const place = issue.path.map(String).join('.');
  if (issue.code === 'unrecognized_keys')
    return issue.keys.map((key) => `${[place, key].filter(Boolean).join('.')}: there is no such setting.`);
  if (issue.code === 'invalid_type' && issue.input === undefined) return [`${place}: is needed.`];
  return [`${place}: ${issue.message}`];
}

/** A secret as it is used; that of a file that others may read is refused. */
function open(given: Secret, place: string): string {
  if (typeof given === 'string') return given;
  const file = userPath(given.file);
  try {
    if ((statSync(file).mode & 0o077) !== 0)
      throw new CommandFailure(`${place}: others may read ${file}. Say chmod 600 ${file}.`, 2);
    const text = readFileSync(file, 'utf8').replace(/\r?\n$/, '');
    if (text === '') throw new CommandFailure(`${place}: ${file} is empty.`, 2);
    return text;
  } catch (error) {
    if (error instanceof CommandFailure) throw error;
    throw new CommandFailure(`${place}: ${file} cannot be read.`, 2);
  }
}

/** The data folder that settings name. */
export const dataFolderOf = ({ data }: TeamSettings): string => (data === undefined ? DATA : userPath(data));

/** The database that settings name; null for one of Dathen's own. */
export const databaseOf = ({ database }: TeamSettings): DatabaseAddress | null =>
  database && { ...database, password: open(database.password, 'database.password') };

/** Settings as the server's code reads them; those of an own database are told by whoever starts it. */
export function teamEnvironment(settings: TeamSettings): Record<string, string> {
  const { mail, openId, keyFile, outbox, uploadMegabytes, address, database } = settings;
  const nodes = settings.nodes.map((node, i) => ({
    ...node,
    password: open(node.password, `nodes.${i}.password`),
  }));
  const given: Record<string, string | undefined> = {
    DATHEN_TEAM: '1',
    DATHEN_ADDRESS: address.replace(/\/+$/, ''),
    DATHEN_TRUSTED_PROXIES: settings.trustedProxies.join(' '),
    DATHEN_EMBED_ORIGINS: settings.embed.join(' '),
    DATHEN_NODES: JSON.stringify(nodes),
    DATHEN_KEY_FILE: keyFile === undefined ? undefined : userPath(keyFile),
    DATHEN_OUTBOX: outbox === undefined ? undefined : userPath(outbox),
    DATHEN_UPLOAD_MB: uploadMegabytes?.toString(),
    DATHEN_SMTP: mail ? open(mail.server, 'mail.server') : undefined,
    DATHEN_MAIL_FROM: mail?.from,
    DATHEN_OPENID_ISSUER: openId?.issuer,
    DATHEN_OPENID_CLIENT: openId?.client,
    DATHEN_OPENID_SECRET: openId ? open(openId.secret, 'openId.secret') : undefined,
    DATHEN_OPENID_NAME: openId?.name,
    DATHEN_OPENID_JOIN: openId?.join ? '1' : '0',
    DATHEN_REQUIRE_SECOND_FACTOR: settings.requireSecondFactor ? '1' : '0',
    ...(database && {
      DATHEN_DB_HOST: database.host,
      DATHEN_DB_PORT: String(database.port),
      DATHEN_DB_USER: database.user,
      DATHEN_DB_PASSWORD: open(database.password, 'database.password'),
      DATHEN_DB_NAME: database.name,
      DATHEN_DB_TLS: database.tls ? '1' : '0',
    }),
  };
  return Object.fromEntries(
    Object.entries(given).filter((entry): entry is [string, string] => entry[1] !== undefined),
  );
}

/** What is wrong with settings that can be read, before anything starts; none where all is well. */
export async function problemsOf(settings: TeamSettings): Promise<string[]> {
  const problems: string[] = [];
  let environment: Record<string, string> = {};
  try {
    environment = teamEnvironment(settings);
  } catch (error) {
    problems.push((error as Error).message);
  }
  const folder = dataFolderOf(settings);
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    accessSync(folder, constants.W_OK);
  } catch {
    problems.push(`data: ${folder} cannot be written.`);
  }
  const { keyFile } = settings;
  if (
    keyFile !== undefined &&
    existsSync(userPath(keyFile)) &&
    (statSync(userPath(keyFile)).mode & 0o077) !== 0
  )
    problems.push(`keyFile: others may read ${userPath(keyFile)}. Say chmod 600 ${userPath(keyFile)}.`);
  const { hostname, protocol } = new URL(settings.address);
  if (protocol === 'http:' && !['127.0.0.1', 'localhost', '[::1]'].includes(hostname))
    problems.push(
      'address: passwords would cross the network in the open. Use https, with a proxy in front.',
    );
  if (settings.database && environment.DATHEN_DB_PASSWORD !== undefined)
    problems.push(...(await databaseProblems(settings.database, environment.DATHEN_DB_PASSWORD)));
  return problems;
}

const CONNECT_MS = 5000;

async function databaseProblems(
  { host, port: number, user, name, tls }: NonNullable<TeamSettings['database']>,
  password: string,
): Promise<string[]> {
  const { createConnection } = await import('mysql2/promise');
  try {
    const connection = await createConnection({
      host,
      port: number,
      user,
      password,
      database: name,
      connectTimeout: CONNECT_MS,
      ...(tls ? { ssl: { rejectUnauthorized: true } } : {}),
    });
    try {
      const [rows] = await connection.query('SELECT VERSION() AS version, @@local_infile AS local_infile');
      const [row] = rows as { version: string; local_infile: number }[];
      return [
        ...(/mariadb/i.test(row?.version ?? '') ? [] : ['database: it is no MariaDB.']),
        ...(row?.local_infile === 1
          ? []
          : ['database: it takes no rows from here. Set local_infile=1 in its settings.']),
      ];
    } finally {
      await connection.end();
    }
  } catch (error) {
    return [
      `database: ${path.posix.join(`${host}:${number}`, name)} does not let ${user} in: ${(error as Error).message}`,
    ];
  }
}
