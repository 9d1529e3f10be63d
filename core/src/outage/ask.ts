/** What is asked of an outage plan: the boxes to work on, their circuits and minutes, and what may be off how long. */
import { z } from 'zod';
import { oneLine } from '../box/one-line.ts';

/** The most boxes of one plan. */
export const MOST_BOXES = 60;
const name = oneLine(80).refine((text) => text.trim() !== '', 'must not be empty');
/** Minutes, exact to a hundredth. */
const minutes = z
  .number()
  .positive('must be more than 0 minutes')
  .max(10_000, 'must be at most 10000 minutes')
  .refine((value) => Math.abs(value * 100 - Math.round(value * 100)) < 1e-6, 'must be exact to a hundredth');

export const OutageAsk = z
  .strictObject({
    boxes: z
      .array(
        z.strictObject({
          name,
          circuits: z.array(name).min(1, 'must name a circuit').max(12, 'must name at most 12 circuits'),
          minutes,
        }),
      )
      .min(1, 'must have a box')
      .max(MOST_BOXES, `must have at most ${MOST_BOXES} boxes`),
    /** The most minutes a circuit may be off at a stretch. */
    limit: z.record(name, minutes).default({}),
  })
  .superRefine(({ boxes }, problem) => {
    const seen = new Set<string>();
    for (const [nth, box] of boxes.entries()) {
      if (seen.has(box.name))
        problem.addIssue({
          code: 'custom',
          path: ['boxes', nth, 'name'],
          message: `“${box.name}” is there already; accepted is a name no other box has`,
        });
      seen.add(box.name);
      if (new Set(box.circuits).size < box.circuits.length)
        problem.addIssue({
          code: 'custom',
          path: ['boxes', nth, 'circuits'],
          message: 'names a circuit twice; accepted is each circuit once',
        });
    }
  });
export type OutageAsk = z.output<typeof OutageAsk>;
