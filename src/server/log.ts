import pino, { type Logger } from 'pino';
import { once } from './once';

/** The server's log, on standard error. */
export function log(): Logger {
  return once('log', () => pino({ level: process.env.DATHEN_LOG ?? 'info' }, pino.destination(2)));
}
