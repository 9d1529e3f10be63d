/** Identify by touch: readings come and go, what is certain is written down, contradictions are named. */
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { nothingSeen, type Seen } from '@dense-pack/core/box/record';
import type { BoxDocument } from '@dense-pack/core/box/document';
import { act, fireEvent, render, screen, within } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import type { ShownBox } from '../../client/queries';
import { answerIdentify } from './identify-answers';
import { IdentifyStation } from './IdentifyStation';
import { NextTest } from './NextTest';
import { namedCables, Teller } from './say';

let now: { box: BoxDocument; seen: Seen };

function Bench({ line, proved = true }: { readonly line: string; readonly proved?: boolean }) {
  const [box, setBox] = useState<BoxDocument>(() => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(read.error.expected);
    return read.box;
  });
  const [seen, setSeen] = useState<Seen>({ ...nothingSeen(), testerProved: proved });
  useEffect(() => {
    now = { box, seen };
  }, [box, seen]);
  const shown = {
    id: 'box-0000001',
    jobId: 'job-0000001',
    circuit: '7',
    stage: 'found',
    found: null,
    box,
    seen,
  };
  return (
    <IdentifyStation
      box={shown as unknown as ShownBox}
      onBox={(change) => setBox(change)}
      onSeen={(change) => setSeen(change)}
    />
  );
}

const press = (name: string) => act(() => fireEvent.press(screen.getByRole('button', { name })));
const measure = (one: string, two: string, answer: string) => {
  press(one);
  press(two);
  // The answer of the reading's own panel stands last.
  const found = screen.getAllByRole('button', { name: new RegExp(`^${answer}`) }).at(-1);
  if (found) act(() => fireEvent.press(found));
};

const TWO = '18 in3, 12/2 "left", 12/2 "right", duplex';

test('a box without a cable says where to begin', () => {
  render(<Bench line="18 in3" />);
  expect(screen.getByText('No cable in this box yet')).toBeTruthy();
});

test('the line is found by two touches and a reading, and written down by one', () => {
  render(<Bench line={TWO} />);
  measure('right black', 'right white', '120 V');
  expect(now.seen.readings).toEqual([
    {
      test: 'volts',
      from: expect.stringMatching(/\.black$/),
      to: expect.stringMatching(/\.white$/),
      says: 120,
    },
  ]);
  expect(screen.getByText('It is: feed')).toBeTruthy();
  expect(screen.getByText('black: line, circuit 7')).toBeTruthy();
  press('Write down what is certain: 1 cable');
  const cables = now.box.items.filter((item) => item.kind === 'cable');
  expect(cables.map(({ label, duty }) => [label, duty?.does])).toEqual([
    ['left', undefined],
    ['right', 'feed'],
  ]);
  expect(screen.queryByText(/Write down/)).toBeNull();
});

test('until the tester was proved nothing is ruled out', () => {
  render(<Bench line={TWO} proved={false} />);
  measure('right black', 'right white', '120 V');
  expect(screen.queryByText('It is: feed')).toBeNull();
  act(() => fireEvent.press(screen.getByRole('checkbox')));
  expect(now.seen.testerProved).toBe(true);
  expect(screen.getByText('It is: feed')).toBeTruthy();
});

test('the same reading twice is one; readings that contradict are named and taken out by a touch', () => {
  render(<Bench line={TWO} />);
  measure('right black', 'right white', '120 V');
  measure('right black', 'right white', '120 V');
  expect(now.seen.readings).toHaveLength(1);
  measure('right black', 'right white', '0 V');
  expect(screen.getByText('These readings contradict each other')).toBeTruthy();
  press('Take out: right black to white: 0 V');
  expect(screen.queryByText('These readings contradict each other')).toBeNull();
  expect(now.seen.readings).toHaveLength(1);
});

test('the next test is answered where it stands, until no test tells more', () => {
  render(<Bench line={TWO} />);
  measure('left black', 'left white', '120 V');
  for (let nth = 0; nth < 12 && screen.queryByTestId('next-test'); nth += 1) {
    const [dead] = within(screen.getByTestId('next-test')).getAllByRole('button', {
      name: /^(0 V|Open|Nothing)/,
    });
    if (dead) act(() => fireEvent.press(dead));
  }
  expect(screen.getByText('No test tells more')).toBeTruthy();
  // Feed-out, leg, loop and spare that show nothing look alike: the person says.
  expect(screen.getByText(/^Can be /)).toBeTruthy();
});

test('one conductor: the non-contact tester is a hint, what came on is a reading of its cable', () => {
  render(<Bench line={TWO} />);
  press('left black');
  press('live');
  expect(now.seen.readings).toMatchObject([{ test: 'noncontact', says: 'live' }]);
  press('left black');
  press('A light');
  expect(now.seen.readings).toMatchObject([{}, { test: 'energize', says: 'light' }]);
});

test('readings of a cable that is gone are kept and left out of account', () => {
  const read = readCountLine(TWO);
  if (!read.ok) throw new Error('unreadable');
  const answer = answerIdentify({
    box: read.box,
    proved: true,
    readings: [
      { test: 'volts', from: 'gone.black', to: 'gone.white', says: 120 },
      { test: 'volts', from: 'i1.0.black', to: 'i1.0.white', says: 120 },
    ],
  });
  expect(answer).toMatchObject({ consistent: true, stray: [0], certain: { 'i1.0': 'feed' } });
});

test('in a switch’s box the power may come by way of the light: the ground tells', () => {
  const read = readCountLine('14 in3, 14/2, switch');
  if (!read.ok) throw new Error('unreadable');
  const volts = (to: string, says: number) => ({ test: 'volts', from: 'i1.0.black', to: `i1.0.${to}`, says });
  const ask = (readings: object[]) => answerIdentify({ box: read.box, proved: true, readings }).roles['i1.0'];
  expect(ask([volts('white', 120)])).toEqual(['feed', 'loop-in']);
  expect(ask([volts('white', 120), volts('bare', 120)])).toEqual(['feed']);
  expect(ask([volts('white', 120), volts('bare', 0)])).toEqual(['feed', 'loop-in']);
});

test('why a test is advised names the cable as it is called, not by its piece', () => {
  const read = readCountLine('20 in3, 12/2 "lower", 12/2 "upper", duplex');
  if (!read.ok) throw new Error('unreadable');
  const teller = new Teller(namedCables(read.box));
  expect(
    teller.why('a switch at the other end of cable i1.0 opens it; a lamp closes cable i2.0, a spare not.'),
  ).toBe('a switch at the other end of “lower” opens it; a lamp closes “upper”, a spare not.');
});

test('a question that is answered already takes no second answer', () => {
  const onRead = jest.fn();
  const next = {
    test: 'volts' as const,
    from: 'i1.0.black',
    to: 'i1.0.white',
    power: 'on' as const,
    minutes: 1,
    why: 'only a feed has its voltage',
    left: { '120': 1 },
  };
  const show = (pending: boolean) => (
    <NextTest next={next} teller={new Teller([])} pending={pending} onRead={onRead} />
  );
  const { rerender } = render(show(true));
  act(() => fireEvent.press(screen.getByRole('button', { name: /120 V/ })));
  expect(onRead).not.toHaveBeenCalled();
  rerender(show(false));
  act(() => fireEvent.press(screen.getByRole('button', { name: /120 V/ })));
  expect(onRead).toHaveBeenCalledWith({ test: 'volts', from: 'i1.0.black', to: 'i1.0.white', says: 120 });
});
