/**
 * Where a box goes into a wall or a ceiling (docs/trade.md#openings), as it is asked and as it is kept with a box: framing,
 * layers, what is in the way, the box that is there and the one that is wanted. Lengths are as a person writes them;
 * x runs to the right seen from the room, y up from the floor. Sizes of a part are the usual ones until the part in
 * hand says otherwise.
 */
import { z } from 'zod';
import { inches, type Length } from '../quantity/length.ts';
import { oneLine } from './one-line.ts';
import { lengthOf, writtenLength } from './texts.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

/** How a box is held in its opening. */
export const HOLDS = {
  'new-work': 'nailed to the stud',
  'old-work': 'held by the board',
  'side-screwed': 'screwed to the side of the stud',
} as const;
export type Hold = keyof typeof HOLDS;

/** What may stand in the way, by whether it is in the cavity or on the finished face. */
export const IN_CAVITY = ['pipe', 'cable', 'duct', 'fire-block', 'box', 'insulation baffle'] as const;
export const ON_FACE = [
  'casing',
  'trim',
  'tile edge',
  'counter',
  'backsplash',
  'baseboard',
  'cabinet',
] as const;

/** What a height is taken from where no neighbour and no old box gives it. */
export const USES = { receptacle: 'receptacle', counter: 'over a counter', switch: 'switch' } as const;

const far = inches(1200);
const place = onFirstUse(() => writtenLength('any', far, '100 ft'));
const size = onFirstUse(() => writtenLength('more', far, '100 ft'));
const orNothing = onFirstUse(() => writtenLength('nothing', far, '100 ft'));
const gangs = onFirstUse(() =>
  z
    .int('must be a whole number of gangs')
    .min(1, 'must be at least 1 gang')
    .max(6, 'must be at most 6 gangs'),
);

/** An opening that is not the usual one of its kind. */
const opening = onFirstUse(() => ({ width: size.optional(), height: size.optional() }));

const Wall = onFirstUse(() =>
  z.strictObject({
    kind: z.enum(['wall', 'ceiling']).default('wall'),
    /** Centres of the studs or joists. */
    studs: z
      .array(place)
      .min(2, 'must be at least two studs: a bay lies between two')
      .max(60, 'must be at most 60 studs'),
    stud: size.default('1 1/2 in'),
    cavity: size,
    board: size,
    /** What covers the board: tile, paneling. */
    finish: orNothing.default('0 in'),
    /** Floor to ceiling; of a ceiling, the other way across. */
    height: size.default('96 in'),
    /** Framing at the bottom and at the top; none in a ceiling. */
    plates: z.strictObject({ bottom: orNothing, top: orNothing }).optional(),
  }),
);

const There = onFirstUse(() =>
  z.strictObject({
    gangs,
    kind: z.enum(Object.keys(HOLDS) as [Hold, ...Hold[]]),
    x: place,
    y: place,
    /** Which side is fixed to a stud; derived from the studs where nobody said it. */
    fixed: z.enum(['left', 'right', 'none']).optional(),
    ...opening,
  }),
);

const Obstacle = onFirstUse(() =>
  z.strictObject({
    what: oneLine(60).trim().min(1, 'must say what it is, such as “pipe”'),
    x: place,
    y: place,
    width: orNothing,
    height: orNothing,
    /** How much of the cavity it takes, from the back; without it, all of it. */
    depth: size.optional(),
    /** In the cavity or on the finished face; derived from the kind of obstacle where nobody said it. */
    on: z.enum(['cavity', 'face']).optional(),
  }),
);
export type Obstacle = z.output<typeof Obstacle>;

export const isOnFace = ({ on, what }: Obstacle): boolean =>
  on === undefined ? ON_FACE.some((word) => new RegExp(`\\b${word}\\b`, 'i').test(what)) : on === 'face';

