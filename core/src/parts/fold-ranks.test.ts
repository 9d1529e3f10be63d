/** Remedies and boxes told by whether they fold; the parts a person measured (common practice, no source). */
import { newId } from '../box/new-id.ts';
import { tally } from '../fill/tally.ts';
import { findRemedies } from '../remedy/search.ts';
import { editionOf } from '../edition/index.ts';
import { foldBox } from '../fold/fold.ts';
import { joinedOf } from '../fold/of-box.ts';
import { connectorEdges } from '../fold/solids.ts';
import { readCountLine } from '../shorthand/read.ts';
import { chooseBoxes, wishFor, withFolds } from './chooser.ts';
import { Kit, newKit, partsOf, solidsOf } from './kit.ts';
import { foldProposals, rankByFold, thatClose } from './rank-by-fold.ts';

const nec = editionOf('nec2023');
const boxOf = (line: string) => {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
};

test('what does not fold stands last however cheap; what folds tightly weighs an allowance more', () => {
  const folded = (weight: number, fits: 'yes' | 'tight' | 'no' | 'unknown') => ({
    proposal: { weight },
    fits,
  });
  const ranked = rankByFold(
    [folded(1, 'no'), folded(10, 'tight'), folded(17, 'yes'), folded(19, 'unknown')],
    {
      missing: 8,
    },
  );
  expect(ranked.map(({ proposal }) => proposal.weight)).toEqual([17, 10, 19, 1]);
});

test('what would not close is left out and counted; where nothing closes all of it is told with that', () => {
  const way = (fits: 'yes' | 'no') => ({ proposal: { weight: 1 }, fits });
  expect(thatClose([way('yes'), way('no'), way('no')])).toEqual({
    ways: [way('yes')],
    notes: ['2 more ways are legal and would not close by the fold, which is an estimate: left out.'],
  });
  expect(thatClose([way('yes'), way('no')]).notes[0]).toMatch(/^1 more way is legal/);
  expect(thatClose([way('no')])).toEqual({
    ways: [way('no')],
    notes: ['None of these ways would close by the fold, which is an estimate.'],
  });
  expect(thatClose([way('yes')]).notes).toEqual([]);
});

test('a switch of three inches takes the shallow boxes out of the ways', () => {
  const box = boxOf('18 in3 plastic new-work device-box, 3x 12/2, switch depth 3');
  const { proposals } = findRemedies(box, nec, tally(box, nec), { weights: newKit().weights, newId });
  const { ways } = foldProposals(proposals, nec, newKit());
  expect(ways.length).toBeGreaterThan(0);
  const closes = (of: typeof box) => foldBox(of, nec, joinedOf(of, { edition: nec }), { quick: true }).fits;
  const all = proposals.map((one) => closes(one.box));
  if (all.some((fits) => fits !== 'no'))
    expect(ways.map(({ proposal }) => closes(proposal.box))).not.toContain('no');
  expect(ways).toHaveLength(all.filter((fits) => fits !== 'no').length || all.length);
});

test('the smallest and the deepest box are chosen among those that fold', () => {
  const box = boxOf('14 in3 plastic device-box new-work, 2x 12/2, gfci');
  const choice = chooseBoxes(box, nec, partsOf(nec, newKit()), wishFor(box), newKit(), newId);
  const { smallest, deepest } = choice;
  if (!smallest || !deepest) throw new Error('no box at all');
  const without = withFolds(choice, new Map([[smallest.part.id, 'no']]));
  expect(without.smallest?.part.id).not.toBe(smallest.part.id);
  expect(without.fits.find(({ part }) => part.id === smallest.part.id)?.fold).toBe('no');
  const shallower = withFolds(choice, new Map([[deepest.part.id, 'no']]));
  expect(shallower.deepest?.part.id).not.toBe(deepest.part.id);
  // Where none folds the best that is legal is still told.
  const none = withFolds(choice, new Map(choice.fits.map(({ part }) => [part.id, 'no' as const])));
  expect([none.smallest?.part.id, none.deepest?.part.id]).toEqual([smallest.part.id, deepest.part.id]);
});

test('a part one has measured is folded as it was measured', () => {
  const kit = Kit.parse({
    fold: { bodies: { gfci: '2 in' }, connectors: { 'twist-l': ['1 in', '26 mm', '1.5 in'] } },
  });
  const solids = solidsOf(kit);
  // 26 mm is 65.5 sixty-fourths: never taken as less.
  expect(connectorEdges('twist-l', solids)).toEqual([64, 66, 96]);
  const box = boxOf('18 in3 plastic, 12/2 feed, 12/2 out, gfci');
  const joined = joinedOf(box, { edition: nec });
  const depthOf = (fold: ReturnType<typeof foldBox>) => fold.places.find(({ is }) => is === 'device')?.depth;
  expect(depthOf(foldBox(box, nec, joined))).toBe(80);
  expect(depthOf(foldBox(box, nec, joined, { solids }))).toBe(128);
  // What is recorded of the device of this very box goes before.
  const recorded = boxOf('18 in3 plastic, 12/2 feed, 12/2 out, gfci depth 1.5');
  expect(depthOf(foldBox(recorded, nec, joinedOf(recorded, { edition: nec }), { solids }))).toBe(96);
});

test.each([
  [{ bodies: { gfci: 'deep' } }, 'write a length'],
  [{ bodies: { nothing: '1 in' } }, 'Unrecognized'],
  [{ connectors: { 'twist-l': ['1 in', '1 in'] } }, 'three edges'],
  [{ connectors: { 'twist-l': ['1 in', '1 in', '9 in'] } }, 'at most 3 in'],
  [{ loose: 0 }, 'at least 1'],
])('%j is refused', (fold, why) => {
  const read = Kit.safeParse({ fold });
  expect(read.success ? '' : read.error.message).toContain(why);
});

test('a kit that was kept before folding was measured is read as it was', () => {
  const { fold: _fold, ...before } = newKit();
  expect(Kit.parse(before)).toEqual(newKit());
});
