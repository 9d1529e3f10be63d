/**
 * Choosing a box to fit in place of the one there: every box that is left by the person's wishes, with the
 * plan counted and checked in it; beside the box that is there, the smallest that is legal and the deepest the
 * bay takes, of the same gangs and one gang wider.
 */
import type { BoxDocument } from '../box/document.ts';
import type { NewId } from '../box/piece-id.ts';
import type { FoldAnswer } from '../fold/fold.ts';
import type { Form, Material, Mount } from '../box/words.ts';
import { checkBox } from '../check/check-box.ts';
import type { Edition } from '../edition/index.ts';
import { type Tally, tally } from '../fill/tally.ts';
import { type WorkRoom, workRoom } from '../fold/work-room.ts';
import type { Length } from '../quantity/length.ts';
import type { BoxPart } from '../catalog/catalog.ts';
import { replaceBox, notMadeFor, replacementCost } from '../remedy/box-steps.ts';
import type { Cost } from '../remedy/remedy.ts';
import { violations, worse } from '../remedy/search.ts';
import { roomInWall } from '../remedy/wall.ts';
import type { Kit } from './kit.ts';

/** What the person wants of the new box; what is not said leaves all. */
export interface BoxWish {
  readonly gangs?: number;
  readonly mount?: Mount;
  readonly place?: 'wall' | 'ceiling';
  readonly material?: Material;
  readonly clamps?: boolean;
  readonly rated?: 'fan' | 'heavy';
  /** Depth the wall leaves. */
  readonly depth?: Length;
  /** Only what is in the truck. */
  readonly truck?: boolean;
}

/** A box with the plan in it. */
export interface Fit {
  readonly part: BoxPart;
  readonly box: BoxDocument;
  readonly counted: Tally;
  readonly room: WorkRoom;
  /** Legal, and no check finds more wrong than in the box there. */
  readonly good: boolean;
  /** What fitting it takes; common practice, no source. */
  readonly cost: Cost;
  /** Whether it would fold, where that was worked out. */
  readonly fold?: FoldAnswer;
  /** What must come with it: a wider plate, connectors, a bond, a ring. */
  readonly with: readonly string[];
}

export interface Choice {
  readonly fits: readonly Fit[];
  /** Gangs of a wider one, and those that have them. */
  readonly gangs: number;
  readonly beyond: readonly Fit[];
  /** The smallest that is legal, and folds if any does. */
  readonly smallest?: Fit;
  /** The deepest of the same gangs that is legal, with the most volume of those. */
  readonly deepest?: Fit;
  /** The deepest of one gang more. */
  readonly wider?: Fit;
  /** How many were left out, by what the wish said. */
  readonly leftOut: Readonly<Record<string, number>>;
}

/** What one would wish for the box as it stands: its gangs, mounting, place, and what the wall leaves. */
export function wishFor(box: BoxDocument): BoxWish {
  const depth = roomInWall(box);
  const { gangs, form, mount } = box.shell;
  const hangs = box.site?.hangs;
  return {
    gangs,
    place: form === 'round' || form === 'pan' ? 'ceiling' : 'wall',
    ...(mount === undefined ? {} : { mount }),
    ...(depth === undefined ? {} : { depth: depth as Length }),
    ...(hangs === undefined ? {} : { rated: hangs }),
  };
}

/** Why a part is not what was wished for; undefined for one that is. */
function against(part: BoxPart, wish: BoxWish, kit: Kit, form: Form | undefined): string | undefined {
  if ((part.form === 'masonry' || part.form === 'surface') && part.form !== form)
    return part.form === 'masonry' ? 'for masonry' : 'for the surface';
  if (wish.truck && !kit.here.includes(part.id)) return 'not in the truck';
  if (wish.gangs !== undefined && part.gangs !== wish.gangs && !(part.form === 'square' && wish.gangs <= 2))
    return 'other gangs';
  if (wish.mount !== undefined && !part.mounts.includes(wish.mount)) return 'other mounting';
  if (wish.place !== undefined && !part.places.includes(wish.place)) return `not for a ${wish.place}`;
  if (wish.material !== undefined && part.material !== wish.material) return 'other material';
  if (wish.clamps !== undefined && part.clamps !== wish.clamps)
    return wish.clamps ? 'no clamps inside' : 'clamps inside';
  // What is rated for a fan is rated for a heavy luminaire too.
  if (wish.rated !== undefined && part.rated !== wish.rated && part.rated !== 'fan')
    return 'not rated for it';
  if (wish.depth !== undefined && part.depth > wish.depth) return 'too deep for the wall';
  return undefined;
}

