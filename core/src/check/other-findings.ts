/**
 * What bears on the verdict of a box apart from its fill and its checks: how its wiring is, whether making it safe is finished, what its
 * tests say, and whether the wires of its surface raceway are counted.
 */
import { outcomeOf } from '../box/closing.ts';
import type { Panel } from '../box/panel.ts';
import { racewayWiresIn } from '../box/raceway-wires.ts';
import type { BoxRecord } from '../box/record.ts';
import type { Outcome } from './finding.ts';
import { inTheWall, restedTooLong, safetyOf } from '../box/safety.ts';

/** How the wiring of a box is, where it was worked out: proved, resting on roles nobody confirmed, or wrong. */
export type WiringStanding = 'good' | 'open' | 'wrong';

/** @example wiringStandingOf({ good: false, works: true }) // 'open' */
export const wiringStandingOf = ({ good, works }: { good: boolean; works: boolean }): WiringStanding =>
  good ? 'good' : works ? 'open' : 'wrong';

/** What else is wrong or open, each in the words of a headline. */
export interface OtherFindings {
  readonly wrong: readonly string[];
  readonly open: readonly string[];
  /** What the other checks want to know first: it is said, and leaves the verdict of the fill as it is. */
  readonly unknown?: string | undefined;
  /** The wiring is still worked out: a legal box is not green until it is. */
  readonly pending?: boolean;
}

export const NO_OTHER_FINDINGS: OtherFindings = { wrong: [], open: [] };

/** @example unknownWords(outcome) // 'breaker, place and clamps not known' */
export function unknownWords({ notChecked }: Pick<Outcome, 'notChecked'>): string | undefined {
  const names = (['breaker', 'place', 'clamps'] as const).filter((fact) =>
    notChecked.some((one) => one.fact === fact),
  );
  const last = names.at(-1);
  if (last === undefined) return undefined;
  const others = names.slice(0, -1).join(', ');
  return `${others === '' ? last : `${others} and ${last}`} not known`;
}

interface Known {
  readonly panel: Panel;
  /** How the wiring is; `pending` while it is worked out, undefined where nobody asks. */
  readonly wiring?: WiringStanding | 'pending' | undefined;
  /** The time in ms, as Date.now() gives it; without it, nobody asks how long the work has rested. */
  readonly now?: number | undefined;
}

/** Whether somebody planned the wiring of a box: a role or a device's wiring is recorded. */
export const isWiringBegun = ({ box }: Pick<BoxRecord, 'box'>): boolean =>
  box.work !== undefined ||
  box.items.some(
    (item) => ('duty' in item && item.duty !== undefined) || ('wired' in item && item.wired !== undefined),
  );

/** @example otherFindingsOf(record, { panel, wiring: 'open' }).open // ['roles of cables assumed'] */
export function otherFindingsOf(
  record: Pick<BoxRecord, 'box' | 'found' | 'stage' | 'circuit' | 'seen'>,
  { panel, wiring, now }: Known,
): OtherFindings {
  const { box, seen, stage } = record;
  const tests = outcomeOf(box, seen.closing);
  const say = (is: boolean, words: string) => (is ? [words] : []);
  return {
    ...(wiring === 'pending' ? { pending: true } : {}),
    wrong: [
      ...say(wiring === 'wrong', 'the wiring is not right'),
      ...say(tests === 'failed', 'its tests failed'),
    ],
    open: [
      ...say(wiring === 'open', 'roles of cables assumed'),
      ...say(racewayWiresIn(box, seen.surface) !== 'counted', 'raceway wires not in the count'),
      // A box that is built is closed: its power is on again.
      ...(stage === 'built' ? [] : safetyWords(record, panel, now)),
      ...say(tests === 'open', 'not all points tested'),
    ],
  };
}

/** What is open of making safe. Where nobody began, there is nothing to finish. */
function safetyWords(
  record: Pick<BoxRecord, 'box' | 'found' | 'stage' | 'circuit' | 'seen'>,
  panel: Panel,
  now: number | undefined,
): string[] {
  const { safe, safety } = record.seen;
  const begun = safe.length > 0 || Object.keys(safety.off).length > 0 || safety.dead.length > 0;
  const { done, unnamed, circuits } = safetyOf({ ...record, box: inTheWall(record) }, panel);
  if (begun && now !== undefined && restedTooLong(safety, now)) return ['prove it dead again'];
  if (unnamed > 0 && circuits.length > 0) return ['a circuit without its breaker named'];
  return begun && !done ? ['making safe not finished'] : [];
}
