/**
 * Connectors: every cable into a metal box needs one of its own kind (NEC 314.17); armored cable its
 * anti-short bushing (320.40). From memory.
 */
import { type Check, finds, PASS, together } from './finding.ts';

export const connectors: Check = ({ box, cables }) => {
  const section = '314.17';
  if (box.shell.material !== 'metal' || cables.length === 0) return PASS;
  const clamped = box.items.some((item) => item.kind === 'clamps');
  const kinds = [...new Set(cables.map(({ make }) => make.toUpperCase()))];
  const armored = cables.some(({ make }) => make === 'ac');
  return together([
    clamped
      ? PASS
      : finds({
          check: 'connectors',
          severity: 'look',
          section,
          words: `Every cable into a metal box needs a connector of its kind (${kinds.join(', ')}): none is an internal clamp here.`,
        }),
    armored
      ? finds({
          check: 'connectors',
          severity: 'look',
          section: '320.40',
          words: 'Armored cable (AC) needs its own connector and an anti-short bushing.',
        })
      : PASS,
  ]);
};
