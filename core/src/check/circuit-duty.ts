/**
 * Circuits that certain places must have (NEC 210.11(C), 210.52(B)): 20 A for the receptacles of kitchen, dining room, laundry, bathroom
 * and garage, and what such a circuit may serve beside them. From memory.
 */
import { kindOf } from '../device/index.ts';
import { PLACES } from '../edition/places.ts';
import { type Check, DOES_NOT_APPLY, finds, notChecked, notRecorded, PASS, together } from './finding.ts';

export const circuitDuty: Check = ({ box, cables, devices, edition }) => {
  const section = edition.checks.sections['circuit-duty'];
  const receptacles = devices.filter(({ device }) => kindOf(device).rated);
  const place = box.site?.place;
  if (receptacles.length === 0 || place === undefined) return DOES_NOT_APPLY;
  if (section === null) return notRecorded('circuit-duty', edition);
  const duty = edition.checks.protection.duties[place];
  if (!duty) return DOES_NOT_APPLY;
  const breaker = box.site?.breaker;
  if (breaker === undefined)
    return notChecked('circuit-duty', duty.section, 'the breaker’s rating', 'breaker');
  const ids = receptacles.map(({ id }) => id);
  const about = { place: PLACES[place], breaker, least: duty.amps, serves: duty.serves };
  // A receptacle split on three wires may have 15 A. Its halves say whether it is split, where they are set up.
  const split =
    duty.split !== undefined &&
    receptacles.every(({ wired }) => wired?.halves !== undefined && wired.halves[0] !== wired.halves[1]);
  const maySplit =
    duty.split !== undefined &&
    cables.some(({ conductors }) => conductors >= 3) &&
    receptacles.some(({ wired }) => wired?.halves === undefined);
  const unless = duty.mayDiffer ?? duty.split;
  const alone = (box.work?.circuits.length ?? 1) < 2;
  const lit =
    alone &&
    box.items.some(
      (item) => item.kind === 'fixture' || (item.kind === 'device' && kindOf(item.device).group === 'switch'),
    );
  return together([
    breaker < duty.amps && !split
      ? finds(
          'circuit-duty',
          { ...about, why: 'small', ...(unless === undefined ? {} : { unless }) },
          {
            severity: duty.mayDiffer === undefined && !maySplit ? 'violation' : 'look',
            section: duty.section,
            ids,
          },
        )
      : PASS,
    lit
      ? finds('circuit-duty', { ...about, why: 'shared' }, { severity: 'look', section: duty.section, ids })
      : PASS,
  ]);
};
