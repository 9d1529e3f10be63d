/** Adding by touch: what a press puts into the box, and what is asked first. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { editionOf } from '@dense-pack/core/edition/index';
import { printCountLine } from '@dense-pack/core/shorthand/print';
import { tally } from '@dense-pack/core/fill/tally';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { fireEvent, render, screen } from '@testing-library/react-native';
import { type ComponentType, useEffect, useLayoutEffect, useState } from 'react';
import { BoxPanel } from './BoxPanel';
import { CablePanel } from './CablePanel';
import { CountPanel } from './CountPanel';
import { DevicePanel } from './DevicePanel';
import { InTheBox } from './InTheBox';
import { MorePanel } from './MorePanel';

/** What was drawn, in its order. */
const mockDrawn: string[] = [];
jest.mock('../../tape/RoomLeft', () => ({
  RoomLeft: () => {
    mockDrawn.push('room left');
    return null;
  },
}));

let now: BoxDocument;
const opened = jest.fn();
beforeEach(() => {
  globalThis.localStorage?.clear();
  opened.mockClear();
});

const PANELS = {
  box: BoxPanel,
  cable: CablePanel,
  device: DevicePanel,
  more: MorePanel,
} as unknown as Record<string, ComponentType<Record<string, unknown>>>;

interface StageProps {
  line: string;
  what: string;
  edition: 'nec2023' | 'cec2018';
  id: string;
}

function Stage({ line, what, edition, id }: StageProps) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  const [box, setBox] = useState(read.box);
  useEffect(() => {
    now = box;
  }, [box]);
  const Panel = PANELS[what];
  if (!Panel) throw new Error(what);
  return <Panel boxId={id} box={box} edition={editionOf(edition)} onChange={setBox} onOpen={opened} />;
}
const stage = (line: string, what: string, edition: 'nec2023' | 'cec2018' = 'nec2023', id = 'b') =>
  render(<Stage line={line} what={what} edition={edition} id={id} />);
const press = (name: string | RegExp) => fireEvent.press(screen.getByLabelText(name));
const nameOf = ({ props }: { props: Record<string, unknown> }) =>
  String(props['accessibilityLabel'] ?? props['aria-label']);
const touch = (text: string) => fireEvent.press(screen.getByText(text));

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
  press('Open 12/2');
  expect(opened).toHaveBeenCalledWith(now.items[0]?.id);
});

/** A job whose edition was chosen, and nothing settled yet. */
const asked = { job: {}, around: {}, settle: { onBox: () => undefined, onEdition: () => undefined } };

test('a count that is no pass leads to what makes it legal, and a legal one does not', () => {
  const shown = (line: string) => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(read.error.expected);
    const fix = jest.fn();
    const counted = tally(read.box, editionOf('nec2023'));
    render(
      <CountPanel box={read.box} {...asked} counted={counted} open={undefined} onOpen={opened} onFix={fix} />,
    );
    return fix;
  };
  for (const line of ['18 in3, 3x 12/2, duplex', 'plastic, 12/2, duplex']) {
    const fix = shown(line);
    touch('What makes it legal');
    expect(fix).toHaveBeenCalledTimes(1);
    screen.unmount();
  }
  shown('18 in3, 2x 12/2, duplex');
  expect(screen.queryByText('What makes it legal')).toBeNull();
});

test('the tape is drawn at once, and what stands below it comes after', () => {
  const read = readCountLine('18 in3, 2x 12/2, duplex');
  if (!read.ok) throw new Error(read.error.expected);
  const counted = tally(read.box, editionOf('nec2023'));
  function Watched({ box }: { readonly box: BoxDocument }) {
    useLayoutEffect(() => void mockDrawn.push('drawn'), []);
    return <CountPanel box={box} {...asked} counted={counted} open={undefined} onOpen={opened} />;
  }
  mockDrawn.length = 0;
  render(<Watched box={read.box} />);
  screen.getByLabelText('Count');
  screen.getByText('Before hands go in');
  expect(mockDrawn).toEqual(['drawn', 'room left']);
});

test('all that is in the box is listed, each to open, to count and to take out', () => {
  const read = readCountLine('21 in3 metal, 2x 12/2, clamps, duplex');
  if (!read.ok) throw new Error(read.error.expected);
  const change = jest.fn<void, [(box: BoxDocument) => BoxDocument]>();
  render(<InTheBox box={read.box} onChange={change} onOpen={opened} />);
  press('Open duplex receptacle');
  expect(opened).toHaveBeenCalledWith('i3.0');
  press('Remove clamps');
  const after = change.mock.calls[0]?.[0](read.box);
  expect(after && printCountLine(after)).toBe('21 in3 metal, 2x 12/2, duplex');
});

