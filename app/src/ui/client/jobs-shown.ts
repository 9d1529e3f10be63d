/** The jobs a screen shows: the server’s list with what waits on this phone laid over it. */
import { JOB_PREVIEW, type JobCard } from '@dense-pack/core/box/record';
import { previewOf } from '@dense-pack/core/vessel/preview';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import type { BoxEntry, Entry, JobEntry } from '@/sync/entry';
import { editionFor, jobFromEntry, useEntries } from './queries';
import { againAfter, jobsQuery, soughtQuery } from './read-cards';
import { talliedBy } from './worked-out';

/** The card of a job that has not been sent yet. */
function cardOf(entry: JobEntry, entries: readonly Entry[]): JobCard {
  const { panel: _panel, links: _links, ...job } = jobFromEntry(entry);
  const boxes = entries.filter((one): one is BoxEntry => one.what === 'box' && one.jobId === entry.id);
  return {
    ...job,
    boxes: boxes.length,
    over: 0,
    open: 0,
    unknown: 0,
    unreadable: 0,
    uncounted: 0,
    vessels: boxes
      .slice(0, JOB_PREVIEW)
      .map(({ fields: { box } }) => previewOf(box, talliedBy(box, editionFor(job, box)))),
  };
}

/** All jobs that are read, those that wait in the outbox first. */
export function useJobs() {
  const entries = useEntries();
  const query = useQuery({ ...jobsQuery, refetchInterval: ({ state }) => againAfter(state.data) });
  const jobs = useMemo(() => {
    if (!query.data && !entries.some((entry) => entry.what === 'job')) return undefined;
    const gone = new Set(entries.filter((entry) => entry.what === 'delete').map((entry) => entry.id));
    const stored = (query.data?.jobs ?? []).filter((job) => !gone.has(job.id));
    const made = entries
      .filter((entry) => entry.what === 'job')
      .filter((entry) => !stored.some((job) => job.id === entry.id))
      .map((entry) => cardOf(entry, entries));
    return [...made, ...stored];
  }, [entries, query.data]);
  return { ...query, jobs, more: query.data?.more ?? false, count: query.data?.count };
}

/**
 * Jobs whose name or note has these words.
 * @param jobs those that are read; where there are more, the server is asked too
 */
export function useSought(jobs: readonly JobCard[] | undefined, words: string, more: boolean) {
  const sought = words.trim().toLowerCase();
  const query = useQuery({ ...soughtQuery(sought), enabled: more && sought !== '', gcTime: 60_000 });
  const here = (jobs ?? []).filter(({ name, note }) => `${name} ${note}`.toLowerCase().includes(sought));
  const known = new Set(here.map(({ id }) => id));
  return {
    found: [...here, ...(query.data ?? []).filter(({ id }) => !known.has(id))],
    away: query.isError,
  };
}
