/** Unit tests in three projects: plain Node, a page without a browser, and the server with a real database. */

/** Packages shipped only as ES modules, which Jest has to transform. */
const esmOnly = [
  'nuqs',
  'temporal-polyfill',
  'temporal-utils',
  'chevrotain',
  '@chevrotain',
  'lodash-es',
  'ical.js',
  'hyparquet',
  'hyparquet-writer',
  'd3-[a-z-]+',
  'internmap',
  'p-queue',
  'p-timeout',
  'eventemitter3',
  'cookie',
  'better-auth',
  '@better-auth',
  '@better-fetch',
  'better-call',
  'jose',
  'nanostores',
  'kysely',
  'defu',
  'rou3',
  'set-cookie-parser',
  '@noble',
];

/**
 * A test runs in a context of its own, in which every look for a global is asked for anew. As names of the module they
 * are found at once, which makes calculations up to ten times as fast. None that a test puts another in the place of.
 */
const PLAIN_GLOBALS = [
  'Array ArrayBuffer BigInt BigInt64Array Boolean DataView Float64Array Infinity Int32Array Intl JSON Math Number',
  'Object Promise Reflect RegExp Set String Symbol TypeError Uint8Array Uint16Array Uint32Array WeakMap WeakSet',
].flatMap((names) => names.split(' '));

export const common = {
  transform: {
    '^.+\\.(ts|tsx|js|mjs)$': [
      '@swc/jest',
      {
        jsc: {
          target: 'es2022',
          parser: { syntax: 'typescript', tsx: true },
          transform: { react: { runtime: 'automatic' } },
        },
      },
    ],
  },
  transformIgnorePatterns: [`/node_modules/(?!(${esmOnly.join('|')})/)`],
  sandboxInjectedGlobals: PLAIN_GLOBALS,
  moduleNameMapper: {
    '^@chevrotain/([^/]+)$': '<rootDir>/node_modules/@chevrotain/$1/lib/src/api.js',
    '\\.css$': '<rootDir>/testing/noStyle.ts',
  },
};

const server = '<rootDir>/src/server/.*\\.test\\.ts$';

export default {
  // Every core: nothing else runs meanwhile, the build at the start aside.
  maxWorkers: '100%',
  // Many of them write to a database on the disk of a machine that has other things to do.
  testTimeout: 30_000,
  projects: [
    {
      ...common,
      displayName: 'node',
      globalSetup: '<rootDir>/testing/programSetup.ts',
      testEnvironment: 'node',
      roots: ['<rootDir>/src', '<rootDir>/demo', '<rootDir>/cli', '<rootDir>/scripts', '<rootDir>/bench'],
      testMatch: ['**/*.test.ts'],
      testPathIgnorePatterns: ['/node_modules/', server],
    },
    {
      ...common,
      displayName: 'page',
      sandboxInjectedGlobals: [...PLAIN_GLOBALS, 'document', 'process', 'window'],
      testEnvironment: 'jsdom',
      roots: ['<rootDir>/src/features'],
      testMatch: ['**/*.test.tsx'],
      setupFilesAfterEnv: ['<rootDir>/testing/page.ts'],
    },
    {
      ...common,
      displayName: 'server',
      testEnvironment: 'node',
      roots: ['<rootDir>/src/server'],
      testMatch: ['**/*.test.ts'],
      globalSetup: '<rootDir>/testing/databaseSetup.ts',
      globalTeardown: '<rootDir>/testing/databaseTeardown.ts',
    },
  ],
  // The engine counts by itself, at little cost.
  coverageProvider: 'v8',
  coverageReporters: ['json-summary'],
  collectCoverageFrom: ['src/**/*.{ts,tsx}', '!src/**/testing.{ts,tsx}', '!src/**/*.test.*'],
};
