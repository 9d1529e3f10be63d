/**
 * Gap round the box: at most ⅛ in (NEC 314.21, from memory).
 */
import { type Check, DOES_NOT_APPLY, finds, lookedAt, notRecorded, PASS, recorded } from './finding.ts';

export const gap: Check = ({ box, edition }) => {
  if (box.shell.form === 'surface') return DOES_NOT_APPLY;
  const section = edition.checks.sections.gap;
  const most = edition.checks.gap;
  if (section === null || most === null) return notRecorded('gap', edition);
  // The rule is of noncombustible surfaces.
  if (box.site?.finish === 'combustible') return DOES_NOT_APPLY;
  const wide = box.site?.gap;
  if (wide === undefined)
    return lookedAt('gap', { box }, { section, needs: 'the gap round the box', fact: 'gap' });
  const width = recorded(wide);
  return width <= most ? PASS : finds('gap', { is: width, limit: most }, { severity: 'violation', section });
};
