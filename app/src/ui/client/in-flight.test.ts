/** An answer that was under way while a box was stored does not take the box off the screen again. */
import { EMPTY_BOX } from '@dense-pack/core/box/document';
import { QueryObserver } from '@tanstack/react-query';
import { boxNow, jobQuery, makeBox, outbox, queryClient } from './queries';

const JOB = 'a-job-of-one-own';
const stamps = { version: 1, createdAt: '2026-01-01T00:00:00.000Z', updatedAt: '2026-01-01T00:00:00.000Z' };
const job = { ...stamps, id: JOB, name: 'House', edition: 'nec2023', note: '', demo: false };
const answer = (body: unknown, status = 200) =>
  new Response(JSON.stringify(body), { status, headers: { 'content-type': 'application/json' } });

afterAll(() => outbox.close());

test.each(['before', 'after'])('the older answer comes %s the box is stored', async (when) => {
  queryClient.clear();
  const stored: Record<string, unknown>[] = [];
  let release = () => undefined as void;
  const held = new Promise<void>((resolve) => (release = resolve));
  let asked = 0;
  globalThis.fetch = async (address, init) => {
    const path = String(address);
    const method = init?.method ?? 'GET';
    if (method !== 'GET') {
      const body = JSON.parse(String(init?.body)) as Record<string, unknown>;
      const record = {
        ...stamps,
        jobId: JOB,
        room: '',
        circuit: '',
        stage: 'found',
        stageAt: null,
        found: null,
        ...body,
      };
      delete (record as { operation?: unknown }).operation;
      stored.push(record);
      return answer(record, 201);
    }
    if (path.includes('/jobs?')) return answer({ jobs: [], count: 0, state: '4f1c09ab22d7.1', more: false });
    asked += 1;
    // What the server has at the moment it is asked; the first answer is long under way.
    const boxes = [...stored];
    if (asked === 1) await held;
    return answer({ ...job, boxes, unreadable: [], from: 0, count: boxes.length, state: String(asked) });
  };
  const stop = new QueryObserver(queryClient, jobQuery(JOB)).subscribe(() => undefined);
  const id = makeBox(JOB, { name: 'Box 1', box: EMPTY_BOX });
  if (when === 'before') release();
  await outbox.flush();
  release();
  await new Promise((resolve) => setTimeout(resolve, 50));
  expect(stored).toHaveLength(1);
  expect(boxNow(JOB, id)?.name).toBe('Box 1');
  stop();
});
