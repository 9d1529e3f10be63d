/** The editions, found by id. */
import { CEC_EDITIONS } from './cec.ts';
import { type Edition, type EditionId, EDITION_IDS, type StandardBox } from './edition.ts';
import { NEC_EDITIONS } from './nec.ts';

/** Every edition we count by, the NEC first, oldest first. */
export const EDITIONS: readonly Edition[] = [...NEC_EDITIONS, ...CEC_EDITIONS];

const BY_ID = new Map(EDITIONS.map((edition) => [edition.id, edition]));

/** The edition of an id. Every {@link EditionId} has one. */
export function editionOf(id: EditionId): Edition {
  const edition = BY_ID.get(id);
  if (!edition) throw new RangeError(`edition ${id} is not one of ${EDITION_IDS.join(', ')}`);
  return edition;
}

const BOXES_BY_CODE = new Map(
  EDITIONS.map((edition) => [edition.id, new Map(edition.boxes.value.map((box) => [box.code, box]))]),
);

/** A standard box as an edition lists it, or undefined when that edition does not. */
export function standardBox(edition: Edition, code: string): StandardBox | undefined {
  return BOXES_BY_CODE.get(edition.id)?.get(code);
}

/** The shape of a standard box; undefined where it is none of that edition. */
export const shapeOf = (edition: Edition, code: string | undefined): StandardBox['shape'] | undefined =>
  code === undefined ? undefined : standardBox(edition, code)?.shape;

/** Every box code that at least one edition lists. */
export const BOX_CODES: readonly string[] = [
  ...new Set(EDITIONS.flatMap((edition) => edition.boxes.value.map((box) => box.code))),
];

export * from './edition.ts';
export { CHECK_NAMES, type CheckName, type CheckRules, type Make, MAKES } from './check-rules.ts';
