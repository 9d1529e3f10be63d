/** The question a screen asks of the planner and its answer, as they pass to a worker and back. */
import { BoxDocument } from '@dense-pack/core/box/document';
import { inEdition } from '@dense-pack/core/box/ground-wire';
import { JointIdText, Land, Wiring } from '@dense-pack/core/wiring/wiring';
import { isSignal, type Signal } from '@dense-pack/core/plan/signal';
import { NOTHING_JOINED } from '@dense-pack/core/wiring/edit';
import { EDITION_IDS, editionOf } from '@dense-pack/core/edition/index';
import { storedFindings } from '@dense-pack/core/finding/stored';
import { Kit, stockOf } from '@dense-pack/core/parts/kit';
import { facesOf } from '@dense-pack/core/plan/faces';
import { linesOf } from '@dense-pack/core/plan/ends';
import { orderOf } from '@dense-pack/core/drawing/layout';
import { computePlan } from '@dense-pack/core/plan/planned';
import { workOf } from '@dense-pack/core/plan/suggest';
import { FATES } from '@dense-pack/core/plan/synthesise';
import { z } from 'zod';

export const PlanQuestion = z.object({
  box: BoxDocument,
  circuit: z.string(),
  edition: z.enum(EDITION_IDS),
  kit: Kit,
  mode: z.enum(['plan', 'found']),
});
export type PlanQuestion = z.output<typeof PlanQuestion>;

const texts = z.array(z.string());
const SignalText = z.custom<Signal>((text) => typeof text === 'string' && isSignal(text));
const Block = z
  .object({
    key: z.string(),
    slots: texts,
    band: z.number(),
    bound: z.enum(['left', 'right']).optional(),
  })
  .transform(({ key, slots, band, bound }) => ({ key, slots, band, bound }));

export const PlanAnswer = z.object({
  plan: z
    .object({
      wiring: Wiring,
      carries: z.map(JointIdText, SignalText),
      obstacles: storedFindings('obstacle'),
      complete: z.boolean(),
      notes: texts,
      kept: z
        .object({
          joints: z.array(
            z
              .object({ found: JointIdText, fate: z.enum(FATES), now: JointIdText.optional() })
              .transform(({ now, ...rest }) => (now === undefined ? rest : { ...rest, now })),
          ),
          lands: z.array(Land),
          anew: z.boolean(),
        })
        .optional(),
    })
    .transform(({ kept, ...plan }) => (kept === undefined ? plan : { ...plan, kept })),
  proof: z.object({
    faults: storedFindings('proof'),
    states: z.int(),
    proved: z.int(),
    good: z.boolean(),
  }),
  findings: storedFindings('wiring'),
  /** In which order the wiring is drawn. */
  order: z.object({
    left: z.array(Block),
    right: z.array(Block),
    middle: z.array(
      z
        .object({ joints: texts, direct: z.string().optional() })
        .transform(({ joints, direct }) => ({ joints, direct })),
    ),
    crossings: z.number(),
  }),
});
export type PlanAnswer = z.output<typeof PlanAnswer>;

/** Plans; what comes in is parsed, what goes out is plain. */
export function answerPlan(question: unknown): unknown {
  const { box: recorded, circuit, edition: id, kit, mode } = PlanQuestion.parse(question);
  const box = inEdition(recorded, editionOf(id));
  const said = workOf(box, circuit);
  const computed = computePlan(box, said, editionOf(id), stockOf(kit), mode);
  const wiring = mode === 'found' ? (said.found ?? NOTHING_JOINED) : computed.plan.wiring;
  return { ...computed, order: orderOf(linesOf(box, said), facesOf(box, said), wiring) };
}
