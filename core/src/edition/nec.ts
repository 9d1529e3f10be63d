/**
 * The National Electrical Code (NFPA 70), 314.16, editions 2014 to 2023.
 *
 * Table values are written from memory of the published standard and marked so; the adopted code and
 * its printed table decide.
 */
import { inches } from '../quantity/length.ts';
import { cubicInches } from '../quantity/volume.ts';
import type { Edition, StandardBox } from './edition.ts';
import { NEC_CHECKS } from './check-rules.ts';
import { OUTLINES } from './outlines.ts';
import { NEC_PROTECTION_2017, NEC_PROTECTION_2020, NEC_PROTECTION_2023 } from './protection.ts';
import { NEC_TERMINALS, NEC_TERMINALS_2020, NEC_TERMINALS_2023 } from './terminal-rules.ts';

/** One allowance per conductor, in³. NEC Table 314.16(B), in later printings (B)(1). */
const ALLOWANCES = {
  18: cubicInches(1.5),
  16: cubicInches(1.75),
  14: cubicInches(2),
  12: cubicInches(2.25),
  10: cubicInches(2.5),
  8: cubicInches(3),
  6: cubicInches(5),
} as const;

const row = (
  code: string,
  shape: StandardBox['shape'],
  trade: string,
  volume: number,
  more: Partial<StandardBox> = {},
): StandardBox => ({
  code,
  shape,
  trade,
  volume: cubicInches(volume),
  outline: OUTLINES[code] ?? null,
  ...more,
});

/** Standard metal boxes, in³. NEC Table 314.16(A). */
const BOXES: readonly StandardBox[] = [
  row('oct-1.25', 'octagon', '4 × 1¼ round or octagonal', 12.5),
  row('oct-1.5', 'octagon', '4 × 1½ round or octagonal', 15.5),
  row('oct-2.125', 'octagon', '4 × 2⅛ round or octagonal', 21.5),
  row('4sq-1.25', 'square', '4 × 1¼ square', 18),
  row('4sq-1.5', 'square', '4 × 1½ square', 21),
  row('4sq-2.125', 'square', '4 × 2⅛ square', 30.3),
  row('411sq-1.25', 'square', '4¹¹⁄₁₆ × 1¼ square', 25.5),
  row('411sq-1.5', 'square', '4¹¹⁄₁₆ × 1½ square', 29.5),
  row('411sq-2.125', 'square', '4¹¹⁄₁₆ × 2⅛ square', 42),
  row('dev-3x2x1.5', 'device', '3 × 2 × 1½ device', 7.5, { perGang: true }),
  row('dev-3x2x2', 'device', '3 × 2 × 2 device', 10, { perGang: true }),
  row('dev-3x2x2.25', 'device', '3 × 2 × 2¼ device', 10.5, { perGang: true }),
  row('dev-3x2x2.5', 'device', '3 × 2 × 2½ device', 12.5, { perGang: true }),
  row('dev-3x2x2.75', 'device', '3 × 2 × 2¾ device', 14, { perGang: true }),
  row('dev-3x2x3.5', 'device', '3 × 2 × 3½ device', 18, { perGang: true }),
  row('dev-4x2.125x1.5', 'device', '4 × 2⅛ × 1½ device', 10.3, { perGang: true }),
  row('dev-4x2.125x1.875', 'device', '4 × 2⅛ × 1⅞ device', 13, { perGang: true }),
  row('dev-4x2.125x2.125', 'device', '4 × 2⅛ × 2⅛ device', 14.5, { perGang: true }),
  row('masonry-2.5', 'masonry', '3¾ × 2 × 2½ masonry', 14, { perGang: true }),
  row('masonry-3.5', 'masonry', '3¾ × 2 × 3½ masonry', 21, { perGang: true }),
  row('fs', 'fs', 'FS, single cover', 13.5, { perGang: true }),
  row('fd', 'fd', 'FD, single cover', 18, { perGang: true }),
  row('fs-multi', 'fs', 'FS, multiple cover', 18, { perGang: true, multipleCover: true }),
  row('fd-multi', 'fd', 'FD, multiple cover', 24, { perGang: true, multipleCover: true }),
];

