/** What a person must know about a count, in words. */
import type { Namer } from '../say.ts';

export const FILL_WORDS = {
  'no-volume': ({ metal }: { readonly metal: boolean }) =>
    metal
      ? 'No volume: read the stamp, or choose the box from the table by its shape and depth.'
      : 'No volume: read the stamp inside the box. A plastic box without one has no legal volume.',
  'not-listed': (a: { readonly table: string; readonly edition: string; readonly box: string }) =>
    `${a.table} of ${a.edition} does not list “${a.box}”: there is no legal volume for it here. Read the stamp.`,
  measured: (a: { readonly about: string; readonly low: string; readonly high: string }) =>
    `Measured: about ${a.about} (${a.low} to ${a.high} with 1/16 in either way). An estimate is never a pass: fit a marked box.`,
  'unmarked-part': (a: { readonly part: string; readonly rule: string }) =>
    `The unmarked ${a.part} adds 0: only a marked volume or a box of the table counts (${a.rule}).`,
  'rounded-down': (a: { readonly marked: string; readonly taken: string }) =>
    `Marked ${a.marked}: taken as ${a.taken} in³, rounded down to 1/10 000 in³.`,
  'stamp-lower': (a: { readonly stamped: number; readonly size: number; readonly fits: number }) =>
    `The stamp says ${a.stamped} of ${a.size} AWG, the volume gives ${a.fits}: the volume decides here${a.stamped < a.fits ? ', the stamp is the more careful' : '; check that both were read right'}.`,
  'stamp-over': (a: { readonly allowances: number; readonly size: number; readonly stamped: number }) =>
    `By the stamp this box is over: ${a.allowances} allowances of ${a.size} AWG where ${a.stamped} are stamped. Ask the inspector which mark governs.`,
  'stamp-waits': ({ stamps }: { readonly stamps: string }) =>
    `The stamp ${stamps} counts conductors of one size: it decides once something is in the box.`,
  'stamp-mixed': (a: {
    readonly why: 'mixed' | 'other-size' | 'added' | 'volume-decides';
    readonly stamps?: string;
    readonly size?: number;
  }) => {
    switch (a.why) {
      case 'mixed':
        return `The stamp ${a.stamps} holds for one size only; this box mixes sizes, so it needs a volume. Read the volume stamp.`;
      case 'other-size':
        return `The stamp ${a.stamps} says nothing of ${a.size} AWG, so this box needs a volume. Read the volume stamp.`;
      case 'added':
        return 'A marked ring or extension cannot be added to a wire-count stamp: it is left out here. Read the box’s volume to use it.';
      case 'volume-decides':
        return 'Mixed sizes: the wire-count stamp holds for one size only, so the volume decides.';
    }
  },
  'barrier-spaces': ({ empty }: { readonly empty?: string }) =>
    empty === undefined
      ? 'A barrier makes two spaces, and each must hold what is in it: say which items are in space b (“side b”).'
      : `Space ${empty} of the divided box is empty: say what is in it, or remove the barrier.`,
  'barrier-halves': () =>
    'The volumes of the two spaces are not recorded: each is taken as half of the box less the barrier. Read or measure where the barrier stands.',
  'conduit-body': (a: {
    readonly why: 'splices' | 'pull-only' | 'unchecked' | 'enough' | 'small';
    readonly rule: string;
    /** Cross-sections, in². */
    readonly section?: string;
    readonly conduit?: string;
  }) => {
    switch (a.why) {
      case 'splices':
        return `Splices and devices are allowed only in a conduit body marked with its volume (${a.rule}): read the mark, or use a box.`;
      case 'pull-only':
        return `A conduit body without a volume mark may only be pulled through (${a.rule}): no volume is wanted, and its cross-section decides.`;
      case 'unchecked':
        return `Not checked: its cross-section against twice the largest conduit (${a.rule}).`;
      case 'enough':
        return `Cross-section ${a.section} in² is at least twice the conduit’s ${a.conduit} in² (${a.rule}).`;
      case 'small':
        return `Cross-section ${a.section} in² is less than twice the conduit’s ${a.conduit} in²: too small (${a.rule}).`;
    }
  },
  'size-not-in-table': (a: {
    readonly table: string;
    readonly edition: string;
    readonly size: number | null;
    readonly what: string;
  }) =>
    `${a.table} of ${a.edition} has no allowance for ${a.size ?? '?'} AWG (${a.what}): there is no answer for this box.`,
  'ground-size': (a: { readonly size: number; readonly conductors: number }) =>
    `The ground of the ${a.size}/${a.conductors} is counted as ${a.size} AWG. In such cables it is often 10 AWG: read it and record it (${a.size}/${a.conductors} egc 10).`,
  'device-unsized': ({ device }: { readonly device: string }) =>
    `The ${device} has no conductor to take its allowance from: add a cable, or give its size (@14, @12 …).`,
  'device-wide': (a: { readonly device: string; readonly needs: number; readonly gangs: number }) =>
    `The ${a.device} needs ${a.needs} gangs; this box is recorded with ${a.gangs}. Check both.`,
  'flap-school': ({ counted }: { readonly counted: boolean }) =>
    counted
      ? 'Push-in flaps are counted as clamps here: the cautious school.'
      : 'Push-in flaps are left out here: the school that counts only clamps that grip. The cautious school counts them too.',
  'connectors-unrecorded': () =>
    'No connectors are recorded. The CEC counts each pair of them: add them, and count again after the splice plan.',
  'table-rounding': (a: { readonly over: string; readonly table: string }) =>
    `Over by only ${a.over} mL, less than the rounding of ${a.table}. By volume it stays over: ask the inspector.`,
} as const satisfies Record<string, (args: never, say: Namer) => string>;
