/** After `expo export`: tells browsers how to load the app, lists its files for the service worker, compresses each once. */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const COMPRESSIBLE = /\.(js|css|ttf|svg|json|webmanifest)$/;
const BROTLI = { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } };
/** V8 compiles all of such a script in the background while it downloads (https://v8.dev/blog/explicit-compile-hints). */
const COMPILED_AHEAD = '//# allFunctionsCalledOnLoad\n';

/** Puts in for one thing that must be there. */
function put(text, place, content) {
  if (!text.includes(place)) throw new Error(`the export has no ${place}`);
  return text.replace(place, () => content);
}

/**
 * Moves Expo’s script and style tags into the template of the page: its own script adds them once the frame is painted.
 * @param attributes the build and the rules of the page
 */
function withTags(html, attributes) {
  const tags = html.match(/<script src="[^"]+" defer><\/script>|<link rel="stylesheet" [^>]*>/g) ?? [];
  if (tags.length < 2) throw new Error('the exported page names no script and no style sheet');
  const bare = tags.reduce((page, tag) => put(page, tag, ''), html);
  return put(
    bare.replace(/<link rel="preload" [^>]*as="style">/g, ''),
    '<template id="app-files"></template>',
    `<template id="app-files" ${attributes}>${tags.join('')}</template>`,
  );
}

/**
 * @param dist the folder `expo export` has written
 * @param core the hash of the rules it was made of
 */
export function finishExport(dist, core) {
  const files = readdirSync(dist, { recursive: true, withFileTypes: true })
    .filter((entry) => entry.isFile() && !/^\.|^metadata\.json$|\.(map|br|gz)$/.test(entry.name))
    .map((entry) => join(entry.parentPath, entry.name))
    .sort();
  for (const path of files.filter((one) => /[\\/]index-[0-9a-f]+\.js$/.test(one)))
    writeFileSync(path, COMPILED_AHEAD + readFileSync(path, 'utf8'));
  const nameOf = (path) => path.slice(dist.length).replaceAll('\\', '/');
  const hash = createHash('sha256');
  for (const path of files) hash.update(nameOf(path)).update(readFileSync(path));
  const build = hash.digest('hex').slice(0, 16);
  const page = join(dist, 'index.html');
  writeFileSync(page, withTags(readFileSync(page, 'utf8'), `data-build="${build}" data-core="${core}"`));
  const worker = join(dist, 'sw.js');
  const kept = files.filter((path) => path !== worker).map((path) => (path === page ? '/' : nameOf(path)));
  const named = put(readFileSync(worker, 'utf8'), '__VERSION__', build);
  writeFileSync(worker, put(named, "['__FILES__']", JSON.stringify(kept)));
  for (const path of files) {
    const whole = readFileSync(path);
    if (!COMPRESSIBLE.test(path) || path === worker || whole.length < 1024) continue;
    writeFileSync(`${path}.br`, brotliCompressSync(whole, BROTLI));
    writeFileSync(`${path}.gz`, gzipSync(whole, { level: 9 }));
  }
}
