/**
 * A wired box: the physical box with the joints, landings and broken tabs of one wiring laid into it. Planned
 * or found makes no difference here.
 */
import type { Schools } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { BOX_SCREW, readEnd } from '../wiring/end.ts';
import type { Pair, Physical } from '../physical/physical.ts';

/** A connection, and the device it goes with when that is taken out. */
export interface Link {
  readonly pair: Pair;
  readonly of?: string;
}

export interface Circuitry {
  readonly physical: Physical;
  readonly links: readonly Link[];
}

/** Lays a wiring into a box. */
export function circuitryOf(
  physical: Physical,
  wiring: Pick<Wiring, 'joints' | 'lands' | 'broken'>,
  ground: Schools['ground'],
): Circuitry {
  const joints = wiring.joints.flatMap(({ ends: [first, ...others] }) =>
    first === undefined ? [] : others.map((other): Link => ({ pair: [first, other] })),
  );
  const lands = wiring.lands.map(({ end, at }): Link => {
    const there = readEnd(at);
    // What is landed on a device comes off with it.
    return there?.kind === 'terminal' ? { pair: [end, at], of: there.of } : { pair: [end, at] };
  });
  const broken = new Set(wiring.broken);
  const tabs = physical.tabs
    .filter(({ name }) => !broken.has(name))
    .map(({ pair, of }): Link => ({ pair, of }));
  const yokes = physical.metal && ground !== 'pigtail' ? bondedYokes(physical, wiring) : [];
  return {
    physical,
    links: [...joints, ...lands, ...tabs, ...yokes, ...physical.links.map((pair): Link => ({ pair }))],
  };
}

/** Yokes that are bonded by their screws in a metal box: those whose green screw has no conductor of its own. */
function bondedYokes({ devices }: Physical, { joints, lands }: Pick<Wiring, 'joints' | 'lands'>): Link[] {
  const taken = new Set([...lands.map(({ at }) => at), ...joints.flatMap(({ ends }) => ends)]);
  return devices.flatMap(({ key, ports }): Link[] => {
    const green = ports.find(({ name }) => name === 'ground')?.id;
    return green === undefined || taken.has(green) ? [] : [{ pair: [green, BOX_SCREW], of: key }];
  });
}
