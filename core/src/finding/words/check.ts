/** What a check beside the fill finds, in words, with its cure. Codes are the names of the checks. */
import type { CheckName } from '../../edition/index.ts';
import type { Eye } from '../../box/site.ts';
import type { Namer } from '../say.ts';

type Said = string | { readonly words: string; readonly cure: string };
interface Against {
  /** Lengths, nm. */
  readonly is: number;
  readonly limit: number;
}
/** Capital letters of a make of cable. */
const makeName = (make: string) => make.toUpperCase();

export const CHECK_WORDS = {
  gangs: (a: { readonly wanted: number; readonly gangs: number; readonly only?: string }) => ({
    words: `${a.only === undefined ? `Devices for ${a.wanted} gangs` : `A ${a.only} ${a.wanted} gangs wide`} in a box of ${a.gangs}: one of the two is recorded wrongly, or it does not fit.`,
    cure: `A box of ${a.wanted} gangs.`,
  }),
  'box-in-wall': (a: Against, say: Namer) => ({
    words: `The box is ${say.length(a.is)} deep, the wall leaves ${a.limit <= 0 ? 'nothing' : say.length(a.limit)}: it cannot stand flush.`,
    cure: 'Choose a shallower or wider box, or another place.',
  }),
  connectors: (a: {
    readonly why: 'none' | 'armor' | 'bushing' | 'loose' | 'fished' | 'flaps';
    readonly makes?: readonly string[];
  }): Said => {
    switch (a.why) {
      case 'none':
        return `Every cable into a metal box needs a connector of its kind (${(a.makes ?? []).map(makeName).join(', ')}): none is an internal clamp here.`;
      case 'armor':
        return 'Metal-clad or armored cable into a plastic box: only where the box is made for it and the armors are bonded to each other inside.';
      case 'bushing':
        return 'Armored cable (AC) needs its own connector and an anti-short bushing.';
      case 'loose':
        return {
          words:
            'No clamps in a plastic box: only a single-gang device box may do without; every cable must be secured to this one.',
          cure: 'Fit connectors, or a box with clamps.',
        };
      case 'fished':
        return {
          words:
            'A fished cable comes into a box without clamps: nothing holds it there. A box without clamps relies on fastening within 8 in.',
          cure: 'Fit a box that grips its cables, or fasten the cable within 8 in.',
        };
      case 'flaps':
        return 'Push-in flaps hold the cables: look that the box is listed to secure them so.';
    }
  },
  entries: (a: { readonly cables: number; readonly entries: number; readonly doubled: boolean }) => ({
    words: a.doubled
      ? `${a.cables} cables by ${a.entries} entries: two under one clamp only if the clamp is made for it.`
      : `${a.cables} cables, ${a.entries} ${a.entries === 1 ? 'entry' : 'entries'}.`,
    cure: 'Open another knockout, or choose a box with more.',
  }),
  'exposed-cable': (a: { readonly make?: string }) =>
    a.make === undefined
      ? {
          words: 'Nonmetallic cable lies open to damage: it needs protection.',
          cure: 'A raceway there, or a guard.',
        }
      : {
          words: `${makeName(a.make)} cable lies where something can hit it: its armor is not made for that.`,
          cure: 'A raceway there, or a guard.',
        },
  'fire-stop': () => 'A plate was bored: fire-stop the hole; the local building code says how.',
  'free-conductor': (a: Against & { readonly past: boolean }, say: Namer) =>
    a.past
      ? `A conductor reaches ${say.length(a.is)} past the opening; ${say.length(a.limit)} is the least where the opening is under 8 in.`
      : {
          words: `The shortest conductor has ${say.length(a.is)} free; ${say.length(a.limit)} is the least.`,
          cure: 'Pull more cable in, or splice an extension where the fill allows it.',
        },
  gap: (a: Against, say: Namer) => ({
    words: `A gap of ${say.length(a.is)} round the box: ${say.length(a.limit)} is the most.`,
    cure: 'Repair the surface up to the box.',
  }),
  'rated-box': (a: {
    readonly hangs: 'fan' | 'heavy';
    readonly weighs?: number;
    readonly most?: number;
    readonly holds?: number;
  }) => ({
    words:
      a.most !== undefined
        ? `A fan of ${a.weighs} lb hangs on the box: over ${a.most} lb it is held apart from any box.`
        : a.holds !== undefined
          ? `${a.weighs} lb hang on a box that holds ${a.holds} lb.`
          : a.hangs === 'fan'
            ? 'A fan hangs on a box that is not recorded as rated for one.'
            : 'More than 50 lb hangs on a box that is not recorded as rated for it; a box for fans is not.',
    cure:
      a.most !== undefined
        ? 'Hang it from the structure.'
        : 'Fit a box listed for it, held by the structure, or hang it from the structure.',
  }),
  setback: (a: Against & { readonly finish: 'combustible' | 'noncombustible' | 'any' }, say: Namer) => ({
    words: `The box sits ${say.length(a.is)} behind ${SETBACK[a.finish](say.length(a.limit))}`,
    cure: 'Fit a box extender of that depth: it brings the front to the surface.',
  }),
  'sheath-colour': () => 'The sheath’s color is a hint of size only: the printing on it decides.',
  sheath: (a: Against, say: Namer) => ({
    words: `Only ${say.length(a.is)} of sheath inside the box: ${say.length(a.limit)} past the clamp is the least.`,
    cure: 'Push the cable in until the sheath shows.',
  }),
  'stud-edge': (a: Against, say: Namer) => ({
    words: `A hole or cable ${say.length(a.is)} from the stud’s face: ${say.length(a.limit)} is the least without a steel plate.`,
    cure: 'Fit a steel plate over it.',
  }),
  support: (
    a:
      | { readonly fished: true }
      | (Against & { readonly make?: string; readonly single: boolean; readonly later?: true }),
    say: Namer,
  ) =>
    'fished' in a
      ? 'Fished in a finished wall: support is excused there, not where the wall is open.'
      : {
          words: `The ${a.make === undefined ? 'cable' : `${makeName(a.make)} cable`} is held ${say.length(a.is)} from the box; ${say.length(a.limit)} is the most${a.single ? ' at a single-gang plastic box without clamps' : ''}.`,
          cure: `Staple or strap it nearer.${a.later ? ' Only a cable that was fished in later is excused.' : ''}`,
        },
  'device-depth': (
    a: Against & { readonly device?: string; readonly body?: number; readonly typical?: boolean },
    say: Namer,
  ) =>
    a.device === undefined || a.body === undefined
      ? `The box is ${say.length(a.is)} deep; ${say.length(a.limit)} is the least.`
      : {
          words: `The ${a.device} reaches ${say.length(a.body)} behind its strap${a.typical ? ' (typical depth: measure the part in hand)' : ''}: it needs a box ${say.length(a.limit)} deep, this one has ${say.length(a.is)}.`,
          cure: 'Fit a deeper box, an extension, or a shallower device.',
        },
  'circuit-conductor': (a: {
    readonly size: number;
    readonly breaker: number;
    readonly least: number;
    readonly warm?: boolean;
    readonly other: string;
  }) =>
    a.warm
      ? `${a.size} AWG on a ${a.breaker} A breaker: only where conductors and both terminals are marked for 75 °C; else it needs ${a.least} AWG.`
      : {
          words: `${a.size} AWG on a ${a.breaker} A breaker: it needs ${a.least} AWG or larger${a.warm === false ? ' at 60 °C' : ''}.`,
          cure: `Fit a breaker that ${a.size} AWG allows, or run ${a.least} AWG. Taps, motors and air conditioners have rules of their own (${a.other}).`,
        },
  'circuit-receptacle': (a: {
    readonly why: 'large-breaker' | 'twenty-on-fifteen' | 'fifteen-on-twenty' | 'single' | 'unlike';
    readonly device?: string;
    readonly breaker?: number;
    readonly amps?: number;
  }): Said => {
    switch (a.why) {
      case 'large-breaker':
        return {
          words: `A ${a.device} receptacle of 15 or 20 A on a ${a.breaker} A breaker.`,
          cure: 'Feed it from a circuit of 15 or 20 A.',
        };
      case 'twenty-on-fifteen':
        return {
          words: 'A 20 A receptacle on a 15 A circuit: only 15 A receptacles are allowed there.',
          cure: 'Fit a 15 A receptacle.',
        };
      case 'fifteen-on-twenty':
        return {
          words: 'A 15 A receptacle on a 20 A circuit: it must be rated for the breaker.',
          cure: 'Fit a 20 A receptacle, or a breaker of 15 A.',
        };
      case 'unlike':
        return {
          words: `A ${a.device} receptacle of ${a.amps} A on a ${a.breaker} A breaker: it must be rated for its circuit.`,
          cure: 'Fit a receptacle, or a breaker and conductors, that agree.',
        };
      case 'single':
        return 'A single receptacle alone on a 20 A circuit must be 20 A. Is anything else on the circuit?';
    }
  },
  'ground-size': (
    a:
      { readonly none: number } | { readonly size: number; readonly breaker: number; readonly least: number },
  ): Said =>
    'none' in a
      ? `${a.none === 1 ? 'A cable has' : `${a.none} cables have`} no equipment ground: no ground may be invented. A replacement receptacle here has its own rules.`
      : {
          words: `A ${a.size} AWG ground on a ${a.breaker} A circuit: ${a.least} AWG copper is the least.`,
          cure: `Run a ground of ${a.least} AWG.`,
        },
  'neutral-at-switch': (a: {
    readonly why: 'hungry' | 'loop' | 'receptacle';
    readonly device?: string;
  }): Said => {
    const cure = 'Run a three-wire loop, or a device that needs no neutral.';
    switch (a.why) {
      case 'hungry':
        return { words: `Only a switch loop comes here: there is no neutral for the ${a.device}.`, cure };
      case 'loop':
        return {
          words:
            'Only a switch loop comes here: there is no neutral. A new switch box for lighting wants one, unless a cable can be added later without opening the wall, or no lighting of a room or bathroom is switched here.',
          cure,
        };
      case 'receptacle':
        return 'A receptacle cannot be fed from a switch loop: the neutral is not in the box.';
    }
  },
  'white-as-hot': () =>
    'In the switch loop the white is a hot: re-identify it at both ends; it carries the supply to the switch, never the return.',
  protection: (a: {
    readonly why: 'tamper' | 'gfci' | 'afci';
    readonly place?: string;
    readonly serves?: string;
  }): Said => {
    const place = a.place ?? '';
    switch (a.why) {
      case 'tamper':
        return 'A new receptacle in a dwelling must be tamper-resistant.';
      case 'gfci':
        return {
          words: `A receptacle ${a.serves === undefined ? `in this place (${place})` : `for ${a.serves}`} must have GFCI protection, and none is recorded here, at the breaker or upstream.`,
          cure: 'Fit a GFCI receptacle, feed it from the LOAD of one, or record the protection ahead of it. Wiring that nobody changes may stay as the code of its time allowed.',
        };
      case 'afci':
        return {
          words: `Outlets in this place (${place}) must have AFCI protection where they are new, extended or replaced, and none is recorded ahead of this box.`,
          cure: 'Fit an AFCI breaker, or record the protection that is there.',
        };
    }
  },
  'circuit-duty': (a: {
    readonly why: 'small' | 'shared';
    readonly place: string;
    readonly breaker: number;
    readonly least: number;
    readonly serves: string;
    readonly unless?: string;
  }): Said =>
    a.why === 'small'
      ? {
          words: `A receptacle in this place (${a.place}) needs a ${a.least} A circuit; this one has ${a.breaker} A.${a.unless === undefined ? '' : ` Exception: ${a.unless}.`}`,
          cure: `Feed it from a ${a.least} A circuit with 12 AWG conductors.`,
        }
      : `Lighting and a receptacle (${a.place}) are on one circuit here: ${a.serves}. Are they on one circuit?`,
  'dimmed-receptacle': () => ({
    words: 'A receptacle is fed from a dimmer or a fan control: what is plugged in is not made for it.',
    cure: 'Feed it from a switch, or unswitched.',
  }),
  'by-eye': (a: { readonly fact: Eye }) => EYE_WORDS[a.fact],
} as const satisfies Record<CheckName, (args: never, say: Namer) => Said>;

