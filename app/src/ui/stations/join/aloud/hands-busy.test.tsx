/** Step mode for busy hands: what is said, what a touch does, and that it is silent until asked. Invented boxes. */
import { editionOf } from '@dense-pack/core/edition/index';
import { newKit } from '@dense-pack/core/parts/kit';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { act, fireEvent, render, screen } from '@testing-library/react-native';
import { preferences, setPreferences } from '../../../theme/preferences';
import { judge } from '../use-wiring';
import { foldBox } from '@dense-pack/core/fold/fold';
import { foldSteps } from '@dense-pack/core/fold/fold-steps';
import { carriedOn } from './fold-steps';
import { HandsBusy } from './HandsBusy';
import { jointSteps, landSteps, spoken } from './steps';

const mockSpoken: string[] = [];
const mockStop = jest.fn();
jest.mock('expo-speech', () => ({
  speak: (text: string) => mockSpoken.push(text),
  stop: () => mockStop(),
}));
const mockAwake = jest.fn();
jest.mock('expo-keep-awake', () => ({
  activateKeepAwakeAsync: () => Promise.resolve(mockAwake('on')),
  deactivateKeepAwake: () => Promise.resolve(mockAwake('off')),
}));

function judged(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return { box: read.box, judged: judge(read.box, '4', editionOf('nec2023'), newKit(), 'plan') };
}

beforeEach(() => {
  mockSpoken.length = 0;
  mockStop.mockClear();
  mockAwake.mockClear();
  act(() => setPreferences({ aloud: false }));
});

const plan = judged('18 in3 plastic, 12/2 feed, 12/2 out, duplex');
const steps = jointSteps(
  plan.judged,
  (id) => plan.judged.wiring.joints.find((one) => one.id === id)?.id ?? id,
);

test('every joint and every landing is a step, with all that is on its card', () => {
  expect(steps).toHaveLength(plan.judged.wiring.joints.length);
  for (const [nth, { lines }] of steps.entries())
    expect(lines.length).toBe((plan.judged.wiring.joints[nth]?.ends.length ?? 0) + 2);
  const landed = landSteps(plan.judged);
  expect(landed).toHaveLength(plan.judged.wiring.lands.length);
  expect(landed.map(({ lines }) => lines[0]).join(' ')).toMatch(/pigtail from joint 1/);
});

test('each joint is twisted, capped and laid; the layers and the devices come after the landings', () => {
  const { inside, places } = foldBox(plan.box, editionOf('nec2023'), plan.judged);
  if (!inside) throw new Error('no inside');
  const folding = foldSteps(places, inside.width, inside.height, plan.judged);
  const landed = landSteps(plan.judged);
  const all = carriedOn(steps, landed, folding);
  expect(all.slice(0, steps.length).map(({ lines }) => lines.at(-1))).toEqual(
    steps.map(
      () =>
        expect.stringMatching(/^Lay it .*(against the (back|grounds|neutrals)|from the back)\.$/) as unknown,
    ),
  );
  expect(all.slice(steps.length, steps.length + landed.length)).toEqual(landed);
  expect(all.slice(steps.length + landed.length).map(({ tick }) => tick)).toEqual([
    'fold:ground',
    'fold:neutral',
    'fold:hot',
    'fold:devices',
  ]);
  expect(all.at(-1)?.lines).toEqual(['Push each home by hand, then the screws: they are not a press.']);
});

test('a broken tab is said before anything lands', () => {
  const half = judged('22.5 in3 plastic, 14/2 feed, switch, duplex');
  expect(landSteps(half.judged).flatMap(({ lines }) => lines)).not.toContain('Break the hot tab first.');
});

test.each([
  ['twist-on M, strip ⅝–¾ in', 'twist-on M, strip five eighths to three quarters inch'],
  ['black of the 12/2 feed', 'black of the 12 2 feed'],
  ['strip ⁷⁄₁₆ in', 'strip seven sixteenths inch'],
  ['largest conductor 12 AWG', 'largest conductor 12 gauge'],
])('“%s” is said “%s”', (written, said) => {
  expect(spoken({ tick: 'j1', title: 'Joint 1', lines: [written] })).toBe(`Joint 1. ${said}`);
});

test('silent by default; the voice is turned on, follows each step, and stops when it is closed', () => {
  const close = jest.fn();
  const tick = jest.fn();
  render(<HandsBusy steps={steps} made={new Set()} onTick={tick} onClose={close} />);
  fireEvent.press(screen.getByTestId('busy-step'));
  expect(mockSpoken).toEqual([]);
  fireEvent.press(screen.getByLabelText('Read aloud'));
  expect(preferences().aloud).toBe(true);
  expect(mockSpoken.at(-1)).toMatch(/^Joint 2:/);
  fireEvent.press(screen.getByTestId('busy-step'));
  expect(mockSpoken.at(-1)).toMatch(/^Joint 3:/);
  expect(mockStop).toHaveBeenCalled();
  fireEvent.press(screen.getByText('Done'));
  expect(tick).toHaveBeenCalledWith('j3');
  mockStop.mockClear();
  screen.unmount();
  expect(mockStop).toHaveBeenCalled();
});

test('the screen is kept on while it is open, and no longer', () => {
  render(<HandsBusy steps={steps} made={new Set()} onTick={jest.fn()} onClose={jest.fn()} />);
  expect(mockAwake.mock.calls).toEqual([['on']]);
  screen.unmount();
  expect(mockAwake.mock.calls).toEqual([['on'], ['off']]);
});

test('it begins at the first step that is not done; done and next is one touch', () => {
  const tick = jest.fn();
  render(<HandsBusy steps={steps} made={new Set(['j1'])} onTick={tick} onClose={jest.fn()} />);
  expect(screen.getByTestId('busy-title')).toHaveTextContent(/^Joint 2/);
  fireEvent.press(screen.getByText('Done, next'));
  expect(tick).toHaveBeenCalledWith('j2');
  expect(screen.getByTestId('busy-title')).toHaveTextContent(/^Joint 3/);
  fireEvent.press(screen.getByLabelText('The step before'));
  expect(screen.getByTestId('busy-title')).toHaveTextContent(/^Joint 2/);
});
