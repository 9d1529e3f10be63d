/** Photos that wait: kept at once, sent when the server answers, dropped only when it says that it has them. */
import { PHOTO_FILE_MOST, PhotoRefused, shrinkPhoto } from '@/ui/client/shrink-photo';
import { PART_BYTES, ProblemAnswer, ServerAway } from './api';
import { Photos } from './photos';
import { MemoryDisk } from './testing/memory-disk';
import { ModelServer } from './testing/model-server';

const PHOTO = { type: 'image/jpeg' } as Blob;
const BOX = 'box-0000001';
const answered = (status: number) => new ProblemAnswer({ type: 'about:blank', title: 'No', status });
const ids = (photos: Photos) => photos.snapshot().map(({ id }) => id);

test('a photo is kept before it is sent, goes after the change that names it, and is dropped when it was', async () => {
  const disk = new MemoryDisk();
  let waits = true;
  const send = jest.fn(() => Promise.resolve());
  const photos = new Photos(disk, { send, boxWaits: () => waits });
  await photos.keep(BOX, 'photo-0001', PHOTO);
  await photos.flush();
  expect([send.mock.calls.length, ids(photos)]).toEqual([0, ['photo-0001']]);
  waits = false;
  await photos.flush();
  expect(send).toHaveBeenCalledWith(BOX, 'photo-0001', PHOTO);
  expect([ids(photos), disk.shelves.size]).toEqual([[], 0]);
});

test.each<[string, Error]>([
  ['the server is away', new ServerAway('away')],
  ['the box is gone', answered(404)],
  ['the server takes no such picture', answered(422)],
  ['it is too large for the server', answered(413)],
])('%s: the photo waits', async (_why, error) => {
  const photos = new Photos(new MemoryDisk(), { send: () => Promise.reject(error) });
  await photos.keep(BOX, 'photo-0001', PHOTO);
  await photos.flush();
  expect(ids(photos)).toEqual(['photo-0001']);
  expect(await photos.waiting('photo-0001')).toBe(PHOTO);
});

test('what the server does not take is told with its reason, kept, and sent again only at a word', async () => {
  const send = jest.fn(() => Promise.reject<void>(answered(422)));
  const photos = new Photos(new MemoryDisk(), { send });
  await photos.keep(BOX, 'photo-0001', PHOTO);
  await photos.flush();
  await photos.flush();
  expect(send).toHaveBeenCalledTimes(1);
  expect([...(await photos.refused())]).toEqual([['photo-0001', 'No']]);
  expect(photos.snapshot()).toEqual([{ id: 'photo-0001', boxId: BOX, refused: 'No' }]);
  send.mockResolvedValueOnce();
  await photos.again('photo-0001');
  expect(ids(photos)).toEqual([]);
});

test('a photo whose box was deleted elsewhere is told and kept; with a box deleted here its photos go', async () => {
  const gone = new Set(['box-gone-01']);
  const photos = new Photos(new MemoryDisk(), {
    send: (boxId) => (gone.has(boxId) ? Promise.reject(answered(404)) : Promise.resolve()),
  });
  await photos.keep('box-gone-01', 'photo-0001', PHOTO);
  await photos.keep(BOX, 'photo-0002', PHOTO);
  await photos.flush();
  expect(photos.snapshot()).toEqual([
    { id: 'photo-0001', boxId: 'box-gone-01', refused: 'The box it belongs to was deleted.' },
  ]);
  await photos.forgetBox('box-gone-01');
  expect(ids(photos)).toEqual([]);
});

test('those who follow are told when something begins or ends to wait, and not otherwise', async () => {
  const photos = new Photos(new MemoryDisk(), { send: () => Promise.resolve() });
  const heard = jest.fn();
  const stop = photos.subscribe(heard);
  await photos.keep(BOX, 'photo-0001', PHOTO);
  await photos.flush();
  await photos.flush();
  expect(heard).toHaveBeenCalledTimes(2);
  stop();
  await photos.keep(BOX, 'photo-0002', PHOTO);
  expect(heard).toHaveBeenCalledTimes(2);
});

test('what was not taken for a failure of the server is tried again by itself, later each time', async () => {
  jest.useFakeTimers();
  const send = jest.fn(() => Promise.reject<void>(new ServerAway('500', { answered: true })));
  const photos = new Photos(new MemoryDisk(), { send, triesAgain: true });
  await photos.keep(BOX, 'photo-0001', PHOTO);
  await photos.flush();
  const tries = async (ms: number) => {
    send.mockClear();
    await jest.advanceTimersByTimeAsync(ms);
    return send.mock.calls.length;
  };
  expect([await tries(1900), await tries(200), await tries(4700), await tries(400)]).toEqual([0, 1, 0, 1]);
  send.mockImplementation(() => Promise.resolve());
  expect(await tries(15_000)).toBe(1);
  expect(ids(photos)).toEqual([]);
  expect(await tries(300_000)).toBe(0);
  jest.useRealTimers();
});

