/** What both commands need first: packages from the lock file, the exported app, a browser for the tests. */
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createHash } from 'node:crypto';
import { join } from 'node:path';
import { newest } from './bundle.mjs';

export const ROOT = join(import.meta.dirname, '..');

/** Runs a command with its output shown; gives its exit code. */
export function run(command, args, options = {}) {
  const done = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit', ...options });
  if (done.error) {
    console.error(`${command} cannot be run: ${done.error.message}`);
    return 1;
  }
  return done.status ?? 1;
}

/** Installs the packages of the lock file when they are missing or another lock file's. */
export function ensurePackages() {
  const lock = createHash('sha256')
    .update(readFileSync(join(ROOT, 'package-lock.json')))
    .digest('hex');
  const mark = join(ROOT, 'node_modules/.dense-pack-lock');
  if (existsSync(mark) && readFileSync(mark, 'utf8') === lock) return;
  console.log('Installing packages from the lock file. SQLite is compiled here: this takes a few minutes.');
  // The SQLite binding is compiled on this machine; -O1 takes a third of the time and inserts as fast.
  const env = { CFLAGS: '-O1', CXXFLAGS: '-O1', JOBS: 'max', ...process.env };
  const code = run('npm', ['ci', '--no-audit', '--no-fund'], { env });
  if (code !== 0) {
    console.error(
      'The packages could not be installed: npm needs its registry, and a C++ compiler for SQLite.',
    );
    process.exit(code);
  }
  writeFileSync(mark, lock);
}

const APP_SOURCES = [
  'app/src',
  'app/public',
  'app/web',
  'app/index.html',
  'app/vite.config.mjs',
  'app/babel.config.js',
  'app/tailwind.config.js',
  'core/src',
  'scripts/compress.mjs',
  'scripts/prepare.mjs',
  'scripts/shell.mjs',
  'scripts/service-worker.mjs',
  'scripts/sw.template.js',
  'package-lock.json',
];

/** Builds the app as a page when a source is newer than what was built last. */
export function ensureApp() {
  const built = join(ROOT, 'app/dist/.built');
  const sources = Math.max(...APP_SOURCES.map((path) => newest(join(ROOT, path))));
  if (existsSync(built) && Number(readFileSync(built, 'utf8')) >= sources) return;
  console.log('Building the app.');
  const code = run('npx', ['vite', 'build', '--logLevel', 'warn'], {
    cwd: join(ROOT, 'app'),
    stdio: ['ignore', 'ignore', 'inherit'],
  });
  if (code !== 0) {
    console.error('The app could not be built; the lines above say why.');
    process.exit(code);
  }
  writeFileSync(built, String(sources));
}

/** A program the tests need, installed from Debian’s packages when it is missing. */
function ensureProgram(places, { name, pack, hint }) {
  const found = places.find((path) => path && existsSync(path));
  if (found) return found;
  const refuse = (why) => {
    console.error(`The tests need ${name}: ${why} Install it (apt-get install ${pack})${hint}.`);
    process.exit(1);
  };
  if (process.getuid?.() !== 0) refuse('it is not installed, and installing it takes root.');
  console.log(`Installing ${name} from Debian’s packages.`);
  const quiet = {
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  };
  if (run('apt-get', ['update', '-qq'], quiet) !== 0) refuse('apt-get update failed.');
  if (run('apt-get', ['install', '-y', '-qq', pack], quiet) !== 0) refuse('apt-get could not install it.');
  const [, installed = places[0]] = places;
  if (!existsSync(installed)) refuse(`the package brought no ${installed}.`);
  return installed;
}

/** The browser of the browser tests: without the windows, tab strips and side panels no test looks at. */
export const ensureChromium = () =>
  ensureProgram([process.env.CHROMIUM, '/usr/bin/chromium-headless-shell', '/usr/bin/chromium'], {
    name: 'Chromium',
    pack: 'chromium-headless-shell',
    hint: ' or name one with CHROMIUM=/path',
  });

/** What reads a PDF back: its text, its pages as pictures, its fonts. */
export const ensurePoppler = () =>
  ensureProgram([undefined, '/usr/bin/pdftotext'], {
    name: 'Poppler’s programs',
    pack: 'poppler-utils',
    hint: '',
  });

/** What unpacks an archive, sharing nothing with what packs it. */
export const ensureUnzip = () =>
  ensureProgram([undefined, '/usr/bin/unzip'], { name: 'unzip', pack: 'unzip', hint: '' });
