/** Files of the data folder are for their owner alone, those that an earlier version left open too. */
import { chmodSync, readdirSync } from 'node:fs';
import path from 'node:path';

/** Closes a folder and what lies in it to everybody else; the database's own folders close theirs. */
export function closeFolder(folder: string): void {
  chmodSync(folder, 0o700);
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const place = path.join(folder, entry.name);
    if (entry.isDirectory() && !entry.name.startsWith('mariadb')) closeFolder(place);
    else if (entry.isFile()) chmodSync(place, 0o600);
  }
}
