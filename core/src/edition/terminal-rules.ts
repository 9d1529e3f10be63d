/**
 * Joints, terminals and bonding by each code. Values and section numbers are written from memory; where the
 * number of a Canadian rule is not recorded here, its Section is named and no more.
 */
import type { TerminalRules } from './edition.ts';

const memory = 'from memory' as const;

export const NEC_TERMINALS: TerminalRules = {
  leastConductor: {
    value: { 15: 14, 20: 12, 25: 10, 30: 10, 40: 8, 50: 6, 60: 6 },
    section: '240.4(D)',
    confidence: memory,
    note: '40 A and up by Table 310.15(B)(16), 60 °C',
  },
  leastAt75: { value: { 40: 8, 50: 8, 60: 6 }, section: '110.14(C)', confidence: memory },
  leastGround: {
    value: { 15: 14, 20: 12, 25: 10, 30: 10, 40: 10, 50: 10, 60: 10 },
    section: 'Table 250.122',
    confidence: memory,
  },
  groundedByYoke: {
    value: { 'self-grounding': ['receptacle', 'switch', 'both'], yoke: ['switch'] },
    section: '250.146(B), 404.9(B)',
    confidence: memory,
    note: 'a receptacle by a yoke listed as self-grounding; a switch by its metal screws too',
  },
  sections: {
    loose: '110.12, 110.14',
    joint: '110.14(B)',
    'one-under-a-screw': '110.14(A)',
    'ground-colour': '250.119, 250.126',
    'neutral-terminal': '200.10',
    'white-as-hot': '200.7(C)',
    'box-bond': '250.148(C)',
    'device-bond': '250.148(B)',
    'shared-yoke': '210.7',
    multiwire: '210.4(B), 240.15(B)',
    'multiwire-neutral': '300.13(B)',
    'same-cable': '300.3(B), 300.20(A)',
    parallel: '310.10(H)',
    'neutral-ground': '250.24(A)(5)',
    'switched-neutral': '404.2(B)',
    'no-neutral': '404.2(C), 250.6',
  },
};

export const NEC_TERMINALS_2020: TerminalRules = {
  ...NEC_TERMINALS,
  leastConductor: {
    ...NEC_TERMINALS.leastConductor,
    note: '40 A and up by Table 310.16, 60 °C',
  },
  sections: { ...NEC_TERMINALS.sections, parallel: '310.10(G)' },
};

export const NEC_TERMINALS_2023: TerminalRules = {
  ...NEC_TERMINALS_2020,
  sections: { ...NEC_TERMINALS_2020.sections, 'neutral-ground': '250.24(B)' },
};

export const CEC_TERMINALS: TerminalRules = {
  leastConductor: {
    value: { 15: 14, 20: 12, 25: 10, 30: 10, 40: 8, 50: 6, 60: 6 },
    section: '14-104',
    confidence: memory,
    note: 'Table 13',
  },
  leastAt75: { value: { 40: 8, 50: 8, 60: 6 }, section: '4-006', confidence: memory },
  leastGround: {
    value: { 15: 14, 20: 14, 25: 12, 30: 12, 40: 10, 50: 10, 60: 10 },
    section: 'Table 16',
    confidence: memory,
  },
  groundedByYoke: {
    value: { 'self-grounding': ['switch'], yoke: ['switch'] },
    section: 'CEC Section 10',
    confidence: memory,
    note: 'receptacles are bonded by wire to their terminal',
  },
  sections: {
    loose: 'CEC Section 12',
    joint: '12-112',
    'one-under-a-screw': '12-116',
    'ground-colour': 'CEC Section 4',
    'neutral-terminal': 'CEC Section 4',
    'white-as-hot': 'CEC Section 4',
    'box-bond': 'CEC Section 10',
    'device-bond': 'CEC Section 10',
    'shared-yoke': 'CEC Section 14',
    multiwire: 'CEC Section 14',
    'multiwire-neutral': 'CEC Section 4',
    'same-cable': 'CEC Section 12',
    parallel: 'CEC Section 12',
    'neutral-ground': 'CEC Section 10',
    'switched-neutral': 'CEC Section 14',
    'no-neutral': 'CEC Section 4',
  },
};
