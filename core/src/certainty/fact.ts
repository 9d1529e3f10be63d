/**
 * A fact that a box leaves open: nobody recorded it, and it bears on the count. Each has a plain question and the answers that are
 * plausible, least fill first.
 */
import type { BoxDocument } from '../box/document.ts';
import type { EditionId } from '../edition/index.ts';

export type FactName =
  | 'volume'
  | 'spaces'
  | 'stamp'
  | 'clamps'
  | 'fitting'
  | 'canopy'
  | 'luminaire'
  | 'old-cable'
  | `width-${string}`
  | `depth-${string}`
  | 'connectors'
  | 'edition';

/** One plausible answer to the question of a fact. */
export interface Answer {
  /** The item of a count line that says so. Added to the line, it settles the fact. */
  readonly say: string;
  /** The answer in a few words, for a button. */
  readonly words: string;
  /** How the headline says it: `Legal if …`. */
  readonly condition: string;
  /** The box with the answer recorded. @param newId makes the id of an item that is added */
  readonly record: (box: BoxDocument, newId: () => string) => BoxDocument;
  /** The edition it names, for the question of the edition: that is recorded with the job or the box. */
  readonly edition?: EditionId;
}

/** A fact that is open in a box. */
export interface Fact {
  readonly name: FactName;
  readonly question: string;
  /** At least one; in the order of the fill they give, least first, where the edition counts by volume alone. */
  readonly answers: readonly [Answer, ...Answer[]];
  /** The box as it stands counts as with its first answer: nothing takes less. */
  readonly startsLeast: boolean;
}
