/**
 * The list of jobs at 10,000 jobs compared with 100: a page of it, and what a phone asks after one write, as ratios of one run; then the
 * bytes of both answers, and how long the first count of all boxes keeps others waiting.
 */
import { gzipSync } from 'node:zlib';
import { join } from 'node:path';
import { BoxFields, JobFields, readCountLine } from '@dense-pack/core';
import { type Db, openDatabase } from '../server/src/database.ts';
import { readBox } from '../server/src/services/box-rows.ts';
import { changeBox, createBox } from '../server/src/services/boxes.ts';
import { listCards } from '../server/src/services/cards.ts';
import { createJob } from '../server/src/services/jobs.ts';
import { countAllLater } from '../server/src/services/verdicts.ts';

const LINES = [
  '18 in3, 3x 12/2, duplex',
  '20 in3, 2x 14/2, switch',
  '30.3 in3, 4x 12/2',
  '34 in3, 12/3, 12/2, 2x switch',
];
const BOXES_OF_JOB = 2;
const NOW = '2026-03-02T09:00:00.000Z';

function boxOf(index: number) {
  const read = readCountLine(LINES[index % LINES.length] ?? '');
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
}

/** A database of so many jobs of two boxes each. */
function filled(jobs: number): Db {
  const db = openDatabase(':memory:', join(import.meta.dirname, '../server/src/migrations'));
  db.transaction(() => {
    for (let job = 0; job < jobs; job += 1) {
      const id = `bench-job-${job}`;
      const at = new Date(Date.UTC(2026, 0, 1) + job * 1000).toISOString();
      createJob(db, id, JobFields.parse({ name: `Job ${job}`, edition: 'nec2023' }), at);
      for (let index = 0; index < BOXES_OF_JOB; index += 1)
        createBox(
          db,
          id,
          `${id}-box-${index}`,
          BoxFields.parse({ name: `Box ${index}`, box: boxOf(job + index) }),
          at,
        );
    }
  })();
  return db;
}

/** Median of so many runs, ms of processor time. */
function median(run: () => unknown, times = 31): number {
  const took = Array.from({ length: times }, () => {
    const start = process.cpuUsage();
    run();
    const { user, system } = process.cpuUsage(start);
    return (user + system) / 1000;
  }).sort((a, b) => a - b);
  return took[times >> 1] ?? NaN;
}

const sent = (value: unknown) => gzipSync(JSON.stringify(value));

function measured(db: Db, jobs: number) {
  let index = 0;
  const page = median(() => sent(listCards(db, { most: 30 })));
  const words = median(() => sent(listCards(db, { most: 30, words: 'no such words' })), 9);
  let { state } = listCards(db, { most: 1 });
  let bytes = 0;
  const sync = median(() => {
    index += 1;
    const record = readBox(db, `bench-job-${(index * 7) % jobs}-box-1`);
    const {
      id: _id,
      jobId: _job,
      version,
      createdAt: _c,
      updatedAt: _u,
      write: _w,
      copyOf: _o,
      ...fields
    } = record;
    changeBox(db, record.id, { ...fields, room: `Room ${index}` }, { version }, NOW);
    const answer = listCards(db, { most: 200, since: state });
    if (answer.jobs.length !== 1) throw new Error('one job changed');
    state = answer.state;
    bytes = JSON.stringify(answer).length;
    sent(answer);
  });
  return { page, words, sync, bytes, pageBytes: sent(listCards(db, { most: 30 })).length };
}

const [few, many] = [100, 10_000];
const [small, large] = [filled(few), filled(many)];
const [a, b] = [measured(small, few), measured(large, many)];
const line = (name: string, one: number, other: number, unit: string) =>
  console.log(
    `${name}: ${one.toFixed(1)} ${unit} at ${few} jobs, ${other.toFixed(1)} at ${many} (${(other / one).toFixed(2)} times)`,
  );
line('A page of 30 cards', a.page, b.page, 'ms of processor');
line('A write and what changed since', a.sync, b.sync, 'ms of processor');
line('Words that no job has', a.words, b.words, 'ms of processor');
console.log(
  `A page is ${b.pageBytes} bytes compressed; what changed after one write ${b.bytes} bytes plain.`,
);

// The first count: others are served between its turns.
large.prepare('UPDATE box_all SET counted_by = NULL').run();
const waits: number[] = [];
let last = performance.now();
const begin = last;
countAllLater(large);
const ticking = setInterval(() => {
  waits.push(performance.now() - last);
  last = performance.now();
  const { n } = large
    .prepare<[], { n: number }>('SELECT count(*) AS n FROM box WHERE counted_by IS NULL')
    .get() ?? { n: 0 };
  if (n > 0) return;
  clearInterval(ticking);
  waits.sort((x, y) => x - y);
  const seconds = (performance.now() - begin) / 1000;
  console.log(
    `First count of ${many * BOXES_OF_JOB} boxes: ${seconds.toFixed(1)} s in the background; others waited ${waits[waits.length >> 1]?.toFixed(0)} ms (median), ${waits.at(-1)?.toFixed(0)} ms at most.`,
  );
}, 5);
