/** The vessel as it is rendered: tiles one can touch, whose areas are their volumes. */
import { editionOf } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { fireEvent, render, screen } from '@testing-library/react-native';
import { StyleSheet, type ViewStyle } from 'react-native';
import { Vessel } from './Vessel';

const WIDTH = 358;
const HEIGHT = 290;

function show(line: string, onSelect = jest.fn()) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  const counted = tally(read.box, editionOf(read.box.edition ?? 'nec2023'));
  render(<Vessel box={read.box} counted={counted} width={WIDTH} height={HEIGHT} onSelect={onSelect} />);
  const tiles = screen
    .getAllByRole('button')
    .map((tile) => StyleSheet.flatten(tile.props['style'] as ViewStyle));
  return { counted, tiles, onSelect };
}
const area = (tile: ViewStyle) => Number(tile.width) * Number(tile.height);
const top = (tile: ViewStyle) => Number(tile.bottom) + Number(tile.height);

test('areas on the screen are in the proportion of the volumes', () => {
  const { tiles, counted } = show('32 in3, 2x 12/2, 14/2, duplex @14');
  const volumes = counted.lines.flatMap((line) => Array.from({ length: line.count }, () => line.each));
  const drawn = tiles.reduce((sum, tile) => sum + area(tile), 0);
  expect(tiles).toHaveLength(volumes.length);
  const shares = tiles.map((tile) => area(tile) / drawn).sort((a, b) => a - b);
  const wanted = volumes.map((volume) => volume / counted.fill).sort((a, b) => a - b);
  shares.forEach((share, nth) => expect(share).toBeCloseTo(wanted[nth] ?? NaN, 6));
});

test.each([
  ['18 in3, 2x 12/2, duplex', false],
  ['18 in3, 3x 12/2, duplex', true],
  ['18 in3, 9x 12/2, duplex', true],
  ['nec2017, box 32, 5x 14/2, clamps, 2x switch', false],
])('%s: something stands past the rim is %p', (line, over) => {
  const { tiles, counted } = show(line);
  const highest = Math.max(...tiles.map(top));
  // The rim's height follows from the scale of the tiles: volume over width.
  const inner =
    Math.max(...tiles.map((tile) => Number(tile.left) + Number(tile.width))) -
    Math.min(...tiles.map((tile) => Number(tile.left)));
  const scale = tiles.reduce((sum, tile) => sum + area(tile), 0) / counted.fill;
  const rim =
    ((counted.capacity ?? 0) * scale) / inner + Math.min(...tiles.map((tile) => Number(tile.bottom)));
  expect(highest > rim + 0.01).toBe(over);
  // All of it stays in the drawing.
  expect(highest).toBeLessThanOrEqual(HEIGHT + 0.01);
});

test('a touched tile tells its item and its line; its name says what it is', () => {
  const { onSelect } = show('18 in3, 2x 12/2, duplex');
  fireEvent.press(
    screen.getAllByLabelText(/^W 12: white conductor, neutral, 2.25 in³, of 12\/2$/)[0] as never,
  );
  expect(onSelect).toHaveBeenCalledWith('i1.0:entering:1', 'i1.0', 0);
  fireEvent.press(screen.getAllByLabelText(/duplex/)[0] as never);
  expect(onSelect).toHaveBeenLastCalledWith('i2.0:device:0', 'i2.0', 1);
});

test('the free room is written in it, or that there is no legal rim', () => {
  show('32 in3, 12/2');
  expect(screen.getByText('25.25 in³ free')).toBeTruthy();
  show('measured 3 x 2 x 2, 12/2');
  expect(screen.getByText('no legal rim')).toBeTruthy();
});

test('a divided box is two vessels', () => {
  show('30 in3 2-gang, barrier plastic, 14/2, switch, 12/2 side b');
  expect(screen.getByText('space a: 4.50 in³ free')).toBeTruthy();
  expect(screen.getByText('space b: 7.75 in³ free')).toBeTruthy();
});
