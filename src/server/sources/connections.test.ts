import { type ConnectionInput, connectionSchema } from '../../contract/connections';
import { readFileSync } from 'node:fs';
import { createServer, type Server } from 'node:net';
import path from 'node:path';
import { d } from '../../core/calendar/testing';
import { CERTIFICATES, startOtherDatabase, type OtherDatabase } from '../../../testing/otherDatabase';
import { readAlmanac } from '../almanac/almanac';
import { ALONE, forCaller, forEverybody } from '../caller';
import { isOutOfTime, selectForCaller } from '../database/bounded';
import { pool } from '../database/connection';
import { findDataset, summaryOf } from '../datasets/repository';
import { readModel } from '../model/model';
import { loadText, withDatabase } from '../testing';
import { addConnection, connectionPool, listConnections, removeConnection } from './connections';
import { addLive } from './live';

const at = withDatabase();

let other: OtherDatabase;
beforeAll(async () => {
  other = await startOtherDatabase(true);
  await other.connection.query('CREATE TABLE fares (sold DATE, until DATE, fare DECIMAL(8,2))');
  await other.connection.query(
    "INSERT INTO fares VALUES ('2026-01-05', '9999-12-31', 3.5), ('2026-01-06', '2026-02-01', 4), ('0001-01-01', NULL, 1)",
  );
}, 60_000);
afterAll(() => other.stop(), 60_000);

function input(part: Partial<ConnectionInput> = {}): ConnectionInput {
  const { host, port, user, password, database } = other;
  return { name: 'Other', host, port, user, password, database, tls: false, authorities: null, ...part };
}

/** A listener on loopback that answers every connection in its own way. */
async function listening(answer: (server: Server) => void): Promise<{ port: number; close: () => void }> {
  const server = createServer();
  answer(server);
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return { port: (server.address() as { port: number }).port, close: () => void server.close() };
}

describe('a connection', () => {
  test('that works is kept with its tables, one that does not is not', async () => {
    const { entry, tables } = await addConnection(input());
    expect(tables.map((table) => table.name)).toContain('fares');
    expect(JSON.stringify(await listConnections())).not.toContain(other.password);
    await expect(addConnection(input({ password: 'guess' }))).rejects.toMatchObject({
      code: 'connection-failed',
      message: expect.stringContaining('user or password') as string,
    });
    expect(await listConnections()).toHaveLength(1);
    await expect(removeConnection(entry.id, ['Live trips'])).rejects.toMatchObject({
      code: 'connection-used',
    });
    await removeConnection(entry.id, []);
    expect(await listConnections()).toEqual([]);
  });

  test('to our own database is refused', async () => {
    const own = {
      port: Number(process.env.DATHEN_DB_PORT),
      user: process.env.DATHEN_DB_USER!,
      password: process.env.DATHEN_DB_PASSWORD!,
      database: process.env.DATHEN_DB_NAME!,
    };
    for (const host of ['127.0.0.1', 'localhost', '127.1'])
      await expect(addConnection(input({ ...own, host }))).rejects.toMatchObject({ code: 'own-database' });
  });

  test('tells no more of a port than that it is not reachable', async () => {
    const sockets: { destroy: () => void }[] = [];
    const silent = await listening((server) => server.on('connection', (socket) => sockets.push(socket)));
    const web = await listening((server) =>
      server.on('connection', (socket) => socket.end('HTTP/1.1 200 OK\r\n\r\nsecret')),
    );
    const closed = await listening(() => undefined);
    closed.close();
    const begun = performance.now();
    const messages = await Promise.all(
      [silent, web, closed].map(({ port }) =>
        addConnection(input({ port })).then(
          () => 'it worked',
          (error: unknown) => (error as Error).message,
        ),
      ),
    );
    expect(performance.now() - begun).toBeLessThan(10_000);
    expect(new Set(messages)).toEqual(new Set(['dathen on 127.0.0.1 cannot be read: it is not reachable.']));
    sockets.forEach((socket) => socket.destroy());
    silent.close();
    web.close();
  }, 20_000);

  test.each(['host', 'user', 'database', 'name'] as const)('has no control characters in its %s', (field) => {
    expect(connectionSchema.safeParse(input({ [field]: 'a\u0000b' })).success).toBe(false);
    expect(connectionSchema.safeParse(input({ [field]: 'a\nb' })).success).toBe(false);
    expect(connectionSchema.safeParse(input({ [field]: 'ab' })).success).toBe(true);
  });

  test('is encrypted where asked, with a certificate that is checked', async () => {
    const authorities = readFileSync(path.join(CERTIFICATES, 'authority.pem'), 'utf8');
    await expect(addConnection(input({ tls: true }))).rejects.toMatchObject({
      message: expect.stringContaining('certificate is not one that can be trusted') as string,
    });
    const { entry } = await addConnection(input({ tls: true, authorities }));
    expect(entry.tls).toBe(true);
    const [row] = await selectForCaller<{ Value: string }>(
      await connectionPool(entry.id),
      "SHOW STATUS LIKE 'Ssl_cipher'",
      [],
    );
    expect(row!.Value).not.toBe('');
    await removeConnection(entry.id, []);
  });
});

