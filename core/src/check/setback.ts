/**
 * Setback: the box's front at most ¼ in behind a noncombustible surface, flush with or proud of a
 * combustible one (NEC 314.20, from memory). Tile over board is where this bites.
 */
import {
  type Check,
  DOES_NOT_APPLY,
  finds,
  lookedAt,
  notChecked,
  notRecorded,
  PASS,
  recorded,
} from './finding.ts';

export const setback: Check = ({ box, edition }) => {
  if (box.shell.form === 'surface') return DOES_NOT_APPLY;
  const section = edition.checks.sections.setback;
  if (section === null) return notRecorded('setback', edition);
  const most = edition.checks.setback;
  const { setback: back, finish } = box.site ?? {};
  if (back === undefined)
    return lookedAt(
      'setback',
      { box },
      { section, needs: 'how far the box sits behind the surface', fact: 'setback' },
    );
  const depth = recorded(back);
  if (depth === 0) return PASS;
  const found = (surface: 'combustible' | 'noncombustible' | 'any') =>
    finds(
      'setback',
      { is: depth, limit: most.noncombustible, finish: surface },
      { severity: 'violation', section },
    );
  if (finish === undefined) {
    return depth > most.noncombustible
      ? found('any')
      : notChecked('setback', section, 'whether the surface is combustible', 'finish');
  }
  if (depth <= most[finish]) return PASS;
  return found(finish);
};
