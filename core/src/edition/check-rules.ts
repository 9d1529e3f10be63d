/**
 * What each code asks beyond fill. Values and section numbers are written from memory of the published codes;
 * where a rule of a code is not recorded here, its section is null and the check says so: it never passes in
 * silence. The adopted code decides.
 */
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
  /** Fished in a finished wall it is excused. */
  readonly fished: boolean;
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
  /** Whether a 15 A receptacle may be on a circuit of 20 A. */
  readonly fifteenOnTwenty: boolean;
  /** Metal-clad and armored cable into a plastic box. */
  readonly armorInPlastic: string;
  readonly bushing: string;
  readonly noGround: string;
  /** What a replaced receptacle must be. */
  readonly replacement: string;
  readonly protection: ProtectionRules;
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
  },
  freeConductor: { least: inches(6), past: inches(3) },
  support: {
    nm: { section: '334.30', most: inches(12), single: inches(8), fished: true },
    mc: { section: '330.30', most: inches(12), single: null, fished: true },
    ac: { section: '320.30', most: inches(12), single: null, fished: true },
    // Where it is used as NM cable it is held as NM cable.
    uf: { section: '340.10, 334.30', most: inches(12), single: inches(8), fished: true },
  },
  sheath: inches(0.25),
  setback: { noncombustible: inches(0.25), combustible: none },
  gap: inches(0.125),
  studEdge: inches(1.25),
  exposed: { nm: '334.15', mc: null, ac: null, uf: '340.12' },
  fifteenOnTwenty: true,
  armorInPlastic: '314.3',
  bushing: '320.40',
  noGround: '406.4(D)',
  replacement: '406.4(D)',
  protection: NEC_PROTECTION_2014,
};

const CEC_SUPPORT = { most: mm('300 mm'), single: null, fished: false } as const;

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
    'neutral-at-switch': COMMON,
    'white-as-hot': 'CEC Section 4',
    'sheath-colour': COMMON,
    protection: 'CEC Section 26',
    'circuit-duty': null,
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
  fifteenOnTwenty: false,
  armorInPlastic: 'CEC Section 10',
  bushing: '12-610',
  noGround: 'CEC Section 10',
  replacement: 'CEC Section 26',
  protection: CEC_PROTECTION,
};
