import type { RunningDatabase } from './mariadb';

/** The settings by which the server's code finds its database and its data. */
export function serverEnvironment(
  database: Pick<RunningDatabase, 'port' | 'user' | 'password' | 'name'>,
  dataFolder: string,
): Record<string, string> {
  return {
    DATHEN_DB_PORT: String(database.port),
    DATHEN_DB_USER: database.user,
    DATHEN_DB_PASSWORD: database.password,
    DATHEN_DB_NAME: database.name,
    DATHEN_DATA: dataFolder,
  };
}