test('the last used cable comes first, the commonest after it', () => {
  stage('18 in3', 'cable');
  press('Add 10/3');
  const names = screen.getAllByLabelText(/^Add \d/).map(nameOf);
  expect(names.slice(0, 3)).toEqual(['Add 10/3', 'Add 12/2', 'Add 14/2']);
  screen.unmount();
  stage('18 in3', 'cable');
  expect(screen.getAllByLabelText(/^Add \d/).map(nameOf)[0]).toBe('Add 10/3');
});

test('a held cable is made up from chips, without a keyboard', () => {
  stage('18 in3', 'cable');
  fireEvent(screen.getByLabelText('Add 14/2'), 'longPress');
  touch('3');
  touch('MC');
  touch('travelers');
  touch('top');
  touch('Bring in 14/3 mc travelers top');
  expect(printCountLine(now)).toBe('18 in3, 14/3 mc travelers top');
  touch('Another: size, kind, role, where it enters');
  touch('Without');
  touch('Bring in 14/3 mc no-ground travelers top');
  expect(printCountLine(now)).toBe('18 in3, 14/3 mc travelers top, 14/3 mc no-ground travelers top');
});

test('a device on nothing is asked for its conductor before it can be added', () => {
  stage('18 in3', 'device');
  expect(screen.getByText('No conductor is in the box yet')).toBeTruthy();
  expect(screen.queryByLabelText('Add duplex')).toBeNull();
  touch('12 AWG');
  press('Add duplex');
  expect(printCountLine(now)).toBe('18 in3, duplex @12');
});

test('with a cable in the box a device is added at once and takes its size from it', () => {
  stage('18 in3, 14/2', 'device');
  expect(screen.queryByText('No conductor is in the box yet')).toBeNull();
  press('Add GFCI');
  press('Add 3-way');
  expect(printCountLine(now)).toBe('18 in3, 14/2, gfci, 3way');
});

test('push-in flaps ask for the school, and the choice is kept with the box', () => {
  stage('18 in3, 14/2', 'more');
  expect(screen.queryByText('Push-in flaps count as clamps?')).toBeNull();
  press('Add Flaps push-in, plastic box');
  expect(now.flaps).toBe('leave-out');
  touch('Count them');
  expect(now.flaps).toBe('count');
  expect(printCountLine(now)).toBe('18 in3, 14/2, flaps counted');
});

test.each([
  ['Add Clamps inside, gripping', 'clamps'],
  ['Add Hickey', 'hickey'],
  ['Add Fixture wires domed canopy', 'fixture 2x18 domed'],
  ['Unmarked extension', 'ext unmarked'],
  ['Add Pigtail 12 AWG, not counted', 'pigtails 1x12'],
  ['Add Terminal block 12 AWG', 'terminal 12'],
  ['Add Ground alone 12 AWG', 'ground 12'],
  ['Add Barrier plastic', 'barrier plastic'],
])('%s adds “%s”', (name, item) => {
  stage('18 in3, 12/2', 'more', 'cec2018');
  if (screen.queryByLabelText(name)) press(name);
  else touch(name);
  expect(printCountLine(now)).toBe(`18 in3, 12/2, ${item}`);
});

test('a loop and a marked ring are made with steppers', () => {
  stage('box 4sq-1.5, 12/2', 'more');
  touch('Loop');
  press('1 more: Length in the box, in');
  touch('Add 2 × 12 AWG loop');
  touch('ring');
  press('1 less: Volume marked on it, in³');
  press('0.05 more: Volume marked on it, in³');
  press('0.05 more: Volume marked on it, in³');
  touch('Add ring of 7.1 in³');
  expect(printCountLine(now)).toBe('box 4sq-1.5, 12/2, 2x 12 loop 15 in, ring 7.1 in3');
});

