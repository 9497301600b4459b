/** Brings the demo data into the database that the environment names; a program of its own. */
import path from 'node:path';
import { forOurselves } from '../src/server/caller';
import { closeDatabase } from '../src/server/database/connection';
import { serverConfig } from '../src/server/config';
import { ensureDemo } from './ensure';

const stopping = new AbortController();
process.once('SIGTERM', () => stopping.abort());

const { dataFolder, pinnedToday } = serverConfig();
try {
  await forOurselves(() =>
    ensureDemo({
      folder: path.join(dataFolder, 'demo'),
      today: pinnedToday,
      scale: 1,
      again: true,
      say: () => undefined,
      signal: stopping.signal,
    }),
  );
} finally {
  await closeDatabase();
}
