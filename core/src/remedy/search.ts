/**
 * Finds what makes a box legal: every single remedy and every combination of up to three of different
 * families, re-counted and re-checked, none that makes another check worse, none that another beats.
 */
import type { BoxDocument } from '../box/document.ts';
import { lengthIn } from '../box/document.ts';
import type { NewId } from '../box/piece-id.ts';
import { checkBox } from '../check/check-box.ts';
import type { CheckFinding } from '../check/finding.ts';
import type { Edition } from '../edition/index.ts';
import type { Amount } from '../fill/amount.ts';
import { type Tally, tally } from '../fill/tally.ts';
import { allowancesLeft } from '../fill/verdict.ts';
import type { AddPart, BoxPart } from './catalogue.ts';
import { addCosts, type Proposal, type Step, weigh, type Weights } from './remedy.ts';
import { stepsFor } from './steps.ts';

/** What a search gives: ranked proposals, what was looked at, and what to say where nothing helps. */
export interface Remedies {
  readonly proposals: readonly Proposal[];
  readonly looked: number;
  /** Why there is none, or what was not offered and why. */
  readonly notes: readonly string[];
}

export interface SearchOptions {
  readonly weights: Weights;
  /** Ids for what a remedy brings in: it may be taken as it is. */
  readonly newId: NewId;
  /** Boxes at hand; an empty list is an empty truck. */
  readonly boxes?: readonly BoxPart[];
  /** Rings, extensions and starters at hand. */
  readonly added?: readonly AddPart[];
  /** Looked for also where the box is legal: to get the spare allowances one wants. */
  readonly forSpare?: boolean;
}

/** The most steps of one proposal. */
const TOGETHER = 3;
/** The most proposals given. */
const GIVEN = 12;

/** How many violations each check finds. */
export function violations(findings: readonly CheckFinding[]): Map<string, number> {
  const counts = new Map<string, number>();
  for (const { code, severity } of findings) {
    if (severity === 'violation') counts.set(code, (counts.get(code) ?? 0) + 1);
  }
  return counts;
}

/** Whether any check finds more wrong than before. */
export function worse(now: ReadonlyMap<string, number>, before: ReadonlyMap<string, number>): boolean {
  return [...now].some(([check, count]) => count > (before.get(check) ?? 0));
}

/** Room left in the wall behind the finished surface; undefined where it is not known. */
export function roomInWall({ site }: BoxDocument): number | undefined {
  if (site?.cavity === undefined) return undefined;
  return (
    lengthIn(site.cavity) - (site.behind === undefined || site.behind === '0 in' ? 0 : lengthIn(site.behind))
  );
}

function combinations(steps: readonly Step[], most: number): Step[][] {
  const found: Step[][] = [];
  const grow = (from: number, chosen: Step[]) => {
    if (chosen.length > 0) found.push(chosen);
    if (chosen.length === most) return;
    for (let at = from; at < steps.length; at += 1) {
      const step = steps[at];
      if (step && chosen.every((one) => !exclude(one, step))) grow(at + 1, [...chosen, step]);
    }
  };
  grow(0, []);
  return found;
}

/** Two of a family do not go together, nor a new box with work on the old one's clamps or volume. */
function exclude(a: Step, b: Step): boolean {
  if (a.family === b.family) return a.family !== 'dead-cable' && a.family !== 'through';
  const families = [a.family, b.family];
  return families.includes('box') && (families.includes('clamps') || families.includes('volume'));
}

/** Whether `a` is at least as good as `b` in everything and better in something. */
function beats(a: Proposal, b: Proposal): boolean {
  const noWorse =
    a.cost.parts <= b.cost.parts &&
    a.cost.minutes <= b.cost.minutes &&
    a.cost.damage <= b.cost.damage &&
    (a.counted.margin ?? -1) >= (b.counted.margin ?? -1);
  const subset =
    a.weight <= b.weight && a.ids.length < b.ids.length && a.ids.every((id) => b.ids.includes(id));
  const better =
    a.cost.parts < b.cost.parts ||
    a.cost.minutes < b.cost.minutes ||
    a.cost.damage < b.cost.damage ||
    (a.counted.margin ?? -1) > (b.counted.margin ?? -1);
  return subset || (noWorse && better);
}

/**
 * All remedies of a box, cheapest first.
 * @param counted the box's own count
 */
export function findRemedies(
  box: BoxDocument,
  edition: Edition,
  counted: Tally,
  { weights, newId, boxes, added, forSpare = false }: SearchOptions,
): Remedies {
  const notes: string[] = [];
  const spareNow = allowancesLeft(counted)?.count ?? -1;
  if (counted.verdict === 'legal' && !(forSpare && spareNow < weights.spare)) {
    return { proposals: [], looked: 0, notes: ['The box is legal as it is.'] };
  }
  const room = roomInWall(box);
  const steps = stepsFor(box, {
    edition,
    ...(boxes === undefined ? {} : { boxes }),
    ...(added === undefined ? {} : { added }),
    ...(room === undefined ? {} : { room }),
  });
  const known = violations(checkBox(box, edition, counted).findings);
  const legal: Proposal[] = [];
  let looked = 0;
  for (const chosen of combinations(steps, TOGETHER)) {
    // What is legal with fewer steps, and leaves what one wants, needs no more of them.
    const enough = legal.some(
      (one) => one.spare >= weights.spare && one.ids.every((id) => chosen.some((step) => step.id === id)),
    );
    if (enough) continue;
    looked += 1;
    const next = chosen.reduce((left, step) => step.apply(left, newId), box);
    const after = tally(next, edition);
    if (after.verdict !== 'legal') continue;
    if (counted.verdict === 'legal' && (allowancesLeft(after)?.count ?? 0) < weights.spare) continue;
    const findings = checkBox(next, edition, after).findings;
    if (worse(violations(findings), known)) continue;
    const cost = addCosts(chosen.map((step) => step.cost));
    const spare = allowancesLeft(after)?.count ?? 0;
    legal.push({
      ids: chosen.map((step) => step.id),
      words: chosen.map((step) => step.words),
      cost,
      weight: weigh(cost, weights, spare),
      box: next,
      counted: after,
      gained: ((after.margin ?? 0) - (counted.margin ?? -counted.fill)) as Amount,
      spare,
      findings,
    });
  }
  if (boxes?.length === 0)
    notes.push('The truck has no box: only what can be done with this one is offered.');
  const grounds = box.items.reduce(
    (sum, item) => sum + (item.kind === 'ground' ? item.count : item.kind === 'cable' && item.ground ? 1 : 0),
    0,
  );
  const together = edition.grounds.value;
  if (grounds > 1 && together === 'all')
    notes.push('Fewer grounds entering would not help: all of them count as one.');
  else if (grounds > 1 && typeof together === 'object' && grounds <= together.first)
    notes.push(`Fewer grounds entering would not help: up to ${together.first} count as one.`);
  if (legal.length === 0) {
    notes.push(
      counted.verdict === 'unknown'
        ? 'There is no legal volume: read the stamp, or fit a marked box that the wall takes.'
        : 'Nothing that is known here makes this box legal: take a cable out to a junction box that stays accessible, or ask for another box.',
    );
  }
  const kept = legal.filter((one) => !legal.some((other) => other !== one && beats(other, one)));
  const ranked = kept.sort(
    (a, b) =>
      a.weight - b.weight ||
      (b.counted.margin ?? 0) - (a.counted.margin ?? 0) ||
      (a.ids.join() < b.ids.join() ? -1 : 1),
  );
  return { proposals: ranked.slice(0, GIVEN), looked, notes };
}
