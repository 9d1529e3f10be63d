/**
 * `npm test`: format, lint, types, dead code, then unit, server, app and browser tests.
 * The last line is `N passed, N failed`; each check counts as one.
 */
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ensureApp, ensureChromium, ensurePackages, run } from './prepare.mjs';

ensurePackages();
const chromium = ensureChromium();

let passed = 0;
let failed = 0;
const check = (name, command, args) => {
  const started = Date.now();
  const good = run(command, args) === 0;
  if (good) passed += 1;
  else failed += 1;
  console.log(`${good ? 'ok' : 'FAILED'}: ${name} (${((Date.now() - started) / 1000).toFixed(0)} s)`);
};
const tests = (name, args) => {
  const report = join(tmpdir(), `dense-pack-${process.pid}-${name}.json`);
  const env = { ...process.env, CHROMIUM: chromium, NODE_OPTIONS: '' };
  run('npx', ['jest', ...args, '--forceExit', '--json', `--outputFile=${report}`], {
    env,
    timeout: 20 * 60_000,
  });
  if (!existsSync(report)) {
    failed += 1;
    console.log(`FAILED: ${name} tests did not run`);
    return;
  }
  const result = JSON.parse(readFileSync(report, 'utf8'));
  rmSync(report);
  passed += result.numPassedTests;
  failed += result.numFailedTests + result.numRuntimeErrorTestSuites;
  if (result.numPassedTests === 0) failed += 1;
};

check('format', 'npx', ['prettier', '--check', '--log-level', 'warn', '.']);
check('lint', 'npx', ['eslint', '.', '--max-warnings', '0']);
for (const part of ['core', 'server', 'app', 'e2e']) check(`types of ${part}`, 'npx', ['tsc', '-p', part]);
check('dead code', 'npx', ['knip']);
tests('unit', ['--selectProjects', 'core', 'server', 'bin', 'app']);
ensureApp();
// Each file has a server and a browser of its own; what is timed runs alone.
tests('browser', ['--selectProjects', 'e2e', '--maxWorkers=2', '--testPathPattern', 'e2e/(?!speed)']);
tests('speed', ['--selectProjects', 'e2e', '--runInBand', '--testPathPattern', 'e2e/speed']);

console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
