/**
 * Two changes of one job made from the same state: what one person changed is kept beside what the other did.
 * Where both changed the same, the later word stands.
 */
import type { JobFields } from './record.ts';

/** @param base what both were made from; without it only what is new of the stored is added */
export function mergeJob(base: JobFields | undefined, mine: JobFields, stored: JobFields): JobFields {
  const own = <K extends 'name' | 'edition' | 'note'>(key: K): JobFields[K] =>
    base !== undefined && mine[key] === base[key] ? stored[key] : mine[key];
  return {
    name: own('name'),
    edition: own('edition'),
    note: own('note'),
    panel: {
      circuits: mergeLists(base?.panel.circuits ?? [], mine.panel.circuits, stored.panel.circuits),
    },
    links: mergeLists(base?.links ?? [], mine.links, stored.links),
  };
}

/** Each entry by its id: changed or taken out by me, that stands; else as it is stored. */
function mergeLists<T extends { readonly id: string }>(
  base: readonly T[],
  mine: readonly T[],
  stored: readonly T[],
): T[] {
  const [before, there] = [byId(base), byId(stored)];
  const ours = byId(mine);
  const kept = mine.flatMap((one): T[] => {
    const was = before.get(one.id);
    const is = there.get(one.id);
    const changed = was === undefined || JSON.stringify(was) !== JSON.stringify(one);
    if (changed) return [one];
    // Unchanged here: as it is stored, or gone with it.
    return is === undefined ? [] : [is];
  });
  const added = stored.filter(({ id }) => !ours.has(id) && !before.has(id));
  const returned = stored.filter((one) => {
    const was = before.get(one.id);
    // Taken out here, but changed there since: it is kept, for nothing a person wrote vanishes.
    return was !== undefined && !ours.has(one.id) && JSON.stringify(was) !== JSON.stringify(one);
  });
  return [...kept, ...added, ...returned];
}

const byId = <T extends { readonly id: string }>(list: readonly T[]) =>
  new Map(list.map((one) => [one.id, one] as const));
