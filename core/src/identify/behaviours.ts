/**
 * Every way a cable can behave in each role, made with the far sides of the proof's own model. How likely each
 * is within its role only orders the tests that are asked for; it rules nothing out. Common practice, no source.
 */
import { EMPTY_BOX, type ItemOf } from '../box/document.ts';
import { type Run, WorkPlan } from '../box/work.ts';
import { isGroundColour } from '../physical/pieces.ts';
import { physicalOf } from '../physical/physical.ts';
import { circuitryOf } from '../simulate/circuit.ts';
import { prepare } from '../simulate/state.ts';
import { type ComesOn, type Load, type Look, lookAt, pairOf, recoloured } from './look.ts';
import type { CableRole } from './roles.ts';

export type Cable = ItemOf<'cable'>;

export interface Behaviour {
  readonly role: CableRole;
  /** How likely within its role, of 1. */
  readonly weight: number;
  /** How it looks with the switch at its far end off and on; one look where there is none. */
  readonly looks: readonly Look[];
  /** How that switch stands while nobody has thrown it. */
  readonly rest: 0 | 1;
  readonly comesOn: readonly ComesOn[];
  /** What is wrong upstream, if it is so. */
  readonly fault?: 'reversed' | 'ground-open' | 'one-leg';
}

type Plain = Omit<Behaviour, 'role' | 'rest'>;

const kept = new Map<string, readonly Behaviour[]>();

/** Every behaviour of a cable in a role. Cables of one kind share them. */
export function behavioursOf(cable: Cable, role: CableRole): readonly Behaviour[] {
  const key = `${role} ${cable.conductors}/${cable.make}/${cable.ground}`;
  const known = kept.get(key) ?? madeFor(cable, role);
  kept.set(key, known);
  return known;
}

function madeFor(cable: Cable, role: CableRole): readonly Behaviour[] {
  const plain = MAKERS[role](cable);
  const total = plain.reduce((sum, { weight, looks }) => sum + weight * looks.length, 0);
  return plain.flatMap((one) =>
    one.looks.map((_, rest): Behaviour => ({
      ...one,
      role,
      rest: rest === 0 ? 0 : 1,
      weight: one.weight / total,
    })),
  );
}

type RunOf = Pick<Run, 'does'> & Partial<Omit<Run, 'of' | 'does'>>;
type Legs = Readonly<Record<string, 'one' | 'two'>>;
const LEGS: Legs = { a: 'one', b: 'two' };

/** How a cable looks that does this, in each position of the switch at its far end. */
function looksOf(cable: Cable, does: RunOf, loads: readonly Load[] = ['none', 'none'], legs = LEGS): Look[] {
  const box = { ...EMPTY_BOX, items: [cable] };
  const work = WorkPlan.parse({
    circuits: [{ id: 'a', partner: 'b' }, { id: 'b' }],
    runs: [{ of: cable.id, ...does }],
    devices: [],
  });
  const physical = physicalOf(box, work);
  const prepared = prepare(circuitryOf(physical, { joints: [], lands: [], broken: [] }, 'pigtail'));
  const [far] = physical.switches;
  const conductors = physical.cables[0]?.conductors ?? [];
  return (far?.positions ?? [[]]).map((_, position) =>
    lookAt(
      physical,
      prepared.at({ positions: far ? { [far.id]: position } : {} }),
      conductors,
      ({ nth }) => loads[nth - 1] ?? 'none',
      legs,
    ),
  );
}

const LOADS: readonly { readonly load: Load; readonly weight: number }[] = [
  { load: 'filament', weight: 0.4 },
  { load: 'electronic', weight: 0.4 },
  { load: 'none', weight: 0.2 },
];

const DARK: readonly ComesOn[] = ['nothing'];

/** What comes on at the end of a cable with something there, and with nothing. */
const AT_LOADS = {
  // A light may be a receptacle’s half; a lamp may be missing.
  leg: { bright: ['light', 'outlet'], dark: DARK },
  // What a run feeds first may be anything.
  out: { bright: ['light', 'outlet', 'switch'], dark: ['outlet', 'switch', 'nothing'] },
} as const;

/** A cable to loads, with each of what can stand there; on its second hot too where it has three conductors. */
function toLoads(cable: Cable, does: 'out' | 'leg'): Plain[] {
  const { bright, dark } = AT_LOADS[does];
  const one = LOADS.map(({ load, weight }): Plain => ({
    weight,
    looks: looksOf(cable, { does, hots: ['a'] }, [load]),
    comesOn: load === 'none' ? dark : bright,
  }));
  if (cable.conductors < 3) return one;
  const two = LOADS.flatMap((first) =>
    LOADS.map((second): Plain => ({
      weight: first.weight * second.weight,
      looks: looksOf(cable, { does, hots: ['a', 'b'] }, [first.load, second.load]),
      comesOn: first.load === 'none' && second.load === 'none' ? dark : bright,
    })),
  );
  return [...one, ...two];
}

