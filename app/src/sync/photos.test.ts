/** Photos that wait: kept at once, sent when the server answers, dropped only when it says that it has them. */
import { ProblemAnswer, ServerAway } from './api';
import { Photos, type PhotoStore, type Waiting } from './photos';
import { PHOTO_FILE_MOST, PhotoRefused, shrinkPhoto } from './shrink-photo';

function memory() {
  const kept = new Map<string, Waiting>();
  const store: PhotoStore = {
    put: (id, waiting) => Promise.resolve(void kept.set(id, waiting)),
    get: (id) => Promise.resolve(kept.get(id)),
    drop: (id) => Promise.resolve(void kept.delete(id)),
    all: () => Promise.resolve([...kept]),
  };
  return { kept, store };
}
const PHOTO = { type: 'image/jpeg' } as Blob;
const answered = (status: number) => new ProblemAnswer({ type: 'about:blank', title: 'No', status });
const settled = () => new Promise((resolve) => setTimeout(resolve, 1));

test('a photo is kept before it is sent, and dropped when it was', async () => {
  const { kept, store } = memory();
  const send = jest.fn(() => Promise.resolve());
  const photos = new Photos(store, send);
  await photos.keep('box-1', 'photo-1', PHOTO);
  await settled();
  expect(send).toHaveBeenCalledWith('box-1', 'photo-1', PHOTO);
  expect(kept.size).toBe(0);
});

test.each<[string, Error, number]>([
  ['the server is away', new ServerAway('away'), 1],
  ['the server has no such box yet', answered(404), 1],
  ['the server takes no such picture', answered(422), 1],
  ['it is too large for the server', answered(413), 1],
])('%s: %# photo waits', async (_why, error, waiting) => {
  const { kept, store } = memory();
  const photos = new Photos(store, () => Promise.reject(error));
  await photos.keep('box-1', 'photo-1', PHOTO);
  await settled();
  expect(kept.size).toBe(waiting);
  expect(await photos.waiting('photo-1')).toBe(waiting === 1 ? PHOTO : undefined);
});

test('what the server does not take is told with its reason, kept, and not sent again', async () => {
  const { store } = memory();
  const send = jest.fn(() => Promise.reject(answered(422)));
  const photos = new Photos(store, send);
  await photos.keep('box-1', 'photo-1', PHOTO);
  await settled();
  await photos.flush();
  expect(send).toHaveBeenCalledTimes(1);
  expect([...(await photos.refused())]).toEqual([['photo-1', 'No']]);
});

test('one that waits for its box does not hold up the others', async () => {
  const { kept, store } = memory();
  const send = jest.fn((boxId: string) =>
    boxId === 'new' ? Promise.reject(answered(404)) : Promise.resolve(),
  );
  const photos = new Photos(store, send);
  await store.put('photo-1', { boxId: 'new', photo: PHOTO });
  await store.put('photo-2', { boxId: 'old', photo: PHOTO });
  await photos.flush();
  expect([...kept.keys()]).toEqual(['photo-1']);
});

test('a file of more than 10 MB and one that is no picture are refused with the reason', async () => {
  const large = { name: 'wall.jpg', size: PHOTO_FILE_MOST + 1 } as File;
  await expect(shrinkPhoto(large)).rejects.toThrow(/“wall.jpg” has 10.0 MB; photos of at most 10 MB/);
  globalThis.createImageBitmap = () => Promise.reject(new Error('decode'));
  const text = { name: 'list.txt', size: 20 } as File;
  await expect(shrinkPhoto(text)).rejects.toThrow(PhotoRefused);
  await expect(shrinkPhoto(text)).rejects.toThrow(/“list.txt” is no picture/);
});
