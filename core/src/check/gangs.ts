/**
 * Devices against the gangs of the box: facts that contradict each other are answered in words.
 */
import { DEVICES } from '../box/words.ts';
import { shapeOf } from '../edition/index.ts';
import { type Check, DOES_NOT_APPLY, finds, PASS } from './finding.ts';

export const gangs: Check = ({ box, devices, counted, edition }) => {
  const room = box.shell.gangs;
  const wanted = devices.reduce((sum, { wide }) => sum + wide, 0);
  if (devices.length === 0) return DOES_NOT_APPLY;
  if (wanted <= room) return PASS;
  const square = box.shell.form === 'square' || shapeOf(edition, box.shell.box) === 'square';
  // A square box takes two devices under a ring or cover made for them.
  if (square && wanted <= 2) return PASS;
  const only = devices.length === 1 && devices[0] ? DEVICES[devices[0].device] : undefined;
  return finds(
    'gangs',
    { wanted, gangs: room, ...(only === undefined ? {} : { only }) },
    {
      severity: counted.unit === 'conductors' ? 'look' : 'violation',
      section: 'contradiction',
      ids: devices.map(({ id }) => id),
    },
  );
};
