/** The order of the gangs by touch; dragging is tried in the browser. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { gangsOf } from '@dense-pack/core/box/gangs';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { act, fireEvent, render, screen } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import { GangRow } from './GangRow';

let now: BoxDocument;
function Row({ line }: { readonly line: string }) {
  const [box, setBox] = useState(() => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(read.error.expected);
    return read.box;
  });
  useEffect(() => {
    now = box;
  }, [box]);
  return <GangRow box={box} onBox={(change) => setBox(change)} />;
}
const press = (name: string | RegExp) => act(() => fireEvent.press(screen.getByRole('button', { name })));
const order = () => gangsOf(now).map(({ item }) => item.device);

test('a device is chosen and moved; at the end it goes no further', () => {
  render(<Row line="44 in3 3-gang, 14/2, switch, dimmer, gfci" />);
  press(/^GFCI/);
  press('To the left');
  expect(order()).toEqual(['switch', 'gfci', 'dimmer']);
  press('To the left');
  expect(order()).toEqual(['gfci', 'switch', 'dimmer']);
  expect(screen.getByRole('button', { name: 'To the left' })).toBeDisabled();
});

test('the gang by the door is told, from either side, and taken back', () => {
  render(<Row line="32 in3 2-gang, 14/2, switch, dimmer" />);
  expect(screen.queryByText('by the door')).toBeNull();
  press('right of it');
  expect(now.site?.door).toBe('right');
  expect(screen.getByText('by the door')).toBeTruthy();
  press('right of it');
  expect(now.site?.door).toBeUndefined();
});

test('one device has no order', () => {
  render(<Row line="18 in3, 14/2, switch" />);
  expect(screen.queryByText('Which stands where')).toBeNull();
});
