import { z } from 'zod';
import { idFrom, readBody, respond } from './http';
import { hostRefusal } from './origin';
import { Problem } from './problem';

const ADDRESS = 'http://127.0.0.1:4400/api/things';
const request = (init: RequestInit & { host?: string } = {}) => {
  const { host = '127.0.0.1:4400', ...rest } = init;
  return new Request(ADDRESS, {
    ...rest,
    headers: { host, 'content-type': 'application/json', ...(rest.headers as Record<string, string>) },
  });
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
    for (const origin of ['http://127.0.0.1:9999', 'https://example.org', 'null', 'nonsense'])
      expect(await post(origin)).toMatchObject({ status: 403, body: { error: { code: 'foreign-origin' } } });
  });

  test('other pages may not make it work either, but programs and people may ask', async () => {
    const get = (site?: string) => answer(request({ headers: site ? { 'sec-fetch-site': site } : {} }));
    for (const site of [undefined, 'same-origin', 'none']) expect((await get(site)).status).toBe(200);
    for (const site of ['cross-site', 'same-site'])
      expect(await get(site)).toMatchObject({ status: 403, body: { error: { code: 'foreign-origin' } } });
  });

  test('another port of this machine is another host, where the own is known', () => {
    const refusal = (host: string) => hostRefusal(new Headers({ host }), '4400')?.code;
    expect(refusal('127.0.0.1:4400')).toBeUndefined();
    expect(refusal('localhost:4400')).toBeUndefined();
    for (const host of ['127.0.0.1:4401', '127.0.0.1', 'evil.example:4400', '127.0.0.1:4400.example'])
      expect(refusal(host)).toBe('foreign-host');
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
    const form = request({ method: 'POST', body: '{}', headers: { 'content-type': 'text/plain' } });
    expect((await answer(form, () => readBody(form, z.unknown()))).status).toBe(415);
    const large = request({ method: 'POST', body: `"${'x'.repeat(9 * 1024 * 1024)}"` });
    expect(await answer(large, () => readBody(large, z.unknown()))).toMatchObject({
      status: 413,
      body: { error: { code: 'too-large' } },
    });
  });

  test('a body is given up as soon as it is too large, whatever it says of its length', async () => {
    let sent = 0;
    const endless = new ReadableStream<Uint8Array>({
      pull(controller) {
        sent++;
        controller.enqueue(new Uint8Array(1024 * 1024).fill(32));
      },
    });
    const asked = request({ method: 'POST', body: endless, duplex: 'half' } as RequestInit);
    expect((await answer(asked, () => readBody(asked, z.unknown()))).status).toBe(413);
    expect(sent).toBeLessThan(12);
  });

  test('a body that is nested too deeply is told', async () => {
    const nested = z.lazy((): z.ZodType => z.array(nested));
    const asked = request({ method: 'POST', body: `${'['.repeat(200_000)}${']'.repeat(200_000)}` });
    expect(await answer(asked, () => readBody(asked, nested))).toMatchObject({
      status: 400,
      body: { error: { code: 'too-deep' } },
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
