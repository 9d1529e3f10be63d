/** The list of jobs as this phone holds it: its first cards, and what changed since they were read. */
import { type JobCard, JobCards } from '@dense-pack/core/box/record';
import type { JobList } from '@/sync/answers';
import { read } from '@/sync/api';
import { jobsKey, queryClient } from './sending';

/** So many cards are read at once. */
const PAGE = 30;
/** The most changes in one answer. */
const CHANGES = 200;
/** The most letters the server looks for. */
const WORDS_MOST = 200;
/** Cards whose boxes are still being counted are asked for again after so long, in ms. */
const COUNTING_MS = 1000;

const cards = (asked: string) => read(() => JobCards, `/jobs?${asked}`);

/** The newest change first, as the server orders them. */
const inOrder = (a: JobCard, b: JobCard): number =>
  a.updatedAt === b.updatedAt ? (a.id < b.id ? -1 : 1) : a.updatedAt < b.updatedAt ? 1 : -1;

/** A list with the changes since it was read. Jobs below what is known of it stay unread. */
export function withChanges(known: JobList, { jobs, deleted, count, state }: JobCards): JobList {
  const last = known.jobs.at(-1);
  const here = new Set(known.jobs.map(({ id }) => id));
  const belongs = (card: JobCard) =>
    here.has(card.id) || known.more !== true || last === undefined || inOrder(card, last) < 0;
  const off = new Set([...deleted, ...jobs.map(({ id }) => id)]);
  return {
    ...known,
    jobs: [...known.jobs.filter(({ id }) => !off.has(id)), ...jobs.filter(belongs)].sort(inOrder),
    count,
    state,
  };
}

const firstPage = async (): Promise<JobList> => {
  const { jobs, count, state, more } = await cards(`most=${PAGE}`);
  return { jobs, count, state, more };
};

/**
 * Reads the list: what changed, where it was read before and the server knows that state; else its first page.
 * @throws ServerAway, ProblemAnswer
 */
export async function readCards(before: JobList | undefined): Promise<JobList> {
  if (before?.state === undefined) return firstPage();
  let known = before;
  for (;;) {
    const answer = await cards(`since=${known.state}&most=${CHANGES}`);
    // The server does not know that state: it sent the list from its beginning.
    if (!answer.since) return firstPage();
    known = withChanges(known, answer);
    if (!answer.more) return known;
  }
}

/** How the list of jobs is asked for. */
export const jobsQuery = {
  queryKey: jobsKey,
  queryFn: () => readCards(queryClient.getQueryData<JobList>(jobsKey)),
};

/** How soon the list is asked for again by itself. */
export const againAfter = (list: JobList | undefined): number | false =>
  list?.jobs.some(({ uncounted }) => uncounted > 0) ? COUNTING_MS : false;

/** Reads the next page of the list. @throws ServerAway, ProblemAnswer */
export async function readMoreCards(): Promise<void> {
  const last = queryClient.getQueryData<JobList>(jobsKey)?.jobs.at(-1);
  if (!last) return;
  const { jobs, more } = await cards(`most=${PAGE}&after=${last.updatedAt},${last.id}`);
  queryClient.setQueryData<JobList>(jobsKey, (list) => {
    if (!list) return list;
    const here = new Set(list.jobs.map(({ id }) => id));
    // The next answer has every change since the state of the list, so a job that changed meanwhile comes with it.
    return { ...list, jobs: [...list.jobs, ...jobs.filter(({ id }) => !here.has(id))].sort(inOrder), more };
  });
}

/** How jobs are sought that are not in the list here. */
export const soughtQuery = (words: string) => ({
  queryKey: [...jobsKey, 'sought', words] as const,
  // Not kept on the phone: the list is.
  meta: { passing: true },
  queryFn: async () => {
    // A half of a character, as of an emoji that is being typed, is in no name and cannot be sent.
    const sought = encodeURIComponent(words.replaceAll(/\p{Cs}/gu, '').slice(0, WORDS_MOST));
    return (await cards(`most=${PAGE}&words=${sought}`)).jobs;
  },
});
