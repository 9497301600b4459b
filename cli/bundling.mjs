/** How sources become programs for Node: each one file and what they share. Folders are taken from where the project is. */
import path from 'node:path';

/** @satisfies {import('esbuild').BuildOptions} */
export const BUNDLING = {
  absWorkingDir: path.resolve(import.meta.dirname, '..'),
  bundle: true,
  splitting: true,
  chunkNames: 'shared/[name]-[hash]',
  format: 'esm',
  platform: 'node',
  target: 'node20',
  packages: 'external',
  // Node itself wants whole names, and modules of its own kind.
  alias: {
    'comlink/dist/umd/node-adapter': 'comlink/dist/esm/node-adapter.mjs',
    'selenium-webdriver/chrome': 'selenium-webdriver/chrome.js',
  },
  logLevel: 'error',
};
