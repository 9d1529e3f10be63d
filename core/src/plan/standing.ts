/** What of the wiring that was found may stay in the box as it is planned (docs/trade.md#identifying). */
import type { Wiring, WorkPlan } from '../box/work.ts';
import { readEnd, tabName } from '../physical/end.ts';
import type { Face } from './faces.ts';
import type { Land, Spot } from './least-change.ts';
import { isMultiwireNeutral, type Landing, type Net } from './nets.ts';
import { CAPPED, GROUND } from './signal.ts';

/** What may not stay: joints by id, tails by end, and conductors on terminals. */
export interface Given {
  readonly joints: Set<string>;
  readonly tails: Set<string>;
  readonly lands: Set<string>;
}

export const landKey = ({ end, at }: Land) => `${end}>${at}`;

/** Where things stand: the net of each conductor and terminal. */
function netOf(nets: readonly Net[]): ReadonlyMap<string, string> {
  return new Map(
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
  const torn = new Set(
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
      return terminals.map((at) => ({ terminals: [at], lead, second: [] }));
    const second = terminals.filter(
      (at) => through && !lead && (work.schools.splice !== 'pigtail' || landed.has(at)),
    );
    return [{ terminals, lead, second: terminals.length > 1 ? second : [] }];
  });
}

/** What of what was found may stay in the planned box. */
export function standing(found: Wiring, nets: readonly Net[], work: WorkPlan, given: Given) {
  const signals = netOf(nets);
  const own = (end: string) => {
    const read = readEnd(end);
    return read?.kind === 'terminal' ? read.of : undefined;
  };
  const jointsOf = new Map<string, string[]>();
  for (const { id, ends } of found.joints)
    for (const end of ends) jointsOf.set(end, [...(jointsOf.get(end) ?? []), id]);
  /** The one net all ends of a joint belong to; undefined where they do not, or one is gone. */
  const netOfJoint = new Map(
    found.joints.map(({ id, ends }) => {
      const mine = ends.flatMap((end) => {
        if (readEnd(end)?.kind === 'pigtail') return given.tails.has(end) ? [undefined] : [];
        // The lead of a device that is exchanged comes out of its joint.
        return [isExchanged(work, own(end) ?? '') ? undefined : signals.get(end)];
      });
      const [first] = mine;
      const one = mine.length > 0 && mine.every((signal) => signal === first) ? first : undefined;
      return [id, one] as const;
    }),
  );
  // A joint of pigtails alone belongs where they lead, and a pigtail between two nets opens both of its joints.
  const tailNets = (end: string) => [
    ...(jointsOf.get(end) ?? []).map((id) => netOfJoint.get(id)),
    ...found.lands.filter((one) => one.end === end).map(({ at }) => signals.get(at)),
  ];
  for (const { id, ends } of found.joints) {
    if (!ends.every((end) => readEnd(end)?.kind === 'pigtail')) continue;
    const nets = new Set(ends.flatMap(tailNets).filter((one) => one !== undefined));
    netOfJoint.set(id, nets.size === 1 ? [...nets][0] : undefined);
  }
  const strange = found.pigtails
    .map(({ id }) => `p:${id}`)
    .filter((end) => {
      const nets = new Set((jointsOf.get(end) ?? []).map((id) => netOfJoint.get(id)));
      return given.tails.has(end) || nets.size > 1;
    });
  const closable = found.joints.filter(
    ({ id, ends }) =>
      netOfJoint.get(id) !== undefined &&
      !given.joints.has(id) &&
      !ends.some((end) => strange.includes(end)) &&
      (netOfJoint.get(id) !== CAPPED || ends.length === 1),
  );
  const tailNet = new Map(
    found.pigtails.flatMap(({ id }) => {
      const end = `p:${id}`;
      if (strange.includes(end)) return [];
      const inJoint = closable.find(({ ends }) => ends.includes(end));
      const signal = inJoint
        ? netOfJoint.get(inJoint.id)
        : found.lands.flatMap((one) => (one.end === end ? (signals.get(one.at) ?? []) : []))[0];
      return signal === undefined ? [] : [[end, signal] as const];
    }),
  );
  const taken = new Set<string>();
  const lands = found.lands.filter((land) => {
    const mine = signals.get(land.end) ?? tailNet.get(land.end);
    const fits =
      mine !== undefined &&
      mine !== CAPPED &&
      mine === signals.get(land.at) &&
      !given.lands.has(landKey(land)) &&
      !isExchanged(work, own(land.at) ?? '') &&
      !taken.has(land.at);
    if (fits) taken.add(land.at);
    return fits;
  });
  return { netOfJoint, closable, tailNet, lands };
}
