/** TanStack Query over the API, with what waits in the outbox laid over what the server said. */
import { newId } from '@dense-pack/core/box/new-id';
import { DEFAULT_EDITION, editionOf } from '@dense-pack/core/edition/index';
import {
  BoxFields,
  type BoxFieldsIn,
  type BoxRecord,
  type Job,
  JobFields,
} from '@dense-pack/core/box/record';
import { useQuery } from '@tanstack/react-query';
import {
  startTransition,
  useCallback,
  useEffect,
  useMemo,
  useRef,
  useState,
  useSyncExternalStore,
} from 'react';
import type { z } from 'zod';
import { BoxStates, type JobWithBoxes } from '@/sync/answers';
import { request, ServerAway } from '@/sync/api';
import type { BoxEntry, Entry, JobEntry } from '@/sync/entry';
import {
  type FieldProblem,
  fieldsOf,
  jobFieldsOf,
  type MadeFrom,
  Operation,
  stateOf,
} from '@/sync/operation';
import type { OutboxState } from '@/sync/outbox-state';
import { preferences } from '../theme/preferences';
import { talliedBy } from './worked-out';
import { afterPaint } from './after-paint';
import { JustAway } from './just-away';
import { jobsQuery } from './read-cards';
import { readWhole } from './read-whole';
import { jobKey, jobsKey, outbox, photos, queryClient, statesKey } from './sending';

export { outbox, photos, queryClient, startOutbox } from './sending';

/** How a job is asked for. */
export const jobQuery = (id: string) => ({
  queryKey: jobKey(id),
  queryFn: () => readWhole(id),
});

/** How many jobs are read ahead, so that they are there without signal. */
const AHEAD = 6;

/** Reads the list of jobs and the newest of them ahead of being asked: a basement has no signal. */
export async function readAhead(): Promise<void> {
  try {
    const { jobs } = await queryClient.fetchQuery(jobsQuery);
    for (const { id } of jobs.slice(0, AHEAD)) {
      await queryClient.prefetchQuery(jobQuery(id));
    }
  } catch {
    // Without a server there is nothing to read; what was kept is shown.
  }
}

/** Makes the schemas a change is checked by, before there is one: a start makes none of them. */
export function readyForChanges(): void {
  BoxFields.safeParse(undefined);
  Operation.safeParse(undefined);
}

/** The job an address leads into. */
const jobAt = (path: string) => /^\/job\/([^/]+)/.exec(path)?.[1];

/**
 * Reads what the screen of an address shows; resolves when it is there, or cannot be had. It is on its way from the start: what is
 * stored meanwhile is not taken off the screen by it.
 * @param drawn resolves once its answer may be parsed
 */
export async function readEarly(path: string, drawn?: Promise<void>): Promise<void> {
  const job = jobAt(path);
  const asked = job !== undefined ? jobQuery(job) : path === '/' ? jobsQuery : undefined;
  if (!asked) return;
  const { queryKey, queryFn } = asked;
  await queryClient.prefetchQuery<unknown>({
    queryKey,
    queryFn: async () => {
      await drawn;
      return queryFn();
    },
  });
}

/** Whether there is something to show at an address. */
export function keptFor(path: string): boolean {
  const job = jobAt(path);
  return queryClient.getQueryData(job === undefined ? jobsKey : jobKey(job)) !== undefined;
}

/** Follows what is read of the outbox, one frame after it changed: the verdict is painted first. */
function useFollowing<V>(read: () => V, draw: (set: () => void) => void): V {
  const [value, setValue] = useState(read);
  const last = useRef(value);
  useEffect(() => {
    let due = false;
    const follow = () => {
      if (due) return;
      due = true;
      afterPaint(() => {
        due = false;
        const now = read();
        // React keeps even a value that is the same for later, and draws once more with the next touch to get rid of it.
        if (now === last.current) return;
        last.current = now;
        draw(() => setValue(now));
      });
    };
    follow();
    return outbox.subscribe(follow);
  }, [read, draw]);
  return value;
}

/** Lists and signs follow a moment after the instrument: they are drawn in a transition. */
function useCalm<V>(of: (state: OutboxState) => V): V {
  const read = useCallback(() => of(outbox.snapshot()), [of]);
  return useFollowing(read, startTransition);
}

const entriesOf = ({ entries }: OutboxState) => entries;
/** What waits on this phone. */
export const useEntries = () => useCalm(entriesOf);

const whole = (state: OutboxState) => state;
/** What waits, and whether the server is away. */
export const useOutbox = () => useCalm(whole);