/** Goes dead and lives with the other leg, with black and white exchanged, without its ground. */
function feeds(cable: Cable): Plain[] {
  const plain = (weight: number, does: Omit<RunOf, 'does'>, legs?: Legs): Plain => ({
    weight,
    looks: looksOf(cable, { does: 'feed', ...does }, undefined, legs),
    comesOn: DARK,
  });
  const single = plain(1, { circuits: ['a'] });
  const sound =
    cable.conductors < 3
      ? [single, plain(0.02, { circuits: ['a', 'b'], doubled: true })]
      : [
          single,
          plain(0.6, { circuits: ['a', 'b'] }),
          { ...plain(0.02, { circuits: ['a', 'b'] }, { a: 'one', b: 'one' }), fault: 'one-leg' as const },
          plain(0.2, { circuits: ['a'], switched: true }),
          plain(0.05, { circuits: ['a', 'b'], doubled: true }),
        ];
  const colours = single.looks[0]?.colours ?? [];
  const swap = { ...Object.fromEntries(colours.map((one) => [one, one])), black: 'white', white: 'black' };
  const reversed: Plain = {
    ...single,
    weight: 0.02,
    looks: single.looks.map((look) => recoloured(look, swap, colours)),
    fault: 'reversed',
  };
  const bare = colours.find(isGroundColour);
  const all = [...sound, reversed];
  const open =
    bare === undefined
      ? []
      : all.map((one): Plain => {
          const same = Object.fromEntries(
            colours.filter((colour) => colour !== bare).map((colour) => [colour, colour]),
          );
          const looks = one.looks.map((look) => recoloured(look, same, colours));
          return { ...one, weight: one.weight * 0.03, looks, fault: one.fault ?? 'ground-open' };
        });
  return [...all, ...open].flatMap((one) => [
    { ...one, weight: one.weight / 2 },
    { ...one, weight: one.weight / 2, looks: one.looks.map(otherLeg) },
  ]);
}

const OTHER = { one: 'two', two: 'one', zero: 'zero', floating: 'floating' } as const;
function otherLeg(look: Look): Look {
  return {
    ...look,
    potential: Object.fromEntries(Object.entries(look.potential).map(([colour, at]) => [colour, OTHER[at]])),
  };
}

/** A feed-out to a switch that stands before its load. */
function behindSwitch(cable: Cable): Plain[] {
  const [off] = looksOf(cable, { does: 'out', hots: ['a'] }, ['none']);
  return (['filament', 'electronic'] as const).map((load): Plain => {
    const [on] = looksOf(cable, { does: 'out', hots: ['a'] }, [load]);
    return {
      weight: 0.05,
      looks: off && on ? [off, on] : [],
      comesOn: ['light', 'outlet', 'switch', 'nothing'],
    };
  });
}

/** A loop on any two of its insulated conductors: by what is at hand, not by colour. */
function loops(cable: Cable): Plain[] {
  const usual: Plain = {
    weight: 1,
    looks: looksOf(cable, { does: 'loop-out', hots: ['a'] }),
    comesOn: ['switch', 'nothing'],
  };
  const colours = usual.looks[0]?.colours ?? [];
  const insulated = colours.filter((colour) => !isGroundColour(colour));
  if (insulated.length < 3) return [usual];
  const two = looksOf({ ...cable, conductors: 2 }, { does: 'loop-out', hots: ['a'] });
  const pairs = insulated.flatMap((one, nth) =>
    insulated.slice(nth + 1).map((other) => [one, other] as const),
  );
  return pairs.map(([one, other]): Plain => ({
    ...usual,
    weight: pairOf(one, other) === pairOf('black', 'red') ? 1 : 0.3,
    looks: two.map((look) => recoloured(look, { black: one, white: other }, colours)),
  }));
}

/** Travelers lead toward the line or the load, with or without a third conductor that has work of its own. */
function travelers(cable: Cable): Plain[] {
  const thirds = cable.conductors < 3 ? [undefined] : ([undefined, 'supply', 'return'] as const);
  return thirds.flatMap((third) =>
    (['line', 'load'] as const).flatMap((leads) =>
      (['filament', 'electronic'] as const).flatMap((load): Plain[] => {
        const looks = looksOf(
          cable,
          { does: 'travelers', circuits: ['a'], chain: 'way-1', leads, ...(third ? { third } : {}) },
          [load],
        );
        const one: Plain = {
          weight: third === undefined ? 1 : 0.3,
          looks,
          comesOn: ['light', 'switch', 'nothing'],
        };
        // Up or down says nothing of which traveler it joins.
        return [one, { ...one, looks: looks.toReversed() }];
      }),
    ),
  );
}

function loopsIn(cable: Cable): Plain[] {
  const hots = cable.conductors < 3 ? [['a']] : [['a'], ['a', 'b']];
  return hots.flatMap((taken) =>
    (['filament', 'electronic', 'none'] as const).map((load): Plain => ({
      weight: load === 'none' ? 0.1 : 0.45,
      looks: looksOf(cable, { does: 'loop-in', circuits: ['a'], hots: taken }, [load, load]),
      comesOn: DARK,
    })),
  );
}

const MAKERS: Readonly<Record<CableRole, (cable: Cable) => Plain[]>> = {
  feed: feeds,
  'feed-out': (cable) => [...toLoads(cable, 'out'), ...behindSwitch(cable)],
  leg: (cable) => toLoads(cable, 'leg'),
  loop: loops,
  spare: (cable) => [{ weight: 1, looks: looksOf(cable, { does: 'spare' }), comesOn: DARK }],
  travelers,
  'loop-in': loopsIn,
};
