/**
 * What an inspector would ask of a box, worked by hand from the rules named in each row (from memory of the published codes; the printed
 * code decides). `-` is silence, `?` an open question, `v` a violation, `l` something to look at.
 */
import { changeItem } from '../box/edit.ts';
import { editionOf } from '../edition/index.ts';
import { tallyJson } from '../fill/tally-json.ts';
import { workOf } from '../plan/suggest.ts';
import { verdictWords } from '../fill/verdict.ts';
import { tally } from '../fill/tally.ts';
import { boxOf } from '../tests/layouts.ts';
import { checkBox } from './check-box.ts';
import type { CheckName } from './finding.ts';

/** What one check says of a line, by letter, with the section it cites. */
function answerOf(check: CheckName, line: string): string {
  const box = boxOf(line);
  const edition = editionOf(box.edition ?? 'nec2023');
  const { findings, notChecked } = checkBox(box, edition, tally(box, edition));
  const found = findings
    .filter(({ code }) => code === check)
    .map((one) => `${one.severity[0]} ${one.section}`);
  const open = notChecked.filter((one) => one.check === check).map(({ section }) => `? ${section}`);
  return [...found, ...open].join(', ') || '-';
}

test.each<[CheckName, string, string]>([
  // 314.27(A): a box for fans is none for a luminaire of more than 50 lb.
  ['rated-box', 'box oct-1.5, 14/2, hangs heavy, rated fan', 'v 314.27(A)'],
  ['rated-box', 'box oct-1.5, 14/2, hangs heavy, rated heavy, weighs 80 lb, holds 100 lb', '-'],
  ['rated-box', 'box oct-1.5, 14/2, hangs heavy, rated heavy, weighs 120 lb, holds 100 lb', 'v 314.27(A)'],
  ['rated-box', 'box oct-1.5, 14/2, hangs heavy, rated heavy, weighs 80 lb', '? 314.27(A)'],
  // 314.27(C): a fan over 35 lb wants its weight marked, over 70 lb it hangs apart.
  ['rated-box', 'box oct-1.5, 14/2, hangs fan, rated fan, weighs 35', '-'],
  ['rated-box', 'box oct-1.5, 14/2, hangs fan, rated fan, weighs 36', '? 314.27(C)'],
  ['rated-box', 'box oct-1.5, 14/2, hangs fan, rated fan, weighs 60, holds 70', '-'],
  ['rated-box', 'box oct-1.5, 14/2, hangs fan, rated fan, weighs 71, holds 100', 'v 314.27(C)'],
  ['rated-box', 'box oct-1.5, 14/2, hangs fan, weighs 71, apart', '-'],
  ['rated-box', 'box oct-1.5, 14/2, hangs fan', 'v 314.27(C)'],
  ['rated-box', 'box oct-1.5, 14/2, hangs fan, rated fan', '? 314.27(C)'],
  // 330.12, 320.12: armor is not made for places where something hits it.
  ['exposed-cable', 'box 4sq-1.5, 12/2 mc, duplex, exposed', '? 330.12'],
  ['exposed-cable', 'box 4sq-1.5, 12/2 mc, duplex, exposed, damage likely', 'v 330.12'],
  ['exposed-cable', 'box 4sq-1.5, 12/2 ac, duplex, exposed, damage likely', 'v 320.12'],
  ['exposed-cable', 'box 4sq-1.5, 12/2 ac, duplex, exposed, damage unlikely', '-'],
  ['exposed-cable', 'box 4sq-1.5, 12/2, duplex, exposed', 'v 334.15'],
  ['exposed-cable', 'cec2021, box 4sq-1.5, 14/2 ac, duplex, exposed, damage likely', 'v 12-604'],
  // 314.17 Exception: a box without clamps relies on fastening within 8 in, which a fished cable cannot have.
  ['connectors', '18 in3 plastic old-work, 14/2, switch, finished, no clamps', 'v 314.17'],
  ['connectors', '18 in3 plastic old-work, 14/2, switch, finished', '? 314.17'],
  ['connectors', '18 in3 plastic old-work, 14/2, switch, finished, clamps', '-'],
  ['connectors', '18 in3 plastic old-work, 14/2, switch, finished, flaps', 'l 314.17'],
  ['connectors', '18 in3 plastic new-work, 14/2, switch, finished, no clamps', '-'],
  ['connectors', '18 in3 plastic, 14/2, switch, no clamps', '-'],
  // 314.17: the exception is for single-gang boxes.
  ['connectors', '34 in3 plastic 2-gang, 2x 14/2, 2x switch, no clamps', 'v 314.17'],
  ['connectors', '34 in3 plastic 2-gang, 2x 14/2, 2x switch', '? 314.17'],
  ['connectors', '34 in3 plastic 2-gang, 2x 14/2, 2x switch, clamps', '-'],
  ['connectors', '34 in3 plastic 2-gang, 2x 14/2, 2x switch, no clamps, secured', '-'],
  ['connectors', '34 in3 plastic 2-gang, 2x 14/2, 2x switch, flaps', 'l 314.17'],
  // The exception is for boxes of 2 1/4 × 4 in: a round one is none.
  ['connectors', '22.5 in3 plastic round, 14/2, no clamps', 'v 314.17'],
  ['connectors', '22.5 in3 plastic round, 14/2, clamps', '-'],
  ['entries', '22.5 in3 plastic round, 3x 14/2, no clamps, entries 1', 'v 314.17'],
  ['connectors', 'box 4sq-1.5, 14/2, switch, secured', '-'],
  // 314.17 Exception: several cables in one knockout of a single-gang plastic box.
  ['entries', '18 in3 plastic, 3x 14/2, duplex, no clamps, entries 1', '-'],
  ['entries', '18 in3 plastic, 3x 14/2, duplex, clamps, entries 2', 'l 314.17'],
  ['entries', '18 in3 plastic, 3x 14/2, duplex, no clamps, entries 0', 'v 314.17'],
  ['entries', '34 in3 plastic 2-gang, 4x 14/2, 2x switch, clamps, entries 2', 'l 314.17'],
  ['entries', '34 in3 plastic 2-gang, 5x 14/2, 2x switch, clamps, entries 2', 'v 314.17'],
  ['entries', 'box 4sq-1.5, 3x 14/2, entries 2', 'v 314.17'],
  // 210.21(B): a range or dryer receptacle is rated for its circuit.
  ['circuit-receptacle', '60 in3 2-gang, 6/3, range 50a @6, breaker 50', '-'],
  ['circuit-receptacle', '60 in3 2-gang, 8/3, range 50a @8, breaker 40', '-'],
  ['circuit-receptacle', '60 in3 2-gang, 10/3, range 50a @10, breaker 30', 'v 210.21(B)'],
  ['circuit-receptacle', '60 in3 2-gang, 10/3, dryer 30a @10, breaker 30', '-'],
  ['circuit-receptacle', '60 in3 2-gang, 6/3, dryer 30a @6, breaker 50', 'v 210.21(B)'],
  ['circuit-receptacle', '60 in3 2-gang, 10/3, dryer @10, breaker 30', '? 210.21(B)'],
  // 404.2(C), 404.22: two conductors of a loop bring no neutral, three do.
  ['neutral-at-switch', '18 in3, 14/2 loop, smart', 'v 404.22'],
  ['neutral-at-switch', 'nec2014, 18 in3, 14/2 loop, smart', 'v 404.2(C)'],
  ['neutral-at-switch', '18 in3, 14/3 loop, smart', '-'],
  ['neutral-at-switch', '18 in3, 14/2 loop, switch', 'l 404.2(C)'],
  ['neutral-at-switch', '18 in3, 14/3 loop, switch', '-'],
  ['neutral-at-switch', 'cec2021, 18 in3, 14/2 loop, switch', 'l 4-022'],
  // 314.24: 12 or 10 AWG wants 1 3/16 in whatever the device; rings and extensions add depth.
  ['device-depth', '18 in3, 12/2, switch, deep 1 1/8 in', 'v 314.24'],
  ['device-depth', '18 in3, 12/2, switch, deep 1 3/16 in', '-'],
  ['device-depth', '18 in3, 14/2, switch, deep 15/16 in', '-'],
  ['device-depth', 'box oct-1.25, 12/2, gfci', 'l 314.24'],
  ['device-depth', 'box oct-1.25, ext 8, 12/2, gfci', '? 314.24'],
  ['device-depth', 'box oct-1.25, ext 8, 12/2, gfci, deep 1 1/2 in', '-'],
  // 330.30(B): 12 in is for MC of up to four conductors, 10 AWG or smaller; others within 6 ft.
  ['support', 'box 4sq-1.5, 12/2 mc, support 14 in', 'v 330.30(B)'],
  ['support', 'box 411sq-2.125, 8/3 mc, support 14 in', '-'],
  ['support', 'box 411sq-2.125, 8/3 mc, support 73 in', 'v 330.30(B)'],
  ['support', '18 in3 plastic, 14/2, support 10 in', 'v 314.17'],
  ['support', '18 in3 plastic, 14/2, clamps, support 10 in', '-'],
  ['support', '18 in3 plastic old-work, 14/2, clamps, finished', 'a 334.30(B)(1)'],
  ['support', 'cec2021, 18 in3 plastic old-work, 14/2, clamps, finished', 'a 12-520'],
  // 300.14: conductors that are neither spliced nor end here are exempt.
  ['free-conductor', 'box 4sq-1.5, 4x 12 through', '-'],
  ['free-conductor', 'box 4sq-1.5, 4x 12', '? 300.14, ? 300.14'],
  // 314.21: noncombustible surfaces.
  ['gap', '18 in3 plastic, 14/2, switch, finish combustible, gap 1/2 in', '-'],
  ['gap', '18 in3 plastic, 14/2, switch, finish noncombustible, gap 1/2 in', 'v 314.21'],
  // 110.14(C), 334.80: 8 AWG of NM is 40 A; of 75 °C wire with such terminals 50 A.
  ['circuit-conductor', '60 in3, 8/3, breaker 50', 'v 110.14(C)'],
  ['circuit-conductor', 'box 411sq-2.125, 8/3 mc, breaker 50', 'l 110.14(C)'],
  ['circuit-conductor', 'box 411sq-2.125, 10/3 mc, breaker 50', 'v 110.14(C)'],
  ['circuit-conductor', '60 in3, 8/3, breaker 40', '-'],
  ['circuit-conductor', '18 in3, 14/2, duplex, breaker 20', 'v 240.4(D)'],
  // 404.14(E): a dimmer feeds no receptacle (the test below sets up the wiring); without one there is nothing to say.
  ['dimmed-receptacle', '34 in3 2-gang, 14/2, switch, duplex', '-'],
])('%s: %s', (check, line, wanted) => {
  expect([line, answerOf(check, line)]).toEqual([line, wanted]);
});

