/**
 * What stands at the far end of a cable by what the cable does (docs/trade.md#terminals, #simulation, docs/glossary.md): the panel, a lamp, a
 * switch elsewhere. By the colours a practitioner uses; common practice, no source, but for the marked white
 * of a loop, which carries the supply to the switch (200.7(C), from memory).
 */
import type { Run, WorkPlan } from '../box/work.ts';
import { sharersOf } from './circuits.ts';
import { type FarEnd, farEnd, type Node } from '../wiring/end.ts';
import type { Held, Pair, Switch, Use } from './physical.ts';
import type { CablePiece, Colour } from './pieces.ts';
import { isGroundColour } from './pieces.ts';

export interface FarSide {
  readonly links: readonly Pair[];
  readonly switches: readonly Switch[];
  readonly sources: readonly { readonly node: Node; readonly held: Held }[];
  readonly uses: readonly Use[];
}

/** The colours that carry a pair of travelers and a third conductor, by how many there are. */
export function travelerColours(
  count: number,
  third: Run['third'],
): { readonly pair: readonly [Colour, Colour]; readonly neutral?: Colour; readonly third?: Colour } {
  if (count < 3) return { pair: ['black', 'white'] };
  if (count >= 4)
    return {
      pair: ['black', 'red'],
      neutral: 'white',
      ...(third === 'supply' || third === 'return' ? { third: 'blue' as const } : {}),
    };
  if (third === 'supply') return { pair: ['black', 'red'], third: 'white' };
  if (third === 'return') return { pair: ['red', 'white'], third: 'black' };
  return { pair: ['black', 'red'], neutral: 'white' };
}

/** Collects what stands at one far end. */
class Side {
  readonly links: Pair[] = [];
  readonly switches: Switch[] = [];
  readonly sources: { node: Node; held: Held }[] = [];
  readonly uses: Use[] = [];

  constructor(
    readonly cable: CablePiece,
    readonly work: WorkPlan,
  ) {}

  /** The far end of a conductor; undefined where the cable has none of that colour. */
  wire(colour: Colour): FarEnd | undefined {
    return this.cable.conductors.some((one) => one.colour === colour)
      ? farEnd(this.cable.key, colour)
      : undefined;
  }

  /** A node beyond the cable. */
  beyond(what: string): FarEnd {
    return farEnd(this.cable.key, `~${what}`);
  }

  hot(node: FarEnd | undefined, circuit: string): void {
    if (node !== undefined) this.sources.push({ node, held: { kind: 'hot', circuit } });
  }

  neutral(node: FarEnd | undefined, circuit: string): void {
    const [first = circuit] = sharersOf(this.work, circuit);
    if (node !== undefined) this.sources.push({ node, held: { kind: 'neutral', circuit: first } });
  }

  ground(): void {
    const bare = this.cable.conductors.find(({ colour }) => isGroundColour(colour));
    if (bare) this.sources.push({ node: farEnd(this.cable.key, bare.colour), held: { kind: 'ground' } });
  }

  farSwitch(name: string, positions: Switch['positions']): void {
    this.switches.push({ id: this.cable.key, name, of: this.cable.key, here: false, positions });
  }

  use(nth: 1 | 2, name: string, hot: FarEnd | undefined, neutral: FarEnd | undefined, doubled = false): void {
    if (hot === undefined || neutral === undefined) return;
    const { key, item, conductors } = this.cable;
    const bare = conductors.find(({ colour }) => isGroundColour(colour));
    this.uses.push({
      id: `${key}:${nth}`,
      name,
      of: key,
      hot,
      neutral,
      ground: bare && farEnd(key, bare.colour),
      here: item.kind === 'fixture',
      doubled,
      nth,
    });
  }
}

export function farSideOf(cable: CablePiece, work: WorkPlan): FarSide {
  const side = new Side(cable, work);
  BY_DUTY[cable.run.does](side, cable.run);
  return side;
}

const BY_DUTY: Readonly<Record<Run['does'], (side: Side, run: Run) => void>> = {
  feed: panel,
  out: loads,
  leg: loads,
  'loop-out': switchElsewhere,
  'loop-in': lampElsewhere,
  travelers: threeWayElsewhere,
  spare: () => undefined,
};

const ownCircuit = ({ circuits }: Run) => circuits[0] ?? 'a';

