/** Which missing facts could be a violation: each answer is counted again by its own count line. Invented boxes. */
import type { BoxDocument } from '../box/document.ts';
import { StoredBox } from '../box/versions.ts';
import { countedIds } from '../box/piece-id.ts';
import { LOOKED } from '../box/site.ts';
import { BREAKERS, type EditionId, editionOf } from '../edition/index.ts';
import { PLACES } from '../edition/places.ts';
import { tally } from '../fill/tally.ts';
import { printCountLine } from '../shorthand/print.ts';
import { boxOf } from '../tests/layouts.ts';
import { checkBox } from './check-box.ts';
import { wantedFacts, withLooked, withWrong } from './open-checks.ts';

const violated = (box: BoxDocument, id: EditionId) => {
  const edition = editionOf(id);
  return checkBox(box, edition, tally(box, edition))
    .findings.filter(({ severity }) => severity === 'violation')
    .map(({ section }) => section);
};
const wanted = (line: string, id: EditionId = 'nec2023') => {
  const box = boxOf(line);
  const edition = editionOf(id);
  return wantedFacts(box, edition, tally(box, edition));
};
const asked = (line: string, id: EditionId = 'nec2023') => wanted(line, id).open.map(({ fact }) => fact);

const LINES = [
  '18 in3 plastic, 2x 12/2, duplex',
  '20 in3 plastic new-work, 14/2, switch',
  '34 in3 2-gang plastic, 2x 14/2, gfci, switch',
  'box pan, 14/2, fixture 2x18 flat',
  'box dev-3x2x2.5, 14/2 mc, switch, finished',
  '22.5 in3, 10/2, range @10',
  '18 in3 surface, 14/2, duplex',
];

/** What a count line says of an answer: the other way to record it. */
const SAID: Readonly<Record<string, readonly string[]>> = {
  breaker: BREAKERS.map((amps) => `breaker ${amps}`),
  place: Object.keys(PLACES).map((place) => `place ${place}`),
};

test.each(LINES)('%s: a question is asked if and only if some answer is a violation', (line) => {
  for (const id of ['nec2017', 'nec2023', 'cec2021'] as const) {
    const before = new Set(violated(boxOf(line), id));
    for (const [fact, words] of Object.entries(SAID)) {
      const flips = words.some((word) =>
        violated(boxOf(`${line}, ${word}`), id).some((section) => !before.has(section)),
      );
      expect([id, fact, asked(line, id).includes(fact as 'breaker')]).toEqual([id, fact, flips]);
    }
  }
});

test('each answer says what it violates, as the same box with that fact in its line does', () => {
  for (const line of LINES) {
    const box = boxOf(line);
    const before = violated(box, 'nec2023');
    for (const { fact, answers } of wanted(line).open)
      for (const { words, record, violates } of answers) {
        const again = boxOf(printCountLine(record(box, countedIds())));
        const more = violated(again, 'nec2023').filter((section) => !before.includes(section));
        expect([line, fact, words, [...new Set(violates)].sort()]).toEqual([
          line,
          fact,
          words,
          [...new Set(more)].sort(),
        ]);
      }
  }
});

test('usually none to three questions; fourteen facts were listed before', () => {
  for (const line of LINES) expect([line, wanted(line).open.length <= 3]).toEqual([line, true]);
  const [line = ''] = LINES;
  const box = boxOf(line);
  const edition = editionOf('nec2023');
  expect(checkBox(box, edition, tally(box, edition)).notChecked).toHaveLength(14);
  expect(asked(line)).toEqual(['breaker']);
});

test('protection that is missing is asked for before it is a violation to cure by work (210.8(A), from memory)', () => {
  const line = '18 in3 plastic, 12/2, duplex, breaker 20, place bath';
  const ahead = wanted(line).open.find(({ fact }) => fact === 'protected');
  expect(ahead?.answers.map(({ words }) => words)).toEqual(['Nothing', 'GFCI', 'AFCI', 'Both']);
  expect(asked(`${line}, protected gfci`)).not.toContain('protected');
  expect(asked(`${line}, protected none`)).not.toContain('protected');
});

test('what an eye tells is looked at once, and passes; a measure counts more than a look', () => {
  const line = '18 in3 plastic, 2x 12/2, duplex';
  const facts = wanted(line).look.map(({ fact }) => fact);
  expect(facts).toEqual([
    'free',
    'past',
    'sheath',
    'support',
    'entries',
    'setback',
    'gap',
    'edge',
    'fastened',
  ]);
  const looked = withLooked(boxOf(line), facts);
  const edition = editionOf('nec2023');
  expect(wantedFacts(looked, edition, tally(looked, edition)).look).toEqual([]);
  expect(boxOf(printCountLine(looked)).site).toEqual(looked.site);
  const short = { ...looked, site: { ...looked.site, sheath: '1/8 in' } } as BoxDocument;
  expect(violated(short, 'nec2023')).toContain('314.17');
});

test.each(LOOKED)('“%s” can be said in a count line, and not twice', (fact) => {
  const word = fact === 'hangs' ? 'hangs light' : `${fact} right`;
  expect(boxOf(`18 in3, 14/2, ${word}`).site).toEqual({ right: [fact] });
  expect(() => boxOf(`18 in3, 14/2, ${word}, ${word}`)).toThrow(/only one/);
});

test('what is right is not wrong too, however it is recorded', () => {
  const box = boxOf('18 in3, 14/2, fastened right');
  const wrong = withWrong(box, 'fastened');
  expect(wrong.site).toEqual({ wrong: ['fastened'] });
  expect(withLooked(wrong, ['fastened']).site).toEqual({ right: ['fastened'] });
  const both = { ...box, site: { right: ['fastened'], wrong: ['fastened'] } };
  expect(StoredBox.safeParse(both).error?.issues[0]?.message).toMatch('cannot be wrong too');
});
