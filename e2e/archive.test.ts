/** A job carried elsewhere: saved as an archive, deleted, and read in again by touch; a damaged one costs nothing. */
import { writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { ElementHandle } from 'puppeteer-core';
import { JOB } from './views';
import { PHONE, World } from './world';

const world = new World();
beforeAll(async () => {
  await world.startServer();
  await world.startBrowser();
});
afterAll(() => world.stop());

test('an archive is looked at before it is read in, and brings the job back whole', async () => {
  const id = JOB.split('/').at(-1) ?? '';
  const stored = async () => (await fetch(`${world.address}/api/v1/jobs/${id}`)).json();
  const before = await stored();
  const bytes = Buffer.from(
    await (await fetch(`${world.address}/api/v1/jobs/${id}/archive.zip`)).arrayBuffer(),
  );
  const file = join(world.folder, 'house.zip');
  writeFileSync(file, bytes);
  writeFileSync(join(world.folder, 'cut.zip'), bytes.subarray(0, bytes.length - 400));
  const gone = await fetch(`${world.address}/api/v1/jobs/${id}?version=${before.version}`, {
    method: 'DELETE',
  });
  expect(gone.status).toBe(200);

  const hand = await world.page(PHONE);
  await hand.open('/');
  await hand.touch('New job');
  await hand.touch('Read an archive instead');
  const input = async () =>
    (await hand.page.waitForSelector('[data-testid="file"]')) as unknown as ElementHandle<HTMLInputElement>;
  await (await input()).uploadFile(join(world.folder, 'cut.zip'));
  await hand.saysSomewhere('It is no whole ZIP file');
  await (await input()).uploadFile(file);
  await hand.sees('preview', '18 not here yet');
  expect((await stored()).status).toBe(404);
  await hand.touch('Read in 18 boxes');
  await hand.saysSomewhere('18 boxes were added.');
  // The same, but for the writes that made it: a field of its own says that it is a copy.
  const { write: _write, copyOf, ...job } = await stored();
  expect(copyOf).toEqual({ write: before.write, changed: false });
  const withoutWrites = ({ boxes, ...of }: { boxes: object[] }) => ({
    ...of,
    boxes: boxes.map((box) => ({ ...box, write: undefined, copyOf: undefined })),
  });
  expect(withoutWrites(job)).toEqual(withoutWrites({ ...before, write: undefined }));
  await hand.touch('Open House on the hill (demo)');
  await hand.saysSomewhere('Counter left of sink');
  expect(hand.complaints).toEqual([]);
});
