/** Files that are made from rows, named after their loads, and can be made again: cubes and column files. */
import { rm } from 'node:fs/promises';
import path from 'node:path';
import { serverConfig } from '../config';

const KINDS = ['cubes', 'columns'] as const;

export const derivedFolder = (kind: (typeof KINDS)[number]): string =>
  path.join(serverConfig().dataFolder, kind);

/** Removes them all: what was made from the rows of one history must not be taken for those of another. */
export async function removeDerivedFiles(): Promise<void> {
  for (const kind of KINDS) await rm(derivedFolder(kind), { recursive: true, force: true });
}
