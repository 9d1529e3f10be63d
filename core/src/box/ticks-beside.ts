/**
 * Records of boxes of versions 1 and 2 kept what was made up in the document, with the whole plan it was ticked in. Before
 * such a record is read its ticks are put beside the box, each with what met there; the plan follows from the box.
 */
import { z } from 'zod';
import { madeUp } from './made-up.ts';
import { Wiring } from '../wiring/wiring.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

/** What is looked for in an earlier document. */
const Earlier = onFirstUse(() =>
  z.object({
    version: z.int().max(2),
    work: z.object({ plan: Wiring, made: z.array(z.string().max(80)).min(1) }),
  }),
);

/** A record of a box as it comes in at a border; one of today comes back untouched. */
export function ticksBeside(record: unknown): unknown {
  if (typeof record !== 'object' || record === null || !('box' in record)) return record;
  const earlier = Earlier.safeParse(record.box);
  if (!earlier.success) return record;
  const { plan, made } = earlier.data.work;
  const seen = 'seen' in record && typeof record.seen === 'object' ? record.seen : {};
  const before: unknown = seen && 'made' in seen ? seen.made : [];
  const kept = [...(Array.isArray(before) ? (before as unknown[]) : []), ...madeUp(made, plan)];
  return { ...record, seen: { ...seen, made: kept } };
}
