/**
 * A reading taken while all conductors of a box are apart and none touches another (docs/trade.md#identifying). A conductor is
 * named by its cable and colour: `1.black`, `1.ground`.
 */
import { z } from 'zod';
import { oneLine } from './one-line.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

/** What a cable or a conductor of it is called. */
export const readingName = onFirstUse(() =>
  oneLine(60).refine((text) => text.trim() !== '', 'must not be empty'),
);
const conductor = readingName;
const far = onFirstUse(() => z.enum(['on', 'off']).optional());

/** The classes a meter’s figure falls into, in volts (docs/trade.md#identifying, #testing): near 0, stray on a floating conductor, 120, 240. */
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

const volts = onFirstUse(() =>
  z.union([z.number(), z.literal('float')]).refine((says) => voltsOf(says) !== undefined, {
    error: ({ input }) =>
      `${String(input)} is no reading of a house’s circuits; accepted are 0 to 150 and 190 to 270 V, or “float”`,
  }),
);

/** One reading. `far`: how the switch at the other end of that cable stands, if it was thrown to see. */
export const Reading = onFirstUse(() =>
  z.discriminatedUnion('test', [
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
      cable: readingName,
      says: z.enum(['light', 'outlet', 'switch', 'nothing']),
      far,
    }),
  ]),
);
export type Reading = z.output<typeof Reading>;
