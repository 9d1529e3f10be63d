/** After `expo export`: puts the scripts where the page asks for them, writes the service worker’s list, compresses every file once. */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

/** What is sent compressed, from so many bytes on. */
const COMPRESSIBLE = /\.(js|css|ttf|svg|json|webmanifest)$/;
const LEAST_BYTES = 1024;
/** Close to the best, in a tenth of its time. */
const BROTLI = { params: { [constants.BROTLI_PARAM_QUALITY]: 9 } };

/** Puts in for one thing that must be there. */
function put(text, place, content) {
  if (!text.includes(place)) throw new Error(`the export has no ${place}`);
  return text.replace(place, () => content);
}

/**
 * Moves Expo’s script and style tags into the template of the page: its own script adds them once the frame is painted.
 * @param told what the page knows of itself, as attributes
 */
function withTags(html, told) {
  const tags = html.match(/<script src="[^"]+" defer><\/script>|<link rel="stylesheet" [^>]*>/g) ?? [];
  if (tags.length < 2) throw new Error('the exported page names no script and no style sheet');
  const bare = tags.reduce((page, tag) => put(page, tag, ''), html);
  return put(
    bare.replace(/<link rel="preload" [^>]*as="style">/g, ''),
    '<template id="app-files"></template>',
    `<template id="app-files" ${told}>${tags.join('')}</template>`,
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
    if (!COMPRESSIBLE.test(path) || path === worker || whole.length < LEAST_BYTES) continue;
    writeFileSync(`${path}.br`, brotliCompressSync(whole, BROTLI));
    writeFileSync(`${path}.gz`, gzipSync(whole, { level: 9 }));
  }
}
