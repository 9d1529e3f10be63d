/**
 * Protection by place (NEC 210.8(A) GFCI, 210.12 AFCI, 406.4(D) where a receptacle is replaced; CEC 26-704, 26-658): what the
 * edition requires is a violation where place and breaker are known and it is missing, an open question where they are not, and silent
 * where it is recorded at the breaker or upstream. From memory.
 */
import type { ItemOf } from '../box/document.ts';
import type { Protection } from '../box/site.ts';
import { kindOf } from '../device/index.ts';
import { type Place, PLACES } from '../edition/places.ts';
import {
  type Check,
  DOES_NOT_APPLY,
  finds,
  notChecked,
  type Outcome,
  PASS,
  type Subject,
  together,
} from './finding.ts';

const isReceptacle = ({ device }: ItemOf<'device'>) => kindOf(device).rated;
/** Whether a device protects itself: a GFCI receptacle. */
const guardsItself = ({ device }: ItemOf<'device'>) =>
  kindOf(device).inside({ circuit: 'a' }).guard !== undefined;
/** Whether a device is fed from the LOAD side of a GFCI in this box. */
const isGuarded = ({ wired }: ItemOf<'device'>) =>
  wired?.guard !== undefined || (wired?.guards?.every((guard) => guard !== null) ?? false);

const has = (ahead: Protection | undefined, kind: 'gfci' | 'afci') => ahead === kind || ahead === 'dual';

export const protection: Check = (subject) => {
  const { box, devices, edition } = subject;
  const { tamper } = edition.checks.protection;
  const landing = devices.filter(({ device }) => kindOf(device).group !== 'none');
  const receptacles = landing.filter(isReceptacle);
  const place = box.site?.place;
  if (landing.length === 0) return DOES_NOT_APPLY;
  return together([
    receptacles.length > 0
      ? finds('protection', { why: 'tamper' }, { severity: 'advice', section: tamper })
      : PASS,
    place === undefined
      ? notChecked(
          'protection',
          edition.checks.sections.protection ?? edition.name,
          'the place of this box',
          'place',
        )
      : required(subject, place, landing, receptacles),
  ]);
};

/** What the edition requires in a place, as far as it is missing. */
function required(
  { box, edition }: Subject,
  place: Place,
  landing: Subject['devices'],
  receptacles: Subject['devices'],
): Outcome {
  const { gfci, afci, replaced } = edition.checks.protection;
  const breaker = box.site?.breaker;
  const ahead = box.site?.protected;
  const renewed = new Set(box.work?.renewed ?? []);
  const small = breaker === undefined || breaker <= 20;
  const find = (
    why: 'gfci' | 'afci',
    section: string,
    open: readonly ItemOf<'device'>[],
    reach: 'every' | 'countertop' | 'unfinished' | 'near water' | 'near grade',
  ): Outcome => {
    if (open.length === 0 || !small || has(ahead, why)) return PASS;
    if (breaker === undefined) return notChecked('protection', section, 'the breaker’s rating', 'breaker');
    return finds(
      'protection',
      { why, place: PLACES[place], reach },
      {
        severity: reach === 'every' ? 'violation' : 'look',
        section: open.every(({ id }) => renewed.has(id)) ? replaced[why] : section,
        ids: open.map(({ id }) => id),
      },
    );
  };
  const reach = gfci.value[place];
  const unguarded = receptacles.filter((one) => !guardsItself(one) && !isGuarded(one));
  return together([
    reach === undefined ? PASS : find('gfci', gfci.section, unguarded, reach),
    afci.value.includes(place) ? find('afci', afci.section, landing, 'every') : PASS,
  ]);
}