const EYE_WORDS: Readonly<Record<Eye, { readonly words: string; readonly cure: string }>> = {
  covers: {
    words: 'A receptacle in the weather is not marked WR, or its cover is not made for the wet while in use.',
    cure: 'Fit a weather-resistant receptacle with an in-use cover.',
  },
  weatherproof: {
    words: 'The box is not listed for its damp or wet place.',
    cure: 'Fit a box listed for it, placed so that no water collects in it.',
  },
  access: {
    words: 'A box with splices must stay covered and in reach without taking the building apart.',
    cure: 'Fit a cover and keep it in reach, or take the splices out.',
  },
  openings: { words: 'An unused opening of the box is not closed.', cure: 'Close it with a knockout seal.' },
  fastened: {
    words: 'The box is not fastened as it is made for.',
    cure: 'Fasten it to the framing or a brace, or clamp it to the board as its maker says; no drywall screws.',
  },
  notice: {
    words: 'A receptacle without a ground is protected by GFCI and not marked.',
    cure: 'Mark it “No equipment ground”, and “GFCI protected” where the GFCI is elsewhere.',
  },
  twoslot: {
    words: 'A receptacle with a ground slot where no ground comes in, without GFCI.',
    cure: 'Fit a GFCI receptacle or one of two slots, marked as the code says; or run a ground.',
  },
  fanbox: {
    words: 'A ceiling box where a fan could hang is not listed for one.',
    cure: 'Fit a box listed for a fan, or keep access to framing that holds one.',
  },
  copper: {
    words:
      'A conductor here is aluminum: it wants devices marked CO/ALR and connectors listed for aluminum to copper.',
    cure: 'Fit those, with the torque their makers give.',
  },
  heat: {
    words:
      'The luminaire asks for supply wires of more than the old wires here are made for (60 °C before about 1985).',
    cure: 'Fit a luminaire marked for 60 °C supply wires, or run new cable to it.',
  },
  bundles: {
    words: 'More than two NM cables are bundled, or pass one sealed hole: their ampacity is derated.',
    cure: 'Space them, or give them holes of their own.',
  },
  load: {
    words: 'A switch is not rated for what it switches: amperes, motor, LED or transformer.',
    cure: 'Fit one whose marking names this load.',
  },
  contact: {
    words: 'The yoke of a receptacle is not listed as self-grounding, nor its exposed cover made for it.',
    cure: 'Land a pigtail on its ground terminal.',
  },
  grouped: {
    words: 'The conductors of a multiwire circuit are not grouped in the panel.',
    cure: 'Tie its hots and its neutral together where they come in.',
  },
};

const SETBACK = {
  combustible: () => 'a combustible surface: it must be flush or stand proud.',
  noncombustible: (most: string) => `the surface: ${most} is the most.`,
  any: (most: string) => `the surface: more than any surface allows (${most}).`,
} as const;
