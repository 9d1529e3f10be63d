/** How sources become what a browser runs: the app's own through Expo's Babel preset, those of the router made fit to be bundled. */
import { createHash } from 'node:crypto';
import { mkdir, readFile, writeFile } from 'node:fs/promises';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { transformAsync } from '@babel/core';

const require = createRequire(import.meta.url);
const APP = join(import.meta.dirname, '../..');
const CACHE = join(APP, '../node_modules/.cache/dense-pack-web');

/** Source maps are for finding out; the built app has none. */
const common = { babelrc: false, sourceMaps: true, cwd: APP };

const OWN = {
  ...common,
  configFile: join(APP, 'babel.config.js'),
  caller: {
    name: 'vite',
    bundler: 'metro',
    platform: 'web',
    isDev: false,
    isServer: false,
    isNodeModule: false,
    supportsStaticESM: true,
    supportsDynamicImport: true,
    supportsTopLevelAwait: true,
    supportsReactCompiler: true,
    projectRoot: APP,
    baseUrl: '',
  },
};

const COMPILED = {
  ...common,
  configFile: false,
  sourceType: 'script',
  plugins: [join(import.meta.dirname, 'back-to-imports.cjs')],
};

/** The trade's own sources: Vite takes their types away itself. */
const TRADE = { ...common, configFile: false, parserOpts: { plugins: ['typescript'] } };

const SCHEMAS = join(import.meta.dirname, 'made-when-used.cjs');
const saysSchemas = /\bfrom 'zod'/;
const withSchemas = (options) => ({ ...options, plugins: [...(options.plugins ?? []), SCHEMAS] });

/** What turning a source depends on beside the source itself. */
const turners = Promise.all(
  [
    join(import.meta.dirname, 'back-to-imports.cjs'),
    SCHEMAS,
    join(APP, 'babel.config.js'),
    require.resolve('@babel/core/package.json'),
    require.resolve('babel-preset-expo/package.json'),
    require.resolve('nativewind/package.json'),
  ].map((file) => readFile(file, 'utf8')),
);

/** Turns a source, or takes what came of the same one before. */
async function turned(code, filename, options) {
  const hash = createHash('sha256').update(JSON.stringify([filename, options, await turners]));
  const kept = join(CACHE, `${hash.update(code).digest('hex')}.json`);
  try {
    return JSON.parse(await readFile(kept, 'utf8'));
  } catch {
    const { code: made, map } = await transformAsync(code, { ...options, filename });
    await mkdir(CACHE, { recursive: true });
    await writeFile(kept, JSON.stringify({ code: made, map }));
    return { code: made, map };
  }
}

const isTrade = /[\\/]core[\\/]src[\\/].*\.ts$/;
const isOwn = /[\\/]app[\\/](src|web)[\\/].*\.tsx?$/;
const PLAIN = /\.worker\.ts$|[\\/]web[\\/].*\.ts$/;
const isCompiled = /node_modules[\\/](expo-router|react-native-css-interop)[\\/].*\.js$/;

/** A plugin of Vite. */
export const sources = () => ({
  name: 'sources',
  enforce: 'pre',
  async transform(code, id) {
    const [file] = id.split('?');
    const ask = saysSchemas.test(code) ? withSchemas : (options) => options;
    if (isOwn.test(file)) return PLAIN.test(file) ? null : turned(code, file, ask(OWN));
    if (isTrade.test(file)) return saysSchemas.test(code) ? turned(code, file, ask(TRADE)) : null;
    if (!isCompiled.test(file) || !/\brequire\(|\bexports\./.test(code)) return null;
    // One that is not understood stays as it is: Vite bundles it whole.
    return turned(code, file, COMPILED).catch(() => null);
  },
});
