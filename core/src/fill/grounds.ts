/**
 * NEC 314.16(B)(5), equipment grounding conductors that enter the box, at the largest of them.
 *
 * Until 2017: all together once, an isolated set once more. From 2020: the first four together once,
 * each further one a quarter. One that starts in the box (a pigtail) does not enter it.
 */
import { warning } from '../finding/finding.ts';
import type { ItemOf } from '../box/document.ts';
import { larger } from '../box/stored-quantities.ts';
import type { Edition, Size } from '../edition/index.ts';
import { type Census, type Counting, FIXTURE_GROUND, plural, type Rule, type Share } from './claim.ts';
import { fixtureGroundLeftOut } from './fixture-wires.ts';

interface Set {
  count: number;
  largest: Size | undefined;
  from: Share[];
}

function add(set: Set, id: string, count: number, size: Size) {
  set.count += count;
  set.largest = larger(set.largest, size);
  set.from.push({ id, count });
}

/** Sorts the EGCs that enter into the ordinary and the isolated set, and notes those left out. */
function enteringGrounds(census: Census, edition: Edition, into: Counting): { plain: Set; isolated: Set } {
  const plain: Set = { count: 0, largest: undefined, from: [] };
  const isolated: Set = { count: 0, largest: undefined, from: [] };
  const armored: string[] = [];
  for (const item of census.wires) {
    if (item.kind === 'cable') {
      if (item.make === 'ac') armored.push(item.id);
      else if (item.ground) {
        add(plain, item.id, 1, item.groundSize ?? item.size);
        if (item.size < 10 && item.groundSize === undefined) warnOfSize(item, edition, into);
      }
    } else if (item.kind === 'ground') {
      add(item.isolated ? isolated : plain, item.id, item.count, item.size);
    } else if (item.kind === 'fixture') {
      if (fixtureGroundLeftOut(item, edition)) {
        into.notCounted.push({
          what: 'ground of the domed luminaire',
          reason: 'It comes from the canopy with the fixture wires and may be left out with them.',
          section: edition.fixtureWires.section,
          ids: [item.id],
        });
      } else add(plain, item.id, 1, FIXTURE_GROUND);
    }
  }
  if (armored.length > 0)
    into.notCounted.push({
      what: 'armor and bonding strip of the AC cable',
      reason: 'The armor of AC is its equipment ground: no conductor enters to be counted.',
      section: edition.sections['grounds-together'],
      ids: armored,
    });
  return { plain, isolated };
}

/** The ground of a large cable is often smaller than its conductors: told once for all that are alike. */
function warnOfSize({ id, size, conductors }: ItemOf<'cable'>, edition: Edition, into: Counting): void {
  const told = into.warnings.findIndex(
    ({ code, args }) => code === 'ground-size' && args['size'] === size && args['conductors'] === conductors,
  );
  const before = into.warnings[told];
  const ids = [...(before?.at.pieces ?? []), id];
  const now = warning('ground-size', { size, conductors }, edition.sections['grounds-together'], ids);
  if (before) into.warnings[told] = now;
  else into.warnings.push(now);
}

/** Credits the first `taken` grounds of a set to the items they came from. */
function shares(set: Set, skip: number, take: number): Share[] {
  const found: Share[] = [];
  let before = 0;
  for (const share of set.from) {
    const start = Math.max(before, skip);
    const end = Math.min(before + share.count, skip + take);
    if (end > start) found.push({ id: share.id, count: end - start });
    before += share.count;
  }
  return found;
}

export const groundsTogether: Rule = (census, edition, into) => {
  const { plain, isolated } = enteringGrounds(census, edition, into);
  const section = edition.sections['grounds-together'];
  if (plain.largest !== undefined) {
    into.claims.push({
      topic: 'grounds',
      rule: 'grounds-together',
      section,
      what: `${plural(plain.count, 'equipment ground')}, all together`,
      why: 'All equipment grounds that enter count once together, at the largest of them.',
      count: 1,
      size: plain.largest,
      from: plain.from,
    });
  }
  if (isolated.largest !== undefined) {
    into.claims.push({
      topic: 'isolated grounds',
      rule: 'grounds-together',
      section,
      what: `${plural(isolated.count, 'isolated ground')}, all together`,
      why: 'A further set of isolated equipment grounds counts once more, at the largest of that set.',
      count: 1,
      size: isolated.largest,
      from: isolated.from,
    });
  }
};

export const groundsFourThenQuarters: Rule = (census, edition, into) => {
  const { plain, isolated } = enteringGrounds(census, edition, into);
  const all: Set = {
    count: plain.count + isolated.count,
    largest: larger(plain.largest, isolated.largest),
    from: isolated.from.length === 0 ? plain.from : [...plain.from, ...isolated.from],
  };
  const terms = edition.grounds.value;
  if (all.largest === undefined || typeof terms === 'string') return;
  const section = edition.sections['grounds-four-then-quarters'];
  const beyond = all.count - terms.first;
  into.claims.push({
    topic: 'grounds',
    rule: 'grounds-four-then-quarters',
    section,
    what: beyond > 0 ? `first ${terms.first} equipment grounds` : plural(all.count, 'equipment ground'),
    why: `Up to ${terms.first} equipment grounds that enter count once together, at the largest of them.`,
    count: 1,
    size: all.largest,
    from: beyond > 0 ? shares(all, 0, terms.first) : all.from,
  });
  if (beyond <= 0) return;
  into.claims.push({
    topic: 'grounds beyond',
    rule: 'grounds-four-then-quarters',
    section,
    what: `${plural(beyond, 'equipment ground')} beyond ${terms.first}`,
    why: `Each equipment ground beyond ${terms.first} counts a quarter, at the largest of them.`,
    count: beyond,
    size: all.largest,
    share: terms.share,
    from: shares(all, terms.first, beyond),
  });
};