describe('a statement for a reader', () => {
  const running = async () => {
    const [rows] = (await pool().query(
      "SELECT COUNT(*) AS n FROM information_schema.processlist WHERE info LIKE 'SELECT SLEEP(20)%'",
    )) as unknown as [{ n: number }[]];
    return Number(rows[0]!.n);
  };

  test('ends in the database too when the reader goes', async () => {
    const reader = new AbortController();
    const asked = forCaller(reader.signal, ALONE, () => selectForCaller(pool(), 'SELECT SLEEP(20)', []));
    while ((await running()) === 0);
    reader.abort();
    await expect(asked).rejects.toMatchObject({ code: 'gone' });
    expect(await running()).toBe(0);
    await expect(
      forCaller(reader.signal, ALONE, () => selectForCaller(pool(), 'SELECT 1', [])),
    ).rejects.toMatchObject({ code: 'gone' });
  });

  test('goes on when it is for everybody, whoever began it', async () => {
    const reader = new AbortController();
    const asked = forCaller(reader.signal, ALONE, () =>
      forEverybody(() => selectForCaller<{ n: number }>(pool(), 'SELECT SLEEP(0.3) AS n', [])),
    );
    reader.abort();
    expect(Number((await asked)[0]!.n)).toBe(0);
  });

  test('that takes too long is told from one that is wrong', async () => {
    const slow = selectForCaller(
      pool(),
      'SET STATEMENT max_statement_time = 0.1 FOR SELECT COUNT(*) FROM seq_1_to_100000 a JOIN seq_1_to_100000 b WHERE a.seq * b.seq = 7',
      [],
    );
    expect(isOutOfTime(await slow.catch((error: unknown) => error))).toBe(true);
    const wrong = selectForCaller(pool(), 'SELECT nothing', []);
    expect(isOutOfTime(await wrong.catch((error: unknown) => error))).toBe(false);
  });
});

describe('a live table', () => {
  test('with open-ended dates does not widen the almanac, and says how many lie outside', async () => {
    const { entry } = await addConnection(input());
    const { dataset } = await addLive(entry.id, 'fares', 'Fares');
    await expect(
      loadText(at.folder, 'More', 'sold,until,fare\n2026-01-01,,1\n', { into: dataset, mode: 'append' }),
    ).rejects.toMatchObject({ code: 'read-live', status: 409 });
    const { span } = await readAlmanac();
    expect([span.first, span.last]).toEqual([d('2026-01-01'), d('2026-12-31')]);
    const { coverage } = await summaryOf(await findDataset(dataset));
    expect(coverage).toMatchObject({
      until: { first: '2026-02-01', last: '2026-02-01', blank: 1, outside: 1 },
      sold: { first: '2026-01-05', last: '2026-01-06', blank: 0, outside: 1 },
    });
  });

  test('that has fallen silent holds up nobody who reads other datasets', async () => {
    const begun = performance.now();
    await other.connection.query('LOCK TABLES fares WRITE');
    const { model } = await readModel();
    await other.connection.query('UNLOCK TABLES');
    expect(model.datasets.map((dataset) => dataset.name)).toEqual(['Fares']);
    expect(performance.now() - begun).toBeLessThan(3000);
  });
});
