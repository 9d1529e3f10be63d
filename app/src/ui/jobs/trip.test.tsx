/** One trip by touch: rows ticked and kept, a length that is none refused, nothing to bring said. */
import { BoxFields } from '@dense-pack/core/box/record';
import { NO_PANEL } from '@dense-pack/core/box/panel';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { act, configure, fireEvent, render, screen, waitFor } from '@testing-library/react-native';
import { browserDisk } from '@/sync/browser-disk';
import * as queries from '../client/queries';
import * as changes from '../house/job-changes';
import { TripScreen } from './TripScreen';

// A busy machine takes its time.
configure({ asyncUtilTimeout: 15_000 });

jest.mock('../client/queries', () => ({
  ...jest.requireActual<typeof queries>('../client/queries'),
  useJob: jest.fn(),
}));
jest.mock('../house/job-changes', () => ({ changeHouse: jest.fn(() => []) }));

const AT = '2026-03-02T09:00:00.000Z';
function stand(line: string, found?: string) {
  const box = (text: string) => {
    const read = readCountLine(text);
    if (!read.ok) throw new Error(read.error.expected);
    return read.box;
  };
  const made = {
    ...BoxFields.parse({
      name: 'Den',
      box: box(line),
      ...(found === undefined ? {} : { found: box(found), stage: 'planned' }),
    }),
    id: 'box-0000001',
    jobId: 'job-0000001',
    version: 1,
    createdAt: AT,
    updatedAt: AT,
  };
  const piece = made.box.items.find(({ kind }) => kind === 'cable')?.id ?? '';
  const links = [{ id: 'link-1', from: { box: made.id, piece }, to: 'panel' }];
  const job = { id: 'job-0000001', name: 'House', edition: 'nec2023', panel: NO_PANEL, links, boxes: [made] };
  jest.mocked(queries.useJob).mockReturnValue({ job } as unknown as ReturnType<typeof queries.useJob>);
  render(<TripScreen jobId="job-0000001" />);
}

test('what is ticked stays ticked and is counted', async () => {
  stand('34 in3 2-gang plastic, 12/2 feed, 12/2 out, gfci, switch', '18 in3 plastic, 12/2 feed, duplex');
  const before = Number(/^(\d+) of/.exec(String(screen.getByTestId('left').props.children))?.[1]);
  expect(before).toBeGreaterThan(4);
  act(() => fireEvent.press(screen.getByRole('checkbox', { name: /^1 × GFCI receptacle/ })));
  expect(screen.getByTestId('left')).toHaveTextContent(new RegExp(`^${before - 1} of`));
  await waitFor(async () =>
    expect(await browserDisk.get('words', 'dense-pack/trip')).toMatchObject({
      jobs: { 'job-0000001': [expect.stringContaining('GFCI')] },
    }),
  );
});

test('a length is whole feet; what is none is refused and stays in its field', () => {
  stand('34 in3 2-gang plastic, 12/2 feed, switch', '18 in3 plastic, 12/2 feed, duplex');
  const field = screen.getByLabelText('Den to panel, ft');
  const say = (text: string) => {
    fireEvent.changeText(field, text);
    act(() => fireEvent(field, 'blur'));
  };
  say('twelve');
  expect(screen.getByTestId('problem')).toHaveTextContent(
    '“twelve” is no length; accepted are whole feet from 1 to 2000',
  );
  expect(changes.changeHouse).not.toHaveBeenCalled();
  say('24');
  expect(screen.queryByTestId('problem')).toBeNull();
  expect(changes.changeHouse).toHaveBeenCalledTimes(1);
});

test('a job with nothing to bring says so', () => {
  stand('18 in3 plastic');
  expect(screen.getByText('Nothing to bring')).toBeTruthy();
});

test('a box without a good plan is named, also where nothing else is in the list', () => {
  stand('200 in3 6-gang plastic, 14/2 feed, 39x 14/2 leg, clamps, 20x switch, 20x duplex');
  expect(screen.getByText(/^No good plan yet: Den\.$/)).toBeTruthy();
});
