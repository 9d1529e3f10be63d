import { readdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import expo from 'eslint-config-expo/flat.js';
import prettier from 'eslint-config-prettier';

const root = fileURLToPath(new URL('.', import.meta.url));
const at = (path) => `${root}${path}`;

/** Inside core, a folder may import itself and those before it. */
const CORE_ORDER = [
  'schema',
  'quantity',
  'edition',
  'finding',
  'device',
  'wiring',
  'box',
  'catalog',
  'fill',
  'certainty',
  'shorthand',
  'exchange',
  'check',
  'remedy',
  'connector',
  'physical',
  'simulate',
  'wiring-rules',
  'judge',
  'identify',
  'diagnose',
  'plan',
  'drawing',
  'space',
  'fold',
  'run',
  'close',
  'outage',
  'parts',
  'vessel',
  'sheet',
  'logbook',
];

const coreZones = CORE_ORDER.slice(0, -1).map((folder, nth) => ({
  target: at(`core/src/${folder}/!(*.test).ts`),
  from: CORE_ORDER.slice(nth + 1).map((later) => at(`core/src/${later}`)),
  message: `core/${folder} comes before what it imports.`,
}));
const unplaced = readdirSync(at('core/src'), { withFileTypes: true })
  .filter((entry) => entry.isDirectory() && entry.name !== 'tests' && !CORE_ORDER.includes(entry.name))
  .map(({ name }) => name);
if (unplaced.length > 0)
  throw new Error(`Where do these folders of core stand in its order? ${unplaced.join(', ')}`);

/** Rules about React, for where there is none. */
const withoutReact = Object.fromEntries(
  expo
    .flatMap(({ rules = {} }) => Object.keys(rules))
    .filter((name) => /^react(-hooks)?\//.test(name))
    .map((name) => [name, 'off']),
);

/** Rules that run React's compiler: all but the two that read the code alone. */
const withoutCompiler = Object.fromEntries(
  Object.entries(withoutReact).filter(
    ([name]) => /^react-hooks\//.test(name) && !/rules-of-hooks|exhaustive-deps/.test(name),
  ),
);

export default [
  { ignores: ['**/node_modules/**', '**/dist/**', '**/.expo/**', '**/*-env.d.ts', 'bench/.empty-screen/**'] },
  ...expo,
  {
    files: ['**/*.ts', '**/*.tsx'],
    settings: {
      'import/resolver': {
        typescript: { project: ['core', 'server', 'app', 'e2e'].map((part) => at(`${part}/tsconfig.json`)) },
      },
    },
    rules: {
      // A Zod schema and its type share a name.
      '@typescript-eslint/no-redeclare': 'off',
      'import/no-named-as-default-member': 'off',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      // Cycles are looked for by scripts/cycles.mjs; names of modules by the compiler.
      'import/namespace': 'off',
      // It reads every module anew, a third of all linting: our own modules are imported by name, which cannot be mistaken.
      'import/no-named-as-default': 'off',
      'no-restricted-syntax': [
        'error',
        {
          selector:
            'ImportDeclaration[source.value=/^(\\.|@\\u002F|@dense-pack)/]:not([source.value=/\\.json$/]) > ImportDefaultSpecifier',
          message: 'Our own modules are imported by name.',
        },
      ],
      'import/no-restricted-paths': [
        'error',
        {
          zones: [
            ...coreZones,
            { target: at('core'), from: at('server'), message: 'core knows no server.' },
            { target: at('core'), from: at('app'), message: 'core knows no app.' },
            { target: at('core'), from: at('bin'), message: 'core knows no command line.' },
            { target: at('server'), from: at('app'), message: 'the server knows no app.' },
            { target: at('app'), from: at('server'), message: 'the app talks to the server over HTTP.' },
            { target: at('app/src/ui'), from: at('app/src/app'), message: 'routes compose the ui.' },
            { target: at('bin'), from: at('server'), message: 'the command line calls core.' },
          ],
        },
      ],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts', 'core/src/tests/**'],
    rules: {
      'no-restricted-globals': [
        'error',
        ...['window', 'document', 'process', 'fetch', 'localStorage', 'setTimeout', 'console'].map(
          (name) => ({
            name,
            message: 'core is pure: no DOM, no Node, no I/O, no clock.',
          }),
        ),
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'core takes its randomness from the caller.' },
        { object: 'Date', property: 'now', message: 'core takes the time from the caller.' },
      ],
      'no-restricted-imports': ['error', { patterns: ['node:*', 'react', 'react-native', 'express'] }],
    },
  },
  { files: ['{core,server,bin,e2e,bench,scripts}/**/*.{ts,mjs,cjs,js}'], rules: withoutReact },
  // The compiler's rules compile each file; tests are not compiled.
  { files: ['app/**/*.test.{ts,tsx}'], rules: withoutCompiler },
  {
    files: ['**/*.cjs', 'app/*.js'],
    languageOptions: { globals: { __dirname: 'readonly', process: 'readonly' } },
  },
  prettier,
];
