import type { RunningDatabase } from './mariadb';

/** Where a database is and who may come in. */
export type DatabaseAddress = Pick<RunningDatabase, 'port' | 'user' | 'password' | 'name'> & {
  /** This machine where it is not said. */
  readonly host?: string | undefined;
  /** Whether the connection is encrypted; it is not where that is not said. */
  readonly tls?: boolean | undefined;
};

/** The settings by which the server's code finds its database and its data. */
export function serverEnvironment(database: DatabaseAddress, dataFolder: string): Record<string, string> {
  return {
    DATHEN_DB_HOST: database.host ?? '127.0.0.1',
    DATHEN_DB_TLS: database.tls ? '1' : '0',
    DATHEN_DB_PORT: String(database.port),
    DATHEN_DB_USER: database.user,
    DATHEN_DB_PASSWORD: database.password,
    DATHEN_DB_NAME: database.name,
    DATHEN_DATA: dataFolder,
  };
}
