/**
 * What an eye tells and no tape: each is open where it can matter, passed where somebody looked and it is right, and a violation where it
 * is not. Which section asks for it is data of the edition (from memory).
 */
import type { ItemOf } from '../box/document.ts';
import { runOf } from '../box/set-up.ts';
import type { Eye } from '../box/site.ts';
import { EYES } from '../box/site.ts';
import { kindOf } from '../device/index.ts';
import type { Place } from '../edition/places.ts';
import { guardsItself, has, isGuarded } from './protection.ts';
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

const WET: readonly Place[] = ['outdoors', 'damp', 'boathouse'];
const HABITABLE: readonly Place[] = ['bedroom', 'living', 'dining', 'kitchen', 'finished-basement'];

const isMetal = ({ shell }: Subject['box']) =>
  shell.material === 'metal' || (shell.material === undefined && shell.box !== undefined);

const isOutlet = ({ device }: ItemOf<'device'>) => ['receptacle', 'both'].includes(kindOf(device).group);
const isOld = ({ cables }: Subject) => cables.some(({ old }) => old);
const isWet = ({ box }: Subject) => box.site?.place !== undefined && WET.includes(box.site.place);
const isCeiling = ({ box: { shell, items } }: Subject) =>
  shell.form === 'round' ||
  (shell.box?.startsWith('oct') === true && !items.some(({ kind }) => kind === 'device'));
/** Receptacles a GFCI protects, here or ahead, or those none does: a protected one may have a ground slot without a ground. */
const outlets = ({ box, devices }: Subject, are: 'guarded' | 'open') =>
  devices.filter(isOutlet).some((one) => {
    const guarded = has(box.site?.protected, 'gfci') || guardsItself(one) || isGuarded(one);
    return guarded === (are === 'guarded');
  });
/** Every cable was looked at and none has a ground. */
const isGroundless = ({ box, cables }: Subject) =>
  cables.length > 0 &&
  cables.every(({ ground, old }) => !ground && !old) &&
  !box.items.some(({ kind }) => kind === 'ground');

/** Whether something of a box makes a fact matter. */
const MATTERS: Readonly<Record<Eye, (subject: Subject) => boolean>> = {
  covers: (subject) => isWet(subject) && subject.devices.some(isOutlet),
  weatherproof: isWet,
  access: ({ box, devices }) =>
    devices.length === 0 &&
    !box.items.some(({ kind }) => kind === 'fixture') &&
    box.site?.hangs === undefined,
  openings: ({ box, cables }) => cables.length > 0 && isMetal(box),
  fastened: ({ cables }) => cables.length > 0,
  notice: (subject) => isGroundless(subject) && outlets(subject, 'guarded'),
  twoslot: (subject) => isGroundless(subject) && outlets(subject, 'open'),
  fanbox: (subject) =>
    isCeiling(subject) &&
    subject.box.site?.hangs === undefined &&
    subject.box.site?.rated !== 'fan' &&
    subject.box.site?.place !== undefined &&
    HABITABLE.includes(subject.box.site.place),
  copper: isOld,
  heat: (subject) =>
    isOld(subject) &&
    (subject.box.site?.hangs !== undefined || subject.box.items.some(({ kind }) => kind === 'fixture')),
  bundles: ({ cables }) => cables.filter(({ make }) => make === 'nm').length > 2,
  // A 15 A switch on a 20 A circuit, and electronics, may be rated for less than they switch.
  load: ({ box, devices }) =>
    devices.some(
      ({ device }) =>
        kindOf(device).electronic === true ||
        (kindOf(device).group === 'switch' && box.site?.breaker !== undefined && box.site.breaker > 15),
    ),
  contact: ({ box, devices }) =>
    box.work?.schools.ground === 'self-grounding' && isMetal(box) && devices.some(isOutlet),
  grouped: ({ box }) =>
    box.items.some((item) => item.kind === 'conductors' && item.run === 'enters') &&
    box.items.some((item) => 'duty' in item && (runOf(item as never)?.circuits.length ?? 0) > 1),
};

export const byEye: Check = (subject) => {
  const { box, edition } = subject;
  const outcomes = EYES.flatMap((fact): Outcome[] => {
    const section = edition.checks.eyes[fact];
    if (section === null || !MATTERS[fact](subject)) return [];
    if (box.site?.wrong?.includes(fact))
      return [finds('by-eye', { fact }, { severity: 'violation', section })];
    return [box.site?.right?.includes(fact) ? PASS : notChecked('by-eye', section, EYE_NEEDS[fact], fact)];
  });
  return outcomes.length === 0 ? DOES_NOT_APPLY : together(outcomes);
};

/** What is not known, as “not checked: …” goes on. */
const EYE_NEEDS: Readonly<Record<Eye, string>> = {
  covers: 'whether receptacle and cover are made for the weather',
  weatherproof: 'whether the box is listed for a damp or wet place',
  access: 'whether the box stays covered and in reach',
  openings: 'whether unused openings are closed',
  fastened: 'whether the box is fastened as it is made for',
  notice: 'whether “No equipment ground” is marked',
  twoslot: 'whether the receptacle has a ground slot',
  fanbox: 'whether the box is listed for a fan',
  copper: 'whether any conductor is aluminum',
  heat: 'whether the old wires are made for the heat of the luminaire',
  bundles: 'whether cables are bundled',
  load: 'whether the switch is rated for its load',
  contact: 'whether the yoke grounds the receptacle',
  grouped: 'whether the conductors of the multiwire circuit are grouped',
};
