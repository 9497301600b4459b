import unit from './jest.config.mjs';

export default {
  ...unit,
  roots: ['<rootDir>/e2e'],
  testMatch: ['**/*.test.ts'],
  maxWorkers: 1,
  testTimeout: 90_000,
};
