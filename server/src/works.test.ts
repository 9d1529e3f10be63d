/**
 * Papers and archives made by threads of the running server: whole while others are served, ended when the client goes, refused
 * when too many wait, with their progress; an import that breaks off leaves nothing, and so does one whose server is killed.
 */
import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import Database from 'better-sqlite3';
import { boxOf } from './tests/place.ts';

const home = mkdtempSync(join(tmpdir(), 'dense-pack-works-'));
const JOB = 'works-job-0001';
const BOXES = 6;
interface Running {
  readonly child: ChildProcess;
  readonly api: string;
  readonly file: string;
}
const running: ChildProcess[] = [];

function start(name: string, args: readonly string[] = []): Promise<Running> {
  const file = join(home, `${name}.db`);
  const child = spawn(process.execPath, [join(__dirname, '../../scripts/server.mjs'), ...args], {
    cwd: join(__dirname, '../..'),
    env: { ...process.env, DENSE_PACK_DB: file, PORT: '0' },
  });
  running.push(child);
  return new Promise((resolve, reject) => {
    let said = '';
    child.stdout.setEncoding('utf8').on('data', (text: string) => {
      said += text;
      const address = /ready at (http:\S+)/.exec(said)?.[1];
      if (address !== undefined) resolve({ child, api: `${address}/api/v1`, file });
    });
    child.once('exit', () => reject(new Error(said)));
  });
}
const end = (child: ChildProcess, signal: NodeJS.Signals = 'SIGTERM') =>
  new Promise((resolve) => {
    if (child.exitCode !== null || child.signalCode !== null) return resolve(undefined);
    child.once('exit', resolve);
    child.kill(signal);
  });

let server: Running;
beforeAll(async () => {
  server = await start('main');
  const post = (path: string, body: object) =>
    fetch(`${server.api}${path}`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(body),
    });
  await post('/jobs', { id: JOB, name: 'Works', edition: 'nec2023' });
  for (let index = 0; index < BOXES; index += 1)
    await post(`/jobs/${JOB}/boxes`, {
      id: `works-box-${index}`,
      name: `Box ${index}`,
      box: boxOf('18 in3, 2x 12/2, duplex'),
    });
});
afterAll(async () => {
  await Promise.all(running.map((child) => end(child)));
  rmSync(home, { recursive: true });
});

const bytes = async (path: string, init?: RequestInit) =>
  Buffer.from(await (await fetch(`${server.api}${path}`, init)).arrayBuffer());
const standing = async (name: string) =>
  (await (await fetch(`${server.api}/works/${name}`)).json()) as { is: string };
