/** Ends the database of the unit tests and removes all that it kept. */
import { rmSync } from 'node:fs';
import { running } from './running';

export default async function teardown(): Promise<void> {
  const { database, folder } = running();
  await database.stop();
  rmSync(folder, { recursive: true, force: true });
  if (!database.folder.startsWith(folder)) rmSync(database.folder, { recursive: true, force: true });
}
