/** Rough-in (docs/trade.md#folding, #rough-in, common practice): curled ends and the router’s bit, by hand-made sums. */
import { readCountLine } from '../shorthand/read.ts';
import { editionOf } from '../edition/index.ts';
import { roughIn } from './rough-in.ts';
import { answerRoughIn } from './rough-in-words.ts';
import { TYPICAL } from './solids.ts';

const nec = editionOf('nec2023');
const boxOf = (line: string) => {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
};

test('by hand: three 12/2 in a measured box of 2 × 3 in curl to so much of its depth', () => {
  // NEC chapter 9, Tables 5 and 8, from memory: 6 × 0.0133 and 3 × 0.005 in², 8 in each, 2.5 times: 1.896 in³ on 6 in².
  const curled = roughIn(boxOf('measured 2 x 3 x 3, 3x 12/2'), nec);
  const thick = 3 * 64 - curled.clear;
  expect(thick / 64).toBeGreaterThanOrEqual(((6 * 0.0133 + 3 * 0.005) * 8 * 2.5) / 6);
  // Each of three layers is rounded up to a sixty-fourth.
  expect(thick / 64).toBeLessThan(((6 * 0.0133 + 3 * 0.005) * 8 * 2.5) / 6 + 3 / 64);
  expect([curled.reach, curled.fits]).toEqual([48, 'yes']);
});

test('a shallow box full of conductors is reached by the router, and says what to do', () => {
  const said = answerRoughIn(roughIn(boxOf('measured 2 x 3 x 1.25, 5x 12/2'), nec));
  expect(said.fits).toBe('no');
  expect(said.why.join(' ')).toMatch(/bit that cuts the board reaches about ³⁄₄ in .*cardboard/);
});

test('the device is not there yet: it changes nothing', () => {
  const line = '18 in3 plastic, 2x 12/2';
  expect(roughIn(boxOf(`${line}, gfci`), nec)).toEqual(roughIn(boxOf(line), nec));
});

test('a longer bit and a deeper box go against each other', () => {
  const at = (depth: number, router: number) =>
    roughIn(boxOf(`measured 2 x 3 x ${depth}, 4x 12/2`), nec, { ...TYPICAL, router }).fits;
  expect([at(2, 48), at(2, 100), at(3, 100)]).toEqual(['yes', 'no', 'yes']);
});

test('what is not known is told', () => {
  const said = answerRoughIn(roughIn(boxOf('3x 12/2'), nec));
  expect([said.fits, said.clear]).toEqual(['unknown', null]);
  expect(said.why[0]).toContain('its volume is not known');
});
