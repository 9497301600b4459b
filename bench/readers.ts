/**
 * Readers at once, without accounts: times, errors and memory.
 * Run while the demo runs: node bench/run.mjs readers [readers] [turns] [seconds between turns] [address]
 */
import { runningRecord } from '../cli/runFile';
import { measureReaders } from './manyReaders';

await measureReaders({
  readers: Number(process.argv[2] ?? 200),
  turns: Number(process.argv[3] ?? 10),
  pause: Number(process.argv[4] ?? 0),
  address: process.argv[5] ?? runningRecord()?.url ?? 'http://127.0.0.1:4400',
  headersOf: () => ({}),
  pid: runningRecord()?.serverPids[0],
});
