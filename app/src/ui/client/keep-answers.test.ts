/** What was kept is read as this program reads it, and taken as it is only where this very build kept it. */
import { DOCUMENT_VERSION, EMPTY_BOX } from '@dense-pack/core/box/document';
import { dehydrate, QueryClient } from '@tanstack/react-query';
import { keepAnswers } from './keep-answers';

/** A document of a version that no build of today writes: whether it was brought up is seen by it. */
const OLD = {
  version: 2,
  shell: { volume: '18 in3' },
  items: [],
};

const clients: QueryClient[] = [];
const client = () => {
  const one = new QueryClient();
  clients.push(one);
  return one;
};
afterEach(() => clients.splice(0).forEach((one) => one.clear()));

function kept(build: string | undefined, box: unknown) {
  const before = client();
  before.setQueryData(['job', 'a'], { id: 'a', boxes: [{ id: 'b', box }] });
  return { ...(JSON.parse(JSON.stringify(dehydrate(before))) as object), build };
}

/** The document a start of a build shows of what was kept. */
async function shown(build: string | undefined, stored: unknown) {
  const now = client();
  const stop = await keepAnswers(
    now,
    { get: async () => stored as never, put: async () => undefined },
    build,
  );
  stop();
  const job = now.getQueryData<{ boxes: { box: { version: number } }[] }>(['job', 'a']);
  return job?.boxes[0]?.box;
}

test('what another build kept is brought up', async () => {
  expect((await shown('now', kept('before', OLD)))?.version).toBe(DOCUMENT_VERSION);
});

test('so is what a build kept that did not tell which it was, and what is read by one that does not', async () => {
  expect((await shown('now', kept(undefined, OLD)))?.version).toBe(DOCUMENT_VERSION);
  expect((await shown(undefined, kept(undefined, OLD)))?.version).toBe(DOCUMENT_VERSION);
});

test('what this build kept it parsed when it came: it is not parsed again', async () => {
  expect(await shown('now', kept('now', OLD))).toEqual(OLD);
  expect(await shown('now', kept('now', EMPTY_BOX))).toEqual(EMPTY_BOX);
});

test('what is kept tells by which build', async () => {
  jest.useFakeTimers();
  const put = jest.fn(async () => undefined);
  const now = client();
  const stop = await keepAnswers(now, { get: async () => undefined as never, put }, 'now');
  now.setQueryData(['job', 'a'], { id: 'a', boxes: [] });
  now.setQueryData(['job', 'a'], { id: 'a', boxes: [] });
  await jest.advanceTimersByTimeAsync(1000);
  expect(put).toHaveBeenCalledTimes(1);
  expect(put).toHaveBeenCalledWith('answers', 'queries', expect.objectContaining({ build: 'now' }));
  stop();
  jest.useRealTimers();
});

test('started twice without the server, a phone knows the second time what it knew the first', async () => {
  const answer = { id: 'a', boxes: [{ id: 'b', box: EMPTY_BOX }] };
  let stored: unknown = kept('now', EMPTY_BOX);
  for (let start = 0; start < 3; start += 1) {
    jest.useFakeTimers();
    const now = client();
    const put = async (_shelf: string, _key: string, value: unknown) => {
      stored = structuredClone(value);
    };
    const stop = await keepAnswers(now, { get: async () => stored as never, put }, 'now');
    expect(now.getQueryData(['job', 'a'])).toEqual(answer);
    const asked = now
      .fetchQuery({
        queryKey: ['job', 'a'],
        queryFn: () => Promise.reject(new Error('the server does not answer')),
        retry: false,
      })
      .catch((error: Error) => error.message);
    await jest.advanceTimersByTimeAsync(1000);
    expect(await asked).toBe('the server does not answer');
    expect(now.getQueryState(['job', 'a'])?.status).toBe('error');
    stop();
    jest.useRealTimers();
  }
});

test('what is kept and is nothing of ours is left aside', async () => {
  expect(await shown('now', 'nothing')).toBeUndefined();
  expect(await shown('now', { build: 'now', queries: 'none' })).toBeUndefined();
});
