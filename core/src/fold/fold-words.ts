/** Whether a box folds, in sentences and as the command line answers it. */
import type { Planned } from '../plan/planned.ts';
import { showInches, sixtyFourths, writeLength } from '../quantity/length.ts';
import { orderOf } from './fold-steps.ts';
import type { Fold, FoldAnswer, FoldWhy } from './fold.ts';
import type { Block } from './pack.ts';

const shown = (parts: number) => `${parts < 0 ? '−' : ''}${showInches(sixtyFourths(Math.abs(parts)))} in`;

/** Sixty-fourths of an inch in a sixteenth, as an estimate is told. */
const SIXTEENTH = 4;

/**
 * What is there or left over, in sixty-fourths of an inch, as a tape shows it: in sixteenths and never as more than it is. Every
 * screen, sheet and sentence says the same.
 */
export const tape = (parts: number) =>
  shown(Math.abs(parts) < SIXTEENTH ? parts : Math.floor(parts / SIXTEENTH) * SIXTEENTH);

/** What something wants or takes: in sixteenths and never as less than it is. */
const tapeAtLeast = (parts: number) => shown(Math.ceil(parts / SIXTEENTH) * SIXTEENTH);
const written = (parts: number) => writeLength(sixtyFourths(parts), 'in');

const MISSING = {
  volume: 'its volume is not known: read the stamp, or measure it inside',
  barrier: 'the barrier makes two spaces: say which cables and devices are in space b',
  size: 'its inside comes out smaller than half an inch or larger than 24 in: measure it',
} as const;

/** What is missing, in a sentence. */
export const missingWords = (what: keyof typeof MISSING): string => `It cannot be told: ${MISSING[what]}.`;

export function foldWhyWords(why: FoldWhy): string {
  switch (why.is) {
    case 'missing':
      return missingWords(why.what);
    case 'too deep':
      return `The ${why.what} is ${tapeAtLeast(why.depth)} deep, the box ${tape(why.box)}.`;
    case 'too many':
      return `The devices want ${why.need} gangs, the box has ${why.gangs}.`;
    case 'no room to fold':
      return `${tape(why.left)} are left behind the deepest device; the folded conductors alone want ${tapeAtLeast(why.layers)}.`;
    case 'no place':
      return `The connectors find no place: ${why.what.join(', ')}.`;
    case 'not proved':
      return 'No way was found in the time there is: take it as tight.';
    case 'jammed':
      return `The ${why.what.join(' and the ')} ${why.what.length > 1 ? 'meet' : 'meets'} a wall, a clamp or another device: a body is taken as 1¹¹⁄₁₆ × 2½ in.`;
    case 'through':
      return `${why.what.join(', ')}: the ends lie on both sides of the barrier, and nothing crosses it.`;
    case 'in the way':
      return why.gains === undefined
        ? `In the way is ${why.what}: without it the others find their places.`
        : `Most in the way is ${why.what}: without it ${tape(why.gains)} more are left over.`;
    case 'crosses':
      return `${why.what.join(' and ')} ${why.what.length > 1 ? 'lie' : 'lies'} on the far side of ${why.what.length > 1 ? 'their terminals: bring their tails' : 'its terminal: bring its tail'} across the back.`;
    case 'fold wants':
      return `${tape(why.left)} are left behind the ${why.what.join(', ')}; a fold wants more than about ${tapeAtLeast(why.wants)}.`;
    case 'spare':
      return why.left <= 0
        ? 'Nothing of the depth is left over.'
        : `Only ${tape(why.left)} of depth are left over.`;
  }
}

export const FOLD_ANSWERS = {
  yes: 'It folds',
  tight: 'It folds tightly',
  no: 'It does not fold',
  unknown: 'It cannot be told',
} as const;

/** The same in short, beside a way to make a box legal, or a box to fit. */
export const FOLDS_WORDS: Readonly<Record<FoldAnswer, string>> = {
  yes: 'folds',
  tight: 'folds tightly',
  no: 'does not fold',
  unknown: 'folding not known',
};

/** The ground of the device stands so, seen from the front. */
export const GROUND_SIDES = ['down', 'up', 'left', 'right'] as const;
export type GroundSide = (typeof GROUND_SIDES)[number];

/** The box turned with its devices: half a turn for ground up, a quarter for sideways. */
export function turned<B extends Block>(
  blocks: readonly B[],
  width: number,
  height: number,
  ground: GroundSide,
): B[] {
  return blocks.map((block) => {
    const right = width - block.x - block.width;
    const top = height - block.y - block.height;
    switch (ground) {
      case 'down':
        return block;
      case 'up':
        return { ...block, x: right, y: top };
      // A quarter clockwise: what was below is on the left.
      case 'left':
        return { ...block, x: block.y, y: right, width: block.height, height: block.width };
      case 'right':
        return { ...block, x: top, y: block.x, width: block.height, height: block.width };
    }
  });
}

/** The answer of the command line. */
export function answerFold(fold: Fold, ground: GroundSide, planned?: Planned) {
  const { inside } = fold;
  const sideways = ground === 'left' || ground === 'right';
  const [width, height] = inside ? [inside.width, inside.height] : [0, 0];
  const [w, h] = sideways ? [height, width] : [width, height];
  const places = turned(fold.places, width, height, ground);
  return {
    fits: fold.fits,
    inside: inside ? { width: written(w), height: written(h), depth: written(inside.depth) } : null,
    places: places.map((place) => ({
      what: place.what,
      x: written(place.x),
      y: written(place.y),
      z: written(place.z),
      width: written(place.width),
      height: written(place.height),
      depth: written(place.depth),
    })),
    order: orderOf(places, w, h, planned),
    depthLeft: fold.depthLeft === undefined ? null : written(fold.depthLeft),
    share: fold.share === undefined ? null : fold.share.toFixed(2),
    why: fold.why.map(foldWhyWords),
    exact: fold.exact,
    assumed: ['An estimate in a model of straight solids: it never changes the verdict.', ...fold.assumed],
  };
}
