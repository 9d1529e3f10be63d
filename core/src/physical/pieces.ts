/**
 * The pieces of a box, whatever they are for: cables with their conductors and colours, devices with their
 * ports. What is called the same is numbered, so that a joint can say which of two it means.
 */
import type { BoxDocument, Item, ItemOf } from '../box/document.ts';
import { hasGroundWire, namedEdition } from '../box/ground-wire.ts';
import { racewayOf } from '../box/rows.ts';
import { type DutyItem, hasDuty } from '../box/set-up.ts';
import { DEVICES } from '../box/words.ts';
import type { DeviceWork, Run, WorkPlan } from '../box/work.ts';
import { type DeviceKind, kindOf } from '../device/index.ts';
import type { Port } from '../device/kind.ts';
import type { Size } from '../edition/index.ts';
import { terminalEnd, wireEnd, type TerminalEnd, type WireEnd } from '../wiring/end.ts';

/** Colours of conductors, each with its letter. */
export const COLOURS = {
  black: 'B',
  red: 'R',
  blue: 'U',
  white: 'W',
  'white-red': 'WR',
  bare: 'G',
  green: 'G',
} as const;
export type Colour = keyof typeof COLOURS;

export const isGroundColour = (colour: string): boolean => colour === 'bare' || colour === 'green';
export const isWhite = (colour: string): boolean => colour === 'white' || colour === 'white-red';

/** One conductor that comes into the box. */
export interface Conductor {
  /** Its end in the box: `w:i1.0:black`. */
  readonly id: WireEnd;
  /** The cable it belongs to. */
  readonly run: string;
  readonly colour: Colour;
  readonly size: Size;
}

/** A cable, a luminaire or a pull of raceway conductors, with its conductors. */
export interface CablePiece {
  readonly key: string;
  readonly item: DutyItem;
  readonly run: Run;
  readonly conductors: readonly Conductor[];
  /** Its label, or what it is made of and does; like ones are numbered. */
  readonly name: string;
  /** The name as it stands in a sentence: a label is the person’s own words and is quoted. */
  readonly quoted: string;
}

/** A device in the box. */
export interface DevicePiece {
  readonly key: string;
  readonly item: ItemOf<'device'>;
  readonly kind: DeviceKind;
  readonly work: DeviceWork;
  readonly ports: readonly (Port & { readonly id: TerminalEnd })[];
  readonly title: string;
}

/** The items of a box that can be runs. */
export const piecesOf = (box: BoxDocument): DutyItem[] => box.items.filter(hasDuty);

/** The pieces of a box that are devices. */
export const devicePieces = (box: BoxDocument): ItemOf<'device'>[] =>
  box.items.filter((item) => item.kind === 'device');

/** Insulated conductors of a run, by colour. Common practice, no source: read the cable. */
export function insulatedOf(item: Item, run: Run): readonly Colour[] {
  if (item.kind === 'fixture') return item.count >= 3 ? ['black', 'red', 'white'] : ['black', 'white'];
  const count =
    item.kind === 'cable'
      ? item.conductors
      : (run.wires ?? (run.does === 'spare' && item.kind === 'conductors' ? Math.min(item.count, 4) : 2));
  if (count <= 1) return ['black'];
  if (count === 2) return ['black', 'white'];
  if (count === 3) return ['black', 'red', 'white'];
  // Two circuits in one cable, each with its own neutral: the second white is striped.
  const own = run.circuits.length === 2 || (run.does === 'out' && run.hots.length === 2);
  return own && count === 4 ? ['black', 'red', 'white', 'white-red'] : ['black', 'red', 'white', 'blue'];
}

const DOES: Readonly<Record<Run['does'], string>> = {
  feed: 'feed',
  out: 'feed-out',
  leg: 'load',
  'loop-out': 'switch loop',
  'loop-in': 'loop',
  travelers: 'travelers',
  spare: 'spare',
};

type Unnamed = Omit<CablePiece, 'name' | 'quoted'>;

const labelOf = ({ item, run }: Unnamed) => run.name ?? ('label' in item ? item.label : undefined);

function callOf(cable: Unnamed): string {
  const { item, run } = cable;
  const label = labelOf(cable);
  if (label) return label;
  if (item.kind === 'fixture') return 'luminaire';
  return `${item.kind === 'cable' ? `${item.size}/${item.conductors}` : 'raceway'} ${DOES[run.does]}`;
}

