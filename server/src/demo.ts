/**
 * The demo house. Everything in it is invented: the house, its people and its rooms.
 * It is seeded through the same count lines, schemas and services that a person's own input goes through.
 */
import { BoxFields, JobFields, readCountLine } from '@dense-pack/core';
import type { Db } from './database.ts';
import { createBox } from './services/boxes.ts';
import { findJob } from './services/job-rows.ts';
import { createJob, deleteJob } from './services/jobs.ts';

const DEMO_JOB = 'demo-house-on-the-hill';

interface DemoBox {
  readonly id: string;
  readonly name: string;
  readonly room: string;
  readonly circuit: string;
  readonly line: string;
}

const BOXES: readonly DemoBox[] = [
  {
    id: 'demo-kitchen-counter',
    name: 'Counter left of sink',
    room: 'Kitchen',
    circuit: '4',
    line: '18 in3 plastic old-work, 12/2 feed, 2x 12/2 out, gfci depth 1.25 # A third cable is wanted for the new outlet.',
  },
  {
    id: 'demo-den-outlet',
    name: 'Outlet under window',
    room: 'Den',
    circuit: '7',
    line: '18 in3 plastic new-work, 12/2 feed, 12/2 out, duplex',
  },
  {
    id: 'demo-hall-switches',
    name: 'Hall, two switches',
    room: 'Hall',
    circuit: '2',
    line: '32 in3 2-gang plastic new-work, 14/2 feed, 14/2 out, 3x 14/2 leg, clamps, 2x switch',
  },
  {
    id: 'demo-workshop-square',
    name: 'Workbench, switch and outlet',
    room: 'Workshop',
    circuit: '9',
    line: 'box 4sq-1.5 metal, ext 8, 2x 12/2, 14/2 leg, clamps, switch @14, duplex @12',
  },
  {
    id: 'demo-porch-ceiling',
    name: 'Porch lantern',
    room: 'Porch',
    circuit: '2',
    line: 'box oct-1.5 metal, 14/3 leg, stud, hickey, fixture 2x18 domed',
  },
  {
    id: 'demo-cellar-old',
    name: 'Old box by the stair',
    room: 'Cellar',
    circuit: '1',
    line: 'measured 3 x 2 x 2.5 metal, 2x 14/2 no-ground, switch # No stamp to be found.',
  },
];

/** Whether the demo house is in the database. */
export function hasDemo(db: Db): boolean {
  return findJob(db, DEMO_JOB) !== undefined;
}

/** Puts the demo house into the database, in place of an earlier one. */
export function seedDemo(db: Db, now: Date): void {
  db.transaction(() => {
    if (hasDemo(db)) deleteJob(db, DEMO_JOB);
    const at = (nth: number) => new Date(now.getTime() + nth).toISOString();
    createJob(
      db,
      DEMO_JOB,
      JobFields.parse({
        name: 'House on the hill (demo)',
        note: 'Invented demo data: no such house, no such people.',
      }),
      at(0),
      true,
    );
    BOXES.forEach(({ id, line, ...rest }, nth) => {
      const read = readCountLine(line);
      if (!read.ok) throw new Error(`demo box ${id}: ${read.error.expected}`);
      createBox(db, DEMO_JOB, id, BoxFields.parse({ ...rest, box: read.box }), at(nth + 1));
    });
  })();
}
