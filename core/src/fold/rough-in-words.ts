/** What is said of a box at rough-in (docs/trade.md#folding, #rough-in, common practice). */
import type { FoldAnswer } from './fold.ts';
import { sixtyFourths, writeLength } from '../quantity/length.ts';
import { missingWords, tape } from './fold-words.ts';
import type { RoughIn } from './rough-in.ts';

export const ROUGH_IN_ANSWERS: Readonly<Record<FoldAnswer, string>> = {
  yes: 'Curled, the ends are clear of the router',
  tight: 'Curled, the ends are barely clear',
  no: 'The router reaches the ends',
  unknown: 'It cannot be told',
};

export function roughInWords({ fits, missing, clear, reach }: RoughIn): string[] {
  if (missing) return [missingWords(missing)];
  const bit = `the bit that cuts the board reaches about ${tape(reach)} behind the front of the box`;
  const front = clear > 0 ? `They lie ${tape(clear)} behind the front` : 'They come out of the front';
  return [
    `${front}; ${bit}.`,
    ...(fits === 'yes'
      ? []
      : [
          'Press a cover of cardboard into the box, set the bit no deeper than the board, or fit a deeper box.',
        ]),
  ];
}

export const roughInSteps: readonly string[] = [
  'Leave at least 6 in of each conductor beyond where its cable comes into the box, and 3 in past the opening (300.14).',
  'Make the grounds up first where the inspector wants to see them, and press them flat against the back.',
  'Curl each cable’s conductors together, from the back, each bundle with its tag; no end stands forward.',
  'Tell whoever hangs the board how deep the bit may reach; look into every box after it is hung: a nicked conductor is cut back or replaced.',
];

/** The answer of the command line. */
export function answerRoughIn(curled: RoughIn) {
  const { fits, inside, clear, reach } = curled;
  return {
    fits,
    clear: inside ? writeLength(sixtyFourths(Math.max(0, clear)), 'in') : null,
    reach: writeLength(sixtyFourths(reach), 'in'),
    why: roughInWords(curled),
    order: roughInSteps,
    assumed: [
      'An estimate in a model of straight solids: it never changes the verdict.',
      ...(inside?.assumed ?? []),
    ],
  };
}
