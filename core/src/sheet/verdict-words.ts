/** The one verdict of a box, as its sheet and the cover of a house's sheets say it. */
import { outcomeOf, VERDICTS } from '../box/closing.ts';
import { type BoxRecord, isEditionChosen, type Job } from '../box/record.ts';
import { certaintyOf } from '../certainty/certainty.ts';
import { isWiringBegun, otherFindingsOf, wiringStandingOf } from '../check/other-findings.ts';
import { type BoxVerdict, boxVerdict } from '../check/box-verdict.ts';
import { checkBox } from '../check/check-box.ts';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { cap } from '../finding/say.ts';
import { type Planned, planBox } from '../plan/planned.ts';
import { workOf } from '../plan/suggest.ts';
import type { HouseRun } from '../run/run.ts';
import { withRoles } from '../run/linked-roles.ts';
import { surroundingsOf, withSurroundings } from '../run/surroundings.ts';

type SheetJob = Pick<Job, 'edition' | 'editionAssumed' | 'panel'>;

/** The record with what the panel and the run know of its box; roles that follow from links are of its plan alone. */
export function knownRecord(record: BoxRecord, { panel }: Pick<Job, 'panel'>, run: HouseRun): BoxRecord {
  const known = surroundingsOf(record, panel, run.behind(record.id));
  return { ...record, box: withSurroundings(record.box, known) };
}

/**
 * @param record with what is known around it
 * @param planned its wiring; it bears on the verdict where somebody began to plan it
 */
export function sheetVerdict(record: BoxRecord, job: SheetJob, planned: Planned | undefined): BoxVerdict {
  const { box } = record;
  const edition = editionOf(box.edition ?? job.edition);
  const counted = tally(box, edition);
  const chosen = isEditionChosen(job, box);
  const wiring = planned && isWiringBegun(record) ? wiringStandingOf(planned) : undefined;
  return boxVerdict(
    counted,
    certaintyOf(box, edition, counted, { chosen }),
    checkBox(box, edition, counted).findings,
    otherFindingsOf(record, { panel: job.panel, wiring }),
  );
}

/** A verdict as a sheet prints it. */
export interface PrintedVerdict {
  readonly words: string;
  readonly is: BoxVerdict['is'];
}

/** The verdict in one sentence. */
export const inFull = ({ is, head, more }: BoxVerdict): PrintedVerdict => ({
  words: cap(more === undefined ? head : `${head}; ${more}`),
  is,
});

export interface Summary {
  readonly verdict: PrintedVerdict;
  readonly tests: string;
}

/** What the table on the cover of a house’s sheets says of a box. */
export function summaryOf(job: SheetJob, stored: BoxRecord, run: HouseRun): Summary {
  const record = knownRecord(stored, job, run);
  const { box, circuit, seen } = record;
  const linked = withRoles(box, run.rolesIn(record.id));
  const planned = isWiringBegun(record)
    ? planBox(linked, workOf(linked, circuit), editionOf(box.edition ?? job.edition))
    : undefined;
  const verdict = sheetVerdict(record, job, planned);
  const outcome = outcomeOf(box, seen.closing);
  return {
    verdict: { words: cap(verdict.head), is: verdict.is },
    tests: outcome === undefined ? 'not tested' : VERDICTS[outcome],
  };
}

/** How many there are of each. @example '3 legal, 1 over' */
export function countedWords(all: readonly string[]): string {
  const many = new Map<string, number>();
  for (const one of all) many.set(one, (many.get(one) ?? 0) + 1);
  return [...many].map(([words, count]) => `${count} ${words}`).join(', ');
}
