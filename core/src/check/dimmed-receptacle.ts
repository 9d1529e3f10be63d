/**
 * A dimmer or a fan control that feeds a receptacle (NEC 404.14(E); CEC 14-516; from memory): what is plugged in there is not made for it.
 * It is known where the wiring of the receptacle is set up.
 */
import { secondHalf } from '../box/work.ts';
import { kindOf } from '../device/index.ts';
import { type Check, DOES_NOT_APPLY, finds, PASS } from './finding.ts';

const DIMS = new Set(['dimmer', 'fan-control']);

export const dimmedReceptacle: Check = ({ devices, edition }) => {
  const dimmers = devices.filter(({ device }) => DIMS.has(device));
  const outlets = devices.filter(({ device }) => ['receptacle', 'both'].includes(kindOf(device).group));
  if (dimmers.length === 0 || outlets.length === 0) return DOES_NOT_APPLY;
  const given = new Set(dimmers.flatMap(({ id }) => [id, secondHalf(id)]));
  const fed = outlets.filter(({ wired }) =>
    [wired?.circuit, ...(wired?.halves ?? [])].some((hot) => hot !== undefined && given.has(hot)),
  );
  return fed.length === 0
    ? PASS
    : finds(
        'dimmed-receptacle',
        {},
        {
          severity: 'violation',
          section: edition.checks.sections['dimmed-receptacle'] ?? edition.name,
          ids: fed.map(({ id }) => id),
        },
      );
};
