/**
 * Finds what makes a box legal: every single remedy and every combination of up to three of different
 * families, re-counted and re-checked, none that makes another check worse; of each kind the best is given.
 */
import type { BoxDocument } from '../box/document.ts';
import type { NewId } from '../box/piece-id.ts';
import type { Mount } from '../box/words.ts';
import { checkBox } from '../check/check-box.ts';
import type { CheckFinding } from '../check/finding.ts';
import type { Edition } from '../edition/index.ts';
import type { Amount } from '../fill/amount.ts';
import { type Tally, tally } from '../fill/tally.ts';
import { allowancesLeft } from '../fill/verdict.ts';
import type { AddPart, BoxPart } from '../catalog/catalog.ts';
import { addCosts, type Proposal, type RemedyAsk, type Step, weigh, type Weights } from './remedy.ts';
import { type Means, stepsFor } from './steps.ts';
import { inFinishedWall, isNailed, roomInWall } from './wall.ts';

/** What a search gives: ranked proposals, what was looked at, and what to say where nothing helps. */
export interface Remedies {
  readonly proposals: readonly Proposal[];
  readonly looked: number;
  /** What to ask first: it would change what can take the box's place. */
  readonly asks: readonly RemedyAsk[];
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
  /** What was found in the wall and stays; without it, what is still to be run is not known. */
  readonly found?: BoxDocument;
  /** Looked for also where the box is legal: to get the spare allowances one wants. */
  readonly forSpare?: boolean;
}

/** The most steps of one proposal. */
const TOGETHER = 3;
/** The most proposals of several kinds together. */
const TOGETHER_GIVEN = 3;

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

const cheaper = (a: Proposal, b: Proposal) =>
  a.weight - b.weight ||
  (b.counted.margin ?? 0) - (a.counted.margin ?? 0) ||
  (a.ids.join() < b.ids.join() ? -1 : 1);

/** Every combination that is legal and makes no check worse. */
function legalOf(
  box: BoxDocument,
  edition: Edition,
  counted: Tally,
  steps: readonly Step[],
  { weights, newId }: SearchOptions,
): { readonly legal: readonly Legal[]; readonly looked: number } {
  const known = violations(checkBox(box, edition, counted).findings);
  const legal: Legal[] = [];
  let looked = 0;
  for (const chosen of combinations(steps, TOGETHER)) {
    // What is legal with fewer steps, and leaves what one wants, needs no more of them.
    const enough = legal.some(
      ({ proposal: one }) =>
        one.spare >= weights.spare && one.ids.every((id) => chosen.some((step) => step.id === id)),
    );
    if (enough) continue;
    looked += 1;
    const next = chosen.reduce((left, step) => step.apply(left, newId), box);
    const after = tally(next, edition);
    if (after.verdict !== 'legal') continue;
    const spare = allowancesLeft(after)?.count ?? 0;
    if (counted.verdict === 'legal' && spare < weights.spare) continue;
    const findings = checkBox(next, edition, after).findings;
    if (worse(violations(findings), known)) continue;
    // What does not hold its yokes is no cure, whether it did before or not.
    if (findings.some(({ code }) => code === 'gangs')) continue;
    const cost = addCosts(chosen.map((step) => step.cost));
    const [kind = 'together', ...others] = [...new Set(chosen.map((step) => step.kind))];
    const proposal: Proposal = {
      kind: others.length > 0 ? 'together' : kind,
      ids: chosen.map((step) => step.id),
      words: chosen.map((step) => step.words),
      cost,
      weight: weigh(cost, weights, spare),
      box: next,
      counted: after,
      gained: ((after.margin ?? 0) - (counted.margin ?? -counted.fill)) as Amount,
      spare,
      findings,
    };
    legal.push({ proposal, mounts: chosen.flatMap((step) => step.mounts ?? []) });
  }
  return { legal, looked };
}

interface Legal {
  readonly proposal: Proposal;
  /** How the box of a replacement is fitted. */
  readonly mounts: readonly Mount[];
}

