/** One command at a time may run Dathen from a data folder. */
import { createHash } from 'node:crypto';
import { createServer, type Server } from 'node:net';
import path from 'node:path';

/**
 * Holds a folder for this process alone until the process ends, however it ends: a socket without a file, whose name
 * the system gives to one process only. Undefined where another process holds it.
 */
export function holdFolder(folder: string): Promise<Server | undefined> {
  const digest = createHash('sha256').update(path.resolve(folder)).digest('hex').slice(0, 32);
  return new Promise((resolve, reject) => {
    const server = createServer((socket) => socket.destroy());
    server.once('error', (error: NodeJS.ErrnoException) =>
      error.code === 'EADDRINUSE' ? resolve(undefined) : reject(error),
    );
    server.listen({ path: `\0dathen-${digest}` }, () => {
      // Holding it keeps nothing running.
      server.unref();
      resolve(server);
    });
  });
}
