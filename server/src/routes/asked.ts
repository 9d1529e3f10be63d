/** What a request asks for, read from its address. */
import { RecordId } from '@dense-pack/core';
import { onFirstUse } from '@dense-pack/core/schema/on-first-use';
import { WriteId } from '@dense-pack/core/box/write-id';
import type { Request } from 'express';
import { z } from 'zod';
import type { Page } from '../services/box-rows.ts';
import type { MadeFrom } from '../services/boxes.ts';
import type { CardsAsked } from '../services/cards.ts';
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

const byField = onFirstUse(() =>
  z
    .string()
    .trim()
    .max(60)
    .regex(/^[^\u0000-\u001f\u007f]*$/),
);

/** Which device deletes: `?by=Phone of the van`. @throws Refused 400 */
export function deviceIn({ query: { by = '' } }: Request): string {
  const read = byField.safeParse(by);
  if (read.success) return read.data;
  throw refusedField('by', 'the name of the device, at most 60 characters in one line, or none');
}

const refusedField = (field: string, accepted: string) =>
  new Refused(400, 'Some of this cannot be taken', { errors: [{ field, accepted }] });

/** How many cards an answer has by default, and at most. */
const CARDS = 100;
const CARDS_MOST = 500;

/** `2026-03-02T09:00:00.000Z,job-0000001`: the last card before a page. */
const AFTER = /^(\d{4}-\d\d-\d\dT[\d:.]+Z),([a-z0-9-]{1,40})$/;

/**
 * The cards that are asked for: `?most=50&after=2026-03-02T09:00:00.000Z,job-0000001`, `?words=elm`, or `?since=` and a state.
 * @throws Refused 400
 */
export function cardsIn({ query }: Request): CardsAsked {
  const { most = String(CARDS), after, words = '', since } = query;
  const many = Number(most);
  if (!Number.isInteger(many) || many < 1 || many > CARDS_MOST)
    throw refusedField('most', `how many are wanted, a whole number from 1 to ${CARDS_MOST}`);
  if (query['from'] !== undefined)
    throw refusedField(
      'from',
      'nothing: a page of jobs begins “after” a job, “?after=2026-03-02T09:00:00.000Z,job-0000001”',
    );
  const [, updatedAt, id] = (typeof after === 'string' && AFTER.exec(after)) || [];
  if (after !== undefined && (updatedAt === undefined || id === undefined))
    throw refusedField(
      'after',
      'the date and the id of the last job before the page, “2026-03-02T09:00:00.000Z,job-0000001”',
    );
  if (typeof words !== 'string' || words.length > 200)
    throw refusedField('words', 'words of the name or the note, at most 200 characters');
  const state = WriteId.optional().safeParse(since);
  if (!state.success) throw refusedField('since', 'the state of the list as the server said it');
  return {
    most: many,
    words,
    since: state.data,
    ...(updatedAt === undefined || id === undefined ? {} : { after: { updatedAt, id } }),
  };
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