describe('in parts', () => {
  const bytes = Buffer.from(Array.from({ length: 3 * PART_BYTES + 7 }, (_, nth) => nth % 251));
  const photo = new Blob([bytes], { type: 'image/jpeg' });
  let server: ModelServer;
  beforeEach(() => {
    server = new ModelServer().serve();
    server.handle('POST', '/jobs', { id: 'job-0000001' });
    server.handle('POST', '/jobs/job-0000001/boxes', { id: BOX });
    server.asked.length = 0;
  });
  const puts = () => server.asked.filter((one) => one.startsWith('PUT')).length;

  test('a line that is cut goes on where it ended', async () => {
    const photos = new Photos(new MemoryDisk());
    await photos.keep(BOX, 'photo-0001', photo);
    // Asked how much there is, one part taken, the next cut off with its answer, then nothing.
    server.fates = ['good', 'good', 'lost'];
    server.otherwise = 'good';
    await photos.flush();
    expect([ids(photos), puts()]).toEqual([['photo-0001'], 2]);
    await photos.flush();
    expect(ids(photos)).toEqual([]);
    expect(puts()).toBeGreaterThan(2);
    expect(Buffer.compare(server.photos.get('photo-0001') ?? Buffer.alloc(0), bytes)).toBe(0);
  });

  test.each(['login page', 'half', '500'] as const)('%s forgets nothing', async (fate) => {
    const photos = new Photos(new MemoryDisk());
    await photos.keep(BOX, 'photo-0001', photo);
    for (let nth = 0; nth < 5; nth += 1) {
      server.fates = [...Array.from({ length: nth }, () => 'good' as const), fate];
      await photos.flush();
    }
    server.fates = [];
    await photos.flush();
    expect(ids(photos)).toEqual([]);
    expect(server.photos.get('photo-0001')).toHaveLength(bytes.length);
  });

  test('another picture under its id, spoilt on its way, is replaced', async () => {
    const photos = new Photos(new MemoryDisk());
    server.photos.set('photo-0001', Buffer.from(bytes).fill(1));
    await photos.keep(BOX, 'photo-0001', photo);
    await photos.flush();
    expect(ids(photos)).toEqual([]);
    expect(Buffer.compare(server.photos.get('photo-0001') ?? Buffer.alloc(0), bytes)).toBe(0);
  });

  test('a line that carries no part of the usual length carries shorter ones', async () => {
    const photos = new Photos(new MemoryDisk());
    await photos.keep(BOX, 'photo-0001', photo);
    const { fetch: whole } = globalThis;
    const carried: number[] = [];
    globalThis.fetch = ((path: string, init: RequestInit = {}) => {
      const size = init.body instanceof Blob ? init.body.size : 0;
      if (size > 6000) return Promise.reject(new DOMException('too slow', 'TimeoutError'));
      carried.push(size);
      return whole(path, init);
    }) as typeof fetch;
    // Parts that arrive are quick here: the next is longer, and does not arrive.
    for (let tries = 0; tries < 200 && ids(photos).length > 0; tries += 1) await photos.flush();
    expect(ids(photos)).toEqual([]);
    expect(Math.max(...carried)).toBeLessThanOrEqual(6000);
    expect(Buffer.compare(server.photos.get('photo-0001') ?? Buffer.alloc(0), bytes)).toBe(0);
  });

  test('a server that never goes on is not asked for ever', async () => {
    const photos = new Photos(new MemoryDisk());
    await photos.keep(BOX, 'photo-0001', photo);
    server.handle = () => {
      server.asked.push('PUT');
      return { status: 200, body: { id: 'photo-0001', have: 0 } };
    };
    await photos.flush();
    expect(puts()).toBeLessThan(10);
    expect(ids(photos)).toEqual(['photo-0001']);
  });
});

test('a file of more than 10 MB and one that is no picture are refused with the reason', async () => {
  const large = { name: 'wall.jpg', size: PHOTO_FILE_MOST + 1 } as File;
  await expect(shrinkPhoto(large)).rejects.toThrow(/“wall.jpg” has 10.0 MB; photos of at most 10 MB/);
  globalThis.createImageBitmap = () => Promise.reject(new Error('decode'));
  const text = { name: 'list.txt', size: 20 } as File;
  await expect(shrinkPhoto(text)).rejects.toThrow(PhotoRefused);
  await expect(shrinkPhoto(text)).rejects.toThrow(/“list.txt” is no picture/);
});
