import { common } from './jest.config.mjs';

export default {
  ...common,
  testEnvironment: 'node',
  roots: ['<rootDir>/e2e'],
  testMatch: ['**/*.test.ts'],
  // Each worker has an application of its own.
  maxWorkers: 2,
  setupFiles: ['<rootDir>/testing/application.ts'],
  // A failed test may leave connections open; the run must end all the same.
  forceExit: true,
  // Longer than what is waited for in the page and on the server, which say what was missing.
  testTimeout: 150_000,
};
