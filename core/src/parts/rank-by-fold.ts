/** Ways to make a box legal, told again by whether it would fold: what is legal and does not close is no help. */
import type { Edition } from '../edition/index.ts';
import { type FoldAnswer, foldBox } from '../fold/fold.ts';
import { joinedOf } from '../fold/of-box.ts';
import type { Proposal, Weights } from '../remedy/remedy.ts';
import { type Kit, solidsOf, stockOf } from './kit.ts';

export interface Folded<P> {
  readonly proposal: P;
  readonly fits: FoldAnswer;
}

/**
 * The cheapest first: one that folds tightly weighs as much more as an allowance that is missing, and one that does not
 * fold stands after all others.
 */
export function rankByFold<P extends Pick<Proposal, 'weight'>>(
  folded: readonly Folded<P>[],
  { missing }: Pick<Weights, 'missing'>,
): Folded<P>[] {
  const weight = ({ proposal, fits }: Folded<P>) => proposal.weight + (fits === 'tight' ? missing : 0);
  return [...folded].sort(
    (a, b) => Number(a.fits === 'no') - Number(b.fits === 'no') || weight(a) - weight(b),
  );
}

export interface FoldedWays<P> {
  /** Those that fold, or may; where none does, all of them, each with what is left wrong. */
  readonly ways: readonly Folded<P>[];
  readonly notes: readonly string[];
}

/** Leaves out what would not close, and says how many; where nothing would, all of it is told with that. */
export function thatClose<P>(ranked: readonly Folded<P>[]): FoldedWays<P> {
  const closing = ranked.filter(({ fits }) => fits !== 'no');
  const left = ranked.length - closing.length;
  if (left === 0) return { ways: ranked, notes: [] };
  if (closing.length === 0)
    return { ways: ranked, notes: ['None of these ways would close by the fold, which is an estimate.'] };
  const words = left === 1 ? '1 more way is legal and would' : `${left} more ways are legal and would`;
  return { ways: closing, notes: [`${words} not close by the fold, which is an estimate: left out.`] };
}

/** Folds every way as a whole box with its planned joints, ranks them, and leaves out what would not close. */
export function foldProposals<P extends Pick<Proposal, 'weight' | 'box'>>(
  proposals: readonly P[],
  edition: Edition,
  kit: Kit,
  circuit?: string,
): FoldedWays<P> {
  const solids = solidsOf(kit);
  const folded = proposals.map((proposal) => {
    const joined = joinedOf(proposal.box, {
      edition,
      stock: stockOf(kit),
      ...(circuit === undefined ? {} : { circuit }),
    });
    return { proposal, fits: foldBox(proposal.box, edition, joined, { solids, quick: true }).fits };
  });
  return thatClose(rankByFold(folded, kit.weights));
}
