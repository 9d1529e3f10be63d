/** Setting up what a box does by touch: cables, devices, circuits, raceways. Invented boxes. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { removeItem } from '@dense-pack/core/box/edit';
import { nothingSeen } from '@dense-pack/core/box/record';
import { planOf } from '@dense-pack/core/plan/planned';
import { workOf } from '@dense-pack/core/plan/suggest';
import { editionOf } from '@dense-pack/core/edition/index';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { act, fireEvent, render, screen, within } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import type { ShownBox } from '../../client/queries';
import { JoinStation } from './JoinStation';

const edition = editionOf('nec2023');
let now: BoxDocument;
let elsewhere: (change: (box: BoxDocument) => BoxDocument) => void;

function Join({ line }: { line: string }) {
  const [{ box, seen }, setBoth] = useState(() => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(read.error.expected);
    return { box: read.box, seen: nothingSeen() };
  });
  const onBox = (change: (box: BoxDocument) => BoxDocument) =>
    setBoth(({ box, seen }) => ({ box: change(box), seen }));
  useEffect(() => {
    now = box;
    elsewhere = onBox;
  });
  const shown = { box, circuit: '5', seen } as ShownBox;
  return <JoinStation box={shown} edition={edition} width={360} onBox={onBox} onBoth={setBoth} />;
}

/** The plan that follows from the box as it is now. */
const plan = () => planOf(now, workOf(now, '5'), edition).wiring;
const run = (of: string) => workOf(now).runs.find((one) => one.of === of);
const device = (of: string) => workOf(now).devices.find((one) => one.of === of);
/** Touches the row of a cable or a device in the list under the drawing. */
const take = (name: string) =>
  fireEvent.press(within(screen.getByLabelText('What each does')).getByText(new RegExp(`^${name}$`, 'i')));
/** Holds a cable or a device, where it is not held, and chooses something of it. */
const press = (card: string, group: string, label: string) => {
  if (!screen.queryByLabelText(card)) take(card);
  fireEvent.press(within(within(screen.getByLabelText(card)).getByLabelText(group)).getByText(label));
};
const proof = () => screen.getByTestId('proof');

test('a three-way is set up from its cable: chain, way and third conductor', () => {
  render(<Join line='20 in3 plastic, 14/2 feed, 14/3 "to the stair", 3way' />);
  press('to the stair', 'It is', 'travelers');
  expect(run('i2.0')).toMatchObject({ does: 'travelers', chain: 'way-1', leads: 'load', third: 'neutral' });
  expect(proof()).toHaveTextContent(/The plan works/);
  press('to the stair', 'It leads toward', 'the feed');
  expect(proof()).toHaveTextContent(/No good plan yet|The plan works/);
  press('three-way switch', 'Its common', 'goes to the light');
  expect(device('i3.0')).toMatchObject({ end: 'load' });
});

test('a half-switched outlet: the red comes switched, the upper half takes it, the tab is broken', () => {
  render(<Join line='20 in3 plastic, 14/3 "from the switch", duplex' />);
  press('from the switch', 'It is', 'feed');
  press('from the switch', 'Its red is', 'switched elsewhere');
  press('duplex receptacle', 'Upper half', 'switched elsewhere');
  expect(device('i2.0')?.halves).toEqual(['i1.0', 'a']);
  expect(plan().broken).toEqual(['i2.0:hot']);
  expect(proof()).toHaveTextContent(/The plan works/);
  press('duplex receptacle', 'Upper half', 'always hot');
  expect(device('i2.0')?.halves).toBeUndefined();
  expect(plan().broken).toEqual([]);
});

test('what a GFCI protects is put on its LOAD', () => {
  render(<Join line='22 in3 plastic, 12/2 feed, 12/2 out "bath", gfci' />);
  press('bath', 'Protected by', 'GFCI receptacle, LOAD');
  expect(run('i2.0')).toMatchObject({ guard: 'i3.0' });
  expect(plan().lands.map(({ at }) => at)).toContain('t:i3.0:load-hot');
  expect(proof()).toHaveTextContent(/The plan works/);
  press('bath', 'Protected by', 'GFCI receptacle, LOAD');
  expect(run('i2.0')?.guard).toBeUndefined();
});

