/**
 * Reminders about protection: GFCI by place (NEC 210.8), AFCI (210.12), tamper-resistant (406.12). What is
 * adopted here decides. From memory.
 */
import { PLACES, type Place } from '../box/site.ts';
import { kindOf } from '../device/index.ts';
import { type Check, DOES_NOT_APPLY, finds, type Outcome, PASS, together } from './finding.ts';

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

export const protection: Check = ({ box, devices, edition }) => {
  const { tamper, gfci, afci } = edition.checks.protection;
  const place = box.site?.place;
  const receptacles = devices.filter(({ device }) => kindOf(device).rated);
  const remind = (section: string, why: 'tamper' | 'gfci' | 'afci'): Outcome =>
    finds(
      'protection',
      { why, ...(place === undefined ? {} : { place: PLACES[place] }) },
      { severity: 'advice', section },
    );
  if (receptacles.length === 0 && place === undefined) return DOES_NOT_APPLY;
  const open = receptacles.filter(
    ({ device }) => kindOf(device).inside({ circuit: 'a' }).guard === undefined,
  );
  return together([
    receptacles.length > 0 ? remind(tamper, 'tamper') : PASS,
    place !== undefined && GFCI_PLACES.includes(place) && open.length > 0 ? remind(gfci, 'gfci') : PASS,
    place !== undefined && AFCI_PLACES.includes(place) ? remind(afci, 'afci') : PASS,
  ]);
};
