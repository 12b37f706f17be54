import { defineConfig, globalIgnores } from 'eslint/config';
import nextVitals from 'eslint-config-next/core-web-vitals';
import nextTypescript from 'eslint-config-next/typescript';
import prettier from 'eslint-config-prettier/flat';

/** Dependencies point one way: ui → session → workers/store/board → core. Each folder names what it may not reach. */
const mayNotReach = {
  core: ['react', 'next', 'dexie', 'mui', 'app', 'ui', 'session', 'store', 'workers', 'board', 'server'],
  board: ['react', 'next', 'dexie', 'mui', 'app', 'ui', 'session', 'store', 'workers', 'server'],
  store: ['react', 'next', 'mui', 'app', 'ui', 'session', 'workers', 'board', 'server'],
  workers: ['react', 'next', 'dexie', 'mui', 'app', 'ui', 'session', 'store', 'server'],
  session: ['react', 'next', 'dexie', 'mui', 'app', 'ui', 'server'],
  server: ['react', 'dexie', 'mui', 'app', 'ui', 'session', 'store', 'workers'],
  ui: ['app', 'server'],
};
const packages = {
  react: ['react', 'react-*', 'react/*'],
  next: ['next', 'next/*'],
  dexie: ['dexie', 'dexie-*'],
  mui: ['@mui/*', '@mui/*/*'],
};
/** Inside core, each folder may reach those before it; the first ones know nothing of instruments. */
const CORE_ORDER = [
  ['units', 'signal', 'shape', 'midi', 'pitch', 'parts'],
  ['instrument'],
  ['engine'],
  ['findings'],
  ['calibrate'],
  ['guide'],
  ['ways'],
  ['kinds'],
  ['stages'],
  ['listen'],
  ['compile'],
  ['prove'],
  ['exchange'],
  ['plan'],
];
const patterns = (names) => names.flatMap((n) => packages[n] ?? [`@/${n}`, `@/${n}/*`, `**/../${n}/*`]);

export default defineConfig([
  ...nextVitals,
  ...nextTypescript,
  prettier,
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_' }],
      'no-console': 'error',
      eqeqeq: 'error',
      // What ways add to by declaration begins empty.
      '@typescript-eslint/no-empty-object-type': ['error', { allowInterfaces: 'always' }],
    },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    ignores: ['src/core/ways/**', 'src/ui/ways/**', '**/*.test.*'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector: 'MemberExpression[property.name="is"][object.property.name="calibration"]',
          message: 'What a calibration is measured by is asked in core/ways alone.',
        },
      ],
    },
  },
  ...Object.entries(mayNotReach).map(([folder, names]) => ({
    files: [`src/${folder}/**/*.{ts,tsx}`],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            { group: patterns(names), message: 'Imports point ui → session → workers/store/board → core.' },
          ],
        },
      ],
    },
  })),
  ...CORE_ORDER.flatMap((folders, i) =>
    folders.map((folder) => ({
      files: [`src/core/${folder}/**/*.ts`],
      ignores: ['**/*.test.ts'],
      rules: {
        'no-restricted-imports': [
          'error',
          {
            patterns: [
              {
                group: patterns(mayNotReach.core),
                message: 'Imports point ui → session → workers/store/board → core.',
              },
              {
                group: [...CORE_ORDER.slice(i + 1).flat(), 'testing'].map((later) => `**/../${later}/**`),
                message: 'Inside core, imports point from exchange down to units.',
              },
            ],
          },
        ],
      },
    })),
  ),
  {
    files: ['src/core/**/*.ts'],
    rules: { 'no-restricted-globals': ['error', 'window', 'document', 'navigator', 'indexedDB', 'fetch'] },
  },
  { files: ['scripts/**', 'demo/**', 'e2e/**'], rules: { 'no-console': 'off' } },
  globalIgnores(['**/*.tmp.*', '.next/**', 'next-env.d.ts', 'node_modules/**', 'test-results/**']),
]);
