import { RecordId } from '@dense-pack/core/box/record';
import { z } from 'zod';
import { onFirstUse } from '@dense-pack/core/schema/on-first-use';

/** A photo as it lies in the store. */
export const Waiting = onFirstUse(() =>
  z.object({
    boxId: RecordId,
    photo: z.custom<Blob>((value) => typeof value === 'object' && value !== null),
    /** Why the server does not take it. It stays until the person removes it. */
    refused: z.string().optional(),
  }),
);
export type Waiting = z.output<typeof Waiting>;
