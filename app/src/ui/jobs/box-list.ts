/** Finding, filtering and sorting the boxes of a job. */
import { naturally } from '@dense-pack/core/box/natural-order';
import { NO_PANEL } from '@dense-pack/core/box/panel';
import { isEditionChosen, type Job } from '@dense-pack/core/box/record';
import { type Certainty, certaintyOf } from '@dense-pack/core/certainty/certainty';
import { otherFindingsOf } from '@dense-pack/core/check/other-findings';
import { type BoxVerdict, boxVerdict } from '@dense-pack/core/check/box-verdict';
import { checkBox } from '@dense-pack/core/check/check-box';
import type { CheckFinding } from '@dense-pack/core/check/finding';
import { editionOf } from '@dense-pack/core/edition/index';
import { type Tally, tally } from '@dense-pack/core/fill/tally';
import type { Assumptions } from '@dense-pack/core/fold/solids';
import { workRoom } from '@dense-pack/core/fold/work-room';
import { withRoles } from '@dense-pack/core/run/linked-roles';
import { type Surroundings, surroundingsOf, withSurroundings } from '@dense-pack/core/run/surroundings';
import type { ShownBox } from '../client/queries';
import type { RunFacts } from '../client/use-run-facts';
import type { WiringOf } from '../client/wiring-known';
import { kitNow } from '../truck/kit';

/** A box with its count, as the list shows it. */
export interface Listed {
  readonly box: ShownBox;
  /** Its document with the roles its links tell: its wiring is worked out of it. */
  readonly planned: ShownBox['box'];
  readonly counted: Tally;
  readonly tight: boolean;
  /** How many rules beside the fill are broken, as far as facts are recorded. */
  readonly wrong: number;
  /** The one verdict of the box, the same as in its header. */
  readonly verdict: BoxVerdict;
}

/** What a list knows of the job its boxes are in. */
export type ListJob = Pick<Job, 'edition'> & Partial<Pick<Job, 'editionAssumed' | 'panel'>>;

export const FILTERS = {
  all: 'All',
  over: 'Over',
  tight: 'Tight',
  violation: 'Violation',
  open: 'Open',
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

/** What was worked out of a document and holds until something around it changes. */
interface CountedDocument extends Pick<Listed, 'counted' | 'tight'> {
  readonly certainty: Certainty;
  readonly findings: readonly CheckFinding[];
}

/** What was counted of a document, by what it was counted with. */
const known = new WeakMap<ShownBox['box'], { readonly by: string; readonly one: CountedDocument }>();

/** Counts a document; the same is counted once, however often the list is drawn. */
function countDocument(
  box: ShownBox['box'],
  job: ListJob,
  around: Surroundings,
  assumed: Assumptions,
): CountedDocument {
  const edition = editionOf(box.edition ?? job.edition);
  const chosen = isEditionChosen(job, box);
  const by = JSON.stringify([edition.id, chosen, around, assumed]);
  const before = known.get(box);
  if (before?.by === by) return before.one;
  const counted = tally(box, edition);
  const one = {
    counted,
    certainty: certaintyOf(box, edition, counted, { chosen }),
    findings: checkBox(withSurroundings(box, around), edition, counted).findings,
    tight: counted.verdict === 'legal' && workRoom(box, edition, counted, assumed).answer === 'tight',
  };
  known.set(box, { by, one });
  return one;
}

/** What is known of a box beside its record and its job. */
interface ListedWith {
  readonly assumed?: Assumptions;
  readonly run?: RunFacts;
  readonly wiringOf?: WiringOf;
}

/** How each record was listed last, and with what: while hundreds are sent, all but one are as they were. */
const listedBefore = new WeakMap<ShownBox, { readonly by: readonly unknown[]; readonly one: Listed }>();

/** Work that rested too long is a finding: a list may be so old, in ms. */
const MINUTE = 60_000;

/** A box with its count and its one verdict; worked out again when anything it depends on is another. */
export function listBox(
  box: ShownBox,
  job: ListJob,
  { assumed = kitNow().assumptions, run, wiringOf }: ListedWith = {},
): Listed {
  const now = Date.now();
  const { edition, editionAssumed, panel = NO_PANEL } = job;
  const by = [edition, editionAssumed, panel, assumed, run, wiringOf, Math.floor(now / MINUTE)];
  const before = listedBefore.get(box);
  if (before && by.every((one, index) => Object.is(one, before.by[index]))) return before.one;
  const around = surroundingsOf(box, panel, run?.behind(box.id) ?? [], run?.rolesIn(box.id));
  const { counted, certainty, findings, tight } = countDocument(box.box, job, around, assumed);
  const planned = withRoles(box.box, around.roles);
  const wiring = wiringOf?.(planned);
  const one = {
    box,
    planned,
    counted,
    tight,
    wrong: findings.filter(({ severity }) => severity === 'violation').length,
    verdict: boxVerdict(counted, certainty, findings, otherFindingsOf(box, { panel, wiring, now })),
  };
  listedBefore.set(box, { by, one });
  return one;
}

/** How full a box is, for sorting: 1 is just full; without a legal volume it comes after all others. */
export function fullness({ counted }: Pick<Listed, 'counted'>): number {
  return counted.capacity === null || counted.capacity === 0 ? -1 : counted.fill / counted.capacity;
}

/** Whether a box is of those a filter shows. */
export const isShownBy: Readonly<Record<Filter, (one: Listed) => boolean>> = {
  all: () => true,
  over: ({ counted }) => counted.verdict === 'over',
  tight: ({ tight }) => tight,
  violation: ({ verdict }) => verdict.is === 'violation',
  open: ({ verdict }) => verdict.is === 'open',
  unknown: ({ counted }) => counted.verdict === 'unknown',
};

function passes(one: Listed, wish: Wish): boolean {
  const { box } = one;
  if (!isShownBy[wish.filter](one)) return false;
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
