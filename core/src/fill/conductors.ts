/**
 * NEC 314.16(B)(1): each conductor that starts outside the box and is spliced or lands in it counts
 * once; each that passes through unbroken once; each unbroken loop of at least twice the free length
 * twice, a shorter one once. A conductor no part of which leaves the box does not count.
 */
import type { ItemOf } from '../box/document.ts';
import { lengthIn } from '../box/stored-quantities.ts';
import { showInches } from '../quantity/length.ts';
import { BySize, type Counting, plural, type Rule } from './claim.ts';
import { fixtureWiresLeftOut } from './fixture-wires.ts';

export const conductors: Rule = (census, edition, into) => {
  const entering = new BySize();
  const through = new BySize();
  const longLoops = new BySize();
  const shortLoops = new BySize();
  const fixtureWires = new BySize();
  const fixtures: ItemOf<'fixture'>[] = [];
  for (const item of census.wires) {
    if (item.kind === 'cable') {
      entering.add(item.size, item.id, item.conductors);
    } else if (item.kind === 'conductors') {
      if (item.run === 'enters') entering.add(item.size, item.id, item.count);
      else if (item.run === 'through') through.add(item.size, item.id, item.count);
      else if (edition.longLoop && lengthIn(item.loop ?? '') >= edition.longLoop.value) {
        longLoops.add(item.size, item.id, item.count * 2);
      } else shortLoops.add(item.size, item.id, item.count);
    } else if (item.kind === 'fixture') fixtures.push(item);
  }
  // Any four may be left out: the largest first, so that the order of recording does not matter.
  let free = edition.fixtureWires.value.upTo;
  if (fixtures.length > 1) fixtures.sort((a, b) => a.size - b.size);
  for (const item of fixtures) {
    const out = fixtureWiresLeftOut(item, edition, free);
    free -= out;
    if (out > 0) leaveOut(into, item.id, out, item.size, edition.fixtureWires.section);
    if (item.count > out) fixtureWires.add(item.size, item.id, item.count - out);
  }
  const rule = 'conductors';
  const section = edition.sections.conductors;
  entering.forEach((size, count, from) =>
    into.claims.push({
      topic: 'entering',
      rule,
      section,
      what: `${plural(count, 'conductor')} entering, ${size} AWG`,
      why: 'Each conductor that comes in from outside and is spliced or lands here counts once, at its own size.',
      count,
      size,
      from,
    }),
  );
  through.forEach((size, count, from) =>
    into.claims.push({
      topic: 'through',
      rule,
      section,
      what: `${plural(count, 'conductor')} passing through, ${size} AWG`,
      why: 'A conductor that goes in and out without a splice or terminal counts once, not twice.',
      count,
      size,
      from,
    }),
  );
  const loopLength = edition.longLoop ? `${showInches(edition.longLoop.value)} in` : '';
  longLoops.forEach((size, count, from) =>
    into.claims.push({
      topic: 'long loops',
      rule,
      section,
      what: `${plural(count / 2, 'long loop')}, ${size} AWG`,
      why: `An unbroken loop of ${loopLength} or more counts twice: it is long enough to be cut and spliced later.`,
      count,
      size,
      from,
    }),
  );
  shortLoops.forEach((size, count, from) =>
    into.claims.push({
      topic: 'short loops',
      rule,
      section,
      what: `${plural(count, 'short loop')}, ${size} AWG`,
      why: edition.longLoop
        ? `An unbroken loop shorter than ${loopLength} counts once, like a conductor passing through.`
        : 'A loop without a splice counts once.',
      count,
      size,
      from,
    }),
  );
  fixtureWires.forEach((size, count, from) =>
    into.claims.push({
      topic: 'fixture wires',
      rule,
      section,
      what: `${plural(count, 'fixture wire')}, ${size} AWG`,
      why: 'Wires of a luminaire count like other conductors unless a domed canopy gives them room.',
      count,
      size,
      from,
    }),
  );
};

function leaveOut(into: Counting, id: string, count: number, size: number, section: string) {
  into.notCounted.push({
    what: `${plural(count, 'fixture wire')}, ${size} AWG`,
    reason:
      'Up to four wires smaller than 14 AWG from a domed luminaire may be left out: its canopy holds them.',
    section,
    ids: [id],
  });
}
