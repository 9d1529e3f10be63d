/**
 * The one place where fill is decided: `tally(box, edition)`. The app, the server, the command line
 * and the sheet all print the Tally it returns; nobody recomputes.
 */
import { warning } from '../finding/finding.ts';
import { assemble, type Assembled, type VolumePart, type Warning } from '../box/assembled.ts';
import type { BoxDocument, Item } from '../box/document.ts';
import type { Side } from '../box/words.ts';
import type { Edition, EditionId, RuleName } from '../edition/index.ts';
import type { Volume } from '../quantity/volume.ts';
import { type Amount, QUARTERS, type TallyUnit } from './amount.ts';
import { chooseBasis } from './basis.ts';
import { nameFlapSchool, warnOfTableRounding, warnOfWideDevices } from './cautions.ts';
import { insulatedConductors } from './cec-conductors.ts';
import { connectorPairs } from './cec-connectors.ts';
import { strapDevices } from './cec-devices.ts';
import { fittingsTogether } from './cec-fittings.ts';
import { type Claim, type Counting, type NotCounted, type Rule, takeCensus } from './claim.ts';
import { clamps } from './clamps.ts';
import { conductors } from './conductors.ts';
import { warnOfConduitBody } from './conduit-body.ts';
import { covers } from './covers.ts';
import { devices } from './devices.ts';
import { fittings } from './fittings.ts';
import { groundsFourThenQuarters, groundsTogether } from './grounds.ts';
import { notInEdition } from './not-in-edition.ts';
import { pigtails } from './pigtails.ts';
import { spacesOf } from './spaces.ts';
import { warnOfStamp } from './stamp.ts';
import { terminalBlocks } from './terminal-blocks.ts';

/** `unknown`: there is no legal volume, or something in the box has no allowance; never a pass. */
export type Verdict = 'legal' | 'over' | 'unknown';

/** One line of the count: `count` × `each` = `total`. */
export interface TallyLine extends Omit<Claim, 'each'> {
  readonly each: Amount;
  readonly total: Amount;
  /** The space a barrier puts it in. */
  readonly space?: Side;
}

/** The answer for one space of a box with a barrier. */
export interface SpaceTally {
  readonly space: Side;
  readonly capacity: Amount | null;
  readonly fill: Amount;
  readonly margin: Amount | null;
  readonly verdict: Verdict;
}

/** The whole count of one box by one edition. */
export interface Tally {
  readonly edition: EditionId;
  readonly unit: TallyUnit;
  /** With a barrier: of the space that has least room. */
  readonly capacity: Amount | null;
  readonly fill: Amount;
  readonly margin: Amount | null;
  readonly verdict: Verdict;
  readonly lines: readonly TallyLine[];
  readonly notCounted: readonly NotCounted[];
  readonly warnings: readonly Warning[];
  /** How the volume of the box came about. */
  readonly volumeParts: readonly VolumePart[];
  readonly estimate: Assembled['estimate'];
  /** Both spaces of a box with a barrier whose contents were told apart. */
  readonly spaces: readonly SpaceTally[] | null;
  /** How push-in flaps are treated, where the box has any. */
  readonly flapSchool: 'left out' | 'counted' | null;
}

const RULES: Readonly<Record<RuleName, Rule>> = {
  conductors,
  clamps,
  fittings,
  devices,
  'grounds-together': groundsTogether,
  'grounds-four-then-quarters': groundsFourThenQuarters,
  'terminal-blocks': terminalBlocks,
  'insulated-conductors': insulatedConductors,
  'fittings-together': fittingsTogether,
  'connector-pairs': connectorPairs,
  'strap-devices': strapDevices,
};

function count(items: readonly Item[], box: BoxDocument, edition: Edition): Counting {
  const into: Counting = { claims: [], notCounted: [], warnings: [] };
  const census = takeCensus(items, box.flaps === 'count');
  for (const name of edition.rules) RULES[name](census, edition, into);
  covers(census, edition, into);
  pigtails(census, edition, into);
  notInEdition(census, edition, into);
  return into;
}

/** What one claim takes each: its share of an allowance, or of one conductor where counts decide. */
function eachOf(claim: Claim, edition: Edition, unit: TallyUnit): Amount | undefined {
  const share = claim.share ?? 1;
  if (unit === 'conductors') return (QUARTERS / share) as Amount;
  if (claim.each !== undefined) return claim.each as number as Amount;
  const allowance = claim.size === null ? undefined : edition.allowances.value[claim.size];
  return allowance === undefined ? undefined : ((allowance / share) as Amount);
}

