/**
 * What a box must do, as requirements on each thing that uses power: this lamp with this switch, this outlet
 * always, guarded by that GFCI. Made from what is set up alone; it does not pass through the planner.
 */
import type { WorkPlan } from '../box/work.ts';
import { readHot } from '../physical/hot.ts';
import type { Physical, Use } from '../physical/physical.ts';

export type Control =
  | { readonly kind: 'always' }
  /** On when this switch is. */
  | { readonly kind: 'switch'; readonly id: string }
  /** Changed by every switch of a three-way chain. */
  | { readonly kind: 'chain'; readonly id: string; readonly members: readonly string[] };

export interface Required {
  readonly use: Use;
  readonly control: Control;
  /** The circuit it takes its hot from. */
  readonly circuit: string | undefined;
  /** The GFCI that must protect it. */
  readonly guard: string | undefined;
}

export function requirementsOf(physical: Physical, work: WorkPlan): Required[] {
  const devices = new Map(work.devices.map((one) => [one.of, one]));
  const runs = new Map(work.runs.map((one) => [one.of, one]));
  const circuitOf = (ref: string, depth = 0): string | undefined => {
    const hot = readHot(ref);
    if (hot.kind === 'circuit') return hot.id;
    if (hot.kind === 'chain')
      return (
        work.devices.find(({ chain }) => chain === hot.id)?.circuit ??
        work.runs.find(({ chain }) => chain === hot.id)?.circuits[0]
      );
    const device = physical.devices.find(({ key }) => key === hot.by);
    if (device) return device.work.halves?.[hot.half - 1] ?? device.work.circuit;
    const run = runs.get(hot.by);
    const [first] = run?.hots ?? [];
    // A loop is fed by a hot of this box; one that names itself is fed by nothing.
    return run?.circuits[0] ?? (first === undefined || depth > 4 ? undefined : circuitOf(first, depth + 1));
  };
  const guardOf = (ref: string): string | undefined => {
    const hot = readHot(ref);
    if (hot.kind === 'chain') return work.devices.find((one) => one.chain === hot.id && one.guard)?.guard;
    return hot.kind === 'switched' ? devices.get(hot.by)?.guard : undefined;
  };
  const controlOf = (ref: string): Control => {
    const hot = readHot(ref);
    if (hot.kind === 'circuit') return { kind: 'always' };
    if (hot.kind === 'switched') return { kind: 'switch', id: switchId(physical, hot) };
    const members = new Set(
      [
        ...work.devices.filter(({ chain }) => chain === hot.id),
        ...work.runs.filter(({ does, chain }) => does === 'travelers' && chain === hot.id),
      ].map(({ of }) => of),
    );
    return {
      kind: 'chain',
      id: hot.id,
      members: physical.switches.filter(({ of }) => members.has(of)).map(({ id }) => id),
    };
  };
  return physical.uses.map((use): Required => {
    const device = physical.devices.find(({ key }) => key === use.of);
    if (device) {
      const { halves, guards, guard, circuit } = device.work;
      const ref = halves?.[use.nth - 1] ?? circuit;
      const own = guards?.[use.nth - 1] ?? guard ?? guardOf(ref);
      return { use, control: controlOf(ref), circuit: circuitOf(ref), guard: own ?? undefined };
    }
    const run = runs.get(use.of);
    const ref = run?.does === 'travelers' ? run.chain : run?.hots[use.nth - 1];
    if (run === undefined || ref === undefined)
      return { use, control: { kind: 'always' }, circuit: undefined, guard: undefined };
    const guard = run.guards === undefined ? run.guard : run.guards[use.nth - 1];
    return { use, control: controlOf(ref), circuit: circuitOf(ref), guard: guard ?? guardOf(ref) };
  });
}

/** A two-pole switch gives two hots by one contact. */
function switchId(physical: Physical, { by, half }: { readonly by: string; readonly half: 1 | 2 }): string {
  const second = physical.switches.filter(({ of }) => of === by)[half - 1];
  return second?.id ?? by;
}
