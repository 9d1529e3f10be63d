/**
 * How the box sits: setback (314.20: ¼ in behind a noncombustible surface at most, flush with a
 * combustible one), gap (314.21: ⅛ in at most), a box rated for what hangs on it (314.27), and whether
 * its devices fit its gangs. Values from memory.
 */
import { lengthIn } from '../box/document.ts';
import { DEVICES } from '../box/words.ts';
import { inches, type Length, showInches } from '../quantity/length.ts';
import { type Check, finds, notChecked, PASS } from './finding.ts';

export const SETBACK_MOST = { noncombustible: inches(0.25), combustible: 0 as Length } as const;
export const GAP_MOST = inches(0.125);

const measured = (text: string): Length => (text === '0 in' ? (0 as Length) : lengthIn(text));

export const setback: Check = ({ box }) => {
  const section = '314.20';
  const { setback: back, finish } = box.site ?? {};
  if (box.shell.form === 'surface') return PASS;
  if (back === undefined) return notChecked('setback', section, 'how far the box sits behind the surface');
  const depth = measured(back);
  if (depth === 0) return PASS;
  const cure = 'Fit a box extender of that depth: it brings the front to the surface.';
  if (finish === undefined) {
    return depth > SETBACK_MOST.noncombustible
      ? finds({
          check: 'setback',
          severity: 'violation',
          section,
          words: `The box sits ${showInches(depth)} in behind the surface: more than any surface allows (¼ in).`,
          cure,
        })
      : notChecked('setback', section, 'whether the surface is combustible');
  }
  if (depth <= SETBACK_MOST[finish]) return PASS;
  return finds({
    check: 'setback',
    severity: 'violation',
    section,
    words:
      finish === 'combustible'
        ? `The box sits ${showInches(depth)} in behind a combustible surface: it must be flush or stand proud.`
        : `The box sits ${showInches(depth)} in behind the surface: ¼ in is the most.`,
    cure,
  });
};

export const gap: Check = ({ box }) => {
  const section = '314.21';
  if (box.shell.form === 'surface') return PASS;
  const wide = box.site?.gap;
  if (wide === undefined) return notChecked('gap', section, 'the gap round the box');
  const width = measured(wide);
  return width <= GAP_MOST
    ? PASS
    : finds({
        check: 'gap',
        severity: 'violation',
        section,
        words: `A gap of ${showInches(width)} in round the box: ⅛ in is the most.`,
        cure: 'Repair the surface up to the box.',
      });
};

export const ratedBox: Check = ({ box }) => {
  const section = '314.27';
  const { hangs, rated } = box.site ?? {};
  const ceiling = box.shell.form === 'round' || box.shell.form === 'pan';
  if (hangs === undefined) {
    return ceiling ? notChecked('rated-box', section, 'whether a fan or more than 50 lb hangs here') : PASS;
  }
  if (rated === hangs || rated === 'fan') return PASS;
  return finds({
    check: 'rated-box',
    severity: 'violation',
    section,
    words:
      hangs === 'fan'
        ? 'A fan hangs on a box that is not recorded as rated for one.'
        : 'More than 50 lb hangs on a box that is not recorded as rated for it.',
    cure: 'Fit a box listed for it, held by the structure.',
  });
};

export const gangs: Check = ({ box, devices, counted }) => {
  const room = box.shell.gangs;
  const wanted = devices.reduce((sum, { count, wide }) => sum + count * wide, 0);
  if (devices.length === 0 || wanted <= room) return PASS;
  const square = box.shell.form === 'square' || box.shell.box?.includes('sq') === true;
  // A square box takes two devices under a ring or cover made for them.
  if (square && wanted <= 2) return PASS;
  const only = devices.length === 1 && devices[0] ? DEVICES[devices[0].device] : undefined;
  return finds({
    check: 'gangs',
    severity: counted.unit === 'conductors' ? 'look' : 'violation',
    section: 'contradiction',
    words: `${only === undefined || wanted > (devices[0]?.wide ?? 1) ? `Devices for ${wanted} gangs` : `A ${only} ${wanted} gangs wide`} in a box of ${room}: one of the two is recorded wrongly, or it does not fit.`,
    ids: devices.map(({ id }) => id),
    cure: `A box of ${wanted} gangs.`,
  });
};
