/**
 * A neutral at switches: new switch boxes for lighting want one, and a switch loop of two conductors can feed no receptacle and no
 * electronic switch that takes a neutral (NEC 404.2(C), 404.22 from 2017; CEC 4-022; from memory). A loop of three conductors brings one.
 */
import { roleOf } from '../box/work.ts';
import { kindOf } from '../device/index.ts';
import { takesNeutral } from '../device/kind.ts';
import { type Check, DOES_NOT_APPLY, finds, PASS, together } from './finding.ts';

export const neutralAtSwitch: Check = ({ cables, devices, edition }) => {
  const section = edition.checks.sections['neutral-at-switch'] ?? edition.name;
  const switches = devices.filter(({ device }) => kindOf(device).group === 'switch');
  const told = cables.filter(({ duty }) => duty !== undefined);
  if (switches.length === 0 || cables.length === 0) return DOES_NOT_APPLY;
  const others = devices.filter(({ device }) => ['receptacle', 'both'].includes(kindOf(device).group));
  const onlyLoops =
    told.length === cables.length &&
    told.every(({ duty, conductors }) => roleOf(duty) === 'loop' && conductors < 3);
  if (!onlyLoops) return PASS;
  // What is said where the box is set up counts here too: one truth of which device takes a neutral.
  const hungry = switches.filter(({ device, wired }) => takesNeutral(kindOf(device), wired ?? {}));
  const [first] = hungry;
  return together([
    finds(
      'neutral-at-switch',
      first === undefined ? { why: 'loop' } : { why: 'hungry', device: kindOf(first.device).words },
      {
        severity: first === undefined ? 'look' : 'violation',
        section: first === undefined ? section : edition.checks.hungrySwitch,
        ids: cables.map(({ id }) => id),
      },
    ),
    others.length > 0
      ? finds(
          'neutral-at-switch',
          { why: 'receptacle' },
          { severity: 'violation', section, ids: others.map(({ id }) => id) },
        )
      : PASS,
  ]);
};
