/**
 * A neutral at switches: new switch boxes for lighting want one, and an old switch loop can feed no
 * receptacle (NEC 404.2(C), from memory).
 */
import { type Check, finds, PASS, together } from './finding.ts';

const SWITCHES = ['switch', '3way', '4way', 'dimmer', 'timer', 'smart', 'fan-control'];
const WANT_NEUTRAL = ['timer', 'smart'];

export const neutralAtSwitch: Check = ({ cables, devices, edition }) => {
  const section = edition.code === 'NEC' ? '404.2(C)' : 'common practice';
  const switches = devices.filter(({ device }) => SWITCHES.includes(device));
  const told = cables.filter(({ role }) => role !== undefined);
  if (switches.length === 0 || cables.length === 0) return PASS;
  const others = devices.filter(({ device }) => !SWITCHES.includes(device) && device !== 'blank');
  const onlyLoops = told.length === cables.length && told.every(({ role }) => role === 'loop');
  if (!onlyLoops) return PASS;
  const hungry = switches.filter(({ device }) => WANT_NEUTRAL.includes(device));
  return together([
    finds({
      check: 'neutral-at-switch',
      severity: hungry.length > 0 ? 'violation' : 'look',
      section,
      words:
        hungry.length > 0
          ? `Only a switch loop comes here: there is no neutral for the ${hungry[0]?.device} switch.`
          : 'Only a switch loop comes here: there is no neutral. A new switch box for lighting wants one.',
      ids: cables.map(({ id }) => id),
      cure: 'Run a three-wire loop, or a device that needs no neutral.',
    }),
    others.length > 0
      ? finds({
          check: 'neutral-at-switch',
          severity: 'violation',
          section,
          words: 'A receptacle cannot be fed from a switch loop: the neutral is not in the box.',
          ids: others.map(({ id }) => id),
        })
      : PASS,
  ]);
};
