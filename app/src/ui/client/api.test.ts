/** The client at its border: what the server may answer, and what the app makes of it. */
import { z } from 'zod';
import { JobWithBoxes, ProblemAnswer, request, ServerAway } from './api';

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

test('no content is nothing', async () => {
  serverSays({ status: 204 });
  await expect(request(z.undefined(), '/things/1', 'DELETE')).resolves.toBeUndefined();
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
])('%s: the server is away', async (_, answer) => {
  serverSays(answer);
  await expect(request(Thing, '/things')).rejects.toBeInstanceOf(ServerAway);
});

test('an answer that is not what it should be is an error, never a half-read record', async () => {
  serverSays({ status: 200, body: { id: 'job-0000001', name: 'A', boxes: [{ id: 'x' }] } });
  await expect(request(JobWithBoxes, '/jobs/job-0000001')).rejects.toBeInstanceOf(z.ZodError);
});
