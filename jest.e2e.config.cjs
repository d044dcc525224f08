/** Browser journeys: the built app on the real server in Debian's Chromium, two files at a time. */
const [core] = require('./jest.config.cjs').projects;

module.exports = {
  displayName: 'e2e',
  rootDir: __dirname,
  roots: ['<rootDir>/e2e'],
  testEnvironment: 'node',
  testMatch: ['**/*.test.ts'],
  globalSetup: '<rootDir>/e2e/writeDemo.ts',
  testTimeout: 120_000,
  // Each file has its own server and browser and mostly waits for them.
  maxWorkers: 2,
  transform: core.transform,
};
