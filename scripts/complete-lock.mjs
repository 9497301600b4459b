/**
 * Completes package-lock.json after `npm install` on a registry that holds the packages of some platforms only.
 * Optional packages for other platforms are then left out of the lock, and `npm ci` refuses it. This adds them as
 * what they are: optional, for another platform, never fetched here. Run: node scripts/complete-lock.mjs
 */
import { readFileSync, writeFileSync } from 'node:fs';

const FILE = 'package-lock.json';
const lock = JSON.parse(readFileSync(FILE, 'utf8'));

const SYSTEMS = {
  darwin: 'darwin',
  win32: 'win32',
  android: 'android',
  freebsd: 'freebsd',
  openharmony: 'openharmony',
  linux: 'linux',
};
const PROCESSORS = ['arm64', 'x64', 'ia32', 'arm', 'ppc64', 's390x', 'riscv64', 'loong64', 'wasm32'];

/** Operating system and processor that a package's name tells. */
function platformOf(name) {
  const words = name.split(/[/-]/);
  const os = words.map((word) => SYSTEMS[word]).find((found) => found !== undefined) ?? 'none';
  const cpu =
    PROCESSORS.find((found) =>
      words.some((word) => word === found || (found === 'arm' && /^arm(?!64)/.test(word))),
    ) ?? 'none';
  return { os: [os], cpu: [cpu] };
}

let added = 0;
for (const [place, entry] of Object.entries({ ...lock.packages })) {
  for (const [name, version] of Object.entries(entry.optionalDependencies ?? {})) {
    let folder = place;
    let found = false;
    for (;;) {
      found ||= lock.packages[`${folder === '' ? '' : `${folder}/`}node_modules/${name}`] !== undefined;
      const cut = folder.lastIndexOf('/node_modules/');
      if (found || folder === '') break;
      folder = cut < 0 ? '' : folder.slice(0, cut);
    }
    if (found) continue;
    lock.packages[`node_modules/${name}`] = {
      version: version.replace(/^[^\d]*/, ''),
      ...platformOf(name),
      optional: true,
    };
    added++;
  }
}
lock.packages = Object.fromEntries(Object.entries(lock.packages).sort(([a], [b]) => (a < b ? -1 : 1)));
writeFileSync(FILE, `${JSON.stringify(lock, null, 2)}\n`);
process.stdout.write(`${added} entries added\n`);
