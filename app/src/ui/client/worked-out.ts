/** What several parts of a screen ask of one box is worked out once: a document is never changed, only replaced. */
import type { BoxDocument } from '@dense-pack/core/box/document';
import { type Certainty, certaintyOf } from '@dense-pack/core/certainty/certainty';
import type { Edition } from '@dense-pack/core/edition/index';
import { type Tally, tally } from '@dense-pack/core/fill/tally';

/** Keeps what `work` gives for a document, under a key for everything else it depends on. */
function once<T>(): (box: BoxDocument, key: string, work: () => T) => T {
  const known = new WeakMap<BoxDocument, Map<string, T>>();
  return (box, key, work) => {
    const of = known.get(box) ?? new Map<string, T>();
    known.set(box, of);
    const there = of.get(key);
    if (there !== undefined) return there;
    const made = work();
    of.set(key, made);
    return made;
  };
}

const tallies = once<Tally>();
const certainties = once<Certainty>();

/** The count of a box by an edition. */
export const talliedBy = (box: BoxDocument, edition: Edition): Tally =>
  tallies(box, edition.id, () => tally(box, edition));

/**
 * What is still open of a box, and whether it could change the verdict.
 * @param chosen whether somebody chose the edition
 */
export const certaintyBy = (box: BoxDocument, edition: Edition, chosen: boolean): Certainty =>
  certainties(box, `${edition.id} ${chosen}`, () =>
    certaintyOf(box, edition, talliedBy(box, edition), { chosen }),
  );
