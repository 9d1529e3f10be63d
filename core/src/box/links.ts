/** The cables between the boxes of a job (docs/trade.md#the-run): each has two ends, and each end is claimed once. */
import { z } from 'zod';
import { pieceId } from './piece-id.ts';
import { onFirstUse } from '../schema/on-first-use.ts';

const recordId = onFirstUse(() =>
  z.string().regex(/^[a-z0-9-]{8,40}$/, 'must be 8 to 40 of a–z, 0–9 and “-”'),
);

/** Where a cable ends that is not at a box of the job. */
export const FAR_ENDS = {
  panel: 'the panel',
  lamp: 'a lamp or load',
  unknown: 'not known',
} as const;
export type FarEnd = keyof typeof FAR_ENDS;

/** The end of a cable in a box. */
export const CableEnd = onFirstUse(() => z.strictObject({ box: recordId, piece: pieceId }));
export type CableEnd = z.output<typeof CableEnd>;

/** A cable from one box to another, or to something that is no box. */
export const Link = onFirstUse(() =>
  z
    .strictObject({
      id: z.string().regex(/^[a-z0-9-]{1,40}$/, 'must be 1 to 40 of a–z, 0–9 and “-”'),
      from: CableEnd,
      to: z.union([CableEnd, z.enum(Object.keys(FAR_ENDS) as [FarEnd, ...FarEnd[]])]),
      /** How long it is, ft, with what hangs out at both ends. */
      feet: z
        .int('must be whole feet')
        .min(1, 'must be at least 1 ft')
        .max(2000, 'must be at most 2000 ft')
        .optional(),
    })
    .refine(({ from, to }) => typeof to === 'string' || to.box !== from.box, {
      path: ['to'],
      error: 'must end at another box: a cable does not come back to its own',
    }),
);
export type Link = z.output<typeof Link>;

export const endKey = ({ box, piece }: CableEnd): string => `${box}/${piece}`;

/** Both ends of a link that are in boxes. */
export const endsOf = ({ from, to }: Link): readonly CableEnd[] =>
  typeof to === 'string' ? [from] : [from, to];

export const Links = onFirstUse(() =>
  z
    .array(Link)
    .max(2000, 'must be at most 2000 cables')
    .superRefine((links, problem) => {
      const claimed = new Set<string>();
      links.forEach((link, nth) => {
        for (const end of endsOf(link)) {
          if (claimed.has(endKey(end)))
            problem.addIssue({
              code: 'custom',
              path: [nth],
              message: 'this end of a cable is linked already; accepted is an end that is free',
            });
          claimed.add(endKey(end));
        }
      });
      if (new Set(links.map(({ id }) => id)).size < links.length)
        problem.addIssue({ code: 'custom', path: [], message: 'two cables have the same id' });
    }),
);
