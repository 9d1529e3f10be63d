/** Boxes in trouble, each with the remedy an experienced person would choose: where does the search put it? */
import type { BoxDocument } from '../box/document.ts';
import { countedIds } from '../box/piece-id.ts';
import { type Edition, editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { DEFAULT_WEIGHTS } from '../remedy/remedy.ts';
import { findRemedies } from '../remedy/search.ts';
import { readCountLine } from '../shorthand/read.ts';

/** A box as a count line, what the remedy is called, and what its words must be like. */
export type TroubleCase<Called extends string> = readonly [line: string, called: Called, words?: RegExp];

/**
 * Searches each box, which must not be legal as it stands, and tells where the wanted single step stands.
 * @param called what a step's id is called by a person; told apart from what the search calls it
 * @returns how many stand first and among the first three, and both in words with the lines of the others
 */
export function rankTrouble<Called extends string>(
  title: string,
  cases: readonly TroubleCase<Called>[],
  called: (id: string, box: BoxDocument, edition: Edition) => Called | undefined,
): { readonly first: number; readonly three: number; readonly words: string } {
  const ranks = cases.map(([line, wanted, words]) => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
    const edition = editionOf(read.box.edition ?? 'nec2023');
    const counted = tally(read.box, edition);
    expect([line, counted.verdict === 'legal']).toEqual([line, false]);
    const { proposals } = findRemedies(read.box, edition, counted, {
      weights: DEFAULT_WEIGHTS.value,
      newId: countedIds(),
    });
    return proposals.findIndex(
      ({ ids: [id, ...more], words: said }) =>
        id !== undefined &&
        more.length === 0 &&
        called(id, read.box, edition) === wanted &&
        (words === undefined || words.test(said.join(' '))),
    );
  });
  const isNear = (rank: number | undefined) => rank !== undefined && rank >= 0 && rank < 3;
  const first = ranks.filter((rank) => rank === 0).length;
  const three = ranks.filter(isNear).length;
  const missed = cases.filter((_, nth) => !isNear(ranks[nth])).map(([line]) => line);
  const words = `${title}: ${first} of ${cases.length} first, ${three} among the first three. Not: ${missed.join(' | ') || 'none'}`;
  return { first, three, words };
}
