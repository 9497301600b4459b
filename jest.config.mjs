/** Packages shipped only as ES modules, which Jest has to transform. */
const esmOnly = ['nuqs', 'temporal-polyfill', 'temporal-utils', 'chevrotain', '@chevrotain', 'lodash-es', 'ical.js', 'hyparquet', 'hyparquet-writer'];

export default {
  testEnvironment: 'node',
  roots: ['<rootDir>/src', '<rootDir>/demo', '<rootDir>/cli', '<rootDir>/scripts'],
  testMatch: ['**/*.test.ts', '**/*.test.tsx'],
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
  moduleNameMapper: {
    '^@chevrotain/([^/]+)$': '<rootDir>/node_modules/@chevrotain/$1/lib/src/api.js',
  },
};
