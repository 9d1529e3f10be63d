/**
 * Speed of the logbook, of the sheets and of reading a large house, told as ratios of one run: a search over 100,000 boxes
 * beside one over 1,000, a house of 300 sheets beside one of 60 with the memory each took, a house of 1,000 boxes read
 * first and again.
 */
import { Writable } from 'node:stream';
import { join } from 'node:path';
import type { BoxRecord } from '@dense-pack/core';
import { textOf } from '@dense-pack/core/logbook/text';
import { type Db, openDatabase } from '../server/src/database.ts';
import { seedDemo } from '../server/src/demo.ts';
import { writeSheets } from '../server/src/report/sheets.ts';
import { boxesIn } from '../server/src/services/box-rows.ts';
import { findJob } from '../server/src/services/job-rows.ts';
import { findBoxes } from '../server/src/services/logbook.ts';

const DEMO = 'demo-house-on-the-hill';
const SEARCHES = [
  'k',
  'kitchen',
  'over when found',
  'gfci march 2026',
  'r example passed',
  'nothing-of-it',
  '12/2 plastic legal',
];

function opened(): Db {
  const db = openDatabase(':memory:', join(import.meta.dirname, '../server/src/migrations'));
  seedDemo(db, new Date(Date.UTC(2026, 2, 2)));
  return db;
}

/** Fills the index with so many boxes made of the demo’s words. */
function filled(many: number): Db {
  const db = opened();
  const job = findJob(db, DEMO);
  if (!job) throw new Error('no demo');
  const texts = boxesIn(db, DEMO).boxes.map((box) => textOf(job, box));
  const box = db.prepare(`INSERT INTO box_all (id, job_id, version, name, document, created_at, updated_at)
    SELECT ?, job_id, version, name, '{}', created_at, updated_at FROM box WHERE id = 'demo-den-door'`);
  const row = db.prepare('INSERT INTO indexed (box_id, by) VALUES (?, 1)');
  const words = db.prepare('INSERT INTO box_words (rowid, words) VALUES (?, ?)');
  db.transaction(() => {
    for (let nth = 0; nth < many; nth += 1) {
      const id = `bench-box-${nth}`;
      box.run(id);
      const { lastInsertRowid } = row.run(id);
      words.run(lastInsertRowid, `${texts[nth % texts.length] ?? ''} room${nth}`);
    }
  })();
  return db;
}

/** The slowest of the searches, each taken as the median of seven, ms. */
function slowest(db: Db): number {
  return Math.max(
    ...SEARCHES.map((asked) => {
      const took = Array.from({ length: 7 }, () => {
        const start = performance.now();
        findBoxes(db, asked);
        return performance.now() - start;
      }).sort((a, b) => a - b);
      return took[3] ?? 0;
    }),
  );
}

async function sheets(many: number): Promise<{ ms: number; mb: number }> {
  const db = opened();
  const job = findJob(db, DEMO);
  const { boxes } = boxesIn(db, DEMO);
  if (!job) throw new Error('no demo');
  const all = Array.from({ length: many }, (_, nth): BoxRecord => {
    const box = boxes[nth % boxes.length];
    if (!box) throw new Error('no box');
    return { ...box, id: `${box.id}-${nth}` };
  });
  let most = 0;
  const start = performance.now();
  const into = new Writable({
    write(_chunk, _encoding, done) {
      most = Math.max(most, process.memoryUsage().heapUsed);
      done();
    },
  });
  await writeSheets(into, {
    job,
    boxes: all,
    house: all,
    unreadable: [],
    photosOf: () => [],
    now: new Date(),
    cover: true,
  });
  return { ms: performance.now() - start, mb: most / 1e6 };
}

const few = slowest(filled(1000));
const many = slowest(filled(100_000));
console.log(
  `slowest search over 100,000 boxes ${many.toFixed(1)} ms, over 1,000 ${few.toFixed(1)} ms: ${(many / few).toFixed(1)} times`,
);
await sheets(15);
const sixty = await sheets(60);
const threeHundred = await sheets(300);
console.log(
  `300 sheets ${(threeHundred.ms / 1000).toFixed(1)} s, 60 sheets ${(sixty.ms / 1000).toFixed(1)} s: ${(threeHundred.ms / sixty.ms).toFixed(1)} times; memory at most ${threeHundred.mb.toFixed(0)} and ${sixty.mb.toFixed(0)} MB: ${(threeHundred.mb / sixty.mb).toFixed(1)} times`,
);

/** A house of a thousand boxes read once, when every document is parsed, and read again. */
function readTwice(): { first: number; again: number } {
  const db = opened();
  db.exec(`WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 60)
    INSERT INTO box_all (id, job_id, version, name, room, circuit, document, stage, seen, created_at, updated_at)
    SELECT b.id || '-' || n.i, b.job_id, 1, b.name, b.room, b.circuit, b.document, b.stage, b.seen, b.created_at, b.updated_at
    FROM box b, n WHERE b.job_id = '${DEMO}'`);
  const read = () => {
    const start = performance.now();
    JSON.stringify(boxesIn(db, DEMO));
    return performance.now() - start;
  };
  const first = read();
  const again = Array.from({ length: 9 }, read).sort((a, b) => a - b)[4] ?? 0;
  return { first, again };
}
const house = readTwice();
console.log(
  `a house of 1,000 boxes read first ${house.first.toFixed(0)} ms, again ${house.again.toFixed(0)} ms: ${(house.first / house.again).toFixed(1)} times`,
);
