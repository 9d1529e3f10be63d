/**
 * What each conductor of a box is meant to carry, by what its cable does (docs/trade.md#joints-and-pigtails, #terminals, #simulation). The planner’s
 * own view: the proof does not read it.
 */
import type { BoxDocument } from '../box/document.ts';
import type { Run, WorkPlan } from '../box/work.ts';
import { readHot } from '../physical/hot.ts';
import {
  type CablePiece,
  cablesOf,
  type Colour,
  type Conductor,
  isGroundColour,
} from '../physical/pieces.ts';
import { CAPPED, GROUND, printPair, printSignal, type Signal } from './signal.ts';

/** One conductor that comes into the box, with what it carries. */
export interface Wire extends Conductor {
  readonly signal: Signal;
  /** A white that carries a hot: marked at both ends. */
  readonly marked: boolean;
}

/** A cable, a luminaire or a pull of raceway conductors, with its conductors. */
export interface Line extends Omit<CablePiece, 'conductors'> {
  readonly wires: readonly Wire[];
}

export const neutralOf = (work: WorkPlan, circuit: string): Signal => {
  const partner = work.circuits.find(({ id }) => id === circuit)?.partner;
  // A multiwire circuit has one neutral: both of its circuits name the same.
  const back = work.circuits.find((one) => one.partner === circuit)?.id;
  const [first = circuit] = [circuit, partner ?? back ?? circuit].sort();
  return printSignal({ kind: 'neutral', circuit: first });
};

/** The other circuit of a two-pole breaker or a multiwire circuit. */
export const partnerOf = (work: WorkPlan, circuit: string): string | undefined =>
  work.circuits.find(({ id }) => id === circuit)?.partner ??
  work.circuits.find(({ partner }) => partner === circuit)?.id;

export const constantHot = (circuit: string): Signal => printSignal({ kind: 'hot', circuit });

export function hotSignal(ref: string): Signal {
  const hot = readHot(ref);
  return hot.kind === 'circuit' ? constantHot(hot.id) : printSignal({ kind: 'switched', by: ref });
}

/** The hot behind a GFCI where one guards it, else the hot itself. */
export const guardedHot = (circuit: string, guard: string | undefined): Signal =>
  guard === undefined ? constantHot(circuit) : printSignal({ kind: 'guarded', part: 'hot', of: guard });
export const guardedNeutral = (work: WorkPlan, circuit: string, guard: string | undefined): Signal =>
  guard === undefined
    ? neutralOf(work, circuit)
    : printSignal({ kind: 'guarded', part: 'neutral', of: guard });

/** The circuit a hot belongs to; undefined where nothing in the box gives it. */
export function circuitOf(work: WorkPlan, ref: string): string | undefined {
  const hot = readHot(ref);
  if (hot.kind === 'circuit') return hot.id;
  if (hot.kind === 'chain') {
    return (
      work.devices.find(({ chain }) => chain === ref)?.circuit ??
      work.runs.find(({ chain }) => chain === ref)?.circuits[0]
    );
  }
  const device = work.devices.find(({ of }) => of === hot.by);
  if (device) return device.halves?.[hot.half - 1] ?? device.circuit;
  const run = work.runs.find(({ of }) => of === hot.by);
  const [first] = run?.hots ?? [];
  return run?.circuits[0] ?? (first === undefined || first === ref ? undefined : circuitOf(work, first));
}

/** The GFCI a switched hot comes through, by its switch or chain; undefined where it comes through none. */
export function guardOfHot(work: WorkPlan, ref: string): string | undefined {
  const hot = readHot(ref);
  if (hot.kind === 'circuit') return undefined;
  return work.devices.find(
    ({ of, chain, guard }) =>
      guard !== undefined && (hot.kind === 'chain' ? chain === hot.id : of === hot.by),
  )?.guard;
}

/** The GFCI that guards each hot of a run: the run’s own for a constant hot, else that of the switch it comes from. */
export const guardsOf = (work: WorkPlan, run: Run): (string | undefined)[] =>
  run.hots.map((ref, nth) => {
    if (readHot(ref).kind !== 'circuit') return guardOfHot(work, ref);
    return run.guards === undefined ? run.guard : (run.guards[nth] ?? undefined);
  });

/** Names a pair of travelers: one for each cable, or one for the chain where no switch of it is in the box. */
export function travelerPair({ chain, of }: Run, work: WorkPlan): string {
  return printPair(chain, work.devices.some((device) => device.chain === chain) ? of : 'through');
}

interface Load {
  readonly colour: Colour;
  readonly signal: Signal;
  readonly marked?: boolean;
}

