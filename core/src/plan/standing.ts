/** What of the wiring that was found may stay in the box as it is planned (docs/trade.md#identifying). */
import type { WorkPlan } from '../box/work.ts';
import type { Land, Wiring } from '../wiring/wiring.ts';
import {
  deviceAt,
  type End,
  isPigtail,
  type JointId,
  type LandingEnd,
  type LooseEnd,
  pigtailEnd,
  type PigtailEnd,
  tabName,
} from '../wiring/end.ts';
import { indexed } from '../wiring/indexed.ts';
import type { Face } from './faces.ts';
import type { Spot } from './least-change.ts';
import { isMultiwireNeutral, type Landing, type Net } from './nets.ts';
import { CAPPED, GROUND, type Signal } from './signal.ts';

/** What may not stay: joints by id, pigtails by end, and conductors on terminals. */
export interface Excluded {
  readonly joints: Set<JointId>;
  readonly tails: Set<PigtailEnd>;
  readonly lands: Set<LandKey>;
}

type LandKey = `${LooseEnd}>${LandingEnd}`;

export const landKey = ({ end, at }: Land): LandKey => `${end}>${at}`;

/** Where things stand: the net of each conductor and terminal. */
function netOf(nets: readonly Net[]): ReadonlyMap<End, Signal> {
  return new Map<End, Signal>(
    nets.flatMap(({ signal, wires, landings }) => [
      ...wires.map(({ id }) => [id, signal] as const),
      ...landings.flatMap(({ terminals }) => terminals.map((at) => [at, signal] as const)),
    ]),
  );
}

/** Whether a device is replaced by one like it. */
export const isExchanged = ({ renewed }: WorkPlan, of: string) => renewed?.includes(of) ?? false;

/** Landings, where a tab that was found broken makes two of one. */
export function spotsOf(
  { signal, landings }: Net,
  faces: readonly Face[],
  work: WorkPlan,
  found: Wiring,
): Spot[] {
  const torn = new Set<End>(
    faces.flatMap(({ key, terminals }) =>
      terminals.flatMap(({ id, tab }) =>
        tab !== undefined && !isExchanged(work, key) && found.broken.includes(tabName(key, tab)) ? [id] : [],
      ),
    ),
  );
  const through = signal !== GROUND && !isMultiwireNeutral(signal, work);
  const landed = new Set(found.lands.map(({ at }) => at));
  return landings.flatMap(({ terminals, lead }: Landing): Spot[] => {
    if (terminals.length > 1 && terminals.every((at) => torn.has(at)))
      return terminals.map((at): Spot => ({ terminals: [at], lead, second: [] }));
    const second = terminals.filter(
      (at) => through && !lead && (work.schools.splice !== 'pigtail' || landed.has(at)),
    );
    return [{ terminals, lead, second: terminals.length > 1 ? second : [] }];
  });
}

/** What of what was found may stay in the planned box. */
export function standing(found: Wiring, nets: readonly Net[], work: WorkPlan, excluded: Excluded) {
  const signals = netOf(nets);
  const { jointsOf, terminalsOf } = indexed(found);
  const isOfExchanged = (end: End) => {
    const device = deviceAt(end);
    return device !== undefined && isExchanged(work, device);
  };
  /** The one net all ends of a joint belong to; undefined where they do not, or one is gone. */
  const netOfJoint = new Map(
    found.joints.map(({ id, ends }) => {
      const mine = ends.flatMap((end) => {
        if (isPigtail(end)) return excluded.tails.has(end) ? [undefined] : [];
        // The lead of a device that is exchanged comes out of its joint.
        return [isOfExchanged(end) ? undefined : signals.get(end)];
      });
      const [first] = mine;
      const one = mine.length > 0 && mine.every((signal) => signal === first) ? first : undefined;
      return [id, one] as const;
    }),
  );
  // A joint of pigtails alone belongs where they lead, and a pigtail between two nets opens both of its joints.
  const tailNets = (end: End) => [
    ...jointsOf(end).map(({ id }) => netOfJoint.get(id)),
    ...terminalsOf(end).map((at) => signals.get(at)),
  ];
  for (const { id, ends } of found.joints) {
    if (!ends.every(isPigtail)) continue;
    const nets = new Set(ends.flatMap(tailNets).filter((one) => one !== undefined));
    netOfJoint.set(id, nets.size === 1 ? [...nets][0] : undefined);
  }
  const strange = found.pigtails
    .map(({ id }) => pigtailEnd(id))
    .filter((end) => {
      const nets = new Set(jointsOf(end).map(({ id }) => netOfJoint.get(id)));
      return excluded.tails.has(end) || nets.size > 1;
    });
  const closable = found.joints.filter(
    ({ id, ends }) =>
      netOfJoint.get(id) !== undefined &&
      !excluded.joints.has(id) &&
      !ends.some((end) => isPigtail(end) && strange.includes(end)) &&
      (netOfJoint.get(id) !== CAPPED || ends.length === 1),
  );
  const tailNet = new Map<PigtailEnd, Signal>(
    found.pigtails.flatMap(({ id }) => {
      const end = pigtailEnd(id);
      if (strange.includes(end)) return [];
      const inJoint = closable.find(({ ends }) => ends.includes(end));
      const signal = inJoint
        ? netOfJoint.get(inJoint.id)
        : terminalsOf(end).flatMap((at) => signals.get(at) ?? [])[0];
      return signal === undefined ? [] : [[end, signal] as const];
    }),
  );
  const taken = new Set<End>();
  const lands = found.lands.filter((land) => {
    const mine = signals.get(land.end) ?? (isPigtail(land.end) ? tailNet.get(land.end) : undefined);
    const fits =
      mine !== undefined &&
      mine !== CAPPED &&
      mine === signals.get(land.at) &&
      !excluded.lands.has(landKey(land)) &&
      !isOfExchanged(land.at) &&
      !taken.has(land.at);
    if (fits) taken.add(land.at);
    return fits;
  });
  return { netOfJoint, closable, tailNet, lands };
}
