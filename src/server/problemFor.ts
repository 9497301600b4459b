/** What is told of an error, whichever thread it happened in. */
import { SourceProblem } from '../core/cube/query';
import { databaseAwayProblem } from './database/away';
import { diskFullProblem } from './diskFull';
import { log } from './log';
import { Problem } from './problem';

/** What is wrong with the machine rather than with what was asked; undefined for all other errors. */
export const machineProblem = (error: unknown): Problem | undefined =>
  diskFullProblem(error) ?? databaseAwayProblem(error);

/** The problem to tell; an error that is nobody's mistake is logged under `doing`, and gives no inner detail away. */
export function problemFor(error: unknown, doing: string): Problem {
  if (error instanceof Problem) return error;
  if (error instanceof SourceProblem) return new Problem('connection-failed', error.message, 424);
  const known = machineProblem(error);
  if (known) return known;
  log().error(error, `${doing} failed`);
  return new Problem(
    'internal',
    'Something went wrong here. Nothing was changed; the server’s log says more.',
    500,
  );
}
