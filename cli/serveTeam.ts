/** `serve`: for people with accounts, as settings say. */
import { CommandFailure } from './failure';
import { placeData } from './places';
import { databaseOf, dataFolderOf, problemsOf, readTeamSettings, teamEnvironment } from './teamConfig';

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
  const { address, processes } = settings;
  const team = { host, address, processes, database: databaseOf(settings) };
  await serve({ port, team, ...(today === undefined ? {} : { today }) });
}
