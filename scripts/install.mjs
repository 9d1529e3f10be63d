/** The packages of the lock file, and what of them is compiled on this machine. */
import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '..');
const LOCK = join(ROOT, 'package-lock.json');
const MARK = join(ROOT, 'node_modules/.dense-pack-lock');
/** Goes before the lock file where there is one. */
const SHRINKWRAP = join(ROOT, 'npm-shrinkwrap.json');
/**
 * The SQLite binding is compiled on this machine; -O1 takes a third of the time and inserts as fast. A warning about
 * indentation, shown to nobody, would take half of what is left: GCC reads the file anew for each line it looks at.
 */
const COMPILER = { CFLAGS: '-O1 -Wno-misleading-indentation', CXXFLAGS: '-O1', JOBS: 'max' };

/** Runs npm with its output shown; gives its exit code. */
const npm = (args) =>
  new Promise((resolve) => {
    const child = spawn('npm', args, { cwd: ROOT, stdio: 'inherit', env: { ...COMPILER, ...process.env } });
    child.on('error', (error) => {
      console.error(`npm cannot be run: ${error.message}`);
      resolve(1);
    });
    child.on('close', (code) => resolve(code ?? 1));
  });

/**
 * The lock file with the address of each package, where a registry usually has it. The lock file names no registry, and
 * npm would read all that is known of every package to find its one address: half of the processor's time.
 * @returns whether it is there
 */
function writeAddresses() {
  const { stdout } = spawnSync('npm', ['config', 'get', 'registry'], { cwd: ROOT, encoding: 'utf8' });
  const registry = stdout?.trim();
  if (!registry || !/^https?:\S+$/.test(registry)) return false;
  const lock = JSON.parse(readFileSync(LOCK, 'utf8'));
  for (const [path, found] of Object.entries(lock.packages)) {
    if (!path.includes('node_modules/') || found.link || found.resolved || !found.integrity) continue;
    const name = found.name ?? path.slice(path.lastIndexOf('node_modules/') + 'node_modules/'.length);
    const file = `${name}/-/${name.split('/').pop()}-${found.version}.tgz`;
    found.resolved = `${registry.replace(/\/$/, '')}/${file}`;
  }
  writeFileSync(SHRINKWRAP, JSON.stringify(lock));
  return true;
}

/** Unpacks the packages; each is what the lock file's hash says, wherever it was fetched. */
async function unpack() {
  const ci = ['ci', '--ignore-scripts', '--no-audit', '--no-fund'];
  const tidy = () => rmSync(SHRINKWRAP, { force: true });
  process.once('exit', tidy);
  const stop = () => process.exit(130);
  process.once('SIGINT', stop);
  process.once('SIGTERM', stop);
  try {
    if (writeAddresses() && (await npm(ci)) === 0) return 0;
    tidy();
    // A registry that has them elsewhere is asked for each address.
    return await npm(ci);
  } finally {
    tidy();
    process.off('exit', tidy);
    process.off('SIGINT', stop);
    process.off('SIGTERM', stop);
  }
}

const lockHash = () => createHash('sha256').update(readFileSync(LOCK)).digest('hex');

function refuse(code) {
  console.error(
    'The packages could not be installed: npm needs its registry, and a C++ compiler for SQLite.',
  );
  process.exit(code);
}

/**
 * Installs the packages of the lock file when they are missing or another lock file's. Ends the program where that fails.
 * @returns once they can be imported: what is compiled here, SQLite, may still be on its way, and is waited for with
 *   `compiled`
 */
export async function installPackages() {
  if (existsSync(MARK) && readFileSync(MARK, 'utf8') === lockHash()) return { compiled: Promise.resolve() };
  console.log('Installing packages from the lock file. SQLite is compiled here: this takes a few minutes.');
  const code = await unpack();
  if (code !== 0) refuse(code);
  const compiled = npm(['rebuild', '--no-audit', '--no-fund']).then((ended) => {
    if (ended !== 0) refuse(ended);
    writeFileSync(MARK, lockHash());
  });
  return { compiled };
}
