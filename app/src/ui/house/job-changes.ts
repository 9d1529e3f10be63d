/**
 * Changes of a job’s panel and cables, each taken back by a touch. What another wrote since stays: only what this
 * change did is undone.
 */
import { mergeJob } from '@dense-pack/core/box/merge-job';
import type { Job, JobFields } from '@dense-pack/core/box/record';
import { useSyncExternalStore } from 'react';
import { changeJobNow } from '../client/queries';

interface Done {
  readonly before: JobFields;
  readonly after: JobFields;
}

/** The most changes of a job that are remembered. */
const REMEMBERED = 50;
const done = new Map<string, readonly Done[]>();
const listeners = new Set<() => void>();
const NONE: readonly Done[] = [];

function remember(job: string, list: readonly Done[]): void {
  done.set(job, list.slice(-REMEMBERED));
  for (const listener of listeners) listener();
}

/**
 * Changes the panel or the cables of a job.
 * @returns what is wrong with it, field by field; then nothing was changed
 */
export function changeHouse(
  job: Job,
  change: (now: JobFields) => Partial<Pick<JobFields, 'panel' | 'links'>>,
): ReturnType<typeof changeJobNow> {
  let made: Done | undefined;
  const refused = changeJobNow(job, (now) => {
    const next = change(now);
    made = { before: now, after: { ...now, ...next } };
    return next;
  });
  if (refused.length === 0 && made) remember(job.id, [...(done.get(job.id) ?? NONE), made]);
  return refused;
}

function undoHouse(job: Job): void {
  const list = done.get(job.id) ?? NONE;
  const last = list.at(-1);
  if (!last) return;
  changeJobNow(job, (now) => {
    const { panel, links } = mergeJob(last.after, last.before, now).theirs;
    return { panel, links };
  });
  remember(job.id, list.slice(0, -1));
}

const follow = (listener: () => void) => {
  listeners.add(listener);
  return () => void listeners.delete(listener);
};

/** Takes the last change of a job’s panel or cables back; undefined where there is none. */
export function useHouseUndo(job: Job): (() => void) | undefined {
  const many = () => done.get(job.id)?.length ?? 0;
  const there = useSyncExternalStore(follow, many, many);
  return there > 0 ? () => undoHouse(job) : undefined;
}
