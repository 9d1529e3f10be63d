/**
 * The checks beyond fill (docs/trade.md#other-checks). Sections are NEC's; values from memory where it says so.
 * Each is tried on both sides of its border, and with its fact missing: never a silent pass.
 */
import { wordsOf } from '../finding/finding.ts';
import fc from 'fast-check';
import { editionOf } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { inches, sixtyFourths } from '../quantity/length.ts';
import { readCountLine } from '../shorthand/read.ts';
import { LINE } from '../tests/lines.ts';
import { checkBox } from './check-box.ts';
import { depthNeeded } from './device-depth.ts';
import { CHECK_NAMES, type CheckName } from '../edition/index.ts';

function outcome(line: string) {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  const edition = editionOf(read.box.edition ?? 'nec2023');
  return checkBox(read.box, edition, tally(read.box, edition));
}
const gravest = (line: string, check: CheckName) =>
  outcome(line).findings.find((one) => one.code === check)?.severity;
const asks = (line: string, check: CheckName) =>
  outcome(line)
    .notChecked.filter((one) => one.check === check)
    .map(({ needs }) => needs);

test.each<[CheckName, string, string | undefined]>([
  // 240.4(D): 15 A 14 AWG, 20 A 12, 30 A 10.
  ['circuit-conductor', '18 in3, 14/2, breaker 15', undefined],
  ['circuit-conductor', '18 in3, 14/2, breaker 20', 'violation'],
  ['circuit-conductor', '18 in3, 12/2, breaker 20', undefined],
  ['circuit-conductor', '18 in3, 12/2, breaker 30', 'violation'],
  ['circuit-conductor', '18 in3, 10/2, breaker 30', undefined],
  // 210.21(B): a 20 A receptacle on 15 A; one alone on 20 A wants 20.
  ['circuit-receptacle', '18 in3, 14/2, duplex 20a, breaker 15', 'violation'],
  ['circuit-receptacle', '18 in3, 14/2, duplex 15a, breaker 15', undefined],
  ['circuit-receptacle', '18 in3, 12/2, duplex 15a, breaker 20', undefined],
  ['circuit-receptacle', '18 in3, 12/2, single 15a, breaker 20', 'look'],
  ['circuit-receptacle', '18 in3, 10/2, duplex 20a, breaker 30', 'violation'],
  // Table 250.122, and CEC Table 16, which asks for less.
  ['ground-size', '18 in3, 12/2 egc 14, breaker 20', 'violation'],
  ['ground-size', 'cec2021, 18 in3, 12/2 egc 14, breaker 20', undefined],
  ['ground-size', '18 in3, 14/2 no-ground, breaker 15', 'look'],
  // 300.14: 6 in free, 3 in past the opening; CEC 150 mm.
  ['free-conductor', '18 in3, 14/2, free 6 in, past 3 in', undefined],
  ['free-conductor', '18 in3, 14/2, free 5.9 in, past 3 in', 'violation'],
  ['free-conductor', '18 in3, 14/2, free 8 in, past 2 3/4 in', 'violation'],
  ['free-conductor', 'cec2021, 18 in3, 14/2, free 150 mm', undefined],
  ['free-conductor', 'cec2021, 18 in3, 14/2, free 149 mm', 'violation'],
  // 314.17: ¼ in of sheath.
  ['sheath', '18 in3, 14/2, sheath 1/4 in', undefined],
  ['sheath', '18 in3, 14/2, sheath 0 in', 'violation'],
  // 334.30, 314.17: 8 in at a single-gang plastic box without clamps, 12 in otherwise.
  ['support', '18 in3 plastic, 14/2, support 8 in', undefined],
  ['support', '18 in3 plastic, 14/2, support 9 in', 'violation'],
  ['support', '18 in3 metal, 14/2, clamps, support 12 in', undefined],
  ['support', '18 in3 metal, 14/2, clamps, support 13 in', 'violation'],
  ['support', '18 in3 plastic, 14/2, finished', 'advice'],
  ['support', '18 in3 plastic old-work, 14/2, support 9 in, finished', 'advice'],
  // Fished old work is excused (docs/trade.md#other-checks): the cables of a nailed box were there before the board.
  ['support', '18 in3 plastic new-work, 14/2, support 9 in, finished', 'violation'],
  ['support', '18 in3 plastic new-work, 14/2, support 8 in, finished', undefined],
  ['entries', '18 in3, 2x 14/2, entries 2', undefined],
  ['entries', '18 in3, 3x 14/2, entries 2', 'violation'],
  ['entries', '32 in3 plastic 2-gang, 5x 14/2, entries 4', 'look'],
  ['connectors', 'box 4sq-1.5 metal, 12/2', 'look'],
  ['connectors', 'box 4sq-1.5 metal, 12/2, clamps', undefined],
  // 314.20: ¼ in behind noncombustible, flush with combustible.
  ['setback', '18 in3, 14/2, setback 1/4 in, finish noncombustible', undefined],
  ['setback', '18 in3, 14/2, setback 3/8 in, finish noncombustible', 'violation'],
  ['setback', '18 in3, 14/2, setback 1/16 in, finish combustible', 'violation'],
  ['setback', '18 in3, 14/2, setback 0 in', undefined],
  ['setback', '18 in3, 14/2, setback 1/2 in', 'violation'],
  // 314.21: ⅛ in.
  ['gap', '18 in3, 14/2, gap 1/8 in', undefined],
  ['gap', '18 in3, 14/2, gap 3/16 in', 'violation'],
  // 300.4: 1¼ in, or a plate.
  ['stud-edge', '18 in3, 14/2, edge 1 1/4 in', undefined],
  ['stud-edge', '18 in3, 14/2, edge 1 in', 'violation'],
  ['stud-edge', '18 in3, 14/2, edge 1 in, plate', undefined],
  ['exposed-cable', '18 in3, 14/2, exposed', 'violation'],
  ['exposed-cable', '18 in3, 14/2 mc, exposed', undefined],
  ['fire-stop', '18 in3, 14/2, bored', 'look'],
  // 314.27.
  ['rated-box', 'box oct-1.5 round, 14/2, hangs fan', 'violation'],
  ['rated-box', 'box oct-1.5 round, 14/2, hangs fan, rated fan', undefined],
  ['rated-box', 'box oct-1.5 round, 14/2, hangs heavy, rated fan', 'violation'],
  ['box-in-wall', 'measured 2 x 3 x 3.5, 14/2, cavity 3 in', 'violation'],
  ['box-in-wall', 'measured 2 x 3 x 2.5, 14/2, cavity 4 in, behind 1 in', undefined],
  // 404.2(C): only a switch loop, and what cannot be fed from it.
  ['neutral-at-switch', '14 in3, 14/2 loop, switch', 'look'],
  ['neutral-at-switch', '14 in3, 14/2 loop, smart', 'violation'],
  ['neutral-at-switch', '18 in3, 14/2 loop, switch, duplex', 'violation'],
  ['neutral-at-switch', '14 in3, 14/2 feed, 14/2 leg, smart', undefined],
  ['white-as-hot', '14 in3, 14/2 loop, switch', 'look'],
  ['white-as-hot', '14 in3, 14/3 loop, switch', undefined],
  ['sheath-colour', '18 in3, 14/2', 'advice'],
  ['sheath-colour', '18 in3, 14/2 mc', undefined],
  ['protection', '18 in3, 12/2, duplex, place kitchen', 'advice'],
  // Contradictory facts are answered, not counted away.
  ['gangs', '18 in3, 14/2, 2x switch', 'violation'],
  ['gangs', '32 in3 2-gang, 6/3, range @6 wide 2', undefined],
  ['gangs', '18 in3, 6/3, range @6 wide 2', 'violation'],
  ['gangs', 'box 4sq-1.5 metal, 12/2, switch, duplex', undefined],
])('%s of “%s”: %s', (check, line, severity) => {
  expect(gravest(line, check)).toBe(severity);
});

