/**
 * What each code asks beyond fill. Values and section numbers are written from memory of the published codes;
 * where a rule of a code is not recorded here, its section is null and the check says so: it never passes in
 * silence. The adopted code decides.
 */
import type { Eye } from './eyes.ts';
import { CEC_PROTECTION, NEC_PROTECTION_2014, type ProtectionRules } from './protection.ts';
import { inches, type Length, readLength } from '../quantity/length.ts';

export const CHECK_NAMES = [
  'gangs',
  'circuit-conductor',
  'circuit-receptacle',
  'ground-size',
  'device-depth',
  'free-conductor',
  'sheath',
  'support',
  'entries',
  'connectors',
  'setback',
  'gap',
  'stud-edge',
  'exposed-cable',
  'fire-stop',
  'rated-box',
  'box-in-wall',
  'neutral-at-switch',
  'white-as-hot',
  'sheath-colour',
  'protection',
  'circuit-duty',
  'dimmed-receptacle',
  'by-eye',
] as const;
export type CheckName = (typeof CHECK_NAMES)[number];

export const MAKES = ['nm', 'mc', 'ac', 'uf'] as const;
export type Make = (typeof MAKES)[number];

/** How near its box a make of cable is held. */
export interface SupportRule {
  readonly section: string;
  readonly most: Length;
  /** At a single-gang plastic box without clamps; null where the code makes no difference. */
  readonly single: Length | null;
  /** The section that excuses a cable fished in a finished wall; null where none does. */
  readonly fished: string | null;
  /** A cable with more conductors, or larger ones, is held by another distance. */
  readonly upTo?: { readonly conductors: number; readonly size: number; readonly else: Length };
}

export interface CheckRules {
  /** The section each check cites; null where this code’s rule is not recorded here. */
  readonly sections: Readonly<Record<CheckName, string | null>>;
  readonly freeConductor: { readonly least: Length; readonly past: Length | null };
  readonly support: Readonly<Record<Make, SupportRule>>;
  /** Least sheath inside the box. */
  readonly sheath: Length | null;
  readonly setback: { readonly noncombustible: Length; readonly combustible: Length };
  readonly gap: Length | null;
  readonly studEdge: Length;
  /** Makes that may not lie open to damage, each with its section; null where its armor stands it. */
  readonly exposed: Readonly<Record<Make, string | null>>;
  /** The section by which armored cable may not be where something can hit it. */
  readonly struck: Readonly<Record<'mc' | 'ac', string>>;
  /** What hangs on a box, in lb: from which weight the box is marked with it, and how much it holds at most. */
  readonly hanging: {
    readonly fan: { readonly section: string; readonly markedOver?: number; readonly most?: number };
    readonly luminaire: { readonly section: string; readonly markedOver?: number };
  };
  /** Sections by which taps, motors and air conditioners have conductors of other sizes. */
  readonly otherSizes: string;
  /** By which section an electronic switch has the neutral it takes. */
  readonly hungrySwitch: string;
  /** Whether a 15 A receptacle may be on a circuit of 20 A. */
  readonly fifteenOnTwenty: boolean;
  /** Metal-clad and armored cable into a plastic box. */
  readonly armorInPlastic: string;
  readonly bushing: string;
  readonly noGround: string;
  /** What a replaced receptacle must be. */
  readonly replacement: string;
  readonly protection: ProtectionRules;
  /** The section that asks for what only an eye tells; null where the edition does not. */
  readonly eyes: Readonly<Record<Eye, string | null>>;
}

const mm = (text: string): Length => readLength(text) ?? inches(0);
const COMMON = 'common practice';
const none = 0 as Length;

