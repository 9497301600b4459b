import { z } from 'zod';
import { idFrom, readBody, respond } from './http';
import { Problem } from './problem';

const ADDRESS = 'http://127.0.0.1:4400/api/things';
const request = (init: RequestInit & { host?: string } = {}) => {
  const { host = '127.0.0.1:4400', ...rest } = init;
  return new Request(ADDRESS, { ...rest, headers: { host, ...(rest.headers as Record<string, string>) } });
};

async function answer(asked: Request, handler: () => Promise<unknown> = async () => ({ fine: true })) {
  const response = await respond(asked, handler);
  return { status: response.status, body: (await response.json()) as Record<string, unknown> };
}

describe('who may call', () => {
  test.each(['127.0.0.1:4400', 'localhost:4400', '[::1]:4400', '127.0.0.1'])('%s may', async (host) => {
    expect(await answer(request({ host }))).toEqual({ status: 200, body: { fine: true } });
  });

  test.each(['example.org', '10.0.0.7:4400', '127.0.0.1.example.org', ''])('“%s” may not', async (host) => {
    const { status, body } = await answer(request({ host }));
    expect(status).toBe(403);
    expect(body).toMatchObject({ error: { code: 'foreign-host' } });
  });

  test('other pages may read nothing into being: writes need our own origin', async () => {
    const post = (origin: string) => answer(request({ method: 'POST', body: '{}', headers: { origin } }));
    expect((await post('http://127.0.0.1:4400')).status).toBe(200);
    expect(await post('http://127.0.0.1:9999')).toMatchObject({
      status: 403,
      body: { error: { code: 'foreign-origin' } },
    });
  });
});

describe('errors', () => {
  const failing = (error: unknown) =>
    answer(request(), () => Promise.reject(error instanceof Error ? error : new Error(String(error))));

  test('a problem has its code, its sentence and its status', async () => {
    expect(await failing(new Problem('no-such-thing', 'There is no thing 4.', 404, { id: 4 }))).toEqual({
      status: 404,
      body: { error: { code: 'no-such-thing', message: 'There is no thing 4.', details: { id: 4 } } },
    });
  });

  test('input that does not fit names the place', async () => {
    const schema = z.object({ rows: z.array(z.object({ n: z.number() })) });
    const asked = request({ method: 'POST', body: JSON.stringify({ rows: [{ n: 1 }, { n: 'x' }] }) });
    const { status, body } = await answer(asked, () => readBody(asked, schema));
    expect(status).toBe(400);
    expect(body).toMatchObject({
      error: { code: 'bad-request', message: expect.stringContaining('rows.1.n') as string },
    });
  });

  test('a body that is no JSON, or too large, is told', async () => {
    const bad = request({ method: 'POST', body: '{"a":' });
    expect(await answer(bad, () => readBody(bad, z.unknown()))).toMatchObject({
      status: 400,
      body: { error: { code: 'not-json' } },
    });
    const large = request({ method: 'POST', body: `"${'x'.repeat(9 * 1024 * 1024)}"` });
    expect(await answer(large, () => readBody(large, z.unknown()))).toMatchObject({
      status: 413,
      body: { error: { code: 'too-large' } },
    });
  });

  test('what is nobody’s mistake gives no inner detail away', async () => {
    process.env.DATHEN_LOG = 'silent';
    const { status, body } = await failing(new Error('password=secret'));
    expect(status).toBe(500);
    expect(JSON.stringify(body)).not.toContain('secret');
  });

  test('numbers from the path are checked', () => {
    expect(idFrom('12')).toBe(12);
    for (const text of ['x', '0', '-3', '1.5', '']) expect(() => idFrom(text)).toThrow(Problem);
  });
});
