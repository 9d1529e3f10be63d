/** A touched thing, opened: everything of it can be changed there, and what is too much is refused in words. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { rowWith } from '@dense-pack/core/box/rows';
import { printCountLine } from '@dense-pack/core/shorthand/print';
import { editionOf } from '@dense-pack/core/edition/index';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { fireEvent, render, screen, within } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import { ItemCard } from './ItemCard';

let now: BoxDocument;
const close = jest.fn();

function Stage({ line, id }: { line: string; id: string }) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  const [box, setBox] = useState(read.box);
  useEffect(() => {
    now = box;
  }, [box]);
  const item = box.items.find((one) => one.id === id);
  const row = rowWith(box.items, id);
  return item && row ? (
    <ItemCard
      item={item}
      row={row}
      edition={editionOf('nec2023')}
      parted={false}
      why="Because."
      onChange={setBox}
      onClose={close}
    />
  ) : null;
}
const stage = (line: string, id = 'i1.0') => render(<Stage line={line} id={id} />);
const touch = (text: string) => fireEvent.press(screen.getByText(text));

test('a cable gets its role, entry, size and ground', () => {
  stage('18 in3, 12/2');
  expect(screen.getByText('Because.')).toBeTruthy();
  touch('leg');
  touch('bottom');
  fireEvent.press(within(screen.getByLabelText('Size, AWG')).getByText('14'));
  touch('Without');
  expect(printCountLine(now)).toBe('18 in3, 14/2 no-ground leg bottom');
  // The chosen one touched again is taken back.
  touch('leg');
  expect(printCountLine(now)).toBe('18 in3, 14/2 no-ground bottom');
});

test('a device is swapped in place, and its recorded depth goes with the old one', () => {
  stage('18 in3, 12/2, smart depth 1.5', 'i2.0');
  touch('switch');
  expect(printCountLine(now)).toBe('18 in3, 12/2, switch');
});

test('duplicate counts up, remove takes it out and closes', () => {
  stage('18 in3, 12/2');
  touch('Duplicate');
  expect(printCountLine(now)).toBe('18 in3, 2x 12/2');
  touch('Remove both: 12/2');
  expect(printCountLine(now)).toBe('18 in3');
  expect(close).toHaveBeenCalled();
});

test('of several alike, all are changed or only the one that was touched', () => {
  stage('18 in3, 3x 12/2', 'i1.1');
  touch('feed');
  expect(printCountLine(now)).toBe('18 in3, 3x 12/2 feed');
  touch('this one');
  touch('out');
  expect(printCountLine(now)).toBe('18 in3, 12/2 feed, 12/2 out, 12/2 feed');
  expect(now.items.map(({ id }) => id)).toEqual(['i1.0', 'i1.1', 'i1.2']);
  expect(screen.queryByText('this one')).toBeNull();
  touch('Remove 12/2 out');
  expect(now.items.map(({ id }) => id)).toEqual(['i1.0', 'i1.2']);
});

test('a label is kept as it is written, markup too; one of 10,000 characters is refused and not lost', () => {
  stage('18 in3, 12/2');
  const field = screen.getByLabelText('Label, as on its tag');
  fireEvent.changeText(field, 'x'.repeat(10_000));
  fireEvent(field, 'blur');
  expect(screen.getByTestId('problem')).toHaveTextContent(/10000 characters; one line of at most 80/);
  expect(printCountLine(now)).toBe('18 in3, 12/2');
  fireEvent.changeText(field, '<img src=x onerror=alert(1)>');
  fireEvent(field, 'blur');
  expect(screen.queryByTestId('problem')).toBeNull();
  expect(now.items[0]).toMatchObject({ label: '<img src=x onerror=alert(1)>' });
});
