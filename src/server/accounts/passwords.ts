/** Passwords are kept as argon2id hashes (OWASP: 19 MiB, two passes, one lane), by a library. */
import { hash, verify, type Options } from '@node-rs/argon2';

/** The library names argon2id by a number; its own list of names is not there for compilers of single files. */
const ARGON2ID = 2 as unknown as NonNullable<Options['algorithm']>;
const SETTINGS: Options = { algorithm: ARGON2ID, memoryCost: 19_456, timeCost: 2, parallelism: 1 };

export const hashPassword = (password: string): Promise<string> => hash(password, SETTINGS);

/** Whether a password is the one of a hash; false for a hash that is none. */
export async function isPassword(hashed: string, password: string): Promise<boolean> {
  return verify(hashed, password).catch(() => false);
}
