/**
 * Entries: a knockout or clamp for each cable; two under one clamp only if it is made for it (NEC 314.17; common practice in multi-gang
 * plastic). Several cables in one knockout of a single-gang plastic box without clamps are what the exception of 314.17 permits. From
 * memory.
 */
import { isSingleDeviceBox } from './single-box.ts';
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
  const plastic = box.shell.material === 'plastic';
  const grips = box.items.some((item) => item.kind === 'clamps' && item.hold === 'grip');
  if (plastic && isSingleDeviceBox(box.shell) && !grips && there > 0) return PASS;
  const doubled = plastic && coming <= there * 2;
  return finds(
    'entries',
    { cables: coming, entries: there, doubled },
    { severity: doubled ? 'look' : 'violation', section },
  );
};
