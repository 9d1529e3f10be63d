/** What a sheet says of folding: the answer, where each joint is laid, and the box opened. */
import type { Fold } from '../fold/fold.ts';
import { foldSteps } from '../fold/fold-steps.ts';
import { FOLDS_WORDS, foldWhyWords, tape } from '../fold/fold-words.ts';
import type { Planned } from '../plan/planned.ts';
import { foldFront, foldSide, openedOf, tailsOf } from './fold-picture.ts';
import type { Part } from './part.ts';
import type { Picture } from './picture.ts';

/** Widths of the two drawings. */
const [FRONT, SIDE] = [220, 200];

/** The box without its devices, so that every connector is seen, and from the side. */
export function foldPictures({ inside, places, depthLeft }: Fold, planned: Planned): Picture[] {
  const connectors = places.filter(({ is }) => is === 'connector');
  if (!inside || connectors.length === 0) return [];
  const box = openedOf(inside);
  const bare = places.filter(({ is }) => is !== 'device');
  return [
    foldFront(box, bare, { tails: tailsOf(planned) }, FRONT),
    foldSide(box, places, { depthLeft }, SIDE),
  ];
}

/** Whether it folds, in short, with the first reason where it does not. */
export function foldFact({ fits, depthLeft, why }: Fold): string {
  const left = depthLeft === undefined ? '' : `, ${tape(depthLeft)} left over`;
  const [first] = why;
  return `${FOLDS_WORDS[fits]}${left}${fits === 'no' && first ? `: ${foldWhyWords(first)}` : ''}`;
}

/** Where each joint lies, in short: `1 below left, 2 left, 3 middle`; nothing where they have no place. */
export function foldPart({ inside, places }: Fold): Part[] {
  if (!inside) return [];
  const lies = foldSteps(places, inside.width, inside.height).flatMap(({ id, lay }) => {
    const nth = /^lay:joint (\d+)/.exec(id)?.[1];
    const where = lay.replace(/^.*: lay it /, '').replace(/, (against|about) .*$/, '');
    return nth === undefined
      ? []
      : [`${nth} ${where.replaceAll(/,? (on|in) the/g, '').replace(/^(on|in) the /, '')}`];
  });
  return lies.length === 0
    ? []
    : [{ title: 'Folded, the joints lie', widths: [100], rows: [], note: `${lies.join(', ')}.` }];
}