function price(
  claims: readonly Claim[],
  edition: Edition,
  unit: TallyUnit,
  warnings: Warning[],
  space?: Side,
): { lines: TallyLine[]; fill: Amount; whole: boolean } {
  const lines: TallyLine[] = [];
  let fill = 0;
  let whole = true;
  for (const claim of claims) {
    const each = eachOf(claim, edition, unit);
    if (each === undefined) {
      whole = false;
      const { section: table } = edition.allowances;
      const told = { table, edition: edition.name, size: claim.size, what: claim.what };
      warnings.push(
        warning(
          'size-not-in-table',
          told,
          table,
          claim.from.map(({ id }) => id),
        ),
      );
      continue;
    }
    const total = (each * claim.count) as Amount;
    fill += total;
    lines.push(lineOf(claim, each, total, space));
  }
  return { lines, fill: fill as Amount, whole };
}

/** Written out field by field: a count makes many of these. */
function lineOf(claim: Claim, each: Amount, total: Amount, space: Side | undefined): TallyLine {
  const { topic, rule, section, what, why, count, size, from, share } = claim;
  const line = { topic, rule, section, what, why, count, size, from, each, total };
  if (share === undefined) return space === undefined ? line : { ...line, space };
  return space === undefined ? { ...line, share } : { ...line, share, space };
}

function verdictOf(capacity: Amount | null, fill: Amount): Verdict {
  if (capacity === null) return 'unknown';
  return fill <= capacity ? 'legal' : 'over';
}

function flapSchoolOf(box: BoxDocument): Tally['flapSchool'] {
  if (!box.items.some((item) => item.kind === 'clamps' && item.hold === 'flap')) return null;
  return box.flaps === 'count' ? 'counted' : 'left out';
}

const WORST: readonly Verdict[] = ['legal', 'unknown', 'over'];

/**
 * Counts a box by an edition.
 * @param box a checked document; its own edition is not looked at, the caller has resolved it
 * @returns amounts in exact atoms of `unit`; never throws for a checked document
 * @see NEC 314.16; CEC 12-3034
 */
export function tally(box: BoxDocument, edition: Edition): Tally {
  const assembled = assemble(box, edition);
  const warnings: Warning[] = assembled.warnings.slice();
  nameFlapSchool(box, warnings);
  warnOfWideDevices(box, warnings);
  const split = spacesOf(box, edition, assembled.capacity, warnings);
  if (split === null || split.told === false) {
    const counted = count(box.items, box, edition);
    for (const warning of counted.warnings) warnings.push(warning);
    const basis = chooseBasis(box, edition, assembled, counted.claims, warnings);
    const priced = price(counted.claims, edition, basis.unit, warnings);
    warnOfStamp(box, edition, basis, counted.claims, warnings);
    warnOfConduitBody(box, edition, warnings);
    warnOfTableRounding(edition, basis, counted.claims, priced.fill, warnings);
    const sized = priced.whole && !warnings.some((one) => one.code === 'device-unsized');
    let capacity = sized ? basis.capacity : null;
    // A barrier whose spaces were not told apart: too much for both together is over, less is no answer.
    if (split !== null && capacity !== null && priced.fill <= capacity) capacity = null;
    return {
      edition: edition.id,
      volumeParts: assembled.parts,
      estimate: assembled.estimate,
      flapSchool: flapSchoolOf(box),
      warnings,
      unit: basis.unit,
      capacity,
      fill: priced.fill,
      margin: capacity === null ? null : ((capacity - priced.fill) as Amount),
      verdict: verdictOf(capacity, priced.fill),
      lines: priced.lines,
      notCounted: counted.notCounted,
      spaces: null,
    };
  }
  const lines: TallyLine[] = [];
  const notCounted: NotCounted[] = [];
  const spaces: SpaceTally[] = split.spaces.map(({ space, items, capacity: volume }) => {
    const counted = count(items, box, edition);
    const before = warnings.push(...counted.warnings);
    const priced = price(counted.claims, edition, edition.unit, warnings, space);
    const sized =
      priced.whole &&
      warnings.length === before &&
      !counted.warnings.some((one) => one.code === 'device-unsized');
    const capacity = sized && items.length > 0 ? (volume as (Volume & Amount) | null) : null;
    lines.push(...priced.lines);
    notCounted.push(...counted.notCounted);
    return {
      space,
      capacity,
      fill: priced.fill,
      margin: capacity === null ? null : ((capacity - priced.fill) as Amount),
      verdict: verdictOf(capacity, priced.fill),
    };
  });
  const [governing] = [...spaces].sort(
    (a, b) => WORST.indexOf(b.verdict) - WORST.indexOf(a.verdict) || (a.margin ?? 0) - (b.margin ?? 0),
  );
  if (!governing) throw new RangeError('a barrier makes two spaces');
  return {
    edition: edition.id,
    volumeParts: assembled.parts,
    estimate: assembled.estimate,
    flapSchool: flapSchoolOf(box),
    warnings,
    unit: edition.unit,
    capacity: governing.capacity,
    fill: governing.fill,
    margin: governing.margin,
    verdict: governing.verdict,
    lines,
    notCounted,
    spaces,
  };
}