const justAway = new JustAway(outbox);
/** Whether it was found just now that the server is away. */
export const useJustAway = () =>
  useSyncExternalStore(justAway.subscribe, justAway.snapshot, justAway.snapshot);

/** Photos that wait on this phone. */
export const useWaitingPhotos = () =>
  useSyncExternalStore(photos.subscribe, photos.snapshot, photos.snapshot);

const rejectedIn = ({ rejected }: OutboxState) => rejected;
/** The last change of this record that was not taken, and why. */
export function useRejected(id: string): readonly FieldProblem[] {
  const rejected = useCalm(rejectedIn);
  return rejected?.id === id ? rejected.problems : [];
}

/** The document of a box as it stands at this very moment, whatever has been drawn. */
function liveDocument(box: ShownBox): BoxFields['box'] {
  const entry = outbox.entryOf(box.id);
  return entry?.what === 'box' ? entry.fields.box : storedDocument(box);
}

/** The document of a box for what must be painted at once: the verdict. */
export function useLiveDocument(box: ShownBox): BoxFields['box'] {
  const now = () => liveDocument(box);
  return useSyncExternalStore(outbox.subscribe, now, now);
}

const atOnce = (set: () => void) => set();

/** The document of a box for its drawing, which moves in the frame after the verdict. */
export function useDrawnDocument(box: ShownBox): BoxFields['box'] {
  return useFollowing(
    useCallback(() => liveDocument(box), [box]),
    atOnce,
  );
}

/** What the server last said of it: its document, where the screen has not followed yet. */
function storedDocument({ id, jobId, box }: ShownBox): BoxFields['box'] {
  const stored = queryClient.getQueryData<JobWithBoxes>(jobKey(jobId));
  return stored?.boxes.find((one) => one.id === id)?.box ?? box;
}

/** A job that has not been sent yet, as if it were stored. */
export function jobFromEntry(entry: JobEntry): Job {
  return {
    ...entry.fields,
    id: entry.id,
    version: 1,
    demo: false,
    createdAt: entry.madeAt,
    updatedAt: entry.madeAt,
  };
}

/** A box as the screen shows it: the server's, with unsent changes laid over it. */
export interface ShownBox extends BoxRecord {
  readonly waiting?: BoxEntry;
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
    shown.push(notStored(entry));
  }
  return shown;
}

/** A box the server has not stored yet, as it is shown; the same while its change is the same. */
function notStored(entry: BoxEntry): ShownBox {
  const before = lastLaid.get(entry);
  if (before) return before;
  const { fields, id, jobId, from, madeAt } = entry;
  const times = { createdAt: madeAt, updatedAt: madeAt };
  const shown = { ...fields, id, jobId, version: from ?? 1, ...times, waiting: entry };
  lastLaid.set(entry, shown);
  return shown;
}

/** A job with its boxes. */
export function useJob(id: string) {
  const entries = useEntries();
  const query = useQuery(jobQuery(id));
  const entry = entries.find((one) => one.what === 'job' && one.id === id);
  const job = useMemo(() => {
    const changed = entry?.what === 'job' ? entry.fields : {};
    if (query.data) return { ...query.data, ...changed, boxes: lay(query.data.boxes, entries, id) };
    if (entry?.what !== 'job') return undefined;
    return { ...jobFromEntry(entry), boxes: lay([], entries, id), unreadable: [] };
  }, [query.data, entries, entry, id]);
  return { ...query, job };
}

/** A job as the screen shows it: its boxes with what waits laid over them. */
export type ShownJob = NonNullable<ReturnType<typeof useJob>['job']>;

/** The edition a box is counted by: its own, or its job's. */
export function editionFor(job: Pick<Job, 'edition'> | undefined, box: BoxFields['box']) {
  return editionOf(box.edition ?? job?.edition ?? DEFAULT_EDITION);
}

/** One box of a job and its count. */
export function useBox(jobId: string, boxId: string) {
  const query = useJob(jobId);
  const { job } = query;
  const box = job?.boxes.find((one) => one.id === boxId);
  const edition = job?.edition;
  const document = box?.box;
  const counted = useMemo(
    () => (document && edition ? talliedBy(document, editionFor({ edition }, document)) : undefined),
    [document, edition],
  );
  return { ...query, box, counted };
}

/** The boxes of a job as they stand at this moment, whatever has been drawn; none while it was never read. */
export function boxesNow(jobId: string): readonly ShownBox[] {
  const stored = queryClient.getQueryData<JobWithBoxes>(jobKey(jobId))?.boxes ?? [];
  return lay(stored, outbox.snapshot().entries, jobId);
}

