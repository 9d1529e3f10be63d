/** Folding by touch: the box is opened layer by layer; what would help is said with its answer. */
import { BoxFields } from '@dense-pack/core/box/record';
import { gangsOf } from '@dense-pack/core/box/gangs';
import { editionOf } from '@dense-pack/core/edition/index';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { act, fireEvent, render, screen, within } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import type { ShownBox } from '../../client/queries';
import { FoldStation } from './FoldStation';

let now: ShownBox;

function Bench({ line }: { readonly line: string }) {
  const [box, setBox] = useState(() => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(read.error.expected);
    return { ...BoxFields.parse({ name: 'Den', box: read.box }), id: 'box-00000001' } as unknown as ShownBox;
  });
  useEffect(() => {
    now = box;
  }, [box]);
  return (
    <FoldStation
      box={box}
      edition={editionOf('nec2023')}
      width={390}
      onBox={(change) => setBox({ ...now, box: change(now.box) })}
    />
  );
}
const press = (name: string | RegExp) => act(() => fireEvent.press(screen.getByRole('button', { name })));
const said = (id: string) => within(screen.getByTestId(id)).getByText(/./).props.children as string;

test('the box is opened from the back to the front, and turned with its devices', () => {
  render(<Bench line="18 in3 plastic, 12/2 feed, 12/2 out, gfci" />);
  expect(said('fold-answer')).toMatch(/^It folds, .* of depth left over$/);
  expect(said('fold-layer')).toBe('Grounds, 1 of 4 from the back');
  press('Towards the front');
  expect(said('fold-layer')).toBe('Neutrals, 2 of 4 from the back');
  press('Devices');
  expect(said('fold-layer')).toBe('Devices, 4 of 4 from the back');
  expect(screen.getByText(/Neutrals: fold them over the grounds\./)).toBeTruthy();
  press('up');
  expect(screen.getByText(/1\. Joint 1 .*above/)).toBeTruthy();
});

test('where it is tight what would help is told, and room for deeper switches is one touch', () => {
  render(<Bench line="32 in3 plastic 2-gang, 14/2 feed, 14/2 out, 3x 14/2 leg, dimmer depth 1.5, switch" />);
  expect(said('fold-answer')).toMatch(/^It folds tightly/);
  expect(screen.getByText(/^A box ¼ in deeper: it folds/)).toBeTruthy();
  press('Room for smart switches later?');
  expect(screen.getByText(/^With smart switches, 1½ in deep: it folds tightly/)).toBeTruthy();
  expect(gangsOf(now.box).map(({ item }) => item.device)).toEqual(['dimmer', 'switch']);
});

test('what cannot be told says what is missing', () => {
  render(<Bench line="14/2 feed, switch" />);
  expect(said('fold-answer')).toBe('It cannot be told');
  expect(screen.getByText(/its volume is not known: read the stamp/)).toBeTruthy();
});

test('a key slides the depth that is looked into, by eighths, and a layer brings the order back', () => {
  render(<Bench line="18 in3 plastic, 12/2 feed, 12/2 out, gfci" />);
  const slide = screen.getByTestId('depth-slide');
  const key = (name: string) =>
    act(() => {
      (slide.props as { onKeyDown: (event: unknown) => void }).onKeyDown({
        key: name,
        preventDefault: () => undefined,
        stopPropagation: () => undefined,
      });
    });
  key('End');
  expect(said('fold-layer')).toMatch(/^2¹³⁄₁₆ in from the back$/);
  key('ArrowLeft');
  expect(said('fold-layer')).toMatch(/ in from the back$/);
  press('Neutrals');
  expect(said('fold-layer')).toBe('Neutrals, 2 of 4 from the back');
});

test('a step that was ticked by mistake is taken back', () => {
  render(<Bench line="18 in3 plastic, 12/2 feed, 12/2 out, gfci" />);
  press('Both hands busy');
  press('Done, next');
  expect(said('busy-title')).toBe('Grounds');
  press('The step before');
  press('Done: take the tick back');
  expect(screen.getByRole('button', { name: 'Done, next' })).toBeTruthy();
});

test('at rough-in the router is asked of, and the device is not', () => {
  render(<Bench line="18 in3 plastic, 3x 12/2, gfci" />);
  press('Rough-in');
  expect(said('fold-answer')).toBe('Curled, the ends are clear of the router');
  expect(screen.getByText(/bit that cuts the board reaches about ³⁄₄ in/)).toBeTruthy();
});

test('a divided box is folded space by space, and untold spaces are asked for', () => {
  const { unmount } = render(
    <Bench line="measured 3.9375 x 3 x 3, 2-gang, barrier metal, 14/2 feed, 14/2 leg, switch, 14/2 feed side b, 14/2 leg side b, switch side b" />,
  );
  expect(said('fold-answer')).toMatch(/^It folds/);
  unmount();
  render(<Bench line="measured 3.9375 x 3 x 3, 2-gang, barrier metal, 14/2 feed, 14/2 leg, switch" />);
  expect(screen.getByText(/say which cables and devices are in space b/)).toBeTruthy();
});
