/**
 * Fifty phones at once on one server with many jobs, each with one other phone alone on the same server, in one run: how long a list, a
 * job and a write take. Then how long the server takes to start again, compared with an empty one. `JOBS`, `BOXES` and `PHONES_MS` set the size.
 */
import { join } from 'node:path';
import { BoxFields, JobFields } from '@dense-pack/core';
import { openDatabase } from '../server/src/database.ts';
import { createBox } from '../server/src/services/boxes.ts';
import { createJob } from '../server/src/services/jobs.ts';
import { at, boxOf, databaseOf, json, memory, type Server, started } from './served.ts';

const JOBS = Number(process.env['JOBS'] ?? 1000);
const BOXES = Number(process.env['BOXES'] ?? 10);
const PHONES = 50;
const PHONES_MS = Number(process.env['PHONES_MS'] ?? 60_000);

function fill(name: string): void {
  const db = openDatabase(databaseOf(name), join(import.meta.dirname, '../server/src/migrations'));
  const lines = ['18 in3, 3x 12/2, duplex', '20 in3, 2x 14/2, switch', '34 in3, 12/3, 12/2, 2x switch'].map(
    boxOf,
  );
  for (let job = 0; job < JOBS; job += 1)
    db.transaction(() => {
      const id = `bench-job-${job}`;
      const now = new Date(Date.UTC(2026, 0, 1) + job * 60_000).toISOString();
      createJob(db, id, JobFields.parse({ name: `Job ${job}`, edition: 'nec2023' }), now);
      for (let index = 0; index < BOXES; index += 1)
        createBox(
          db,
          id,
          `${id}-box-${index}`,
          BoxFields.parse({ name: `Box ${index}`, box: lines[index % lines.length] }),
          now,
        );
    })();
  db.close();
}

type Kind = 'list' | 'job' | 'write';
interface Times {
  readonly all: Record<Kind, number[]>;
  failed: number;
}

/** Waits for so many ms and up to a second more: people do not touch their phones at once. */
const moment = (least: number) => new Promise((resolve) => setTimeout(resolve, least + Math.random() * 1000));

/** One phone until then: it lists what changed, opens a job, changes a box of it, with a moment between. */
async function phone(server: Server, index: number, until: number, times: Times): Promise<void> {
  let state = '';
  const timed = async (kind: Kind, path: string, init: RequestInit = {}) => {
    const begin = performance.now();
    try {
      const answer = await fetch(`${server.address}${path}`, { ...init, signal: AbortSignal.timeout(8000) });
      const body = (await answer.json()) as Record<string, unknown>;
      times.all[kind].push(performance.now() - begin);
      if (!answer.ok) times.failed += 1;
      return body;
    } catch {
      times.failed += 1;
      return {};
    }
  };
  const job = `bench-job-${(index * 17) % JOBS}`;
  await moment(0);
  for (let round = 0; performance.now() < until; round += 1) {
    const list = await timed('list', state === '' ? '/jobs?most=30' : `/jobs?since=${state}&most=200`);
    state = String(list['state'] ?? '');
    const { boxes } = await timed('job', `/jobs/${job}?from=0&most=200`);
    const box = (boxes as { id: string; version: number; write: string }[] | undefined)?.[round % BOXES];
    if (!box) continue;
    const fields = { name: `Box of ${round}`, box: boxOf(`18 in3, ${(round % 4) + 1}x 12/2, duplex`) };
    await timed(
      'write',
      `/boxes/${box.id}`,
      json('PUT', { ...fields, version: box.version, write: box.write }),
    );
    await moment(500);
  }
}

async function measured(server: Server, phones: number, ms: number): Promise<void> {
  const times: Times = { all: { list: [], job: [], write: [] }, failed: 0 };
  const until = performance.now() + ms;
  let most = memory(server);
  const watching = setInterval(() => (most = Math.max(most, memory(server))), 200);
  await Promise.all(Array.from({ length: phones }, (_, index) => phone(server, index, until, times)));
  clearInterval(watching);
  for (const [kind, all] of Object.entries(times.all))
    console.log(
      `${phones} phones, ${kind}: ${all.length} requests, p50 ${at(all, 0.5).toFixed(0)} ms, p99 ${at(all, 0.99).toFixed(0)} ms, longest ${at(all, 1).toFixed(0)} ms`,
    );
  console.log(`${phones} phones: ${times.failed} failed or timed out; memory at most ${most.toFixed(0)} MB`);
}

/** Waits until every box is counted and found by its words. @returns how long that took, ms */
async function settled(server: Server): Promise<number> {
  const begin = performance.now();
  let quiet = 0;
  for (let state = ''; quiet < 3;) {
    const answer = (await (await fetch(`${server.address}/jobs?most=1`)).json()) as { state: string };
    quiet = answer.state === state ? quiet + 1 : 0;
    ({ state } = answer);
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
  return performance.now() - begin;
}

fill('many');
const empty = await started('empty');
const many = await started('many');
console.log(
  `${JOBS} jobs of ${BOXES} boxes: a start took ${many.took.toFixed(0)} ms, of an empty one ${empty.took.toFixed(0)} ms`,
);
console.log(`all was counted after ${(await settled(many)).toFixed(0)} ms`);
await measured(many, 1, 5000);
await measured(many, PHONES, PHONES_MS);
const gone = new Promise((resolve) => many.child.once('exit', resolve));
const begin = performance.now();
many.child.kill('SIGTERM');
await gone;
const again = await started('many');
const answer = await fetch(`${again.address}/jobs?most=100`);
console.log(
  `restart: down in ${(performance.now() - begin - again.took).toFixed(0)} ms, up in ${again.took.toFixed(0)} ms, first list ${answer.status} after ${(performance.now() - begin).toFixed(0)} ms`,
);
process.exit();
