/** What is asked: the cables of a box, what was mounted on it, what can be, and the readings taken so far. */
import { z } from 'zod';
import { oneLine } from '../box/one-line.ts';
import { DEVICES, keysOf } from '../box/words.ts';
import { ROLE_WORDS } from './roles.ts';

/** The most cables that are told apart at once. */
export const MOST_CABLES = 12;
const name = oneLine(60).refine((text) => text.trim() !== '', 'must not be empty');
const conductor = name;
const far = z.enum(['on', 'off']).optional();

/** The classes a meter’s figure falls into, in volts (handbook 20, 23): near 0, stray on a floating conductor, 120, 240. */
const CLASSES = [
  { from: 0, to: 10, says: '0' },
  // A high-impedance meter shows a stray 10 to 80 V on a floating conductor.
  { from: 10, to: 90, says: 'float' },
  { from: 90, to: 150, says: '120' },
  { from: 190, to: 270, says: '240' },
] as const;
export type Volts = (typeof CLASSES)[number]['says'];

/** @param says a meter’s figure, V, or that it floats */
export function voltsOf(says: number | 'float'): Volts | undefined {
  if (says === 'float') return 'float';
  const size = Math.abs(says);
  return CLASSES.find(({ from, to }) => size >= from && size < to)?.says;
}

const volts = z.union([z.number(), z.literal('float')]).refine((says) => voltsOf(says) !== undefined, {
  error: ({ input }) =>
    `${String(input)} is no reading of a house’s circuits; accepted are 0 to 150 and 190 to 270 V, or “float”`,
});

/** One reading. `far`: how the switch at the other end of that cable stands, if it was thrown to see. */
export const Reading = z.discriminatedUnion('test', [
  z.strictObject({ test: z.literal('volts'), from: conductor, to: conductor, says: volts, far }),
  z.strictObject({ test: z.literal('noncontact'), at: conductor, says: z.enum(['live', 'dead']) }),
  z.strictObject({
    test: z.literal('continuity'),
    from: conductor,
    to: conductor,
    says: z.enum(['closed', 'open']),
    far,
  }),
  z.strictObject({
    test: z.literal('energize'),
    cable: name,
    says: z.enum(['light', 'outlet', 'switch', 'nothing']),
    far,
  }),
]);
export type Reading = z.output<typeof Reading>;

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
