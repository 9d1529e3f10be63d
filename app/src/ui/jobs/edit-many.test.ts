/** One change to many boxes, and taking it back whole. Invented boxes. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { waitFor } from '@testing-library/react-native';
import { browserDisk } from '@/sync/browser-disk';
import { readHistory } from '../client/history';
import { boxNow, makeBox, makeJob, outbox } from '../client/queries';
import { sayOfMany, takeBack } from './edit-many';

beforeAll(() => {
  globalThis.fetch = () => Promise.reject(new TypeError('no server here'));
});

afterAll(() => outbox.close());

function house(rooms: readonly string[]) {
  const jobId = makeJob({ name: 'House', edition: 'nec2023', note: '' });
  const ids = rooms.map((room, nth) =>
    makeBox(jobId, {
      name: `Box ${nth}`,
      room,
      box: { ...EMPTY_BOX, ...(nth === 0 ? { edition: 'nec2017' } : {}) },
    }),
  );
  return { jobId, ids };
}

test('a room is set on all of them and each gets its own back', () => {
  const { jobId, ids } = house(['Hall', '', 'Den']);
  const done = sayOfMany(jobId, ids, { room: 'Attic' });
  expect(ids.map((id) => boxNow(jobId, id)?.room)).toEqual(['Attic', 'Attic', 'Attic']);
  expect(done.refused).toEqual([]);
  takeBack(jobId, done);
  expect(ids.map((id) => boxNow(jobId, id)?.room)).toEqual(['Hall', '', 'Den']);
});

test('an edition too, where one had its own, and a step back is left in each box', async () => {
  const { jobId, ids } = house(['Hall', 'Den']);
  const editions = () => ids.map((id) => boxNow(jobId, id)?.box.edition);
  const done = sayOfMany(jobId, ids, { edition: 'cec2021' });
  expect(editions()).toEqual(['cec2021', 'cec2021']);
  await waitFor(async () =>
    expect((await readHistory(browserDisk, ids[0] ?? '')).past.at(-1)?.box.edition).toBe('nec2017'),
  );
  takeBack(jobId, done);
  expect(editions()).toEqual(['nec2017', undefined]);
});

test('what is refused is named with why, the others are changed all the same', () => {
  const { jobId, ids } = house(['Hall']);
  const done = sayOfMany(jobId, [...ids, 'gone'], { room: 'Den' });
  expect(done.before).toHaveLength(1);
  expect(done.refused).toEqual([{ name: 'gone', why: 'it is not there any more' }]);
  const long = sayOfMany(jobId, ids, { room: 'x'.repeat(200) });
  expect(long.refused[0]).toMatchObject({
    name: 'Box 0',
    why: expect.stringMatching(/^room must be at most/),
  });
  expect(boxNow(jobId, ids[0] ?? '')?.room).toBe('Den');
});
