/** What is said of a work of the server while it goes on. */
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { render, screen } from '@testing-library/react-native';
import { type Standing, WorkProgress, wordsOf } from './WorkProgress';

const asked: string[] = [];
let says: Standing = { is: 'waiting' };
beforeEach(() => {
  asked.length = 0;
  globalThis.fetch = async (address) => {
    asked.push(String(address));
    return new Response(JSON.stringify(says), { headers: { 'content-type': 'application/json' } });
  };
});

test.each<[Standing, string]>([
  [{ is: 'unknown' }, 'Reading: not begun yet'],
  [{ is: 'waiting' }, 'Reading: waiting for its turn'],
  [{ is: 'running' }, 'Reading…'],
  [{ is: 'running', done: 3, of: 8 }, 'Reading: 3 of 8'],
  [{ is: 'done' }, 'Reading: done'],
  [{ is: 'failed' }, 'Reading: it did not come to an end'],
])('%p is said as %s', (standing, words) => expect(wordsOf(standing, 'Reading')).toBe(words));

test('it asks again until the work is done, and asks nothing where there is none', async () => {
  const client = new QueryClient();
  const within = (name: string | undefined) => (
    <QueryClientProvider client={client}>
      <WorkProgress name={name} what="Setting sheets" />
    </QueryClientProvider>
  );
  const { rerender } = render(within(undefined));
  expect(asked).toEqual([]);
  says = { is: 'running', done: 1, of: 2 };
  rerender(within('work-0001'));
  expect(await screen.findByText('Setting sheets: 1 of 2')).toBeTruthy();
  says = { is: 'done' };
  expect(await screen.findByText('Setting sheets: done')).toBeTruthy();
  const many = asked.length;
  await new Promise((resolve) => setTimeout(resolve, 900));
  expect([new Set(asked), asked.length]).toEqual([new Set(['/api/v1/works/work-0001']), many]);
  client.clear();
});
