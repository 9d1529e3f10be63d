/** What changed from one state of a box to another: as found against planned, planned against built. */
import type { BoxDocument, Item } from './document.ts';

/** One change: an item added, removed, fewer or more of it, changed in place, or the box itself. */
export type Change =
  | { readonly what: 'added'; readonly item: Item; readonly count: number }
  | { readonly what: 'removed'; readonly item: Item; readonly count: number }
  | { readonly what: 'swapped'; readonly before: Item; readonly after: Item }
  | {
      readonly what: 'box';
      readonly field: ShellField;
      readonly before: BoxDocument;
      readonly after: BoxDocument;
    };

/** What of the box itself can change. */
export type ShellField = 'volume' | 'kind' | 'edition' | 'flaps' | 'note';

const countOf = (item: Item) => (item.kind === 'barrier' ? 1 : item.count);

/** Everything of an item but its id and count. */
function nature(item: Item): string {
  const { id: _id, ...rest } = item;
  const fields = Object.entries({ ...rest, count: undefined }).filter(([, value]) => value !== undefined);
  return JSON.stringify(fields.sort(([a], [b]) => (a < b ? -1 : 1)));
}

function shellChanges(before: BoxDocument, after: BoxDocument): Change[] {
  const pick = {
    volume: ({ shell }: BoxDocument) => [
      shell.volume,
      shell.box,
      shell.measured,
      shell.marks,
      shell.conduitBody,
    ],
    kind: ({ shell }: BoxDocument) => [shell.gangs, shell.material, shell.mount, shell.form],
    edition: (box: BoxDocument) => box.edition,
    flaps: (box: BoxDocument) => box.flaps,
    note: (box: BoxDocument) => box.note,
  } satisfies Record<ShellField, (box: BoxDocument) => unknown>;
  return (Object.keys(pick) as ShellField[])
    .filter((field) => JSON.stringify(pick[field](before)) !== JSON.stringify(pick[field](after)))
    .map((field) => ({ what: 'box', field, before, after }));
}

/**
 * The changes from `before` to `after`, the box itself first and its note last. Items are matched by id as long as they
 * are of one kind, then by what they are, so that a box that was read anew compares by content.
 */
export function difference(before: BoxDocument, after: BoxDocument): Change[] {
  const own = shellChanges(before, after);
  const isNote = (change: Change) => change.what === 'box' && change.field === 'note';
  const changes = own.filter((change) => !isNote(change));
  const left = new Map(before.items.map((item) => [item.id, item]));
  const unmatched: Item[] = [];
  const compare = (was: Item, is: Item) => {
    left.delete(was.id);
    if (nature(was) !== nature(is)) {
      changes.push({ what: 'swapped', before: was, after: is });
      return;
    }
    const more = countOf(is) - countOf(was);
    if (more > 0) changes.push({ what: 'added', item: is, count: more });
    else if (more < 0) changes.push({ what: 'removed', item: is, count: -more });
  };
  for (const item of after.items) {
    const same = left.get(item.id);
    if (same && nature(same) === nature(item)) compare(same, item);
    else unmatched.push(item);
  }
  for (const item of unmatched) {
    const alike = [...left.values()].find((one) => nature(one) === nature(item));
    const sameId = left.get(item.id);
    if (alike) compare(alike, item);
    else if (sameId?.kind === item.kind) compare(sameId, item);
    else changes.push({ what: 'added', item, count: countOf(item) });
  }
  for (const item of left.values()) changes.push({ what: 'removed', item, count: countOf(item) });
  return [...changes, ...own.filter(isNote)];
}
