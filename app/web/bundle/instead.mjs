/**
 * What stands in place of parts of packages: lighter ones where a page needs less than a phone's own system does, and
 * nothing where this app never draws or calls them. Using one that is left out says so, and the browser tests walk every screen.
 */
import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';

const require = createRequire(import.meta.url);
const folderOf = (name) => dirname(require.resolve(`${name}/package.json`));
const own = (name) => join(import.meta.dirname, '../instead', name);

/** By the folder it is asked from, and the name. */
const INSTEAD = [
  // Zod's messages in fifty languages are not used: only the English ones.
  [/[\\/]zod[\\/]/, /locales\/index\.js$/, join(folderOf('zod'), 'v4/locales/en.js')],
  [/expo-router[\\/]build[\\/]primitives[\\/]/, /\/navigation$/, own('primitives.js')],
  [/expo-router[\\/]build[\\/]ExpoRoot/, /\/screensFeatureFlags$/, own('screen-flags.js')],
  [/layouts[\\/]StackClient\.js$/, /native-stack\/createNativeStackNavigator$/, own('stack.tsx')],
  [/layouts[\\/]Stack(Client|\.web)\.js$/, /\/stack-utils$/, own('stack-utils.js')],
  [/expo-modules-core[\\/]src[\\/]polyfill/, /uuid\/index\.web$/, own('uuid.js')],
  [/react-native-web[\\/]dist[\\/](exports|modules|vendor|index)/, /\/StyleSheet$/, own('style-sheet.js')],
  [/lucide-react-native[\\/]dist[\\/]esm[\\/]icons/, /\/createLucideIcon\.mjs$/, own('icon.js')],
  [/safe-area-context/, /\/NativeSafeAreaProvider$/, own('no-safe-area.js')],
];

/** The map of the site, previews, header bars and what the router shows where an app has no screens of its own. */
const LEFT_OUT = [
  [
    /[\\/]expo-router[\\/]build[\\/]/,
    /\/(Sitemap|Toast|TabsClient|HeaderSearchBar|experimental-stack|color|LinkWithPreview|elements|ErrorBoundary)$/,
  ],
  // JSON Schema and compiled parsers: the server and the docs use the first, nobody the second.
  [
    /[\\/]zod[\\/]v4[\\/]/,
    /(json-schema-(processors|generator)|to-json-schema|from-json-schema|\/compile)\.js$/,
  ],
];
const NOTHING = '\0left-out';

export const aliases = [
  { find: /^@\//, replacement: `${join(import.meta.dirname, '../../src')}/` },
  { find: /^react-native$/, replacement: join(folderOf('react-native-web'), 'dist/index.js') },
  { find: /^(nativewind|react-native-css-interop)\/jsx-runtime$/, replacement: own('jsx.ts') },
  { find: /^react-native-css-interop$/, replacement: own('jsx.ts') },
  { find: /^nativewind$/, replacement: own('color-scheme.ts') },
  {
    find: /^expo-router\/react-navigation$/,
    replacement: join(folderOf('expo-router'), 'build/react-navigation/index.js'),
  },
];

/** A plugin of Vite. */
export const instead = () => ({
  name: 'instead',
  enforce: 'pre',
  resolveId(name, from) {
    if (from === undefined) return null;
    const asked = ([where, what]) => where.test(from) && what.test(name);
    const other = INSTEAD.find(asked);
    if (other) return other[2];
    if (!LEFT_OUT.some(asked)) return null;
    return { id: NOTHING, syntheticNamedExports: 'leftOut', moduleSideEffects: false };
  },
  load: (id) => (id === NOTHING ? `export { leftOut } from ${JSON.stringify(own('left-out.js'))};` : null),
});
