/**
 * A mistake hidden in a sound wiring, to learn on: one that instruments can see, among others that read otherwise.
 * What is random is passed in.
 */
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import type { Physical } from '../physical/physical.ts';
import { signatureOf, trialsOf } from './diagnose.ts';
import { type Fault, FAULT_KINDS, faultsOf } from './faults.ts';
import { predictor } from './predict.ts';

export interface Riddle {
  /** The wiring with the mistake in it. */
  readonly wiring: Wiring;
  /** Circuits the mistake leaves without power. */
  readonly off: readonly string[];
  /** What it could be, each reading otherwise than the others; in no telling order. */
  readonly choices: readonly Fault[];
  /** Which of them it is. */
  readonly answer: number;
}

/** So many answers are offered. */
const CHOICES = 4;

/**
 * @param wiring that is sound
 * @param random 0 to less than 1, anew at each call
 * @returns undefined where instruments can see no mistake in it
 */
export function hideFault(
  physical: Physical,
  work: WorkPlan,
  wiring: Wiring,
  random: () => number,
): Riddle | undefined {
  const trials = trialsOf(physical);
  const read = (one: Wiring, off: readonly string[] = []) =>
    signatureOf(predictor(physical, work, one, off), trials);
  const plain = read(wiring);
  // One of each that reads the same, whichever comes first by chance.
  const seen = new Map<string, Fault>();
  for (const fault of shuffled(faultsOf(physical, work, wiring), random)) {
    const signature = read(fault.applied(wiring), fault.off);
    if (signature !== plain && !seen.has(signature)) seen.set(signature, fault);
  }
  const kinds = shuffled(FAULT_KINDS, random);
  // Kinds take turns: what is easy to make, there is most of.
  const all = [...seen.values()].sort((a, b) => kinds.indexOf(a.kind) - kinds.indexOf(b.kind));
  const [first] = all;
  if (!first) return undefined;
  const others = shuffled(
    all.filter((one) => one !== first),
    random,
  ).slice(0, CHOICES - 1);
  const choices = shuffled([first, ...others], random);
  return { wiring: first.applied(wiring), off: first.off, choices, answer: choices.indexOf(first) };
}

function shuffled<T>(all: readonly T[], random: () => number): T[] {
  const left = [...all];
  return all.map(() => left.splice(Math.floor(random() * left.length), 1)[0] as T);
}
