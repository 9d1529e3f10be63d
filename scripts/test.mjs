/**
 * `npm test`: format, lint, types, dead code, then unit, server, app and browser tests. It says what took how long.
 * The last line is `N passed, N failed`; each check counts as one.
 */
import { spawn } from 'node:child_process';
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { installPackages } from './install.mjs';
import { ensurePrograms, ROOT, run } from './prepare.mjs';

const began = Date.now();
/** What took how many seconds, in the order it ended. */
const took = [];
const since = (from) => Math.round((Date.now() - from) / 1000);
const timed = (name, from) => took.push(`${name} ${since(from)} s`);

const [{ compiled }, chromium] = await Promise.all([installPackages(), ensurePrograms()]);
timed('installing', began);

let passed = 0;
let failed = 0;
/** One check as a promise; what it prints is shown when it has ended, so that two at once stay readable. */
const check = ({ name, command: [program, ...args] }) =>
  new Promise((resolve) => {
    const started = Date.now();
    const said = [];
    const child = spawn(program, args, { cwd: ROOT, stdio: ['ignore', 'pipe', 'pipe'] });
    for (const stream of [child.stdout, child.stderr])
      stream.setEncoding('utf8').on('data', (text) => said.push(text));
    child.on('error', (error) => said.push(String(error)));
    child.on('close', (code) => {
      if (code === 0) passed += 1;
      else failed += 1;
      process.stdout.write(said.join(''));
      console.log(`${code === 0 ? 'ok' : 'FAILED'}: ${name} (${since(started)} s)`);
      resolve();
    });
  });
const tests = (name, args) => {
  const started = Date.now();
  const report = join(tmpdir(), `dense-pack-${process.pid}-${name}.json`);
  const env = { ...process.env, CHROMIUM: chromium, NODE_OPTIONS: '' };
  run('npx', ['jest', ...args, '--json', `--outputFile=${report}`], {
    env,
    timeout: 60 * 60_000,
  });
  timed(`${name} tests`, started);
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

// The longest first; two at a time.
const checks = [
  { name: 'lint', command: ['npx', 'eslint', '.', '--max-warnings', '0'] },
  { name: 'the app is built', command: ['node', 'scripts/build.mjs'] },
  { name: 'format', command: ['npx', 'prettier', '--check', '--log-level', 'warn', '.'] },
  ...['core', 'server', 'app', 'e2e'].map((part) => ({
    name: `types of ${part}`,
    // The compiler as a program of its own: a fifth of the time. The linter asks the one before it.
    command: ['node', 'node_modules/typescript-native/bin/tsc', '-p', part],
  })),
  { name: 'dead code', command: ['npx', 'knip'] },
  { name: 'import cycles', command: ['npx', 'tsx', 'scripts/cycles.mjs'] },
];
const lane = async () => {
  for (let next = checks.shift(); next; next = checks.shift()) await check(next);
};
const checking = Date.now();
await Promise.all([lane(), lane(), compiled]);
timed('checks and building', checking);

// All on three workers: what one waits for is another's time. Each browser test has a server and a browser of its own.
tests('all but the timed', [
  '--maxWorkers=3',
  '--testPathIgnorePatterns',
  '/node_modules/',
  '/dist/',
  'e2e/speed',
]);
// What is timed runs alone.
tests('timed', ['--selectProjects', 'e2e', '--runInBand', '--testPathPattern', 'e2e/speed']);

console.log(`It took ${since(began)} s: ${took.join(', ')}.`);
console.log(`${passed} passed, ${failed} failed`);
process.exit(failed === 0 && passed > 0 ? 0 : 1);
