/** How far the server is with a paper or an archive that was asked for under a name. */
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { z } from 'zod';
import { newId } from '@dense-pack/core/box/new-id';
import { onFirstUse } from '@dense-pack/core/schema/on-first-use';
import { request } from '@/sync/api';
import { Words } from './Words';

const Standing = onFirstUse(() =>
  z.object({
    is: z.enum(['unknown', 'waiting', 'running', 'done', 'failed']),
    done: z.int().optional(),
    of: z.int().optional(),
  }),
);
export type Standing = z.output<typeof Standing>;

/** It is asked for so often, in ms. */
const EVERY_MS = 400;
/** After so many answers that the server knows nothing of it, it is not asked any more. */
const UNKNOWN_MOST = 50;

/** A name for each work, made when it begins; undefined before the first. */
export function useWorkName() {
  const [name, setName] = useState<string>();
  return {
    name,
    begin: () => {
      const next = newId();
      setName(next);
      return next;
    },
  };
}

/** @example wordsOf({ is: 'running', done: 3, of: 8 }, 'Setting sheets') === 'Setting sheets: 3 of 8' */
export function wordsOf({ is, done, of }: Standing, what: string): string {
  if (is === 'done') return `${what}: done`;
  if (is === 'failed') return `${what}: it did not come to an end`;
  if (is === 'unknown') return `${what}: not begun yet`;
  if (is === 'waiting') return `${what}: waiting for its turn`;
  return done === undefined || of === undefined ? `${what}…` : `${what}: ${done} of ${of}`;
}

/** @param name of the work @param what it is, as “Setting sheets” */
export function WorkProgress({ name, what }: { readonly name: string | undefined; readonly what: string }) {
  return name === undefined ? null : <Followed name={name} what={what} />;
}

function Followed({ name, what }: { readonly name: string; readonly what: string }) {
  const { data } = useQuery({
    queryKey: ['work', name],
    queryFn: () => request(Standing, `/works/${name}`),
    refetchInterval: ({ state: { data, dataUpdateCount } }) => {
      if (data?.is === 'done' || data?.is === 'failed') return false;
      // A request that never came to the server, or a server that was started again: it is not asked for ever.
      return data?.is === 'unknown' && dataUpdateCount > UNKNOWN_MOST ? false : EVERY_MS;
    },
    gcTime: 0,
    retry: false,
    meta: { passing: true },
  });
  if (!data) return null;
  return (
    <Words role="status" tone="text-soft">
      {wordsOf(data, what)}
    </Words>
  );
}
