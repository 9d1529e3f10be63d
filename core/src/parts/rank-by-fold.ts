/** Ways to make a box legal, told again by whether it would fold: what is legal and does not close is no help. */
import type { FoldAnswer } from '../fold/fold.ts';
import type { Proposal, Weights } from '../remedy/remedy.ts';

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
