/** Whether this process may get requests: its database answers with the tables that it knows, its folder can be written. */
import type { Readiness } from '../contract/system';
import { accessSync, constants } from 'node:fs';
import { serverConfig } from './config';
import { selectRows } from './database/connection';
import { awayNodes, nodeNames } from './nodes/nodes';
import { stopping } from './stopping';

/** A database that is silent for longer counts as one that is away. */
export const LONGEST_LOOK_MS = 5000;

export async function readiness(): Promise<Readiness> {
  const missing: string[] = stopping().aborted ? ['It is being stopped.'] : [];
  try {
    await selectRows('SELECT 1 FROM setting LIMIT 1', [], LONGEST_LOOK_MS);
  } catch {
    missing.push('The database does not answer.');
  }
  try {
    accessSync(/* turbopackIgnore: true */ serverConfig().dataFolder, constants.W_OK);
  } catch {
    missing.push('The data folder cannot be written.');
  }
  return { ready: missing.length === 0, missing, away: await awayNodes(nodeNames()) };
}