/** Under a luminaire metal and plastic, and boxes of the table and of a catalog, are kinds of their own. */
const luminaireBox = ({ items, shell }: BoxDocument): string =>
  items.some(({ kind }) => kind === 'fixture') ? `${shell.material ?? ''} ${shell.catalog ?? false}` : '';

/**
 * The best of each kind of remedy, cheapest first, and what of several kinds together nothing else beats.
 * Where the mounting is not known, a box for an open wall and one for a finished wall are two kinds.
 */
function bestOfKinds(legal: readonly Legal[], mount: Mount | undefined): Proposal[] {
  const best = new Map<string, Proposal>();
  for (const { proposal, mounts } of legal) {
    if (proposal.kind === 'together') continue;
    const cutIn = mount === undefined && mounts.length > 0 && !mounts.includes('new-work');
    const key = `${proposal.kind} ${cutIn} ${luminaireBox(proposal.box)}`;
    const known = best.get(key);
    if (!known || cheaper(proposal, known) < 0) best.set(key, proposal);
  }
  const all = legal.map(({ proposal }) => proposal);
  const together = all
    .filter((one) => one.kind === 'together' && !all.some((other) => other !== one && beats(other, one)))
    .sort(cheaper);
  return [...best.values(), ...together.slice(0, TOGETHER_GIVEN)].sort(cheaper);
}

/** What is not known of a box and would change what can take its place. */
function asksOf(box: BoxDocument): RemedyAsk[] {
  const { mount, form } = box.shell;
  const cast = form === 'masonry' || form === 'surface';
  return [
    ...(mount === undefined && !inFinishedWall(box) && !cast ? (['mount'] as const) : []),
    ...(form === undefined && box.shell.box === undefined ? (['form'] as const) : []),
  ];
}

/** What is said beside the remedies: what would not help, and why there are none. */
function notesOf(
  box: BoxDocument,
  edition: Edition,
  counted: Tally,
  { boxes, found }: SearchOptions,
  none: boolean,
): string[] {
  const notes: string[] = [];
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
  const twelve = box.items.some((item) => item.kind === 'cable' && item.size === 12);
  if (found === undefined && box.site?.breaker === 15 && twelve)
    notes.push('The breaker is 15 A: cable still to be run may be 14 AWG; what is in the wall stays.');
  if (isNailed(box) && !inFinishedWall(box))
    notes.push(
      'The wall is taken to be open, because the box is new-work. Where it is finished, say so: a nailed box comes out by sawing its nails, and only what can be cut in takes its place.',
    );
  if (none)
    notes.push(
      counted.verdict === 'unknown'
        ? 'There is no legal volume: read the stamp, or fit a marked box that the wall takes.'
        : 'Nothing that is known here makes this box legal: take a cable out to a junction box that stays accessible, or ask for another box.',
    );
  return notes;
}

/**
 * All remedies of a box, cheapest first: the best of each kind.
 * @param counted the box's own count
 */
export function findRemedies(
  box: BoxDocument,
  edition: Edition,
  counted: Tally,
  options: SearchOptions,
): Remedies {
  const { weights, boxes, added, found, forSpare = false } = options;
  const spareNow = allowancesLeft(counted)?.count ?? -1;
  if (counted.verdict === 'legal' && !(forSpare && spareNow < weights.spare)) {
    return { proposals: [], looked: 0, asks: [], notes: ['The box is legal as it is.'] };
  }
  const room = roomInWall(box);
  const means: Means = {
    edition,
    ...(boxes === undefined ? {} : { boxes }),
    ...(added === undefined ? {} : { added }),
    ...(room === undefined ? {} : { room }),
    ...(found === undefined ? {} : { found }),
  };
  let { legal, looked } = legalOf(box, edition, counted, stepsFor(box, means), options);
  if (legal.length === 0) {
    const wide = legalOf(box, edition, counted, stepsFor(box, { ...means, anyWidth: true }), options);
    ({ legal } = wide);
    looked += wide.looked;
  }
  const proposals = bestOfKinds(legal, box.shell.mount);
  const notes = notesOf(box, edition, counted, options, legal.length === 0);
  return { proposals, looked, asks: asksOf(box), notes };
}
