/** One file of many TypeScript sources, kept and made anew when a source is newer: what starts often starts quickly. */
import { Buffer } from 'node:buffer';
import { createHash } from 'node:crypto';
import { mkdirSync, readdirSync, readFileSync, renameSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { basename, dirname, join } from 'node:path';
import { Script } from 'node:vm';

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

/** Writes a file whole: another process may write or read it at the same time, or the power may go. */
function writeWhole(path, content) {
  const own = `${path}.${process.pid}`;
  writeFileSync(own, content, { flush: true });
  renameSync(own, path);
}

/** Makes the bundle of an entry where it is missing or older than a source; `runBundled` says of what. */
export async function ensureBundle({ entry, sources, external = [], minify = false }, outfile) {
  const bundle = join(ROOT, outfile);
  const youngest = Math.max(...[...sources, 'scripts/bundle.mjs'].map((path) => newest(join(ROOT, path))));
  if (newest(bundle) >= youngest) return;
  const { build } = await import('esbuild').catch(() => {
    console.error('The packages are not installed: run “npm ci” first.');
    process.exit(2);
  });
  const { outputFiles } = await build({
    entryPoints: [join(ROOT, entry)],
    write: false,
    bundle: true,
    platform: 'node',
    format: 'cjs',
    target: 'node20',
    minify,
    external,
    // What a module knows of its place, this form of it has under other names.
    define: { 'import.meta.dirname': '__dirname', 'import.meta.url': '__filename' },
    logLevel: 'error',
    plugins: [english],
  });
  mkdirSync(dirname(bundle), { recursive: true });
  writeWhole(bundle, outputFiles[0].contents);
}

const hashOf = (bytes) => createHash('sha256').update(bytes).digest();
const HASH_BYTES = 32;

/** What is kept after its own hash; nothing where it is not there or not whole: V8 would run into a wall with it. */
function readKept(path) {
  try {
    const kept = readFileSync(path);
    const bytes = kept.subarray(HASH_BYTES);
    return hashOf(bytes).equals(kept.subarray(0, HASH_BYTES)) ? bytes : undefined;
  } catch {
    return undefined;
  }
}

/** Keeps what was compiled, and nothing of an older source. A folder that is only read stays as it is. */
function keep(path, bytes, bundle) {
  try {
    writeWhole(path, Buffer.concat([hashOf(bytes), bytes]));
    const [folder, stem] = [dirname(bundle), `${basename(bundle)}.`];
    for (const name of readdirSync(folder))
      if (name.startsWith(stem) && name.endsWith('.v8') && name !== basename(path))
        rmSync(join(folder, name), { force: true });
  } catch {
    // Each run compiles.
  }
}

/**
 * What V8 has compiled of a source is kept beside its bundle, by the source’s hash (V8 itself compares only lengths), when
 * a run ends; the next begins with it. Compiling is a quarter of a short run. What is another V8’s is compiled as before.
 */
function compiled(bundle) {
  const source = `(function (exports, require, module, __filename, __dirname) { 'use strict'; ${readFileSync(bundle, 'utf8')}\n})`;
  const path = `${bundle}.${hashOf(source).toString('hex').slice(0, 16)}.v8`;
  const cachedData = readKept(path);
  const script = new Script(source, { filename: bundle, cachedData });
  if (!cachedData || script.cachedDataRejected)
    process.once('exit', () => keep(path, script.createCachedData(), bundle));
  return script.runInThisContext();
}

/**
 * Runs an entry from its bundle, which is made anew where a source is newer.
 * @param from.entry the first source, from the root
 * @param from.sources files and folders it is made of, from the root
 * @param from.external packages that stay packages
 * @param from.minify whether it is made small
 * @param outfile where the bundle is kept, from the root
 * @returns what the entry exports
 */
export async function runBundled(from, outfile) {
  const bundle = join(ROOT, outfile);
  await ensureBundle(from, outfile);
  const module = { exports: {} };
  compiled(bundle)(module.exports, createRequire(bundle), module, bundle, dirname(bundle));
  return module.exports;
}
