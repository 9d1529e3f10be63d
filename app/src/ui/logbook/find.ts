/** Boxes found across all jobs: by the server, or without it among those this phone knows, by the same words. */
import type { JobWithBoxes } from '@/sync/answers';
import { request } from '@/sync/api';
import type { BoxRecord } from '@dense-pack/core/box/record';
import { LogbookAnswer } from '@dense-pack/core/logbook/answer';
import { matches, searchWords, textOf } from '@dense-pack/core/logbook/text';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';

export interface Found extends LogbookAnswer {
  /** Only what this phone knows was looked through. */
  readonly here: boolean;
}

/** How long a search waits for the next letter, ms. */
const PAUSE = 120;
/** The most boxes that are told without a server. */
const MOST = 60;

const texts = new WeakMap<BoxRecord, string>();

/** Among the jobs a phone knows. */
export function findHere(jobs: readonly JobWithBoxes[], asked: string): LogbookAnswer {
  const words = searchWords(asked);
  const hits = jobs
    .flatMap((job) => job.boxes.map((box) => ({ job, box })))
    .filter(({ job, box }) => {
      const text = texts.get(box) ?? textOf(job, box);
      texts.set(box, text);
      return matches(text, words);
    })
    .sort((a, b) => (a.box.updatedAt < b.box.updatedAt ? 1 : -1))
    .map(({ job, box }) => ({
      jobId: job.id,
      job: job.name,
      boxId: box.id,
      name: box.name,
      room: box.room,
      circuit: box.circuit,
      updatedAt: box.updatedAt,
    }));
  return { hits: hits.slice(0, MOST), more: hits.length > MOST };
}

/** @returns undefined while the first answer is awaited */
export function useFound(asked: string): Found | undefined {
  const client = useQueryClient();
  const [settled, setSettled] = useState(asked);
  useEffect(() => {
    const timer = setTimeout(() => setSettled(asked), PAUSE);
    return () => clearTimeout(timer);
  }, [asked]);
  const { data, isError } = useQuery({
    queryKey: ['logbook', settled],
    queryFn: () => request(LogbookAnswer, `/logbook?q=${encodeURIComponent(settled)}`),
    placeholderData: (before) => before,
    retry: false,
  });
  if (data && !isError) return { ...data, here: false };
  if (!isError) return undefined;
  const known = client
    .getQueriesData<JobWithBoxes>({ queryKey: ['job'] })
    .flatMap(([, job]) => (job ? [job] : []));
  return { ...findHere(known, settled), here: true };
}
