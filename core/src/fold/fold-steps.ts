/** What is done in order when a box is folded: each joint laid, each layer pressed back, the devices last (docs/trade.md#folding). */
import { jointWords } from '../plan/joint-words.ts';
import type { Planned } from '../plan/planned.ts';
import { showInches, sixtyFourths } from '../quantity/length.ts';
import { type FoldPlace, type LayerName, LAYERS } from './contents.ts';

export interface FoldStep {
  /** Stays the same while the box does. */
  readonly id: string;
  readonly title: string;
  /** How it is made up, for a joint: what goes into it, the connector, how it is tried. */
  readonly makeUp: readonly string[];
  /** What is done with it in the box. */
  readonly lay: string;
  /** What is laid in this step, by its name. */
  readonly lit: readonly string[];
}

const LAYER_NAMES: Readonly<Record<LayerName, string>> = {
  ground: 'Grounds',
  neutral: 'Neutrals',
  hot: 'Hots',
};
const PRESS: Readonly<Record<LayerName, string>> = {
  ground: 'grounds: press them flat against the back',
  neutral: 'neutrals: fold them over the grounds',
  hot: 'hots last, switch legs with their tags to the front',
};
const CARRIES: Readonly<Record<LayerName, string>> = { ground: 'ground', neutral: 'neutral', hot: 'hot' };

/** Where something lies, seen from the front. */
const whereOf = (block: FoldPlace, width: number, height: number): string => {
  const [x, y] = [block.x + block.width / 2, block.y + block.height / 2];
  const across = x < width / 3 ? 'on the left' : x > (2 * width) / 3 ? 'on the right' : 'in the middle';
  return y < height / 3 ? `below, ${across}` : y > (2 * height) / 3 ? `above, ${across}` : across;
};

/** By eighths: nobody lays a connector closer. */
const about = (parts: number) => `${showInches(sixtyFourths(Math.round(parts / 8) * 8))} in`;
/** So near the folds it lies on them. */
const TOUCHES = 8;

/** The steps, from the back to the front. @param planned for what each joint holds */
export function foldSteps(
  places: readonly FoldPlace[],
  width: number,
  height: number,
  planned?: Planned,
): FoldStep[] {
  const folded = places.reduce(
    (most, { is, z, depth }) => (is === 'folds' ? Math.max(most, z + depth) : most),
    0,
  );
  const steps = LAYERS.flatMap((layer): FoldStep[] => {
    const mine = places.filter((place) => place.layer === layer);
    if (mine.length === 0) return [];
    // What it is laid on when its turn comes: the layer before it, or the back.
    const before = LAYERS.slice(0, LAYERS.indexOf(layer)).findLast((one) =>
      places.some((place) => place.layer === one),
    );
    const under = before === undefined ? 'back' : LAYER_NAMES[before].toLowerCase();
    const joints = mine
      .filter(({ is }) => is === 'connector')
      .map((place): FoldStep => {
        const nth = Number(/^joint (\d+)/.exec(place.what)?.[1] ?? 0) - 1;
        const words = planned && jointWords(planned, nth);
        const deep =
          place.z - folded < TOUCHES ? `against the ${under}` : `about ${about(place.z)} from the back`;
        return {
          id: `lay:${place.what}`,
          title: `${place.what.charAt(0).toUpperCase()}${place.what.slice(1)}, ${CARRIES[layer]}`,
          makeUp: words ? [...words.ends.map((one) => one.words), words.connector, words.how] : [],
          lay: `${place.what}${words ? ` (${words.connector})` : ''}: lay it ${whereOf(place, width, height)}, ${deep}`,
          lit: [place.what],
        };
      });
    const folds = mine.filter(({ is }) => is === 'folds').map(({ what }) => what);
    return [
      ...joints,
      { id: `fold:${layer}`, title: LAYER_NAMES[layer], makeUp: [], lay: PRESS[layer], lit: folds },
    ];
  });
  const devices = places.filter(({ is }) => is === 'device').map(({ what }) => what);
  return devices.length === 0
    ? steps
    : [
        ...steps,
        {
          id: 'fold:devices',
          title: 'Devices',
          makeUp: [],
          lay: 'devices: push each home by hand, then the screws: they are not a press',
          lit: devices,
        },
      ];
}

/** The steps in short, as the command line gives them. */
export const orderOf = (
  places: readonly FoldPlace[],
  width: number,
  height: number,
  planned?: Planned,
): string[] => foldSteps(places, width, height, planned).map(({ lay }) => lay);
