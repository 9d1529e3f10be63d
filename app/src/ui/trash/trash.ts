/** What was deleted, as the server has it: read, brought back, or deleted for good. */
import { Trashed } from '@dense-pack/core/box/record';
import { useInfiniteQuery } from '@tanstack/react-query';
import { z } from 'zod';
import { Deleted } from '@/sync/answers';
import { ProblemAnswer, request } from '@/sync/api';
import { jobKey, jobsKey, queryClient } from '../client/sending';

const Trash = z.object({ trash: z.array(Trashed), more: z.boolean() });
const BroughtBack = z.object({ jobId: z.string() });
const trashKey = ['trash'] as const;
/** So many are read at once. */
const PAGE = 50;

export function useTrash() {
  return useInfiniteQuery({
    queryKey: trashKey,
    initialPageParam: 0,
    queryFn: ({ pageParam }) => request(Trash, `/trash?from=${pageParam}&most=${PAGE}`),
    getNextPageParam: ({ more }, pages) => (more ? pages.length * PAGE : undefined),
    staleTime: 0,
    // Another phone may have brought something back: what was read before is not kept.
    meta: { passing: true },
  });
}

/** Why the server did not do it, in words. */
const whyNot = (error: unknown): string =>
  error instanceof ProblemAnswer ? error.words : 'The server does not answer. Try again with a signal.';

const readAnew = () => queryClient.invalidateQueries({ queryKey: trashKey });

/** Brings it back. @returns where it is now, or why it is not back */
export async function bringBack({
  id,
}: Trashed): Promise<{ readonly jobId: string } | { readonly why: string }> {
  try {
    const { jobId } = await request(BroughtBack, `/trash/${id}`, 'POST', {});
    await Promise.all([
      readAnew(),
      queryClient.invalidateQueries({ queryKey: jobsKey }),
      queryClient.invalidateQueries({ queryKey: jobKey(jobId), refetchType: 'all' }),
    ]);
    return { jobId };
  } catch (error) {
    void readAnew();
    return { why: whyNot(error) };
  }
}

/** Deletes it for good. @returns why it is still there; undefined when it is gone */
export async function throwAway({ id }: Trashed): Promise<string | undefined> {
  try {
    await request(Deleted, `/trash/${id}`, 'DELETE');
    await readAnew();
    return undefined;
  } catch (error) {
    void readAnew();
    return whyNot(error);
  }
}