test.each<[CheckName, string, string]>([
  ['circuit-conductor', '18 in3, 14/2', 'the breaker’s rating'],
  ['ground-size', '18 in3, 14/2', 'the breaker’s rating'],
  ['device-depth', '18 in3, 14/2, duplex', 'the inside depth of the box'],
  ['device-depth', 'cec2021, box 4sq-1.5, 12/2, duplex', 'CEC 2021’s own rule, which is not recorded here'],
  ['free-conductor', '18 in3, 14/2, free 8 in', 'how far conductors reach past the opening'],
  ['setback', '18 in3, 14/2, setback 1/8 in', 'whether the surface is combustible'],
  ['setback', '18 in3, 14/2', 'how far the box sits behind the surface'],
  ['entries', '18 in3, 14/2', 'how many knockouts or clamps there are'],
  ['rated-box', 'box oct-1.5 round, 14/2', 'whether a fan or more than 50 lb hangs here'],
])('%s of “%s” is not checked: %s', (check, line, needs) => {
  expect(asks(line, check)).toEqual([needs]);
});

test('depth (314.24, from memory): by conductor, and a deep device with ¼ in behind it', () => {
  const [a, b, c] = [sixtyFourths(60), sixtyFourths(76), sixtyFourths(132)];
  expect([depthNeeded(14, inches(0.9)), depthNeeded(12, inches(1)), depthNeeded(8, inches(1))]).toEqual([
    a,
    b,
    c,
  ]);
  expect(depthNeeded(14, undefined)).toBe(inches(0.5));
  // 12 AWG and 1¼ in: 1½ in. 14 AWG and 1⅞ in: still 15/16 in; deeper: the device and ¼ in.
  expect(depthNeeded(12, inches(1.25))).toBe(inches(1.5));
  expect(depthNeeded(14, inches(1.875))).toBe(a);
  expect(depthNeeded(14, inches(2))).toBe(inches(2.25));
  expect(gravest('box 4sq-1.25, 12/2, gfci depth 1.25', 'device-depth')).toBe('violation');
  expect(gravest('box 4sq-1.5, 12/2, gfci depth 1.25', 'device-depth')).toBeUndefined();
  // A typical depth is no measurement: a person must look, unless the body does not even fit.
  expect(gravest('box 4sq-1.25, 12/2, gfci', 'device-depth')).toBe('look');
  expect(gravest('box dev-3x2x1.5, ext 4sq-1.5, 12/2, gfci depth 1.25', 'device-depth')).toBeUndefined();
});

test('every check is heard of over random boxes, findings have words and a section, the gravest come first', () => {
  const heard = new Set<string>();
  fc.assert(
    fc.property(LINE, (items) => {
      const { findings, notChecked } = outcome(items.join(', '));
      const order = findings.map(({ severity }) => ['violation', 'look', 'advice'].indexOf(severity));
      expect(order).toEqual([...order].sort((a, b) => a - b));
      for (const found of findings) {
        heard.add(found.code);
        expect(wordsOf(found)).toMatch(/[.?]$/);
        expect(found.section).not.toBe('');
      }
      for (const { check, needs } of notChecked) {
        heard.add(check);
        expect(needs).not.toBe('');
      }
    }),
    { numRuns: 400 },
  );
  // Facts that random boxes never carry, and what hangs or is exposed only by them, are tried one by one above.
  const silent = CHECK_NAMES.filter((name) => !heard.has(name));
  expect([
    'box-in-wall',
    'dimmed-receptacle',
    'exposed-cable',
    'fire-stop',
    'neutral-at-switch',
    'rated-box',
    'white-as-hot',
  ]).toEqual(expect.arrayContaining(silent));
});
