/** One change made to many boxes at once, kept so that it can be taken back whole. */
import type { EditionId } from '@dense-pack/core/edition/index';
import type { BoxFields } from '@dense-pack/core/box/record';
import { browserDisk } from '@/sync/browser-disk';
import { keepStep, snapshotOf } from '../client/history';
import { boxNow, changeBox, type ShownBox } from '../client/queries';

/** What can be said of many boxes: where they are, or by which edition they are counted. */
export type Said = { readonly room: string } | { readonly edition: EditionId | undefined };

/** What was done, and what could not be. */
export interface Done {
  /** Each box with what it said before. */
  readonly before: readonly { readonly id: string; readonly said: Said }[];
  /** Boxes that were not changed, each with why. */
  readonly refused: readonly { readonly name: string; readonly why: string }[];
}

function fieldsOf(box: ShownBox, said: Said): Partial<BoxFields> {
  if ('room' in said) return { room: said.room };
  const { edition: _edition, ...rest } = box.box;
  return { box: said.edition === undefined ? rest : { ...rest, edition: said.edition } };
}

function write(jobId: string, id: string, said: Said): string | undefined {
  const now = boxNow(jobId, id);
  if (!now) return 'it is not there any more';
  const [problem] = changeBox(now, fieldsOf(now, said));
  if (problem) return `${problem.field} ${problem.accepted}`;
  // A box counted by another edition can be undone in the box, too.
  if ('edition' in said)
    void keepStep(browserDisk, id, snapshotOf(now), snapshotOf(boxNow(jobId, id) ?? now));
  return undefined;
}

/** Says it of each of the boxes; one that refuses it does not keep the others from it. */
export function sayOfMany(jobId: string, ids: readonly string[], said: Said): Done {
  const before: { id: string; said: Said }[] = [];
  const refused: { name: string; why: string }[] = [];
  for (const id of ids) {
    const box = boxNow(jobId, id);
    const was: Said | undefined = box && ('room' in said ? { room: box.room } : { edition: box.box.edition });
    const why = write(jobId, id, said);
    if (why !== undefined) refused.push({ name: box?.name ?? id, why });
    else if (was) before.push({ id, said: was });
  }
  return { before, refused };
}

/** Puts each box back to what it said before. */
export function takeBack(jobId: string, { before }: Done): void {
  for (const { id, said } of before) write(jobId, id, said);
}