/** Numbers the names that stand more than once: a joint must say which of two like pieces it means. */
export function numbered(names: readonly string[]): string[] {
  const many = new Map<string, number>();
  for (const name of names) many.set(name, (many.get(name) ?? 0) + 1);
  const seen = new Map<string, number>();
  return names.map((name) => {
    const nth = (seen.get(name) ?? 0) + 1;
    seen.set(name, nth);
    return (many.get(name) ?? 0) > 1 ? `${name} ${nth}` : name;
  });
}

/** Every cable, luminaire and pull with its conductors. A piece nothing is said of is a spare. */
export function cablesOf(box: BoxDocument, work: WorkPlan): readonly CablePiece[] {
  const known = knownCables.get(box);
  if (known?.runs === work.runs) return known.cables;
  const cables = namedCables(box, work);
  knownCables.set(box, { runs: work.runs, cables });
  return cables;
}

/** Kept for the box that is looked at: the planner, the proof and the drawing ask for the same pieces. */
const knownCables = new WeakMap<BoxDocument, { runs: WorkPlan['runs']; cables: readonly CablePiece[] }>();
const knownDevices = new WeakMap<
  BoxDocument,
  { told: WorkPlan['devices']; devices: readonly DevicePiece[] }
>();

function namedCables(box: BoxDocument, work: WorkPlan): CablePiece[] {
  const cables = unnamed(box, work);
  const names = numbered(cables.map(callOf));
  return cables.map((cable, at) => {
    const { key, item, run, conductors } = cable;
    const name = names[at] ?? '';
    return { key, item, run, conductors, name, quoted: labelOf(cable) ? `“${name}”` : name };
  });
}

function unnamed(box: BoxDocument, work: WorkPlan): Unnamed[] {
  // Grounds that arrive without a cable come by the raceways, one in each as far as they go.
  const served = new Set<string>();
  let alone = box.items.reduce((sum, item) => sum + (item.kind === 'ground' ? item.count : 0), 0);
  const said = new Map(work.runs.map((run) => [run.of, run]));
  const edition = namedEdition(box);
  return piecesOf(box).map((item): Unnamed => {
    const key = item.id;
    const run: Run = said.get(key) ?? { of: key, does: 'spare', circuits: [], hots: [] };
    const conductors = insulatedOf(item, run).map((colour): Conductor => ({
      id: wireEnd(key, colour),
      run: key,
      colour,
      size: item.size,
    }));
    const brings = item.kind === 'conductors' && alone > 0 && !served.has(racewayOf(item));
    if (item.kind === 'conductors' && brings) {
      alone -= 1;
      served.add(racewayOf(item));
    }
    const grounded =
      item.kind === 'fixture' || (item.kind === 'cable' ? hasGroundWire(item, edition) : brings);
    if (!grounded) return { key, item, run, conductors };
    const colour = item.kind === 'cable' && item.make === 'mc' ? 'green' : 'bare';
    const size = (item.kind === 'cable' ? item.groundSize : undefined) ?? item.size;
    return {
      key,
      item,
      run,
      conductors: [...conductors, { id: wireEnd(key, colour), run: key, colour, size }],
    };
  });
}

/** Every device with its ports. One nothing is said of takes circuit a. */
export function devicesOf(box: BoxDocument, plan: WorkPlan): readonly DevicePiece[] {
  const known = knownDevices.get(box);
  if (known?.told === plan.devices) return known.devices;
  const devices = titledDevices(box, plan);
  knownDevices.set(box, { told: plan.devices, devices });
  return devices;
}

function titledDevices(box: BoxDocument, plan: WorkPlan): DevicePiece[] {
  const pieces = devicePieces(box);
  const titles = numbered(pieces.map((item) => item.label ?? DEVICES[item.device]));
  const said = new Map(plan.devices.map((one) => [one.of, one]));
  return pieces.map((item, at): DevicePiece => {
    const key = item.id;
    const work = said.get(key) ?? { of: key, circuit: 'a' };
    const kind = kindOf(item.device);
    return {
      key,
      item,
      kind,
      work,
      ports: kind.ports(work).map((port) => ({ ...port, id: terminalEnd(key, port.name) })),
      title: titles[at] ?? kind.words,
    };
  });
}

/** Whether the box itself must be bonded. */
export function isMetal({ shell, items }: BoxDocument): boolean {
  return (
    shell.material === 'metal' ||
    (shell.material === undefined && shell.box !== undefined) ||
    items.some((item) => item.kind === 'added' && item.box !== undefined)
  );
}

/** Whether the armor of an AC cable grounds the box (250.118). */
export function isArmored(box: BoxDocument): boolean {
  return (
    namedEdition(box).armorGrounds.value &&
    isMetal(box) &&
    box.items.some((item) => item.kind === 'cable' && item.make === 'ac' && item.ground)
  );
}
