/** Cutting in by touch (docs/trade.md#openings): each thing found at the wall is one touch; what is typed wrong is told and kept. */
import { Hole } from '@dense-pack/core/box/hole';
import { BoxFields } from '@dense-pack/core/box/record';
import { Surface } from '@dense-pack/core/box/surface';
import { editionOf } from '@dense-pack/core/edition/index';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { usualHole } from '@dense-pack/core/space/of-box';
import { act, fireEvent, render, screen, within } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import type { ShownBox } from '../../client/queries';
import { CutInStation } from './CutInStation';

let now: ShownBox;

const boxOf = (line: string) => {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
};

function Wall({
  stud,
  surface,
}: {
  readonly stud?: 'left' | 'right';
  readonly surface?: Surface | undefined;
}) {
  const [box, setBox] = useState(() => {
    const fields = BoxFields.parse({
      name: 'Den',
      box: boxOf('32 in3 plastic 2-gang old-work, 2x 14/2, 2x switch'),
      found: boxOf('18 in3 plastic new-work, 14/2, switch'),
      stage: 'planned',
      seen: { ...(stud && { stud }), ...(surface && { surface }) },
    });
    return { ...fields, id: 'box-00000001' } as unknown as ShownBox;
  });
  useEffect(() => {
    now = box;
  }, [box]);
  return (
    <CutInStation
      box={box}
      edition={editionOf('nec2023')}
      width={390}
      onBox={(change) => setBox({ ...now, box: change(now.box) })}
      onSurface={(change) => {
        const surface = change(now.seen.surface);
        const { surface: _gone, ...seen } = now.seen;
        setBox({ ...now, seen: surface ? { ...seen, surface } : seen });
      }}
      onHole={(change) =>
        setBox({ ...now, seen: { ...now.seen, hole: change(now.seen.hole ?? usualHole(now)) } })
      }
    />
  );
}
const press = (name: string | RegExp) => act(() => fireEvent.press(screen.getByRole('button', { name })));
const verdict = () => within(screen.getByTestId('cut-in-verdict')).getByText(/./).props.children as string;

test('the hole grows away from the stud; the other side is one touch', () => {
  render(<Wall stud="left" />);
  expect(verdict()).toBe('Cut 4³⁄₁₆ in × 3⁵⁄₈ in, grows to the right');
  press('Right of it');
  expect(verdict()).toBe('Cut 4³⁄₁₆ in × 3⁵⁄₈ in, grows to the left');
  expect(now.seen.hole?.there?.fixed).toBe('right');
});

test('a pipe where it must grow: what would work is offered, taken by a touch, and kept', () => {
  render(<Wall stud="left" />);
  press('Pipe right');
  expect(screen.getByText('The old opening stays beside it and must be closed.')).toBeTruthy();
  press(/^A box no deeper than 2 in/);
  expect(verdict()).toBe('Cut 4³⁄₁₆ in × 3⁵⁄₈ in, grows to the right');
  expect(now.seen.hole?.new.depth).toBe('2 in');
  press('Pipe right');
  expect(now.seen.hole?.obstacles).toEqual([]);
});

test('tile moves the surface out; a wider bay keeps the side of the stud', () => {
  render(<Wall stud="right" />);
  press(/^Tile/);
  expect(now.seen.hole?.wall.finish).toBe('3/8 in');
  press('24 in');
  expect(now.seen.hole?.wall.studs).toEqual(['0 in', '24 in']);
  expect(verdict()).toContain('grows to the left');
});

test('a measure that cannot be is told at its field, stays there, and changes nothing', () => {
  render(<Wall stud="left" />);
  press('Type the measures');
  const field = screen.getByLabelText('Cavity');
  act(() => fireEvent.changeText(field, 'wide'));
  act(() => fireEvent(field, 'blur'));
  expect(screen.getByTestId('problem')).toHaveTextContent(
    '“wide” is no length; accepted is a length in in, ft, mm, cm, as “23 1/4 in”',
  );
  expect(now.seen.hole?.wall.cavity ?? '3 1/2 in').toBe('3 1/2 in');
  const studs = screen.getByLabelText('Studs, centres, with commas');
  act(() => fireEvent.changeText(studs, '0 in, 1 in'));
  act(() => fireEvent(studs, 'blur'));
  expect(
    screen
      .getAllByTestId('problem')
      .map(({ props }) => String(props.children))
      .join(),
  ).toContain('overlaps the stud at 0 in');
});

test('what is measured into a stud is said, and the side of the stud mends it', () => {
  render(<Wall stud="left" />);
  press('Type the measures');
  const field = screen.getByLabelText('Old box: centre along the wall');
  act(() => fireEvent.changeText(field, '0 in'));
  act(() => fireEvent(field, 'blur'));
  expect(screen.getByText(/would stand in the stud at 0 in/)).toBeTruthy();
  press('Right of it');
  expect(verdict()).toContain('grows to the left');
});

