/** What stands in links and tokens: long, random, and kept only as a hash. */
import { createHash, randomBytes } from 'node:crypto';

/** 256 random bits for an address or a header, after a prefix that tells what it is for. */
export const newKey = (prefix = ''): string => `${prefix}${randomBytes(32).toString('base64url')}`;

/** As it is kept: SHA-256, as 64 hexadecimal digits. Keys are random, so they need no slow hash. */
export const keyHash = (key: string): string => createHash('sha256').update(key).digest('hex');
