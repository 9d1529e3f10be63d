/** A Tally as other programs read it: every quantity an exact decimal string. */
import { wordsOf } from '../finding/finding.ts';
import { type Amount, printAmount } from './amount.ts';
import type { Tally } from './tally.ts';

/** The JSON of `dense-pack fill --json`; keys may be added, none is taken away. */
export function tallyJson(tally: Tally) {
  const print = (value: Amount) => printAmount(value, tally.unit);
  const printOrNull = (value: Amount | null) => (value === null ? null : print(value));
  return {
    edition: tally.edition,
    unit: tally.unit,
    capacity: printOrNull(tally.capacity),
    fill: print(tally.fill),
    margin: printOrNull(tally.margin),
    verdict: tally.verdict,
    lines: tally.lines.map((line) => ({
      rule: line.section,
      topic: line.topic,
      what: line.what,
      count: String(line.count),
      size: line.size === null ? null : String(line.size),
      ...(line.share === undefined ? {} : { share: `1/${line.share}` }),
      each: print(line.each),
      total: print(line.total),
      why: line.why,
      items: line.from.map((share) => share.id),
      ...(line.space === undefined ? {} : { space: line.space }),
    })),
    notCounted: tally.notCounted.map(({ what, reason, section, ids }) => ({
      what,
      reason,
      rule: section,
      items: ids,
    })),
    warnings: tally.warnings.map((one) => wordsOf(one)),
    warningCodes: tally.warnings.map((one) => one.code),
    ...(tally.spaces === null
      ? {}
      : {
          spaces: tally.spaces.map((space) => ({
            space: space.space,
            capacity: printOrNull(space.capacity),
            fill: print(space.fill),
            margin: printOrNull(space.margin),
            verdict: space.verdict,
          })),
        }),
    ...(tally.flapSchool === null ? {} : { flaps: tally.flapSchool }),
  };
}
/** The shape of {@link tallyJson}. */
export type TallyJson = ReturnType<typeof tallyJson>;
