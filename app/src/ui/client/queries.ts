/** TanStack Query over the API, with what waits in the outbox laid over what the server said. */
import { DEFAULT_EDITION, editionOf } from '@dense-pack/core/edition/index';
import {
  BoxFields,
  JOB_PREVIEW,
  type BoxRecord,
  type Job,
  type JobCard,
  type JobFields,
} from '@dense-pack/core/box/record';
import { tally } from '@dense-pack/core/fill/tally';
import { QueryClient, useQuery } from '@tanstack/react-query';
import { useCallback, useMemo, useSyncExternalStore } from 'react';
import type { z } from 'zod';
import { BoxStates, JobList, JobWithBoxes, ProblemAnswer, request, ServerAway } from './api';
import { type BoxEntry, type Entry, fieldsOf, Outbox } from './outbox';
import { photos } from './photos';

const jobsKey = ['jobs'] as const;
const jobKey = (id: string) => ['job', id] as const;
const statesKey = (boxId: string) => ['states', boxId] as const;

export const queryClient = new QueryClient({
  defaultOptions: {
    queries: {
      networkMode: 'always',
      retry: (failures, error) => !(error instanceof ProblemAnswer) && failures < 2,
      retryDelay: (attempt) => 400 * 2 ** attempt,
      staleTime: 2000,
      gcTime: Infinity,
      refetchOnReconnect: true,
    },
  },
});

function putBox(record: BoxRecord): void {
  queryClient.setQueryData<JobWithBoxes>(jobKey(record.jobId), (job) => {
    if (!job) return job;
    const there = job.boxes.some((box) => box.id === record.id);
    return {
      ...job,
      boxes: there ? job.boxes.map((box) => (box.id === record.id ? record : box)) : [...job.boxes, record],
    };
  });
}

const tabs = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('dense-pack');

export const outbox = new Outbox(
  globalThis.localStorage,
  {
    box(record) {
      putBox(record);
      void queryClient.invalidateQueries({ queryKey: statesKey(record.id) });
      tabs?.postMessage(record.jobId);
    },
    job(job) {
      queryClient.setQueryData<JobWithBoxes>(jobKey(job.id), (known) => ({ boxes: [], ...known, ...job }));
    },
    deleted(id) {
      queryClient.setQueriesData<JobWithBoxes>({ queryKey: ['job'] }, (job) =>
        job ? { ...job, boxes: job.boxes.filter((box) => box.id !== id) } : job,
      );
    },
    settled() {
      void queryClient.invalidateQueries({ queryKey: jobsKey });
      void photos.flush();
    },
  },
  (work) =>
    typeof navigator !== 'undefined' && navigator.locks
      ? navigator.locks.request('dense-pack-outbox', work)
      : work(),
);

/** Starts sending: now, when the network comes back, and when the page is looked at again. */
export function startOutbox(): () => void {
  const send = () => {
    void outbox.flush();
    void photos.flush();
  };
  const other = (event: StorageEvent) => {
    if (event.key === null || event.key.startsWith('dense-pack/')) outbox.reload();
  };
  const refresh = (event: MessageEvent) =>
    void queryClient.invalidateQueries({ queryKey: jobKey(String(event.data)) });
  globalThis.addEventListener('online', send);
  globalThis.addEventListener('focus', send);
  globalThis.addEventListener('storage', other);
  tabs?.addEventListener('message', refresh);
  send();
  return () => {
    globalThis.removeEventListener('online', send);
    globalThis.removeEventListener('focus', send);
    globalThis.removeEventListener('storage', other);
    tabs?.removeEventListener('message', refresh);
  };
}

export function useOutbox() {
  return useSyncExternalStore(outbox.subscribe, outbox.snapshot, outbox.snapshot);
}

/** A job that has not been sent yet, as if it were stored. */
function jobFromEntry(entry: Extract<Entry, { what: 'job' }>): Job {
  return {
    ...entry.fields,
    id: entry.id,
    version: 1,
    demo: false,
    createdAt: entry.madeAt,
    updatedAt: entry.madeAt,
  };
}

/** All jobs, those that wait in the outbox first. */
export function useJobs() {
  const { entries } = useOutbox();
  const query = useQuery({ queryKey: jobsKey, queryFn: () => request(JobList, '/jobs') });
  const jobs = useMemo(() => {
    if (!query.data && !entries.some((entry) => entry.what === 'job')) return undefined;
    const gone = new Set(entries.filter((entry) => entry.what === 'delete').map((entry) => entry.id));
    const stored = (query.data?.jobs ?? []).filter((job) => !gone.has(job.id));
    const made = entries
      .filter((entry) => entry.what === 'job')
      .filter((entry) => !stored.some((job) => job.id === entry.id))
      .map((entry): JobCard => {
        const job = jobFromEntry(entry);
        const boxes = entries.filter((one): one is BoxEntry => one.what === 'box' && one.jobId === entry.id);
        return {
          ...job,
          boxes: boxes.length,
          over: 0,
          unknown: 0,
          preview: boxes.slice(0, JOB_PREVIEW).map(({ id, fields }) => ({ id, box: fields.box })),
        };
      });
    return [...made, ...stored];
  }, [entries, query.data]);
  return { ...query, jobs };
}

