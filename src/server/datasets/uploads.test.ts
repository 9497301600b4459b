import { existsSync, readdirSync, statSync, utimesSync } from 'node:fs';
import path from 'node:path';
import type { ReadableStream as WebStream } from 'node:stream/web';
import { withDatabase } from '../testing';
import { findUpload, removeUpload, storeUpload } from './uploads';

const at = withDatabase();

/** A body of so many MB, sent one by one; tells how many were taken. */
function bodyOf(megabytes: number): { body: WebStream; sent: () => number } {
  let sent = 0;
  const body = new ReadableStream<Uint8Array>({
    pull(controller) {
      if (sent === megabytes) {
        controller.close();
        return;
      }
      sent++;
      controller.enqueue(new Uint8Array(1024 ** 2));
    },
  });
  return { body: body as unknown as WebStream, sent: () => sent };
}

const kept = () => readdirSync(path.join(at.folder, 'uploads'));

beforeAll(() => {
  process.env.DATHEN_UPLOAD_MB = '4';
  process.env.DATHEN_UPLOADS_MB = '10';
});
afterAll(() => {
  delete process.env.DATHEN_UPLOAD_MB;
  delete process.env.DATHEN_UPLOADS_MB;
});

test('a file is kept for its owner alone', async () => {
  const { upload, bytes } = await storeUpload(bodyOf(2).body);
  expect(bytes).toBe(2 * 1024 ** 2);
  const { path: file } = await findUpload(upload);
  expect(statSync(file).mode & 0o077).toBe(0);
  await removeUpload(upload);
  expect(existsSync(file)).toBe(false);
});

test('one that is too large is given up while it comes, or before where it says so', async () => {
  const { body, sent } = bodyOf(200);
  await expect(storeUpload(body)).rejects.toMatchObject({ code: 'too-large', status: 413 });
  expect(sent()).toBeLessThan(10);
  const announced = bodyOf(200);
  await expect(storeUpload(announced.body, 200 * 1024 ** 2)).rejects.toMatchObject({ code: 'too-large' });
  expect(announced.sent()).toBeLessThan(2);
  expect(kept()).toEqual([]);
});

test('one of which only a part came is not taken for the whole', async () => {
  await expect(storeUpload(bodyOf(2).body, 3 * 1024 ** 2)).rejects.toMatchObject({
    code: 'cut-off',
    message: expect.stringContaining('2,097,152 of 3,145,728 bytes') as string,
  });
  expect(kept()).toEqual([]);
  const { upload } = await storeUpload(bodyOf(2).body, 2 * 1024 ** 2);
  await removeUpload(upload);
});

test('files that wait have a limit together, and go after a day', async () => {
  for (let i = 0; i < 2; i++) await storeUpload(bodyOf(4).body);
  await expect(storeUpload(bodyOf(4).body)).rejects.toMatchObject({
    code: 'uploads-full',
    message: expect.stringContaining('8 MB of the 10 MB') as string,
  });
  const long = new Date(Date.now() - 25 * 3600 * 1000);
  for (const name of kept()) utimesSync(path.join(at.folder, 'uploads', name), long, long);
  await storeUpload(bodyOf(4).body);
  expect(kept()).toHaveLength(1);
});
