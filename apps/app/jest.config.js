/** Components and data layer in a browser-like environment. */
module.exports = {
  displayName: 'app',
  // As in the house's own jest.config.cjs: sums run several times faster.
  sandboxInjectedGlobals: [
    'Math',
    'Number',
    'Array',
    'Float64Array',
    'Object',
    'Map',
    'Set',
    'JSON',
  ],
  preset: 'jest-expo/web',
  rootDir: __dirname,
  testMatch: ['<rootDir>/test/**/*.test.{ts,tsx}'],
  // The preset's own patterns stay; d3 ships .mjs.
  transform: { '\\.mjs$': ['babel-jest', { configFile: require.resolve('./babel.config.js') }] },
  transformIgnorePatterns: [
    '/node_modules/(?!((jest-)?react-native|@react-native(-community)?|expo(nent)?|@expo(nent)?/.*|@expo-google-fonts/.*|react-navigation|@react-navigation/.*|@rneui|@zither|d3-|internmap|uuid|date-fns|immer|react-redux|@reduxjs)/?)',
  ],
  moduleNameMapper: {
    '^@react-native-vector-icons/material-icons$': '@expo/vector-icons/MaterialIcons',
    '^@expo/vector-icons/MaterialIcons$': '<rootDir>/test/icon.tsx',
    '^(@react-native-vector-icons|react-native-vector-icons)/.*$': '<rootDir>/test/empty.ts',
  },
};
