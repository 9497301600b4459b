/** nginx in front of a Dathen, as `deploy/nginx.conf` sets it up, with a port and a certificate of the test's own. */
import { execFileSync, spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { request } from 'node:https';
import { tmpdir } from 'node:os';
import path from 'node:path';

/** Addresses of this machine: of the proxy on its way to Dathen, and of somebody who comes. */
export const PROXY = '127.0.0.3';
export const CLIENT = '127.0.0.2';

export interface Answer {
  readonly status: number;
  readonly headers: Record<string, string | string[] | undefined>;
  readonly text: string;
}

export interface Asked {
  readonly body?: unknown;
  readonly headers?: Record<string, string>;
  /** Ends a stream once it has come. */
  readonly enough?: RegExp;
}

export class Nginx {
  private constructor(
    readonly port: number,
    private readonly stopping: () => void,
  ) {}

  /** Listens on a port, before web processes on others. */
  static start(port: number, behind: readonly number[]): Nginx {
    const folder = mkdtempSync(path.join(tmpdir(), 'dathen-nginx-'));
    execFileSync(
      'openssl',
      [
        ...['req', '-x509', '-newkey', 'rsa:2048', '-nodes', '-days', '1', '-subj', '/CN=localhost'],
        ...['-keyout', `${folder}/key.pem`, '-out', `${folder}/cert.pem`],
      ],
      { stdio: 'ignore' },
    );
    writeFileSync(`${folder}/nginx.conf`, configuration(folder, port, behind));
    const nginx = spawn('/usr/sbin/nginx', ['-c', `${folder}/nginx.conf`], { stdio: 'ignore' });
    return new Nginx(port, () => {
      nginx.kill('SIGTERM');
      rmSync(folder, { recursive: true, force: true });
    });
  }

  stop(): void {
    this.stopping();
  }

  /** Asks through the proxy, from the client's address. */
  ask(method: string, place: string, { body, headers = {}, enough }: Asked = {}): Promise<Answer> {
    const text = typeof body === 'string' ? body : JSON.stringify(body);
    return new Promise((resolve, reject) => {
      const sent = request(
        {
          host: '127.0.0.1',
          port: this.port,
          method,
          path: place,
          localAddress: CLIENT,
          rejectUnauthorized: false,
          headers: {
            host: `localhost:${this.port}`,
            origin: `https://localhost:${this.port}`,
            ...(body === undefined || typeof body === 'string' ? {} : { 'content-type': 'application/json' }),
            ...headers,
          },
        },
        (response) => {
          let come = '';
          const done = () => {
            resolve({ status: response.statusCode ?? 0, headers: response.headers, text: come });
            response.destroy();
          };
          response.on('data', (bytes: Buffer) => {
            come += bytes.toString();
            if (enough?.test(come)) done();
          });
          response.on('end', done);
          response.on('error', reject);
        },
      );
      sent.on('error', reject);
      sent.end(body === undefined ? undefined : text);
    });
  }
}

/** The example, with ports and a certificate of the test's own. */
function configuration(folder: string, port: number, behind: readonly number[]): string {
  const servers = behind.map((at) => `server 127.0.0.1:${at} max_fails=0;`).join(' ');
  const site = readFileSync('deploy/nginx.conf', 'utf8')
    .replace('listen 443 ssl http2;', `listen 127.0.0.1:${port} ssl http2; proxy_bind ${PROXY};`)
    .replaceAll('/etc/ssl/boards.example.crt', `${folder}/cert.pem`)
    .replaceAll('/etc/ssl/boards.example.key', `${folder}/key.pem`)
    .replaceAll('boards.example', 'localhost')
    .replace(/(?:\s*server 127\.0\.0\.1:44\d\d [^;]*;)+/, `\n  ${servers}`);
  return `pid ${folder}/pid; error_log ${folder}/error.log; daemon off;
    events {}
    http { access_log off; client_body_temp_path ${folder}/body; proxy_temp_path ${folder}/proxy;
      fastcgi_temp_path ${folder}/f; uwsgi_temp_path ${folder}/u; scgi_temp_path ${folder}/s; ${site} }`;
}
