/**
 * A server that went back in time, by a backup or an older archive, does not have what it said before. What this phone knows of
 * that is brought back: as a change of its own where nothing was changed there since, else it is asked about.
 */
import type { BoxRecord, Job } from '@dense-pack/core/box/record';
import type { JobWithBoxes } from './answers';
import type { Epochs } from './epochs';
import { type Change, fieldsOf, jobFieldsOf, madeFromState, named, textOf, textOfJob } from './operation';

type Timeline = Pick<Epochs, 'standing' | 'isLost'>;

/** What this phone knew of a record, as the server is told it. */
const knownOf = ({ version, write }: BoxRecord | Job) => ({ version, write, changed: false });

/** The job alone: an operation keeps it as what it clashes with. */
const jobIn = ({ boxes: _boxes, unreadable: _unreadable, ...job }: JobWithBoxes): Job => job;

/** What brings a job back; undefined where the server has it, or where it was deleted. */
async function ofJob(
  known: Job,
  stored: Job | undefined,
  epochs: Timeline,
  madeAt: string,
): Promise<Change | undefined> {
  const common = {
    what: 'job',
    record: known.id,
    madeAt,
    after: jobFieldsOf(known),
    known: knownOf(known),
  } as const;
  if (!stored) return (await epochs.isLost(known)) ? named({ ...common, from: null }) : undefined;
  const is = await epochs.standing(known, stored);
  if (is === 'newer' || textOfJob(known) === textOfJob(stored)) return undefined;
  const from = madeFromState(stored);
  if (is === 'older') return named({ ...common, ...from, before: jobFieldsOf(stored) });
  return known.demo ? undefined : named({ ...common, ...from, conflict: stored });
}

/** What brings a box back; undefined where the server has it, or where it was deleted. */
async function ofBox(
  known: BoxRecord,
  stored: BoxRecord | undefined,
  epochs: Timeline,
  { madeAt, demo }: { readonly madeAt: string; readonly demo: boolean },
): Promise<Change | undefined> {
  const { id: record, jobId: job } = known;
  const common = { what: 'box', record, job, madeAt, after: fieldsOf(known), known: knownOf(known) } as const;
  if (!stored) return (await epochs.isLost(known)) ? named({ ...common, from: null }) : undefined;
  const is = await epochs.standing(known, stored);
  if (is === 'newer' || textOf(known) === textOf(stored)) return undefined;
  const from = madeFromState(stored);
  if (is === 'older') return named({ ...common, ...from, before: fieldsOf(stored) });
  return demo ? undefined : named({ ...common, ...from, conflict: stored });
}

/**
 * The changes that bring back what a phone knows of a job and its boxes. Nobody is asked about the demo house: it is invented, and each
 * database that is seeded with it has another one.
 * @param known what the server said before
 * @param stored what it says now; undefined where it has no such job
 * @param waits whether something waits of a record: what becomes of that is seen when it is sent
 * @throws ServerAway
 */
export async function broughtBack(
  known: JobWithBoxes,
  stored: JobWithBoxes | undefined,
  epochs: Timeline,
  { waits, at }: { readonly waits: (record: string) => boolean; readonly at: string },
): Promise<readonly Change[]> {
  const there = new Map(stored?.boxes.map((box) => [box.id, box]));
  const unreadable = new Set(stored?.unreadable.map(({ id }) => id));
  const job = waits(known.id) ? undefined : await ofJob(known, stored && jobIn(stored), epochs, at);
  // The boxes of a job that was deleted went with it.
  if (!stored && !job && !waits(known.id)) return [];
  const boxes: Change[] = [];
  for (const box of known.boxes) {
    if (waits(box.id) || unreadable.has(box.id)) continue;
    const change = await ofBox(box, there.get(box.id), epochs, { madeAt: at, demo: known.demo });
    if (change) boxes.push(change);
  }
  return [...(job ? [job] : []), ...boxes];
}
