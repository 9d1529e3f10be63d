/**
 * The demo house. Everything in it is invented: the house, its people and its rooms.
 * It is seeded through the same count lines, schemas and services that a person's own input goes through.
 */
import { nextOf, withWork } from '@dense-pack/core/box/set-up';
import { WorkPlan } from '@dense-pack/core/box/work';
import { type BoxDocument, BoxFields, JobFields, readCountLine } from '@dense-pack/core';
import { runOf } from '@dense-pack/core/run/run';
import type { Db } from './database.ts';
import { BOXES, LINKS, PANEL } from './demo-house.ts';
import { demoTests, TESTED_BOXES } from './demo-tests.ts';
import { createBox } from './services/boxes.ts';
import { findJob } from './services/job-rows.ts';
import { createJob, deleteJob } from './services/jobs.ts';
import { isTrashed, throwAway } from './services/trash.ts';

const DEMO_JOB = 'demo-house-on-the-hill';

/** Whether the demo house is in the database. */
export function hasDemo(db: Db): boolean {
  return findJob(db, DEMO_JOB) !== undefined;
}

/** Puts the demo house into the database, in place of an earlier one. */
export function seedDemo(db: Db, now: Date): void {
  db.transaction(() => {
    const before = findJob(db, DEMO_JOB);
    if (before) deleteJob(db, DEMO_JOB, before, { now: now.toISOString() });
    if (isTrashed(db, DEMO_JOB)) throwAway(db, DEMO_JOB);
    const at = (nth: number) => new Date(now.getTime() + nth).toISOString();
    const job = JobFields.parse({
      name: 'House on the hill (demo)',
      note: 'Invented demo data: no such house, no such people.',
      panel: PANEL,
      links: LINKS,
    });
    createJob(db, DEMO_JOB, job, at(0), { demo: true });
    const boxes = BOXES.map(({ id, line, found, work, ...rest }, nth) => ({
      id,
      fields: BoxFields.parse({
        ...rest,
        box: work === undefined ? boxOf(id, line) : setUp(boxOf(id, line), WorkPlan.parse(work)),
        ...(found === undefined ? {} : { found: boxOf(id, found), stageAt: at(nth + 1) }),
      }),
    }));
    const run = runOf(
      boxes.map(({ id, fields }) => ({ id, ...fields })),
      job.links,
      job.panel,
    );
    boxes.forEach(({ id, fields }, nth) => {
      if (TESTED_BOXES.includes(id)) {
        const closing = demoTests(id, fields, { run, panel: job.panel }, now);
        createBox(db, DEMO_JOB, id, { ...fields, seen: { ...fields.seen, closing } }, at(nth + 1));
      } else createBox(db, DEMO_JOB, id, fields, at(nth + 1));
    });
  })();
}

function setUp(box: BoxDocument, work: WorkPlan): BoxDocument {
  return withWork(box, work, nextOf(box, work)).box;
}

function boxOf(id: string, line: string): BoxDocument {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`demo box ${id}: ${read.error.expected}`);
  return read.box;
}
