/**
 * Setback: the box's front at most ¼ in behind a noncombustible surface, flush with or proud of a
 * combustible one (NEC 314.20, from memory). Tile over board is where this bites.
 */
import { inches, type Length, showInches } from '../quantity/length.ts';
import { type Check, finds, notChecked, PASS, recorded } from './finding.ts';

const SETBACK_MOST = { noncombustible: inches(0.25), combustible: 0 as Length } as const;

export const setback: Check = ({ box }) => {
  const section = '314.20';
  const { setback: back, finish } = box.site ?? {};
  if (box.shell.form === 'surface') return PASS;
  if (back === undefined) return notChecked('setback', section, 'how far the box sits behind the surface');
  const depth = recorded(back);
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