/** Toward the panel: the hots and the neutral of its circuits. */
function panel(side: Side, run: Run): void {
  side.ground();
  const first = ownCircuit(run);
  const second = run.circuits[1];
  side.hot(side.wire('black'), first);
  if (run.doubled) {
    side.hot(side.wire('red') ?? side.wire('white'), second ?? first);
    if (side.wire('red') !== undefined) side.neutral(side.wire('white'), first);
    return;
  }
  side.neutral(side.wire('white'), first);
  if (second !== undefined) {
    side.hot(side.wire('red'), second);
    side.neutral(side.wire('white-red'), second);
  } else if (run.switched) {
    const red = side.wire('red');
    if (red === undefined) return;
    side.hot(side.beyond('hot'), first);
    side.farSwitch(`switch at the far end of ${side.cable.quoted}`, [[], [[side.beyond('hot'), red]]]);
  }
}

/** What the cable feeds: one load on the black, one on the red where it takes two hots. */
function loads(side: Side, { hots, doubled }: Run): void {
  const { name } = side.cable;
  const white = side.wire('white');
  if (doubled) {
    if (hots.length > 0) side.use(1, name, side.wire('black'), side.wire('red') ?? white, true);
    return;
  }
  if (hots[0] !== undefined)
    side.use(1, hots.length > 1 ? `${name}, black` : name, side.wire('black'), white);
  if (hots[1] !== undefined) side.use(2, `${name}, red`, side.wire('red'), side.wire('white-red') ?? white);
}

/** A switch at the far end: fed on its white where there are two conductors, on its black where there are three. */
function switchElsewhere(side: Side): void {
  const red = side.wire('red');
  const supply = red === undefined ? side.wire('white') : side.wire('black');
  const back = red ?? side.wire('black');
  if (supply === undefined || back === undefined) return;
  side.farSwitch(`switch at the far end of ${side.cable.quoted}`, [[], [[supply, back]]]);
}

/** A lamp at the far end, fed there: the supply comes down, what is switched goes back. */
function lampElsewhere(side: Side, run: Run): void {
  side.ground();
  const { name } = side.cable;
  const circuit = ownCircuit(run);
  const red = side.wire('red');
  const two = run.hots.length === 2;
  const plain = red === undefined || two;
  side.hot(plain ? side.wire('white') : side.wire('black'), circuit);
  if (!plain) side.neutral(side.wire('white'), circuit);
  if (run.hots.length === 0) return;
  side.neutral(side.beyond('neutral'), circuit);
  const lamp = (nth: 1 | 2, back: FarEnd | undefined, label: string) =>
    side.use(nth, label, back, side.beyond('neutral'));
  if (!two) return lamp(1, red ?? side.wire('black'), name);
  lamp(1, side.wire('black'), `${name}, black`);
  lamp(2, red, `${name}, red`);
}

/** A three-way at the far end of a pair of travelers, and what is beyond it. */
function threeWayElsewhere(side: Side, run: Run): void {
  if (run.chain === undefined) return;
  const circuit = ownCircuit(run);
  const insulated = side.cable.conductors.filter(({ colour }) => !isGroundColour(colour)).length;
  const colours = travelerColours(insulated, run.third);
  const [one, two] = colours.pair.map((colour) => side.wire(colour));
  if (one === undefined || two === undefined) return;
  const common = side.beyond('common');
  const third = colours.third && side.wire(colours.third);
  const white = colours.neutral && side.wire(colours.neutral);
  side.farSwitch(`three-way at the far end of ${side.cable.quoted}`, [[[common, one]], [[common, two]]]);
  const toLine = run.leads === 'line';
  // The ground comes from where the supply comes.
  if (toLine === (run.third !== 'supply')) side.ground();
  const lampBeyond = (hot: FarEnd) => {
    const back = white ?? side.beyond('neutral');
    if (white === undefined) side.neutral(back, circuit);
    side.use(1, `light beyond ${side.cable.quoted}`, hot, back);
  };
  if (toLine) {
    // Where the supply goes out from here, the neutral goes with it.
    if (run.third !== 'supply') side.neutral(white, circuit);
    if (run.third === 'supply' && third !== undefined) side.links.push([common, third]);
    else side.hot(common, circuit);
    if (run.third === 'return') lampBeyond(third ?? common);
  } else {
    if (run.third === 'supply') {
      side.hot(third, circuit);
      side.neutral(white, circuit);
    }
    if (run.third === 'return' && third !== undefined) side.links.push([common, third]);
    else lampBeyond(common);
  }
}
