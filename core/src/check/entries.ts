/**
 * Entries: a knockout or clamp for each cable; two under one clamp only if it is made for it (NEC 314.17,
 * from memory; common practice in multi-gang plastic).
 */
import { type Check, DOES_NOT_APPLY, finds, lookedAt, notRecorded, PASS } from './finding.ts';

export const entries: Check = ({ box, cables, edition }) => {
  const section = edition.checks.sections.entries;
  const coming = cables.length;
  if (coming === 0) return DOES_NOT_APPLY;
  if (section === null) return notRecorded('entries', edition);
  const there = box.site?.entries;
  if (there === undefined)
    return lookedAt(
      'entries',
      { box },
      { section, needs: 'how many knockouts or clamps there are', fact: 'entries' },
    );
  if (coming <= there) return PASS;
  const doubled = box.shell.material === 'plastic' && box.shell.gangs > 1 && coming <= there * 2;
  return finds(
    'entries',
    { cables: coming, entries: there, doubled },
    { severity: doubled ? 'look' : 'violation', section },
  );
};
