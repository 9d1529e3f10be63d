/**
 * The conductors of a box one by one: which cable they belong to, their colour, and what they carry by
 * what the cable does (handbook 10, 12, 18).
 */
import type { BoxDocument, Item, ItemOf } from '../box/document.ts';
import type { Run, WorkPlan } from '../box/work.ts';
import type { Size } from '../edition/index.ts';

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

/** One conductor that comes into the box. */
export interface Wire {
  /** Its end in the box: `w:i1.0:black`. */
  readonly id: string;
  readonly run: string;
  readonly colour: Colour;
  readonly size: Size;
  /** What it carries. */
  readonly signal: string;
  /** A white that carries a hot: marked at both ends. */
  readonly marked: boolean;
}

/** A cable, a luminaire or a pull of raceway conductors, with its conductors. */
export interface Line {
  readonly key: string;
  readonly item: Item;
  readonly run: Run;
  readonly wires: readonly Wire[];
  /** Its label, or what it is made of and does; like ones are numbered. */
  readonly name: string;
  /** The name as it stands in a sentence: a label is the person’s own words and is quoted. */
  readonly quoted: string;
}

/** Signals: what a conductor or terminal carries. Two with the same signal belong together. */
export const GROUND = 'G';
export const CAPPED = 'cap';
export const neutralOf = (work: WorkPlan, circuit: string): string => {
  const partner = work.circuits.find(({ id }) => id === circuit)?.partner;
  // A multiwire circuit has one neutral: both of its circuits name the same.
  const back = work.circuits.find((one) => one.partner === circuit)?.id;
  return `N:${[circuit, partner ?? back ?? circuit].sort()[0]}`;
};
export const hotSignal = (ref: string): string => (/^[a-f]$/.test(ref) ? `H:${ref}` : `S:${ref}`);

/** The circuit a hot belongs to; undefined where nothing in the box gives it. */
export function circuitOf(work: WorkPlan, ref: string): string | undefined {
  if (/^[a-f]$/.test(ref)) return ref;
  if (ref.startsWith('way-')) {
    return (
      work.devices.find(({ chain }) => chain === ref)?.circuit ??
      work.runs.find(({ chain }) => chain === ref)?.circuits[0]
    );
  }
  const key = ref.split('.').slice(0, 2).join('.');
  const device = work.devices.find(({ of }) => of === key);
  if (device) return device.circuit;
  const run = work.runs.find(({ of }) => of === key);
  return run?.circuits[0] ?? (run?.hots[0] === undefined ? undefined : circuitOf(work, run.hots[0]));
}

/** Names a pair of travelers: one for each cable, or one for the chain where no switch of it is in the box. */
export function travelerPair({ chain, of }: Run, work: WorkPlan): string {
  return work.devices.some((device) => device.chain === chain) ? `${chain}:${of}` : `${chain}:through`;
}

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

interface Load {
  readonly colour: Colour;
  readonly signal: string;
  readonly marked?: boolean;
}

/** What each conductor of a run carries; a conductor with nothing to carry is capped. */
function loadsOf(run: Run, colours: readonly Colour[], work: WorkPlan): Load[] {
  const has = (colour: Colour) => colours.includes(colour);
  const [first, second] = run.hots;
  const circuit = run.circuits[0] ?? (first === undefined ? 'a' : (circuitOf(work, first) ?? 'a'));
  const neutral = neutralOf(work, circuit);
  const pair = travelerPair(run, work);
  switch (run.does) {
    case 'feed': {
      const other = run.circuits[1];
      const loads: Load[] = [
        { colour: 'black', signal: `H:${circuit}` },
        { colour: 'white', signal: neutral },
      ];
      if (other !== undefined) {
        loads.push({ colour: 'red', signal: `H:${other}` });
        if (neutralOf(work, other) !== neutral)
          loads.push({ colour: 'white-red', signal: neutralOf(work, other) });
      } else if (run.switched) loads.push({ colour: 'red', signal: `S:${run.of}` });
      return loads;
    }
    case 'out':
    case 'leg': {
      if (first === undefined) return [];
      const guarded = run.guard !== undefined;
      const loads: Load[] = [
        { colour: 'black', signal: guarded ? `PH:${run.guard}` : hotSignal(first) },
        { colour: 'white', signal: guarded ? `PN:${run.guard}` : neutral },
      ];
      if (second !== undefined) {
        loads.push({ colour: 'red', signal: hotSignal(second) });
        const own = neutralOf(work, circuitOf(work, second) ?? circuit);
        if (own !== neutral) loads.push({ colour: 'white-red', signal: own });
      }
      return loads;
    }
    case 'loop-out':
      return has('red')
        ? [
            { colour: 'black', signal: hotSignal(first ?? circuit) },
            { colour: 'red', signal: `S:${run.of}` },
            { colour: 'white', signal: neutral },
          ]
        : [
            // The white carries the supply to the switch, never the return (200.7).
            { colour: 'white', signal: hotSignal(first ?? circuit), marked: true },
            { colour: 'black', signal: `S:${run.of}` },
          ];
    case 'loop-in': {
      // What no switch here sends back is left capped; the supply comes all the same.
      const back = first === undefined ? CAPPED : hotSignal(first);
      if (!has('red'))
        return [
          { colour: 'white', signal: `H:${circuit}`, marked: true },
          { colour: 'black', signal: back },
        ];
      return second === undefined
        ? [
            { colour: 'black', signal: `H:${circuit}` },
            { colour: 'red', signal: back },
            { colour: 'white', signal: neutral },
          ]
        : [
            { colour: 'white', signal: `H:${circuit}`, marked: true },
            { colour: 'black', signal: back },
            { colour: 'red', signal: hotSignal(second) },
          ];
    }
    case 'travelers': {
      if (run.chain === undefined) return [];
      const [one, two] = [`T1:${pair}`, `T2:${pair}`];
      const extra = run.third === 'supply' ? `H:${circuit}` : `S:${run.chain}`;
      if (!has('red'))
        return [
          { colour: 'black', signal: one },
          { colour: 'white', signal: two, marked: true },
        ];
      if (colours.length >= 4)
        return [
          { colour: 'black', signal: one },
          { colour: 'red', signal: two },
          { colour: 'white', signal: neutral },
          ...(run.third === 'supply' || run.third === 'return'
            ? [{ colour: 'blue' as const, signal: extra }]
            : []),
        ];
      if (run.third === 'supply')
        return [
          { colour: 'white', signal: extra, marked: true },
          { colour: 'black', signal: one },
          { colour: 'red', signal: two },
        ];
      if (run.third === 'return')
        return [
          { colour: 'black', signal: extra },
          { colour: 'red', signal: one },
          { colour: 'white', signal: two, marked: true },
        ];
      return [
        { colour: 'black', signal: one },
        { colour: 'red', signal: two },
        { colour: 'white', signal: neutral },
      ];
    }
    case 'spare':
      return [];
  }
}