test('a second circuit is brought in, named, and made a multiwire circuit', () => {
  render(<Join line='22 in3 plastic, 12/3 "panel", duplex' />);
  fireEvent.press(screen.getByText('circuit 5'));
  fireEvent.press(screen.getByText('Another circuit in this box'));
  expect(now.work?.circuits).toHaveLength(2);
  press('panel', 'It is', 'feed');
  press('panel', 'Its red is', 'circuit B');
  fireEvent.press(
    within(screen.getAllByLabelText('Shares its neutral with (multiwire)')[0] ?? proof()).getByText(
      'circuit B',
    ),
  );
  expect(now.work?.circuits[0]).toMatchObject({ partner: 'b' });
  press('duplex receptacle', 'Lower half', 'circuit B, always');
  expect(plan().broken).toEqual(['i2.0:hot']);
  expect(proof()).toHaveTextContent(/must be opened together/);
  expect(proof()).toHaveTextContent(/The plan works/);
});

test('14 AWG on a 20 A breaker is told as soon as the breaker is', () => {
  render(<Join line="18 in3 plastic, 14/2 feed, duplex" />);
  fireEvent.press(screen.getByText('circuit 5'));
  fireEvent.press(within(screen.getByLabelText('Breaker of circuit 5, A')).getByText('20'));
  expect(proof()).toHaveTextContent(/14 AWG on the 20 A breaker of circuit 5 wants 12 AWG/);
  fireEvent.press(within(screen.getByLabelText('Breaker of circuit 5, A')).getByText('15'));
  expect(proof()).toHaveTextContent(/The plan works/);
});

test('conductors of a raceway are spoken for in sets', () => {
  render(<Join line="30 in3 metal, 4x 12, ground 12, duplex" />);
  expect(proof()).toHaveTextContent(/Of the 4 conductors of the raceway 2 are spoken for/);
  take('raceway feed');
  fireEvent.press(screen.getByText('Another set in this raceway'));
  // The raceway is two pieces now; together they are what was counted.
  expect(workOf(now).runs.map(({ does, wires }) => [does, wires])).toEqual([
    ['feed', 2],
    ['out', undefined],
  ]);
  expect(now.items.filter(({ kind }) => kind === 'conductors')).toMatchObject([
    { id: 'i1.0', count: 2 },
    { count: 2 },
  ]);
  // What the second set does was guessed: nobody said so until it is confirmed.
  expect(proof()).toHaveTextContent(/Works if these roles are right.*assumed feed-out/);
  fireEvent.press(screen.getByText('These roles are right'));
  expect(proof()).toHaveTextContent(/The plan works/);
});

test('ways of working change the plan: through the screws, other connectors, no spare tail', () => {
  render(<Join line="18 in3 plastic, 12/2 feed, 12/2 out, duplex" />);
  fireEvent.press(screen.getByText('Ways of working'));
  fireEvent.press(screen.getByText('Through its screws'));
  expect(plan().joints).toHaveLength(1);
  fireEvent.press(screen.getByText('Lever'));
  expect(plan().joints[0]?.connectors).toEqual(['lever-3']);
  fireEvent.press(screen.getByText('Pigtails'));
  expect(plan().joints).toHaveLength(3);
  expect(proof()).toHaveTextContent(/The plan works/);
});

test('a smart switch made without a neutral, and a combination device', () => {
  render(<Join line='20 in3 plastic, 14/2 feed, 14/2 leg "porch", smart' />);
  press('smart switch', 'Neutral', 'made without');
  expect(device('i3.0')).toMatchObject({ neutral: false });
  expect(proof()).toHaveTextContent(/The plan works/);
});

