/** Files that were sent and wait to be loaded. */
import { randomUUID } from 'node:crypto';
import { createWriteStream } from 'node:fs';
import { mkdir, readdir, rm, stat } from 'node:fs/promises';
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

/** Forgets an upload and the text tables made from it. */
export async function removeUpload(id: string): Promise<void> {
  uploadPath(id);
  for (const name of await readdir(folder()))
    if (name.startsWith(id)) await rm(path.join(folder(), name), { force: true });
}

/** A new place among the uploads, for a text table that comes from elsewhere. */
export async function newUpload(): Promise<{ upload: string; path: string }> {
  await mkdir(folder(), { recursive: true });
  const upload = randomUUID();
  return { upload, path: uploadPath(upload) };
}

/** A place among the uploads for what is made from a file; it goes when the upload of that name goes. */
export function uploadBeside(file: string, ending: string): string {
  return path.join(folder(), `${path.basename(file)}.${ending}`);
}
