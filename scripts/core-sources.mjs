/** Which rules a program was made of: the app says it in its page, the server with every answer. */
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

/**
 * The hash of all sources in a folder but tests, as 24 hexadecimal digits.
 * @param {string} folder the sources of core
 */
export function hashOfSources(folder) {
  const hash = createHash('sha256');
  const sources = readdirSync(folder, { recursive: true, encoding: 'utf8' })
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .sort();
  for (const name of sources) hash.update(name).update(readFileSync(join(folder, name)));
  return hash.digest('hex').slice(0, 24);
}
