/** Browser journeys: the built app on the real server in Debian's Chromium, one after the other. */
const [core] = require('./jest.config.cjs').projects;

module.exports = {
  displayName: 'e2e',
  rootDir: __dirname,
  roots: ['<rootDir>/e2e'],
  testEnvironment: 'node',
  testMatch: ['**/*.test.ts'],
  testTimeout: 120_000,
  maxWorkers: 1,
  transform: core.transform,
};
