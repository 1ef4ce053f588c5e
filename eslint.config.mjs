import js from '@eslint/js';
import prettier from 'eslint-config-prettier';
import { createTypeScriptImportResolver } from 'eslint-import-resolver-typescript';
import importX from 'eslint-plugin-import-x';
import reactHooks from 'eslint-plugin-react-hooks';
import globals from 'globals';
import tseslint from 'typescript-eslint';
import { noCircles } from './scripts/no-circles.mjs';

/** The core's folders in order: each may import only those before it. */
const CORE_ORDER = [
  'words',
  'pitch',
  'time',
  'chord',
  'chart',
  'melody',
  'reading',
  'reharm',
  'neck',
  'grip',
  'take',
  'leading',
  'score',
  'practice',
  'sheet',
  'format',
  'wording',
];

const coreZones = CORE_ORDER.slice(0, -1).map((folder, i) => ({
  target: `./core/${folder}/**/!(*.test).ts`,
  from: CORE_ORDER.slice(i + 1).map((later) => `./core/${later}`),
  message: `core/${folder} may import only the folders before it: ${CORE_ORDER.slice(0, i).join(', ') || 'none'}.`,
}));

/** Who may import whom, between the top folders. */
const zones = [
  ...coreZones,
  {
    target: './core',
    from: ['./app', './db', './cli', './formats', './kernel', './bench', './demo', './e2e'],
    message: 'The core imports nothing of ours: kernels are handed in.',
  },
  { target: './db', from: ['./app', './cli', './bench'], message: 'db imports only the core.' },
  {
    target: './formats/!(*.test|*.oracle).ts',
    from: './kernel',
    message: 'formats imports only the core; its tests may hand the kernel in.',
  },
  {
    target: './formats',
    from: ['./app', './db', './cli', './bench'],
    message: 'formats imports only the core.',
  },
  {
    target: './cli',
    from: ['./app', './db'],
    message: 'cli imports only the core, the readers, and the kernel it hands over.',
  },
  {
    target: ['./app', './cli'],
    from: './formats',
    except: ['./index.ts'],
    message: 'Import the readers from formats/index.ts.',
  },
  { target: './kernel', from: ['./app', './db', './cli', './bench'], message: 'kernel imports only the core.' },
  {
    target: ['./app/parts', './app/sound', './app/work', './app/keep'],
    from: './db',
    message: 'Only routes reach the database.',
  },
  {
    // Benchmarks time parts of it beside each other.
    target: ['./app', './db', './cli', './formats/!(*.test).ts', './kernel/!(*.test).ts'],
    from: './core',
    except: ['./index.ts'],
    message: 'Import the core from core/index.ts.',
  },
];

const NOT_IN_CORE = [
  'window',
  'document',
  'process',
  'Buffer',
  'performance',
  'setTimeout',
  'fetch',
  'console',
  'require',
].map((name) => ({
  name,
  message: 'The core is pure: no browser, no Node.',
}));

export default tseslint.config(
  {
    ignores: [
      'build/**',
      'build-test/**',
      '.react-router/**',
      // AssemblyScript: other types, other rules.
      'kernel/source/**',
      'node_modules/**',
      'data/**',
      'test-results/**',
      'e2e/planted/**',
    ],
  },
  { files: ['**/*.{ts,tsx}'], extends: [js.configs.recommended, tseslint.configs.recommended] },
  {
    files: ['**/*.{ts,tsx}'],
    plugins: { 'import-x': importX, ours: { rules: { 'no-circles': noCircles } } },
    languageOptions: { globals: { ...globals.browser, ...globals.node } },
    settings: { 'import-x/resolver-next': [createTypeScriptImportResolver()] },
    rules: {
      'ours/no-circles': 'error',
      'import-x/no-restricted-paths': ['error', { basePath: import.meta.dirname, zones }],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      eqeqeq: 'error',
    },
  },
  {
    // Nothing else has components, and to look for their faults is most of the time.
    files: ['app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: {
      ...reactHooks.configs.recommended.rules,
      // React's compiler leaves components with a virtualizer alone.
      'react-hooks/incompatible-library': 'off',
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.{test,oracle}.ts'],
    rules: {
      'no-restricted-globals': ['error', ...NOT_IN_CORE],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'The core has no clock.' },
        { object: 'Math', property: 'random', message: 'The core has no randomness.' },
      ],
      'no-restricted-imports': [
        'error',
        { patterns: [{ regex: '^(?!\\.|tonal$)', message: 'The core uses tonal and nothing else.' }] },
      ],
    },
  },
  { files: ['**/*.mjs'], extends: [js.configs.recommended], languageOptions: { globals: globals.node } },
  prettier,
);
