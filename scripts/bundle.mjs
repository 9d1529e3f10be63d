/** One file of many TypeScript sources, kept and made anew when a source is newer: what starts often starts quickly. */
import { mkdirSync, readdirSync, renameSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { pathToFileURL } from 'node:url';

const ROOT = join(import.meta.dirname, '..');

/** When a file, or the newest below a folder, was written, in ms; 0 where there is none. */
export function newest(path) {
  const stat = statSync(path, { throwIfNoEntry: false });
  if (!stat?.isDirectory()) return stat?.mtimeMs ?? 0;
  return Math.max(0, ...readdirSync(path).map((name) => newest(join(path, name))));
}

/** Zod’s messages in fifty languages are half of a bundle: only the English ones are used. */
const english = {
  name: 'english',
  setup({ onResolve }) {
    onResolve({ filter: /locales\/index\.js$/ }, ({ resolveDir }) => ({
      path: join(resolveDir, resolveDir.endsWith('locales') ? 'en.js' : '../locales/en.js'),
    }));
  },
};

/**
 * The bundle of an entry, made where it is missing or older than a source.
 * @param from.entry the first source, from the root
 * @param from.sources files and folders it is made of, from the root
 * @param from.external packages that stay packages
 * @param from.minify whether it is made small
 * @param outfile where it is kept, from the root
 * @returns its address, for `import()`
 */
export async function bundled({ entry, sources, external = [], minify = false }, outfile) {
  const bundle = join(ROOT, outfile);
  if (
    newest(bundle) < Math.max(...[...sources, 'scripts/bundle.mjs'].map((path) => newest(join(ROOT, path))))
  ) {
    const { build } = await import('esbuild').catch(() => {
      console.error('The packages are not installed: run “npm ci” first.');
      process.exit(2);
    });
    mkdirSync(dirname(bundle), { recursive: true });
    const own = `${bundle}.${process.pid}`;
    await build({
      entryPoints: [join(ROOT, entry)],
      outfile: own,
      bundle: true,
      platform: 'node',
      format: 'esm',
      target: 'node20',
      minify,
      external,
      logLevel: 'error',
      plugins: [english],
      banner: {
        js: "import { createRequire as requireIn } from 'node:module'; const require = requireIn(import.meta.url);",
      },
    });
    // Another process may make it at the same time: each puts a whole file there.
    renameSync(own, bundle);
  }
  return pathToFileURL(bundle).href;
}
