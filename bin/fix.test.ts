/**
 * Every line that `fix` gives, held against the other commands: it counts legal, `check` finds no violation in it that the box before did
 * not have, its gangs hold its yokes, a luminaire hangs on a box made for one (NEC 314.27(A), from memory), and it is mounted as the box
 * was, or cut in where the wall is finished. `FIX_BOXES=5000` tries more boxes. Invented boxes.
 */
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { checkBox } from '@dense-pack/core/check/check-box';
import { countedIds } from '@dense-pack/core/box/piece-id';
import { editionOf } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import { DEFAULT_WEIGHTS } from '@dense-pack/core/remedy/remedy';
import { findRemedies } from '@dense-pack/core/remedy/search';
import { printCountLine } from '@dense-pack/core/shorthand/print';
import fc from 'fast-check';

const BOXES = Number(process.env['FIX_BOXES'] ?? 150);

const OVER = fc
  .record({
    box: fc.constantFrom(
      '14 in3 plastic new-work device-box',
      '18 in3 plastic old-work device-box',
      '18 in3 plastic',
      '25 in3 2-gang plastic new-work',
      'box 4sq-1.5 metal square',
      'box oct-1.5 metal round',
      '6 in3 metal pan',
      'box dev-3x2x2.5 metal',
    ),
    cables: fc.array(fc.constantFrom('14/2', '12/2', '14/3', '12/2 out', '14/2 leg', '12/2 mc'), {
      minLength: 2,
      maxLength: 6,
    }),
    inside: fc.subarray(['duplex', 'switch', 'switch', 'gfci', 'clamps', 'fixture 2x18'], { maxLength: 4 }),
    facts: fc.subarray(['finished', 'breaker 20', 'place bath', 'cavity 3.5 in'], { maxLength: 2 }),
  })
  .map(({ box, cables, inside, facts }) => [box, ...cables, ...inside, ...facts].join(', '));

/** What `check` finds wrong in a line, by code. */
function violationsIn(line: string): string[] {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.item} ${read.error.expected}`);
  const edition = editionOf('nec2023');
  return checkBox(read.box, edition, tally(read.box, edition))
    .findings.filter(({ severity }) => severity === 'violation')
    .map(({ code }) => code);
}

const times = (all: readonly string[], code: string) => all.filter((one) => one === code).length;
/** Gangs and yokes of a line, from its text. */
const gangsIn = (line: string) =>
  Number(/(\d)-gang/.exec(line)?.[1] ?? (/4sq|411sq|square/.test(line) ? 2 : 1));
const yokesIn = (line: string) =>
  [...line.matchAll(/(?:^|, )(?:(\d)x )?(duplex|switch|gfci|combo)\b/g)].reduce(
    (sum, [, many = '1']) => sum + Number(many),
    0,
  );

test(`no line of fix is wrong by the other commands, over ${BOXES} over-full boxes`, () => {
  let lines = 0;
  const edition = editionOf('nec2023');
  fc.assert(
    fc.property(OVER, (line) => {
      const read = readCountLine(line);
      if (!read.ok) return;
      const counted = tally(read.box, edition);
      if (counted.verdict !== 'over') return;
      const before = violationsIn(line);
      const options = { weights: DEFAULT_WEIGHTS.value, newId: countedIds() };
      for (const { box } of findRemedies(read.box, edition, counted, options).proposals) {
        const fixed = printCountLine(box);
        lines += 1;
        const again = readCountLine(fixed);
        if (!again.ok) throw new Error(`${fixed}: ${again.error.expected}`);
        expect([fixed, tally(again.box, edition).verdict]).toEqual([fixed, 'legal']);
        const after = violationsIn(fixed);
        expect([line, fixed, after.filter((code) => times(after, code) > times(before, code))]).toEqual([
          line,
          fixed,
          [],
        ]);
        expect([fixed, yokesIn(fixed) <= gangsIn(fixed)]).toEqual([fixed, true]);
        const replaced =
          fixed.split(',')[0] !== line.split(',')[0] && /catalog|box /.test(fixed.split(',')[0] ?? '');
        if (replaced && line.includes('fixture')) expect(fixed).not.toMatch(/device-box|box dev/);
        if (line.includes('finished') && replaced) expect(fixed).toContain('old-work');
        else if (line.includes('old-work')) expect(fixed).toContain('old-work');
        else if (line.includes('new-work')) expect(fixed).toContain('new-work');
      }
    }),
    { numRuns: BOXES, seed: 99 },
  );
  expect(lines).toBeGreaterThan(BOXES);
});

test('a pan with two cables is replaced by boxes for luminaires, the octagon among them; never by a device box', () => {
  const read = readCountLine('6 in3 pan metal, 2x 14/2, fixture 2x18 domed');
  if (!read.ok) throw new Error(read.error.expected);
  const edition = editionOf('nec2023');
  const { proposals } = findRemedies(read.box, edition, tally(read.box, edition), {
    weights: DEFAULT_WEIGHTS.value,
    newId: countedIds(),
  });
  const lines = proposals.map(({ box }) => printCountLine(box));
  expect(lines.some((line) => line.startsWith('box oct-'))).toBe(true);
  expect(lines.filter((line) => /device-box|box dev/.test(line))).toEqual([]);
});
