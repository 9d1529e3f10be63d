/** The truck by touch: ticking, writing down a box, what is wrong said under its field. Invented boxes. */
import { newKit } from '@dense-pack/core/parts/kit';
import { act, configure, fireEvent, render, screen, waitFor } from '@testing-library/react-native';
import { browserDisk } from '@/sync/browser-disk';
import { FoldMeasures } from './FoldMeasures';
import { KitSettings } from './KitSettings';
import { kitNow, setKit } from './kit';
import { TruckScreen } from './TruckScreen';

// A busy machine takes its time.
configure({ asyncUtilTimeout: 15_000 });

jest.mock('expo-router', () => ({ router: { navigate: jest.fn() } }));
beforeEach(() => act(() => setKit(newKit())));

test('a box is ticked into the truck and out of it, and kept', async () => {
  render(<TruckScreen />);
  const name = '1-gang plastic, old-work, 20.00 in³, 3¹⁄₈ in deep';
  fireEvent.press(screen.getByLabelText(name));
  expect(kitNow().here).toEqual(['plastic-1g-old-20']);
  await waitFor(async () =>
    expect(await browserDisk.get('words', 'dense-pack/kit')).toMatchObject({ here: ['plastic-1g-old-20'] }),
  );
  fireEvent.press(screen.getByLabelText(name));
  expect(kitNow().here).toEqual([]);
});

test('a box of one’s own is refused until its figures are read, then stands in the truck', () => {
  render(<TruckScreen />);
  fireEvent.press(screen.getByText('A box of your own'));
  fireEvent.changeText(screen.getByLabelText('Volume on its stamp, in³ or mL'), 'a lot');
  fireEvent.press(screen.getByText('Keep it in the truck'));
  const problems = screen.getAllByTestId('problem').map((one) => String(one.props.children));
  expect(problems.join()).toContain('name the box');
  expect(problems.join()).toContain('write a volume with its unit');
  expect(problems.join()).toContain('write a length with its unit');
  expect(kitNow().boxes).toEqual([]);
  fireEvent.changeText(screen.getByLabelText('Name'), 'deep one');
  fireEvent.changeText(screen.getByLabelText('Volume on its stamp, in³ or mL'), '21 1/2');
  fireEvent.changeText(screen.getByLabelText('Inside depth, in'), '3 1/4');
  fireEvent.press(screen.getByText('Keep it in the truck'));
  expect(kitNow().boxes).toMatchObject([{ name: 'deep one', volume: '21.5 in3', depth: '3.25 in' }]);
  expect(kitNow().here).toEqual([kitNow().boxes[0]?.id]);
});

test('what the truck lacks is said: empty, or ticked and unknown', () => {
  act(() => setKit({ only: true }));
  render(<TruckScreen />);
  expect(screen.getByText('The truck is empty')).toBeTruthy();
  act(() => setKit({ here: ['lost'] }));
  expect(screen.getByText('Ticked, but no such box is known: lost.')).toBeTruthy();
  fireEvent.press(screen.getByText('Take them out'));
  expect(kitNow().here).toEqual([]);
});

test('a ring is ticked, put right, and a part of one’s own written down', () => {
  render(<TruckScreen />);
  fireEvent.press(screen.getByText('Rings, extensions and starters'));
  fireEvent.press(screen.getByLabelText('marked plaster ring, 3.50 in³'));
  expect(kitNow().here).toEqual(['ring-3-5']);
  fireEvent.press(screen.getByLabelText('Change marked plaster ring, 3.50 in³'));
  fireEvent.changeText(screen.getByLabelText('Volume marked on it, in³ or mL'), 'some');
  fireEvent.press(screen.getByText('Keep this part'));
  expect(screen.getByTestId('problem')).toHaveTextContent(/write a volume with its unit/);
  fireEvent.changeText(screen.getByLabelText('Volume marked on it, in³ or mL'), '4.2');
  fireEvent.press(screen.getByText('Keep this part'));
  expect(kitNow().adds).toMatchObject([{ id: 'ring-3-5', volume: '4.2 in3' }]);
  fireEvent.press(screen.getByText('A part of your own'));
  fireEvent.changeText(screen.getByLabelText('Name of the part'), 'deep extension');
  fireEvent.changeText(screen.getByLabelText('Volume marked on it, in³ or mL'), '9');
  fireEvent.press(screen.getByText('Keep this part'));
  expect(kitNow().adds.map(({ name }) => name)).toEqual(['marked plaster ring', 'deep extension']);
  fireEvent.press(screen.getByLabelText('Change deep extension, 9.00 in³'));
  fireEvent.press(screen.getByText('As before'));
  expect(kitNow().here).toEqual(['ring-3-5']);
});

test('a connector is plenty, or so many', () => {
  render(<TruckScreen />);
  fireEvent.press(screen.getByText('Connectors'));
  fireEvent.press(screen.getByLabelText('plenty: twist-on M'));
  fireEvent.press(screen.getByLabelText('One fewer: twist-on M'));
  expect(kitNow().connectors).toEqual({ 'twist-m': 9 });
  fireEvent.press(screen.getByLabelText('plenty: twist-on M'));
  expect(kitNow().connectors).toEqual({});
});

test('weights and assumptions are changed a step at a time, within their range, and come back', () => {
  render(<KitSettings />);
  fireEvent.press(screen.getByText('How remedies are weighed'));
  for (let nth = 0; nth < 3; nth += 1)
    fireEvent.press(screen.getByLabelText('One fewer: Spare allowances wanted'));
  expect(kitNow().weights.spare).toBe(0);
  fireEvent.press(screen.getByText('What “roomy” assumes'));
  fireEvent.press(screen.getByLabelText('One more: A connector, in³'));
  expect(kitNow().assumptions.connector).toBe(0.4);
  fireEvent.press(screen.getByText('Weights as they came'));
  fireEvent.press(screen.getByText('Assumptions as they came'));
  expect(kitNow()).toEqual(newKit());
});

test('a connector and a device that were measured are kept; what cannot be read stays in its field with its reason', () => {
  render(<FoldMeasures />);
  act(() => fireEvent.press(screen.getByRole('button', { name: /What folding assumes/ })));
  const type = (label: RegExp, text: string) => {
    const field = screen.getByLabelText(label);
    act(() => fireEvent.changeText(field, text));
    act(() => fireEvent(field, 'blur'));
  };
  type(/^twist-on L, typical ³⁄₄ × ³⁄₄ × 1¹⁄₄ in/, '7/8 x 7/8 x 1 3/8 in');
  expect(kitNow().fold.connectors).toEqual({ 'twist-l': ['0.875 in', '0.875 in', '1.375 in'] });
  type(/^GFCI receptacle, typical 1¹⁄₄ in/, '1 1/2');
  expect(kitNow().fold.bodies).toEqual({ gfci: '1.5 in' });
  type(/^twist-on M, typical/, 'as long as a thumb');
  expect(kitNow().fold.connectors['twist-m']).toBeUndefined();
  expect(screen.getByText(/write three edges|write a length/)).toBeTruthy();
  type(/^GFCI receptacle, typical/, '38,5 mm');
  expect(kitNow().fold.bodies).toEqual({ gfci: '38.5 mm' });
  type(/^GFCI receptacle, typical/, '1,200 mm');
  expect(kitNow().fold.bodies).toEqual({ gfci: '38.5 mm' });
  // An empty field is typical again.
  type(/^GFCI receptacle, typical/, '');
  expect(kitNow().fold.bodies).toEqual({});
});
