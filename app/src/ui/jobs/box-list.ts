/** Finding, filtering and sorting the boxes of a job. */
import { naturally } from '@dense-pack/core/box/natural-order';
import { checkBox } from '@dense-pack/core/check/check-box';
import type { EditionId } from '@dense-pack/core/edition/index';
import { editionOf } from '@dense-pack/core/edition/index';
import { type Tally, tally } from '@dense-pack/core/fill/tally';
import type { Assumptions } from '@dense-pack/core/fold/solids';
import { workRoom } from '@dense-pack/core/fold/work-room';
import type { ShownBox } from '../client/queries';
import { kitNow } from '../truck/kit';

/** A box with its count, as the list shows it. */
export interface Listed {
  readonly box: ShownBox;
  readonly counted: Tally;
  readonly tight: boolean;
  /** How many rules beside the fill are broken, as far as facts are recorded. */
  readonly wrong: number;
}

export const FILTERS = {
  all: 'All',
  over: 'Over',
  tight: 'Tight',
  unknown: 'No answer',
} as const;
export type Filter = keyof typeof FILTERS;

export const SORTS = {
  made: 'As recorded',
  fullest: 'Fullest first',
  name: 'By name',
  room: 'By room',
  circuit: 'By circuit',
} as const;
export type Sort = keyof typeof SORTS;

export interface Wish {
  readonly filter: Filter;
  readonly sort: Sort;
  readonly search: string;
  readonly room: string | undefined;
  readonly circuit: string | undefined;
}
export const ALL: Wish = { filter: 'all', sort: 'made', search: '', room: undefined, circuit: undefined };

/** What was counted of a document, by edition and by what the person assumes of working room. */
const listed = new WeakMap<
  ShownBox['box'],
  Map<EditionId, { assumed: Assumptions; one: Omit<Listed, 'box'> }>
>();

/** Counts a box; the same document is counted once, however often the list is drawn. */
export function listBox(
  box: ShownBox,
  jobEdition: EditionId,
  assumed: Assumptions = kitNow().assumptions,
): Listed {
  const id = box.box.edition ?? jobEdition;
  let known = listed.get(box.box);
  if (!known) listed.set(box.box, (known = new Map()));
  const before = known.get(id);
  let one = before?.assumed === assumed ? before.one : undefined;
  if (!one) {
    const edition = editionOf(id);
    const counted = tally(box.box, edition);
    one = {
      counted,
      tight: counted.verdict === 'legal' && workRoom(box.box, edition, counted, assumed).answer === 'tight',
      wrong: checkBox(box.box, edition, counted).findings.filter(({ severity }) => severity === 'violation')
        .length,
    };
    known.set(id, { assumed, one });
  }
  return { box, ...one };
}

/** How full a box is, for sorting: 1 is just full; without a legal volume it comes after all others. */
export function fullness({ counted }: Pick<Listed, 'counted'>): number {
  return counted.capacity === null || counted.capacity === 0 ? -1 : counted.fill / counted.capacity;
}

function passes({ box, counted, tight }: Listed, wish: Wish): boolean {
  if (wish.filter === 'over' && counted.verdict !== 'over') return false;
  if (wish.filter === 'unknown' && counted.verdict !== 'unknown') return false;
  if (wish.filter === 'tight' && !tight) return false;
  if (wish.room !== undefined && box.room !== wish.room) return false;
  if (wish.circuit !== undefined && box.circuit !== wish.circuit) return false;
  const text = `${box.name} ${box.room} ${box.circuit} ${box.seen.note}`.toLowerCase();
  return wish.search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}

const COMPARE: Record<Sort, (a: Listed, b: Listed) => number> = {
  made: () => 0,
  fullest: (a, b) => fullness(b) - fullness(a),
  name: (a, b) => naturally(a.box.name, b.box.name),
  room: (a, b) => naturally(a.box.room, b.box.room),
  circuit: (a, b) => naturally(a.box.circuit, b.box.circuit),
};

/** The boxes a person wishes to see, in their order; the order of recording breaks ties. */
export function wished(boxes: readonly Listed[], wish: Wish): Listed[] {
  return boxes.filter((one) => passes(one, wish)).sort(COMPARE[wish.sort]);
}

/** The different rooms or circuits of some boxes, in order, empty ones left out. */
export function distinct(boxes: readonly Listed[], of: 'room' | 'circuit'): string[] {
  return [...new Set(boxes.map(({ box }) => box[of]).filter((name) => name !== ''))].sort(naturally);
}
