/**
 * The worked examples, counted from their count lines.
 * Source of the expected figures: docs/trade.md#worked-examples; the rules behind them are NEC 314.16
 * and CEC 12-3034, table values from memory.
 */
import { readCountLine } from '../shorthand/read.ts';
import { editionOf } from '../edition/index.ts';
import { tally } from './tally.ts';
import { tallyJson } from './tally-json.ts';
import { verdictWords } from './verdict.ts';

function count(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  return tally(read.box, editionOf(read.box.edition ?? 'nec2023'));
}

const EXAMPLES: readonly [example: string, line: string, fill: string, capacity: string, margin: string][] = [
  ['1', '18.0 in3 plastic, 14/2, duplex', '10', '18', '8'],
  ['2, as found', '18.0 in3 plastic, 2x 12/2, duplex', '15.75', '18', '2.25'],
  ['2, planned', '18.0 in3 plastic, 3x 12/2, duplex', '20.25', '18', '-2.25'],
  ['3', 'box 4sq-1.5, 2x 12/2, 14/2, clamps, switch @14, duplex @12', '26', '21', '-5'],
  ['3, extension', 'box 4sq-1.5, ext 8, 2x 12/2, 14/2, clamps, switch @14, duplex @12', '26', '29', '3'],
  ['4, 2014', 'nec2014, box 32 plastic 2-gang, 5x 14/2, clamps, 2x switch', '32', '32', '0'],
  ['4, 2017', 'nec2017, box 32 plastic 2-gang, 5x 14/2, clamps, 2x switch', '32', '32', '0'],
  ['4, 2020', 'nec2020, box 32 plastic 2-gang, 5x 14/2, clamps, 2x switch', '32.5', '32', '-0.5'],
  ['4, 2023', 'nec2023, box 32 plastic 2-gang, 5x 14/2, clamps, 2x switch', '32.5', '32', '-0.5'],
  ['5, domed', 'box oct-1.5, 14/3, stud, hickey, fixture 2x18 domed', '12', '15.5', '3.5'],
  ['5, not domed', 'box oct-1.5, 14/3, stud, hickey, fixture 2x18', '15', '15.5', '0.5'],
  ['6, one cable', 'box 6, 14/2', '6', '6', '0'],
  ['6, two cables', 'box 6, 2x 14/2', '10', '6', '-4'],
  ['7, long loops', 'box 4sq-1.5, 4x 12 through, 2x 12 loop 14 in', '18', '21', '3'],
  ['7, short loops', 'box 4sq-1.5, 4x 12 through, 2x 12 loop 10 in', '13.5', '21', '7.5'],
  ['8, the device alone', 'box 50, range @6 wide 2', '20', '50', '30'],
  ['9', 'cec2018, box 4sq-1.5, 6x 12, connectors 3, duplex', '9', '12', '3'],
];

test.each(EXAMPLES)('worked example %s: %s', (_, line, fill, capacity, margin) => {
  expect(tallyJson(count(line))).toMatchObject({
    fill,
    capacity,
    margin,
    verdict: margin.startsWith('-') ? 'over' : 'legal',
  });
});

test('example 3 line by line: 4×2.25 + 2×2.00, clamps 2.25, devices 4.00 + 4.50, EGC 2.25', () => {
  const { lines } = tallyJson(count('box 4sq-1.5, 2x 12/2, 14/2, clamps, switch @14, duplex @12'));
  expect(lines.map((line) => [line.rule, line.count, line.size, line.each, line.total])).toEqual([
    ['314.16(B)(1)', '4', '12', '2.25', '9'],
    ['314.16(B)(1)', '2', '14', '2', '4'],
    ['314.16(B)(2)', '1', '12', '2.25', '2.25'],
    ['314.16(B)(4)', '2', '14', '2', '4'],
    ['314.16(B)(4)', '2', '12', '2.25', '4.5'],
    ['314.16(B)(5)', '1', '12', '2.25', '2.25'],
  ]);
});

test('the verdict is said in words', () => {
  expect(verdictWords(count('18 in3 plastic, 2x 12/2, duplex'))).toBe(
    'legal, 2.25 in³ left: one more 12 AWG allowance',
  );
  expect(verdictWords(count('18 in3 plastic, 3x 12/2, duplex'))).toBe('over by 2.25 in³');
  expect(verdictWords(count('box plastic, 3x 12/2'))).toBe('no legal volume: read the stamp');
  expect(verdictWords(count('nec2017, box 32, 5x 14/2, clamps, 2x switch'))).toBe(
    'legal, 0.00 in³ left: nothing more goes in',
  );
});

test('a box that passes by 0.05 in³ passes, and by the same hair fails', () => {
  expect(count('20.30 in3, 3x 12/2, duplex').verdict).toBe('legal');
  expect(tallyJson(count('20.30 in3, 3x 12/2, duplex')).margin).toBe('0.05');
  expect(tallyJson(count('20.20 in3, 3x 12/2, duplex'))).toMatchObject({ margin: '-0.05', verdict: 'over' });
  expect(count('20.25 in3, 3x 12/2, duplex').verdict).toBe('legal');
});
