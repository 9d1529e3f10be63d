/** The client at its border: what the server may answer, and what the app makes of it. */
import { createHash, webcrypto } from 'node:crypto';
import { z } from 'zod';
import { Deleted, JobWithBoxes } from './answers';
import { ProblemAnswer, read, readJob, request, sendPhoto, ServerAway } from './api';

interface Answer {
  readonly status: number;
  readonly body?: unknown;
  readonly broken?: boolean;
}

function serverSays(answer: Answer | Error) {
  const fetched = jest.fn(() =>
    answer instanceof Error
      ? Promise.reject(answer)
      : Promise.resolve({
          ok: answer.status < 400,
          status: answer.status,
          json: () =>
            answer.broken ? Promise.reject(new SyntaxError('not JSON')) : Promise.resolve(answer.body),
        }),
  );
  globalThis.fetch = fetched as unknown as typeof fetch;
  return fetched;
}

const Thing = z.object({ name: z.string() });

test('a good answer is parsed, and unknown fields are left behind', async () => {
  const fetched = serverSays({ status: 200, body: { name: 'A', more: 1 } });
  await expect(request(Thing, '/things')).resolves.toEqual({ name: 'A' });
  expect(fetched).toHaveBeenCalledWith('/api/v1/things', expect.objectContaining({ method: 'GET' }));
});

describe('what the page asked for before the app ran', () => {
  const early = (answers: Record<string, Promise<unknown>>) => Object.assign(globalThis, { early: answers });
  afterEach(() => early({}));
  const page = (body: unknown) =>
    Promise.resolve({ ok: true, status: 200, json: () => Promise.resolve(body) });

  test('is taken once in place of asking; the second time the server is asked', async () => {
    const fetched = serverSays({ status: 200, body: { name: 'newer' } });
    early({ '/api/v1/things': page({ name: 'early' }) });
    await expect(request(Thing, '/things')).resolves.toEqual({ name: 'early' });
    expect(fetched).not.toHaveBeenCalled();
    await expect(request(Thing, '/things')).resolves.toEqual({ name: 'newer' });
  });

  test('is no answer to a change, and a login page is none at all', async () => {
    const fetched = serverSays({ status: 200, body: { name: 'A' } });
    early({ '/api/v1/things': page({ name: 'early' }) });
    await request(Thing, '/things', 'PUT', { name: 'A' });
    expect(fetched).toHaveBeenCalledTimes(1);
    early({ '/api/v1/things': page('<html>Welcome to the guest network</html>') });
    await expect(request(Thing, '/things')).rejects.toBeInstanceOf(ServerAway);
    early({ '/api/v1/things': Promise.reject(new TypeError('no network')) });
    await expect(request(Thing, '/things')).rejects.toBeInstanceOf(ServerAway);
  });

  test('is not waited for longer than any other: one that never comes is a server that is away', async () => {
    const impatient = jest
      .spyOn(AbortSignal, 'timeout')
      .mockReturnValue(AbortSignal.abort(new Error('too long')));
    early({ '/api/v1/things': new Promise(() => undefined) });
    await expect(request(Thing, '/things')).rejects.toBeInstanceOf(ServerAway);
    impatient.mockRestore();
  });
});

describe('an answer the first screen waits for', () => {
  const page = Object.assign(globalThis, {
    document: { getElementById: () => ({ dataset: { core: 'these rules' } }) },
  });
  afterAll(() => Reflect.deleteProperty(page, 'document'));
  const made = jest.fn(() => Thing);
  const from = (core: string | null) => {
    globalThis.fetch = (() =>
      Promise.resolve({
        ok: true,
        status: 200,
        headers: { get: (name: string) => (name === 'dense-pack-core' ? core : null) },
        json: () => Promise.resolve({ name: 'A', more: 1 }),
      })) as unknown as typeof fetch;
    return read(made, '/things');
  };

  test('is taken as the server checked it where both are made of the same rules: no schema is made', async () => {
    await expect(from('these rules')).resolves.toEqual({ name: 'A', more: 1 });
    expect(made).not.toHaveBeenCalled();
  });

  test.each(['other rules', null])('is checked here where the server says %s', async (core) => {
    await expect(from(core)).resolves.toEqual({ name: 'A' });
    expect(made).toHaveBeenCalled();
  });
});