/** How many insulated conductors a run needs for what it must carry. */
export function conductorsNeeded(run: Run, work: WorkPlan): number {
  const all: readonly Colour[] = ['black', 'red', 'white', 'white-red', 'blue'];
  if (run.does === 'loop-out') return 2;
  if (run.does === 'loop-in') return run.hots.length === 2 ? 3 : 2;
  if (run.does === 'travelers') return run.third === undefined ? 2 : 3;
  return new Set(loadsOf(run, all, work).map(({ signal }) => signal)).size;
}

/** A piece of a box that can be a run. */
export interface Piece {
  readonly key: string;
  readonly item: ItemOf<'cable'> | ItemOf<'conductors'> | ItemOf<'fixture'>;
}

/** The items of a box that can be runs, one key for each piece. */
export function piecesOf(box: BoxDocument): Piece[] {
  return box.items.flatMap((item): Piece[] => {
    if (item.kind === 'cable')
      return Array.from({ length: item.count }, (_, nth) => ({ key: `${item.id}.${nth}`, item }));
    if (item.kind === 'fixture') return [{ key: `${item.id}.0`, item }];
    return item.kind === 'conductors' && item.run === 'enters' ? [{ key: `${item.id}.0`, item }] : [];
  });
}

type Unnamed = Omit<Line, 'name' | 'quoted'>;

const DOES: Readonly<Record<Run['does'], string>> = {
  feed: 'feed',
  out: 'feed-out',
  leg: 'load',
  'loop-out': 'switch loop',
  'loop-in': 'loop',
  travelers: 'travelers',
  spare: 'spare',
};

const labelOf = ({ item, run }: Unnamed) => run.name ?? ('label' in item ? item.label : undefined);

function callOf(line: Unnamed): string {
  const { item, run } = line;
  const label = labelOf(line);
  if (label) return label;
  if (item.kind === 'fixture') return 'luminaire';
  return `${item.kind === 'cable' ? `${item.size}/${item.conductors}` : 'raceway'} ${DOES[run.does]}`;
}

/** Numbers the names that stand more than once: a joint must say which of two like pieces it means. */
export function numbered(names: readonly string[]): string[] {
  const seen = new Map<string, number>();
  return names.map((name) => {
    const nth = (seen.get(name) ?? 0) + 1;
    seen.set(name, nth);
    return names.filter((one) => one === name).length > 1 ? `${name} ${nth}` : name;
  });
}

/** Every run with its conductors. A piece without a run is a spare. */
export function linesOf(box: BoxDocument, work: WorkPlan): Line[] {
  const lines = unnamedLines(box, work);
  const names = numbered(lines.map(callOf));
  return lines.map((line, at): Line => {
    const name = names[at] ?? '';
    return { ...line, name, quoted: labelOf(line) ? `“${name}”` : name };
  });
}

function unnamedLines(box: BoxDocument, work: WorkPlan): Unnamed[] {
  const alone = box.items.some((item) => item.kind === 'ground');
  return piecesOf(box).flatMap(({ key, item }): Unnamed[] => {
    // Raceway conductors may be several runs: `i5.0`, `i5.1` … each with its wires.
    const runs =
      item.kind === 'conductors'
        ? work.runs.filter(({ of }) => of.startsWith(`${item.id}.`))
        : work.runs.filter(({ of }) => of === key);
    const told: readonly Run[] =
      runs.length > 0 ? runs : [{ of: key, does: 'spare', circuits: [], hots: [] }];
    return told.map((run): Unnamed => {
      const colours = insulatedOf(item, run);
      const loads = loadsOf(run, colours, work);
      const wires = colours.map((colour): Wire => {
        const load = loads.find((one) => one.colour === colour);
        return {
          id: `w:${run.of}:${colour}`,
          run: run.of,
          colour,
          size: item.size,
          signal: load?.signal ?? CAPPED,
          marked: load?.marked ?? false,
        };
      });
      const grounded =
        item.kind === 'fixture' ||
        (item.kind === 'cable' ? item.ground && item.make !== 'ac' : alone && run === told[0]);
      const colour = item.kind === 'cable' && item.make === 'mc' ? 'green' : 'bare';
      return {
        key: run.of,
        item,
        run,
        wires: grounded
          ? [
              ...wires,
              {
                id: `w:${run.of}:${colour}`,
                run: run.of,
                colour,
                size: (item.kind === 'cable' ? item.groundSize : undefined) ?? item.size,
                signal: GROUND,
                marked: false,
              },
            ]
          : wires,
      };
    });
  });
}
