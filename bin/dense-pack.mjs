#!/usr/bin/env node
/**
 * The command line. It runs from the TypeScript sources: a bundle of them is kept beside the packages
 * and made anew when a source is newer.
 */
import { existsSync, mkdirSync, readdirSync, renameSync, statSync } from 'node:fs';
import { join } from 'node:path';
import { pathToFileURL } from 'node:url';

const root = join(import.meta.dirname, '..');
const bundle = join(root, 'node_modules/.cache/dense-pack/command-line.mjs');

function newest(path) {
  const stat = statSync(path);
  if (!stat.isDirectory()) return stat.mtimeMs;
  return Math.max(...readdirSync(path).map((name) => newest(join(path, name))));
}

const sources = Math.max(newest(join(root, 'core/src')), newest(join(root, 'bin/commands')));
if (!existsSync(bundle) || statSync(bundle).mtimeMs < sources) {
  const { build } = await import('esbuild').catch(() => {
    console.error('The packages are not installed: run “npm ci” first.');
    process.exit(2);
  });
  mkdirSync(join(bundle, '..'), { recursive: true });
  await build({
    entryPoints: [join(root, 'bin/commands/main.ts')],
    outfile: `${bundle}.${process.pid}`,
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    minify: true,
    logLevel: 'error',
    plugins: [
      {
        // Zod's messages in fifty languages are half of the bundle: only the English ones are used.
        name: 'english',
        setup({ onResolve }) {
          onResolve({ filter: /locales\/index\.js$/ }, ({ resolveDir }) => ({
            path: join(resolveDir, resolveDir.endsWith('locales') ? 'en.js' : '../locales/en.js'),
          }));
        },
      },
    ],
    banner: {
      js: "import { createRequire } from 'node:module'; const require = createRequire(import.meta.url);",
    },
  });
  renameSync(`${bundle}.${process.pid}`, bundle);
}
await import(pathToFileURL(bundle).href);