describe('by touching the drawing', () => {
  let touches = 0;
  beforeEach(() => (touches = 0));
  const at = (name: string) => {
    touches += 1;
    fireEvent.press(screen.getByLabelText(new RegExp(`^In the drawing: ${name}(, assumed)?$`)));
  };
  const choose = (words: string) => {
    touches += 1;
    fireEvent.press(within(screen.getByTestId('held')).getByText(words));
  };

  test('the hall box, two switches and five cables of which nothing is told, in at most twelve touches', () => {
    render(
      <Join line='32 in3 2-gang plastic, 14/2 "bottom", 14/2 "up", 14/2 "near", 14/2 "far", 14/2 "stair", clamps, 2x switch' />,
    );
    // Nothing of the guess is used: each is told.
    at('bottom');
    choose('feed');
    at('up');
    choose('feed-out');
    at('switch 1');
    at('near');
    at('far');
    at('switch 2');
    at('stair');
    expect(touches).toBeLessThanOrEqual(12);
    expect(workOf(now).runs).toMatchObject([
      { does: 'feed', circuits: ['a'] },
      { does: 'out', hots: ['a'] },
      { does: 'leg', hots: ['i7.0'] },
      { does: 'leg', hots: ['i7.0'] },
      { does: 'leg', hots: ['i7.1'] },
    ]);
    expect(proof()).toHaveTextContent(/The plan works/);
  });

  test('a three-way chain in at most eight touches', () => {
    render(<Join line='20 in3 plastic, 14/2 "panel", 14/3 "to the stair", 3way' />);
    at('panel');
    choose('feed');
    at('three-way switch');
    at('to the stair');
    expect(touches).toBeLessThanOrEqual(8);
    expect(run('i2.0')).toMatchObject({ does: 'travelers', chain: 'way-1', leads: 'load', third: 'neutral' });
    expect(device('i3.0')).toMatchObject({ chain: 'way-1', end: 'line' });
    expect(proof()).toHaveTextContent(/The plan works/);
  });

  test('what a GFCI protects, and taking it back, is two touches', () => {
    render(<Join line='22 in3 plastic, 12/2 feed, 12/2 out "bath", gfci' />);
    at('GFCI receptacle');
    expect(screen.getByTestId('held')).toHaveTextContent(/Now touch what it protects/);
    at('bath');
    expect(run('i2.0')).toMatchObject({ guard: 'i3.0' });
    at('bath');
    expect(run('i2.0')?.guard).toBeUndefined();
  });

  test('the halves of a duplex: the upper by the switch, then the lower, then neither', () => {
    render(<Join line="32 in3 2-gang plastic, 14/2 feed, switch, duplex" />);
    const switched = () => {
      at('duplex receptacle');
      return device('i3.0')?.halves;
    };
    at('switch');
    expect(switched()).toEqual(['i2.0', 'a']);
    expect(plan().broken).toEqual(['i3.0:hot']);
    expect(proof()).toHaveTextContent(/The plan works/);
    expect(switched()).toEqual(['a', 'i2.0']);
    expect(switched()).toBeUndefined();
  });

  test('a feed is never made a load by touching a switch: it is held instead', () => {
    render(<Join line='20 in3 plastic, 14/2 feed "panel", 14/2 leg, switch' />);
    at('switch');
    at('panel');
    expect(run('i1.0')).toMatchObject({ does: 'feed' });
    expect(within(screen.getByTestId('held')).getByText('Panel')).toBeTruthy();
    // Touched again it is put down.
    at('panel');
    expect(screen.queryByTestId('held')).toBeNull();
  });

  test('what is taken out elsewhere while it is held is put down; the next touch begins anew', () => {
    render(<Join line='32 in3 2-gang plastic, 14/2 feed, 14/2 leg "near", 2x switch' />);
    at('switch 1');
    expect(screen.getByTestId('held')).toHaveTextContent(/^Switch 1/);
    act(() => elsewhere((box) => removeItem(box, 'i3.0')));
    expect(screen.queryByTestId('held')).toBeNull();
    at('near');
    expect(screen.getByTestId('held')).toHaveTextContent(/^Near/);
    expect(run('i2.0')).toMatchObject({ does: 'leg' });
  });

  test('a multiwire feed: the second circuit is brought in where its red is chosen', () => {
    render(<Join line='22 in3 plastic, 12/3 "panel", duplex' />);
    at('panel');
    choose('feed');
    choose('a second circuit');
    expect(now.work?.circuits).toHaveLength(2);
    expect(run('i1.0')).toMatchObject({ circuits: ['a', 'b'] });
  });
});
