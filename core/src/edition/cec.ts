/**
 * The Canadian Electrical Code, Part I, rule 12-3034, editions 2018 and 2021.
 *
 * Table values are written from memory of the published standard and marked so; the adopted code and
 * its printed table decide. The printed counts of Table 23 are floors of cubic inches, so they are
 * carried as data: 245 mL ÷ 24.6 mL is 9.96 where the table says 10.
 */
import { inches } from '../quantity/length.ts';
import { millilitres } from '../quantity/volume.ts';
import type { Edition, StandardBox } from './edition.ts';
import { CEC_CHECKS } from './check-rules.ts';
import { OUTLINES } from './outlines.ts';
import { CEC_TERMINALS } from './terminal-rules.ts';

/** One allowance per conductor, mL. CEC Table 22. */
const ALLOWANCES = {
  14: millilitres(24.6),
  12: millilitres(28.7),
  10: millilitres(36.9),
  8: millilitres(45.1),
  6: millilitres(73.7),
} as const;

/** Conductors of one size by box volume in mL, for 14, 12, 10, 8 and 6 AWG. CEC Table 23. */
const COUNTS: Readonly<Record<number, readonly [number, number, number, number, number]>> = {
  245: [10, 8, 6, 5, 3],
  344: [14, 12, 9, 7, 4],
  491: [20, 17, 13, 10, 6],
  688: [28, 24, 18, 15, 9],
  131: [5, 4, 3, 2, 1],
  163: [6, 5, 4, 3, 2],
  204: [8, 7, 5, 4, 2],
  147: [6, 5, 4, 3, 2],
  229: [9, 8, 6, 5, 3],
  262: [10, 9, 7, 5, 3],
};

function row(
  code: string,
  shape: StandardBox['shape'],
  trade: string,
  volume: number,
  perGang?: true,
): StandardBox {
  const [n14, n12, n10, n8, n6] = COUNTS[volume] ?? [0, 0, 0, 0, 0];
  return {
    code,
    shape,
    trade,
    volume: millilitres(volume),
    outline: OUTLINES[code] ?? null,
    counts: { 14: n14, 12: n12, 10: n10, 8: n8, 6: n6 },
    ...(perGang ? { perGang } : {}),
  };
}

const BOXES: readonly StandardBox[] = [
  row('oct-1.5', 'octagon', '4 × 1½ octagonal', 245),
  row('oct-2.125', 'octagon', '4 × 2⅛ octagonal', 344),
  row('4sq-1.5', 'square', '4 × 1½ square', 344),
  row('4sq-2.125', 'square', '4 × 2⅛ square', 491),
  row('411sq-1.5', 'square', '4¹¹⁄₁₆ × 1½ square', 491),
  row('411sq-2.125', 'square', '4¹¹⁄₁₆ × 2⅛ square', 688),
  row('dev-3x2x1.5', 'device', '3 × 2 × 1½ device', 131, true),
  row('dev-3x2x2', 'device', '3 × 2 × 2 device', 163, true),
  row('dev-3x2x2.25', 'device', '3 × 2 × 2¼ device', 163, true),
  row('dev-3x2x2.5', 'device', '3 × 2 × 2½ device', 204, true),
  row('dev-3x2x3', 'device', '3 × 2 × 3 device', 245, true),
  row('dev-4x2x1.5', 'device', '4 × 2 × 1½ device', 147, true),
  row('dev-4x2.125x1.875', 'device', '4 × 2⅛ × 1⅞ device', 229, true),
  row('dev-4x2.375x1.875', 'device', '4 × 2⅜ × 1⅞ device', 262, true),
  row('masonry-2.5', 'masonry', '3¾ × 2 × 2½ masonry', 229, true),
  row('masonry-3.5', 'masonry', '3¾ × 2 × 3½ masonry', 344, true),
];

const memory = 'from memory' as const;
const RULE = '12-3034';

const CEC_2018: Edition = {
  id: 'cec2018',
  name: 'CEC 2018',
  code: 'CEC',
  year: 2018,
  unit: 'ml',
  allowances: { value: ALLOWANCES, section: 'Table 22', confidence: memory },
  boxes: { value: BOXES, section: 'Table 23', confidence: memory },
  rules: ['insulated-conductors', 'fittings-together', 'connector-pairs', 'strap-devices'],
  sections: {
    volume: 'Table 23',
    stamp: RULE,
    conductors: RULE,
    'inside-only': RULE,
    clamps: RULE,
    fittings: RULE,
    devices: RULE,
    'grounds-together': RULE,
    'grounds-four-then-quarters': RULE,
    'terminal-blocks': RULE,
    'insulated-conductors': RULE,
    'fittings-together': RULE,
    'connector-pairs': RULE,
    'strap-devices': RULE,
    'conduit-body': 'CEC Section 12',
  },
  longLoop: null,
  barrier: {
    metal: {
      value: millilitres(8.2),
      section: RULE,
      confidence: 'common practice',
      note: 'not given by 12-3034; half a cubic inch taken over from the NEC, rounded up',
    },
    plastic: {
      value: millilitres(16.4),
      section: RULE,
      confidence: 'common practice',
      note: 'not given by 12-3034; one cubic inch taken over from the NEC, rounded up',
    },
  },
  yoke: { value: 2, section: RULE, confidence: memory },
  yokePerGang: false,
  deepDevice: {
    value: { beyond: inches(1), atomsPerNm: 32_000 },
    section: RULE,
    confidence: memory,
    note: '32 mL for each cm of depth when deeper than 2.54 cm (1 in) behind the strap',
  },
  fixtureWires: {
    value: { upTo: Number.MAX_SAFE_INTEGER, largest: 16, domedOnly: false },
    section: RULE,
    confidence: memory,
    note: '18 and 16 AWG fixture wires of a luminaire mounted on the box',
  },
  grounds: { value: 'none', section: RULE, confidence: memory, note: 'bare bonding conductors' },
  terminalBlocks: { value: 'not in this edition', section: RULE, confidence: memory },
  armorGrounds: {
    value: false,
    section: '10-610',
    confidence: memory,
    note: 'AC90 has a bare bonding conductor',
  },
  clamps: { value: 'none', section: RULE, confidence: memory },
  connectors: { value: 'each pair', section: RULE, confidence: memory },
  terminals: CEC_TERMINALS,
  checks: CEC_CHECKS,
};

const CEC_2021: Edition = { ...CEC_2018, id: 'cec2021', name: 'CEC 2021', year: 2021 };

/** The CEC editions, oldest first. */
export const CEC_EDITIONS = [CEC_2018, CEC_2021] as const;
