/** The plan of an opening in plain sentences, and as the command line answers it. */
import { type CutInAsk, HOLDS, type Hold } from '../box/hole.ts';
import { type Length, type LengthUnit, unitOfLength, writeLength } from '../quantity/length.ts';
import { changesOf, type CutIn, type CutInChange, type Nowhere, type Placed, planCutIn } from './cut-in.ts';
import { FACE_KEPT } from './sizes.ts';
import { type Rect, rightOf, type Space, type Why } from './wall.ts';

/** What stands beside every plan of an opening. */
export const CUT_IN_CAUTIONS = [
  'Breaker off and proved dead before the saw goes in; cut shallow and feel first: a cable, pipe or duct may run where nobody expects it.',
  'Old paint may hold lead, old plaster, texture or tile backing asbestos: have it tested before it is cut.',
  'Studs, joists and plates are structure: they are not notched for a box.',
  'Sizes are usual ones: the part in hand governs. The local code and the inspector decide; licensed work.',
] as const;

const printer = (unit: LengthUnit) => (amount: number) => writeLength(Math.round(amount) as Length, unit);
type Print = ReturnType<typeof printer>;

/** What bars the way, named. @example 'the stud at 16 in' */
export function whyWords(why: Why | Nowhere, space: Space, print: Print): string {
  const stud = (nth: number) =>
    `the ${space.ceiling ? 'joist' : 'stud'} at ${print(space.studs[nth]?.at ?? 0)}`;
  switch (why.rule) {
    case 'stud':
      return stud(why.stud);
    case 'fixed':
      return `held by ${stud(why.stud)}`;
    case 'bottom plate':
      return space.ceiling ? 'the edge of the ceiling' : 'the bottom plate';
    case 'top plate':
      return space.ceiling ? 'the edge of the ceiling' : 'the top plate';
    case 'old opening':
      return space.box.kind === 'old-work'
        ? 'the old opening, which leaves an ear without sound board'
        : 'the old opening, which leaves a gap beside the box (314.21)';
    case 'behind':
      return `the ${obstacleOf(space, why.obstacle)} behind, which leaves ${print(behindRoom(space, why.obstacle))} for a box ${print(space.box.depth)} deep`;
    case 'clamp':
      return `the ${obstacleOf(space, why.obstacle)}, where a clamp must swing`;
    case 'face':
      return `the ${obstacleOf(space, why.obstacle)} on the face, where the plate or an ear must lie`;
    case 'too deep':
      return `a box ${print(space.box.depth)} deep, where board and cavity are ${print(why.room)}`;
    case 'board too thick':
      return `board and finish of ${print(space.layers)}: clamps take at most ${print(space.clear.clampMost)}`;
    case 'board too thin':
      return `board of ${print(space.layers)}: clamps want at least ${print(space.clear.clampLeast)}`;
  }
}

const obstacleOf = ({ obstacles }: Space, nth: number) => obstacles[nth]?.what ?? 'obstacle';
const behindRoom = ({ layers, cavity, obstacles }: Space, nth: number) =>
  layers + cavity - (obstacles[nth]?.depth ?? 0);

/** Why the place is the best, or why there is none; one sentence each. */
export function reasonsOf(plan: CutIn, print: Print): string[] {
  const { space, best } = plan;
  if (!best)
    return [
      ...plan.nowhere.map((why) => `Nowhere: ${whyWords(why, space, print)}.`),
      ...[...new Set(plan.stops.map((why) => whyWords(why, space, print)))].map(
        (words) => `In the way: ${words}.`,
      ),
    ];
  return [
    ...oldWords(space, best),
    ...heldWords(space, best, print),
    ...(best.behind === undefined
      ? [`${print(best.depthLeft)} of depth is left behind it.`]
      : [`In front of the ${obstacleOf(space, best.behind)} ${print(best.depthLeft)} of depth is left.`]),
    ...plateWords(space, best),
    heightWords(plan, print),
    ...(space.cavity < 2 * FACE_KEPT.value
      ? [
          `The cavity is ${print(space.cavity)}: a cable or bored hole cannot keep ${print(FACE_KEPT.value)} from the face of the ${space.ceiling ? 'joist' : 'stud'}; it wants a steel plate (${FACE_KEPT.section}).`,
        ]
      : [
          `Cables keep ${print(FACE_KEPT.value)} from the face of the ${space.ceiling ? 'joist' : 'stud'}, or a steel plate guards them (${FACE_KEPT.section}).`,
        ]),
  ];
}

function oldWords({ old, patched }: Space, best: Placed): string[] {
  if (!old) return [];
  if (patched) return ['The old opening is closed first and cut anew.'];
  if (!best.holdsOld) return ['The old opening stays beside it and must be closed.'];
  const to =
    best.grow === 'none'
      ? 'The opening stays as it is.'
      : `The opening grows to ${best.grow === 'both' ? 'both sides' : `the ${best.grow}`}.`;
  return [best.keeps ? `The edge at the stud on the ${best.keeps} stays. ${to}` : to];
}

