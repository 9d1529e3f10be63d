/** As found → planned → as built: how a box record goes from one state to the next. */
import type { Change } from './difference.ts';
import type { BoxDocument, Item } from './document.ts';
import { changeItem } from './edit.ts';
import type { NewId } from './piece-id.ts';
import { type BoxFields, nothingSeen } from './record.ts';
import { hasDuty } from './set-up.ts';
import { type BoxWork, type Duty, firstHalf, secondHalf } from './work.ts';
import type { Wiring } from '../wiring/wiring.ts';

type Guards = NonNullable<Duty['guards']>;

type Staged = Pick<BoxFields, 'box' | 'stage' | 'stageAt' | 'found'>;

/** Keeps the box as it stands as what was found (or built before), and begins a plan from it. */
export function planChange({ box }: Pick<BoxFields, 'box'>, now: string): Staged {
  return { box, found: box, stage: 'planned', stageAt: now };
}

/**
 * Says that the plan was built as it stands. What was found stays beside it, with the wiring that was entered for
 * it; the wiring that was planned is the one that is in the box now, and the next plan starts from it.
 * @param planned the wiring of the plan; undefined where none was set up
 */
export function markBuilt(
  { box, found }: Pick<BoxFields, 'box' | 'found'>,
  now: string,
  planned: Wiring | undefined,
): Staged {
  const { work } = box;
  if (!work || !planned || !isOf(planned, box)) return { box, found, stage: 'built', stageAt: now };
  const { renewed: _renewed, ...rest } = work;
  return {
    box: { ...box, work: { ...rest, found: planned } },
    found: found && withFound(found, work),
    stage: 'built',
    stageAt: now,
  };
}

/** Drops the plan: the box is again as it was found, with the wiring that was entered for it meanwhile. */
export function dropPlan({ box, found }: Pick<BoxFields, 'box' | 'found'>, now: string): Staged {
  return {
    box: found ? (box.work ? withFound(found, box.work) : found) : box,
    found: null,
    stage: 'found',
    stageAt: now,
  };
}

/** A box as it was found, with the wiring that was entered as found while a change of it was planned. */
function withFound(found: BoxDocument, { circuits, schools, found: wiring }: BoxWork): BoxDocument {
  if (wiring === undefined) return found;
  return { ...found, work: { ...(found.work ?? { circuits, schools }), found: wiring } };
}

/** Whether every end of a wiring is of a piece that is in the box. */
function isOf({ joints, lands }: Wiring, { items }: BoxDocument): boolean {
  const there = new Set(items.map(({ id }) => id));
  const ends = [...joints.flatMap((joint) => joint.ends), ...lands.flatMap(({ end, at }) => [end, at])];
  return ends.every((end) => {
    const [kind, of = ''] = end.split(':');
    return kind === 'p' || kind === 'x' || there.has(of);
  });
}

/**
 * Another box like this one: what is in it and what it does, a change that is planned included. Nothing of the
 * copy is made up, built or seen yet; no wiring is laid down for it. Its pieces are its own, with ids of their own.
 */
export function copyOf(
  { name, room, circuit, box, stage, stageAt, found }: BoxFields,
  newId: NewId,
): BoxFields {
  const ids = new Map<string, string>();
  const rename = (id: string) => {
    const known = ids.get(id) ?? newId();
    ids.set(id, known);
    return known;
  };
  const copied = (one: BoxDocument): BoxDocument => {
    const { work, ...rest } = renamed(one, rename);
    if (work === undefined) return rest;
    const { circuits, schools } = work;
    return { ...rest, work: { circuits, schools } };
  };
  return {
    name: `${name.slice(0, 74)}, copy`,
    room,
    circuit,
    box: copied(box),
    ...(stage === 'planned'
      ? { stage, stageAt, found: found && copied(found) }
      : { stage: 'found' as const, stageAt: null, found: null }),
    seen: nothingSeen(),
  };
}

/** A box whose items have other ids, wherever a duty or a device names one. Its wirings still name the old ones. */
function renamed(box: BoxDocument, rename: (id: string) => string): BoxDocument {
  const there = new Set(box.items.map(({ id }) => id));
  const piece = (id: string) => (there.has(id) ? rename(id) : id);
  const hot = (ref: string) => {
    const device = firstHalf(ref);
    return device === undefined ? piece(ref) : secondHalf(piece(device));
  };
  const guarded = <T extends { guard?: string | undefined; guards?: Guards | undefined }>(one: T): T => ({
    ...one,
    ...(one.guard === undefined ? {} : { guard: piece(one.guard) }),
    ...(one.guards === undefined ? {} : { guards: one.guards.map((of) => of && piece(of)) as Guards }),
  });
  return {
    ...box,
    items: box.items.map((item): Item => {
      const own = { ...item, id: rename(item.id) };
      if (own.kind === 'device' && own.wired !== undefined) {
        const { halves, ...wired } = guarded(own.wired);
        const pair = halves?.map(hot) as [string, string] | undefined;
        return { ...own, wired: { ...wired, ...(pair === undefined ? {} : { halves: pair }) } };
      }
      if (!hasDuty(own)) return own;
      const duty = own.duty && {
        ...guarded(own.duty),
        ...(own.duty.hots === undefined ? {} : { hots: own.duty.hots.map(hot) }),
      };
      return {
        ...own,
        ...(duty === undefined ? {} : { duty }),
        ...('raceway' in own && own.raceway !== undefined ? { raceway: piece(own.raceway) } : {}),
      };
    }),
  };
}

/** What was found, with something in it that was taken for an addition. */
export function alsoFound(
  found: BoxDocument,
  { item, count, ids }: Extract<Change, { what: 'added' }>,
  box: BoxDocument,
): BoxDocument {
  const there = found.items.find((one) => one.id === item.id);
  if (there && 'count' in there && 'count' in item)
    return changeItem(found, item.id, { count: Math.min(item.count, there.count + count) });
  const added = box.items.filter(({ id }) => ids.includes(id));
  return { ...found, items: [...found.items, ...added] };
}
