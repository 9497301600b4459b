/** What a file of settings says, for commands that are not the server. */
import type { DatabaseAddress } from './environment';
import { placeData } from './places';
import { databaseOf, dataFolderOf, readTeamSettings, teamEnvironment } from './teamConfig';

let database: DatabaseAddress | null = null;

/** The database that settings name; null for one of Dathen's own. */
export const configuredDatabase = (): DatabaseAddress | null => database;

/** Works as the settings of a file say; as the environment alone says where no file is given. */
export function configure(file: string | undefined): void {
  if (file === undefined) return;
  const settings = readTeamSettings(file, process.env);
  // A command works at the word of whoever runs the program, so nobody has to sign in.
  const { DATHEN_TEAM: _, ...environment } = teamEnvironment(settings);
  placeData(dataFolderOf(settings));
  Object.assign(process.env, environment, { DATHEN_DATA: dataFolderOf(settings) });
  database = databaseOf(settings);
}
