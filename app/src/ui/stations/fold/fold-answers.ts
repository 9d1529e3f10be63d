/** The questions a screen asks of the folding and their answers, as they pass to a worker and back. */
import { BoxDocument } from '@dense-pack/core/box/document';
import { EDITION_IDS, editionOf } from '@dense-pack/core/edition/index';
import { LAYERS } from '@dense-pack/core/fold/contents';
import { FOLD_FITS, type Fold, foldBox, type FoldWhy } from '@dense-pack/core/fold/fold';
import { HELP_KINDS, helpsOf, withSmartSwitches } from '@dense-pack/core/fold/help';
import { joinedOf } from '@dense-pack/core/fold/of-box';
import { Kit, solidsOf, stockOf } from '@dense-pack/core/parts/kit';
import { openedOf } from '@dense-pack/core/sheet/fold-picture';
import { z } from 'zod';

const asked = { circuit: z.string(), edition: z.enum(EDITION_IDS), kit: Kit };

export const FoldQuestion = z.object({ box: BoxDocument, ...asked });
export type FoldQuestion = z.output<typeof FoldQuestion>;

/** Whether each of several boxes folds: of those one might fit in place of another. */
export const FitsQuestion = z.object({ boxes: z.array(BoxDocument), ...asked });
export type FitsQuestion = z.output<typeof FitsQuestion>;

export const FitsAnswer = z.array(z.enum(FOLD_FITS));
export type FitsAnswer = z.output<typeof FitsAnswer>;

const column = { x: z.number(), y: z.number(), width: z.number(), height: z.number() };
const Place = z
  .object({
    ...column,
    z: z.number(),
    depth: z.number(),
    what: z.string(),
    is: z.enum(['device', 'folds', 'connector']),
    layer: z.enum(LAYERS).optional(),
  })
  .transform(({ layer, ...rest }) => (layer === undefined ? rest : { ...rest, layer }));

/** What stands behind an answer was made by this very code: only that it is there is looked at. */
const Why = z.custom<FoldWhy>((value) => z.object({ is: z.string() }).safeParse(value).success);

const Opened = z.object({
  width: z.number(),
  height: z.number(),
  depth: z.number(),
  hollow: z.array(z.object({ ...column, z: z.number(), depth: z.number() })),
});

const Folded = z.object({
  fits: z.enum(FOLD_FITS),
  inside: Opened.optional(),
  places: z.array(Place),
  depthLeft: z.number().optional(),
  why: z.array(Why),
  exact: z.boolean(),
  assumed: z.array(z.string()),
});
/** A folded box as a screen shows it. */
export type Folded = z.output<typeof Folded>;

export const FoldingAnswer = z.object({
  fold: Folded,
  helps: z.array(
    z.object({
      kind: z.enum(HELP_KINDS),
      what: z.string().optional(),
      fold: Folded,
      box: BoxDocument.optional(),
    }),
  ),
  /** With deeper switches one day; undefined where there is none to change. */
  later: Folded.optional(),
});
export type FoldingAnswer = z.output<typeof FoldingAnswer>;

const shown = ({ fits, inside, places, depthLeft, why, exact, assumed }: Fold): Folded =>
  Folded.parse({
    fits,
    inside: inside && openedOf(inside),
    places,
    depthLeft,
    why,
    exact,
    assumed,
  });

/** Folds a box, tries what would help, and deeper switches in it. */
export function answerFolding(question: unknown): FoldingAnswer {
  const { box, circuit, edition: id, kit } = FoldQuestion.parse(question);
  const edition = editionOf(id);
  const solids = solidsOf(kit);
  const joined = joinedOf(box, { edition, circuit, stock: stockOf(kit) });
  const fold = foldBox(box, edition, joined, { solids });
  const smart = withSmartSwitches(box);
  const changes = smart.items.some((item, nth) => item !== box.items[nth]);
  return {
    fold: shown(fold),
    helps:
      fold.fits === 'yes'
        ? []
        : helpsOf(box, edition, joined, fold, solids).map(({ kind, what, fold: other, box: ordered }) => ({
            kind,
            fold: shown(other),
            ...(what === undefined ? {} : { what }),
            ...(ordered === undefined ? {} : { box: ordered }),
          })),
    ...(changes ? { later: shown(foldBox(smart, edition, joined, { solids })) } : {}),
  };
}

/** Whether each box folds, with the joints it would be planned with. */
export function answerFits({ boxes, circuit, edition: id, kit }: FitsQuestion): FitsAnswer {
  const edition = editionOf(id);
  const solids = solidsOf(kit);
  return boxes.map(
    (box) =>
      foldBox(box, edition, joinedOf(box, { edition, circuit, stock: stockOf(kit) }), { solids, quick: true })
        .fits,
  );
}
