/**
 * What a person brings and how they weigh: the boxes of the truck, the weights of the ranking and the
 * assumptions of the working estimate. Every figure here is theirs to change; the defaults are common
 * practice, no source.
 */
import { z } from 'zod';
import { LIMITS } from '../box/document.ts';
import { lengthIn, volumeIn } from '../box/stored-quantities.ts';
import { oneLine } from '../box/one-line.ts';
import { HANGINGS } from '../box/site.ts';
import { lengthText, volumeText } from '../box/texts.ts';
import { FORMS, keysOf, MATERIALS, MOUNTS } from '../box/words.ts';
import type { Edition } from '../edition/index.ts';
import { DEVICE_NAMES } from '../device/index.ts';
import { ASSUMED, type Solids, TYPICAL } from '../fold/solids.ts';
import { inches, NM_PER_INCH, printLength } from '../quantity/length.ts';
import { addedParts, type AddPart, type BoxPart, catalogueOf, volumeWritten } from '../catalog/catalog.ts';
import { DEFAULT_WEIGHTS } from '../remedy/remedy.ts';
import type { Stock } from '../plan/choose-connectors.ts';
import { CONNECTORS } from '../connector/connectors.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

/** The two surfaces a box is set in. */
export const PLACES_FOR_BOXES = ['wall', 'ceiling'] as const;
const outside = onFirstUse(() => lengthText(LIMITS.insideMost, '24 in'));

/** A box of the truck as a person writes it down. */
export const TruckBox = onFirstUse(() =>
  z.strictObject({
    id: z.string().regex(/^[a-z0-9-]{1,60}$/, 'must be 1 to 60 of a–z, 0–9 and “-”'),
    name: oneLine(80).trim().min(1, 'name the box'),
    form: z.enum(keysOf(FORMS), { error: `must be one of ${Object.keys(FORMS).join(', ')}` }),
    material: z.enum(MATERIALS, { error: `must be ${MATERIALS.join(' or ')}` }),
    gangs: z.int().min(1, 'must be at least 1').max(6, 'must be at most 6'),
    volume: volumeText,
    depth: lengthText(LIMITS.depthMost, '6 in'),
    width: outside,
    height: outside,
    mounts: z.array(z.enum(MOUNTS)).min(1, 'choose new-work, old-work or both'),
    places: z.array(z.enum(PLACES_FOR_BOXES)).min(1, 'choose wall, ceiling or both'),
    clamps: z.boolean(),
    rated: z.enum(HANGINGS).optional(),
  }),
);
export type TruckBox = z.output<typeof TruckBox>;

/** A ring, extension or starter as a person writes it down. */
export const TruckAdd = onFirstUse(() =>
  z.strictObject({
    id: TruckBox.shape.id,
    name: oneLine(80).trim().min(1, 'name the part'),
    part: z.enum(['ring', 'ext']),
    volume: volumeText,
    on: z.array(z.enum(keysOf(FORMS))).min(1, 'choose the boxes it goes on'),
    depth: lengthText(LIMITS.depthMost, '6 in'),
    surface: z.boolean(),
  }),
);
export type TruckAdd = z.output<typeof TruckAdd>;

const share = (least: number, most: number, fallback: number) =>
  z.number().min(least, `must be at least ${least}`).max(most, `must be at most ${most}`).default(fallback);
const weights = DEFAULT_WEIGHTS.value;
const solidEdge = onFirstUse(() => lengthText(inches(3), '3 in'));

export const KitWeights = onFirstUse(() =>
  z.strictObject({
    parts: share(0, 100, weights.parts),
    minutes: share(0, 100, weights.minutes),
    damage: share(0, 500, weights.damage),
    spare: z.int().min(0, 'must be at least 0').max(10, 'must be at most 10').default(weights.spare),
    missing: share(0, 100, weights.missing),
  }),
);

export const KitAssumptions = onFirstUse(() =>
  z.strictObject({
    conductor: share(3, 24, ASSUMED.conductor),
    connector: share(0, 3, ASSUMED.connector),
    snug: share(1, 99, ASSUMED.snug),
    tight: share(1, 99, ASSUMED.tight),
    deep: share(0.5, 4, ASSUMED.deep),
  }),
);

/** What folding assumes, and the parts the person measured. */
export const KitFold = onFirstUse(() =>
  z.strictObject({
    loose: share(1, 5, TYPICAL.loose),
    curled: share(1, 8, TYPICAL.curled),
    spare: share(0, 2, TYPICAL.spare / 64),
    router: share(0, 3, TYPICAL.router / 64),
    /** Depths of bodies behind the strap, by the kind of device. */
    bodies: z.partialRecord(z.enum(DEVICE_NAMES), lengthText(LIMITS.depthMost, '6 in')).default({}),
    /** Three edges of a connector, by its id. */
    connectors: z
      .record(
        z.string().max(40),
        z.tuple([solidEdge, solidEdge, solidEdge], 'write three edges, as “5/8 x 5/8 x 1 in”'),
      )
      .default({}),
  }),
);

export type KitFold = z.output<typeof KitFold>;