/** Whether a box would not close over what is in it, as far as that is known. */
const willNotFold = ({ fold }: Fit) => fold === 'no';

/** The deepest that is good and folds, with the most volume and the least trouble of those. */
function deepestOf(fits: readonly Fit[]): Fit | undefined {
  return fits
    .filter(({ good }) => good)
    .sort(
      (a, b) =>
        Number(willNotFold(a)) - Number(willNotFold(b)) ||
        b.part.depth - a.part.depth ||
        b.part.volume - a.part.volume ||
        a.cost.parts - b.cost.parts ||
        (a.part.id < b.part.id ? -1 : 1),
    )[0];
}

/** Every box that may take the place of the one there, smallest first. */
export function chooseBoxes(
  box: BoxDocument,
  edition: Edition,
  parts: readonly BoxPart[],
  wish: BoxWish,
  kit: Kit,
  newId: NewId,
): Choice {
  const leftOut: Record<string, number> = {};
  const before = violations(checkBox(box, edition, tally(box, edition)).findings);
  const fit = (part: BoxPart): Fit => {
    const next = replaceBox(box, part, newId);
    const counted = tally(next, edition);
    const findings = checkBox(next, edition, counted).findings;
    return {
      part,
      box: next,
      counted,
      room: workRoom(next, edition, counted, kit.assumptions),
      good: counted.verdict === 'legal' && !worse(violations(findings), before),
      ...replacementCost(box, part, edition),
    };
  };
  const fits: Fit[] = [];
  for (const part of parts) {
    const why = against(part, wish, kit, box.shell.form) ?? notMadeFor(box, part);
    if (why === undefined) fits.push(fit(part));
    else leftOut[why] = (leftOut[why] ?? 0) + 1;
  }
  // A square box is no gang wider; one gang more is a device box.
  const gangs = (wish.gangs ?? box.shell.gangs) + 1;
  const beyond = parts
    .filter(
      (part) =>
        part.form === 'device-box' &&
        part.gangs === gangs &&
        (against(part, { ...wish, gangs }, kit, box.shell.form) ?? notMadeFor(box, part)) === undefined,
    )
    .map(fit);
  return chosen({ fits, beyond, gangs, leftOut });
}

/** The best of them: what closes over its contents comes before what does not. */
function chosen(all: Pick<Choice, 'fits' | 'beyond' | 'gangs' | 'leftOut'>): Choice {
  const { fits, beyond, gangs } = all;
  const good = fits.filter((one) => one.good);
  const smallest = good.find((one) => !willNotFold(one)) ?? good[0];
  const deepest = deepestOf(fits.filter(({ part }) => part.gangs < gangs || part.form === 'square'));
  const wider = deepestOf(beyond);
  return {
    ...all,
    ...(smallest ? { smallest } : {}),
    ...(deepest ? { deepest } : {}),
    ...(wider ? { wider } : {}),
  };
}

/** The choice told again by whether each part would fold, by its id. */
export function withFolds(
  { fits, beyond, gangs, leftOut }: Choice,
  folds: ReadonlyMap<string, FoldAnswer>,
): Choice {
  const told = (one: Fit): Fit => {
    const fold = folds.get(one.part.id);
    return fold === undefined ? one : { ...one, fold };
  };
  return chosen({ fits: fits.map(told), beyond: beyond.map(told), gangs, leftOut });
}
