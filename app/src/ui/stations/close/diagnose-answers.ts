/** The question a screen asks of the diagnosis and its answer, as they pass to a worker and back. */
import { BoxDocument } from '@dense-pack/core/box/document';
import { inEdition } from '@dense-pack/core/box/ground-wire';
import { PointReading } from '@dense-pack/core/diagnose/ask';
import { diagnose } from '@dense-pack/core/diagnose/diagnose';
import { FAULT_KINDS } from '@dense-pack/core/diagnose/faults';
import { EDITION_IDS, editionOf } from '@dense-pack/core/edition/index';
import { Kit, stockOf } from '@dense-pack/core/parts/kit';
import { physicalOf } from '@dense-pack/core/physical/physical';
import { planOf } from '@dense-pack/core/plan/planned';
import { workOf } from '@dense-pack/core/plan/suggest';
import { z } from 'zod';

export const DiagnoseQuestion = z.object({
  box: BoxDocument,
  circuit: z.string(),
  edition: z.enum(EDITION_IDS),
  kit: Kit,
  readings: z.array(PointReading),
});
export type DiagnoseQuestion = z.output<typeof DiagnoseQuestion>;

const fault = z.object({ kind: z.enum(FAULT_KINDS), ends: z.array(z.string()) });

export const DiagnoseAnswer = z.object({
  asPlanned: z.boolean(),
  fits: z.array(
    z.object({
      words: z.string(),
      where: z.string(),
      fault,
      and: fault.extend({ where: z.string() }).optional(),
      explains: z.int(),
      alike: z.int(),
    }),
  ),
  untested: z.array(z.string()),
  next: z
    .object({
      at: z.string(),
      read: z.enum(['lamps', 'on']),
      switches: z.record(z.string(), z.int()),
      tripped: z.array(z.string()).optional(),
      left: z.record(z.string(), z.int()),
    })
    .nullable(),
});
export type DiagnoseAnswer = z.output<typeof DiagnoseAnswer>;

/** Diagnoses; what comes in is parsed, what goes out is plain. */
export function answerDiagnose(question: unknown): DiagnoseAnswer {
  const { box: recorded, circuit, edition, kit, readings } = DiagnoseQuestion.parse(question);
  const box = inEdition(recorded, editionOf(edition));
  const work = workOf(box, circuit);
  const { wiring } = planOf(box, work, editionOf(edition), stockOf(kit));
  const found = diagnose(physicalOf(box, work), work, wiring, readings);
  if ('field' in found) throw new Error(`${found.field}: ${found.found}; ${found.accepted}`);
  return DiagnoseAnswer.parse(found);
}
