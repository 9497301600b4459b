/** Requests: answers of a form, files, and what is said where they do not come. */
import { z } from 'zod';
import { requestAs, requestFile, RequestError, requestJson } from './request';

const respond = (status: number, body: unknown, headers: Record<string, string> = {}) => {
  globalThis.fetch = jest.fn(() =>
    Promise.resolve({
      ok: status < 400,
      status,
      headers: new Map(Object.entries(headers)),
      json: () => (body instanceof Error ? Promise.reject(body) : Promise.resolve(body)),
      blob: () => Promise.resolve(new Blob(['content'])),
    }),
  ) as unknown as typeof fetch;
};
const schema = z.object({ n: z.number() });

test('an answer of the form is given as it is; of another form it is refused with a sentence', async () => {
  respond(200, { n: 1 });
  expect(await requestAs(schema, '/api/x')).toEqual({ n: 1 });
  respond(200, { n: '1' });
  await expect(requestAs(schema, '/api/x')).rejects.toMatchObject({ code: 'unreadable' });
});

test('what the server refuses is told with its code and its sentence', async () => {
  respond(409, { error: { code: 'name-twice', message: 'There is one already.' } });
  await expect(requestJson('/api/x', { body: {} })).rejects.toMatchObject({
    code: 'name-twice',
    message: 'There is one already.',
    status: 409,
  });
  respond(500, new Error('no JSON'));
  await expect(requestFile('/api/x', {})).rejects.toMatchObject({ code: 'unknown', status: 500 });
});

test('a file comes under the name that the server gives it', async () => {
  respond(200, null, { 'content-disposition': "attachment; filename*=UTF-8''k%C3%BCste.csv" });
  expect((await requestFile('/api/x', {})).name).toBe('küste.csv');
  respond(200, null);
  expect((await requestFile('/api/x', {})).name).toBe('dathen');
});

test('a server that does not answer is told as such', async () => {
  globalThis.fetch = jest.fn(() => Promise.reject(new TypeError('refused')));
  for (const asked of [requestJson('/api/x'), requestFile('/api/x', {}), requestAs(schema, '/api/x')])
    await expect(asked).rejects.toBeInstanceOf(RequestError);
});
