/** Writes the service worker after the export: everything the app is made of, by the hash of its content. */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join, relative } from 'node:path';

function filesOf(folder) {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name);
    return entry.isDirectory() ? filesOf(path) : [path];
  });
}

/** @param dist the exported app */
export function writeServiceWorker(dist, template) {
  const files = filesOf(dist)
    .map((path) => relative(dist, path).replaceAll('\\', '/'))
    .filter((name) => !name.startsWith('.') && name !== 'sw.js' && !/\.(map|br|gz)$/.test(name))
    .sort();
  const hash = createHash('sha256');
  for (const name of files) hash.update(name).update(readFileSync(join(dist, name)));
  const list = files.map((name) => (name === 'index.html' ? '/' : `/${name}`));
  const source = readFileSync(template, 'utf8')
    .replace('__VERSION__', hash.digest('hex').slice(0, 16))
    .replace("['__FILES__']", JSON.stringify(list));
  writeFileSync(join(dist, 'sw.js'), source);
}
