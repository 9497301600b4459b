/** The demo data at the click of a person: the same program that `./dathen demo` runs, as a process of its own. */
import { spawn } from 'node:child_process';
import { Problem } from '../problem';

const PROGRAM = ['.program/bringIn.js'];
/** The last that it said is told where it fails. */
const KEPT_TEXT = 2000;

/** Brings it in; its datasets that are there already stay as they are. Throws a `Problem` where that fails. */
export async function bringInDemo(signal: AbortSignal): Promise<null> {
  const child = spawn(process.execPath, PROGRAM, {
    cwd: process.cwd(),
    env: { ...process.env, NODE_OPTIONS: '' },
    stdio: ['ignore', 'ignore', 'pipe'],
  });
  let said = '';
  child.stderr.on('data', (bytes: Buffer) => {
    said = `${said}${bytes.toString()}`.slice(-KEPT_TEXT);
  });
  const stop = () => child.kill('SIGTERM');
  signal.addEventListener('abort', stop, { once: true });
  const code = await new Promise<number | null>((resolve, reject) => {
    child.once('error', reject);
    child.once('close', resolve);
  });
  if (code === 0) return null;
  const last = said.trim().split('\n').at(-1) ?? '';
  throw new Problem(
    'no-demo',
    `The demo data could not be brought in: ${last || 'its program ended early'}`,
    500,
  );
}
