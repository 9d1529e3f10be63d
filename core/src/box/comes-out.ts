/** Whether the box that was found comes out of the wall: another one is planned in its place. */
import type { BoxRecord } from './record.ts';

/** What tells one box from another. A fact that was only missing before is the same box, read more closely. */
const TELLS = ['volume', 'box', 'marks', 'conduitBody', 'material', 'form', 'gangs', 'mount'] as const;

export function comesOut({ box, found, stage }: Pick<BoxRecord, 'box' | 'found' | 'stage'>): boolean {
  if (stage !== 'planned' || found === null) return false;
  return TELLS.some(
    (tell) =>
      found.shell[tell] !== undefined &&
      JSON.stringify(found.shell[tell]) !== JSON.stringify(box.shell[tell]),
  );
}