export const Kit = onFirstUse(() =>
  z.strictObject({
    /** Boxes of one's own, and catalogue boxes as one changed them (the same id). */
    boxes: z.array(TruckBox).max(200, 'must be at most 200 boxes').default([]),
    /** Rings, extensions and starters of one's own, and listed ones as one changed them. */
    adds: z.array(TruckAdd).max(100, 'must be at most 100 parts').default([]),
    /** Ids of the boxes and parts in the truck. */
    here: z.array(z.string().max(60)).max(500).default([]),
    /** Whether remedies may use the truck's boxes only. */
    only: z.boolean().default(false),
    /** How many of each connector there are; one that is not named is plenty. */
    connectors: z.record(z.string().max(40), z.int().min(0).max(999)).default({}),
    weights: KitWeights.default(KitWeights.parse({})),
    assumptions: KitAssumptions.default(KitAssumptions.parse({})),
    fold: KitFold.default(KitFold.parse({})),
  }),
);
export type Kit = z.output<typeof Kit>;

/** A kit of which nothing was changed: what an empty one is parsed to. */
export function newKit(): Kit {
  const { parts, minutes, damage, spare, missing } = weights;
  const { conductor, connector, snug, tight, deep } = ASSUMED;
  return {
    boxes: [],
    adds: [],
    here: [],
    only: false,
    connectors: {},
    weights: { parts, minutes, damage, spare, missing },
    assumptions: { conductor, connector, snug, tight, deep },
    fold: {
      loose: TYPICAL.loose,
      curled: TYPICAL.curled,
      spare: TYPICAL.spare / 64,
      router: TYPICAL.router / 64,
      bodies: {},
      connectors: {},
    },
  };
}

/** Connectors as the splice planner takes them. */
export const stockOf = ({ connectors }: Kit): Stock => ({ kinds: CONNECTORS, counts: connectors });

const NM_PER_64TH = NM_PER_INCH / 64;
const sixtyFourthsOf = (text: string) => Math.ceil(lengthIn(text) / NM_PER_64TH - 1e-9);

/** The solids a person folds with: typical, or as they measured them. */
export function solidsOf({ assumptions, fold }: Kit): Solids {
  return {
    conductor: assumptions.conductor,
    loose: fold.loose,
    curled: fold.curled,
    spare: Math.round(fold.spare * 64),
    router: Math.round(fold.router * 64),
    bodies: Object.fromEntries(
      Object.entries(fold.bodies).map(([name, text]) => [name, sixtyFourthsOf(text)]),
    ),
    connectors: Object.fromEntries(
      Object.entries(fold.connectors).map(([id, [a, b, c]]) => [
        id,
        [sixtyFourthsOf(a), sixtyFourthsOf(b), sixtyFourthsOf(c)],
      ]),
    ),
  };
}

/** A box of the truck as the search takes it. What a person read off a part is no guess. */
function partOf({ volume, depth, width, height, rated, ...rest }: TruckBox): BoxPart {
  return {
    ...rest,
    volume: volumeIn(volume),
    depth: lengthIn(depth),
    outside: [lengthIn(width), lengthIn(height)],
    ...(rated === undefined ? {} : { rated }),
    typical: false,
  };
}

/** A catalogue box as a person may change it. */
export function truckBoxOf(part: BoxPart): TruckBox {
  return {
    id: part.id,
    name: part.name,
    form: part.form,
    material: part.material,
    gangs: part.gangs,
    volume: volumeWritten(part.volume),
    depth: printLength(part.depth),
    width: printLength(part.outside[0]),
    height: printLength(part.outside[1]),
    mounts: [...part.mounts],
    places: [...part.places],
    clamps: part.clamps,
    ...(part.rated === undefined ? {} : { rated: part.rated }),
  };
}

/** Every box one may choose: the catalogue, with what the person changed and added. Smallest first. */
export function partsOf(edition: Edition, { boxes }: Kit): BoxPart[] {
  const own = new Map(boxes.map((box) => [box.id, partOf(box)]));
  return [...catalogueOf(edition).filter(({ id }) => !own.has(id)), ...own.values()].sort(
    (a, b) => a.volume - b.volume,
  );
}

/** Every ring, extension, extender and starter: those listed, with what the person changed and added. */
export function addsOf(edition: Edition, { adds }: Kit): AddPart[] {
  const own = new Map(
    adds.map(({ volume, depth, ...rest }) => [
      rest.id,
      { ...rest, volume: volumeIn(volume), depth: lengthIn(depth) } satisfies AddPart,
    ]),
  );
  return [...addedParts(edition).filter(({ id }) => !own.has(id)), ...own.values()];
}

/** Those a search may use. */
export function addsAtHand(edition: Edition, kit: Kit): AddPart[] {
  return addsOf(edition, kit).filter(({ id }) => !kit.only || kit.here.includes(id));
}

/** A listed part as a person may change it. */
export function truckAddOf({ id, name, part, volume, on, depth, surface }: AddPart): TruckAdd {
  return { id, name, part, volume: volumeWritten(volume), on: [...on], depth: printLength(depth), surface };
}

/** What the truck holds by an edition, and what is marked as in it but unknown there. */
export function inTruck(
  edition: Edition,
  kit: Kit,
): { readonly parts: BoxPart[]; readonly unknown: string[] } {
  const all = partsOf(edition, kit);
  const adds = addsOf(edition, kit);
  return {
    parts: all.filter(({ id }) => kit.here.includes(id)),
    unknown: kit.here.filter(
      (id) => !all.some((part) => part.id === id) && !adds.some((part) => part.id === id),
    ),
  };
}

/** The boxes a search may use. */
export function boxesAtHand(edition: Edition, kit: Kit): BoxPart[] {
  return kit.only ? inTruck(edition, kit).parts : partsOf(edition, kit);
}
