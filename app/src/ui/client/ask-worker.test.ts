/** A question to a worker: its answer is checked, its failure is told, and what is no longer wanted is ended. */
import { z } from 'zod';
import { askWorker, keepingWorker } from './ask-worker';

function worker() {
  const one = { postMessage: jest.fn(), terminate: jest.fn() } as unknown as Worker & {
    onmessage: (event: { data: unknown }) => void;
    onerror: (event: { message: string }) => void;
  };
  return one;
}
const Answer = z.object({ sum: z.number() });

test('an answer passes its schema, and the worker is ended or kept', async () => {
  const [one, kept] = [worker(), jest.fn()];
  const asked = askWorker(one, Answer, [1, 2], new AbortController().signal);
  expect(one.postMessage).toHaveBeenCalledWith([1, 2]);
  one.onmessage({ data: { sum: 3 } });
  await expect(asked).resolves.toEqual({ sum: 3 });
  expect(one.terminate).toHaveBeenCalledTimes(1);
  const other = worker();
  const again = askWorker(other, Answer, [], new AbortController().signal, kept);
  other.onmessage({ data: { sum: 0 } });
  await again;
  expect(kept).toHaveBeenCalledWith(other);
  expect(other.terminate).not.toHaveBeenCalled();
});

test('what is no answer, and a worker that fails, are told', async () => {
  const odd = worker();
  const asked = askWorker(odd, Answer, [], new AbortController().signal);
  odd.onmessage({ data: { sum: 'three' } });
  await expect(asked).rejects.toThrow(/sum/);
  const broken = worker();
  const failing = askWorker(broken, Answer, [], new AbortController().signal);
  broken.onerror({ message: 'out of memory' });
  await expect(failing).rejects.toThrow('out of memory');
  expect(broken.terminate).toHaveBeenCalledTimes(1);
});

test('a worker is ended when its answer is no longer wanted, and not once it is kept for another question', () => {
  const ending = new AbortController();
  const [busy, kept] = [worker(), worker()];
  void askWorker(busy, Answer, [], ending.signal);
  void askWorker(kept, Answer, [], ending.signal, () => undefined);
  kept.onmessage({ data: { sum: 1 } });
  ending.abort();
  expect(busy.terminate).toHaveBeenCalledTimes(1);
  expect(kept.terminate).not.toHaveBeenCalled();
});

test('one worker is kept for the next question; while it is busy another is made, and one that is not wanted is ended', async () => {
  const made: ReturnType<typeof worker>[] = [];
  const ask = keepingWorker(() => {
    const one = worker();
    made.push(one);
    return one;
  });
  const [signal, ending] = [new AbortController().signal, new AbortController()];
  const first = ask(Answer, 1, signal);
  made[0]?.onmessage({ data: { sum: 1 } });
  await first;
  const second = ask(Answer, 2, signal);
  expect(made).toHaveLength(1);
  void ask(Answer, 3, ending.signal);
  expect(made).toHaveLength(2);
  ending.abort();
  expect(made[1]?.terminate).toHaveBeenCalledTimes(1);
  made[0]?.onmessage({ data: { sum: 2 } });
  await expect(second).resolves.toEqual({ sum: 2 });
  expect(made[0]?.terminate).not.toHaveBeenCalled();
});
