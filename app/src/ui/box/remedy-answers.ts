/** The question a screen asks of the remedy search and its answer, as they pass to a worker and back. */
import { BoxDocument } from '@dense-pack/core/box/document';
import { keysOf } from '@dense-pack/core/box/words';
import { newId } from '@dense-pack/core/box/new-id';
import { EDITION_IDS, editionOf } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import { FOLD_FITS } from '@dense-pack/core/fold/fold';
import { addsAtHand, boxesAtHand, Kit } from '@dense-pack/core/parts/kit';
import { foldProposals } from '@dense-pack/core/parts/rank-by-fold';
import { REMEDY_ASKS, REMEDY_KINDS } from '@dense-pack/core/remedy/remedy';
import { findRemedies } from '@dense-pack/core/remedy/search';
import { z } from 'zod';

export const RemedyQuestion = z.object({
  box: BoxDocument,
  circuit: z.string(),
  edition: z.enum(EDITION_IDS),
  kit: Kit,
  /** What was found in the wall, where that is known. */
  found: BoxDocument.optional(),
});
export type RemedyQuestion = z.output<typeof RemedyQuestion>;

const Remedy = z.object({
  kind: z.enum(keysOf(REMEDY_KINDS)),
  ids: z.array(z.string()),
  words: z.array(z.string()),
  cost: z.object({ parts: z.number(), minutes: z.number(), damage: z.number() }),
  box: BoxDocument,
  /** Whether the box would fold then. */
  fits: z.enum(FOLD_FITS),
});
export type Remedy = z.output<typeof Remedy>;
export const RemedyAnswer = z.object({
  remedies: z.array(Remedy),
  asks: z.array(z.enum(REMEDY_ASKS)),
  notes: z.array(z.string()),
});
export type RemedyAnswer = z.output<typeof RemedyAnswer>;

/** Searches; what comes in is parsed, what goes out is plain. */
export function answerRemedies(question: unknown): RemedyAnswer {
  const { box, circuit, edition: id, kit, found } = RemedyQuestion.parse(question);
  const edition = editionOf(id);
  const { proposals, asks, notes } = findRemedies(box, edition, tally(box, edition), {
    weights: kit.weights,
    newId,
    boxes: boxesAtHand(edition, kit),
    added: addsAtHand(edition, kit),
    forSpare: true,
    ...(found === undefined ? {} : { found }),
  });
  const folded = foldProposals(proposals, edition, kit, circuit);
  return {
    remedies: folded.ways.map(({ proposal, fits }) => {
      const { kind, ids, words, cost, box: fixed } = proposal;
      return {
        kind,
        ids: [...ids],
        words: [...words],
        cost: { ...cost },
        box: fixed,
        fits,
      };
    }),
    asks: [...asks],
    notes: [...notes, ...folded.notes],
  };
}
