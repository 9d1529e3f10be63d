/** What both commands need beside the packages: the app as a page, and the programs of the tests. */
import { spawn, spawnSync } from 'node:child_process';
import { existsSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { join } from 'node:path';
import { newest } from './bundle.mjs';
import { hashOfSources } from './core-sources.mjs';
import { finishExport } from './finish-export.mjs';

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

const APP_SOURCES = [
  'app/src',
  'app/public',
  'app/app.json',
  'app/api-proxy.js',
  'app/index.ts',
  'app/never-used.js',
  'app/babel.config.js',
  'app/metro.config.js',
  'app/tailwind.config.js',
  'core/src',
  'scripts/core-sources.mjs',
  'scripts/finish-export.mjs',
  'scripts/prepare.mjs',
  'package-lock.json',
];

/** Builds the app as a page when a source is newer than what was built last. */
export function ensureApp() {
  const built = join(ROOT, 'app/dist/.built');
  const sources = Math.max(...APP_SOURCES.map((path) => newest(join(ROOT, path))));
  if (existsSync(built) && Number(readFileSync(built, 'utf8')) >= sources) return;
  console.log('Building the app.');
  const dist = join(ROOT, 'app/dist');
  // A build that fails leaves the one before it.
  const fresh = join(ROOT, 'app/.expo/export');
  // By itself Metro uses half of the processors.
  const workers = ['--max-workers', String(availableParallelism())];
  const code = run('npx', ['expo', 'export', '--platform', 'web', '--output-dir', fresh, ...workers], {
    cwd: join(ROOT, 'app'),
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, CI: '1', EXPO_NO_TELEMETRY: '1', EXPO_OFFLINE: '1' },
  });
  const refuse = (why) => {
    console.error(`The app could not be built: ${why} What was built before stays.`);
    process.exit(1);
  };
  if (code !== 0) refuse('the lines above say why.');
  try {
    finishExport(fresh, hashOfSources(join(ROOT, 'core/src')));
  } catch (error) {
    refuse(`${error.message}.`);
  }
  writeFileSync(join(fresh, '.built'), String(sources));
  rmSync(dist, { recursive: true, force: true });
  renameSync(fresh, dist);
}

/** Runs a command beside this program, only its complaints shown; gives its exit code. */
const quietly = (command, args) =>
  new Promise((resolve) => {
    const child = spawn(command, args, {
      stdio: ['ignore', 'ignore', 'inherit'],
      env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
    });
    child.on('error', () => resolve(1));
    child.on('close', (code) => resolve(code ?? 1));
  });

/** The programs the tests need, and where each may be. */
const PROGRAMS = [
  {
    // Without the windows, tab strips and side panels no test looks at: a browser test takes a fifth less of the processor.
    name: 'Chromium',
    pack: 'chromium-headless-shell',
    places: [process.env.CHROMIUM, '/usr/bin/chromium-headless-shell'],
    instead: '/usr/bin/chromium',
  },
  // What reads a PDF back: its text, its pages as pictures, its fonts.
  { name: 'Poppler’s programs', pack: 'poppler-utils', places: ['/usr/bin/pdftotext'] },
  // What unpacks an archive, sharing nothing with what packs it.
  { name: 'unzip', pack: 'unzip', places: ['/usr/bin/unzip'] },
];

const placeOf = ({ places }) => places.find((path) => path && existsSync(path));

/**
 * Installs the programs the tests need from Debian’s packages where they are missing. Ends the program where that fails and
 * nothing else can take their place.
 * @returns where the browser is
 */
export async function ensurePrograms() {
  const wanted = PROGRAMS.filter((one) => !placeOf(one));
  const refuse = (why) => {
    const missing = wanted.filter(({ instead }) => !(instead && existsSync(instead)));
    if (missing.length === 0) return;
    const packs = missing.map(({ pack }) => pack);
    console.error(
      `The tests need ${missing.map(({ name }) => name).join(', ')}: ${why} Install: apt-get install ${packs.join(' ')}; another browser is named with CHROMIUM=/path.`,
    );
    process.exit(1);
  };
  const install = async () => {
    if (process.getuid?.() !== 0) return refuse('it is not installed, and installing it takes root.');
    console.log(`Installing ${wanted.map(({ name }) => name).join(', ')} from Debian’s packages.`);
    if ((await quietly('apt-get', ['update', '-qq'])) !== 0) return refuse('apt-get update failed.');
    const packs = wanted.map(({ pack }) => pack);
    if ((await quietly('apt-get', ['install', '-y', '-qq', ...packs])) !== 0)
      return refuse('apt-get could not install it.');
    const not = wanted.find((one) => !placeOf(one));
    if (not) refuse(`the package ${not.pack} brought none of ${not.places.filter(Boolean).join(', ')}.`);
  };
  if (wanted.length > 0) await install();
  return placeOf(PROGRAMS[0]) ?? PROGRAMS[0].instead;
}
