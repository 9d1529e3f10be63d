/**
 * Making a box safe before hands go in (docs/trade.md#making-safe): every circuit in it off and locked or tagged, the tester
 * proved on a known live source, every conductor proved dead one by one, the tester proved again.
 */
import { z } from 'zod';
import type { BoxDocument } from './document.ts';
import { naturally } from './natural-order.ts';
import { oneLine } from './one-line.ts';
import { circuitNamed, nameInPanel, NO_PANEL, type Panel, type PanelCircuit, tiedTo } from './panel.ts';
import { readingName } from './reading.ts';
import type { SafeStep, Stage } from './words.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

/** What was done to make it safe, beside the steps that are ticked. */
export const Safety = onFirstUse(() =>
  z.strictObject({
    /** Circuits whose breaker is off, by name; true where it is locked or tagged too. */
    off: z.record(oneLine(40), z.boolean()).default({}),
    /** Conductors that were proved dead: `i1.0.black`. */
    dead: z.array(readingName).max(600).default([]),
    /** When the last of it was done. */
    at: z.iso.datetime().nullable().default(null),
  }),
);
export type Safety = z.output<typeof Safety>;

/** After so long a pause it is asked again, in minutes. Common practice, no source. */
export const PAUSE = 30;

interface Told {
  readonly circuit: string;
  readonly box: BoxDocument;
  readonly seen: { readonly safe: readonly SafeStep[]; readonly safety: Safety };
}

/** What is in the wall: while a change is only planned, what was found. */
export function inTheWall({
  box,
  found,
  stage,
}: {
  readonly box: BoxDocument;
  readonly found: BoxDocument | null;
  readonly stage: Stage;
}): BoxDocument {
  return stage === 'planned' ? (found ?? box) : box;
}

/** The circuits a record names in one text. @example circuitNames('28, 30') // ['28', '30'] */
const circuitNames = (text: string): readonly string[] =>
  text
    .split(/[,;&+/]|\band\b/i)
    .map((one) => one.trim())
    .filter((one) => one !== '');

/**
 * Circuits that one text names by their spaces; words may be one label, and are one name.
 * @example spacesNamed('28, 30') // ['28', '30']; spacesNamed('Kitchen and dining') // ['Kitchen and dining']
 */
export function spacesNamed(text: string): readonly string[] {
  const names = circuitNames(text);
  if (names.length > 1 && names.every((name) => /^\d+[a-z]?$/i.test(name))) return names;
  return text.trim() === '' ? [] : [text.trim()];
}

/** The circuits that are in a box: those its record names, and those its work does. */
export function circuitsIn({ circuit, box }: Pick<Told, 'circuit' | 'box'>): readonly string[] {
  const named = circuitNames(circuit);
  const worked = box.work?.circuits.flatMap(({ name }) => spacesNamed(name)) ?? [];
  return [...new Set([...named, ...worked])].sort(naturally);
}

/**
 * How many circuits come into a box, as far as it is recorded: those it was set up with, or a circuit for each feed. A second feed is
 * another circuit until somebody says otherwise.
 */
function circuitsBrought({ items, work }: BoxDocument): number {
  const feeds = items.flatMap((item) =>
    'duty' in item && item.duty?.does === 'feed' ? [item.duty.circuits?.[0] ?? item.id] : [],
  );
  // Two hots of one two-pole breaker, or of tied ones, have one name; the panel tells what is tied.
  const circuits = work?.circuits ?? [];
  const pairs = new Set(
    circuits.flatMap(({ id, partner }) => (partner === undefined ? [] : [[id, partner].sort().join()])),
  );
  return Math.max(circuits.length - pairs.size, new Set(feeds).size);
}

/** One more circuit in the words of a record. @example withCircuit('4', '7') === '4, 7' */
export function withCircuit(circuit: string, more: string): string {
  const all = circuit.split(',').map((one) => one.trim());
  return [...new Set([...all, more.trim()])].filter((one) => one !== '').join(', ');
}

export interface ToProve {
  readonly id: string;
  /** The cable or run it belongs to. */
  readonly of: string;
  /** Its colour, or which of its run it is. */
  readonly name: string;
}

