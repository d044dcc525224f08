import expo from 'eslint-config-expo/flat.js';

const UP = ['./apps', './demo', './bench', './e2e'];

/** Arrows point down only: apps, demo, bench → words → visit → core and contract; formats → contract (docs/architecture.md). */
const zones = [
  {
    target: './packages/core/src',
    from: [
      './packages/contract',
      './packages/formats',
      './packages/visit',
      './packages/words',
      ...UP,
    ],
    message: 'core depends on nothing else in the house.',
  },
  {
    target: './packages/contract/src',
    from: ['./packages/core', './packages/formats', './packages/visit', './packages/words', ...UP],
    message: 'contract depends on nothing else in the house.',
  },
  {
    target: './packages/formats/src',
    from: ['./packages/core', './packages/visit', './packages/words', ...UP],
    message: 'formats may use contract only.',
  },
  {
    target: './packages/visit/src',
    from: ['./packages/formats', './packages/words', ...UP],
    message: 'visit may use core and contract only.',
  },
  {
    target: './packages/words/src',
    from: ['./packages/formats', ...UP],
    message: 'words may use visit, core and contract only.',
  },
  { target: './apps/server/src', from: ['./apps/app', './apps/cli', './demo'] },
  { target: './apps/cli/src', from: ['./apps/app', './apps/server', './demo'] },
  // Its tests may: devices are held against the real server.
  {
    target: ['./apps/app/app', './apps/app/features', './apps/app/ui'],
    from: ['./apps/server', './apps/cli', './demo'],
  },
  { target: './demo', from: ['./apps/app', './apps/cli'] },
];

/** The app's features in their order: each may use those before it, never those after. */
const FEATURES = [
  'data',
  'instrument',
  'instruments',
  'shell',
  'settings',
  'clear',
  'lab',
  'shelf',
  'probe',
  'session',
  'watch',
  'measure',
  'setup',
  'prescription',
  'recheck',
  'loads',
  'reports',
  'clients',
  'floor',
];
for (const [i, feature] of FEATURES.entries())
  zones.push({
    target: `./apps/app/features/${feature}`,
    from: FEATURES.slice(i + 1).map((later) => `./apps/app/features/${later}`),
    message: `${feature} may not use a feature that comes after it (eslint.config.js).`,
  });

// Nobody looks past a feature's index; only the routes open its screens, each by itself and late.
for (const feature of FEATURES)
  zones.push({
    target: FEATURES.filter((other) => other !== feature).map(
      (other) => `./apps/app/features/${other}`,
    ),
    from: `./apps/app/features/${feature}`,
    except: ['./index.ts'],
    message: `${feature} is used through its index.ts alone.`,
  });

/** The core is pure: no clock, no chance, no input or output. */
const PURE = [
  { object: 'Date', property: 'now', message: 'Time comes in as an argument.' },
  { object: 'Math', property: 'random', message: 'Randomness comes in as an argument.' },
];

export default [
  {
    ignores: [
      '**/*.generated.ts',
      '**/node_modules/',
      '**/dist/',
      '**/.expo/',
      '.cache/',
      '.data/',
      'docs/',
    ],
  },
  ...expo,
  {
    settings: {
      'import/resolver': { typescript: { project: ['tsconfig.json', 'apps/app/tsconfig.json'] } },
      // What a package looks like inside is its own business; reading the large ones costs minutes.
      'import/ignore': ['node_modules'],
    },
    rules: {
      'import/no-restricted-paths': ['error', { zones }],
      // The compiler says these better, and faster; circles of imports are `npm run check:cycles`.
      'import/namespace': 'off',
      'import/export': 'off',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
      'prefer-const': 'error',
      // fast-check documents the default import; its members are meant to be used through it.
      'import/no-named-as-default-member': 'off',
    },
  },
  {
    files: ['**/*.ts', '**/*.tsx'],
    rules: {
      // Zod schemas and their types share a name on purpose.
      '@typescript-eslint/no-redeclare': 'off',
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/consistent-type-imports': 'error',
      // Module augmentation needs an interface that only extends.
      '@typescript-eslint/no-empty-object-type': [
        'error',
        { allowInterfaces: 'with-single-extends' },
      ],
    },
  },
  {
    // Components live in .tsx alone; the rule reads every file for minutes.
    files: ['**/*.ts'],
    rules: { 'react-hooks/static-components': 'off' },
  },
  {
    files: ['**/*.cjs', '**/*.config.js'],
    languageOptions: {
      globals: { __dirname: 'readonly', module: 'writable', require: 'readonly' },
    },
  },
  {
    files: ['packages/*/src/**/*.ts', 'apps/server/src/**/*.ts'],
    rules: { '@typescript-eslint/no-explicit-any': 'error' },
  },
  {
    files: ['packages/core/src/**'],
    rules: {
      'no-restricted-properties': ['error', ...PURE],
      'no-restricted-globals': ['error', 'fetch', 'window', 'document', 'localStorage', 'process'],
      'no-restricted-imports': ['error', { patterns: ['node:*', 'react*', '@zither/*'] }],
    },
  },
  {
    files: ['packages/visit/src/**', 'packages/words/src/**'],
    rules: {
      'no-restricted-properties': ['error', ...PURE],
      'no-restricted-globals': ['error', 'fetch', 'window', 'document', 'localStorage', 'process'],
      'no-restricted-imports': ['error', { patterns: ['node:*', 'react*'] }],
    },
  },
  {
    // Schemas are three quarters of a worker that only computes: types alone come from the contract, plain values from its row.ts.
    files: ['packages/visit/src/**/*.ts'],
    rules: {
      '@typescript-eslint/no-restricted-imports': [
        'error',
        { paths: [{ name: '@zither/contract', allowTypeImports: true }] },
      ],
    },
  },
  {
    files: ['packages/contract/src/**', 'packages/formats/src/**'],
    rules: {
      'no-restricted-imports': ['error', { patterns: ['node:*', 'react*', '@zither/core*'] }],
    },
  },
];
