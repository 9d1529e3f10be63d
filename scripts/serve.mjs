/** Builds what is missing and runs the server until it is asked to end; `npm start` and `npm run demo` begin here. */
import { spawn } from 'node:child_process';
import { installPackages } from './install.mjs';
import { ensureApp, ROOT } from './prepare.mjs';

/** @param args what the server is started with */
export async function serve(args) {
  const { compiled } = await installPackages();
  ensureApp();
  await compiled;
  const server = spawn(process.execPath, ['scripts/server.mjs', ...args], {
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
}
