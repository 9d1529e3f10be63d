/** `npm run demo`: installs what is missing, builds, seeds the demo house, serves, prints the address. */
import { serve } from './serve.mjs';

const args = process.argv.slice(2);
const unknown = args.find((arg) => arg !== '--reset');
if (unknown !== undefined) {
  console.error(`“${unknown}” is not understood. Accepted: --reset (seeds the demo house anew).`);
  process.exit(2);
}
await serve(['--demo', ...args]);
