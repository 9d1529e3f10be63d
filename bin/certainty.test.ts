/**
 * `certain` and `open` of `fill --json`, held against brute force through the public command: what a line leaves open and which
 * answers are plausible is read here from its text alone, every combination is added to the line and counted, and the command must say
 * `certain` exactly where all of them give one verdict. What is plausible: NEC 314.16(B), CEC 12-3034, from memory; widths, depths and
 * volumes usual of a kind are common practice, no source. `CERTAINTY_BOXES=5000` tries more boxes.
 */
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { LINE } from '@dense-pack/core/tests/lines';
import fc from 'fast-check';
import { note } from '../core/src/tests/note.ts';

const COMMAND = join(__dirname, 'dense-pack.mjs');
const BOXES = Number(process.env['CERTAINTY_BOXES'] ?? 250);

interface Answered {
  readonly verdict: string;
  readonly margin: string | null;
  readonly unit: string;
  readonly fill: string;
  readonly certain: boolean;
  readonly open: readonly {
    readonly fact: string;
    readonly question: string;
    readonly answers: readonly { say: string; verdict: string; margin: string | null; unit: string }[];
  }[];
}

function fill(lines: readonly string[]): Answered[] {
  const { stdout, stderr } = spawnSync(process.execPath, [COMMAND, 'fill', '--json', '-'], {
    encoding: 'utf8',
    input: `${lines.join('\n')}\n`,
    maxBuffer: 4 * 1024 ** 3,
  });
  const answers = stdout
    .trim()
    .split('\n')
    .map((text) => JSON.parse(text));
  const unread = answers.findIndex((one) => 'error' in one);
  if (unread >= 0) throw new Error(`${lines[unread]}: ${JSON.stringify(answers[unread])} ${stderr}`);
  if (answers.length !== lines.length) throw new Error(`${answers.length} answers to ${lines.length} lines`);
  return answers;
}

/** Inches behind the strap of what is deeper than 1 in. Common practice, no source. */
const DEPTH: Readonly<Record<string, string>> = {
  gfci: '1.25',
  dimmer: '1.375',
  timer: '1.5',
  smart: '1.5',
  combo: '1.25',
  range: '1.5',
  dryer: '1.5',
};

