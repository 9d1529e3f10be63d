/** What a request asks for, read from its address. */
import { RecordId } from '@dense-pack/core';
import { WriteId } from '@dense-pack/core/box/write-id';
import type { Request } from 'express';
import type { MadeFrom, Page } from '../services/boxes.ts';
import { Refused } from '../services/failures.ts';

export const idOf = (request: Request): string => String(request.params['id']);

/** The state a deletion names: `?version=3&write=4f1c09ab22d7.1k`, the write where it is known. @throws Refused 400 */
export function madeFromIn({ query }: Request): MadeFrom {
  const version = Number(query['version']);
  const write = WriteId.optional().safeParse(query['write']);
  if (!write.success)
    throw new Refused(400, 'Some of this cannot be taken', {
      errors: [{ field: 'write', accepted: 'the id of the write that made the version, or none' }],
    });
  if (Number.isInteger(version) && version >= 1) return { version, write: write.data };
  throw new Refused(400, 'Some of this cannot be taken', {
    errors: [
      {
        field: 'version',
        accepted:
          'the version that is deleted, a whole number from 1, as “?version=3”: it must be the stored one',
      },
    ],
  });
}

/** The id of a write by itself: `?operation=…`. @throws Refused 400 */
export function operationOf({ query }: Request): { readonly operation?: string } {
  if (query['operation'] === undefined) return {};
  const read = RecordId.safeParse(query['operation']);
  if (read.success) return { operation: read.data };
  throw new Refused(400, 'Some of this cannot be taken', {
    errors: [{ field: 'operation', accepted: 'an id of 8 to 40 of a–z, 0–9 and “-”, or none' }],
  });
}

const PAGE_MOST = 1000;

/** The part of a list that is asked for: `?from=100&most=100`; undefined for all of it. @throws Refused 400 */
export function pageOf({ query }: Request): Page | undefined {
  if (query['from'] === undefined && query['most'] === undefined) return undefined;
  const from = Number(query['from'] ?? 0);
  const most = Number(query['most'] ?? PAGE_MOST);
  const errors = [
    ...(Number.isInteger(from) && from >= 0
      ? []
      : [{ field: 'from', accepted: 'how many are passed over, a whole number from 0' }]),
    ...(Number.isInteger(most) && most >= 1 && most <= PAGE_MOST
      ? []
      : [{ field: 'most', accepted: `how many are told, a whole number from 1 to ${PAGE_MOST}` }]),
  ];
  if (errors.length > 0) throw new Refused(400, 'Some of this cannot be taken', { errors });
  return { from, most };
}
