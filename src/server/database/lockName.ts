/** Names of locks of the database server: they hold for all its schemas, so each schema has names of its own. */
import { createHash } from 'node:crypto';
import { serverConfig } from '../config';

/** The name for a purpose, at most 64 characters as the server wants it. */
export function lockName(purpose: string): string {
  const digest = createHash('sha256').update(`${serverConfig().database.name} ${purpose}`).digest('hex');
  return `dathen_${digest.slice(0, 40)}`;
}
