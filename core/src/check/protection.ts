/**
 * Protection by place (NEC 210.8(A) and (D) GFCI, 210.12 AFCI, 406.4(D) where a receptacle is replaced; CEC 26-704, 26-658): what the
 * edition requires is a violation where place and breaker are known and it is missing, an open question where they are not, and silent
 * where it is recorded at the breaker or upstream. From memory.
 */
import type { ItemOf } from '../box/document.ts';
import type { Protection } from '../box/site.ts';
import { kindOf, takesBothHots } from '../device/index.ts';
import { type Place, PLACES, SERVED } from '../edition/places.ts';
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

/** A receptacle of 125 or 250 V. */
const isOutlet = ({ device }: ItemOf<'device'>) => kindOf(device).rated || takesBothHots(device);
const isReceptacle = ({ device }: ItemOf<'device'>) => kindOf(device).rated;
/** Whether a device protects itself: a GFCI receptacle. */
export const guardsItself = ({ device }: ItemOf<'device'>) =>
  kindOf(device).inside({ circuit: 'a' }).guard !== undefined;
/** Whether a device is fed from the LOAD side of a GFCI in this box. */
export const isGuarded = ({ wired }: ItemOf<'device'>) =>
  wired?.guard !== undefined || (wired?.guards?.every((guard) => guard !== null) ?? false);

export const has = (ahead: Protection | undefined, kind: 'gfci' | 'afci') =>
  ahead === kind || ahead === 'dual';

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

/** A fact that picks out the receptacles that are meant, and whether they are. */
const PICKED: Readonly<
  Record<
    'countertop' | 'near water' | 'near grade',
    { readonly fact: 'serves' | 'water' | 'grade'; readonly needs: string; readonly meant: string }
  >
> = {
  countertop: { fact: 'serves', needs: 'what the receptacle serves', meant: 'countertop' },
  'near water': { fact: 'water', needs: 'whether a sink, tub or shower is within 1.5 m', meant: 'near' },
  'near grade': { fact: 'grade', needs: 'whether it is within 2.5 m of grade', meant: 'near' },
};

/** What the edition requires in a place, as far as it is missing. */
function required(
  { box, edition }: Subject,
  place: Place,
  landing: Subject['devices'],
  receptacles: Subject['devices'],
): Outcome {
  const { gfci, gfciUpTo, appliances, afci, afciFor, afciDoubted, replaced } = edition.checks.protection;
  const { breaker, protected: ahead, serves } = box.site ?? {};
  const renewed = new Set(box.work?.renewed ?? []);
  const find = (
    why: 'gfci' | 'afci',
    section: string,
    open: readonly ItemOf<'device'>[],
    more: { readonly upTo: number; readonly doubted?: boolean; readonly serves?: string },
  ): Outcome => {
    if (open.length === 0 || (breaker !== undefined && breaker > more.upTo) || has(ahead, why)) return PASS;
    if (breaker === undefined) return notChecked('protection', section, 'the breaker’s rating', 'breaker');
    return finds(
      'protection',
      { why, place: PLACES[place], ...(more.serves === undefined ? {} : { serves: more.serves }) },
      {
        severity: more.doubted ? 'look' : 'violation',
        section: open.every(({ id }) => renewed.has(id)) ? replaced[why] : section,
        ids: open.map(({ id }) => id),
      },
    );
  };
  const wanting = gfciUpTo.both ? landing.filter(isOutlet) : receptacles;
  const unguarded = wanting.filter((one) => !guardsItself(one) && !isGuarded(one));
  const upTo = gfciUpTo.amps;
  const byPlace = (): Outcome => {
    const reach = gfci.value[place];
    if (reach === undefined) return PASS;
    if (reach === 'every') return find('gfci', gfci.section, unguarded, { upTo });
    const { fact, needs, meant } = PICKED[reach];
    const is = box.site?.[fact];
    if (is === undefined)
      return unguarded.length === 0 || has(ahead, 'gfci') || (breaker ?? 0) > upTo
        ? PASS
        : notChecked('protection', gfci.section, needs, fact);
    return is === meant ? find('gfci', gfci.section, unguarded, { upTo }) : PASS;
  };
  // Where the place does not ask for every receptacle, what this one serves may.
  const byAppliance =
    serves !== undefined && appliances.value.includes(serves) && gfci.value[place] !== 'every'
      ? find('gfci', appliances.section, unguarded, { upTo, serves: SERVED[serves] })
      : PASS;
  const arcing =
    afciFor === 'receptacles' ? receptacles : landing.filter((one) => !takesBothHots(one.device));
  const doubted = afciDoubted.includes(place);
  return together([
    byPlace(),
    byAppliance,
    afci.value.includes(place) || doubted ? find('afci', afci.section, arcing, { upTo: 20, doubted }) : PASS,
  ]);
}
