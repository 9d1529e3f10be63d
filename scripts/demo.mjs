/** `npm run demo`: installs what is missing, builds, seeds the demo house, serves, prints the address. */
import { spawn } from 'node:child_process';
import { ensureApp, ensurePackages, ROOT } from './prepare.mjs';

const args = process.argv.slice(2);
const unknown = args.find((arg) => arg !== '--reset');
if (unknown !== undefined) {
  console.error(`“${unknown}” is not understood. Accepted: --reset (seeds the demo house anew).`);
  process.exit(2);
}
ensurePackages();
ensureApp();
const server = spawn(process.execPath, ['--import', 'tsx', 'server/src/main.ts', '--demo', ...args], {
  cwd: ROOT,
  stdio: 'inherit',
});
// Ctrl-C reaches the server too: it closes cleanly, and this process ends with its code.
let asked = false;
for (const signal of ['SIGINT', 'SIGTERM']) {
  process.on(signal, () => {
    if (signal === 'SIGTERM' || asked) server.kill(signal);
    asked = true;
  });
}
server.on('exit', (code) => process.exit(code ?? 0));
