/** Node-side packages run on plain Babel; the app runs on the web preset of jest-expo. */
const node = (displayName, roots, notInjected = []) => ({
  displayName,
  roots,
  testEnvironment: 'node',
  // A test's globals are looked up through its sandbox at every use; handed in, sums run several times faster.
  sandboxInjectedGlobals: [
    'Math',
    'Number',
    'Array',
    'Float64Array',
    'Object',
    'Map',
    'Set',
    'JSON',
    'Infinity',
  ].filter((name) => !notInjected.includes(name)),
  testMatch: ['**/test/**/*.test.ts'],
  transform: {
    '\\.[cm]?[jt]sx?$': [
      'babel-jest',
      {
        babelrc: false,
        configFile: false,
        presets: [
          ['@babel/preset-env', { targets: { node: 'current' } }],
          [
            '@babel/preset-typescript',
            { allowDeclareFields: true, rewriteImportExtensions: false },
          ],
        ],
      },
    ],
  },
  transformIgnorePatterns: [
    '/node_modules/(?!(@zither|content-disposition|cookie|date-fns|d3-shape|d3-path)/)',
  ],
});

module.exports = {
  // Left to itself Jest keeps a core for watching, which on two leaves one.
  maxWorkers: '100%',
  projects: [
    node('core', ['<rootDir>/packages/core']),
    node('visit', ['<rootDir>/packages/visit', '<rootDir>/packages/words']),
    node('contract', ['<rootDir>/packages/contract', '<rootDir>/packages/formats']),
    node(
      'server',
      ['<rootDir>/apps/server', '<rootDir>/apps/cli', '<rootDir>/demo', '<rootDir>/scripts'],
      // Packages of the server's declare these names themselves.
      ['Number', 'Array', 'Object', 'Set'],
    ),
    '<rootDir>/apps/app/jest.config.js',
  ],
};