export const NEC_CHECKS: CheckRules = {
  sections: {
    gangs: 'contradiction',
    'circuit-conductor': '240.4(D)',
    'circuit-receptacle': '210.21(B)',
    'ground-size': 'Table 250.122',
    'device-depth': '314.24',
    'free-conductor': '300.14',
    sheath: '314.17',
    support: '334.30',
    entries: '314.17',
    connectors: '314.17',
    setback: '314.20',
    gap: '314.21',
    'stud-edge': '300.4',
    'exposed-cable': '334.15',
    'fire-stop': '300.21',
    'rated-box': '314.27',
    'box-in-wall': COMMON,
    'neutral-at-switch': '404.2(C)',
    'white-as-hot': '200.7',
    'sheath-colour': COMMON,
    protection: '210.8, 210.12, 406.12',
    'circuit-duty': '210.11(C)',
    'dimmed-receptacle': '404.14(E)',
    'by-eye': COMMON,
  },
  freeConductor: { least: inches(6), past: inches(3) },
  support: {
    nm: { section: '334.30', most: inches(12), single: inches(8), fished: '334.30(B)(1)' },
    mc: {
      section: '330.30(B)',
      most: inches(12),
      single: null,
      fished: '330.30(D)(1)',
      upTo: { conductors: 4, size: 10, else: inches(72) },
    },
    ac: { section: '320.30', most: inches(12), single: null, fished: '320.30(D)(1)' },
    // Where it is used as NM cable it is held as NM cable.
    uf: { section: '340.10, 334.30', most: inches(12), single: inches(8), fished: '334.30(B)(1)' },
  },
  sheath: inches(0.25),
  setback: { noncombustible: inches(0.25), combustible: none },
  gap: inches(0.125),
  studEdge: inches(1.25),
  exposed: { nm: '334.15', mc: null, ac: null, uf: '340.12' },
  struck: { mc: '330.12', ac: '320.12' },
  hanging: {
    fan: { section: '314.27(C)', markedOver: 35, most: 70 },
    luminaire: { section: '314.27(A)', markedOver: 50 },
  },
  otherSizes: '240.4(E), 240.4(G)',
  hungrySwitch: '404.2(C)',
  fifteenOnTwenty: true,
  armorInPlastic: '314.3',
  bushing: '320.40',
  noGround: '406.4(D)',
  replacement: '406.4(D)',
  protection: NEC_PROTECTION_2014,
  eyes: {
    covers: '406.9',
    weatherproof: '314.15',
    access: '314.25, 314.29',
    openings: '110.12(A), 314.17(A)',
    fastened: '314.23',
    notice: '406.4(D)(2)',
    twoslot: '406.4(D)(2)',
    fanbox: null,
    copper: '110.14, 404.14(C), 406.3(C)',
    heat: '410.21',
    bundles: '334.80',
    grouped: '200.4(B), 210.4(D)',
    load: '404.14',
    contact: '250.146(A), 250.146(B)',
  },
};

const CEC_SUPPORT = { most: mm('300 mm'), single: null, fished: '12-520' } as const;

export const CEC_CHECKS: CheckRules = {
  sections: {
    gangs: 'contradiction',
    'circuit-conductor': '14-104',
    'circuit-receptacle': '14-600',
    'ground-size': 'Table 16',
    'device-depth': null,
    'free-conductor': '12-3000',
    sheath: null,
    support: '12-510',
    entries: COMMON,
    connectors: '12-3022',
    setback: '12-3016',
    gap: null,
    'stud-edge': '12-516',
    'exposed-cable': '12-518',
    'fire-stop': '2-128',
    'rated-box': '12-3010',
    'box-in-wall': COMMON,
    'neutral-at-switch': '4-022',
    'white-as-hot': 'CEC Section 4',
    'sheath-colour': COMMON,
    protection: 'CEC Section 26',
    'circuit-duty': 'CEC Section 26',
    'dimmed-receptacle': '14-516',
    'by-eye': COMMON,
  },
  freeConductor: { least: mm('150 mm'), past: null },
  support: {
    nm: { section: '12-510', ...CEC_SUPPORT },
    mc: { section: '12-618', ...CEC_SUPPORT },
    ac: { section: '12-618', ...CEC_SUPPORT },
    uf: { section: '12-510', ...CEC_SUPPORT },
  },
  sheath: null,
  setback: { noncombustible: mm('6 mm'), combustible: none },
  gap: null,
  studEdge: mm('32 mm'),
  exposed: { nm: '12-518', mc: null, ac: null, uf: '12-518' },
  struck: { mc: '12-604', ac: '12-604' },
  hanging: { fan: { section: '12-3010', markedOver: 35 }, luminaire: { section: '30-302', markedOver: 50 } },
  otherSizes: 'CEC Section 28',
  hungrySwitch: '4-022',
  fifteenOnTwenty: false,
  armorInPlastic: 'CEC Section 10',
  bushing: '12-610',
  noGround: 'CEC Section 10',
  replacement: 'CEC Section 26',
  protection: CEC_PROTECTION,
  eyes: {
    covers: '26-702',
    weatherproof: 'CEC Section 2',
    access: '12-3014',
    openings: '12-3024',
    fastened: '12-3010',
    notice: 'CEC Section 26',
    twoslot: 'CEC Section 26',
    fanbox: null,
    copper: '12-118',
    heat: 'CEC Section 30',
    bundles: '4-004',
    grouped: 'CEC Section 4',
    load: '14-508',
    contact: null,
  },
};
