/** What waits on this phone and how it is sent: the outbox, photos, and what tabs tell each other. */
import { newId } from '@dense-pack/core/box/new-id';
import type { BoxRecord, Job } from '@dense-pack/core/box/record';
import { QueryClient } from '@tanstack/react-query';
import type { JobList, JobWithBoxes } from '@/sync/answers';
import { ProblemAnswer } from '@/sync/api';
import { browserDisk } from '@/sync/browser-disk';
import { broughtBack } from '@/sync/bring-back';
import { Epochs } from '@/sync/epochs';
import { keepLeft, takeLeft } from '@/sync/left-behind';
import { Outbox } from '@/sync/outbox';
import { Photos } from '@/sync/photos';
import {
  importLegacyChanges,
  importLegacyDatabases,
  importLegacyTexts,
  type Takes,
} from '@/sync/legacy-import';

export const jobsKey = ['jobs'] as const;
export const jobKey = (id: string) => ['job', id] as const;
export const statesKey = (boxId: string) => ['states', boxId] as const;

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
  // An answer that is still under way was given before this was stored: it would take it off the screen again.
  const queryKey = jobKey(record.jobId);
  if (queryClient.getQueryState(queryKey)?.fetchStatus === 'fetching')
    void queryClient
      .cancelQueries({ queryKey }, { revert: false })
      .then(() => queryClient.invalidateQueries({ queryKey }));
  queryClient.setQueryData<JobWithBoxes>(jobKey(record.jobId), (job) => {
    if (!job) return job;
    const there = job.boxes.some((box) => box.id === record.id);
    return {
      ...job,
      boxes: there ? job.boxes.map((box) => (box.id === record.id ? record : box)) : [...job.boxes, record],
    };
  });
}

/** What tabs tell each other: what was stored or deleted, and that what waits of a record is another thing. */
type Told =
  | { readonly box: BoxRecord }
  | { readonly job: Job }
  | { readonly deleted: string }
  | { readonly record: string };
const tabs = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('dense-pack/2');
const tell = (told: Told) => tabs?.postMessage(told);

function putJob(job: Job): void {
  queryClient.setQueryData<JobWithBoxes>(jobKey(job.id), (known) => ({
    boxes: [],
    unreadable: [],
    ...known,
    ...job,
  }));
}

function takeOff(id: string): void {
  queryClient.setQueriesData<JobWithBoxes>({ queryKey: ['job'] }, (job) =>
    job ? { ...job, boxes: job.boxes.filter((box) => box.id !== id) } : job,
  );
  queryClient.setQueryData<JobList>(jobsKey, (list) =>
    list ? { ...list, jobs: list.jobs.filter((job) => job.id !== id) } : list,
  );
}

/** The epochs of the server’s database. */
export const epochs = new Epochs(browserDisk);

/** A job and its boxes as the server last said them. */
const jobKnown = (id: string) => queryClient.getQueryData<JobWithBoxes>(jobKey(id));

/**
 * Brings back what this phone knows of a job where the server went back behind it. What looks so is read once more: an answer may
 * be older than what was stored meanwhile.
 * @param read reads the job; undefined where there is none
 */
export async function bringBack(
  id: string,
  stored: JobWithBoxes | undefined,
  read: () => Promise<JobWithBoxes | undefined>,
): Promise<void> {
  const missing = async (now: JobWithBoxes | undefined) => {
    await outboxRead;
    const known = jobKnown(id);
    const waits = (record: string) => outbox.entryOf(record) !== undefined;
    return known ? broughtBack(known, now, epochs, { waits, at: new Date().toISOString() }) : [];
  };
  if ((await missing(stored)).length === 0) return;
  for (const change of await missing(await read())) outbox.take(change);
}

/** Follows the epochs of the server. Where another one began every job this phone knows is held to what the server has now. */
export async function followEpochs(): Promise<void> {
  try {
    if (await epochs.follow()) await queryClient.refetchQueries({ queryKey: ['job'], type: 'all' });
  } catch {
    // Away: it is followed with the next answer.
  }
}