/** A box as the screen shows it: the server's, with unsent changes laid over it. */
export interface ShownBox extends BoxRecord {
  readonly waiting?: Extract<Entry, { what: 'box' }>;
}

const lastLaid = new WeakMap<BoxEntry, ShownBox>();

/** A stored box with its change laid over it; the same two give the same object, so that its card stays. */
function laid(box: BoxRecord, entry: BoxEntry): ShownBox {
  const before = lastLaid.get(entry);
  if (before && before.version === box.version) return before;
  const shown = { ...box, ...entry.fields, waiting: entry };
  lastLaid.set(entry, shown);
  return shown;
}

function lay(stored: readonly BoxRecord[], entries: readonly Entry[], jobId: string): ShownBox[] {
  const waiting = new Map(entries.map((entry) => [entry.id, entry]));
  const shown: ShownBox[] = stored
    .filter((box) => waiting.get(box.id)?.what !== 'delete')
    .map((box) => {
      const entry = waiting.get(box.id);
      return entry?.what === 'box' ? laid(box, entry) : box;
    });
  const known = new Set(stored.map((box) => box.id));
  for (const entry of entries) {
    if (entry.what !== 'box' || entry.jobId !== jobId || known.has(entry.id)) continue;
    shown.push({
      ...entry.fields,
      id: entry.id,
      jobId,
      version: entry.from ?? 1,
      createdAt: entry.madeAt,
      updatedAt: entry.madeAt,
      waiting: entry,
    });
  }
  return shown;
}

/** A job with its boxes. */
export function useJob(id: string) {
  const { entries } = useOutbox();
  const query = useQuery({ queryKey: jobKey(id), queryFn: () => request(JobWithBoxes, `/jobs/${id}`) });
  const entry = entries.find((one) => one.what === 'job' && one.id === id);
  const job = useMemo(() => {
    const changed = entry?.what === 'job' ? entry.fields : {};
    if (query.data) return { ...query.data, ...changed, boxes: lay(query.data.boxes, entries, id) };
    if (entry?.what !== 'job') return undefined;
    return { ...jobFromEntry(entry), boxes: lay([], entries, id) };
  }, [query.data, entries, entry, id]);
  return { ...query, job };
}

/** A job with its boxes, each with its verdict. */
export type ShownJob = NonNullable<ReturnType<typeof useJob>['job']>;

/** The edition a box is counted by: its own, or its job's. */
export function editionFor(job: Pick<Job, 'edition'> | undefined, box: BoxFields['box']) {
  return editionOf(box.edition ?? job?.edition ?? DEFAULT_EDITION);
}

/** One box of a job, its count, and the way to change it. */
export function useBox(jobId: string, boxId: string) {
  const query = useJob(jobId);
  const { job } = query;
  const box = job?.boxes.find((one) => one.id === boxId);
  const edition = job?.edition;
  const counted = useMemo(
    () => (box && edition ? tally(box.box, editionFor({ edition }, box.box)) : undefined),
    [box, edition],
  );
  const change = useCallback(
    (fields: Partial<BoxFields>) => {
      if (!box) return;
      outbox.saveBox(boxId, jobId, { ...fieldsOf(box), ...fields }, box.version, new Date().toISOString());
    },
    [box, boxId, jobId],
  );
  return { ...query, box, counted, change };
}

/** Makes a job and gives its id at once; it is sent when the server answers. */
export function makeJob(fields: JobFields): string {
  const id = crypto.randomUUID();
  outbox.saveJob(id, fields, null, new Date().toISOString());
  return id;
}

/** Changes what is said of a job. */
export function changeJob(job: Job, change: Partial<JobFields>): void {
  const { id, name, edition, note, version } = job;
  outbox.saveJob(id, { name, edition, note, ...change }, version, new Date().toISOString());
}

/** Makes a box and gives its id at once. */
export function makeBox(jobId: string, fields: z.input<typeof BoxFields>): string {
  const id = crypto.randomUUID();
  outbox.saveBox(id, jobId, BoxFields.parse(fields), null, new Date().toISOString());
  return id;
}

/** Every state of a box with its date, newest first; undefined while the server has not answered. */
export function useStates(boxId: string) {
  const query = useQuery({
    queryKey: statesKey(boxId),
    queryFn: () => request(BoxStates, `/boxes/${boxId}/states`),
  });
  return { states: query.data?.states, away: query.error instanceof ServerAway };
}
