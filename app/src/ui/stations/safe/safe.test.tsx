/** Making safe by touch (docs/trade.md#making-safe): every breaker, every conductor, the tester before and after. */
import { BoxFields } from '@dense-pack/core/box/record';
import { NO_PANEL, Panel } from '@dense-pack/core/box/panel';
import { conductorsIn } from '@dense-pack/core/box/safety';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { act, fireEvent, render, screen, within } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import type { ShownBox } from '../../client/queries';
import { SafeStation } from './SafeStation';
import { isSafe } from './steps';

let now: ShownBox;

interface BenchProps {
  readonly line: string;
  readonly at?: string | null;
  readonly panel?: Panel;
}

function Bench({ line, at = null, panel = NO_PANEL }: BenchProps) {
  const [box, setBox] = useState(() => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(read.error.expected);
    const fields = BoxFields.parse({ name: 'Den', circuit: '7', box: read.box });
    return {
      ...fields,
      seen: { ...fields.seen, safety: { off: { 7: true }, dead: [], at } },
    } as unknown as ShownBox;
  });
  useEffect(() => {
    now = box;
  }, [box]);
  return (
    <SafeStation
      box={box}
      job={{ id: 'job-0000001', panel }}
      onChange={(change) => {
        setBox((before) => ({ ...before, ...change(before) }) as ShownBox);
        return [];
      }}
    />
  );
}
const press = (name: string | RegExp) => act(() => fireEvent.press(screen.getByRole('button', { name })));
const tick = (name: string) => act(() => fireEvent.press(screen.getByRole('checkbox', { name })));

const LINE = '20 in3, 12/2 "line", 12/2 "on", 2x 12 through, gfci';

test('it is safe only when the last conductor of a second circuit too is done; then it is said', () => {
  render(<Bench line={LINE} />);
  for (const step of [
    'The breaker is found',
    'The tester is proved on a known live source',
    'The tester is proved again',
  ])
    tick(step);
  for (const { of, name } of conductorsIn(now.box)) {
    expect(isSafe(now)).toBe(false);
    const label = now.box.items.flatMap((item) =>
      item.id !== of ? [] : item.kind === 'cable' ? [item.label] : ['raceway 12 AWG'],
    );
    press(`${label[0]} ${name} to prove`);
  }
  expect(isSafe(now)).toBe(true);
  expect(screen.getByText('Made safe')).toBeTruthy();
  fireEvent.changeText(screen.getByLabelText('Another circuit in this box'), '4');
  press('Add');
  expect(now.circuit).toBe('7, 4');
  expect(isSafe(now)).toBe(false);
  expect(screen.queryByText('Made safe')).toBeNull();
  press('Circuit 4 is off');
  expect(isSafe(now)).toBe(false);
  press('Circuit 4 is locked or tagged');
  expect(isSafe(now)).toBe(true);
});

test('the button of a GFCI is refused in words, and ticks nothing', () => {
  render(<Bench line={LINE} />);
  const before = now.seen;
  press('Off by the GFCI’s button?');
  expect(screen.getByText(/the line on its own screws stays live/)).toBeTruthy();
  expect(now.seen).toBe(before);
});

test('after a pause it asks again and begins anew at a touch', () => {
  render(<Bench line={LINE} at="2020-01-01T08:00:00.000Z" />);
  // A tick more does not make the old ones new.
  tick('The breaker is found');
  expect(screen.getByText(/somebody may have switched it on/)).toBeTruthy();
  press('Make it safe anew');
  expect(now.seen).toMatchObject({ safe: ['found'], safety: { off: {}, dead: [], at: null } });
});

test('a box without a circuit asks which breaker feeds it', () => {
  render(<Bench line={LINE} />);
  expect(screen.queryByText(/No circuit is named yet/)).toBeNull();
  expect(screen.getAllByTestId('breaker')).toHaveLength(1);
});

test('the panel tells what the breaker is and which other handle goes off with it', () => {
  const panel = Panel.parse({
    circuits: [
      { id: 'd', space: 7, amps: 20, label: 'Bath', corrected: 'Den', tie: 'e' },
      { id: 'e', space: 9, label: 'Den lights' },
      { id: 'f', space: 2, label: 'Attic' },
    ],
  });
  render(<Bench line="18 in3, 12/2" panel={panel} />);
  expect(
    screen.getAllByTestId('breaker').map((one) => within(one).getByTestId('breaker-words')),
  ).toHaveLength(2);
  expect(screen.getAllByTestId('breaker-words')[0]).toHaveTextContent(
    /space 7, 20 A, “Den”; its label says “Bath”/,
  );
  expect(screen.getAllByTestId('breaker-words')[1]).toHaveTextContent(/tied to circuit 7: both go off/);
  press('Circuit 9 is off');
  expect(now.seen.safety.off).toMatchObject({ 9: false });
  press('Another circuit, from the panel');
  press('2 Attic');
  expect(now.circuit).toBe('7, 2');
});
