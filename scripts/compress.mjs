/** Compresses what is sent of the app once, when it is built: a server need not do it again for everyone. */
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const WORTH = /\.(js|css|ttf|svg|json|webmanifest)$/;
/** Below this many bytes nothing is gained. */
const LEAST = 1024;
/** Near the best, in a tenth of its time. */
const QUALITY = 9;

/** @param folder the exported app */
export function compressFiles(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) compressFiles(path);
    else if (WORTH.test(entry.name) && entry.name !== 'sw.js' && statSync(path).size >= LEAST) {
      const whole = readFileSync(path);
      const params = { [constants.BROTLI_PARAM_QUALITY]: QUALITY };
      writeFileSync(`${path}.br`, brotliCompressSync(whole, { params }));
      writeFileSync(`${path}.gz`, gzipSync(whole, { level: 9 }));
    }
  }
}
