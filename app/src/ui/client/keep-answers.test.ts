/** What was kept is read as this program reads it, and taken as it is only where this very build kept it. */
import { DOCUMENT_VERSION, EMPTY_BOX } from '@dense-pack/core/box/document';
import { dehydrate, QueryClient } from '@tanstack/react-query';
import { ProblemAnswer, ServerAway } from '@/sync/api';
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
  const put = jest.fn(async (_shelf: string, _key: string, _value: unknown) => undefined);
  const now = client();
  const stop = await keepAnswers(now, { get: async () => undefined as never, put }, 'now');
  now.setQueryData(['job', 'a'], { id: 'a', boxes: [] });
  now.setQueryData(['job', 'a'], { id: 'a', boxes: [] });
  await jest.advanceTimersByTimeAsync(1000);
  expect(put.mock.calls.filter(([, key]) => key === 'queries')).toHaveLength(1);
  expect(put).toHaveBeenCalledWith('answers', 'queries', expect.objectContaining({ build: 'now' }));
  stop();
  jest.useRealTimers();
});

/** A browser's shelf of answers, and its tabs. */
function browser(store: Record<string, unknown> = {}) {
  const shelves = {
    get: async (_shelf: string, key: string) => store[key],
    put: async (_shelf: string, key: string, value: unknown) => {
      store[key] = structuredClone(value);
    },
  };
  return async () => {
    const tab = client();
    await keepAnswers(tab, shelves, 'now');
    return tab;
  };
}

const fails = (tab: QueryClient, id: string, error: Error) =>
  tab
    .fetchQuery({ queryKey: ['job', id], queryFn: () => Promise.reject(error), retry: false })
    .catch(() => undefined);

describe('two tabs of one phone', () => {
  beforeEach(() => jest.useFakeTimers());
  afterEach(() => jest.useRealTimers());
  const told = async (tab: QueryClient, id: string, name: string) => {
    await jest.advanceTimersByTimeAsync(5);
    tab.setQueryData(['job', id], name);
    tab.setQueryData(['job', id], name);
    await jest.advanceTimersByTimeAsync(1000);
  };

  test('what one was told stays though the other, opened before, keeps what it was told', async () => {
    const open = browser();
    const [one, other] = [await open(), await open()];
    await told(one, 'a', 'attic');
    await told(other, 'b', 'barn');
    await told(one, 'c', 'cellar');
    const later = await open();
    expect(['a', 'b', 'c'].map((id) => later.getQueryData(['job', id]))).toEqual(['attic', 'barn', 'cellar']);
  });

  test.each([['nothing'], [{ build: 'now', queries: 'none' }], [{ build: 'now', queries: [null] }], [7]])(
    'over what cannot be read a tab keeps its own: %j',
    async (lies) => {
      const store = { queries: undefined as unknown };
      const open = browser(store);
      const tab = await open();
      store.queries = lies;
      await told(tab, 'a', 'attic');
      expect((await open()).getQueryData(['job', 'a'])).toBe('attic');
    },
  );

  test('of two answers to one question the newer is kept, whoever writes last', async () => {
    const open = browser();
    const [one, other] = [await open(), await open()];
    await told(one, 'a', 'attic');
    await told(other, 'a', 'attic, north');
    await told(one, 'b', 'barn');
    expect((await open()).getQueryData(['job', 'a'])).toBe('attic, north');
  });

  test('what the server says is not there is kept no longer; what it only does not answer is', async () => {
    const open = browser();
    const tab = await open();
    await told(tab, 'a', 'attic');
    await told(tab, 'b', 'barn');
    const gone = { type: 'about:blank', title: 'There is no such job', status: 404 };
    await fails(tab, 'a', new ProblemAnswer(gone as never));
    await fails(tab, 'b', new ServerAway('The server does not answer.'));
    await told(tab, 'c', 'cellar');
    await fails(
      tab,
      'c',
      new ProblemAnswer({ ...gone, title: 'The page is too large', status: 400 } as never),
    );
    await jest.advanceTimersByTimeAsync(1000);
    const later = await open();
    expect(later.getQueryData(['job', 'a'])).toBeUndefined();
    expect(later.getQueryData(['job', 'b'])).toBe('barn');
    expect(later.getQueryData(['job', 'c'])).toBe('cellar');
  });
});

test('started twice without the server, a phone knows the second time what it knew the first', async () => {
  jest.useFakeTimers();
  const open = browser({ queries: kept('now', EMPTY_BOX) });
  for (let start = 0; start < 3; start += 1) {
    const now = await open();
    expect(now.getQueryData(['job', 'a'])).toEqual({ id: 'a', boxes: [{ id: 'b', box: EMPTY_BOX }] });
    await fails(now, 'a', new ServerAway('The server does not answer.'));
    await jest.advanceTimersByTimeAsync(1000);
    expect(now.getQueryState(['job', 'a'])?.status).toBe('error');
  }
  jest.useRealTimers();
});

test('what is kept and is nothing of ours is left aside', async () => {
  expect(await shown('now', 'nothing')).toBeUndefined();
  expect(await shown('now', { build: 'now', queries: 'none' })).toBeUndefined();
});
