/** Where nobody chose the edition: which editions of the same code count this box differently. */
import type { BoxDocument } from '../box/document.ts';
import { type Edition, EDITIONS, type RuleName } from '../edition/index.ts';
import type { Fact } from './fact.ts';

/** Everything of an edition that a count rests on, as one text: two editions with the same text count every box alike. */
const basis = (edition: Edition): string => {
  const { allowances, boxes, longLoop, barrier, yoke, deepDevice, fixtureWires, grounds } = edition;
  const cited = [allowances, boxes, longLoop, barrier.metal, barrier.plastic, yoke, deepDevice];
  const values = [...cited, fixtureWires, grounds].map((one) => one?.value ?? null);
  return JSON.stringify([edition.unit, edition.rules, edition.yokePerGang, values]);
};

const BASES = EDITIONS.map(basis);

/** The ways an edition's code counts: the first edition of each. */
const WAYS = EDITIONS.filter((_, index) => BASES.indexOf(BASES[index] ?? '') === index);
const wayOf = (edition: Edition): Edition =>
  WAYS.find((way) => BASES[EDITIONS.indexOf(way)] === BASES[EDITIONS.indexOf(edition)]) ?? edition;
const WAY_OF = new Map(EDITIONS.map((edition) => [edition.id, wayOf(edition)]));

/** Grounds that enter a box, the bare ones of old cables among them. */
function groundsIn(box: BoxDocument): { readonly count: number; readonly isolated: boolean } {
  let count = 0;
  let isolated = false;
  for (const item of box.items) {
    if (item.kind === 'cable') count += item.ground && item.make !== 'ac' ? 1 : 0;
    else if (item.kind === 'ground') {
      count += item.count;
      isolated ||= item.isolated;
    } else if (item.kind === 'fixture') count += 1;
  }
  // A fan or luminaire of which no wire is recorded brings a ground too.
  return { count: count + (box.site?.hangs === undefined ? 0 : 1), isolated };
}

/** Whether a rule could count anything of a box in another way than the rule another edition has in its place. */
const BEARS: Readonly<Partial<Record<RuleName, (box: BoxDocument, edition: Edition) => boolean>>> = {
  'grounds-together': groundsBear,
  'grounds-four-then-quarters': groundsBear,
  'terminal-blocks': (box) => box.items.some(({ kind }) => kind === 'terminal'),
};

function groundsBear(box: BoxDocument, { grounds }: Edition): boolean {
  const { count, isolated } = groundsIn(box);
  const first = typeof grounds.value === 'string' ? Infinity : grounds.value.first;
  return isolated || count > first;
}

/** The editions of the same code whose counts of this box can differ, oldest first: one for each way of counting, this one among them. */
export function editionsThatDiffer(box: BoxDocument, edition: Edition): readonly Edition[] {
  const own = WAY_OF.get(edition.id);
  const others = WAYS.filter(
    (other) => other.code === edition.code && other !== own && bearsOn(box, edition, other),
  );
  return others.length === 0 ? [edition] : [...others, edition].sort((a, b) => a.year - b.year);
}

/** Whether two editions could count something of a box differently, by the rules that only one of them has. */
function bearsOn(box: BoxDocument, one: Edition, other: Edition): boolean {
  const changed = [
    ...other.rules.filter((rule) => !one.rules.includes(rule)),
    ...one.rules.filter((rule) => !other.rules.includes(rule)),
  ];
  return changed.some((rule) => {
    const bears = BEARS[rule];
    return bears === undefined || bears(box, one) || bears(box, other);
  });
}

/** The question which edition is adopted; every edition of the code is an answer. */
export const editionFact = (edition: Edition): Fact => {
  const answers = EDITIONS.filter(({ code }) => code === edition.code).map(({ id, name }) => ({
    say: id,
    words: name,
    condition: `${name} is adopted`,
    edition: id,
    record: (box: BoxDocument) => ({ ...box, edition: id }),
  }));
  const [first, ...more] = answers;
  if (!first) throw new RangeError('a code has an edition');
  return {
    name: 'edition',
    question: 'Which edition is adopted here?',
    answers: [first, ...more],
    startsLeast: false,
  };
};
