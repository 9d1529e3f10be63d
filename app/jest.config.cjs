const path = require('node:path');
const preset = require('jest-expo/jest-preset');

/** What is published as plain JavaScript needs no Babel: that took longer than most tests. */
const AS_PUBLISHED = [
  'expo-router/build',
  'react-native-svg/lib/commonjs',
  'react-native-screens/lib/commonjs',
  'react-native-safe-area-context/lib/commonjs',
  'react-native/Libraries/Renderer/implementations',
  'expo/virtual/streams',
];

/** Plain JavaScript that runs in every test: what its modules name of the language they take once, as our own do. */
const MUCH_USED = [
  'react',
  'react-test-renderer',
  'scheduler',
  'zod',
  'fast-check',
  'pure-rand',
  'fast-deep-equal',
];

const ESBUILD = path.join(__dirname, '../scripts/jest-esbuild.cjs');
const icons = path.resolve(path.dirname(require.resolve('lucide-react-native')), '../..');

module.exports = {
  displayName: 'app',
  rootDir: __dirname,
  preset: 'jest-expo',
  setupFiles: ['<rootDir>/jest.setup.cjs'],
  testMatch: ['<rootDir>/src/**/*.test.{ts,tsx}'],
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  transform: {
    // Plain TypeScript, as its own tests run it. Babel is for what puts a mock in place of a module before it is imported.
    '/core/src/.*\\.ts$': ESBUILD,
    '/app/src/(sync/|(?!.*\\.test\\.)).*\\.ts$': ESBUILD,
    [`/node_modules/(${AS_PUBLISHED.join('|')}).*\\.js$`]: ESBUILD,
    [`/node_modules/(${MUCH_USED.join('|')})/.*\\.[cm]?js$`]: ESBUILD,
    // Babel's root follows the working directory: the configuration is named.
    '\\.[jt]sx?$': ['babel-jest', { configFile: path.join(__dirname, 'babel.config.js') }],
  },
  transformIgnorePatterns: preset.transformIgnorePatterns.map((pattern) =>
    pattern.replace('(?!(', `(?!((?:${MUCH_USED.join('|')})/|`),
  ),
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '\\.css$': '<rootDir>/src/css.d.ts',
    '^lucide-react-native/icons/(.*)$': `${icons}/dist/cjs/icons/$1.js`,
  },
};
