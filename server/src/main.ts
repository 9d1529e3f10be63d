/** Starts the server on the person’s own database; `--demo` seeds the demo house once, `--reset` seeds it anew; `--check FILE` checks a file. */
import envPaths from 'env-paths';
import { mkdirSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { parseArgs } from 'node:util';
import { hashOfSources } from '../../scripts/core-sources.mjs';
import { application } from './application.ts';
import { type Db, DatabaseRefused, isLarge, openDatabase, serveAlone, stateOfFile } from './database.ts';
import { hasDemo, seedDemo } from './demo.ts';
import { dropLater } from './routes/files.ts';
import { dropUploads } from './routes/upload.ts';
import { HostsRefused, readHosts } from './routes/origin-guard.ts';
import { indexSome } from './services/boxes.ts';
import { checkPages, type FileGuard, guardFile } from './services/file-guard.ts';
import { sweep } from './services/growth.ts';
import { limitPhotos, SettingRefused } from './services/settings.ts';
import { countAllLater, countsBy } from './services/verdicts.ts';
import { beginEpoch } from './services/writes.ts';
import { worksIn } from './works/works.ts';
import { CannotListen, closeOnSignal, listen } from './serve.ts';

const DEFAULT_PORT = 4310;

function portFrom(text: string | undefined): number {
  if (text === undefined || text === '') return DEFAULT_PORT;
  const port = Number(text);
  if (!/^\d+$/.test(text) || port > 65_535) {
    throw new CannotListen(`PORT must be a number from 0 to 65535, not “${text}”.`);
  }
  return port;
}

/** The demo house has its own file here; a person’s own boxes are in the usual data folder of the system. */
function databaseFile(demo: boolean): string {
  const told = process.env.DENSE_PACK_DB;
  if (told !== undefined && told !== '') return resolve(told);
  if (demo) return resolve('dense-pack-demo.db');
  const { data } = envPaths('dense-pack', { suffix: '' });
  mkdirSync(data, { recursive: true });
  return join(data, 'dense-pack.db');
}

/** So many boxes are indexed between two turns of others. */
const AT_ONCE = 50;

/** Makes boxes of earlier versions findable, a few at a time, while others are served. */
function indexAll(db: Db): { readonly stop: () => void } {
  let stopped = false;
  const some = () => {
    if (!stopped && indexSome(db, AT_ONCE) > 0) setImmediate(some);
  };
  setImmediate(some);
  return {
    stop: () => {
      stopped = true;
    },
  };
}

const DAY_MS = 86_400_000;
/** So often all pages of the file are checked, in ms. */
const PAGES_MS = 3_600_000;

/** Checks all pages of the file now and then, by this very program in a process of its own; of a large one now too. */
function checkHourly(db: Db, guard: FileGuard, file: string): ReturnType<typeof setInterval> {
  const [, program = ''] = process.argv;
  const command = [process.execPath, ...process.execArgv, program, '--check', file] as const;
  const check = () => void checkPages(guard, command);
  if (isLarge(db)) check();
  return setInterval(check, PAGES_MS);
}

/** Deletes what no box names any more, and states of long ago, now and each day. */
function sweepDaily(db: Db): ReturnType<typeof setInterval> {
  // Nothing waits for it: it is tried again tomorrow.
  const sweepNow = () => void sweep(db, new Date()).catch(console.error);
  sweepNow();
  return setInterval(sweepNow, DAY_MS);
}

async function start(): Promise<void> {
  const { values } = parseArgs({
    options: {
      demo: { type: 'boolean', default: false },
      reset: { type: 'boolean', default: false },
      app: { type: 'string' },
      check: { type: 'string' },
    },
  });
  if (values.check !== undefined) {
    console.log(stateOfFile(values.check));
    return;
  }
  const port = portFrom(process.env['PORT']);
  const hosts = readHosts(process.env['DENSE_PACK_HOSTS']);
  const file = databaseFile(values.demo);
  const giveBack = serveAlone(file);
  countsBy(hashOfSources(join(import.meta.dirname, '../../core/src')));
  const db = openDatabase(file, join(import.meta.dirname, '../src/migrations'));
  limitPhotos(db, process.env['DENSE_PACK_PHOTOS_GB']);
  beginEpoch(db);
  if (values.reset || (values.demo && !hasDemo(db))) seedDemo(db, new Date());
  const appFolder = resolve(values.app ?? join(import.meta.dirname, '../../app/dist'));
  try {
    const guard = guardFile(file);
    const works = worksIn(join(import.meta.dirname, '../../scripts/worker.mjs'), file);
    dropUploads(db);
    const { server, address } = await listen(application(db, { appFolder, hosts, guard, works }), port);
    dropLater(db);
    const checking = checkHourly(db, guard, file);
    const indexing = indexAll(db);
    countAllLater(db);
    const sweeping = sweepDaily(db);
    closeOnSignal(server, () => {
      indexing.stop();
      clearInterval(sweeping);
      clearInterval(checking);
      void works.close();
      db.close();
      giveBack();
      console.log('Closed. Everything is saved.');
    });
    console.log(`Dense Pack is ready at ${address}`);
    const host = process.env['HOST'] ?? '';
    if (!['', 'localhost', '127.0.0.1', new URL(address).host].includes(host))
      console.log(
        `HOST=${host} is not used: the server listens on this computer alone. For others put a proxy before it, and name it in DENSE_PACK_HOSTS.`,
      );
    console.log(`Database: ${file}`);
  } catch (error) {
    db.close();
    throw error;
  }
}

start().catch((error: unknown) => {
  const refusals = [DatabaseRefused, CannotListen, HostsRefused, SettingRefused];
  if (refusals.some((kind) => error instanceof kind)) console.error((error as Error).message);
  else if (error instanceof TypeError && 'code' in error) console.error(error.message);
  else console.error(error);
  process.exit(1);
});
