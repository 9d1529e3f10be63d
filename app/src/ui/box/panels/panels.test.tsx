/** Adding by touch: what a press puts into the box, and what is asked first. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { editionOf } from '@dense-pack/core/edition/index';
import { printCountLine } from '@dense-pack/core/shorthand/print';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { fireEvent, render, screen } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import { AddPanel, type AddKind } from './AddPanel';

let now: BoxDocument;

function Stage({ line, what, edition }: { line: string; what: AddKind; edition: 'nec2023' | 'cec2018' }) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  const [box, setBox] = useState(read.box);
  useEffect(() => {
    now = box;
  }, [box]);
  return <AddPanel what={what} box={box} edition={editionOf(edition)} onChange={setBox} />;
}
const stage = (line: string, what: AddKind, edition: 'nec2023' | 'cec2018' = 'nec2023') =>
  render(<Stage line={line} what={what} edition={edition} />);
const press = (name: string) => fireEvent.press(screen.getByLabelText(name));

test('one press adds a cable, the same again counts it up, the steppers and the bin take it out', () => {
  stage('18 in3', 'cable');
  press('Add 12/2');
  press('Add 12/2');
  press('Add 14/3');
  expect(printCountLine(now)).toBe('18 in3, 2x 12/2, 14/3');
  press('One more: 12/2');
  expect(printCountLine(now)).toBe('18 in3, 3x 12/2, 14/3');
  press('One fewer: 12/2');
  press('Remove 14/3');
  expect(printCountLine(now)).toBe('18 in3, 2x 12/2');
});

test('a device on nothing is asked for its conductor before it can be added', () => {
  stage('18 in3', 'device');
  expect(screen.getByText('No conductor is in the box yet')).toBeTruthy();
  expect(screen.queryByLabelText('Add duplex')).toBeNull();
  fireEvent.press(screen.getByText('12 AWG'));
  press('Add duplex');
  expect(printCountLine(now)).toBe('18 in3, duplex @12');
});

test('with a cable in the box a device is added at once and takes its size from it', () => {
  stage('18 in3, 14/2', 'device');
  expect(screen.queryByText('No conductor is in the box yet')).toBeNull();
  press('Add GFCI');
  expect(printCountLine(now)).toBe('18 in3, 14/2, gfci');
});

test('push-in flaps ask for the school, and the choice is kept with the box', () => {
  stage('18 in3, 14/2', 'more');
  expect(screen.queryByText('Push-in flaps count as clamps?')).toBeNull();
  press('Add Flaps, push-in, plastic box');
  expect(now.flaps).toBe('leave-out');
  fireEvent.press(screen.getByText('Count them'));
  expect(now.flaps).toBe('count');
  expect(printCountLine(now)).toBe('18 in3, 14/2, flaps counted');
});

test.each([
  ['Add Clamps, inside, gripping', 'clamps'],
  ['Add Hickey', 'hickey'],
  ['Add Fixture wires, domed canopy', 'fixture 2x18 domed'],
  ['Add Ring, unmarked', 'ring unmarked'],
  ['Add Pigtail, 12 AWG, not counted', 'pigtails 1x12'],
  ['Add Through, 12 AWG', '1x 12 through'],
  ['Add Terminal block, 12 AWG', 'terminal 12'],
])('%s adds “%s”', (name, item) => {
  stage('18 in3, 12/2', 'more', 'cec2018');
  press(name);
  expect(printCountLine(now)).toBe(`18 in3, 12/2, ${item}`);
});
