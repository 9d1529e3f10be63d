/** A box whose count line was written anew: what is still there stays the piece it was. */
import type { BoxDocument, Item } from './document.ts';
import type { NewId } from './piece-id.ts';
import { alike, joinRaceways, runsWith } from './rows.ts';
import { roleOf } from './work.ts';

/** Whether a piece of the new line can be this one: made the same, whatever else is said of it now. */
function couldBe(was: Item, is: Item): boolean {
  switch (was.kind) {
    case 'cable':
      return is.kind === 'cable' && was.size === is.size && was.conductors === is.conductors;
    case 'conductors':
      return is.kind === 'conductors' && was.size === is.size && was.run === is.run;
    case 'device':
      return is.kind === 'device' && was.device === is.device;
    default:
      return was.kind === is.kind;
  }
}

/** What the old piece was told to do, as far as the new words do not say otherwise. */
function kept(was: Item, is: Item): Item {
  const own = { ...is, id: was.id } as Item;
  if (was.kind === 'device' && own.kind === 'device')
    return was.wired === undefined ? own : { ...own, wired: was.wired };
  if (was.kind === 'cable' && own.kind === 'cable')
    return roleOf(was.duty) === roleOf(own.duty) && was.duty ? { ...own, duty: was.duty } : own;
  if ((was.kind === 'conductors' || was.kind === 'fixture') && was.kind === own.kind)
    // A line has no word for what these do: it is told in the set-up, of as many as there were.
    return was.duty !== undefined && was.count === own.count ? ({ ...own, duty: was.duty } as Item) : own;
  return own;
}

/**
 * The box of a line that takes the place of the one there. Pieces that are alike, then pieces that are made the
 * same, keep their ids and what they were told; every other piece is new. A raceway with as many conductors as
 * before keeps the runs that are told apart in it. The circuits and wirings stay.
 */
export function reread(before: BoxDocument, read: BoxDocument, newId: NewId): BoxDocument {
  const left = joinRaceways(before.items);
  const take = (fits: (was: Item) => boolean) => {
    const nth = left.findIndex(fits);
    return nth < 0 ? undefined : left.splice(nth, 1)[0];
  };
  const same = read.items.map((item) => take((was) => alike(was, item)));
  const items = read.items.flatMap((item, nth): Item[] => {
    const was = same[nth] ?? take((one) => couldBe(one, item));
    if (was === undefined) return [{ ...item, id: newId() } as Item];
    const runs = runsWith(before.items, was.id);
    return runs.length > 1 && 'count' in was && 'count' in item && was.count === item.count
      ? [...runs]
      : [kept(was, item)];
  });
  return { ...read, items, ...(before.work === undefined ? {} : { work: before.work }) };
}
