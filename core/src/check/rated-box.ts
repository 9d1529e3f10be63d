/**
 * What hangs on a box (NEC 314.27, CEC 30-302; from memory). A luminaire over 50 lb wants a box marked with its weight, a fan a box
 * marked for fans: over 35 lb with the weight marked; over 70 lb it is held apart from the box. A box for fans is none for a heavy
 * luminaire.
 */
import { type Check, DOES_NOT_APPLY, finds, lookedAt, notChecked, notRecorded, PASS } from './finding.ts';

export const ratedBox: Check = ({ box, edition }) => {
  const section = edition.checks.sections['rated-box'];
  const { hangs, rated, weighs, holds, apart } = box.site ?? {};
  const ceiling = box.shell.form === 'round' || box.shell.form === 'pan';
  if (hangs === undefined && !ceiling) return DOES_NOT_APPLY;
  if (section === null) return notRecorded('rated-box', edition);
  if (hangs === undefined)
    return lookedAt(
      'rated-box',
      { box },
      { section, needs: 'whether a fan or more than 50 lb hangs here', fact: 'hangs' },
    );
  if (apart) return PASS;
  const { fan: onFan, luminaire } = edition.checks.hanging;
  const at = hangs === 'fan' ? onFan.section : luminaire.section;
  const violation = { severity: 'violation', section: at } as const;
  const most = hangs === 'fan' ? onFan.most : undefined;
  if (weighs !== undefined && most !== undefined && weighs > most)
    return finds('rated-box', { hangs, weighs, most }, violation);
  if (weighs !== undefined && holds !== undefined && weighs > holds)
    return finds('rated-box', { hangs, weighs, holds }, violation);
  if (rated !== hangs) return finds('rated-box', { hangs }, violation);
  // A fan of more than 35 lb, and any heavy luminaire, want their weight marked in the box.
  if (weighs === undefined) return notChecked('rated-box', at, 'how much hangs here', 'weighs');
  const markedFrom = hangs === 'fan' ? onFan.markedOver : luminaire.markedOver;
  if (holds === undefined && markedFrom !== undefined && weighs > markedFrom)
    return notChecked('rated-box', at, 'the weight the box is marked to hold', 'holds');
  return PASS;
};