test('a body is sent as JSON', async () => {
  const fetched = serverSays({ status: 200, body: { name: 'A' } });
  await request(Thing, '/things', 'PUT', { name: 'A' });
  expect(fetched).toHaveBeenCalledWith(
    '/api/v1/things',
    expect.objectContaining({
      method: 'PUT',
      body: '{"name":"A"}',
      headers: { 'content-type': 'application/json' },
    }),
  );
});

test('a deletion is done only when the server says so', async () => {
  serverSays({ status: 200, body: { id: 'box-0000001', deleted: true } });
  await expect(request(Deleted, '/boxes/box-0000001?version=1', 'DELETE')).resolves.toBeTruthy();
  for (const answer of [{ status: 204 }, { status: 200, broken: true }, { status: 200, body: {} }]) {
    serverSays(answer);
    await expect(request(Deleted, '/boxes/box-0000001?version=1', 'DELETE')).rejects.toBeInstanceOf(
      ServerAway,
    );
  }
});

test('a photo is stored only when the answer names it and its length', async () => {
  const bytes = Buffer.from('a photo');
  const sha256 = createHash('sha256').update(bytes).digest('hex');
  const photo = { type: 'image/jpeg', size: 7, arrayBuffer: () => Promise.resolve(bytes) } as unknown as Blob;
  Object.defineProperty(globalThis, 'crypto', { value: webcrypto, configurable: true });
  serverSays({ status: 200, body: { id: 'photo-0001', bytes: 7, sha256 } });
  await expect(sendPhoto('box-0000001', 'photo-0001', photo)).resolves.toBeUndefined();
  for (const answer of [
    { status: 200, broken: true },
    { status: 200, body: {} },
    { status: 204 },
    { status: 200, body: { id: 'photo-0002', bytes: 7, sha256 } },
    { status: 200, body: { id: 'photo-0001', bytes: 6, sha256 } },
    // Another picture of the same length.
    {
      status: 200,
      body: { id: 'photo-0001', bytes: 7, sha256: sha256.replace(/^./, (one) => (one === '0' ? '1' : '0')) },
    },
    { status: 200, body: { id: 'photo-0001', bytes: 7 } },
  ]) {
    serverSays(answer);
    await expect(sendPhoto('box-0000001', 'photo-0001', photo)).rejects.toBeInstanceOf(ServerAway);
  }
});

test('a problem document names its fields in words', async () => {
  serverSays({
    status: 400,
    body: {
      type: 'about:blank',
      title: 'Some of this cannot be taken',
      status: 400,
      errors: [{ field: 'box.shell.volume', accepted: 'must be more than 0' }],
    },
  });
  const error = await request(Thing, '/things').catch((one: unknown) => one);
  expect(error).toBeInstanceOf(ProblemAnswer);
  expect((error as ProblemAnswer).words).toBe(
    'Some of this cannot be taken. box.shell.volume: must be more than 0',
  );
});

test.each<[string, Answer | Error]>([
  ['the network is down', new TypeError('Failed to fetch')],
  ['a gateway answers in its own way', { status: 502, body: '<html>' }],
  ['a server going down answers nothing that can be read', { status: 503, broken: true }],
  ['it failed, in its own words', { status: 500, body: { type: 'about:blank', title: 'No', status: 500 } }],
  ['it has no time', { status: 429, body: { type: 'about:blank', title: 'No', status: 429 } }],
  ['it waited too long', { status: 408, body: { type: 'about:blank', title: 'No', status: 408 } }],
  ['the login page of a guest network answers', { status: 200, broken: true }],
  [
    'another answers with a problem of another status',
    { status: 403, body: { type: 'a', title: 'b', status: 1 } },
  ],
])('%s: the server is away', async (_, answer) => {
  serverSays(answer);
  await expect(request(Thing, '/things')).rejects.toBeInstanceOf(ServerAway);
});

