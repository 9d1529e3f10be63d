/** The work of Join or Land as steps that can be read aloud, one at a time, each with the tick it is done by. */
import { landingsOf } from '@dense-pack/core/plan/landings';
import { landTick } from '@dense-pack/core/box/tick';
import { isKept, jointWords, landedWords } from '@dense-pack/core/plan/joint-words';
import type { JointId } from '@dense-pack/core/wiring/end';
import type { Judged } from '../use-wiring';

export interface Step {
  /** What is ticked when it is done. */
  readonly tick: string;
  readonly title: string;
  readonly lines: readonly string[];
}

/** Every joint in the order of making up. @param nameOf what a joint carries, in words */
export const jointSteps = (judged: Judged, nameOf: (id: JointId) => string): Step[] =>
  judged.wiring.joints.flatMap(({ id }, nth): Step[] => {
    const words = jointWords(judged, nth);
    return words
      ? [
          {
            tick: id,
            title: `Joint ${nth + 1}: ${nameOf(id)}`,
            lines: [...words.ends.map((one) => one.words), words.connector, words.how],
          },
        ]
      : [];
  });

/** Every terminal something lands on, device by device; a tab that is broken is said before them. */
export const landSteps = (judged: Judged): Step[] =>
  judged.faces.flatMap((face): Step[] => {
    const { landings, broken } = landingsOf(face, judged.wiring);
    return landings
      .filter(
        (landing) => (landing.ends.length > 0 || landing.joint !== undefined) && !isKept(judged, landing),
      )
      .map((landing, nth): Step => ({
        tick: landTick(landing.terminal.id),
        title: `${face.title.charAt(0).toUpperCase()}${face.title.slice(1)}, ${landing.terminal.name.replaceAll('-', ' ')}`,
        lines: [
          ...(nth === 0 ? broken.map((tab) => `Break the ${tab} tab first.`) : []),
          landedWords(judged, landing),
          landing.how,
        ],
      }));
  });

const FRACTIONS: Readonly<Record<string, string>> = {
  '½': 'one half',
  '¼': 'one quarter',
  '¾': 'three quarters',
  '⅛': 'one eighth',
  '⅜': 'three eighths',
  '⅝': 'five eighths',
  '⅞': 'seven eighths',
  '⁷⁄₁₆': 'seven sixteenths',
};

/** A step as a voice should say it: fractions, units and cables in words, a stop after each line. */
export const spoken = ({ title, lines }: Step): string =>
  [title, ...lines]
    .join('. ')
    .replaceAll(/⁷⁄₁₆|[½¼¾⅛⅜⅝⅞]/g, (sign) => ` ${FRACTIONS[sign] ?? ''}`)
    .replaceAll(/(\d+)\/(\d)\b/g, '$1 $2')
    .replaceAll(/\s*–\s*/g, ' to ')
    .replaceAll(/\bin\b(?=[.,;]|$)/g, 'inch')
    .replaceAll(/\bAWG\b/g, 'gauge')
    .replaceAll(/\.\.|\. \./g, '.')
    .replaceAll(/\s+/g, ' ')
    .trim();