/** What an eye is asked to tell of a line. */
const eyes = (line: string) => answerOf('by-eye', line);
const BOXED = '18 in3 plastic, 12/2, duplex, fastened right';

test.each<[string, string]>([
  [BOXED, '-'],
  ['18 in3 plastic, 12/2, duplex', '? 314.23'],
  ['18 in3 plastic, 12/2, duplex, fastened wrong', 'v 314.23'],
  // 406.9, 314.15: outdoors and in damp or wet places.
  [`${BOXED}, place outdoors`, '? 406.9, ? 314.15'],
  [`${BOXED}, place outdoors, covers right, weatherproof right`, '-'],
  [`${BOXED}, place outdoors, covers wrong, weatherproof right`, 'v 406.9'],
  [`cec2021, ${BOXED}, place outdoors`, '? 26-702, ? CEC Section 2'],
  // 314.29: splices stay in reach; a device or a luminaire is its own cover.
  ['18 in3 plastic, 2x 12/2, fastened right', '? 314.25, 314.29'],
  ['18 in3 plastic, 2x 12/2, fastened right, access wrong', 'v 314.25, 314.29'],
  // 314.17(A): knockouts of a metal box.
  ['box 4sq-1.5, 12/2, duplex, fastened right', '? 110.12(A), 314.17(A)'],
  // 406.4(D)(2): no ground comes in.
  ['18 in3 plastic, 12/2 no-ground, duplex, fastened right', '? 406.4(D)(2)'],
  ['18 in3 plastic, 12/2 no-ground, duplex, fastened right, twoslot wrong', 'v 406.4(D)(2)'],
  ['18 in3 plastic, 12/2 no-ground, gfci, fastened right, notice right', '-'],
  ['18 in3 plastic, 12/2 no-ground, gfci, fastened right', '? 406.4(D)(2)'],
  ['18 in3 plastic, 12/2 no-ground, 12/2, duplex, fastened right', '-'],
  // Another GFCI in the box protects only what is on its LOAD.
  ['34 in3 plastic 2-gang, 12/2 no-ground, gfci, duplex, fastened right', '? 406.4(D)(2), ? 406.4(D)(2)'],
  // 314.27(C), 2023: ceilings of habitable rooms.
  ['box oct-1.5, 14/2, fixture 2x18, place bedroom, fastened right, openings right', '? 314.27(C)'],
  ['nec2020, box oct-1.5, 14/2, fixture 2x18, place bedroom, fastened right, openings right', '-'],
  ['box oct-1.5, 14/2, fixture 2x18, place bath, fastened right, openings right', '-'],
  // 110.14, 410.21: old cable.
  ['18 in3 plastic, 12/2 old, duplex, fastened right', '? 110.14, 404.14(C), 406.3(C)'],
  ['box oct-1.5, 14/2 old, fixture 2x18, fastened right, openings right, copper right', '? 410.21'],
  // 404.14: electronics, and a 15 A switch on 20 A.
  ['18 in3 plastic, 14/2 feed, 14/2 leg, dimmer, fastened right', '? 404.14'],
  ['18 in3 plastic, 12/2 feed, 12/2 leg, switch, breaker 20, fastened right', '? 404.14'],
  ['18 in3 plastic, 14/2 feed, 14/2 leg, switch, breaker 15, fastened right', '-'],
  // 334.80: three cables and more.
  ['30 in3 plastic, 3x 12/2, duplex, fastened right', '? 334.80'],
])('an eye tells, where it can matter: %s', (line, wanted) => {
  expect([line, eyes(line)]).toEqual([line, wanted]);
});