/** What a line leaves open, read from its text: for each fact the additions that would settle it. */
function leftOpen(items: readonly string[]): string[][] {
  const cec = items.some((item) => item.startsWith('cec'));
  const edition = items.some((item) => /^(nec|cec)\d/.test(item));
  const text = items.join(', ');
  const plain = items.map((item) => item.replace(/^\d+x /, '').replace(/"[^"]*"/, ''));
  const has = (pattern: RegExp) => plain.some((item) => pattern.test(item));
  const facts: string[][] = [];
  if (!cec && !has(/^(no )?clamps$|^flaps$/)) facts.push(['no clamps', 'clamps']);
  const device = has(/^(duplex|switch|gfci|dimmer|3way|timer|smart|combo|blank|range|dryer)( |$)/);
  const ceiling = has(/^fixture /) || (!device && /metal pan|box oct-/.test(text));
  if (ceiling && !has(/^stud$|^hickey$|^no stud$/))
    facts.push(['no stud', 'stud', ...(cec || has(/^no hickey$/) ? [] : ['stud, hickey'])]);
  if (!cec && plain.some((item) => item.startsWith('fixture ') && !/domed|flat/.test(item)))
    facts.push(['domed', 'flat']);
  if (!cec && has(/^\d+\/\d.* old\b/)) facts.push(['old-cable no-ground', 'old-cable grounded']);
  for (const kind of ['range', 'dryer'])
    if (!cec && plain.some((item) => item.startsWith(kind) && !item.includes('wide')))
      facts.push([`width ${kind} 1`, `width ${kind} 2`]);
  if (cec) {
    for (const [kind, typical] of Object.entries(DEPTH))
      if (plain.some((item) => item.startsWith(kind) && !item.includes('depth')))
        facts.push([...new Set(['1', typical, '1.5'])].map((depth) => `depth ${kind} ${depth}`));
    const ends = items.reduce((sum, item) => {
      const [, many = '1', rest = ''] = /^(?:(\d+)x )?(.*)$/.exec(item) ?? [];
      const cable = /^\d+\/(\d)(?:\/(\d))?/.exec(rest);
      const each = cable ? Number(cable[1]) + Number(cable[2] ?? 0) : /^\d+$/.test(rest) ? 1 : 0;
      return sum + Number(many) * each;
    }, 0);
    if (ends >= 4 && !has(/connectors/))
      facts.push(['no connectors', `connectors ${Math.min(99, Math.floor(ends / 2))}`]);
  }
  // Two-gang plastic boxes one can cut in come with 25 and 34 in³ in our catalog.
  if (text.includes('catalog')) facts.push(['stamp 34 in3', 'stamp 25 in3']);
  if (!edition) facts.push(['nec2014', 'nec2017', 'nec2020', 'nec2023']);
  return facts;
}

/** Every way to answer all facts, as what is added to the line. */
const combinationsOf = (facts: readonly string[][]): string[][] =>
  facts.reduce<string[][]>(
    (all, answers) => all.flatMap((before) => answers.map((answer) => [...before, answer])),
    [[]],
  );

/** Half of the boxes by volume get one just above or below what is in them, so that what is open decides. */
function nearTheRim(items: string[], { unit, fill: holds }: Answered, index: number): string[] {
  if (unit !== 'in3' || index % 2 === 0) return items;
  const volume = Number(holds) + ((index * 7) % 25) / 4 - 2;
  if (volume <= 0 || volume > 400) return items;
  return items.map((item) =>
    /^(box \d|\d[\d.]* (in3|ml)|measured|marks)/.test(item) && !item.includes('catalog')
      ? `${volume} in3${/metal pan/.test(item) ? ' metal pan' : ''}`
      : item,
  );
}

/** Beyond this many combinations a box is left out of the comparison; few are. */
const MOST = 400;

test(`certain and open agree with every combination of answers, over ${BOXES} random boxes`, () => {
  const drawn = fc
    .sample(fc.tuple(LINE, fc.boolean()), { numRuns: BOXES, seed: 314_16 })
    .map(([items, named]) => (named ? items : items.slice(1)));
  const fills = fill(drawn.map((items) => items.join(', ')));
  const boxes = drawn
    .map((items, index) => nearTheRim(items, fills[index] as Answered, index))
    .map((items) => ({ items, facts: leftOpen(items) }))
    .filter(({ facts }) => facts.reduce((product, one) => product * one.length, 1) <= MOST)
    .map((box) => ({ ...box, line: box.items.join(', '), ways: combinationsOf(box.facts) }));
  const first = fill(boxes.map(({ line }) => line));
  const every = fill(boxes.flatMap(({ line, ways }) => ways.map((way) => [line, ...way].join(', '))));
  const said = fill(
    boxes.flatMap(({ line }, index) =>
      (first[index]?.open ?? []).flatMap(({ answers }) => answers.map(({ say }) => `${line}, ${say}`)),
    ),
  );
  let at = 0;
  let saidAt = 0;
  const seen = { certain: 0, open: 0, questions: 0, facts: 0 };
  boxes.forEach(({ line, facts, ways }, index) => {
    const verdicts = ways.map(() => every[at++]?.verdict);
    const { verdict, certain, open } = first[index] as Answered;
    for (const { answers } of open)
      for (const answer of answers) {
        const now = said[saidAt++];
        expect([line, answer]).toEqual([
          line,
          { ...answer, verdict: now?.verdict, margin: now?.margin, unit: now?.unit },
        ]);
      }
    if (verdict === 'unknown') return;
    expect([line, certain]).toEqual([line, verdicts.every((one) => one === verdict)]);
    expect([line, open.length === 0]).toEqual([line, certain]);
    seen[certain ? 'certain' : 'open'] += 1;
    seen.questions += open.length;
    seen.facts += facts.length;
    // A fact is asked exactly where its answer alone changes the verdict, whatever the others are.
    const decides = facts.filter((_, fact) => {
      const classes = new Map<string, string | undefined>();
      return ways.some((way, which) => {
        const others = way.filter((__, other) => other !== fact).join();
        const before = classes.get(others);
        classes.set(others, verdicts[which]);
        return before !== undefined && before !== verdicts[which];
      });
    });
    expect([line, open.length]).toEqual([line, decides.length]);
  });
  note(`${JSON.stringify(seen)} of ${boxes.length} boxes`);
  // The comparison is worth something only if it met both.
  expect(seen.certain).toBeGreaterThan(BOXES / 10);
  expect(seen.open).toBeGreaterThan(BOXES / 20);
});

/** Cases worked by hand: a line, and the facts it must ask, most decisive first. */
test.each([
  ['18 in3 plastic, 3x 12/2, duplex', true, []],
  ['18 in3 plastic, 14/2, duplex', true, []],
  // 9 × 2.25 + 2.25 + 9.00 = 31.50; clamps make it 33.75.
  ['32 in3 plastic 2-gang, 3x 12/2, 12/3, 2x switch', false, ['clamps']],
  ['32 in3 plastic 2-gang, 3x 12/2, 12/3, 2x switch, no clamps', true, []],
  ['32 in3 plastic 2-gang, 3x 12/2, 12/3, 2x switch, clamps', true, []],
  // Five grounds: 2.00 until 2017, 2.50 from 2020, in a box that is full to the rim.
  ['box 32 plastic 2-gang, 5x 14/2, clamps, 2x switch', false, ['edition']],
  ['nec2020, box 32 plastic 2-gang, 5x 14/2, clamps, 2x switch', true, []],
  // 4.00 + 2.00 fill a pan exactly: anything more is over.
  ['6 in3 pan metal, 14/2', false, ['fitting', 'clamps']],
  ['6 in3 pan metal, 14/2, no clamps, no stud', true, []],
  // Three conductors and a ground are 20.00; the receptacle takes 20.00 two gangs wide, 10.00 one gang wide.
  ['35 in3 metal, 6/3, range @6, no clamps', false, ['width-range']],
  // 32 mL × 3.81 cm = 121.92 mL against two conductors.
  ['cec2021, box dev-3x2x2.5, 2x 14/2, connectors 2, usb', false, ['depth-usb']],
  // One ground more or less: 4 × 2.00 + 2.00 in 8 or 10 in³.
  ['9 in3, 14/2 old, 14/2 no-ground, no clamps', false, ['old-cable']],
  // A 34 in³ two-gang box to cut in may be one of 25.
  ['34 in3 catalog plastic 2-gang old-work, 4x 12/2, 2x switch, no clamps', false, ['stamp']],
  ['measured 3 x 2 x 2.5, 14/2', false, ['volume']],
  ['30 in3, barrier metal, 14/2', false, ['spaces']],
])('“%s” is certain: %s', (line, certain, facts) => {
  const [answer] = fill([line]);
  expect([answer?.certain, answer?.open.map(({ fact }) => fact)]).toEqual([certain, facts]);
});

test('--strict ends with 3 where an open fact could change the verdict; without it the exit code is that of the verdict', () => {
  const exit = (...args: string[]) => spawnSync(process.execPath, [COMMAND, 'fill', ...args]).status;
  const open = '32 in3 plastic 2-gang, 3x 12/2, 12/3, 2x switch';
  expect([exit(open), exit('--strict', open)]).toEqual([0, 3]);
  expect([exit(`${open}, no clamps`), exit('--strict', `${open}, no clamps`)]).toEqual([0, 0]);
  expect(exit('--strict', `${open}, clamps`)).toBe(1);
});
