/** A finding as it is stored or sent: checked when it comes back. */
import { z } from 'zod';
import { codesOf, type Family, type Finding, SEVERITIES } from './finding.ts';

const argument = z.union([
  z.string(),
  z.number(),
  z.boolean(),
  z.null(),
  z.array(z.union([z.string(), z.number()])),
]);
const ids = z.array(z.string()).optional();

export const StoredFinding = z
  .object({
    family: z.enum(['fill', 'check', 'obstacle', 'wiring', 'proof']),
    code: z.string(),
    args: z.record(z.string(), argument.optional()),
    at: z.object({ pieces: ids, ends: ids, joint: z.string().optional(), circuits: ids, potentials: ids }),
    severity: z.enum(SEVERITIES),
    section: z.string(),
  })
  .refine(({ family, code }) => (codesOf(family) as readonly string[]).includes(code), {
    path: ['code'],
    error: 'must be a finding this program knows',
  })
  .transform((one): Finding => one as Finding);

/** Findings of one family. */
export const storedFindings = <F extends Family>(family: F) =>
  z.array(
    StoredFinding.refine((one) => one.family === family, {
      path: ['family'],
      error: `must be of the ${family}`,
    }).transform((one) => one as unknown as Finding<F>),
  );
