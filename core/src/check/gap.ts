/**
 * Gap round the box: at most ⅛ in (NEC 314.21, from memory).
 */
import { inches, showInches } from '../quantity/length.ts';
import { type Check, finds, notChecked, PASS, recorded } from './finding.ts';

const GAP_MOST = inches(0.125);

export const gap: Check = ({ box }) => {
  const section = '314.21';
  if (box.shell.form === 'surface') return PASS;
  const wide = box.site?.gap;
  if (wide === undefined) return notChecked('gap', section, 'the gap round the box');
  const width = recorded(wide);
  return width <= GAP_MOST
    ? PASS
    : finds({
        check: 'gap',
        severity: 'violation',
        section,
        words: `A gap of ${showInches(width)} in round the box: ⅛ in is the most.`,
        cure: 'Repair the surface up to the box.',
      });
};
