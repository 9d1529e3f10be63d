/**
 * Modules of packages that this app never uses and that would be sent with the first screen. `expo export` leaves them out by
 * Metro’s resolver. Sizes are those of the first screen, compressed, as measured on 2026-12-01.
 */
const path = require('node:path');

const english = path.join(path.dirname(require.resolve('zod/package.json')), 'v4/locales/en.js');

const NEVER_USED = [
  // Zod's messages in fifty languages but English: 39 KB.
  { from: /[\\/]zod[\\/]/, name: /locales\/index\.js$/, instead: { type: 'sourceFile', filePath: english } },
  // Zod's compiler of schemas to source text: 8 KB.
  { from: /[\\/]zod[\\/]v4[\\/]core[\\/]/, name: /\/compile\.js$/, instead: { type: 'empty' } },
  // React Native's long lists, FlatList and SectionList: ours are drawn by @tanstack/react-virtual. 11 KB.
  {
    from: /[\\/]react-native-web[\\/]dist[\\/]/,
    name: /^(\.\.|\.\.\/\.\.\/vendor\/react-native)\/VirtualizedList$/,
    instead: { type: 'empty' },
  },
];

/**
 * What replaces a module that is never used; undefined for every other.
 * @param from the path of the module that asks
 * @param name what it asks for
 */
exports.insteadOf = (from, name) =>
  NEVER_USED.find((one) => one.from.test(from) && one.name.test(name))?.instead;
