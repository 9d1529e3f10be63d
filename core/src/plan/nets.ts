/**
 * What must be joined in a box, before it is decided how: one net for the grounds, one for each circuit’s
 * neutral, one for each constant and each switched hot (docs/trade.md#joints-and-pigtails, #grounding). Both planners stand on it, the one
 * that makes everything anew and the one that keeps what was found.
 */
import type { BoxDocument } from '../box/document.ts';
import type { WorkPlan } from '../box/work.ts';
import type { Breaker, Edition, Size } from '../edition/index.ts';
import { BOX_SCREW, type LandingEnd, tabName, type TerminalEnd } from '../wiring/end.ts';
import { isArmored, isMetal } from '../physical/pieces.ts';
import { type Line, linesOf, partnerOf, type Wire } from './ends.ts';
import { type Face, facesOf } from './faces.ts';
import { CAPPED, GROUND, isNeutral, rankOf, readSignal, type Signal } from './signal.ts';

/** The terminals of one place, at least one. */
export type Terminals = readonly [LandingEnd, ...LandingEnd[]];

/** A place a net must reach: the screws of a device that an intact tab makes one, a lead, the box’s own screw. */
export interface Landing {
  readonly terminals: Terminals;
  readonly lead: boolean;
  readonly size: Size | undefined;
}

/** Conductors and terminals that carry the same. */
export interface Net {
  readonly signal: Signal;
  readonly wires: readonly Wire[];
  readonly landings: readonly Landing[];
  /** Size of a pigtail of it. */
  readonly size: Size;
  /** A spare neutral tail is wished for. */
  readonly tail: boolean;
}

export interface Nets {
  readonly lines: readonly Line[];
  readonly faces: readonly Face[];
  readonly wires: readonly Wire[];
  readonly nets: readonly Net[];
  /** Something wants a ground and there is none. */
  readonly groundless: boolean;
}

export const largest = (sizes: readonly Size[]): Size | undefined =>
  sizes.reduce<Size | undefined>(
    (most, size) => (most === undefined || size < most ? size : most),
    undefined,
  );

/** The ground a pigtail must have by the largest breaker of the box. */
function groundSize(work: WorkPlan, edition: Edition, wires: readonly Wire[]): Size {
  const breakers = work.circuits.flatMap(({ breaker }) => (breaker === undefined ? [] : [breaker]));
  const own = largest(wires.map(({ size }) => size)) ?? 12;
  const most = breakers.reduce<Breaker | undefined>(
    (high, one) => (high === undefined || one > high ? one : high),
    undefined,
  );
  if (most === undefined) return own;
  const least = edition.terminals.leastGround.value[most];
  // Of the cable's own size while that is handy; where the cable is thick, the least the breaker asks for.
  return own > least || own < 10 ? least : own;
}

function landingsOf(
  signal: Signal,
  faces: readonly Face[],
  metal: boolean,
  work: WorkPlan,
  edition: Edition,
): Landing[] {
  const { ground } = work.schools;
  const landings = faces.flatMap((face): Landing[] => {
    const mine = face.terminals.filter((terminal) => terminal.signal === signal);
    if (signal === GROUND) {
      const { value } = edition.terminals.groundedByYoke;
      const byYoke =
        metal && ground !== 'pigtail' && value[ground].some((group) => group === face.kind.group);
      if (byYoke && !mine.some((one) => one.metal === 'lead')) return [];
    }
    const groups = new Map<string, [TerminalEnd, ...TerminalEnd[]]>();
    for (const terminal of mine) {
      // An intact tab makes two screws one place to land.
      const group =
        terminal.tab && !face.broken.includes(tabName(face.key, terminal.tab)) ? terminal.tab : terminal.id;
      const others = groups.get(group);
      if (others) others.push(terminal.id);
      else groups.set(group, [terminal.id]);
    }
    return [...groups.values()].map((terminals) => ({
      terminals,
      lead: mine.find(({ id }) => id === terminals[0])?.metal === 'lead',
      size: face.size,
    }));
  });
  if (signal === GROUND && metal) landings.push({ terminals: [BOX_SCREW], lead: false, size: undefined });
  return landings;
}

/** The nets of a box, grounds first, in the order in which joints are made up. */
export function netsOf(box: BoxDocument, work: WorkPlan, edition: Edition): Nets {
  const lines = linesOf(box, work);
  const faces = facesOf(box, work);
  const metal = isMetal(box);
  const wires = lines.flatMap((line) => line.wires);
  const signals = [
    ...new Set<Signal>([
      ...(metal || faces.length > 0 || wires.some(({ signal }) => signal === GROUND) ? [GROUND] : []),
      ...wires.map(({ signal }) => signal),
      ...faces.flatMap(({ terminals }) =>
        terminals.flatMap(({ signal }) => (signal === undefined ? [] : [signal])),
      ),
    ]),
  ].sort((a, b) => rankOf(a) - rankOf(b) || (a < b ? -1 : 1));
  let groundless = false;
  const nets = signals.flatMap((signal): Net[] => {
    const mine = wires.filter((wire) => wire.signal === signal);
    const size = largest(mine.map((one) => one.size)) ?? 12;
    if (signal === CAPPED) return [{ signal, wires: mine, landings: [], size, tail: false }];
    const landings = landingsOf(signal, faces, metal, work, edition);
    if (signal === GROUND && mine.length === 0 && !isArmored(box)) {
      groundless = landings.length > 0;
      return [];
    }
    return [
      {
        signal,
        wires: mine,
        landings,
        size: signal === GROUND ? groundSize(work, edition, mine) : size,
        tail: spareTail(signal, faces, work, mine.length),
      },
    ];
  });
  return { lines, faces, wires, nets, groundless };
}

export function isMultiwireNeutral(signal: Signal, work: WorkPlan): boolean {
  const read = readSignal(signal);
  return read.kind === 'neutral' && partnerOf(work, read.circuit) !== undefined;
}

/** Whether a spare neutral tail is left: at switches of which none takes the neutral. */
function spareTail(signal: Signal, faces: readonly Face[], work: WorkPlan, wires: number): boolean {
  if (!work.schools.spareNeutral || !isNeutral(signal) || wires < 1) return false;
  const switches = faces.filter(({ kind }) => kind.group === 'switch');
  return (
    switches.length > 0 &&
    switches.length === faces.length &&
    !faces.some(({ terminals }) => terminals.some((one) => isNeutral(one.signal)))
  );
}
