/** Choosing another box by touch: two side by side, what is wished for, one picked by hand. Invented plans. */
import { editionOf } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import { newKit } from '@dense-pack/core/parts/kit';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { act, fireEvent, render, screen, within } from '@testing-library/react-native';
import { setKit } from '../truck/kit';
import { BoxChooser } from './BoxChooser';

const edition = editionOf('nec2023');
const taken = jest.fn();
beforeEach(() => {
  taken.mockClear();
  act(() => setKit(newKit()));
});

function show(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  render(<BoxChooser circuit="" box={read.box} edition={edition} onTake={taken} />);
}

test('the box that is there stands beside the smallest legal one and the deepest; taking one says why', () => {
  show('25 in3 plastic 2-gang new-work device-box, 4x 14/2, 2x switch');
  expect(screen.getByTestId('there')).toHaveTextContent(/There now25\.00 in³.*Over by 1\.00 in³/);
  const suggestions = screen.getAllByTestId('suggestion');
  expect(suggestions.length).toBeGreaterThan(1);
  for (const one of suggestions) {
    expect(within(one).getByText(/Legal/)).toBeTruthy();
    expect(within(one).getByText(/about \d+ min, no wall damage/)).toBeTruthy();
  }
  const deepest = suggestions.find((one) => within(one).queryByText(/eepest that fits/));
  if (!deepest) throw new Error('the deepest is not told');
  fireEvent.press(within(deepest).getByText('Take it'));
  const [fixed, words] = taken.mock.calls[0] as [Parameters<typeof tally>[0], string[]];
  expect(tally(fixed, edition).verdict).toBe('legal');
  expect(words.join(' ')).toMatch(/^Replace the box: .* Why: deepest that fits\./);
});

test('what cannot hold the plan is shown over; where none can, that is said', () => {
  show('18 in3 plastic new-work device-box, 3x 12/2, duplex');
  expect(screen.getAllByText('over').length).toBeGreaterThan(0);
  fireEvent.press(screen.getByText('What the box must be'));
  fireEvent.press(within(screen.getByLabelText('Depth the wall leaves, in')).getByText('1¹⁄₂'));
  fireEvent.press(within(screen.getByLabelText('Made of')).getByText('plastic'));
  expect(screen.getByText('No box of this choice is legal')).toBeTruthy();
  expect(screen.getByText(/too deep for the wall/)).toBeTruthy();
});

test('one picked by hand is set beside the others and can be taken', () => {
  show('18 in3 plastic new-work device-box, 12/2, duplex');
  const tiles = screen.getAllByText('20.30 in³ ');
  fireEvent.press(tiles[0] ?? screen.getByText('Picked'));
  expect(screen.getByText('Picked')).toBeTruthy();
  const picked = screen.getAllByTestId('suggestion').find((one) => within(one).queryByText('Picked'));
  if (!picked) throw new Error('nothing is picked');
  fireEvent.press(within(picked).getByText('Take it'));
  expect(taken.mock.calls[0]?.[1]).toContain('Why: picked by hand.');
});

test('an empty truck offers nothing, and says so', () => {
  act(() => setKit({ only: true }));
  show('18 in3 plastic new-work device-box, 3x 12/2, duplex');
  expect(screen.getByText(/look beyond the truck/)).toBeTruthy();
});
