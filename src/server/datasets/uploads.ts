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

/** Uploads that nobody loads are kept this long. */
const LIFETIME_MS = 24 * 3600 * 1000;

/** Removes uploads that nobody has loaded for a day. */
export async function removeOldUploads(): Promise<void> {
  for (const { file, modified } of await keptFiles())
    if (Date.now() - modified > LIFETIME_MS) await rm(file, { force: true });
}

async function keptFiles() {
  const names = await readdir(folder()).catch(() => []);
  const files = names.map(async (name) => {
    const file = path.join(folder(), name);
    const found = await stat(file).catch(() => undefined);
    return found ? [{ file, bytes: found.size, modified: found.mtimeMs }] : [];
  });
  return (await Promise.all(files)).flat();
}

const megabytes = (bytes: number) => `${Math.floor(bytes / 1024 ** 2).toLocaleString('en')} MB`;

/** How many more bytes may be sent: a file has a limit, and all files that wait have one together. */
async function room(): Promise<{ bytes: number; problem: Problem }> {
  const { perFile, together } = serverConfig().uploadLimits;
  const kept = (await keptFiles()).reduce((sum, { bytes }) => sum + bytes, 0);
  if (together - kept < perFile)
    return {
      bytes: Math.max(0, together - kept),
      problem: new Problem(
        'uploads-full',
        `Files that were sent and not loaded take ${megabytes(kept)} of the ${megabytes(together)} there are for them. Load or cancel some; after a day they go by themselves.`,
        413,
      ),
    };
  return {
    bytes: perFile,
    problem: new Problem(
      'too-large',
      `A file may have ${megabytes(perFile)} at most. Nothing was kept.`,
      413,
    ),
  };
}

/** Streams a body to disk; what is larger than it may be is given up while it comes. */
export async function storeUpload(
  body: ReadableStream | null,
  announced = 0,
): Promise<{ upload: string; bytes: number }> {
  if (!body) throw new Problem('empty-file', 'No file was sent.');
  await mkdir(folder(), { recursive: true });
  await removeOldUploads();
  const { bytes: most, problem } = await room();
  if (announced > most) throw problem;
  const id = randomUUID();
  const file = uploadPath(id);
  let bytes = 0;
  async function* counted(chunks: AsyncIterable<Uint8Array>) {
    for await (const chunk of chunks) {
      bytes += chunk.byteLength;
      if (bytes > most) throw problem;
      yield chunk;
    }
  }
  try {
    await pipeline(Readable.fromWeb(body), counted, createWriteStream(file, { mode: 0o600 }));
    if (announced > 0 && bytes !== announced)
      throw new Problem(
        'cut-off',
        `Of the file only ${bytes.toLocaleString('en')} of ${announced.toLocaleString('en')} bytes came. Nothing was kept; send it again.`,
      );
  } catch (error) {
    await rm(file, { force: true });
    throw error;
  }
  return { upload: id, bytes };
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
