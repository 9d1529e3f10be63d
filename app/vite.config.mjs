/**
 * The app as a page. Expo's own bundler sends what several late files share with the first screen and leaves nothing out of
 * a package; this one does both, and the first screen is a third smaller. A phone's own app is still bundled by Expo.
 */
import { createRequire } from 'node:module';
import { join } from 'node:path';
import tailwind from 'tailwindcss';
import { defineConfig } from 'vite';
import { compressFiles } from '../scripts/compress.mjs';
import { writeServiceWorker } from '../scripts/service-worker.mjs';
import { writeShell } from '../scripts/shell.mjs';
import { aliases, instead } from './web/bundle/instead.mjs';
import { sources } from './web/bundle/sources.mjs';

const require = createRequire(import.meta.url);
const ROOT = import.meta.dirname;
const SCRIPTS = join(ROOT, '../scripts');
const text = (words) => JSON.stringify(words);

/** Asks the browser to compile the whole script beside the page's own work: nearly all of it runs at once. */
const compiledAhead = {
  name: 'compiled-ahead',
  generateBundle: {
    order: 'post',
    handler(_, files) {
      for (const file of Object.values(files))
        if (file.isEntry) file.code = `//# allFunctionsCalledOnLoad\n${file.code}`;
    },
  },
};

const OUT = process.env.OUT ?? join(ROOT, 'dist');

/** The page gets its frame, the app what starts it without a network, and every file is compressed once. */
const finished = {
  name: 'finished',
  writeBundle: {
    order: 'post',
    sequential: true,
    handler() {
      writeShell(OUT, join(ROOT, 'src/ui/theme/tokens.json'));
      writeServiceWorker(OUT, join(SCRIPTS, 'sw.template.js'));
      compressFiles(OUT);
    },
  },
};

/**
 * A call in a `try` is looked into as any other: to keep all its arguments takes a tenth of the building, and keeps nothing but
 * arguments that are not used.
 */
const treeshake = { tryCatchDeoptimization: false };

export default defineConfig({
  root: ROOT,
  plugins: [instead(), sources(), compiledAhead, finished],
  css: { postcss: { plugins: [tailwind(require('./tailwind.config.js'))] } },
  define: {
    __DEV__: 'false',
    global: 'globalThis',
    'process.env.NODE_ENV': text('production'),
    'process.env.EXPO_OS': text('web'),
    'process.env.EXPO_BASE_URL': text(''),
    'process.env.EXPO_ROUTER_APP_ROOT': text(''),
    'process.env.EXPO_ROUTER_IMPORT_MODE': text('sync'),
    'process.env.EXPO_PUBLIC_USE_STATIC': 'undefined',
    'process.env.NATIVEWIND_OS': text('web'),
    'process.env.NATIVEWIND_DEBUG': 'undefined',
  },
  resolve: {
    alias: aliases,
    extensions: ['.web.tsx', '.web.ts', '.web.mjs', '.web.js', '.tsx', '.ts', '.mjs', '.js', '.jsx', '.json'],
    mainFields: ['browser', 'module', 'main'],
  },
  worker: { rollupOptions: { treeshake } },
  build: {
    outDir: OUT,
    emptyOutDir: true,
    target: 'es2022',
    assetsInlineLimit: 0,
    cssCodeSplit: false,
    sourcemap: Boolean(process.env.MAPS),
    minify: process.env.RAW ? false : 'esbuild',
    modulePreload: false,
    reportCompressedSize: false,
    chunkSizeWarningLimit: 1500,
    commonjsOptions: { transformMixedEsModules: true },
    rollupOptions: {
      treeshake,
      output: { format: 'system' },
      // Packages mark parts for bundlers that draw on a server: this one does not.
      onwarn: (warning, warn) => {
        if (!['MODULE_LEVEL_DIRECTIVE', 'SOURCEMAP_ERROR', 'INVALID_ANNOTATION'].includes(warning.code))
          warn(warning);
      },
    },
  },
});