test('a receptacle whose hot is what a dimmer gives is a violation (404.14(E), from memory)', () => {
  const box = boxOf('34 in3 2-gang, 14/2 feed, dimmer, duplex');
  const fed = changeItem(box, 'i3.0', { wired: { circuit: 'i2.0' } });
  const nec = editionOf('nec2023');
  const found = (of: typeof box) =>
    checkBox(of, nec, tally(of, nec)).findings.find(({ code }) => code === 'dimmed-receptacle')?.severity;
  expect([found(box), found(fed)]).toEqual([undefined, 'violation']);
});

test('a self-grounding yoke is looked at where the plan relies on it (250.146(B), from memory)', () => {
  const box = boxOf('box 4sq-1.5, 12/2 feed, duplex, fastened right, openings right');
  const { circuits, schools } = workOf(box);
  const relied = { ...box, work: { circuits, schools: { ...schools, ground: 'self-grounding' as const } } };
  const nec = editionOf('nec2023');
  const asked = (of: typeof box) =>
    checkBox(of, nec, tally(of, nec))
      .notChecked.filter(({ check }) => check === 'by-eye')
      .map(({ section }) => section);
  expect([asked(box), asked(relied)]).toEqual([[], ['250.146(A), 250.146(B)']]);
});

test.each<[string, string]>([
  // 314.16(A): ganged sections add. 2 × 18.0 in³.
  ['box dev-3x2x3.5 2-gang, 2x 14/2, 2x switch', '18 of 36'],
  // 314.16(B)(4): a range receptacle is two gangs wide until somebody says otherwise. 4 × 5 + 3 × 5 + 2.5.
  ['60 in3 2-gang, 6/3, range @6', '40 of 60'],
  // A blank cover is no device: 2 × 2 + 2.
  ['18 in3, 14/2, blank', '6 of 18'],
  // CEC 12-3034: one in all for studs and hickeys. 2 + 1.
  ['cec2021, box oct-1.5, 14/2, stud, hickey', '3 of 10'],
  // CEC 12-3034: a luminaire's 18 AWG wires count nothing. 2 insulated conductors.
  ['cec2021, box oct-1.5, 14/2, fixture 2x18', '2 of 10'],
  // 314.16(B)(5), 2017 and 2020: five grounds, all together or a quarter more. 10 × 2 + 2; + 0.5.
  ['nec2017, 40 in3 2-gang, 5x 14/2', '22 of 40'],
  ['nec2020, 40 in3 2-gang, 5x 14/2', '22.5 of 40'],
  // 314.16(B)(1): a loop of 12 in counts twice, a shorter one once. 2 × 2.25; 2.25.
  ['box 4sq-1.5, 12 loop 12 in', '4.5 of 21'],
  ['box 4sq-1.5, 12 loop 11 in', '2.25 of 21'],
  // 314.16(B)(2) and (B)(3) at the largest conductor in the box, 12 AWG: 2 × 2 + 2 × 2.25 + 2.25 + 2.25 + grounds 2.25.
  ['30 in3, 14/2, 12/2, clamps, stud', '15.25 of 30'],
])('%s fills %s', (line, wanted) => {
  const box = boxOf(line);
  const edition = editionOf(box.edition ?? 'nec2023');
  const { fill, capacity } = tallyJson(tally(box, edition));
  expect([line, `${fill} of ${capacity}`]).toEqual([line, wanted]);
});

test('a conduit body that is only pulled through wants no volume; with splices it does (314.16(C), from memory)', () => {
  const words = (line: string) => verdictWords(tally(boxOf(line), editionOf('nec2023')));
  expect(words('body section 2.2 conduit 1, 4x 12 through')).toBe(
    'no volume wanted: only pulled through, its cross-section decides',
  );
  expect(words('body section 2.2 conduit 1, 4x 12')).toMatch(/^no legal volume/);
});

test('sections by edition: what moved from one to another is cited where it stood (from memory)', () => {
  const of = (id: Parameters<typeof editionOf>[0]) => editionOf(id).terminals;
  expect([of('nec2014'), of('nec2017'), of('nec2020')].map(({ sections }) => sections.parallel)).toEqual([
    '310.10(H)',
    '310.10(H)',
    '310.10(G)',
  ]);
  expect(of('nec2017').leastConductor.note).toMatch('Table 310.15(B)(16)');
  expect(of('nec2020').leastConductor.note).toMatch('Table 310.16');
  expect([of('nec2020'), of('nec2023')].map(({ sections }) => sections['neutral-ground'])).toEqual([
    '250.24(A)(5)',
    '250.24(B)',
  ]);
});