/** What each conductor of a run carries; a conductor with nothing to carry is capped. */
function loadsOf(run: Run, colours: readonly Colour[], work: WorkPlan): Load[] {
  const has = (colour: Colour) => colours.includes(colour);
  const [first, second] = run.hots;
  const circuit = run.circuits[0] ?? (first === undefined ? 'a' : (circuitOf(work, first) ?? 'a'));
  const neutral = neutralOf(work, circuit);
  const returned = printSignal({ kind: 'switched', by: run.of });
  switch (run.does) {
    case 'feed': {
      const other = run.circuits[1];
      const loads: Load[] = [{ colour: 'black', signal: constantHot(circuit) }];
      if (run.doubled) {
        const hot = constantHot(other ?? circuit);
        return has('red')
          ? [...loads, { colour: 'red', signal: hot }, { colour: 'white', signal: neutral }]
          : [...loads, { colour: 'white', signal: hot, marked: true }];
      }
      loads.push({ colour: 'white', signal: neutral });
      if (other !== undefined) {
        loads.push({ colour: 'red', signal: constantHot(other) });
        if (neutralOf(work, other) !== neutral)
          loads.push({ colour: 'white-red', signal: neutralOf(work, other) });
      } else if (run.switched) loads.push({ colour: 'red', signal: returned });
      return loads;
    }
    case 'out':
    case 'leg': {
      if (first === undefined) return [];
      if (run.doubled) {
        const hot = hotSignal(second ?? partnerOf(work, circuit) ?? circuit);
        const loads: Load[] = [{ colour: 'black', signal: hotSignal(first) }];
        return has('red')
          ? [...loads, { colour: 'red', signal: hot }, { colour: 'white', signal: neutral }]
          : [...loads, { colour: 'white', signal: hot, marked: true }];
      }
      const [guard, guardTwo] = guardsOf(work, run);
      const signalOf = (ref: string, by: string | undefined) =>
        by !== undefined && readHot(ref).kind === 'circuit'
          ? printSignal({ kind: 'guarded', part: 'hot', of: by })
          : hotSignal(ref);
      const white = guardedNeutral(work, circuit, guard);
      const loads: Load[] = [
        { colour: 'black', signal: signalOf(first, guard) },
        { colour: 'white', signal: white },
      ];
      if (second !== undefined) {
        loads.push({ colour: 'red', signal: signalOf(second, guardTwo) });
        const own = guardedNeutral(work, circuitOf(work, second) ?? circuit, guardTwo);
        if (own !== white) loads.push({ colour: 'white-red', signal: own });
      }
      return loads;
    }
    case 'loop-out':
      return has('red')
        ? [
            { colour: 'black', signal: hotSignal(first ?? circuit) },
            { colour: 'red', signal: returned },
            { colour: 'white', signal: neutral },
          ]
        : [
            // The white carries the supply to the switch, never the return (200.7).
            { colour: 'white', signal: hotSignal(first ?? circuit), marked: true },
            { colour: 'black', signal: returned },
          ];
    case 'loop-in': {
      const supply = constantHot(circuit);
      // What no switch here sends back is left capped; the supply comes all the same.
      const back = first === undefined ? CAPPED : hotSignal(first);
      if (!has('red'))
        return [
          { colour: 'white', signal: supply, marked: true },
          { colour: 'black', signal: back },
        ];
      return second === undefined
        ? [
            { colour: 'black', signal: supply },
            { colour: 'red', signal: back },
            { colour: 'white', signal: neutral },
          ]
        : [
            { colour: 'white', signal: supply, marked: true },
            { colour: 'black', signal: back },
            { colour: 'red', signal: hotSignal(second) },
          ];
    }
    case 'travelers':
      return travelers(run, colours, work, circuit);
    case 'spare':
      return [];
  }
}

function travelers(run: Run, colours: readonly Colour[], work: WorkPlan, circuit: string): Load[] {
  if (run.chain === undefined) return [];
  const guard = guardOfHot(work, run.chain);
  const neutral = guardedNeutral(work, circuit, guard);
  const pair = travelerPair(run, work);
  const one = printSignal({ kind: 'traveler', number: 1, pair });
  const two = printSignal({ kind: 'traveler', number: 2, pair });
  const extra =
    run.third === 'supply' ? guardedHot(circuit, guard) : printSignal({ kind: 'switched', by: run.chain });
  if (!colours.includes('red'))
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

/** How many insulated conductors a run needs for what it must carry. */
export function conductorsNeeded(run: Run, work: WorkPlan): number {
  const all: readonly Colour[] = ['black', 'red', 'white', 'white-red', 'blue'];
  if (run.does === 'loop-out') return 2;
  if (run.does === 'loop-in') return run.hots.length === 2 ? 3 : 2;
  if (run.does === 'travelers') return run.third === undefined ? 2 : 3;
  if (run.doubled) return 2;
  return new Set(loadsOf(run, all, work).map(({ signal }) => signal)).size;
}

/** Every run with its conductors and what they carry. */
export function linesOf(box: BoxDocument, work: WorkPlan): Line[] {
  return cablesOf(box, work).map(({ key, item, run, name, quoted, conductors }): Line => {
    const insulated = conductors.flatMap(({ colour }) => (isGroundColour(colour) ? [] : [colour]));
    const loads = loadsOf(run, insulated, work);
    const wires = conductors.map(({ id, run: of, colour, size }): Wire => {
      if (isGroundColour(colour)) return { id, run: of, colour, size, signal: GROUND, marked: false };
      const load = loads.find((one) => one.colour === colour);
      const signal = load?.signal ?? CAPPED;
      return { id, run: of, colour, size, signal, marked: load?.marked ?? false };
    });
    return { key, item, run, name, quoted, wires };
  });
}
