/** What is asked of the opening of a recorded box: the wall as far as it was measured, usual sizes for the rest. */
import { boxDepth } from '../box/depth.ts';
import type { BoxDocument } from '../box/document.ts';
import { type CutInAsk, Hole, type Hold } from '../box/hole.ts';
import type { BoxFields } from '../box/record.ts';
import { lengthOf } from '../box/texts.ts';
import { kindOf } from '../device/index.ts';
import type { Edition } from '../edition/index.ts';
import { inches, type Length, writeLength } from '../quantity/length.ts';
import { TYPICAL_BOXES } from '../catalog/catalog.ts';
import { volumeIn } from '../box/stored-quantities.ts';
import { type CutIn, planCutIn } from './cut-in.ts';
import { ganged, HABIT, OPENING } from './sizes.ts';
import { ThereInStud } from './wall.ts';

type Recorded = Pick<BoxFields, 'box' | 'found' | 'seen'>;

/** Depth of a box nothing is known of: that of a usual one-gang box. Common practice, no source. */
const USUAL_DEPTH = inches(2.875);
/** Opening of a round or square ceiling box of 4 in: the body and a little. Common practice, no source. */
const FOUR_INCH = '4 1/8 in';
/** Usual framing: studs of 2×4, joists of 2×8, board of half an inch. */
const USUAL = { stud: '1 1/2 in', wall: '3 1/2 in', ceiling: '7 1/4 in', board: '1/2 in' } as const;
/** The most gangs that are cut into one bay. */
const GANGS_MOST = 6;
/** Bays that are usual, centre to centre, in inches. */
export const BAYS = [16, 24] as const;

const say = (length: number) => writeLength(Math.round(length) as Length, 'in');

/** How a box is held, from how it was recorded. */
const holdOf = ({ shell }: BoxDocument): Hold => (shell.mount === 'old-work' ? 'old-work' : 'new-work');

const isCeiling = ({ shell }: BoxDocument) => shell.form === 'round' || shell.form === 'pan';

/** The opening where the box is not one for devices. */
const openingOf = ({ shell }: BoxDocument): { width?: string; height?: string } =>
  shell.form === 'round' || shell.form === 'pan' || (shell.form === 'square' && shell.gangs === 1)
    ? { width: FOUR_INCH, height: FOUR_INCH }
    : {};

/** Depth of a box: as recorded, else that of the typical one nearest in volume with as many gangs. */
function depthOf(box: BoxDocument, edition: Edition): Length {
  const known = boxDepth(box, edition);
  if (known !== null) return known;
  const like = TYPICAL_BOXES.filter(({ gangs }) => gangs === box.shell.gangs);
  const { volume } = box.shell;
  const want = volume === undefined ? undefined : volumeIn(volume);
  const near = [...like].sort((a, b) =>
    want === undefined ? 0 : Math.abs(a.volume - want) - Math.abs(b.volume - want),
  )[0];
  return near?.depth ?? USUAL_DEPTH;
}

/** The height by habit for what is in the box. */
function habitOf({ items, site }: BoxDocument): Length {
  const devices = items.flatMap((item) => (item.kind === 'device' ? [item.device] : []));
  const receptacle = devices.some((name) => ['receptacle', 'both'].includes(kindOf(name).group));
  if (site?.place === 'kitchen' && receptacle) return HABIT.counter;
  return receptacle || devices.length === 0 ? HABIT.receptacle : HABIT.switch;
}

/** Where a box stands between two studs, by the side its stud was seen on. @param bay centre to centre */
export function beside(side: 'left' | 'right' | 'none', bay: Length, stud: Length, width: Length): Length {
  const half = Math.floor(width / 2);
  if (side === 'left') return (stud / 2 + half) as Length;
  if (side === 'right') return (bay - stud / 2 - (width - half)) as Length;
  return Math.floor(bay / 2) as Length;
}

