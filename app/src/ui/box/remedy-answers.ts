/** The question a screen asks of the remedy search and its answer, as they pass to a worker and back. */
import { BoxDocument } from '@dense-pack/core/box/document';
import { newId } from '@dense-pack/core/box/new-id';
import { EDITION_IDS, editionOf } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import { addsAtHand, boxesAtHand, Kit } from '@dense-pack/core/parts/kit';
import { findRemedies } from '@dense-pack/core/remedy/search';
import { z } from 'zod';

export const RemedyQuestion = z.object({ box: BoxDocument, edition: z.enum(EDITION_IDS), kit: Kit });
export type RemedyQuestion = z.output<typeof RemedyQuestion>;

const Remedy = z.object({
  ids: z.array(z.string()),
  words: z.array(z.string()),
  cost: z.object({ parts: z.number(), minutes: z.number(), damage: z.number() }),
  box: BoxDocument,
});
export type Remedy = z.output<typeof Remedy>;
export const RemedyAnswer = z.object({ remedies: z.array(Remedy), notes: z.array(z.string()) });
export type RemedyAnswer = z.output<typeof RemedyAnswer>;

/** Searches; what comes in is parsed, what goes out is plain. */
export function answerRemedies(question: unknown): RemedyAnswer {
  const { box, edition: id, kit } = RemedyQuestion.parse(question);
  const edition = editionOf(id);
  const { proposals, notes } = findRemedies(box, edition, tally(box, edition), {
    weights: kit.weights,
    newId,
    boxes: boxesAtHand(edition, kit),
    added: addsAtHand(edition, kit),
    forSpare: true,
  });
  return {
    remedies: proposals.map(({ ids, words, cost, box: fixed }) => ({
      ids: [...ids],
      words: [...words],
      cost: { ...cost },
      box: fixed,
    })),
    notes: [...notes],
  };
}
