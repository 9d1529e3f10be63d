/** What is asked: the cables of a box, what was mounted on it, what can be, and the readings taken so far. */
import { z } from 'zod';
import { oneLine } from '../box/one-line.ts';
import { Reading, readingName as name } from '../box/reading.ts';
import { DEVICES, keysOf } from '../box/words.ts';
import { ROLE_WORDS } from './roles.ts';

/** The most cables that are told apart at once. */
export const MOST_CABLES = 12;
export const IdentifyAsk = z.strictObject({
  cables: z
    .array(z.strictObject({ id: name, kind: name, label: oneLine(80).optional() }))
    .min(1, 'must have a cable')
    .max(MOST_CABLES, `must have at most ${MOST_CABLES} cables`),
  controls: z.array(z.enum(keysOf(DEVICES))).default([]),
  roles: z
    .array(z.enum(keysOf(ROLE_WORDS)))
    .min(1, 'must name a role')
    .optional(),
  readings: z.array(Reading).max(500).default([]),
  /** Whether the tester was proved on a known live source before and after. */
  proved: z.boolean().default(false),
});
export type IdentifyAsk = z.output<typeof IdentifyAsk>;