test.each([
  ['application/json; charset=utf-8', true],
  ['application/problem+json', true],
  ['text/html', false],
  ['text/plain', false],
])('an answer of the right shape that says it is %s is one of ours: %s', async (type, ours) => {
  const headers = new Headers({ 'content-type': type });
  globalThis.fetch = (() =>
    Promise.resolve({
      ...{ ok: true, status: 200, headers },
      json: () => Promise.resolve({ name: 'A' }),
    })) as unknown as typeof fetch;
  const asked = request(Thing, '/things');
  if (ours) await expect(asked).resolves.toEqual({ name: 'A' });
  else await expect(asked).rejects.toBeInstanceOf(ServerAway);
});

test('an answer that is not what it should be is none, never a half-read record', async () => {
  serverSays({ status: 200, body: { id: 'job-0000001', name: 'A', boxes: [{ id: 'x' }] } });
  await expect(request(JobWithBoxes, '/jobs/job-0000001')).rejects.toBeInstanceOf(ServerAway);
});

describe('a job read in pages', () => {
  const stamps = { version: 1, createdAt: '2026-01-01T00:00:00.000Z', updatedAt: '2026-01-01T00:00:00.000Z' };
  const job = { ...stamps, id: 'job-0000001', name: 'House', demo: false };
  const boxOf = (nth: number) => ({
    ...{ ...stamps, id: `box-${String(nth).padStart(7, '0')}`, jobId: 'job-0000001' },
    ...{ name: `Box ${nth}`, box: { version: 2, shell: { gangs: 1 }, items: [], flaps: 'leave-out' } },
  });
  /** A server with so many boxes, one of which cannot be read; `written` is asked before each page. */
  function house(many: number, written: (nth: number) => string = () => 'same') {
    const asked: string[] = [];
    const all = Array.from({ length: many }, (_, nth) => boxOf(nth));
    globalThis.fetch = ((address: string) => {
      const query = new URL(address, 'http://house').searchParams;
      asked.push(address.replace('/api/v1/jobs/job-0000001', ''));
      const [from, most] = [Number(query.get('from') ?? 0), Number(query.get('most') ?? 1e9)];
      const page = all.slice(from, from + most);
      const body = {
        ...job,
        boxes: page.filter(({ id }) => id !== 'box-0000003'),
        unreadable: page.flatMap(({ id, name, version }) =>
          id === 'box-0000003' ? [{ id, name, room: '', version, why: 'newer' }] : [],
        ),
        ...(query.has('from') ? { from, count: many, state: written(asked.length) } : {}),
      };
      return Promise.resolve({ ok: true, status: 200, json: () => Promise.resolve(body) });
    }) as unknown as typeof fetch;
    return asked;
  }

  test('has every box once, in order, and those that cannot be read', async () => {
    const asked = house(450);
    const { boxes, unreadable } = await readJob('job-0000001');
    expect(boxes.map(({ name }) => name)).toEqual(
      Array.from({ length: 450 }, (_, nth) => `Box ${nth}`).filter((name) => name !== 'Box 3'),
    );
    expect(unreadable.map(({ id }) => id)).toEqual(['box-0000003']);
    expect(asked).toEqual(['?from=0&most=200', '?from=200&most=200', '?from=400&most=200']);
  });

  test('a small one is asked for once', async () => {
    expect([house(2), (await readJob('job-0000001')).boxes.length]).toEqual([['?from=0&most=200'], 2]);
  });

  test('begins anew where something was written between two pages, and is read whole in the end', async () => {
    const asked = house(250, (nth) => (nth === 1 ? 'before' : 'after'));
    expect((await readJob('job-0000001')).boxes).toHaveLength(249);
    expect(asked).toHaveLength(4);
    const always = house(250, (nth) => String(nth));
    expect((await readJob('job-0000001')).boxes).toHaveLength(249);
    expect(always.at(-1)).toBe('');
  });
});
