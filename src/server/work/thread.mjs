/** Begins a thread: the server's own files are TypeScript, which a thread has to be taught to read first. */
import { register } from 'tsx/esm/api';

register();

await import('./thread.ts');
