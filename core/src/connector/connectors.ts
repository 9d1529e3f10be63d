/**
 * Kinds of splicing connectors and what each holds. Typical, common practice (docs/trade.md#joints-and-pigtails) and from memory:
 * the package marking governs, and every figure is the person's to change.
 */
import { z } from 'zod';
import { SIZES, type Size } from '../edition/index.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

/** Area of a solid copper conductor in circular mils: NEC chapter 9, Table 8, from memory. */
export const CIRCULAR_MILS: Readonly<Partial<Record<Size, number>>> = {
  18: 1620,
  16: 2580,
  14: 4110,
  12: 6530,
  10: 10380,
  8: 16510,
  6: 26240,
};

export const FAMILIES = {
  twist: 'twist-on',
  push: 'push-in',
  lever: 'lever',
  crimp: 'crimp sleeve',
} as const;
export type Family = keyof typeof FAMILIES;

/** How much of a conductor is stripped for each kind. Common practice (docs/trade.md#joints-and-pigtails): the gauge on the part governs. */
export const STRIP: Readonly<Record<Family | 'screw' | 'clamp', string>> = {
  twist: '⅝–¾ in',
  push: '½ in',
  lever: '⁷⁄₁₆ in',
  crimp: '¾ in',
  screw: '¾ in, hooked clockwise',
  clamp: 'by the gauge on the device',
};

const size = onFirstUse(() => z.literal([...SIZES]));

export const Connector = onFirstUse(() =>
  z.strictObject({
    id: z.string().regex(/^[a-z0-9-]{1,40}$/),
    name: z.string().min(1).max(60),
    family: z.enum(Object.keys(FAMILIES) as [Family, ...Family[]]),
    /** Ports, one conductor each, of a push-in or lever connector. */
    ports: z.int().min(2).max(12).optional(),
    /** The least and most it holds together, as so many of a size, of a twist-on or sleeve. */
    least: z.tuple([z.int().min(1).max(20), size]).optional(),
    most: z.tuple([z.int().min(1).max(20), size]).optional(),
    smallest: size,
    largest: size,
    /** Its body, in thousandths of a cubic inch. */
    bulk: z.int().min(1).max(5000),
    grounds: z.literal(true).optional(),
  }),
);
export type Connector = z.output<typeof Connector>;

const twist = (
  letter: string,
  least: [number, Size],
  most: [number, Size],
  smallest: Size,
  largest: Size,
  bulk: number,
): Connector => ({
  id: `twist-${letter.toLowerCase()}`,
  name: `twist-on ${letter}`,
  family: 'twist',
  least,
  most,
  smallest,
  largest,
  bulk,
});
const ported = (family: 'push' | 'lever', ports: number, bulk: number): Connector => ({
  id: `${family}-${ports}`,
  name: `${FAMILIES[family]}, ${ports} ports`,
  family,
  ports,
  smallest: 18,
  largest: 12,
  bulk,
});

export const CONNECTORS: readonly Connector[] = [
  twist('S', [2, 18], [2, 14], 18, 14, 120),
  twist('M', [2, 14], [3, 12], 18, 10, 300),
  twist('L', [2, 12], [5, 12], 14, 10, 550),
  twist('XL', [2, 10], [5, 10], 12, 6, 1100),
  ...([2, 3, 4, 6, 8] as const).map((ports) => ported('push', ports, 60 + 55 * ports)),
  ...([2, 3, 5] as const).map((ports) => ported('lever', ports, 80 + 75 * ports)),
  {
    id: 'crimp',
    name: 'copper crimp sleeve',
    family: 'crimp',
    least: [2, 14],
    most: [4, 12],
    smallest: 14,
    largest: 10,
    bulk: 100,
    grounds: true,
  },
];

const area = (sizes: readonly Size[]) =>
  sizes.reduce((sum, one) => sum + (CIRCULAR_MILS[one] ?? Infinity), 0);
const areaOf = ([count, one]: readonly [number, Size]) => count * (CIRCULAR_MILS[one] ?? Infinity);

/** Whether a connector holds these conductors. One alone is a capped end: it need only go in. */
export function holds(connector: Connector, sizes: readonly Size[], grounds: boolean): boolean {
  if (connector.grounds && !grounds) return false;
  // A larger number is a smaller conductor.
  if (sizes.some((one) => one > connector.smallest || one < connector.largest)) return false;
  if (connector.ports !== undefined) return sizes.length <= connector.ports;
  if (sizes.length === 1)
    return connector.family === 'twist' && (!connector.most || area(sizes) <= areaOf(connector.most));
  return (
    (!connector.least || area(sizes) >= areaOf(connector.least)) &&
    (!connector.most || area(sizes) <= areaOf(connector.most))
  );
}
