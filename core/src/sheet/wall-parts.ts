/** What a sheet says of the wall: the opening that is cut, and surface raceway that starts from the box. */
import type { BoxRecord } from '../box/record.ts';
import { cap } from '../finding/say.ts';
import { type Length, showInches } from '../quantity/length.ts';
import type { CutIn } from '../space/cut-in.ts';
import { reasonsOf } from '../space/cut-in-words.ts';
import { fittingsOf, layOut, surfaceWords } from '../space/surface.ts';
import type { Part } from './part.ts';

const tape = (length: number) => `${showInches(Math.round(length) as Length)} in`;

/** The opening in the wall: what is cut, where, and what the plan stands on. */
export function openingPart(hole: CutIn): Part {
  const { best } = hole;
  const rows = best
    ? [
        [
          'Cut',
          `${tape(best.opening.width)} × ${tape(best.opening.height)}, centre ${tape(best.y)} from the ${hole.space.ceiling ? 'edge' : 'floor'}; ${tape(best.depthLeft)} of depth left; ${best.plate.kind} plate${best.plate.covers ? '' : ' and a patch'}`,
        ],
      ]
    : [];
  return {
    title: 'Opening',
    widths: [26, 74],
    rows: rows.map((cells) => ({ cells })),
    // The drawing tells the place; why it is there, or why there is none, is one sentence or two.
    note: (best ? reasonsOf(hole, tape).slice(0, 1) : reasonsOf(hole, tape)).join(' '),
  };
}

/** Surface raceway that starts here: how it is cut. */
export function racewayPart({ seen }: BoxRecord): Part[] {
  if (!seen.surface) return [];
  const run = layOut(seen.surface);
  if (!run.cut)
    return [
      {
        title: 'Surface raceway',
        widths: [100],
        rows: [],
        note: run.problems.map((problem) => surfaceWords(problem, tape)).join(' '),
      },
    ];
  return [
    {
      title: 'Surface raceway',
      widths: [62, 38],
      rows: run.straights.map(({ from, to }, nth) => ({
        cells: [`${cap(from.what)} to ${to.what}`, run.cut?.pieces[nth]?.cut ?? ''],
      })),
      note: `Fittings: ${Object.entries(fittingsOf(run))
        .map(([what, many]) => `${many} ${what}`)
        .join(
          ', ',
        )}. Each of ${seen.surface.wires} wires ${tape(run.wire)}. Deburr and bush every cut; ${run.bonded} metal boxes are bonded.`,
    },
  ];
}
