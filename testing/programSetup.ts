/** Makes the programs that tests run (commands, threads) from the sources as they are. */
import { execFileSync } from 'node:child_process';

export default function makePrograms(): void {
  execFileSync(process.execPath, ['cli/programs.mjs']);
}