/** Clearances that are common practice and may be set: a part of another make needs others. */
const Clear = onFirstUse(() =>
  z.strictObject({
    /** Sound board on each side of the opening: ears and flanges overlap it by about 3/16 in and want this much. */
    board: orNothing.default('1/2 in'),
    /** How far the clamps swing above and below the opening. */
    swing: orNothing.default('1/2 in'),
    /** The layers a clamp takes. */
    clampLeast: orNothing.default('1/4 in'),
    clampMost: size.default('1 1/4 in'),
  }),
);

const New = onFirstUse(() =>
  z.strictObject({
    gangs,
    kind: z.enum(Object.keys(HOLDS) as [Hold, ...Hold[]]),
    depth: size,
    ...opening,
  }),
);

const fields = onFirstUse(() => ({
  wall: Wall,
  there: There.optional(),
  obstacles: z.array(Obstacle).max(100, 'must be at most 100 obstacles').default([]),
  wish: z
    .strictObject({
      x: place.optional(),
      y: place.optional(),
      use: z.enum(Object.keys(USES) as [keyof typeof USES, ...(keyof typeof USES)[]]).optional(),
    })
    .default({}),
  clear: Clear.default(Clear.parse({})),
  /** The old opening is closed with board and compound before the new one is cut. */
  patched: z.boolean().default(false),
}));

/** What is asked of the planner. */
export const CutInAsk = onFirstUse(() => z.strictObject({ ...fields, new: New }).superRefine(agree));
export type CutInAsk = z.output<typeof CutInAsk>;

/** What is kept with a box: of the new box only what is not as the plan of the box has it. */
export const Hole = onFirstUse(() =>
  z.strictObject({ ...fields, new: New.partial().default({}) }).superRefine(agree),
);
export type Hole = z.output<typeof Hole>;

/** What is measured must agree with itself. */
function agree(ask: z.output<z.ZodObject<typeof fields>>, problem: z.RefinementCtx): void {
  const refuse = (path: (string | number)[], message: string) =>
    problem.addIssue({ code: 'custom', path, message });
  const studs = ask.wall.studs.map((text, nth) => ({ nth, at: readable(text) }));
  const wide = readable(ask.wall.stud);
  const sorted = [...studs].sort((a, b) => a.at - b.at);
  sorted.slice(1).forEach(({ nth, at }, before) => {
    const last = sorted[before];
    if (last && at - last.at < wide)
      refuse(
        ['wall', 'studs', nth],
        `“${ask.wall.studs[nth]}” overlaps the stud at ${ask.wall.studs[last.nth]}; studs of ${ask.wall.stud} stand at least that far apart, centre to centre`,
      );
  });
  const [first, last] = [sorted[0]?.at ?? 0, sorted.at(-1)?.at ?? 0];
  const cavity = readable(ask.wall.cavity);
  ask.obstacles.forEach(({ depth }, nth) => {
    if (depth !== undefined && readable(depth) > cavity)
      refuse(
        ['obstacles', nth, 'depth'],
        `“${depth}” is more than the cavity; at most ${ask.wall.cavity} can be taken`,
      );
  });
  if (ask.there) {
    const [x, y] = [readable(ask.there.x), readable(ask.there.y)];
    if (x < first || x > last)
      refuse(
        ['there', 'x'],
        `“${ask.there.x}” is outside the studs that were named; accepted is ${ask.wall.studs[sorted[0]?.nth ?? 0]} to ${ask.wall.studs[sorted.at(-1)?.nth ?? 0]}`,
      );
    if (y < 0 || y > readable(ask.wall.height))
      refuse(['there', 'y'], `“${ask.there.y}” is outside the wall; accepted is 0 in to ${ask.wall.height}`);
  }
  if (readable(ask.clear.clampLeast) > readable(ask.clear.clampMost))
    refuse(['clear', 'clampMost'], 'must be at least “clampLeast”');
}

/** A length that may not have been readable: its own field says so already. */
function readable(text: string): Length {
  try {
    return lengthOf(text);
  } catch {
    return 0 as Length;
  }
}
