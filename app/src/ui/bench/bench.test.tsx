/** The bench by touch: what each simulated instrument reads, and a hidden mistake that is found (docs/trade.md#testing, #simulation). */
import { nothingSeen } from '@dense-pack/core/box/record';
import { NO_PANEL } from '@dense-pack/core/box/panel';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { act, fireEvent, render, screen, within } from '@testing-library/react-native';
import * as queries from '../client/queries';
import { BenchScreen } from './BenchScreen';

jest.mock('../client/queries', () => ({
  ...jest.requireActual<typeof queries>('../client/queries'),
  useJob: jest.fn(),
}));

function stand(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  const box = {
    id: 'box-0000001',
    jobId: 'job-0000001',
    name: 'Den',
    circuit: '7',
    stage: 'found',
    found: null,
    box: read.box,
    seen: nothingSeen(),
  };
  const job = {
    id: 'job-0000001',
    name: 'House',
    edition: 'nec2023',
    panel: NO_PANEL,
    links: [],
    boxes: [box],
  };
  jest.mocked(queries.useJob).mockReturnValue({ job } as unknown as ReturnType<typeof queries.useJob>);
  render(<BenchScreen jobId="job-0000001" boxId="box-0000001" />);
}
const press = (name: string | RegExp) => act(() => fireEvent.press(screen.getByRole('button', { name })));
const shows = () => within(screen.getByTestId('instrument'));
const LINE = '18 in3 plastic, 12/2 feed "in", 12/2 out "on", duplex';

test('a right receptacle lights HN and HG; with its breaker off none', () => {
  stand(LINE);
  expect(shows().getByText('Touch a receptacle')).toBeTruthy();
  press('duplex receptacle, top: Receptacles');
  expect(shows().getByText('HN and HG lit')).toBeTruthy();
  press(/breaker on$/);
  expect(shows().getByText('No lamp lit')).toBeTruthy();
  expect(screen.getByRole('button', { name: /breaker off$/ })).toBeTruthy();
});

test('a meter between two points touched, a pen at one', () => {
  stand(LINE);
  press('Meter');
  press('black: in');
  expect(shows().getByText('Touch two points')).toBeTruthy();
  press('white: in');
  expect(shows().getAllByText('120 V').length).toBeGreaterThan(0);
  press('bare: in');
  expect(shows().getAllByText('0 V').length).toBeGreaterThan(0);
  press('Non\u2011contact');
  press('black: in');
  expect(shows().getByText('beeps')).toBeTruthy();
  press('bare: in');
  expect(shows().queryByText('beeps')).toBeNull();
});

test('a hidden fault is guessed once: right and wrong are told, and another is hidden', () => {
  stand(LINE);
  press('Hidden fault');
  const guesses = screen.getAllByTestId('guess');
  expect(guesses.length).toBeGreaterThan(2);
  act(() => fireEvent.press(guesses[0] as (typeof guesses)[0]));
  expect(screen.getAllByText(/^This is it:/)).toHaveLength(1);
  const wrong = screen.queryAllByText('Not this: it would read otherwise.').length;
  expect(wrong).toBe(
    within(screen.getAllByTestId('guess')[0] as (typeof guesses)[0]).queryByText(/^This is it/) ? 0 : 1,
  );
  press('Hide another');
  expect(screen.queryByText(/^This is it:/)).toBeNull();
});

test('a box no instrument can read says so', () => {
  stand('18 in3 plastic, 12/2 spare, blank');
  press('Hidden fault');
  expect(screen.getByText('Nothing to find here')).toBeTruthy();
});
