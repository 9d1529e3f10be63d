/** Starting the server as a person does: its own database in the data folder of the system, and no demo house. */
import { type ChildProcess, spawn } from 'node:child_process';
import { existsSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';

const home = mkdtempSync(join(tmpdir(), 'dense-pack-home-'));
const children: ChildProcess[] = [];
const ended = (running: ChildProcess) =>
  new Promise((resolve) => {
    if (running.exitCode !== null) return resolve(undefined);
    running.once('exit', resolve);
    running.kill('SIGTERM');
  });
afterEach(() => Promise.all(children.splice(0).map(ended)));
afterAll(() => rmSync(home, { recursive: true }));

/** Starts it and waits for its address, or for its end. */
function started(args: readonly string[], env: Record<string, string>): Promise<string> {
  const own = Object.fromEntries(Object.entries(process.env).filter(([name]) => name !== 'DENSE_PACK_DB'));
  const running = spawn(process.execPath, [join(__dirname, '../../scripts/server.mjs'), ...args], {
    cwd: join(__dirname, '../..'),
    env: { ...own, HOME: home, XDG_DATA_HOME: join(home, 'data'), PORT: '0', ...env },
  });
  children.push(running);
  return new Promise((resolve) => {
    let said = '';
    const hear = (text: string) => {
      said += text;
      if (said.includes('Database:')) resolve(said);
    };
    running.stdout.setEncoding('utf8').on('data', hear);
    running.stderr.setEncoding('utf8').on('data', hear);
    running.on('exit', () => resolve(said));
  });
}

test('without the demo house: the data folder of the system, made where it is missing, with no job in it', async () => {
  const said = await started([], {});
  const file = /Database: (.*)/.exec(said)?.[1] ?? '';
  expect(file).toBe(join(home, 'data/dense-pack/dense-pack.db'));
  expect(existsSync(file)).toBe(true);
  const address = /http:\S+/.exec(said)?.[0] ?? '';
  expect(await (await fetch(`${address}/api/v1/jobs`)).json()).toMatchObject({ jobs: [], count: 0 });
});

test('where DENSE_PACK_DB says, and nowhere else', async () => {
  const file = join(home, 'mine.db');
  const said = await started([], { DENSE_PACK_DB: file, XDG_DATA_HOME: join(home, 'untouched') });
  expect(said).toContain(`Database: ${file}`);
  expect(existsSync(join(home, 'untouched'))).toBe(false);
});

test('a port that is none is told in words, and nothing starts', async () => {
  expect(await started([], { PORT: 'abc' })).toMatch(/PORT must be a number from 0 to 65535, not “abc”/);
});

test('another host than this computer is not listened on, and that is said', async () => {
  const said = await started([], { HOST: '0.0.0.0' });
  expect(said).toMatch(/HOST=0\.0\.0\.0 is not used: the server listens on this computer alone\./);
  expect(said).toMatch(/ready at http:\/\/127\.0\.0\.1:/);
  expect(await started([], { HOST: 'localhost' })).not.toMatch(/HOST=/);
});

test('a file is checked by the program itself, while it is served too', async () => {
  const file = join(home, 'mine.db');
  await started([], { DENSE_PACK_DB: file });
  expect(await started(['--check', file], {})).toBe('ok\n');
  expect(await started(['--check', join(home, 'none.db')], {})).toMatch(/unable to open database file/);
});
