/** `serve`: for people with accounts, as settings say. */
import { CommandFailure } from './failure';
import { placeData } from './places';
import { dataFolderOf, problemsOf, readTeamSettings, teamEnvironment, type TeamSettings } from './teamConfig';
import type { TeamOptions } from './serve';

export interface ServeTeamOptions {
  readonly config: string | undefined;
  /** Tells what is wrong, and starts nothing. */
  readonly checksOnly: boolean;
  readonly today: string | undefined;
}

/** Serves until stopped. Throws with all that is wrong with the settings before anything starts. */
export async function serveTeam({ config, checksOnly, today }: ServeTeamOptions): Promise<void> {
  const settings = readTeamSettings(config, process.env);
  const problems = await problemsOf(settings);
  if (problems.length > 0) throw new CommandFailure(problems.join('\n'), 2);
  if (checksOnly) {
    console.log('The settings are well.');
    return;
  }
  const folder = dataFolderOf(settings);
  placeData(folder);
  Object.assign(process.env, teamEnvironment(settings), { DATHEN_DATA: folder });
  const { serve } = await import('./serve');
  const { host, port } = settings.listen;
  await serve({ port, team: teamOptions(settings, host), ...(today === undefined ? {} : { today }) });
}

function teamOptions({ address, database }: TeamSettings, host: string): TeamOptions {
  if (!database) return { host, address, database: null };
  const { password: _, ...rest } = database;
  return { host, address, database: { ...rest, password: process.env.DATHEN_DB_PASSWORD! } };
}
