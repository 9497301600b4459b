/**
 * Another key for secrets: all that the old one encrypted is encrypted by the new one, in one transaction. The new key
 * lies beside the old one until then, so that after a crash either of them fits everything.
 */
import { existsSync, renameSync, rmSync } from 'node:fs';
import { eq } from 'drizzle-orm';
import { sessionSecret } from './accounts/sessionSecret';
import { serverConfig } from './config';
import { database } from './database/connection';
import { personSecondFactor, personSession } from './database/accountSchema';
import { connection } from './database/schema';
import { forget } from './once';
import { decrypt, encrypt, keyIn, makeKey, secretKey } from './secrets';

const nextFile = () => `${serverConfig().keyFile}.next`;

function takeNext(): void {
  renameSync(nextFile(), serverConfig().keyFile);
  forget('secret key');
}

export interface Rotated {
  readonly connections: number;
  readonly secondFactors: number;
}

/** Takes another key. All sessions end with the old one. */
export async function rotateKey(): Promise<Rotated> {
  await finishRotation();
  const { symmetricDecrypt, symmetricEncrypt } = await import('better-auth/crypto');
  const old = secretKey();
  const next = makeKey(nextFile());
  const [oldSecret, nextSecret] = [sessionSecret(old), sessionSecret(next)];
  const again = async (data: string) =>
    symmetricEncrypt({ key: nextSecret, data: await symmetricDecrypt({ key: oldSecret, data }) });
  const rotated = await database().transaction(async (transaction) => {
    const connections = await transaction.select().from(connection).for('update');
    for (const { id, secret } of connections)
      await transaction
        .update(connection)
        .set({ secret: encrypt(decrypt(secret, old), next) })
        .where(eq(connection.id, id));
    const factors = await transaction.select().from(personSecondFactor).for('update');
    for (const { id, secret, backupCodes } of factors)
      await transaction
        .update(personSecondFactor)
        .set({ secret: await again(secret), backupCodes: await again(backupCodes) })
        .where(eq(personSecondFactor.id, id));
    await transaction.delete(personSession);
    return { connections: connections.length, secondFactors: factors.length };
  });
  takeNext();
  return rotated;
}

/** Whether a key fits what is encrypted; undefined where nothing is. */
async function fits(key: Buffer): Promise<boolean | undefined> {
  const [sealed] = await database().select({ secret: connection.secret }).from(connection).limit(1);
  if (sealed) {
    try {
      decrypt(sealed.secret, key);
      return true;
    } catch {
      return false;
    }
  }
  const [factor] = await database()
    .select({ secret: personSecondFactor.secret })
    .from(personSecondFactor)
    .limit(1);
  if (!factor) return undefined;
  const { symmetricDecrypt } = await import('better-auth/crypto');
  return symmetricDecrypt({ key: sessionSecret(key), data: factor.secret }).then(
    () => true,
    () => false,
  );
}

/** Brings a rotation that was broken off to its end, or takes it back, whichever fits what is stored. */
export async function finishRotation(): Promise<void> {
  if (!existsSync(nextFile())) return;
  if (await fits(keyIn(nextFile())!)) takeNext();
  else rmSync(nextFile());
}