async function until(is: () => Promise<boolean>): Promise<void> {
  for (let tries = 0; !(await is()); tries += 1) {
    if (tries > 400) throw new Error('it never comes');
    await new Promise((resolve) => setTimeout(resolve, 25));
  }
}
const upload = (to: Running, body: Buffer, path = '/archives', more: RequestInit = {}) =>
  fetch(`${to.api}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: new Uint8Array(body),
    ...more,
  });

test('sheets, labels, a table and an archive come whole from a thread', async () => {
  const sheets = await bytes(`/jobs/${JOB}/sheets.pdf?work=work-sheets-1`);
  expect([sheets.subarray(0, 5).toString(), sheets.subarray(-6).toString().trim()]).toEqual([
    '%PDF-',
    '%%EOF',
  ]);
  await until(async () => (await standing('work-sheets-1')).is === 'done');
  expect((await bytes(`/jobs/${JOB}/labels.pdf`)).subarray(-6).toString().trim()).toBe('%%EOF');
  expect((await bytes('/boxes/works-box-1/label.pdf')).subarray(-6).toString().trim()).toBe('%%EOF');
  expect((await bytes(`/jobs/${JOB}/boxes.csv`)).toString().split('\n').length).toBeGreaterThan(BOXES);
  const zip = await bytes(`/jobs/${JOB}/archive.zip`);
  const answer = await upload(server, zip, '/archives/preview');
  expect(await answer.json()).toMatchObject({ known: true, boxes: BOXES, added: 0, same: BOXES });
});

test('what is not there is answered in words, before any thread', async () => {
  for (const path of [
    '/jobs/no-such-job/sheets.pdf',
    '/boxes/no-such-box/label.pdf',
    '/jobs/no-such-job/archive.zip',
  ])
    expect((await fetch(`${server.api}${path}`)).status).toBe(404);
  const named = await fetch(`${server.api}/jobs/${JOB}/labels.pdf?work=%20`);
  expect([named.status, ((await named.json()) as { errors: { field: string }[] }).errors[0]?.field]).toEqual([
    400,
    'work',
  ]);
});

test('a paper nobody waits for any more is ended', async () => {
  const gone = new AbortController();
  const asked = fetch(`${server.api}/jobs/${JOB}/sheets.pdf?work=work-ended-1`, { signal: gone.signal });
  await until(async () => (await standing('work-ended-1')).is === 'running');
  gone.abort();
  await asked.catch(() => undefined);
  await until(async () => (await standing('work-ended-1')).is === 'failed');
  // The thread that was ended is followed by another.
  expect((await bytes(`/jobs/${JOB}/labels.pdf`)).subarray(-6).toString().trim()).toBe('%%EOF');
});

test('more papers than the server takes on are refused in words; those it took are whole', async () => {
  const answers = await Promise.all(
    Array.from({ length: 24 }, () => fetch(`${server.api}/jobs/${JOB}/labels.pdf`)),
  );
  const statuses = answers.map(({ status }) => status);
  expect(new Set(statuses)).toEqual(new Set([200, 503]));
  for (const answer of answers) {
    const body = Buffer.from(await answer.arrayBuffer());
    if (answer.status === 200) expect(body.subarray(-6).toString().trim()).toBe('%%EOF');
    else expect(JSON.parse(body.toString())).toMatchObject({ title: expect.stringContaining('busy') });
  }
});

/** What is in a file of a server that has ended. */
const rowsIn = (file: string) => {
  const db = new Database(file, { readonly: true });
  const counts = ['job_all', 'box_all', 'box_state', 'event', 'indexed'].map(
    (table) => db.prepare(`SELECT count(*) FROM ${table}`).pluck().get() as number,
  );
  db.close();
  return counts;
};

test('an import is seen when all of it is there; one that was left, or whose server was killed, leaves nothing', async () => {
  const zip = await bytes(`/jobs/${JOB}/archive.zip`);
  const empty = await start('empty');
  const gone = new AbortController();
  const left = upload(empty, zip, '/archives?work=work-left-01', { signal: gone.signal }).catch(
    () => undefined,
  );
  const writes = async () => {
    const { is, done = 0 } = (await (await fetch(`${empty.api}/works/work-left-01`)).json()) as {
      is: string;
      done?: number;
    };
    return is === 'done' || done > BOXES;
  };
  await until(writes);
  const { jobs } = (await (await fetch(`${empty.api}/jobs`)).json()) as { jobs: unknown[] };
  // Some of it is written, none of it is seen, unless it was quicker than we.
  if (jobs.length > 0) expect(jobs).toMatchObject([{ boxes: BOXES }]);
  gone.abort();
  await left;
  const killed = upload(empty, zip, '/archives?work=work-left-02').catch(() => undefined);
  await until(async () => (await (await fetch(`${empty.api}/works/work-left-02`)).json()) !== undefined);
  await end(empty.child, 'SIGKILL');
  await killed;
  const again = await start('empty');
  const answer = await (await upload(again, zip)).json();
  expect(answer).toMatchObject({ boxes: BOXES });
  const job = (await (await fetch(`${again.api}/jobs/${JOB}`)).json()) as { boxes: unknown[] };
  expect(job.boxes).toHaveLength(BOXES);
  await new Promise((resolve) => setTimeout(resolve, 300));
  await end(again.child);
  const [jobsLeft, boxesLeft, , , indexed] = rowsIn(again.file);
  expect([jobsLeft, boxesLeft, indexed]).toEqual([1, BOXES, BOXES]);
  // No archive that was sent lies about.
  expect(readdirSync(`${again.file}-uploads`)).toEqual([]);
}, 60_000);

test('two imports of one archive at once are both whole', async () => {
  const zip = await bytes(`/jobs/${JOB}/archive.zip`);
  const target = await start('twice');
  const answers = await Promise.all([upload(target, zip), upload(target, zip), upload(target, zip)]);
  const added = await Promise.all(
    answers.map(async (answer) => ((await answer.json()) as { added: number }).added),
  );
  expect([answers.map(({ status }) => status), added.sort()]).toEqual([
    [201, 201, 201],
    [0, 0, BOXES],
  ]);
  const job = (await (await fetch(`${target.api}/jobs/${JOB}`)).json()) as { boxes: unknown[] };
  expect(job.boxes).toHaveLength(BOXES);
}, 60_000);

test('the progress of a work that nobody asked for is unknown', async () => {
  expect(await standing('no-such-work')).toEqual({ is: 'unknown' });
});