test('raceway: it is laid by the arrows, ends in a switch, branches, and is taken back', () => {
  render(<Wall stud="left" />);
  press('Lay surface raceway from this box');
  for (let nth = 0; nth < 5; nth += 1) press('6 in up');
  for (let nth = 0; nth < 4; nth += 1) press('6 in to the right');
  // Five times up is one straight, four times along another.
  expect(now.seen.surface?.legs[0]?.points).toHaveLength(2);
  press('switch box');
  expect(screen.getByText('1 starter, 1 flat elbow, 1 switch box; 2 straps, 4 bushings.')).toBeTruthy();
  press(/^Branch at/);
  expect(now.seen.surface?.legs).toHaveLength(2);
  expect(screen.getByText(/1 tee/)).toBeTruthy();
  press('Take back');
  expect(now.seen.surface?.legs).toHaveLength(1);
  press('Take the run away');
  expect(now.seen.surface).toBeUndefined();
});

test('the starter’s marked volume is told with the verdict, and put into the count by a touch', () => {
  render(<Wall stud="left" />);
  press('Lay surface raceway from this box');
  press('Type the measures of the run');
  const field = screen.getByLabelText('Starter’s marked volume, as 8 in3');
  act(() => fireEvent.changeText(field, 'eight'));
  act(() => fireEvent(field, 'blur'));
  expect(screen.getByTestId('problem')).toHaveTextContent(/^write a volume with its unit/);
  const again = screen.getByLabelText('Starter’s marked volume, as 8 in3');
  act(() => fireEvent.changeText(again, '8 in3'));
  act(() => fireEvent(again, 'blur'));
  press('Put the starter into the count');
  expect(now.box.items.at(-1)).toMatchObject({ kind: 'added', part: 'ext', volume: '8 in3' });
  expect(screen.getByText('Its volume is in the count.')).toBeTruthy();
});

test('a fresh opening stands at a height by habit; the old box comes back where it usually stands', () => {
  render(<Wall stud="left" />);
  press('No box there yet');
  expect(now.seen.hole?.there).toBeUndefined();
  press('over a counter');
  expect(now.seen.hole?.wish.use).toBe('counter');
  expect(screen.getByText('Height by habit over a counter: match the neighbours first.')).toBeTruthy();
  press('No box there yet');
  expect(now.seen.hole?.there).toMatchObject({ gangs: 1, kind: 'new-work' });
});

test('in a thin cavity what is often in the way is taken as all of it, and is kept', () => {
  render(<Wall stud="left" />);
  press('Type the measures');
  const field = screen.getByLabelText('Cavity');
  act(() => fireEvent.changeText(field, '1 in'));
  act(() => fireEvent(field, 'blur'));
  for (const name of ['Box behind', 'Pipe left', 'Pipe right']) press(name);
  expect(now.seen.hole?.obstacles.map(({ depth }) => depth)).toEqual([undefined, undefined, undefined]);
  expect(Hole.safeParse(now.seen.hole).success).toBe(true);
});

test('the wires of the run are not guessed: one touch says which they are, and they are in the count', () => {
  render(<Wall stud="left" />);
  press('Lay surface raceway from this box');
  expect(screen.queryByText(/are not in the count/)).toBeNull();
  press('6 in up');
  expect(screen.getByText('The wires of this run are not in the count')).toBeTruthy();
  press(/^2 × 14 AWG and a ground: /);
  expect(now.box.items.filter(({ kind }) => kind === 'conductors')).toMatchObject([
    { count: 2, size: 14, run: 'enters', duty: { does: 'out' } },
  ]);
  expect(screen.getByText('The wires of this run are in the count.')).toBeTruthy();
  press('One more: Wires');
  press('One more: Wires');
  expect(screen.getByText('The count has other wires than this run')).toBeTruthy();
  press(/^4 × 12 AWG and a ground: /);
  expect(now.box.items.filter(({ kind }) => kind === 'conductors')).toMatchObject([{ count: 4, size: 12 }]);
});

test('a leg of raceway takes sixty points, then says so and loses nothing', () => {
  render(<Wall stud="left" />);
  press('Lay surface raceway from this box');
  press('6 in up');
  press('6 in to the right');
  const [leg, ...legs] = now.seen.surface?.legs ?? [];
  if (!leg) throw new Error('no leg');
  expect(leg.points).toHaveLength(2);
  // Twenty-seven times the same, as those touches would make them; the last of them are touched.
  const points = Array.from({ length: 56 }, (_, nth) => ({
    x: `${6 * Math.floor((nth + 1) / 2)} in`,
    y: `${6 * Math.ceil((nth + 1) / 2)} in`,
  }));
  screen.unmount();
  render(
    <Wall
      stud="left"
      surface={Surface.parse({ ...now.seen.surface, legs: [{ ...leg, points }, ...legs] })}
    />,
  );
  for (let nth = 0; nth < 3; nth += 1) {
    press('6 in up');
    press('6 in to the right');
  }
  expect(now.seen.surface?.legs[0]?.points).toHaveLength(60);
  expect(screen.getByText('This leg has 60 points, as many as are kept')).toBeTruthy();
  expect(Surface.safeParse(now.seen.surface).success).toBe(true);
}, 60_000);
