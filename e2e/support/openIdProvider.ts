/** A small provider of OpenID Connect for tests: whoever comes is who the test says. */
import { randomUUID } from 'node:crypto';
import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { exportJWK, generateKeyPair, SignJWT } from 'jose';

/** What it says of a person. */
interface Claims {
  readonly sub: string;
  readonly email: string;
  readonly name: string;
  readonly email_verified: boolean;
}

export interface OpenIdProvider {
  readonly issuer: string;
  readonly client: string;
  readonly secret: string;
  /** Who comes from now on. */
  become: (person: Claims) => void;
  close: () => void;
}

const ALGORITHM = 'RS256';

async function bodyOf(request: IncomingMessage): Promise<URLSearchParams> {
  const chunks: Buffer[] = [];
  for await (const chunk of request) chunks.push(chunk as Buffer);
  return new URLSearchParams(Buffer.concat(chunks).toString());
}

export async function startOpenIdProvider(): Promise<OpenIdProvider> {
  const { publicKey, privateKey } = await generateKeyPair(ALGORITHM);
  const key = { ...(await exportJWK(publicKey)), kid: 'test', alg: ALGORITHM, use: 'sig' };
  const [client, secret] = ['dathen', randomUUID()];
  const codes = new Map<string, string | null>();
  let person: Claims = { sub: '1', email: 'nobody@example.org', name: 'Nobody', email_verified: true };
  let issuer = '';
  const json = (response: ServerResponse, body: unknown, status = 200) =>
    response.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(body));
  const answer = async (request: IncomingMessage, response: ServerResponse) => {
    const { pathname, searchParams } = new URL(request.url!, issuer);
    switch (pathname) {
      case '/.well-known/openid-configuration':
        return json(response, {
          issuer,
          authorization_endpoint: `${issuer}/authorize`,
          token_endpoint: `${issuer}/token`,
          jwks_uri: `${issuer}/keys`,
          response_types_supported: ['code'],
          subject_types_supported: ['public'],
          id_token_signing_alg_values_supported: [ALGORITHM],
        });
      case '/keys':
        return json(response, { keys: [key] });
      case '/authorize': {
        const code = randomUUID();
        codes.set(code, searchParams.get('nonce'));
        const back = new URL(searchParams.get('redirect_uri')!);
        back.searchParams.set('code', code);
        back.searchParams.set('state', searchParams.get('state') ?? '');
        return response.writeHead(302, { location: back.href }).end();
      }
      case '/token': {
        const code = (await bodyOf(request)).get('code') ?? '';
        if (!codes.has(code)) return json(response, { error: 'invalid_grant' }, 400);
        const nonce = codes.get(code);
        codes.delete(code);
        const token = await new SignJWT({ ...person, ...(nonce ? { nonce } : {}) })
          .setProtectedHeader({ alg: ALGORITHM, kid: 'test' })
          .setIssuer(issuer)
          .setAudience(client)
          .setIssuedAt()
          .setExpirationTime('5m')
          .sign(privateKey);
        return json(response, {
          access_token: randomUUID(),
          token_type: 'Bearer',
          expires_in: 300,
          id_token: token,
        });
      }
      default:
        return json(response, {}, 404);
    }
  };
  const server = createServer((request, response) => void answer(request, response));
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  issuer = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    issuer,
    client,
    secret,
    become: (next) => (person = next),
    close: () => server.close(),
  };
}
