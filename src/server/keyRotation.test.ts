import { copyFileSync, existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { symmetricDecrypt, symmetricEncrypt } from 'better-auth/crypto';
import { sessionSecret } from './accounts/sessionSecret';
import { database, sqlNow } from './database/connection';
import { personSecondFactor } from './database/accountSchema';
import { connection } from './database/schema';
import { finishRotation, rotateKey } from './keyRotation';
import { forget } from './once';
import { decrypt, encrypt, makeKey, secretKey } from './secrets';
import { withDatabase } from './testing';

const at = withDatabase();
const file = () => path.join(at.folder, 'secret.key');
const next = () => `${file()}.next`;
const storedSecret = async () => (await database().select().from(connection))[0]!.secret;
const storedFactor = async () => (await database().select().from(personSecondFactor))[0]!;

beforeAll(async () => {
  await database()
    .insert(connection)
    .values({
      name: 'Berths',
      host: 'db',
      port: 3306,
      user: 'reader',
      secret: encrypt('hush'),
      database: 'berths',
      createdAt: sqlNow(),
    });
  const sealed = (data: string) => symmetricEncrypt({ key: sessionSecret(), data });
  await database()
    .insert(personSecondFactor)
    .values({ id: 'f', userId: 'p', secret: await sealed('seed'), backupCodes: await sealed('codes') });
});

const checkAll = async () => {
  forget('secret key');
  expect(decrypt(await storedSecret())).toBe('hush');
  const { secret, backupCodes } = await storedFactor();
  expect(await symmetricDecrypt({ key: sessionSecret(), data: secret })).toBe('seed');
  expect(await symmetricDecrypt({ key: sessionSecret(), data: backupCodes })).toBe('codes');
};

test('another key, and everything fits it; the old one fits nothing', async () => {
  const old = Buffer.from(secretKey());
  expect(await rotateKey()).toEqual({ connections: 1, secondFactors: 1 });
  expect(secretKey().equals(old)).toBe(false);
  await checkAll();
  const sealed = await storedSecret();
  expect(() => decrypt(sealed, old)).toThrow();
  expect(existsSync(next())).toBe(false);
});

test('broken off before anything was stored: the old key stays', async () => {
  const before = readFileSync(file(), 'utf8');
  makeKey(next());
  await finishRotation();
  expect(readFileSync(file(), 'utf8')).toBe(before);
  expect(existsSync(next())).toBe(false);
  await checkAll();
});

test('broken off when all was stored: the new key is taken', async () => {
  const old = `${file()}.old`;
  copyFileSync(file(), old);
  await rotateKey();
  // As it was a moment before the new key took the place of the old one.
  copyFileSync(file(), next());
  copyFileSync(old, file());
  forget('secret key');
  await finishRotation();
  await checkAll();
});