const COLOURS: readonly (readonly string[])[] = [
  ['black'],
  ['black', 'white'],
  ['black', 'red', 'white'],
  ['black', 'red', 'white', 'blue'],
];

/**
 * Every insulated conductor that comes into the box, one by one; those that only pass through too, for they are
 * as live as the others.
 */
export function conductorsIn({ items }: BoxDocument): readonly ToProve[] {
  return items.flatMap((item): ToProve[] => {
    if (item.kind === 'cable') {
      const colours =
        COLOURS[item.conductors - 1] ?? Array.from({ length: item.conductors }, (_, nth) => `${nth + 1}`);
      return colours.map((name) => ({ id: `${item.id}.${name}`, of: item.id, name }));
    }
    if (item.kind !== 'conductors') return [];
    return Array.from({ length: item.count }, (_, nth) => ({
      id: `${item.id}.${nth + 1}`,
      of: item.id,
      name: `${nth + 1}`,
    }));
  });
}

/** A breaker that must be off for the box. */
export interface BreakerState {
  readonly name: string;
  readonly off: boolean;
  readonly tagged: boolean;
  /** What the panel knows of it. */
  readonly known: PanelCircuit | undefined;
  /** The circuit of the box whose handle it is tied to: it goes off with it. */
  readonly with: string | undefined;
}

export interface SafetyState {
  readonly circuits: readonly BreakerState[];
  /** How many circuits come into the box that nobody named: each has a breaker of its own. */
  readonly unnamed: number;
  readonly conductors: readonly (ToProve & { readonly dead: boolean })[];
  /** Whether all of it is done. */
  readonly done: boolean;
}

/**
 * How far making safe has come. A box whose circuit is not named is not safe; a breaker whose handle is tied to one
 * of its own must be off too.
 */
export function safetyOf(
  { circuit, box, seen: { safe, safety } }: Told,
  panel: Panel = NO_PANEL,
): SafetyState {
  const ids = new Set<string>();
  // Both spaces of a two-pole breaker are one handle.
  const names = circuitsIn({ circuit, box }).filter((name) => {
    const one = circuitNamed(panel, name);
    return one === undefined || (!ids.has(one.id) && ids.add(one.id));
  });
  const known = names.map((name) => circuitNamed(panel, name));
  const tied = known.flatMap((one, nth) =>
    one === undefined
      ? []
      : tiedTo(panel, one).flatMap((other) => {
          if (ids.has(other.id)) return [];
          ids.add(other.id);
          return [{ name: nameInPanel(other), known: other, with: names[nth] }];
        }),
  );
  const circuits = [...names.map((name, nth) => ({ name, known: known[nth], with: undefined })), ...tied].map(
    (one): BreakerState => ({
      ...one,
      off: Object.hasOwn(safety.off, one.name),
      tagged: Object.hasOwn(safety.off, one.name) && safety.off[one.name] === true,
    }),
  );
  const dead = new Set(safety.dead);
  const conductors = conductorsIn(box).map((one) => ({ ...one, dead: dead.has(one.id) }));
  const unnamed = Math.max(0, circuitsBrought(box) - circuitsIn({ circuit, box }).length);
  const steps = (['found', 'proved', 'again'] as const).every((step) => safe.includes(step));
  const done =
    steps &&
    circuits.length > 0 &&
    unnamed === 0 &&
    circuits.every(({ tagged }) => tagged) &&
    conductors.every((one) => one.dead);
  return { circuits, unnamed, conductors, done };
}

/** Whether the work rested so long that it must be made safe anew. @param now in ms, as Date.now() gives it */
export function restedTooLong({ at }: Safety, now: number): boolean {
  return at !== null && now - Date.parse(at) > PAUSE * 60_000;
}

/** Begun anew after a pause: somebody may have switched it on. What breaker it is stays known. */
export function safetyAnew<S extends Told['seen']>(seen: S): S {
  const safe = seen.safe.filter((step) => step === 'found');
  return { ...seen, safe, safety: { off: {}, dead: [], at: null } };
}
