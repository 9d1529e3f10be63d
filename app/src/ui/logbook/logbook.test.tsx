/** The logbook on a phone: asked of the server, and without it of what the phone knows. */
import { JobWithBoxes } from '@/sync/answers';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { configure, fireEvent, render, screen, waitFor } from '@testing-library/react-native';
import * as api from '@/sync/api';
import { findHere } from './find';
import { LogbookScreen } from './LogbookScreen';

// A busy machine takes its time.
configure({ asyncUtilTimeout: 15_000 });

jest.mock('@/sync/api', () => ({
  ...jest.requireActual<typeof api>('@/sync/api'),
  request: jest.fn(),
}));

const AT = '2026-03-02T09:00:00.000Z';
const stamps = { version: 1, createdAt: AT, updatedAt: AT };
function known(name: string, ...lines: readonly string[]) {
  return JobWithBoxes.parse({
    id: `job-${name.toLowerCase()}-1`,
    name,
    edition: 'nec2023',
    demo: false,
    ...stamps,
    unreadable: [],
    boxes: lines.map((line, nth) => {
      const read = readCountLine(line);
      if (!read.ok) throw new Error(read.error.expected);
      return {
        ...stamps,
        id: `box-${name.toLowerCase()}-${nth}`,
        jobId: 'job-0000001',
        name: `${name} ${nth + 1}`,
        box: read.box,
      };
    }),
  });
}

test('what a phone knows is found by the same words, the newest first, and not more than are read', () => {
  const jobs = [
    known('Mill', '18 in3 plastic, 3x 12/2, duplex', '20 in3, 14/2, gfci'),
    known('Barn', '18 in3, 12/2'),
  ];
  const names = (asked: string) => findHere(jobs, asked).hits.map(({ name }) => name);
  expect([names('gfci'), names('over mill'), names('barn'), names('silo')]).toEqual([
    ['Mill 2'],
    ['Mill 1'],
    ['Barn 1'],
    [],
  ]);
  const many = known('Row', ...Array.from({ length: 61 }, () => '18 in3, 12/2'));
  expect(findHere([many], 'row')).toMatchObject({ more: true });
  expect(findHere([many], '').hits).toHaveLength(60);
});

test('the server is asked; when it is away that is said, and what the phone knows is told', async () => {
  const client = new QueryClient({ defaultOptions: { queries: { gcTime: Infinity } } });
  client.setQueryData(['job', 'job-mill-1'], known('Mill', '20 in3, 14/2, gfci'));
  const hit = { jobId: 'j', job: 'Barn', boxId: 'b', name: 'Loft', room: '', circuit: '2', updatedAt: AT };
  jest.mocked(api.request).mockResolvedValue({ hits: [hit], more: false });
  render(
    <QueryClientProvider client={client}>
      <LogbookScreen />
    </QueryClientProvider>,
  );
  expect(await screen.findByText('Loft')).toBeTruthy();
  expect(screen.getByText('1 box')).toBeTruthy();
  jest.mocked(api.request).mockRejectedValue(new Error('away'));
  fireEvent.changeText(screen.getByLabelText(/^Words, rooms/), 'gfci');
  await waitFor(() => expect(screen.getByText('Mill 1')).toBeTruthy(), { timeout: 3000 });
  expect(screen.getByText('Without the server')).toBeTruthy();
});
