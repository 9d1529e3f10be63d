const path = require('node:path');

const icons = path.resolve(path.dirname(require.resolve('lucide-react-native')), '../..');

module.exports = {
  displayName: 'app',
  rootDir: __dirname,
  preset: 'jest-expo',
  setupFiles: ['<rootDir>/jest.setup.cjs'],
  testMatch: ['<rootDir>/{src,web}/**/*.test.{ts,tsx}'],
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  transform: {
    // Babel's root follows the working directory: the configuration is named.
    '\\.[jt]sx?$': ['babel-jest', { configFile: path.join(__dirname, 'babel.config.js') }],
  },
  moduleNameMapper: {
    '^@/(.*)$': '<rootDir>/src/$1',
    '\\.css$': '<rootDir>/src/css.d.ts',
    '^lucide-react-native/icons/(.*)$': `${icons}/dist/cjs/icons/$1.js`,
  },
};
