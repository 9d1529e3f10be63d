/** Join and Land by touch: what is set up changes the plan, ticks are kept, a wiring is entered by hand. Invented boxes. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { type MadeUp, stillMade } from '@dense-pack/core/box/made-up';
import { nothingSeen } from '@dense-pack/core/box/record';
import { planOf } from '@dense-pack/core/plan/planned';
import { workOf } from '@dense-pack/core/plan/suggest';
import { editionOf } from '@dense-pack/core/edition/index';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { fireEvent, render, screen, within } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import type { ShownBox } from '../../client/queries';
import { placesLeft } from './hand-edit';
import { JoinStation } from './JoinStation';
import { LandStation } from '../land/LandStation';
import { EMPTY, judge } from './use-wiring';
import { newKit } from '@dense-pack/core/parts/kit';
import { join, land, takeApart } from '@dense-pack/core/wiring/edit';

const edition = editionOf('nec2023');
let now: BoxDocument;
let ticked: readonly MadeUp[];
/** The plan that follows from the box as it is now. */
const plan = () => planOf(now, workOf(now, '5'), edition).wiring;
/** What is ticked in it. */
const made = () => stillMade(ticked, plan());

function boxOf(line: string): BoxDocument {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
}

interface StationProps {
  readonly line: string;
  readonly of: 'join' | 'land';
  readonly found?: BoxDocument;
}

function Station({ line, of: Of, found }: StationProps) {
  const [{ box, seen }, setBoth] = useState({ box: boxOf(line), seen: nothingSeen() });
  useEffect(() => {
    now = box;
    ticked = seen.made;
  }, [box, seen]);
  const shown = { box, circuit: '5', found: found ?? null, seen } as ShownBox;
  const onBox = (change: (box: BoxDocument) => BoxDocument) =>
    setBoth(({ box, seen }) => ({ box: change(box), seen }));
  const props = { box: shown, edition, onBox, onBoth: setBoth };
  return Of === 'join' ? <JoinStation {...props} width={360} /> : <LandStation {...props} />;
}

const SWITCHES = '34 in3 plastic 2-gang, 14/2 feed, 14/2 leg "porch", 14/2 leg "hall", 2x switch';

