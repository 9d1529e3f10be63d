/** Setting up what a box does by touch: cables, devices, circuits, raceways. Invented boxes. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { workOf } from '@dense-pack/core/plan/suggest';
import { editionOf } from '@dense-pack/core/edition/index';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { fireEvent, render, screen, within } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import type { ShownBox } from '../../client/queries';
import { JoinStation } from './JoinStation';

const edition = editionOf('nec2023');
let now: BoxDocument;

function Join({ line }: { line: string }) {
  const [box, setBox] = useState(() => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(read.error.expected);
    return read.box;
  });
  useEffect(() => {
    now = box;
  }, [box]);
  return <JoinStation box={{ box, circuit: '5' } as ShownBox} edition={edition} width={360} onBox={setBox} />;
}

const run = (of: string) => workOf(now).runs.find((one) => one.of === of);
const device = (of: string) => workOf(now).devices.find((one) => one.of === of);
const press = (card: string, group: string, label: string) =>
  fireEvent.press(within(within(screen.getByLabelText(card)).getByLabelText(group)).getByText(label));
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
  expect(now.work?.plan?.broken).toEqual(['i2.0:hot']);
  expect(proof()).toHaveTextContent(/The plan works/);
  press('duplex receptacle', 'Upper half', 'always hot');
  expect(device('i2.0')?.halves).toBeUndefined();
  expect(now.work?.plan?.broken).toEqual([]);
});

test('what a GFCI protects is put on its LOAD', () => {
  render(<Join line='22 in3 plastic, 12/2 feed, 12/2 out "bath", gfci' />);
  press('bath', 'Protected by', 'GFCI receptacle, LOAD');
  expect(run('i2.0')).toMatchObject({ guard: 'i3.0' });
  expect(now.work?.plan?.lands.map(({ at }) => at)).toContain('t:i3.0:load-hot');
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
  expect(now.work?.plan?.broken).toEqual(['i2.0:hot']);
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
  expect(proof()).toHaveTextContent(/The plan works/);
});

test('ways of working change the plan: through the screws, other connectors, no spare tail', () => {
  render(<Join line="18 in3 plastic, 12/2 feed, 12/2 out, duplex" />);
  fireEvent.press(screen.getByText('Ways of working'));
  fireEvent.press(screen.getByText('Through its screws'));
  expect(now.work?.plan?.joints).toHaveLength(1);
  fireEvent.press(screen.getByText('Lever'));
  expect(now.work?.plan?.joints[0]?.connectors).toEqual(['lever-3']);
  fireEvent.press(screen.getByText('Pigtails'));
  expect(now.work?.plan?.joints).toHaveLength(3);
  expect(proof()).toHaveTextContent(/The plan works/);
});

test('a smart switch made without a neutral, and a combination device', () => {
  render(<Join line='20 in3 plastic, 14/2 feed, 14/2 leg "porch", smart' />);
  press('smart switch', 'Neutral', 'made without');
  expect(device('i3.0')).toMatchObject({ neutral: false });
  expect(proof()).toHaveTextContent(/The plan works/);
});