/** What is known of the wall where nothing was measured: usual sizes, marked as such on the screen. */
export function usualHole({ box, found, seen }: Recorded): Hole {
  const there = found ?? box;
  const side =
    seen.stud === 'both' ? 'left' : (seen.stud ?? (holdOf(there) === 'old-work' ? 'none' : 'left'));
  const bay = inches(BAYS[0]);
  const ceiling = isCeiling(there);
  const size = openingOf(there);
  const gangs = Math.min(GANGS_MOST, there.shell.gangs);
  const width = size.width === undefined ? ganged(OPENING.value.width, gangs) : lengthOf(size.width);
  const { site } = there;
  const cavity = site?.cavity === undefined ? undefined : lengthOf(site.cavity) - lengthOf(USUAL.board);
  const at = { x: beside(side, bay, lengthOf(USUAL.stud), width), y: ceiling ? inches(60) : habitOf(there) };
  const [x, y] = [say(at.x), say(at.y)];
  const deep = cavity !== undefined && cavity > 0 ? say(cavity) : ceiling ? USUAL.ceiling : USUAL.wall;
  return Hole.parse({
    wall: {
      kind: ceiling ? 'ceiling' : 'wall',
      studs: ['0 in', say(bay)],
      stud: USUAL.stud,
      cavity: deep,
      board: USUAL.board,
      finish: site?.setback ?? '0 in',
    },
    there: { gangs, kind: holdOf(there), x, y, ...size },
    obstacles:
      site?.behind === undefined || site.behind === '0 in'
        ? []
        : [thingBehind('thing behind', at.x, at.y, site.behind, deep)],
  });
}

/** How much of a cavity something takes; what is as deep as it, or is said to be deeper, takes all of it. */
export const takenOf = (depth: string, cavity: string): { readonly depth?: string } =>
  lengthOf(depth) < lengthOf(cavity) ? { depth } : {};

/** Two inches of something behind a place. @param depth how much of the cavity it takes, from the back */
export const thingBehind = (
  what: string,
  x: number,
  y: number,
  depth: string,
  cavity: string,
): Hole['obstacles'][number] => ({
  what,
  x: say(x - inches(1)),
  y: say(y - inches(1)),
  width: '2 in',
  height: '2 in',
  ...takenOf(depth, cavity),
});

/** The question for a box: what was measured, with the box as it is planned where the person said nothing else. */
export function holeAsk(recorded: Recorded, edition: Edition): CutInAsk {
  const { box, seen } = recorded;
  const hole = seen.hole ?? usualHole(recorded);
  const planned = {
    gangs: Math.min(GANGS_MOST, box.shell.gangs),
    // A box that stays is held as it is; what is cut into a finished wall is held by the board, unless it was chosen otherwise.
    kind: hole.there && !replaced(recorded) ? hole.there.kind : (box.shell.mount ?? 'old-work'),
    depth: say(depthOf(box, edition)),
    ...openingOf(box),
  } as const;
  const { gangs, kind, depth, width, height } = { ...planned, ...hole.new };
  return {
    ...hole,
    new: {
      gangs: gangs ?? planned.gangs,
      kind: kind ?? planned.kind,
      depth: depth ?? planned.depth,
      ...(width !== undefined && { width }),
      ...(height !== undefined && { height }),
    },
  };
}

/** Whether the box itself is another than the one that was found. */
const replaced = ({ box, found }: Recorded): boolean =>
  found !== null && JSON.stringify(found.shell) !== JSON.stringify(box.shell);

/** The plan of the opening of a box; undefined where what was measured does not agree. */
export function holePlan(recorded: Recorded, edition: Edition): CutIn | undefined {
  try {
    return planCutIn(holeAsk(recorded, edition));
  } catch (error) {
    if (error instanceof ThereInStud) return undefined;
    throw error;
  }
}

/** Whether the old opening, or a part of it, must be closed. */
export const patchNeeded = ({ space, best }: CutIn): boolean =>
  space.old !== undefined && (space.patched || best?.holdsOld === false || best?.plate.covers === false);

/** Whether the box stands in the board with a finish over it: its front is then behind the surface (314.20). Ears of a box held by the board lie on the finish. */
export const needsExtender = ({ space, best }: CutIn): boolean =>
  space.layers > space.board &&
  best !== undefined &&
  (space.box.kind !== 'old-work' || best.cuts.length === 0);
