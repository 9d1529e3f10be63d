/** Core, server and the browser tests run through esbuild; the app through jest-expo. */
const node = (name) => ({
  displayName: name,
  rootDir: `${import.meta.dirname}/${name}`,
  testMatch: ['<rootDir>/**/*.test.ts'],
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  transform: { '\\.[cm]?[jt]s$': `${import.meta.dirname}/scripts/jest-esbuild.cjs` },
  transformIgnorePatterns: ['/node_modules/(?!(@dense-pack|zod|fast-check|pure-rand)/)'],
  testEnvironment: 'node',
});

export default {
  // A machine that is shared takes twice as long at times.
  testTimeout: 120_000,
  testSequencer: `${import.meta.dirname}/scripts/test-order.cjs`,
  projects: [node('core'), node('server'), node('bin'), node('e2e'), '<rootDir>/app/jest.config.cjs'],
};