export const outbox: Outbox = new Outbox(
  browserDisk,
  {
    box(box) {
      putBox(box);
      void queryClient.invalidateQueries({ queryKey: statesKey(box.id) });
      tell({ box });
    },
    job(job) {
      putJob(job);
      tell({ job });
    },
    deleted(id) {
      takeOff(id);
      void photos.forgetBox(id);
      tell({ deleted: id });
    },
    settled() {
      void queryClient.invalidateQueries({ queryKey: jobsKey });
      void photos.flush();
      void followEpochs();
    },
  },
  {
    alone: (work) =>
      typeof navigator !== 'undefined' && navigator.locks
        ? navigator.locks.request('dense-pack-outbox', work)
        : work(),
    lie: 150,
    tell: (record) => tell({ record }),
    epochs,
    jobKnown,
  },
);

/** Asks the browser, once something waits, to keep it when it runs out of room for others. */
const stopAsking = outbox.subscribe(() => {
  if (outbox.snapshot().entries.length === 0) return;
  stopAsking();
  void globalThis.navigator?.storage?.persist?.().catch(() => undefined);
});

/** Photos go after the changes that name them. */
export const photos: Photos = new Photos(browserDisk, {
  boxWaits: (boxId) => outbox.entryOf(boxId) !== undefined,
  triesAgain: true,
});

/** Where what lies in localStorage goes. */
const INTO_OUTBOX: Takes = {
  take: (operation) => outbox.take(operation),
  stored: () => outbox.written().then(() => !outbox.snapshot().full),
  setAside: (one) => browserDisk.setAside(one),
};

/** Takes over what an earlier program left in this browser. */
const takeOverLate = () =>
  importLegacyChanges(globalThis.localStorage, new Date().toISOString(), INTO_OUTBOX)
    .then(() => outbox.read())
    .catch(() => undefined);

/** What waits on this phone is read. */
export const outboxRead: Promise<void> = outbox.read();

/** What is on its way into the store is kept when the page is left, and forgotten once it is there. */
function leave(): void {
  const { localStorage } = globalThis;
  if (!localStorage || outbox.onTheWay.length === 0) return;
  keepLeft(localStorage, page, outbox.onTheWay);
  void outbox.written().then(() => keepLeft(localStorage, page, outbox.onTheWay));
}
const page = newId();
globalThis.addEventListener?.('pagehide', leave);
globalThis.document?.addEventListener?.('visibilitychange', leave);

/** Takes what the pages before this one were left with. */
const takeLeftBehind = async () => {
  if (globalThis.localStorage)
    await takeLeft(globalThis.localStorage, (id) => outbox.isStored(id), INTO_OUTBOX);
};

/** Then what an earlier program left is taken over. */
const reading = outboxRead
  .then(takeLeftBehind)
  .then(takeOverLate)
  .then(() => importLegacyTexts(globalThis.localStorage, browserDisk))
  .then(() => importLegacyDatabases(browserDisk))
  .catch(() => undefined);

/** By then what the page before this one wrote as it was left is in the store, ms. */
const LATE_MS = 3000;

/** Starts sending: now, when the network comes back, and when the page is looked at again. */
export function startOutbox(): () => void {
  const send = () => void reading.then(() => outbox.flush()).then(() => photos.flush());
  // A tab of an earlier program is still open: what it leaves is taken over too.
  const other = ({ key }: StorageEvent) => {
    if (key?.startsWith('dense-pack/outbox/') === true) void takeOverLate().then(send);
  };
  const refresh = ({ data }: MessageEvent<Told>) => {
    if ('box' in data) putBox(data.box);
    else if ('job' in data) putJob(data.job);
    else if ('deleted' in data) takeOff(data.deleted);
    else void outbox.refresh(data.record);
  };
  // A page that was being left when this one began may have written after this one read: the store is read once more.
  const onceMore = setTimeout(() => void outbox.read().then(send), LATE_MS);
  globalThis.addEventListener('online', send);
  globalThis.addEventListener('focus', send);
  globalThis.addEventListener('storage', other);
  tabs?.addEventListener('message', refresh);
  send();
  return () => {
    clearTimeout(onceMore);
    globalThis.removeEventListener('online', send);
    globalThis.removeEventListener('focus', send);
    globalThis.removeEventListener('storage', other);
    tabs?.removeEventListener('message', refresh);
  };
}
