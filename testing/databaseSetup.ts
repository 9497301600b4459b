/** Starts one private MariaDB for all unit tests that need a database; each of their files makes a schema of its own. */
import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { serverEnvironment } from '../cli/environment';
import { spiderFlags, startDatabase } from '../cli/mariadb';
import makePrograms from './programSetup';
import { keepRunning } from './running';

export default async function setup(): Promise<void> {
  makePrograms();
  const folder = mkdtempSync(path.join(tmpdir(), 'dathen-unit-'));
  // The database's system user has to pass through.
  chmodSync(folder, 0o711);
  const database = await startDatabase(folder, spiderFlags());
  keepRunning({ database, folder });
  Object.assign(process.env, serverEnvironment(database, folder));
}
