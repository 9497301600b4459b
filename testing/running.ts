/** What set-up hands to teardown, which runs in the same process. */
import type { RunningDatabase } from '../cli/mariadb';

interface Running {
  readonly database: RunningDatabase;
  readonly folder: string;
}

const store = globalThis as unknown as { dathenTests?: Running };

export function keepRunning(now: Running): void {
  store.dathenTests = now;
}

export function running(): Running {
  if (!store.dathenTests) throw new Error('The database of the tests was not started.');
  return store.dathenTests;
}
