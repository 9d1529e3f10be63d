/**
 * What conductors are: a neutral at switches (404.2(C)), a white used as a hot (200.7), the sheath's
 * colour as a hint only, and the reminders about GFCI, AFCI and tamper-resistant receptacles.
 */
import { PLACES, type Place } from '../box/site.ts';
import { type Check, finds, type Outcome, PASS, together } from './finding.ts';

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

export const whiteAsHot: Check = ({ cables }) => {
  const loops = cables.filter(({ role, conductors }) => role === 'loop' && conductors === 2);
  return loops.length === 0
    ? PASS
    : finds({
        check: 'white-as-hot',
        severity: 'look',
        section: '200.7',
        words:
          'In the switch loop the white is a hot: re-identify it at both ends; it carries the supply to the switch, never the return.',
        ids: loops.map(({ id }) => id),
      });
};

export const sheathColour: Check = ({ cables }) =>
  cables.some(({ make }) => make === 'nm')
    ? finds({
        check: 'sheath-colour',
        severity: 'advice',
        section: 'common practice',
        words: 'The sheath’s colour is a hint of size only: the printing on it decides.',
      })
    : PASS;

/** Places where GFCI protection is usual (210.8, from memory). What is adopted here decides. */
const GFCI_PLACES: readonly Place[] = [
  'kitchen',
  'bath',
  'laundry',
  'garage',
  'basement',
  'outdoors',
  'crawl',
];
const AFCI_PLACES: readonly Place[] = ['kitchen', 'laundry', 'bedroom', 'living', 'hall'];
const RECEPTACLES = ['duplex', 'single', 'usb', 'combo', 'gfci'];

export const protection: Check = ({ box, devices }) => {
  const place = box.site?.place;
  const receptacles = devices.filter(({ device }) => RECEPTACLES.includes(device));
  const remind = (section: string, words: string): Outcome =>
    finds({
      check: 'protection',
      severity: 'advice',
      section,
      words: `${words} Check what is adopted here.`,
    });
  if (receptacles.length === 0 && place === undefined) return PASS;
  const open = receptacles.filter(({ device }) => device !== 'gfci');
  return together([
    receptacles.length > 0
      ? remind('406.12', 'Receptacles in dwellings are usually tamper-resistant.')
      : PASS,
    place !== undefined && GFCI_PLACES.includes(place) && open.length > 0
      ? remind('210.8', `A receptacle in the ${PLACES[place]}: GFCI protection is usual there.`)
      : PASS,
    place !== undefined && AFCI_PLACES.includes(place)
      ? remind(
          '210.12',
          `Circuits of the ${PLACES[place]} usually have AFCI protection, also when extended over 6 ft or a receptacle is replaced.`,
        )
      : PASS,
  ]);
};
