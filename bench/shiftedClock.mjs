/** Loaded before everything else: a clock that is wrong by as many milliseconds as a file says, from the moment it says so. */
import { readFileSync } from 'node:fs';

const Real = Date;
const LOOK_MS = 200;
let ahead = 0;
let lookedAt = 0;
function now() {
  const real = Real.now();
  if (real - lookedAt > LOOK_MS) {
    lookedAt = real;
    try {
      ahead = Number(readFileSync(process.env.SHIFTED_CLOCK, 'utf8'));
    } catch {
      ahead = 0;
    }
  }
  return real + ahead;
}

globalThis.Date = new Proxy(Real, {
  construct: (_, parts) => (parts.length === 0 ? new Real(now()) : new Real(...parts)),
  apply: () => new Real(now()).toString(),
  get: (real, key) => (key === 'now' ? now : Reflect.get(real, key)),
});
