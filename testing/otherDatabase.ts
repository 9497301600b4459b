/** A MariaDB beside the one that Dathen keeps its own tables in, for tests that read tables of other databases. */
import { chmodSync, copyFileSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import path from 'node:path';
import mysql, { type Connection } from 'mysql2/promise';
import { startDatabase } from '../cli/mariadb';

export interface OtherDatabase {
  readonly host: string;
  readonly port: number;
  readonly user: string;
  readonly password: string;
  readonly database: string;
  /** A connection to make tables with. */
  readonly connection: Connection;
  stop: () => Promise<void>;
}

/** Where the certificates lie that its encrypted connections show. */
export const CERTIFICATES = path.join(process.cwd(), 'testing', 'certificates');

/** Starts it in a folder of its own; `encrypted` with a certificate of an authority that only tests know. */
export async function startOtherDatabase(encrypted = false): Promise<OtherDatabase> {
  const folder = mkdtempSync(path.join(tmpdir(), 'dathen-other-'));
  // The database's system user has to pass through, and to read the certificate.
  chmodSync(folder, 0o711);
  const certificate = (name: string) => {
    const file = path.join(folder, name);
    copyFileSync(path.join(CERTIFICATES, name), file);
    chmodSync(file, 0o644);
    return file;
  };
  const flags = encrypted
    ? [`--ssl-cert=${certificate('server.pem')}`, `--ssl-key=${certificate('server-key.pem')}`]
    : [];
  const started = await startDatabase(folder, flags);
  const { port, user, password, name } = started;
  const account = { host: '127.0.0.1', port, user, password, database: name };
  const connection = await mysql.createConnection(account);
  return {
    ...account,
    connection,
    async stop() {
      await connection.end();
      await started.stop();
      rmSync(folder, { recursive: true, force: true });
      if (!started.folder.startsWith(folder)) rmSync(started.folder, { recursive: true, force: true });
    },
  };
}
