/**
 * Which protection and which circuit an edition requires by place: NEC 210.8, 210.12, 210.11(C), 210.52(B); CEC Section 26.
 * Every row is from memory: check it against the printed code. What is adopted here decides.
 */
import type { Cited } from './edition.ts';
import type { Place, Served } from './places.ts';

/**
 * How far a requirement reaches in a place: every receptacle; or only those a further fact picks out, which is asked:
 * the ones that serve the countertop, those within 1.5 m of a sink, tub or shower, those within 2.5 m of grade.
 */
export type Reach = 'every' | 'countertop' | 'near water' | 'near grade';

type ByPlace = Readonly<Partial<Record<Place, Reach>>>;

/** What a circuit that serves a place must be. */
export interface CircuitDuty {
  readonly section: string;
  /** Least rating of its breaker, in amperes. */
  readonly amps: 20;
  /** What it may serve, in words. */
  readonly serves: string;
  /** Something else is allowed in the place too, so that a smaller breaker is asked about: a refrigerator of its own. */
  readonly mayDiffer?: string;
  /** Another way to meet it: a 15 A receptacle whose halves are on two circuits. */
  readonly split?: string;
}

export interface ProtectionRules {
  readonly tamper: string;
  /** GFCI for receptacles by their place. */
  readonly gfci: Cited<ByPlace>;
  /** The largest breaker whose receptacles want it: those of 125 V, or up to 250 V too. */
  readonly gfciUpTo: { readonly amps: 20 | 50; readonly both: boolean };
  /** GFCI for what a receptacle serves, wherever it is. */
  readonly appliances: Cited<readonly Served[]>;
  /** AFCI for outlets and devices, or for receptacles only, of 15 and 20 A, 120 V circuits. */
  readonly afci: Cited<readonly Place[]>;
  readonly afciFor: 'outlets' | 'receptacles';
  /** Places of which we are not sure: there it is looked up in the printed code. */
  readonly afciDoubted: readonly Place[];
  /** What a receptacle that is replaced must have where the place requires it now. */
  readonly replaced: { readonly gfci: string; readonly afci: string };
  readonly duties: Readonly<Partial<Record<Place, CircuitDuty>>>;
}

const memory = 'from memory' as const;

const GFCI_2014: ByPlace = {
  bath: 'every',
  garage: 'every',
  outdoors: 'every',
  crawl: 'every',
  laundry: 'every',
  boathouse: 'every',
  tub: 'every',
  sink: 'every',
  basement: 'every',
  counter: 'every',
  kitchen: 'countertop',
};
const GFCI_2020: ByPlace = {
  ...GFCI_2014,
  'finished-basement': 'every',
  damp: 'every',
};
const GFCI_2023: ByPlace = { ...GFCI_2020, kitchen: 'every' };

/** Kitchens, laundries and every living space; bathrooms, garages, outdoors and unfinished basements are not named. */
const AFCI_PLACES: readonly Place[] = [
  'kitchen',
  'counter',
  'dining',
  'laundry',
  'bedroom',
  'living',
  'hall',
  'finished-basement',
];

const SMALL_APPLIANCE: CircuitDuty = {
  section: '210.11(C)(1), 210.52(B)',
  amps: 20,
  serves: 'a small-appliance circuit serves receptacles of kitchen, pantry and dining room only',
};
const DUTIES_2014: ProtectionRules['duties'] = {
  counter: SMALL_APPLIANCE,
  dining: SMALL_APPLIANCE,
  kitchen: { ...SMALL_APPLIANCE, mayDiffer: 'a refrigerator may have a 15 A circuit of its own' },
  laundry: {
    section: '210.11(C)(2)',
    amps: 20,
    serves: 'a laundry circuit serves the laundry only',
  },
  bath: {
    section: '210.11(C)(3)',
    amps: 20,
    serves: 'a bathroom circuit serves receptacles of bathrooms only, or all of one bathroom',
  },
};
const DUTIES_2017: ProtectionRules['duties'] = {
  ...DUTIES_2014,
  garage: {
    section: '210.11(C)(4)',
    amps: 20,
    serves: 'a garage circuit serves receptacles of the garage and outdoors only',
  },
};

export const NEC_PROTECTION_2014: ProtectionRules = {
  tamper: '406.12',
  gfci: { value: GFCI_2014, section: '210.8(A)', confidence: memory },
  gfciUpTo: { amps: 20, both: false },
  appliances: { value: ['dishwasher'], section: '210.8(D)', confidence: memory },
  afci: { value: AFCI_PLACES, section: '210.12', confidence: memory },
  afciFor: 'outlets',
  afciDoubted: [],
  replaced: { gfci: '406.4(D)(3)', afci: '406.4(D)(4)' },
  duties: DUTIES_2014,
};
export const NEC_PROTECTION_2017: ProtectionRules = { ...NEC_PROTECTION_2014, duties: DUTIES_2017 };
export const NEC_PROTECTION_2020: ProtectionRules = {
  ...NEC_PROTECTION_2017,
  gfci: { ...NEC_PROTECTION_2017.gfci, value: GFCI_2020 },
  gfciUpTo: { amps: 50, both: true },
};
export const NEC_PROTECTION_2023: ProtectionRules = {
  ...NEC_PROTECTION_2020,
  gfci: { ...NEC_PROTECTION_2020.gfci, value: GFCI_2023 },
  appliances: {
    value: ['dishwasher', 'disposal', 'hood', 'microwave', 'cooking', 'dryer'],
    section: '210.8(D)',
    confidence: memory,
  },
};

/** The CEC asks by distance from water or from grade; nearly all other receptacles of dwellings have AFCI. */
export const CEC_PROTECTION: ProtectionRules = {
  tamper: '26-706',
  gfci: {
    value: {
      sink: 'every',
      tub: 'every',
      bath: 'near water',
      kitchen: 'near water',
      counter: 'near water',
      laundry: 'near water',
      outdoors: 'near grade',
    },
    section: '26-704',
    confidence: memory,
  },
  gfciUpTo: { amps: 20, both: false },
  appliances: { value: [], section: '26-704', confidence: memory },
  afci: {
    value: ['dining', 'bedroom', 'living', 'hall', 'laundry', 'finished-basement', 'basement'],
    section: '26-658',
    confidence: memory,
    note: 'nearly all 125 V receptacles of dwellings; not kitchen counters, bathrooms and some of one appliance',
  },
  afciFor: 'receptacles',
  afciDoubted: ['garage', 'outdoors', 'kitchen'],
  replaced: { gfci: '26-704', afci: '26-658' },
  duties: {
    counter: {
      section: 'CEC Section 26',
      amps: 20,
      serves: 'circuits of kitchen counters serve nothing else',
      split: 'a 15 A receptacle split on three wires with a two-pole breaker',
    },
  },
};
