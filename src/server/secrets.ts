/** Secrets at rest: encrypted with a key that lies in a file of its own, readable by its owner only. */
import { createCipheriv, createDecipheriv, hkdfSync, randomBytes } from 'node:crypto';
import { readFileSync, writeFileSync } from 'node:fs';
import { serverConfig } from './config';
import { once } from './once';

const KEY_BYTES = 32;
const NONCE_BYTES = 12;
const TAG_BYTES = 16;

/** The key of a file; undefined where there is none. */
export function keyIn(file: string): Buffer | undefined {
  try {
    return Buffer.from(readFileSync(file, 'utf8'), 'base64');
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code !== 'ENOENT') throw error;
    return undefined;
  }
}

/** Makes a key in a file that is not there yet, and gives it. */
export function makeKey(file: string): Buffer {
  writeFileSync(file, randomBytes(KEY_BYTES).toString('base64'), { mode: 0o600, flag: 'wx' });
  return keyIn(file)!;
}

/** The key in use, made at the first call ever. */
export const secretKey = (): Buffer =>
  once('secret key', () => {
    const file = serverConfig().keyFile;
    return keyIn(file) ?? makeKey(file);
  });

/** Encrypts a text (AES-256-GCM, a fresh nonce each time). */
export function encrypt(text: string, key = secretKey()): string {
  const nonce = randomBytes(NONCE_BYTES);
  const cipher = createCipheriv('aes-256-gcm', key, nonce);
  const sealed = Buffer.concat([cipher.update(text, 'utf8'), cipher.final()]);
  return Buffer.concat([nonce, cipher.getAuthTag(), sealed]).toString('base64');
}

/** Decrypts what `encrypt` wrote. Throws when it was changed or the key is another. */
export function decrypt(text: string, key = secretKey()): string {
  const bytes = Buffer.from(text, 'base64');
  const decipher = createDecipheriv('aes-256-gcm', key, bytes.subarray(0, NONCE_BYTES));
  decipher.setAuthTag(bytes.subarray(NONCE_BYTES, NONCE_BYTES + TAG_BYTES));
  const opened = Buffer.concat([decipher.update(bytes.subarray(NONCE_BYTES + TAG_BYTES)), decipher.final()]);
  return opened.toString('utf8');
}

/** A secret for one purpose that follows from the key (HKDF with SHA-256), as 64 hexadecimal digits. */
export const derivedSecret = (purpose: string, key = secretKey()): string =>
  Buffer.from(hkdfSync('sha256', key, '', `dathen ${purpose}`, KEY_BYTES)).toString('hex');
