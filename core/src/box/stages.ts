/** As found → planned → as built: how a box record goes from one state to the next. */
import type { Change } from './difference.ts';
import type { BoxDocument } from './document.ts';
import { setCount } from './edit.ts';
import { type BoxFields, NOTHING_SEEN } from './record.ts';

type Staged = Pick<BoxFields, 'box' | 'stage' | 'stageAt' | 'found'>;

/** Keeps the box as it stands as what was found (or built before), and begins a plan from it. */
export function planChange({ box }: Pick<BoxFields, 'box'>, now: string): Staged {
  return { box, found: box, stage: 'planned', stageAt: now };
}

/** Says that the plan was built as it stands. What was found stays beside it. */
export function markBuilt({ box, found }: Pick<BoxFields, 'box' | 'found'>, now: string): Staged {
  return { box, found, stage: 'built', stageAt: now };
}

/** Drops the plan: the box is again as it was found. */
export function dropPlan({ box, found }: Pick<BoxFields, 'box' | 'found'>, now: string): Staged {
  return { box: found ?? box, found: null, stage: 'found', stageAt: now };
}

/**
 * Another box like this one: what is in it and what it does, a change that is planned included. Nothing of the
 * copy is made up, built or seen yet; no wiring is laid down for it.
 */
export function copyOf({ name, room, circuit, box, stage, stageAt, found }: BoxFields): BoxFields {
  const copied = ({ work, ...rest }: BoxDocument): BoxDocument => {
    if (work === undefined) return rest;
    const { circuits, runs, devices, schools } = work;
    return { ...rest, work: { circuits, runs, devices, schools, made: [] } };
  };
  return {
    name: `${name.slice(0, 74)}, copy`,
    room,
    circuit,
    box: copied(box),
    ...(stage === 'planned'
      ? { stage, stageAt, found: found && copied(found) }
      : { stage: 'found' as const, stageAt: null, found: null }),
    seen: NOTHING_SEEN,
  };
}

/** What was found, with something in it that was taken for an addition. */
export function alsoFound(
  found: BoxDocument,
  { item, count }: Extract<Change, { what: 'added' }>,
): BoxDocument {
  const there = found.items.some((one) => one.id === item.id);
  if (there && item.kind !== 'barrier') {
    return setCount(found, item.id, Math.min(item.count, countIn(found, item.id) + count));
  }
  return { ...found, items: [...found.items, item] };
}

function countIn(box: BoxDocument, id: string): number {
  const item = box.items.find((one) => one.id === id);
  return item === undefined || item.kind === 'barrier' ? 0 : item.count;
}