function heldWords(space: Space, { x, opening }: Placed, print: Print): string[] {
  const { box, clear, studs } = space;
  if (box.kind === 'old-work')
    return [
      `Ears have ${print(clear.board)} of sound board on every side; clamps take board and finish of ${print(space.layers)}.`,
    ];
  const stud = studs.find(({ left, right }) => right === opening.left || left === rightOf(opening));
  const words = `It lies against the stud at ${print(stud?.at ?? x)}: ${HOLDS[box.kind]}.`;
  return box.kind === 'new-work'
    ? [
        words,
        'Nailing it wants the wall open; in a finished wall take one that is screwed to the side of the stud.',
      ]
    : [
        words,
        'Screws through its side: no threads inside the box that could harm the conductors, and no drywall screws (314.23(B)(1), from memory).',
      ];
}

function plateWords({ old, patched }: Space, { plate }: Placed): string[] {
  const what = old && !patched ? 'the cut and the old opening' : 'the cut';
  if (!plate.covers) return [`No usual plate hides ${what}: a patch is needed.`];
  return [
    plate.kind === 'standard'
      ? `A standard plate hides ${what}.`
      : `A ${plate.kind} plate hides ${what}; a standard one does not.`,
  ];
}

const HEIGHTS = {
  wish: 'Height as wished: level with its neighbours is seen first.',
  'old box': 'Height of the old box.',
  receptacle: 'Height by habit for a receptacle: match the neighbours first.',
  counter: 'Height by habit over a counter: match the neighbours first.',
  switch: 'Height by habit for a switch, top of the box at 48 in: match the neighbours first.',
} as const;
const heightWords = ({ space, heightFrom, y }: CutIn, print: Print) =>
  space.ceiling ? `Across the ceiling at ${print(y)}.` : HEIGHTS[heightFrom];

/** How the old box comes out (docs/trade.md#openings), in order. */
export const REMOVAL: Readonly<Record<Hold, readonly string[]>> = {
  'new-work': [
    'Prove it dead, free the device and push the conductors back; note which cable is which.',
    'Slip a blade between box and stud; saw or pry the two nails, above and below, without leaning on the board.',
    'Draw the box in and turn it out of the opening; free the cables from its clamps.',
  ],
  'old-work': [
    'Prove it dead, free the device and push the conductors back; note which cable is which.',
    'Back the clamp screws off until the ears fold; not out of their threads.',
    'Draw the box out; it can be used again.',
  ],
  'side-screwed': [
    'Prove it dead, free the device and push the conductors back; note which cable is which.',
    'Take the screws out of the side of the stud from inside the box.',
    'Draw the box out; it can be used again.',
  ],
};

/** What a change is, in words. */
export function changeWords({ kind, ask, plan }: CutInChange, print: Print): string {
  const { best } = plan;
  const at = best ? `, centre at ${print(best.x)}` : '';
  switch (kind) {
    case 'height':
      return `Put it at ${print(plan.y)} from the ${plan.space.ceiling ? 'edge' : 'floor'}${at}`;
    case 'shallower':
      return `A box no deeper than ${ask.new.depth}${at}`;
    case 'side-screwed':
      return `A box screwed to the side of the stud${at}`;
    case 'plain old-work':
      return `A box held by the board${at}`;
    case 'fewer gangs':
      return `${ask.new.gangs === 1 ? 'One gang' : `${ask.new.gangs} gangs`}, ${ask.new.depth} deep${at}`;
    case 'patch':
      return `Close the old opening first${at}`;
  }
}

const rectOf = ({ left, bottom, width, height }: Rect, print: Print) => ({
  left: print(left),
  bottom: print(bottom),
  width: print(width),
  height: print(height),
});

/** The answer of the command line; lengths in the unit the studs were given in. @throws ThereInStud */
export function answerCutIn(ask: CutInAsk) {
  const plan = planCutIn(ask);
  const print = printer(unitOfLength(ask.wall.studs[0] ?? ''));
  const { best, space } = plan;
  return {
    fits: best !== undefined,
    box: best ? { x: print(best.x), y: print(best.y) } : null,
    opening: best ? rectOf(best.opening, print) : null,
    grow: best?.grow ?? 'none',
    ranges: plan.ranges.map(({ range: [from, to] }) => [print(from), print(to)]),
    limits: plan.ranges.map(({ ends }) => ends.map((why) => (why ? whyWords(why, space, print) : ''))),
    plate: best
      ? {
          kind: best.plate.kind,
          width: print(best.plate.width),
          height: print(best.plate.height),
          covers: best.plate.covers,
        }
      : null,
    depthLeft: best ? print(best.depthLeft) : null,
    cuts: best ? best.cuts.map((cut) => rectOf(cut, print)) : [],
    reasons: reasonsOf(plan, print),
    changes: changesOf(ask, plan).map((change) => ({
      words: changeWords(change, print),
      ...(change.plan.best && { x: print(change.plan.best.x), y: print(change.plan.best.y) }),
    })),
    remove: ask.there ? REMOVAL[ask.there.kind] : [],
    cautions: CUT_IN_CAUTIONS,
  };
}
