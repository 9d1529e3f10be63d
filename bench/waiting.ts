/**
 * How long others wait, and how much memory the server takes, while it makes papers and reads archives, each compared with the same
 * requests of an idle server, in one run. Then fifty phones at once.
 */
import { spawn } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readCountLine } from '@dense-pack/core';

const ROOT = join(import.meta.dirname, '..');
const BOXES = Number(process.env['BOXES'] ?? 1000);
const PHONES_MS = Number(process.env['PHONES_MS'] ?? 60_000);
const servers: { kill: () => boolean }[] = [];
process.once('exit', () => {
  for (const server of servers) server.kill();
  rmSync(folder, { recursive: true, force: true });
});
const folder = mkdtempSync(join(tmpdir(), 'dense-pack-bench-'));

async function started(name: string) {
  const child = spawn(process.execPath, ['scripts/server.mjs'], {
    cwd: ROOT,
    env: { ...process.env, DENSE_PACK_DB: join(folder, `${name}.db`), PORT: '0' },
    stdio: ['ignore', 'pipe', 'inherit'],
  });
  servers.push(child);
  const address = await new Promise<string>((resolve) => {
    child.stdout.on('data', (said: Buffer) => {
      const found = /http:\S+/.exec(String(said))?.[0];
      if (found) resolve(`${found}/api/v1`);
    });
  });
  return { child, address };
}
type Server = Awaited<ReturnType<typeof started>>;

const json = (method: string, body: unknown) => ({
  method,
  headers: { 'content-type': 'application/json' },
  body: JSON.stringify(body),
});
const JOB = 'bench-job-1';
const box = (index: number, cables = 2) => {
  const read = readCountLine(cables === 0 ? '18 in3' : `18 in3, ${cables}x 12/2, duplex`);
  if (!read.ok) throw new Error(read.error.expected);
  return { name: `Box ${index}`, room: `Room ${index % 12}`, box: read.box };
};

/** Resident memory, MB. */
const memory = ({ child }: Server) =>
  Number(/VmRSS:\s+(\d+)/.exec(readFileSync(`/proc/${child.pid}/status`, 'utf8'))?.[1]) / 1024;

const at = (times: readonly number[], share: number) =>
  [...times].sort((a, b) => a - b)[Math.min(times.length - 1, Math.floor(times.length * share))] ?? NaN;

/** Asks for small things all the while; tells how long the answers took. */
async function waitsDuring(server: Server, work: () => Promise<unknown>) {
  const waits: number[] = [];
  let most = memory(server);
  let over = false;
  const asking = (async () => {
    while (!over) {
      const begin = performance.now();
      await (await fetch(`${server.address}/jobs?most=30&words=${Math.random()}`)).text();
      waits.push(performance.now() - begin);
      most = Math.max(most, memory(server));
      await new Promise((resolve) => setTimeout(resolve, 5));
    }
  })();
  const begin = performance.now();
  await work();
  const took = performance.now() - begin;
  over = true;
  await asking;
  return { took, most, p50: at(waits, 0.5), p99: at(waits, 0.99), longest: at(waits, 1) };
}

const say = (
  name: string,
  { took, most, p50, p99, longest }: Awaited<ReturnType<typeof waitsDuring>>,
  idle: number,
) =>
  console.log(
    `${name}: ${(took / 1000).toFixed(1)} s; others waited ${p50.toFixed(0)} ms (median), ${p99.toFixed(0)} ms (p99), ${longest.toFixed(0)} ms (longest); memory ${most.toFixed(0)} MB, ${(most - idle).toFixed(0)} above idle`,
  );

const one = await started('one');
await fetch(`${one.address}/jobs`, json('POST', { id: JOB, name: 'Bench', edition: 'nec2023' }));
for (let index = 0; index < BOXES; index += 1) {
  const answer = await fetch(
    `${one.address}/jobs/${JOB}/boxes`,
    json('POST', { id: `bench-box-${index}`, ...box(index) }),
  );
  if (!answer.ok) throw new Error(await answer.text());
}
await new Promise((resolve) => setTimeout(resolve, 3000));
const idle = memory(one);
const rest = await waitsDuring(one, () => new Promise((resolve) => setTimeout(resolve, 3000)));
say('idle', rest, idle);
const get = (path: string) => async () => (await fetch(`${one.address}/jobs/${JOB}/${path}`)).arrayBuffer();
for (const path of ['labels.pdf', 'sheets.pdf', 'boxes.csv', 'archive.zip'])
  say(path, await waitsDuring(one, get(path)), idle);
const zip = Buffer.from(await get('archive.zip')());
const send = (server: Server, path: string) => async () => {
  const answer = await fetch(`${server.address}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/zip' },
    body: zip,
  });
  if (!answer.ok) throw new Error(await answer.text());
};
say(
  `preview of ${(zip.length / 1e6).toFixed(1)} MB`,
  await waitsDuring(one, send(one, '/archives/preview')),
  idle,
);
const two = await started('two');
const idleTwo = memory(two);
say('import', await waitsDuring(two, send(two, '/archives')), idleTwo);

// Fifty phones: each lists what changed, changes a box, lists again, with a moment between.
const times: { readonly list: number[]; readonly write: number[] } = { list: [], write: [] };
let failed = 0;
const until = performance.now() + PHONES_MS;
async function phone(index: number): Promise<void> {
  let state = '';
  const timed = async (kind: 'list' | 'write', path: string, init: RequestInit = {}) => {
    const begin = performance.now();
    try {
      const answer = await fetch(`${two.address}${path}`, { ...init, signal: AbortSignal.timeout(8000) });
      const body = (await answer.json()) as Record<string, unknown>;
      times[kind].push(performance.now() - begin);
      if (!answer.ok) failed += 1;
      return body;
    } catch {
      failed += 1;
      return {};
    }
  };
  const id = `bench-box-${index}`;
  let { version = 1, write } = (await (await fetch(`${two.address}/boxes/${id}`)).json()) as Record<
    string,
    unknown
  >;
  for (let round = 0; performance.now() < until; round += 1) {
    const list = await timed('list', state === '' ? '/jobs?most=30' : `/jobs?since=${state}&most=200`);
    state = String(list['state'] ?? '');
    const fields = box(index, round % 4);
    ({ version = version, write = write } = await timed(
      'write',
      `/boxes/${id}`,
      json('PUT', { ...fields, version, write }),
    ));
    await new Promise((resolve) => setTimeout(resolve, 500 + Math.random() * 1000));
  }
}
await Promise.all(Array.from({ length: 50 }, (_, index) => phone(index)));
for (const [kind, all] of Object.entries(times))
  console.log(
    `50 phones, ${kind}: ${all.length} requests, p50 ${at(all, 0.5).toFixed(0)} ms, p99 ${at(all, 0.99).toFixed(0)} ms, longest ${at(all, 1).toFixed(0)} ms`,
  );
console.log(`failed or timed out: ${failed}`);
process.exit();
