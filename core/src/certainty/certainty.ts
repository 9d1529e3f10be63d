/**
 * Whether a verdict could still change: `certain` if and only if every combination of plausible answers to what a box leaves open
 * gives the same class of verdict. It asks `tally()` for every count and decides nothing of the fill itself.
 *
 * Where a box is decided by volume in the NEC, each answer only adds or takes away allowances, whatever the others are: the two
 * boxes with the least and the most fill bound all others, in each edition that counts differently. Everywhere else, and where those
 * two differ, every combination is counted.
 */
import type { BoxDocument } from '../box/document.ts';
import { type Edition, editionOf } from '../edition/index.ts';
import type { Amount, TallyUnit } from '../fill/amount.ts';
import { type Tally, tally, type Verdict } from '../fill/tally.ts';
import { ATOMS_PER_CUBIC_INCH, printVolume, type Volume } from '../quantity/volume.ts';
import { editionFact, editionsThatDiffer } from './editions.ts';
import type { Answer, Fact } from './fact.ts';
import { openFacts, volumeAnswer } from './facts.ts';

/** An answer with the verdict of the box as it stands and this answer more. */
export interface JudgedAnswer extends Answer {
  readonly verdict: Verdict;
  readonly margin: Amount | null;
  readonly unit: TallyUnit;
}

/** A fact that could change the verdict. */
export interface OpenFact extends Omit<Fact, 'answers'> {
  readonly answers: readonly JudgedAnswer[];
}

export interface Certainty {
  readonly certain: boolean;
  /** What could change the verdict, most decisive first. Empty where the verdict is certain. */
  readonly open: readonly OpenFact[];
}

export const CERTAIN: Certainty = { certain: true, open: [] };

/** How many combinations are counted one by one. Beyond, nothing is called certain and every fact is asked. */
const COMBINATIONS_MOST = 4096;

/**
 * Tells whether the verdict of a count could change by what the box leaves open.
 * @param counted the tally of this box by this edition
 * @param chosen whether somebody chose the edition; where nobody did, it is a fact like the others
 */
export function certaintyOf(
  box: BoxDocument,
  edition: Edition,
  counted: Tally,
  { chosen }: { readonly chosen: boolean },
): Certainty {
  if (counted.verdict === 'unknown') return volumeWanted(box, counted);
  const editions = chosen ? [edition] : editionsThatDiffer(box, edition);
  const facts = openFacts(box, edition);
  if (facts.length === 0 && editions.length === 1) return CERTAIN;
  const [only] = facts;
  if (only && facts.length === 1 && editions.length === 1) return byOneFact(only, box, edition, counted);
  if (isBounded(box, edition) && boundsAgree(box, edition, editions, facts, counted)) return CERTAIN;
  return enumerate(box, edition, editions, facts, counted);
}

/** One fact alone: its answers are all the combinations there are. */
function byOneFact(fact: Fact, box: BoxDocument, edition: Edition, counted: Tally): Certainty {
  const bounded = fact.startsLeast && isBounded(box, edition);
  // What can only add leaves an over-full box over.
  if (counted.verdict === 'over' && bounded) return CERTAIN;
  const last = fact.answers.at(-1) ?? fact.answers[0];
  const most = bounded ? tally(last.record(box, passingId), edition) : undefined;
  if (most?.verdict === counted.verdict) return CERTAIN;
  // A box that starts with the least answer counts as with it: what was counted is not counted again.
  const known = new Map<Answer, Tally>([
    ...(fact.startsLeast ? [[fact.answers[0], counted] as const] : []),
    ...(most ? [[last, most] as const] : []),
  ]);
  const judged = judge(fact, box, edition, known);
  return judged.answers.every(({ verdict }) => verdict === counted.verdict)
    ? CERTAIN
    : { certain: false, open: [judged] };
}

let added = 0;
/** Ids of items that exist only while combinations are counted. */
const passingId = () => {
  added = (added + 1) % 1_000_000;
  return `answer-${added}`;
};

const recorded = (box: BoxDocument, answers: readonly Answer[]): BoxDocument =>
  answers.reduce((now, answer) => answer.record(now, passingId), box);

/** Whether more allowances always mean more fill of the same volume: a stamp or a printed count may give way to another basis. */
const isBounded = ({ shell }: BoxDocument, edition: Edition): boolean =>
  edition.unit === 'in3' && shell.marks === undefined;

function boundsAgree(
  box: BoxDocument,
  edition: Edition,
  editions: readonly Edition[],
  facts: readonly Fact[],
  counted: Tally,
): boolean {
  const startsLeast = facts.every((fact) => fact.startsLeast);
  // What can only add leaves an over-full box over.
  if (startsLeast && editions.length === 1 && counted.verdict === 'over') return true;
  const least = startsLeast
    ? box
    : recorded(
        box,
        facts.map(({ answers }) => answers[0]),
      );
  const most = recorded(
    box,
    facts.map(({ answers }) => answers.at(-1) ?? answers[0]),
  );
  return editions.every((one) =>
    [least, most].every(
      (bound) => (bound === box && one === edition ? counted : tally(bound, one)).verdict === counted.verdict,
    ),
  );
}

/**
 * Every combination of answers, counted. A combination is a number whose digits are the indices of its answers, the last fact's the
 * lowest: two that differ by one answer stand `stride` apart.
 */
interface Combinations {
  readonly verdicts: readonly Verdict[];
  /** How many answers each fact has, and how far apart two combinations with neighboring answers stand. */
  readonly facts: readonly { readonly size: number; readonly stride: number }[];
}

