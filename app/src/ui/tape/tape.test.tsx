/** The tape and the verdict as they are rendered. Expected figures: docs/trade.md#worked-examples. */
import { editionOf } from '@dense-pack/core/edition/index';
import { certaintyOf } from '@dense-pack/core/certainty/certainty';
import { boxVerdict } from '@dense-pack/core/check/box-verdict';
import { tally } from '@dense-pack/core/fill/tally';
import { workRoom } from '@dense-pack/core/fold/work-room';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { fireEvent, render, screen } from '@testing-library/react-native';
import { OtherEditions } from './OtherEditions';
import { RoomLeft } from './RoomLeft';
import { Tape } from './Tape';
import { VerdictBand } from './Verdict';

function counted(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return { box: read.box, counted: tally(read.box, editionOf(read.box.edition ?? 'nec2023')) };
}

test.each([
  ['18 in3, 2x 12/2, duplex', 'Legal, 2.25 in³ left', '15.75', 'of 18.00 in³'],
  // Clamps take the 2.25 in³ that are left in the one, and 1.75 more than there is in the other.
  [
    '32 in3 plastic 2-gang, 3x 12/2, 12/3, 2x switch',
    'Legal if no clamps are inside',
    '31.50',
    'of 32.00 in³',
  ],
  ['18 in3, 3x 12/2, duplex', 'Over by 2.25 in³', '20.25', 'of 18.00 in³'],
  ['measured 3 x 2 x 2, 12/2', 'No legal volume', '6.75', 'of — in³'],
])('the verdict of “%s” is said in words and figures', (line, words, fill, capacity) => {
  const one = counted(line);
  const edition = editionOf('nec2023');
  const certainty = certaintyOf(one.box, edition, one.counted, { chosen: true });
  render(
    <VerdictBand
      counted={one.counted}
      verdict={boxVerdict(one.counted, certainty, [])}
      room={workRoom(one.box, edition, one.counted)}
    />,
  );
  expect(screen.getByText(words)).toBeTruthy();
  expect(screen.getByTestId('fill')).toHaveTextContent(fill);
  expect(screen.getByTestId('capacity')).toHaveTextContent(capacity);
});

test('the tape shows each line with its section, sums, and an open line’s reason', () => {
  const { counted: one } = counted('18 in3, 3x 12/2, duplex');
  const onOpen = jest.fn();
  const { rerender } = render(<Tape counted={one} open={undefined} onOpen={onOpen} />);
  expect(screen.getAllByTestId('tape-line')).toHaveLength(3);
  expect(screen.getByText('6 × 2.25')).toBeTruthy();
  expect(screen.getByText('314.16(B)(5)')).toBeTruthy();
  expect(screen.getByTestId('sum-Fill')).toHaveTextContent('20.25');
  expect(screen.getByTestId('sum-Over by')).toHaveTextContent('2.25');
  expect(screen.queryByText(/Each yoke counts twice/)).toBeNull();
  fireEvent.press(screen.getByText('Duplex receptacle'));
  expect(onOpen).toHaveBeenCalledWith(1);
  rerender(<Tape counted={one} open={1} onOpen={onOpen} />);
  expect(screen.getByText(/Each yoke counts twice/)).toBeTruthy();
});

test('what is not counted lies below a fold, with its reason', () => {
  const { counted: one } = counted('box oct-1.5, 14/3, stud, hickey, fixture 2x18 domed');
  render(<Tape counted={one} open={undefined} onOpen={() => undefined} />);
  expect(screen.queryByText(/canopy holds them/)).toBeNull();
  fireEvent.press(screen.getByText('Not counted (2)'));
  expect(screen.getByText(/canopy holds them/)).toBeTruthy();
});

test('an empty box says what to do', () => {
  render(<Tape counted={counted('18 in3').counted} open={undefined} onOpen={() => undefined} />);
  expect(screen.getByText('Nothing is in the box yet. Add a cable.')).toBeTruthy();
});

test('other editions are shown where they answer differently, and say so before they are opened', () => {
  const { box, counted: one } = counted('box 32, 5x 14/2, clamps, 2x switch');
  render(<OtherEditions box={box} counted={one} />);
  expect(screen.getByTestId('other-editions')).toHaveTextContent('4 of them give another verdict');
  expect(screen.queryAllByTestId('other-edition')).toHaveLength(0);
  fireEvent.press(screen.getByText('Other editions'));
  expect(screen.getByText('NEC 2017')).toBeTruthy();
  expect(screen.queryByText('NEC 2020')).toBeNull();
});

test('room left names what still goes in, or that nothing does', () => {
  const legal = counted('18 in3, 2x 12/2, duplex');
  const { rerender } = render(<RoomLeft box={legal.box} edition={editionOf('nec2023')} />);
  expect(screen.getByText('1 × 12 AWG conductor')).toBeTruthy();
  const over = counted('18 in3, 3x 12/2, duplex');
  rerender(<RoomLeft box={over.box} edition={editionOf('nec2023')} />);
  expect(screen.getByText('Nothing more goes in.')).toBeTruthy();
  const none = counted('measured 3 x 2 x 2, 12/2');
  rerender(<RoomLeft box={none.box} edition={editionOf('nec2023')} />);
  expect(screen.getByText('No answer without a legal volume.')).toBeTruthy();
});
