/**
 * What makes a box legal: complete against brute force, cheapest against an integer-programming solver
 * (javascript-lp-solver), never worse elsewhere. Costs are common practice, no source. Invented boxes.
 */
import fc from 'fast-check';
import solver from 'javascript-lp-solver';
import { checkBox } from '../check/check-box.ts';
import { addItem } from '../box/edit.ts';
import { countedIds } from '../box/piece-id.ts';
import { canReplace, replaceBox } from './box-steps.ts';
import { type EditionId, editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { allowancesLeft } from '../fill/verdict.ts';
import { ATOMS_PER_CUBIC_INCH } from '../quantity/volume.ts';
import { readCountLine } from '../shorthand/read.ts';
import { catalogueOf, TYPICAL_BOXES } from '../catalog/catalog.ts';
import { DEFAULT_WEIGHTS, weigh } from './remedy.ts';
import { findRemedies, type SearchOptions } from './search.ts';
import { stepsFor } from './steps.ts';

const weights = DEFAULT_WEIGHTS.value;

const newId = countedIds();

function boxOf(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  return read.box;
}
function remediesOf(line: string, options: Partial<SearchOptions> = {}) {
  const box = boxOf(line);
  const edition = editionOf(box.edition ?? 'nec2023');
  const counted = tally(box, edition);
  return {
    box,
    edition,
    counted,
    ...findRemedies(box, edition, counted, { weights, newId: countedIds(), ...options }),
  };
}

const violationsOf = (box: ReturnType<typeof boxOf>, edition: ReturnType<typeof editionOf>) =>
  checkBox(box, edition, tally(box, edition))
    .findings.filter((one) => one.severity === 'violation')
    .map(({ code }) => code);
const times = (all: readonly string[], one: string) => all.filter((name) => name === one).length;

const OVER = fc
  .tuple(
    fc.constantFrom<EditionId>('nec2017', 'nec2020', 'nec2023', 'cec2021'),
    fc.constantFrom(
      '18 in3 plastic old-work device-box',
      '14 in3 plastic new-work device-box',
      'box 4sq-1.5 metal square',
      '25 in3 2-gang plastic device-box',
      'box oct-1.5 metal round',
    ),
    fc.subarray(['12/2 feed', '2x 12/2 out', '14/2 spare', 'clamps', '14/3 leg', '4x 12', '12/2'], {
      minLength: 3,
    }),
    fc.subarray(['duplex', 'switch @14', 'gfci @12', 'breaker 15', 'cavity 3.5 in'], { minLength: 1 }),
  )
  .map(([edition, box, ...rest]) => [edition, box, '12/2', ...rest.flat()].join(', '));

test('every proposal is legal when it is counted anew, and makes no check worse', () => {
  fc.assert(
    fc.property(OVER, (line) => {
      const { box, edition, counted, proposals } = remediesOf(line);
      const before = checkBox(box, edition, counted).findings.filter((one) => one.severity === 'violation');
      for (const proposal of proposals) {
        const again = tally(proposal.box, edition);
        expect(again.verdict).toBe('legal');
        expect(again.margin).toBe(proposal.counted.margin);
        const after = checkBox(proposal.box, edition, again).findings.filter(
          (one) => one.severity === 'violation',
        );
        expect(after.length).toBeLessThanOrEqual(before.length);
      }
    }),
    { numRuns: 60 },
  );
});

test('complete: the cheapest of all combinations of up to three steps, by brute force', () => {
  fc.assert(
    fc.property(OVER, (line) => {
      const { box, edition, counted, proposals } = remediesOf(line, { boxes: [] });
      if (counted.verdict !== 'over') return;
      const steps = stepsFor(box, { edition, boxes: [] });
      let cheapest = Infinity;
      const known = violationsOf(box, edition);
      for (let mask = 1; mask < 1 << steps.length; mask += 1) {
        const chosen = steps.filter((_, nth) => mask & (1 << nth));
        if (chosen.length > 3) continue;
        const families = chosen.map(({ family }) => family);
        const twice = families.some(
          (family, nth) =>
            families.indexOf(family) !== nth && family !== 'dead-cable' && family !== 'through',
        );
        if (twice) continue;
        const next = chosen.reduce((left, step) => step.apply(left, newId), box);
        const after = tally(next, edition);
        if (after.verdict !== 'legal') continue;
        const bad = violationsOf(next, edition);
        if ([...new Set(bad)].some((check) => times(bad, check) > times(known, check))) continue;
        // What does not hold its yokes is no cure.
        if (checkBox(next, edition, after).findings.some(({ code }) => code === 'gangs')) continue;
        const cost = {
          parts: chosen.reduce((sum, { cost: one }) => sum + one.parts, 0),
          minutes: chosen.reduce((sum, { cost: one }) => sum + one.minutes, 0),
          damage: Math.max(...chosen.map(({ cost: one }) => one.damage)),
        };
        cheapest = Math.min(cheapest, weigh(cost, weights, allowancesLeft(after)?.count));
      }
      const ours = Math.min(...proposals.map(({ weight }) => weight), Infinity);
      expect(ours).toBe(cheapest);
    }),
    { numRuns: 60 },
  );
});

test('the cheapest set of steps is what an integer-programming solver finds', () => {
  // Steps whose gains add up: dead cables out of a metal box, an extension, connectors outside.
  const line = 'box 4sq-1.5 metal square, 4x 12/2 out, clamps, 14/2 spare "a", 12/2 spare "b", duplex @12';
  const plain = { ...weights, spare: 0 };
  const { box, edition, counted, proposals } = remediesOf(line, { boxes: [], weights: plain });
  const steps = stepsFor(box, { edition, boxes: [] }).filter(({ family }) => family !== 'move-cable');
  const room = (next: typeof box) => {
    const { margin } = tally(next, edition);
    return (margin ?? 0) / ATOMS_PER_CUBIC_INCH;
  };
  const model = {
    optimize: 'weight',
    opType: 'min' as const,
    constraints: {
      room: { min: -(counted.margin ?? 0) / ATOMS_PER_CUBIC_INCH },
      count: { max: 3 },
      ...Object.fromEntries(steps.map(({ id }) => [id, { max: 1 }])),
      volume: { max: 1 },
    },
    variables: Object.fromEntries(
      steps.map((step) => [
        step.id,
        {
          weight: weigh(step.cost, weights),
          room: room(step.apply(box, newId)) - (counted.margin ?? 0) / ATOMS_PER_CUBIC_INCH,
          count: 1,
          [step.id]: 1,
          ...(step.family === 'volume' ? { volume: 1 } : {}),
        },
      ]),
    ),
    ints: Object.fromEntries(steps.map(({ id }) => [id, 1])),
  };
  const best = solver.Solve(model) as { feasible: boolean; result: number };
  expect(best.feasible).toBe(true);
  const ours = Math.min(...proposals.map(({ weight }) => weight));
  expect(ours).toBeCloseTo(best.result, 6);
});

test('of each kind the best, by its weight; of several kinds together nothing that another beats', () => {
  fc.assert(
    fc.property(OVER, (line) => {
      const { box, edition, counted, proposals } = remediesOf(line);
      const open = box.shell.mount === undefined;
      const kinds = proposals.filter(({ kind }) => kind !== 'together').map(({ kind }) => kind);
      for (const kind of kinds) expect(times(kinds, kind)).toBeLessThanOrEqual(open ? 2 : 1);
      const together = proposals.filter(({ kind }) => kind === 'together');
      expect(together.length).toBeLessThanOrEqual(3);
      for (const a of together) {
        for (const b of proposals) {
          if (a === b) continue;
          const worse =
            a.cost.parts >= b.cost.parts &&
            a.cost.minutes >= b.cost.minutes &&
            a.cost.damage >= b.cost.damage &&
            (a.counted.margin ?? 0) <= (b.counted.margin ?? 0);
          const same = a.weight === b.weight && a.counted.margin === b.counted.margin;
          const within = b.ids.every((id) => a.ids.includes(id)) && b.weight <= a.weight;
          expect((worse && !same) || within).toBe(false);
        }
      }
      if (counted.verdict === 'legal') return;
      // Every single step, counted here: none of its kind is lighter than the one given.
      const known = violationsOf(box, edition);
      for (const step of stepsFor(box, { edition })) {
        const next = step.apply(box, newId);
        const after = tally(next, edition);
        if (after.verdict !== 'legal') continue;
        const bad = violationsOf(next, edition);
        if (bad.some((check) => times(bad, check) > times(known, check))) continue;
        if (checkBox(next, edition, after).findings.some(({ code }) => code === 'gangs')) continue;
        const given = proposals.filter(({ kind }) => kind === step.kind);
        const weight = weigh(step.cost, weights, allowancesLeft(after)?.count);
        expect(given.some((one) => one.weight <= weight)).toBe(true);
      }
    }),
    { numRuns: 40 },
  );
});

describe('what a practitioner would name', () => {
  const kindsOf = (line: string, options: Partial<SearchOptions> = {}) =>
    remediesOf(line, options).proposals.map(({ kind }) => kind);
  const saidBy = (line: string, options: Partial<SearchOptions> = {}) =>
    remediesOf(line, options)
      .proposals.map(({ words }) => words.join(' '))
      .join('\n');

  test('the deeper box of the same gangs is offered though a side pocket beats it, and no box of three gangs', () => {
    const line = '18 in3 plastic, 3x 12/2, duplex';
    expect(kindsOf(line)).toEqual(expect.arrayContaining(['deeper', 'pocket', 'wider']));
    expect(saidBy(line)).toMatch('1-gang plastic, new-work, 22.50 in³');
    expect(saidBy(line)).not.toMatch(/[34]-gang|round/);
    const { asks } = remediesOf(line);
    expect(asks).toEqual(['mount', 'form']);
    expect(remediesOf('18 in3 plastic new-work device-box, 3x 12/2, duplex').asks).toEqual([]);
  });

  test('where the mounting is not known an open and a finished wall both have their box', () => {
    const wider = remediesOf('18 in3 plastic device-box, 3x 12/2, duplex').proposals.filter(
      ({ kind }) => kind === 'wider',
    );
    expect(wider.map(({ words }) => /new-work|old-work/.exec(words.join())?.[0]).sort()).toEqual([
      'new-work',
      'old-work',
    ]);
  });

  // docs/trade.md#openings: it comes out by sawing its nails; only what is clamped to the board goes in from the front (3).
  test('a nailed box: the wall is taken to be open and that is said; in a finished one only what is cut in is offered', () => {
    const line = '18 in3 plastic new-work device-box, 3x 12/2, duplex';
    const open = remediesOf(line);
    expect(open.notes.join()).toMatch(/taken to be open.*sawing its nails/);
    expect(saidBy(line)).toMatch('1-gang plastic, new-work, 22.50 in³');
    const closed = remediesOf(`${line}, finished`);
    expect(closed.notes.join()).not.toMatch('taken to be open');
    const boxes = closed.proposals.filter(({ words }) => /Replace the box/.test(words.join()));
    expect(boxes.length).toBeGreaterThan(1);
    for (const { words, cost, box } of boxes) {
      expect(words.join()).toMatch('old-work');
      expect(box.shell.mount).toBe('old-work');
      expect(cost.damage).toBeGreaterThan(0);
    }
    expect(remediesOf(line.replace('new-work', 'old-work')).notes.join()).not.toMatch('taken to be open');
  });

  // In block or brick there is no board to clamp to. Common practice, no source.
  test('a box set in masonry is replaced by none that is nailed or clamped', () => {
    for (const wall of ['', ', finished']) {
      const said = saidBy(`18 in3 metal masonry new-work, 3x 12/2, duplex${wall}`);
      expect(said).not.toBe('');
      expect(said).not.toMatch(/new-work|old-work|square|plastic/);
    }
  });

  test('what becomes of a box is what the remedy says: an old-work one is not told as nailed', () => {
    const mounts = [];
    for (const line of [
      '18 in3 plastic device-box, 3x 12/2, duplex',
      '18 in3 plastic new-work device-box, 3x 12/2, duplex',
      '18 in3 plastic old-work device-box, 3x 12/2, duplex',
    ])
      for (const { words, box } of remediesOf(line).proposals) {
        const said = /^Replace the box: .*?(new-work|old-work)/.exec(words.join())?.[1];
        if (said === undefined) continue;
        mounts.push(said);
        expect([line, words, box.shell.mount]).toEqual([line, words, said]);
      }
    expect(new Set(mounts)).toEqual(new Set(['new-work', 'old-work']));
  });

  test('more gangs than one beyond the need only where nothing else helps', () => {
    expect(saidBy('14 in3 plastic new-work device-box, 14/3, 2x 12/2, 14/2, duplex')).not.toMatch(
      /[34]-gang/,
    );
    // Feeds cannot be moved, and no box of two gangs holds them.
    const { proposals } = remediesOf('18 in3 plastic new-work device-box, 8x 12/2 feed, duplex', {
      added: [],
    });
    expect(proposals.map(({ words }) => words.join())).toEqual([expect.stringMatching(/[34]-gang|metal/)]);
  });

  test('metal in place of plastic carries its connectors, its bond and its ring', () => {
    const metal = remediesOf('18 in3 plastic new-work device-box, 3x 12/2, duplex').proposals.find(
      ({ kind }) => kind === 'metal',
    );
    expect(metal?.words.join()).toMatch('3 cable connectors, a bond to the box');
    expect(metal?.cost.parts).toBeGreaterThan(2);
  });

  test('armoured cable and conduit keep a metal box, a finished wall takes nothing that is nailed', () => {
    expect(saidBy('box dev-3x2x2 metal device-box, 2x 12/2 mc, duplex')).not.toMatch(/plastic/);
    expect(saidBy('box dev-3x2x2 metal device-box, 4x 12, duplex')).not.toMatch(/plastic/);
    expect(saidBy('14 in3 plastic new-work device-box, 3x 12/2, duplex, finished')).not.toMatch(/new-work/);
  });

  test('what was found in the wall stays: only cable still to be run is made smaller or fed from elsewhere', () => {
    const found = boxOf('20 in3 plastic new-work device-box, 2x 12/2, duplex, breaker 15');
    const planned = addItem(
      found,
      { kind: 'cable', size: 12, conductors: 2, make: 'nm', ground: true },
      countedIds(),
    ).box;
    const edition = editionOf('nec2023');
    const ask = (options: Partial<SearchOptions>) =>
      findRemedies(planned, edition, tally(planned, edition), { weights, newId, ...options });
    const smaller = (options: Partial<SearchOptions>) =>
      ask(options).proposals.find(({ kind, ids }) => kind === 'smaller-wire' || ids.includes('wire:14'));
    expect(smaller({})).toBeUndefined();
    expect(ask({}).notes.join(' ')).toMatch('cable still to be run may be 14 AWG; what is in the wall stays');
    expect(smaller({ found: planned })).toBeUndefined();
    expect(ask({ found: planned }).proposals.some(({ kind }) => kind === 'move-cable')).toBe(false);
    const said = smaller({ found });
    const sizes = said?.box.items.flatMap((item) => (item.kind === 'cable' ? [item.size] : []));
    expect(sizes).toEqual([12, 12, 14]);
    // 14 AWG only where the breaker is 15 A: with another, or none known, it is not offered.
    const offers = (breaker: 15 | 20 | undefined) => {
      const { breaker: _breaker, ...site } = planned.site ?? {};
      const box = { ...planned, site: { ...site, ...(breaker === undefined ? {} : { breaker }) } };
      return stepsFor(box, { edition, found }).some(({ family }) => family === 'smaller-wire');
    };
    expect([offers(undefined), offers(20), offers(15)]).toEqual([false, false, true]);
  });
});

describe('the catalogue', () => {
  test('ids are unique, the standard boxes carry the table’s volumes, the rest say “typical”', () => {
    const edition = editionOf('nec2023');
    const all = catalogueOf(edition);
    expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
    for (const part of all) {
      const listed = edition.boxes.value.find(({ code }) => code === part.code);
      expect(part.typical).toBe(listed === undefined);
      if (listed) expect(part.volume).toBe(listed.volume);
    }
  });

  test('a finished wall takes only old-work boxes, a shallow one only shallow ones, a ceiling only its own', () => {
    const fits = (line: string, room?: number) =>
      TYPICAL_BOXES.filter((part) => canReplace(boxOf(line), part, room)).map(({ id }) => id);
    expect(fits('18 in3 old-work device-box, 14/2').every((id) => id.includes('old'))).toBe(true);
    expect(fits('18 in3 device-box, 14/2', 60_000_000)).toEqual([]);
    expect(fits('15 in3 round, 14/2')).toEqual(['pan-6', 'round-fan-21', 'round-plastic-22']);
    expect(fits('15 in3 round, 14/2, hangs fan')).toEqual(['round-fan-21']);
    expect(fits('60 in3 4-gang device-box, 14/2').every((id) => id.includes('4g'))).toBe(true);
  });
});

test.each([
  ['18 in3 plastic, 2x 12/2, duplex', /legal as it is/],
  ['18 in3 plastic device-box, 9x 12/2, 4x duplex, breaker 20', /Nothing that is known here|truck/],
  ['measured 2 x 2 x 2 metal, 14/2', /no legal volume: read the stamp|empty/],
])('“%s” is answered in words', (line, words) => {
  const { proposals, notes } = remediesOf(line, { boxes: [] });
  expect(proposals).toEqual([]);
  expect(notes.join(' ')).toMatch(words);
});

test('fewer grounds are not offered below five', () => {
  const { notes } = remediesOf('18 in3 plastic old-work device-box, 3x 12/2, duplex');
  expect(notes.join(' ')).toMatch('Fewer grounds entering would not help');
});

test('what fewer grounds would bring is told by the edition: all count as one, or up to four do', () => {
  const notes = (line: string) => {
    const box = boxOf(line);
    const edition = editionOf(box.edition ?? 'nec2023');
    return findRemedies(box, edition, tally(box, edition), {
      weights: DEFAULT_WEIGHTS.value,
      newId,
    }).notes.join(' ');
  };
  expect(notes('nec2014, 18 in3 plastic, 3x 12/2, duplex')).toMatch(/all of them count as one/);
  expect(notes('nec2017, 18 in3 plastic, 3x 12/2, duplex')).not.toMatch(/up to four/);
  expect(notes('nec2020, 18 in3 plastic, 3x 12/2, duplex')).toMatch(/up to 4 count as one/);
  expect(notes('cec2021, 295 ml, 6x 12/2, duplex')).not.toMatch(/count as one/);
});

test('another box keeps nothing that was seen of the old one, and what was seen of its wires', () => {
  const [part] = TYPICAL_BOXES;
  if (!part) throw new Error('no part');
  const old = boxOf(
    '18 in3 plastic, 12/2, duplex, setback right, fastened wrong, entries right, edge right, load wrong',
  );
  expect(replaceBox(old, part, countedIds()).site).toMatchObject({ right: ['edge'], wrong: ['load'] });
});