function enumerate(
  box: BoxDocument,
  edition: Edition,
  editions: readonly Edition[],
  facts: readonly Fact[],
  counted: Tally,
): Certainty {
  const asked: readonly Fact[] = editions.length > 1 ? [...facts, editionFact(edition)] : facts;
  const judged = (fact: Fact): OpenFact => judge(fact, box, edition);
  const sizes = [
    ...facts.map(({ answers }) => answers.length),
    ...(editions.length > 1 ? [editions.length] : []),
  ];
  const total = sizes.reduce((product, size) => product * size, 1);
  if (total > COMBINATIONS_MOST) return { certain: false, open: asked.map(judged) };
  const verdicts: Verdict[] = [];
  for (const answered of combine(box, facts))
    for (const by of editions) verdicts.push(tally(answered, by).verdict);
  if (verdicts.every((verdict) => verdict === counted.verdict)) return CERTAIN;
  let stride = total;
  const all: Combinations = { verdicts, facts: sizes.map((size) => ({ size, stride: (stride /= size) })) };
  const open = asked.flatMap((fact, at) =>
    decides(all, at) ? [{ fact: judged(fact), settles: settledBy(all, at) }] : [],
  );
  const flips = ({ answers }: OpenFact) => new Set(answers.map(({ verdict }) => verdict)).size > 1;
  return {
    certain: false,
    open: open
      .sort((a, b) => Number(flips(b.fact)) - Number(flips(a.fact)) || b.settles - a.settles)
      .map(({ fact }) => fact),
  };
}

/** The box with every combination of answers recorded, in order; what two combinations begin with is recorded once. */
function combine(box: BoxDocument, facts: readonly Fact[]): readonly BoxDocument[] {
  let boxes: readonly BoxDocument[] = [box];
  for (const { answers } of facts)
    boxes = boxes.flatMap((one) => answers.map((answer) => answer.record(one, passingId)));
  return boxes;
}

const answerIn = (combination: number, { size, stride }: Combinations['facts'][number]) =>
  Math.floor(combination / stride) % size;

/** Whether some combination changes its verdict by the answer to one fact alone. */
function decides({ verdicts, facts }: Combinations, at: number): boolean {
  const fact = facts[at];
  return (
    fact !== undefined &&
    verdicts.some(
      (verdict, combination) =>
        answerIn(combination, fact) > 0 && verdict !== verdicts[combination - fact.stride],
    )
  );
}

/** The share of a fact's answers after which nothing else could change the verdict. */
function settledBy({ verdicts, facts }: Combinations, at: number): number {
  const fact = facts[at];
  if (!fact) return 0;
  const after = Array.from({ length: fact.size }, () => new Set<Verdict>());
  verdicts.forEach((verdict, combination) => after[answerIn(combination, fact)]?.add(verdict));
  return after.filter(({ size }) => size === 1).length / fact.size;
}

/** Each answer with the count of the box as it stands and this answer more. @param known counts that were made already */
function judge(fact: Fact, box: BoxDocument, edition: Edition, known?: ReadonlyMap<Answer, Tally>): OpenFact {
  return {
    ...fact,
    answers: fact.answers.map((answer) => {
      const by = answer.edition === undefined ? edition : editionOf(answer.edition);
      const { verdict, margin, unit } = known?.get(answer) ?? tally(answer.record(box, passingId), by);
      return { ...answer, verdict, margin, unit };
    }),
  };
}

/** What is in each space of a divided box is said item by item: there is no one answer to touch. */
const SPACES: OpenFact = {
  name: 'spaces',
  question: 'Which space of the divided box is each thing in?',
  answers: [],
  startsLeast: false,
};

/** The largest volume a box may be marked with. */
const VOLUME_MOST = (500 * ATOMS_PER_CUBIC_INCH) as Volume;
/** A twentieth of a cubic inch: what real boxes pass or fail by. */
const STEP_IN3 = ATOMS_PER_CUBIC_INCH / 20;
const STEP_ML = 10_000_000_000;

/**
 * A box without a legal volume: its stamp decides. The answers stand at the rim: the least volume that holds what is in the box,
 * and the next below. Where no volume would make a verdict, nothing of that is open.
 */
function volumeWanted(box: BoxDocument, counted: Tally): Certainty {
  const edition = editionOf(counted.edition);
  const written = (volume: number) => `${printVolume(volume as Volume, edition.unit)} ${edition.unit}`;
  if (box.items.some(({ kind }) => kind === 'barrier')) return { certain: false, open: [SPACES] };
  if (box.shell.volume !== undefined) return CERTAIN;
  const step = edition.unit === 'in3' ? STEP_IN3 : STEP_ML;
  // A stamp of wire counts gives way to volume: what is counted in conductors has a volume too.
  const probe = tally(volumeAnswer(written(VOLUME_MOST)).record(box, passingId), edition);
  if (probe.verdict === 'unknown') return CERTAIN;
  const rim = probe.unit === edition.unit ? probe.fill : (0 as Amount);
  const volumes = [rim, rim - step].filter((volume) => volume > 0 && volume <= VOLUME_MOST);
  const answers = (volumes.length === 0 ? [VOLUME_MOST] : volumes).map((volume): Answer => {
    const answer = volumeAnswer(written(volume));
    return { ...answer, words: volume === rim ? `${answer.words} or more` : `${answer.words} or less` };
  });
  const [first, ...more] = answers;
  if (!first) return CERTAIN;
  const fact: Fact = {
    name: 'volume',
    question: 'Which volume is stamped in the box?',
    answers: [first, ...more],
    startsLeast: false,
  };
  return { certain: false, open: [judge(fact, box, edition)] };
}