const memory = 'from memory' as const;

const NEC_2014: Edition = {
  id: 'nec2014',
  name: 'NEC 2014',
  code: 'NEC',
  year: 2014,
  unit: 'in3',
  allowances: { value: ALLOWANCES, section: 'Table 314.16(B)', confidence: memory },
  boxes: { value: BOXES, section: 'Table 314.16(A)', confidence: memory },
  rules: ['conductors', 'clamps', 'fittings', 'devices', 'grounds-together'],
  sections: {
    volume: '314.16(A)',
    stamp: '314.16(A)',
    conductors: '314.16(B)(1)',
    'inside-only': '314.16(B)(1)',
    clamps: '314.16(B)(2)',
    fittings: '314.16(B)(3)',
    devices: '314.16(B)(4)',
    'grounds-together': '314.16(B)(5)',
    'grounds-four-then-quarters': '314.16(B)(5)',
    'terminal-blocks': '314.16(B)(6)',
    'insulated-conductors': '314.16(B)(1)',
    'fittings-together': '314.16(B)(3)',
    'connector-pairs': '314.16(B)',
    'strap-devices': '314.16(B)(4)',
    'conduit-body': '314.16(C)',
  },
  longLoop: {
    value: inches(12),
    section: '314.16(B)(1)',
    confidence: memory,
    note: 'at least twice the 6 in of free conductor of 300.14',
  },
  barrier: {
    metal: { value: cubicInches(0.5), section: '314.16(A)', confidence: memory },
    plastic: { value: cubicInches(1), section: '314.16(A)', confidence: memory },
  },
  yoke: { value: 2, section: '314.16(B)(4)', confidence: memory },
  yokePerGang: true,
  deepDevice: null,
  fixtureWires: {
    value: { upTo: 4, largest: 16, domedOnly: true },
    section: '314.16(B)(1) Exception',
    confidence: memory,
    note: 'smaller than 14 AWG, from a domed luminaire or canopy, ending in the box',
  },
  grounds: { value: 'all', section: '314.16(B)(5)', confidence: memory },
  terminalBlocks: { value: 'not in this edition', section: '314.16(B)', confidence: memory },
  armorGrounds: { value: true, section: '320.108', confidence: memory },
  clamps: { value: 'one in all', section: '314.16(B)(2)', confidence: memory },
  connectors: {
    value: 'none',
    section: '314.16(B)',
    confidence: memory,
    note: 'small fittings such as locknuts, bushings and splicing connectors',
  },
  terminals: NEC_TERMINALS,
  checks: NEC_CHECKS,
};

const NEC_2017: Edition = {
  ...NEC_2014,
  id: 'nec2017',
  name: 'NEC 2017',
  year: 2017,
  checks: { ...NEC_CHECKS, hungrySwitch: '404.22', protection: NEC_PROTECTION_2017 },
};

const NEC_2020: Edition = {
  ...NEC_2017,
  id: 'nec2020',
  name: 'NEC 2020',
  year: 2020,
  allowances: { ...NEC_2017.allowances, section: 'Table 314.16(B)(1)' },
  terminals: NEC_TERMINALS_2020,
  checks: { ...NEC_2017.checks, protection: NEC_PROTECTION_2020 },
  rules: ['conductors', 'clamps', 'fittings', 'devices', 'grounds-four-then-quarters'],
  grounds: { value: { first: 4, share: 4 }, section: '314.16(B)(5)', confidence: memory },
};

const NEC_2023: Edition = {
  ...NEC_2020,
  id: 'nec2023',
  name: 'NEC 2023',
  year: 2023,
  checks: {
    ...NEC_2020.checks,
    protection: NEC_PROTECTION_2023,
    eyes: { ...NEC_2020.checks.eyes, fanbox: '314.27(C)' },
  },
  rules: [...NEC_2020.rules, 'terminal-blocks'],
  terminals: NEC_TERMINALS_2023,
  terminalBlocks: { value: 'counted', section: '314.16(B)(6)', confidence: memory },
};

/** The NEC editions, oldest first. */
export const NEC_EDITIONS = [NEC_2014, NEC_2017, NEC_2020, NEC_2023] as const;