describe('Join', () => {
  test('the usual plan is proved at once; a change of what switches what changes it, and is kept', () => {
    render(<Station line={SWITCHES} of="join" />);
    expect(screen.getByTestId('proof')).toHaveTextContent(/The plan works/);
    fireEvent.press(screen.getByText('Porch'));
    const porch = within(screen.getByLabelText('porch'));
    fireEvent.press(porch.getByText('always hot'));
    expect(screen.getByTestId('proof')).toHaveTextContent(/No good plan yet/);
    expect(screen.getAllByTestId('trouble')[0]).toHaveTextContent(/Switch 1 controls nothing/);
    expect(workOf(now).runs.find(({ of }) => of === 'i2.0')?.hots).toEqual(['a']);
    fireEvent.press(within(screen.getByLabelText('porch')).getByText('switch 1'));
    expect(screen.getByTestId('proof')).toHaveTextContent(/The plan works/);
    expect(plan().joints.length).toBeGreaterThan(2);
  });

  test('joints are stepped through in the order of making up, each with its connector, and ticked', () => {
    render(<Station line={SWITCHES} of="join" />);
    fireEvent.press(screen.getByText('Step through the joints'));
    expect(screen.getByTestId('joint')).toHaveTextContent(/Joint 1: the grounds/);
    expect(screen.getByTestId('joint')).toHaveTextContent(/twist-on L, strip/);
    fireEvent.press(screen.getByText('It is made up'));
    expect(made()).toEqual(['j1']);
    fireEvent.press(screen.getByText(/^Next, 1 of 6/));
    expect(screen.getByTestId('joint')).toHaveTextContent(/Joint 2: the neutral of circuit 5/);
    fireEvent.press(screen.getByLabelText(/^Joint 1: the grounds, made up/));
    fireEvent.press(screen.getByText('Made up: take the tick back'));
    expect(made()).toEqual([]);
  });

  test('a flipped switch lights its load and no other', () => {
    render(<Station line={SWITCHES} of="join" />);
    fireEvent.press(screen.getByText('Try it'));
    const lights = () => screen.getAllByTestId('point').map((one) => within(one).queryByText('on') !== null);
    expect(lights()).toEqual([false, false]);
    fireEvent.press(screen.getByText('switch 2'));
    expect(lights()).toEqual([false, true]);
    fireEvent.press(screen.getByText('circuit 5'));
    expect(lights()).toEqual([false, false]);
  });

  test('what cannot be planned is said, and no plan is called good', () => {
    render(<Station line="18 in3 plastic, 14/2 loop, smart" of="join" />);
    expect(screen.getByTestId('proof')).toHaveTextContent(/No good plan yet/);
    expect(screen.getAllByTestId('trouble')[0]).toHaveTextContent(/made to work without a neutral/);
  });

  test('a wiring is entered end by end and judged as it grows', () => {
    render(<Station line="18 in3 plastic, 14/2 feed, duplex" of="join" />);
    fireEvent.press(screen.getByText('As found'));
    fireEvent.press(screen.getByText('Otherwise: begin with nothing joined'));
    expect(screen.getByTestId('proof')).toHaveTextContent(/This wiring is wrong/);
    const land = (end: string, at: string) => {
      fireEvent.press(within(screen.getByLabelText('Ends')).getByText(end));
      fireEvent.press(within(screen.getByLabelText('Land it on')).getByText(at));
    };
    land('black of 14/2 feed', 'silver top of the duplex receptacle');
    land('white of 14/2 feed', 'brass top of the duplex receptacle');
    land('bare of 14/2 feed', 'ground of the duplex receptacle');
    expect(screen.getByTestId('proof')).toHaveTextContent(/hot and neutral are reversed/);
    fireEvent.press(screen.getByLabelText('Take off: black of 14/2 feed'));
    fireEvent.press(screen.getByLabelText('Take off: white of 14/2 feed'));
    land('black of 14/2 feed', 'brass top of the duplex receptacle');
    land('white of 14/2 feed', 'silver top of the duplex receptacle');
    expect(screen.getByTestId('proof')).toHaveTextContent(/This wiring works/);
    expect(now.work?.found?.lands).toHaveLength(3);
  });

  test('from the usual wiring as found a cable more opens no joint; the steps say what is done', () => {
    render(<Station line="22 in3 plastic, 12/2 feed, 12/2 out, duplex" of="join" />);
    fireEvent.press(screen.getByText('As found'));
    fireEvent.press(screen.getByText('Joints with a tail to each device'));
    fireEvent.press(screen.getByText('What changes'));
    expect(screen.getByTestId('changes')).toHaveTextContent(/All 3 joints stay closed/);
    expect(screen.getAllByTestId('step')).toHaveLength(1);
    // Nothing is made up: there is nothing to be read aloud.
    expect(screen.queryByText('Both hands busy')).toBeNull();
    fireEvent.press(screen.getByLabelText(/^Joint 2: .*, left alone/));
    expect(screen.getByTestId('joint')).toHaveTextContent(/leave it closed/);
    expect(screen.queryByText('It is made up')).toBeNull();
    fireEvent.press(screen.getByText('Make every joint anew'));
    expect(now.work?.schools.remake).toBe(true);
    expect(screen.queryByText('What changes')).toBeNull();
  });

  test('of a planned change the wiring that is entered is that of the box as it was found', () => {
    const found = boxOf('22 in3 plastic, 12/2 feed, 12/2 out, duplex');
    render(<Station line="22 in3 plastic, 12/2 feed, 12/2 out, duplex, 12/2 out" found={found} of="join" />);
    fireEvent.press(screen.getByText('As found'));
    expect(screen.queryByTestId('proof')).toBeNull();
    fireEvent.press(screen.getByText('Joints with a tail to each device'));
    expect(screen.getByTestId('proof')).toHaveTextContent(/This wiring works/);
    expect(now.work?.found?.joints[0]?.ends).toEqual(['w:i1.0:bare', 'w:i2.0:bare', 'p:p1']);
    fireEvent.press(screen.getByText('What changes'));
    expect(screen.getByTestId('changes')).toHaveTextContent(/All 3 joints stay closed/);
    expect(screen.getAllByTestId('step').length).toBe(10);
    expect(screen.getByLabelText(/^Joint 2: the grounds, new/)).toBeTruthy();
    expect(screen.getByLabelText('What becomes of each conductor')).toHaveTextContent(
      /New here: .*6 of 9 conductors are left where they are/,
    );
  });

  test('a worn receptacle is replaced like for like in three touches after Join, its duties with it', () => {
    render(<Station line="18 in3 plastic, 14/2 feed, 14/2 out, duplex" of="join" />);
    fireEvent.press(screen.getByLabelText('In the drawing: duplex receptacle'));
    fireEvent.press(screen.getByText('Worn: replace it like for like'));
    fireEvent.press(screen.getByText('Pushed into the device’s spring holes'));
    expect(now.work?.renewed).toEqual(['i3.0']);
    expect(now.work?.found?.backstabbed.length).toBe(4);
    expect(plan().backstabbed).toEqual([]);
    expect(plan().lands).toEqual(
      expect.arrayContaining(now.work?.found?.lands.filter(({ end }) => !end.startsWith('p:')) ?? []),
    );
    expect(screen.getByTestId('proof')).toHaveTextContent(/406\.4\(D\)/);
    fireEvent.press(screen.getByText('Worn: replace it like for like'));
    expect(now.work?.renewed).toBeUndefined();
  });

  test('a box without a cable asks for one', () => {
    render(<Station line="18 in3 plastic, duplex @12" of="join" />);
    expect(screen.getByText('Nothing to join yet')).toBeTruthy();
  });
});

test('Land names what goes where, what the tab feeds, and keeps the ticks', () => {
  render(<Station line="18 in3 plastic, 12/2 feed, 12/2 out, duplex" of="land" />);
  expect(screen.getByText('brass top: pigtail from joint 3')).toBeTruthy();
  expect(screen.getAllByText('fed by the tab; turn its screw in')).toHaveLength(2);
  fireEvent.press(screen.getByText('brass top: pigtail from joint 3'));
  expect(made()).toEqual(['land:t:i3.0:brass-top']);
});

test('Land says of a white used as a hot that it is marked, and that it is the supply', () => {
  render(<Station line="18 in3 plastic, 14/2 loop, switch" of="land" />);
  expect(screen.getByText('line: the white of 14/2 loop, marked as a hot')).toBeTruthy();
  expect(screen.getByText('load: the black of 14/2 loop')).toBeTruthy();
});

test('edits of a wiring by hand lose no end', () => {
  const box = boxOf(SWITCHES);
  const judged = judge(box, '5', edition, newKit(), 'found');
  const all = placesLeft(judged, EMPTY);
  expect(all).toHaveLength(9);
  const joined = join(join(EMPTY, ['w:i1.0:bare', 'w:i2.0:bare']), ['w:i3.0:bare'], 'j1');
  expect(joined.joints[0]?.ends).toHaveLength(3);
  expect(placesLeft(judged, joined)).toHaveLength(6);
  expect(placesLeft(judged, takeApart(joined, 'j1'))).toEqual(all);
  expect(placesLeft(judged, land(joined, 'w:i1.0:black', 't:i4.0:line'))).toHaveLength(5);
});
