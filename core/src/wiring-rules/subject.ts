/** What every rule of a wiring knows: the box, the wiring, and what each end is at in every position. */
import type { WorkPlan } from '../box/work.ts';
import { type End, pigtailEnd } from '../wiring/end.ts';
import type { Pigtail, Wiring } from '../wiring/wiring.ts';
import type { Edition, Size } from '../edition/index.ts';
import {
  type ArgsOf,
  type Argument,
  type Code,
  type Finding,
  finding,
  type Place,
  type Severity,
} from '../finding/finding.ts';
import type { Physical } from '../physical/physical.ts';
import type { Conductor, DevicePiece } from '../physical/pieces.ts';
import type { Connector } from '../connector/connectors.ts';
import type { Circuitry } from '../simulate/circuit.ts';
import { type Positions, prepare, type State } from '../simulate/state.ts';

export type WiringFinding = Finding<'wiring'>;

/** A finding of a wiring. @param at pieces, ends or the joint it is about */
export const wrong = <C extends Code<'wiring'>>(
  code: C,
  args: ArgsOf<'wiring', C> & Readonly<Record<string, Argument>>,
  at: Place,
  section: string,
  severity: Severity = 'violation',
): WiringFinding => finding('wiring', code, args, { at, section, severity });

type Port = DevicePiece['ports'][number];

export interface Subject {
  readonly physical: Physical;
  readonly work: WorkPlan;
  readonly wiring: Wiring;
  readonly edition: Edition;
  readonly kinds: readonly Connector[];
  readonly conductors: ReadonlyMap<End, Conductor>;
  readonly pigtails: ReadonlyMap<End, Pigtail>;
  readonly ports: ReadonlyMap<End, { readonly port: Port; readonly device: DevicePiece }>;
  /** In how many places each end is. */
  readonly places: ReadonlyMap<End, number>;
  /** All switches off, all on, and each thrown alone from both. */
  readonly states: readonly { readonly positions: Positions; readonly state: State }[];
  /** Every contact open, those of three-ways too: what is live has no switch before it in this box. */
  readonly open: State;
  /** The state with a GFCI open. */
  readonly tripped: (of: string) => State;
  readonly sizeOf: (end: End) => Size;
  readonly colourOf: (end: End) => string | undefined;
}

export type WiringRule = (subject: Subject) => WiringFinding[];

function positionsOf({ switches }: Physical): Positions[] {
  if (switches.length === 0) return [{}];
  const all = (position: number): Positions => Object.fromEntries(switches.map(({ id }) => [id, position]));
  return [0, 1].flatMap((from) => [
    all(from),
    ...switches.map(({ id }) => ({ ...all(from), [id]: 1 - from })),
  ]);
}

export function subjectOf(
  circuitry: Circuitry,
  work: WorkPlan,
  wiring: Wiring,
  edition: Edition,
  kinds: readonly Connector[],
): Subject {
  const { physical } = circuitry;
  const prepared = prepare(circuitry);
  const conductors = new Map<End, Conductor>(
    physical.cables.flatMap((one) => one.conductors.map((wire) => [wire.id, wire])),
  );
  const pigtails = new Map<End, Pigtail>(wiring.pigtails.map((one) => [pigtailEnd(one.id), one]));
  const places = new Map<End, number>();
  const put = (end: End) => void places.set(end, (places.get(end) ?? 0) + 1);
  for (const { ends } of wiring.joints) ends.forEach(put);
  for (const { end, at } of wiring.lands) [end, at].forEach(put);
  const closed = Object.fromEntries(physical.switches.map(({ id }) => [id, 0]));
  return {
    physical,
    work,
    wiring,
    edition,
    kinds,
    conductors,
    pigtails,
    ports: new Map<End, { port: Port; device: DevicePiece }>(
      physical.devices.flatMap((device) => device.ports.map((port) => [port.id, { port, device }] as const)),
    ),
    places,
    states: positionsOf(physical).map((positions) => ({ positions, state: prepared.at({ positions }) })),
    open: prepared.at({ positions: Object.fromEntries(physical.switches.map(({ id }) => [id, -1])) }),
    tripped: (of) => prepared.at({ positions: closed, tripped: [of] }),
    // A lead of a device is as thick as what it joins, at most 14 AWG (common practice).
    sizeOf: (end) => conductors.get(end)?.size ?? pigtails.get(end)?.size ?? 14,
    colourOf: (end) => conductors.get(end)?.colour ?? pigtails.get(end)?.colour,
  };
}
