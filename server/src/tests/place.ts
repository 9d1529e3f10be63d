/** A server of its own for a test: a database in a folder that goes with it, and real HTTP. */
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { type BoxDocument, type JobCard, readCountLine } from '@dense-pack/core';
import request from 'supertest';
import { application } from '../application.ts';
import { type Db, openDatabase } from '../database.ts';
import { listen } from '../serve.ts';
import { type FileGuard, guardFile } from '../services/file-guard.ts';

export interface Place {
  readonly db: Db;
  readonly address: string;
  readonly guard: FileGuard;
  /** A folder that is gone afterwards. */
  readonly folder: string;
  readonly api: () => ReturnType<typeof request>;
  readonly close: () => Promise<void>;
}

export async function openPlace(clock: () => Date): Promise<Place> {
  const folder = mkdtempSync(join(tmpdir(), 'dense-pack-place-'));
  const db = openDatabase(join(folder, 'test.db'), join(__dirname, '../migrations'));
  const guard = guardFile(join(folder, 'test.db'));
  const { server, address } = await listen(application(db, { clock, guard }), 0);
  return {
    db,
    address,
    guard,
    folder,
    api: () => request(`${address}/api/v1`),
    close: async () => {
      await new Promise((resolve) => server.close(resolve));
      db.close();
      rmSync(folder, { recursive: true });
    },
  };
}

/** The cards of all jobs once all of their boxes are counted. */
export async function countedCards({ api }: Pick<Place, 'api'>): Promise<JobCard[]> {
  for (;;) {
    const { body } = (await api().get('/jobs').expect(200)) as { body: { jobs: JobCard[] } };
    if (body.jobs.every(({ uncounted }) => uncounted === 0)) return body.jobs;
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
}

/** @throws for a count line that cannot be read */
export function boxOf(line: string): BoxDocument {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
}
