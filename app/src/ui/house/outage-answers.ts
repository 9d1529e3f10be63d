/** The question a screen asks of the outage plan and its answer, as they pass to a worker and back. */
import { OutageAsk } from '@dense-pack/core/outage/ask';
import { planOutage } from '@dense-pack/core/outage/plan';
import { z } from 'zod';

const texts = z.array(z.string());
export const OutageAnswer = z.object({
  order: texts,
  switchings: z.int(),
  off: z.record(z.string(), z.number()),
  kept: z.boolean(),
  steps: texts,
  exact: z.boolean(),
  stretches: z.record(z.string(), z.array(z.tuple([z.number(), z.number()]))),
  over: texts,
});
export type OutageAnswer = z.output<typeof OutageAnswer>;

/** Plans; what comes in is parsed, what goes out is plain. */
export const answerOutage = (question: unknown): OutageAnswer =>
  OutageAnswer.parse(planOutage(OutageAsk.parse(question)));
