/** Files that were sent and wait to be loaded. */
import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, rm, stat } from 'node:fs/promises';
import path from 'node:path';
import { Readable } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { ReadableStream } from 'node:stream/web';
import { serverConfig } from '../config';
import { Problem } from '../problem';

const folder = () => path.join(serverConfig().dataFolder, 'uploads');

/** Where an upload lies. Throws a `Problem` for ids that were never given out. */
function uploadPath(id: string): string {
  if (!/^[0-9a-f-]{36}$/.test(id))
    throw new Problem('no-such-upload', 'The file is not here any more. Send it again.', 404);
  return path.join(folder(), id);
}

/** Streams a body to disk. */
export async function storeUpload(body: ReadableStream | null): Promise<{ upload: string; bytes: number }> {
  if (!body) throw new Problem('empty-file', 'No file was sent.');
  await mkdir(folder(), { recursive: true });
  const id = randomUUID();
  const file = uploadPath(id);
  try {
    await pipeline(Readable.fromWeb(body), createWriteStream(file));
  } catch (error) {
    await rm(file, { force: true });
    if ((error as NodeJS.ErrnoException).code === 'ENOSPC')
      throw new Problem('disk-full', 'The disk of the server is full. Nothing was kept.', 507);
    throw error;
  }
  return { upload: id, bytes: (await stat(file)).size };
}

/** Path and size of an upload. */
export async function findUpload(id: string): Promise<{ path: string; bytes: number }> {
  const file = uploadPath(id);
  const found = await stat(file).catch(() => undefined);
  if (!found) throw new Problem('no-such-upload', 'The file is not here any more. Send it again.', 404);
  return { path: file, bytes: found.size };
}

export async function removeUpload(id: string): Promise<void> {
  await rm(uploadPath(id), { force: true });
}