test('both stamps stand side by side: each way counted, and why they may differ', () => {
  stage('18 in3, marks 9/14 7/12, 5x 12, ground 12, duplex, no clamps', 'box');
  // docs/trade.md#fill-nec: a stamp can be lower than volume ÷ allowance. 5 + 1 + 2 allowances of 12: 18.00 in³ of 18, 8 of 7.
  expect(screen.getByTestId('both-ways')).toHaveTextContent(
    /By volumeLegal, 0\.00 in³ left.*By wire countsOver by 1/,
  );
  touch('Wire counts ');
  press('One more: wires of 12 AWG');
  expect(screen.getByTestId('both-ways')).toHaveTextContent(/By wire countsLegal, 0/);
  for (let nth = 0; nth < 8; nth += 1) press('One fewer: wires of 12 AWG');
  expect(now.shell.marks).toEqual([{ size: 14, count: 9 }]);
});

test('a stamp of which nothing was copied puts nothing in, and neither does a box measured in part', () => {
  stage('1-gang plastic device-box', 'box');
  touch('Wire counts ');
  expect(now.shell.marks).toBeUndefined();
  // 14.0 to 22.5 in³ by 2.25 in³ an allowance: 6 to 10 of 12 AWG.
  for (const count of [6, 7, 8, 9, 10])
    expect(screen.getByLabelText(`${count} wires of 12 AWG`)).toBeTruthy();
  expect(screen.queryByLabelText('11 wires of 12 AWG')).toBeNull();
  press('8 wires of 12 AWG');
  expect(now.shell.marks).toEqual([{ size: 12, count: 8 }]);
  touch('6 AWG ');
  expect(now.shell.marks).toHaveLength(1);
  touch('Measured ');
  press('1 more: Inside width, in');
  press('1 more: Inside depth, in');
  expect(now.shell.measured).toBeUndefined();
  press('1 more: Inside height, in');
  expect(now.shell.measured).toEqual(['2 in', '3 in', '2.5 in']);
});

test('another kind of box keeps nothing of the one before', () => {
  stage('44 in3 plastic 3-gang device-box, clamps, deep 3 in, 2x 12/2', 'box');
  press('1-gang: device box');
  expect(printCountLine(now)).toBe('plastic device-box, 2x 12/2');
  press('Pan: ceiling pan');
  expect(printCountLine(now)).toBe('plastic pan, 2x 12/2');
});

test('the kind of a box that was not described yet leaves its volume', () => {
  stage('18 in3 metal, 12/2', 'box');
  press('1-gang: device box');
  expect(printCountLine(now)).toBe('18 in3 metal device-box, 12/2');
});

test('a second barrier is not offered', () => {
  stage('30 in3, 12/2', 'more');
  press('Add Barrier metal');
  expect(screen.queryByLabelText('Add Barrier plastic')).toBeNull();
});

test('a box is told by its picture, which narrows the volumes and standard boxes', () => {
  stage('12/2', 'box');
  press('2-gang: device box');
  expect(now.shell).toEqual({ gangs: 2, form: 'device-box', material: 'plastic' });
  press('32.0 in³');
  expect(printCountLine(now)).toBe('32 in3 2-gang plastic device-box, 12/2');
  press('Square: square box');
  touch('Standard ');
  expect(screen.queryByText('3 × 2 × 2½ device')).toBeNull();
  touch('4 × 1½ square');
  expect(now.shell).toMatchObject({ box: '4sq-1.5', material: 'metal', form: 'square' });
  expect(now.shell.volume).toBeUndefined();
});

test.each([
  ['big', /“big” is not a volume\. Accepted: more than 0 and at most 500/],
  ['10000', /at most 500 in³/],
  ['0', /more than 0/],
  // Twelve hundred, or one and a fifth.
  ['1,200', /“1,200” is not a volume/],
])('the volume “%s” is refused with what is accepted, and nothing is changed', (text, why) => {
  stage('18 in3, 12/2', 'box');
  const field = screen.getByLabelText('Another volume, in³ (or write ml)');
  fireEvent.changeText(field, text);
  fireEvent(field, 'submitEditing');
  expect(screen.getByTestId('problem')).toHaveTextContent(why);
  expect(now.shell.volume).toBe('18 in3');
});

test.each([
  ['20,25', '20.25 in3'],
  ['295,5 ml', '295.5 ml'],
])(
  'the volume “%s” is taken: some phones have a comma and no point among the keys of decimals',
  (text, volume) => {
    stage('18 in3, 12/2', 'box');
    const field = screen.getByLabelText('Another volume, in³ (or write ml)');
    fireEvent.changeText(field, text);
    fireEvent(field, 'submitEditing');
    expect(screen.queryByTestId('problem')).toBeNull();
    expect(now.shell.volume).toBe(volume);
  },
);
