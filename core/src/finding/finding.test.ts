/** Findings are data: they are stored, compared and pointed at, and one renderer makes their words. Invented boxes. */
import fc from 'fast-check';
import type { Wiring } from '../wiring/wiring.ts';
import { checkBox } from '../check/check-box.ts';
import { CHECK_NAMES, EDITION_IDS, editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { judgeWiring } from '../judge/judge.ts';
import { physicalOf } from '../physical/physical.ts';
import { synthesise } from '../plan/synthesise.ts';
import { planNamer } from '../plan/say.ts';
import { workOf } from '../plan/suggest.ts';
import { readCountLine } from '../shorthand/read.ts';
import { LAYOUTS } from '../tests/harder-layouts.ts';
import { LINE } from '../tests/lines.ts';
import { inches } from '../quantity/length.ts';
import {
  codesOf,
  type Finding,
  finding,
  keyOf,
  sameFinding,
  sentenceOf,
  whereOf,
  wordsOf,
} from './finding.ts';
import { plainNamer, type Namer } from './say.ts';
import { StoredFinding, storedFindings } from './stored.ts';

/** Holds one finding to what every finding must be. */
function holds(one: Finding, say: Namer): void {
  const { words, cure } = sentenceOf(one, say);
  expect(words).toMatch(/[.?]$/);
  expect([words, cure ?? ''].join(' ')).not.toMatch(/undefined|NaN|\[object|null/);
  expect(one.section).not.toBe('');
  const stored = StoredFinding.parse(JSON.parse(JSON.stringify(one)));
  expect(sameFinding(stored, one)).toBe(true);
  expect(sentenceOf(stored, say)).toEqual({ words, ...(cure === undefined ? {} : { cure }) });
}

test('whatever is found in random boxes can be stored and says the same when it comes back', () => {
  const heard = new Set<string>();
  fc.assert(
    fc.property(LINE, fc.constantFrom(...EDITION_IDS), (items, id) => {
      const read = readCountLine(items.join(', '));
      if (!read.ok) return;
      const { box } = read;
      const edition = editionOf(box.edition ?? id);
      const counted = tally(box, edition);
      const work = workOf(box);
      const say = planNamer(physicalOf(box, work), work, edition);
      const found: Finding[] = [
        ...counted.warnings,
        ...checkBox(box, edition, counted).findings,
        ...synthesise(box, work, edition).obstacles,
      ];
      for (const one of found) {
        heard.add(`${one.family} ${one.code}`);
        holds(one, say);
      }
    }),
    { numRuns: 250 },
  );
  expect(heard.size).toBeGreaterThan(18);
});

test('so can what is wrong with a wiring, and it names conductors and points a person knows', () => {
  const heard = new Set<string>();
  for (const { box, work } of LAYOUTS) {
    const nec = editionOf('nec2023');
    const { wiring } = synthesise(box, work, nec);
    const physical = physicalOf(box, work);
    const say = planNamer(physical, work, nec);
    const crossed: Wiring = {
      ...wiring,
      joints: wiring.joints.map((joint, nth) => ({
        ...joint,
        ends: wiring.joints[(nth + 1) % wiring.joints.length]?.ends.slice(1) ?? [],
      })),
      lands: wiring.lands.map(({ at }, nth) => ({
        at,
        end: wiring.lands[(nth + 1) % wiring.lands.length]?.end ?? 'p:p1',
      })),
    };
    // And one with what is left out: marks, connectors, a pigtail’s end; and a ground under a hot’s screw.
    const careless: Wiring = {
      ...wiring,
      joints: wiring.joints.map((joint, nth) => ({ ...joint, connectors: nth === 0 ? [] : ['twist-s'] })),
      lands: [...wiring.lands.slice(1), ...wiring.lands.slice(2, 3)],
      marked: [],
      broken: [],
      backstabbed: wiring.lands.slice(0, 1).map(({ end }) => end),
    };
    const judged = [crossed, careless].map((one) => judgeWiring(box, work, one, nec));
    const places = new Set([
      ...physical.cables.flatMap(({ key, conductors }) => [key, ...conductors.map(({ id }) => id)]),
      ...physical.devices.flatMap(({ key, ports }) => [key, ...ports.map(({ id }) => id)]),
    ]);
    for (const one of judged.flatMap(({ proof, findings }) => [...proof.faults, ...findings])) {
      heard.add(`${one.family} ${one.code}`);
      holds(one, say);
      // Names of the box are put in; no id is left in a sentence.
      expect(wordsOf(one, say)).not.toMatch(/\bi\d+\.\d+/);
      for (const piece of one.at.pieces ?? []) expect(piece === 'box' || places.has(piece)).toBe(true);
    }
  }
  expect(heard.size).toBeGreaterThan(22);
});

test('a finding keeps no name: another name of the cable, another sentence of the same finding', () => {
  const one = finding(
    'obstacle',
    'few-conductors',
    { piece: 'i1.0', has: 2, needs: 3 },
    { at: { pieces: ['i1.0'] }, severity: 'violation', section: 'common practice' },
  );
  const named = (name: string): Namer => ({ ...plainNamer(), piece: () => name });
  expect(wordsOf(one, named('12/2 feed'))).toBe(
    '12/2 feed has 2 insulated conductors and must carry 3: run a cable with more.',
  );
  expect(wordsOf(one, named('“hall”'))).toMatch(/^“hall” has 2/);
  expect(whereOf(one)).toEqual(['i1.0']);
});

test('two findings are the same by what they say of which place, not by when they were made', () => {
  const at = (joint: string, connector: string) =>
    finding(
      'wiring',
      'unknown-connector',
      { connector },
      { at: { joint }, severity: 'look', section: '110.14(B)' },
    );
  expect(sameFinding(at('j1', 'x'), at('j1', 'x'))).toBe(true);
  expect(sameFinding(at('j1', 'x'), at('j2', 'x'))).toBe(false);
  expect(sameFinding(at('j1', 'x'), at('j1', 'y'))).toBe(false);
  expect(keyOf(at('j1', 'x'))).toBe(keyOf(at('j1', 'x')));
});

test('a length is told in the unit of the edition', () => {
  const one = finding(
    'check',
    'gap',
    { is: inches(0.25), limit: inches(0.125) },
    { severity: 'violation', section: '314.21' },
  );
  expect(sentenceOf(one)).toEqual({
    words: 'A gap of ¹⁄₄ in round the box: ¹⁄₈ in is the most.',
    cure: 'Repair the surface up to the box.',
  });
  expect(wordsOf(one, plainNamer('ml'))).toBe('A gap of 6.4 mm round the box: 3.2 mm is the most.');
});

test.each([
  ['a code this program does not know', { code: 'invented' }, /finding this program knows/],
  ['another family', { family: 'weather' }, /family|Invalid/],
  ['a grade there is not', { severity: 'fine' }, /severity|Invalid/],
  ['an argument that is no plain value', { args: { is: { deep: 1 } } }, /args|Invalid/],
])('%s is refused where findings are read', (_what, change, says) => {
  const sound = { family: 'check', code: 'gap', args: {}, at: {}, severity: 'look', section: 's' };
  expect(StoredFinding.safeParse(sound).success).toBe(true);
  const read = StoredFinding.safeParse({ ...sound, ...change });
  expect(read.error?.message).toMatch(says);
  expect(storedFindings('proof').safeParse([sound]).success).toBe(false);
});

test('every check has its words', () => {
  expect([...codesOf('check')].sort()).toEqual([...CHECK_NAMES].sort());
});
