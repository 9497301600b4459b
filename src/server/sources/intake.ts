/** From a file of any form to what can be profiled and loaded: a text table. */
import type { Delimiter, FileProfile } from '../../contract/datasets';
import { createHash } from 'node:crypto';
import { mkdir, rename, stat } from 'node:fs/promises';
import path from 'node:path';
import { profileFile } from '../datasets/profile';
import { uploadBeside } from '../datasets/uploads';
import { Problem } from '../problem';
import { fileToText, formatOf } from './toText';
import { sheetsOf } from './workbook';

/** The text table of a file: the file itself where it is one, else one made among the uploads (once for each sheet). */
export async function textTable(file: string, sheet: string | null, signal?: AbortSignal): Promise<string> {
  const format = await formatOf(file);
  if (format === 'text') return file;
  const { mtimeMs, size } = await stat(file);
  const digest = createHash('sha256')
    .update(JSON.stringify([sheet, file, mtimeMs, size]))
    .digest('hex')
    .slice(0, 12);
  const target = uploadBeside(file, `${digest}.csv`);
  await mkdir(path.dirname(target), { recursive: true });
  if (await stat(target).catch(() => undefined)) return target;
  await fileToText(file, format, sheet ?? undefined, `${target}.part`, signal);
  await rename(`${target}.part`, target);
  return target;
}

/** Profiles a file of any form. */
export async function profileAny(
  file: string,
  options: Parameters<typeof profileFile>[1] & { sheet?: string | undefined; delimiter?: Delimiter },
): Promise<FileProfile> {
  const { sheet, ...rest } = options;
  const format = await formatOf(file);
  if (format === 'text') return profileFile(file, rest);
  const sheets = format === 'workbook' ? await sheetsOf(file) : [];
  if (sheet !== undefined && !sheets.includes(sheet))
    throw new Problem('no-such-sheet', `There is no sheet “${sheet}”.`);
  const chosen = sheet ?? sheets[0];
  const profile = await profileFile(await textTable(file, chosen ?? null, rest.signal), rest);
  return {
    ...profile,
    bytes: (await stat(file)).size,
    format,
    ...(chosen === undefined ? {} : { sheets, sheet: chosen }),
  };
}
