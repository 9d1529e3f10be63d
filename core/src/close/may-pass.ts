/**
 * What keeps a box from being called tested and passed, whatever its readings are: a violation, an answer or a look that could show one,
 * a verdict that is open, a wiring that rests on a guess or is wrong, and power that nobody is recorded to have made safe. Nothing is
 * closed over any of them.
 */
import { type BoxRecord, isEditionChosen, type Job } from '../box/record.ts';
import { racewayWiresIn } from '../box/raceway-wires.ts';
import { inTheWall, safetyOf } from '../box/safety.ts';
import { certaintyOf } from '../certainty/certainty.ts';
import { certainParts } from '../certainty/words.ts';
import { checkBox } from '../check/check-box.ts';
import { notLookedAt, wantedFacts } from '../check/open-checks.ts';
import { violatedIn } from '../check/finding.ts';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { cap } from '../finding/say.ts';
import type { Planned } from '../plan/planned.ts';

/** What is looked at of a record and its job. */
export type Closed = Pick<BoxRecord, 'box' | 'circuit' | 'seen' | 'stage' | 'found'>;

/** @param record with what the panel and the run know of its box. Each reason in a sentence; none: what agrees with the plan in every reading has passed. */
export function againstPassing(
  record: Closed,
  job: Pick<Job, 'edition' | 'editionAssumed' | 'panel'>,
  { good, works }: Pick<Planned, 'good' | 'works'>,
): string[] {
  const { box } = record;
  const edition = editionOf(box.edition ?? job.edition);
  const counted = tally(box, edition);
  const chosen = isEditionChosen(job, box);
  const certainty = certaintyOf(box, edition, counted, { chosen });
  const sections = violatedIn(checkBox(box, edition, counted).findings);
  const { open, look } = wantedFacts(box, edition, counted);
  const unseen = notLookedAt(look);
  return [
    ...(counted.verdict === 'legal' && certainty.certain
      ? []
      : [`The fill: ${cap(certainParts(counted, certainty).head)}.`]),
    ...(sections.length === 0 ? [] : [`Violations: ${sections.join(', ')}.`]),
    ...(open.length === 0
      ? []
      : [`Answers could show a violation: ${open.map(({ question }) => question).join(' ')}`]),
    ...(unseen === undefined ? [] : [`Not looked at: ${unseen}.`]),
    ...(good
      ? []
      : [
          works
            ? 'Roles of cables are assumed: confirm them in Join.'
            : 'The wiring is not right yet: see Join.',
        ]),
    ...(racewayWiresIn(box, record.seen.surface) === 'counted'
      ? []
      : ['The wires of the surface raceway are not in the count: see Cut in.']),
    ...(safetyOf({ ...record, box: inTheWall(record) }, job.panel).done
      ? []
      : ['Making safe is not finished: see Safe.']),
  ];
}
