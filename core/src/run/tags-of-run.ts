/**
 * The tags of every conductor whose cable is told, box by box, for a sheet of labels (docs/trade.md#identifying). Where a
 * cable is linked its tag says to which box it leads.
 */
import type { Link } from '../box/links.ts';
import type { Run } from '../box/work.ts';
import { type Tag, tagsOf } from '../identify/tags.ts';
import type { CableRole } from '../identify/roles.ts';
import { coloursOf } from '../identify/identify.ts';
import type { HouseBox, RunEnd } from './house.ts';

export interface CableTags {
  readonly piece: string;
  readonly name: string;
  readonly tags: readonly Tag[];
}
export interface BoxTags {
  readonly id: string;
  readonly name: string;
  readonly room: string;
  readonly cables: readonly CableTags[];
  /** Cables that are not told yet: they have no tag. */
  readonly untold: readonly string[];
}

const ROLES: Readonly<Record<Run['does'], CableRole>> = {
  feed: 'feed',
  out: 'feed-out',
  leg: 'leg',
  'loop-out': 'loop',
  'loop-in': 'loop-in',
  travelers: 'travelers',
  spare: 'spare',
};

/** The tags of these boxes. */
export function tagsOfRun(house: readonly HouseBox[], links: readonly Link[]): BoxTags[] {
  const leads = (end: RunEnd): string | undefined => {
    const link = links.find(({ from, to }) => [from, to].some((one) => isEnd(one, end)));
    if (!link) return undefined;
    const other = isEnd(link.from, end) ? link.to : link.from;
    return typeof other === 'string' ? undefined : house.find(({ id }) => id === other.box)?.name;
  };
  return house.map(({ id, name, room, ends }) => {
    const told = ends.filter((end) => end.told);
    return {
      id,
      name,
      room,
      untold: ends.filter((end) => !end.told).map((end) => end.name),
      cables: told.map((end) => ({
        piece: end.piece,
        name: end.name,
        tags: tagsOf({
          role: ROLES[end.does],
          colours: coloursOf(end.item),
          label: end.does === 'feed' ? undefined : (leads(end) ?? end.item.label),
          circuit: end.circuits.join(' and ') || undefined,
        }),
      })),
    };
  });
}

const isEnd = (one: Link['to'], { box, piece }: RunEnd) =>
  typeof one !== 'string' && one.box === box && one.piece === piece;