/** A box as it stands at this moment, whatever has been drawn. */
export function boxNow(jobId: string, boxId: string): ShownBox | undefined {
  return boxesNow(jobId).find((box) => box.id === boxId);
}

/**
 * Saves a change of a box: at once here, on the server when it answers.
 * @returns what is wrong with it, field by field; then nothing was changed
 */
export function changeBox(box: ShownBox, fields: Partial<BoxFields>): readonly FieldProblem[] {
  const { id, jobId, waiting } = box;
  const now = fieldsOf(box);
  return outbox.saveBox(
    id,
    jobId,
    { ...now, ...fields },
    waiting ? madeFromOf(waiting) : box,
    new Date().toISOString(),
    now,
  );
}

/** What a change that waits was made from. */
const madeFromOf = ({ from, operation: { write, copyOf } }: BoxEntry | JobEntry): MadeFrom | null =>
  from === null ? null : { version: from, write, copyOf };

/** Makes a job and gives its id at once; it is sent when the server answers. */
export function makeJob(fields: z.input<typeof JobFields>): string {
  const id = newId();
  outbox.saveJob(id, fields, null, new Date().toISOString());
  return id;
}

/** Changes what is said of a job. */
export function changeJob(job: Job, change: Partial<JobFields>): readonly FieldProblem[] {
  const { id } = job;
  const fields = jobFieldsOf(job);
  const waiting = outbox.entryOf(id);
  const from = waiting?.what === 'job' ? madeFromOf(waiting) : job;
  return outbox.saveJob(id, { ...fields, ...change }, from, new Date().toISOString(), fields);
}

/**
 * Changes what is said of a job from what it is at this moment, whatever has been drawn.
 * @returns what is wrong with it, field by field; then nothing was changed
 */
export function changeJobNow(
  job: Job,
  change: (now: JobFields) => Partial<JobFields>,
): readonly FieldProblem[] {
  const entry = outbox.entryOf(job.id);
  const now = entry?.what === 'job' ? { ...job, ...entry.fields } : job;
  return changeJob(now, change(jobFieldsOf(now)));
}

/** The most letters of a name that the server takes. */
const NAME_MOST = 60;
/** A name without control characters and halves of characters: in an address neither can be sent. */
export const inOneLine = (name: string): string =>
  name
    .slice(0, NAME_MOST)
    .replaceAll(/[\p{Cc}\p{Cs}]/gu, ' ')
    .trim();

/** Who deletes, as the person of this phone is called, and when. */
function deletedBy(): { readonly at: string; readonly by?: string } {
  const who = inOneLine(preferences().who);
  return { at: new Date().toISOString(), ...(who === '' ? {} : { by: who }) };
}

/** Deletes a box; what another changes meanwhile is asked about. */
export function removeBox(box: ShownBox): void {
  outbox.remove('boxes', box.id, box.name, { ...stateOf(box), ...deletedBy() });
}

/** Deletes a job with the boxes there are to be seen; what another makes or changes meanwhile is asked about. */
export function removeJob(job: Job): void {
  const { id, name } = job;
  const stored = queryClient.getQueryData<JobWithBoxes>(jobKey(id));
  const boxes = Object.fromEntries(
    [...(stored?.boxes ?? []), ...(stored?.unreadable ?? [])].map((box) => [box.id, box.version]),
  );
  outbox.remove('jobs', id, name, { ...stateOf(job), boxes, ...deletedBy() });
}

/**
 * Makes a record again that was deleted elsewhere, and the job of a box where that is gone too. Where this phone does not know
 * what the job was, it is named after the box, and nobody has chosen its edition.
 */
export function makeAgain(id: string): Promise<void> {
  const entry = outbox.entryOf(id);
  if (entry?.what !== 'box') return outbox.revive(id);
  const job = queryClient.getQueryData<JobWithBoxes>(jobKey(entry.jobId));
  const named = JobFields.parse({ name: `Job of ${entry.fields.name}`.slice(0, 80), editionAssumed: true });
  return outbox.revive(id, job ? jobFieldsOf(job) : named);
}

/** Makes a box and gives its id at once. */
export function makeBox(jobId: string, fields: BoxFieldsIn): string {
  const id = newId();
  outbox.saveBox(id, jobId, BoxFields.parse(fields), null, new Date().toISOString());
  return id;
}

/** Every state of a box with its date, newest first; undefined while the server has not answered. */
export function useStates(boxId: string) {
  const query = useQuery({
    queryKey: statesKey(boxId),
    queryFn: () => request(BoxStates, `/boxes/${boxId}/states`),
  });
  return {
    states: query.data?.states,
    unreadable: query.data?.unreadable ?? 0,
    away: query.error instanceof ServerAway,
  };
}
