/** The circuits of a box: what they are called and which share a neutral. */
import type { WorkPlan } from '../box/work.ts';
import type { Physical } from './physical.ts';

export const nameOfCircuit = (work: Pick<WorkPlan, 'circuits'>, id: string): string => {
  const name = work.circuits.find((one) => one.id === id)?.name;
  return name ? `circuit ${name}` : `circuit ${id.toUpperCase()}`;
};

/** The circuits that share a neutral with this one, itself included, in the order of their ids. */
export function sharersOf({ circuits }: Pick<WorkPlan, 'circuits'>, id: string): string[] {
  const sharers = new Set([id]);
  // Partners of partners too: a set-up may say more than two, which is then told as wrong.
  for (const one of sharers)
    for (const { id: other, partner } of circuits) {
      if (other === one && partner !== undefined) sharers.add(partner);
      if (partner === one) sharers.add(other);
    }
  return [...sharers].sort();
}

/** Whether a circuit is half of a multiwire circuit. */
export const isMultiwire = (work: Pick<WorkPlan, 'circuits'>, id: string): boolean =>
  sharersOf(work, id).length > 1;

/** Pairs of circuits that come to a box and share a neutral. */
export function multiwirePairs(
  { sources }: Pick<Physical, 'sources'>,
  work: Pick<WorkPlan, 'circuits'>,
): (readonly [string, string])[] {
  const brought = new Set(sources.flatMap(({ held }) => (held.kind === 'hot' ? [held.circuit] : [])));
  return work.circuits.flatMap(({ id }) =>
    brought.has(id)
      ? sharersOf(work, id).flatMap((other) =>
          other > id && brought.has(other) ? [[id, other] as const] : [],
        )
      : [],
  );
}

/**
 * Circuits of a box that open together, in groups: those that share a neutral (210.4(B)) and those on one yoke (210.7; both from
 * memory). A circuit that opens alone is a group of its own.
 */
export function handleGroups(
  { devices }: Pick<Physical, 'devices'>,
  work: Pick<WorkPlan, 'circuits'>,
): (readonly string[])[] {
  const known = new Set(work.circuits.map(({ id }) => id));
  const yokes = devices.map(({ work: { halves } }) => (halves ?? []).filter((hot) => known.has(hot)));
  const groups: Set<string>[] = [];
  const put = (ids: readonly string[]) => {
    const joined = groups.filter((group) => ids.some((id) => group.has(id)));
    const all = new Set([...ids, ...joined.flatMap((group) => [...group])]);
    for (const group of joined) groups.splice(groups.indexOf(group), 1);
    groups.push(all);
  };
  for (const { id } of work.circuits) put(sharersOf(work, id).filter((one) => known.has(one)));
  for (const yoke of yokes) if (yoke.length > 0) put(yoke);
  return groups.map((group) => [...group].sort()).sort(([a = ''], [b = '']) => a.localeCompare(b));
}
