/** The one trouble of the machine that a person can mend: no room is left on its disk. */
import { Problem } from './problem';

/** Numbers with which the database says that it cannot write: its disk, or a table on it, is full. */
const DATABASE_IS_FULL = new Set([1021, 1114]);

/** Whether an error, or what caused it, says that a disk is full. */
function saysFull(error: unknown): boolean {
  if (typeof error !== 'object' || error === null) return false;
  const { code, errno, message = '', cause } = error as Partial<Error> & { code?: string; errno?: number };
  return (
    code === 'ENOSPC' ||
    DATABASE_IS_FULL.has(errno ?? 0) ||
    /No space left on device|Errcode: 28\b|\berror 28\b/i.test(message) ||
    saysFull(cause)
  );
}

/** The problem to tell where a disk is full; undefined for all other errors. */
export function diskFullProblem(error: unknown): Problem | undefined {
  if (error instanceof Problem || !saysFull(error)) return undefined;
  return new Problem(
    'disk-full',
    'The disk of the server is full. Nothing was changed; free some space, then do it again.',
    507,
  );
}
