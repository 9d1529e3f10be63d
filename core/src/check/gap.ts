/**
 * Gap round the box: at most ⅛ in (NEC 314.21, from memory).
 */
import { type Check, DOES_NOT_APPLY, finds, notChecked, notRecorded, PASS, recorded } from './finding.ts';

export const gap: Check = ({ box, edition }) => {
  if (box.shell.form === 'surface') return DOES_NOT_APPLY;
  const section = edition.checks.sections.gap;
  const most = edition.checks.gap;
  if (section === null || most === null) return notRecorded('gap', edition);
  const wide = box.site?.gap;
  if (wide === undefined) return notChecked('gap', section, 'the gap round the box');
  const width = recorded(wide);
  return width <= most ? PASS : finds('gap', { is: width, limit: most }, { severity: 'violation', section });
};
