/**
 * Protection and circuits by place and edition (NEC 210.8(A), 210.12, 210.11(C), 210.52(B), 406.4(D); CEC 26-704, 26-658;
 * every row from memory): required is a violation where place and breaker are known, open where they are not, silent where it is recorded.
 */
import { editionOf, type EditionId } from '../edition/index.ts';
import { tally } from '../fill/tally.ts';
import { boxOf } from '../tests/layouts.ts';
import { checkBox } from './check-box.ts';

function said(line: string, edition: EditionId = 'nec2023') {
  const box = boxOf(line);
  const by = editionOf(edition);
  const { findings, notChecked } = checkBox(box, by, tally(box, by));
  const of = (code: string, why: string) =>
    findings.find((one) => one.code === code && (one.args as { why?: string }).why === why);
  return {
    of,
    notChecked: notChecked.filter(({ check }) => check === 'protection').map(({ needs }) => needs),
  };
}
const NEC = ['nec2014', 'nec2017', 'nec2020', 'nec2023'] as const;
const gfci = (place: string, edition: EditionId) =>
  letter(said(`18 in3, 12/2, duplex, place ${place}, breaker 20`, edition));
const letter = ({ of, notChecked }: ReturnType<typeof said>) =>
  of('protection', 'gfci')?.severity ?? (notChecked.length > 0 ? '?' : '-');

test.each([
  ['bath', ['violation', 'violation', 'violation', 'violation']],
  ['garage', ['violation', 'violation', 'violation', 'violation']],
  ['outdoors', ['violation', 'violation', 'violation', 'violation']],
  ['counter', ['violation', 'violation', 'violation', 'violation']],
  // Only what serves the countertop, which is asked, until every receptacle of the kitchen in 2023.
  ['kitchen', ['?', '?', '?', 'violation']],
  ['kitchen, serves countertop', ['violation', 'violation', 'violation', 'violation']],
  ['kitchen, serves fridge', ['-', '-', '-', 'violation']],
  // 210.8(D): a dishwasher from 2014, a disposer and more from 2023.
  ['kitchen, serves dishwasher', ['violation', 'violation', 'violation', 'violation']],
  ['hall, serves microwave', ['-', '-', '-', 'violation']],
  // The unfinished basement; any basement from 2020.
  ['basement', ['violation', 'violation', 'violation', 'violation']],
  ['finished-basement', ['-', '-', 'violation', 'violation']],
  ['damp', ['-', '-', 'violation', 'violation']],
  ['bedroom', ['-', '-', '-', '-']],
])('GFCI in “%s” by edition', (place, wanted) => {
  expect(NEC.map((edition) => gfci(place, edition))).toEqual(wanted);
});

test('GFCI is silent where it is recorded: a GFCI receptacle, its LOAD, the breaker, upstream', () => {
  const bath = (rest: string) => said(`34 in3 2-gang, 12/2, ${rest}, place bath, breaker 20`);
  expect(bath('gfci').of('protection', 'gfci')).toBeUndefined();
  expect(bath('duplex, protected gfci').of('protection', 'gfci')).toBeUndefined();
  expect(bath('duplex, protected dual').of('protection', 'gfci')).toBeUndefined();
  expect(bath('duplex, protected afci').of('protection', 'gfci')?.severity).toBe('violation');
  expect(bath('duplex, protected none').of('protection', 'gfci')?.severity).toBe('violation');
  expect(bath('switch').of('protection', 'gfci')).toBeUndefined();
});

test('without the place or the breaker it is an open question, never advice', () => {
  expect(said('18 in3, 12/2, duplex').notChecked).toEqual(['the place of this box']);
  expect(said('18 in3, 12/2, duplex, place bath').notChecked).toEqual(['the breaker’s rating']);
  expect(said('18 in3, 12/2, duplex, place bath, breaker 60').of('protection', 'gfci')).toBeUndefined();
  expect(
    said('18 in3, 12/2, duplex, place bath, breaker 30', 'nec2017').of('protection', 'gfci'),
  ).toBeUndefined();
});

test('AFCI: kitchens and living spaces; bathroom, garage and outdoors are not named', () => {
  const afci = (place: string) =>
    said(`18 in3, 14/2, 14/2 leg, switch, place ${place}, breaker 15`).of('protection', 'afci')?.severity;
  expect(['kitchen', 'laundry', 'bedroom', 'living', 'hall', 'dining'].map(afci)).toEqual(
    Array.from({ length: 6 }, () => 'violation'),
  );
  expect(['bath', 'garage', 'outdoors', 'basement'].map(afci)).toEqual([
    undefined,
    undefined,
    undefined,
    undefined,
  ]);
});

test('circuits: 20 A for kitchen, laundry, bathroom, and from 2017 the garage', () => {
  const duty = (place: string, breaker: number, edition: EditionId = 'nec2023') =>
    said(`18 in3, 12/2, gfci, place ${place}, breaker ${breaker}, protected dual`, edition).of(
      'circuit-duty',
      'small',
    )?.severity;
  expect(['counter', 'dining', 'laundry', 'bath', 'garage'].map((place) => duty(place, 15))).toEqual(
    Array.from({ length: 5 }, () => 'violation'),
  );
  expect(['counter', 'dining', 'laundry', 'bath', 'garage'].map((place) => duty(place, 20))).toEqual(
    Array.from({ length: 5 }, () => undefined),
  );
  // A refrigerator may have a 15 A circuit of its own.
  expect(duty('kitchen', 15)).toBe('look');
  expect(duty('garage', 15, 'nec2014')).toBeUndefined();
  const lit = '34 in3 2-gang, 12/2, 12/2 leg, gfci, switch, place counter, breaker 20, protected dual';
  expect(said(lit).of('circuit-duty', 'shared')?.severity).toBe('look');
});

test('from 2020 receptacles of 250 V up to 50 A want it too: a dryer in the laundry, not before', () => {
  const dryer = (edition: EditionId) =>
    letter(said('60 in3 2-gang, 10/3, dryer @10, place laundry, breaker 30', edition));
  expect(NEC.map(dryer)).toEqual(['-', '-', 'violation', 'violation']);
  expect(
    letter(said('60 in3 2-gang, 10/3, dryer @10, place laundry, breaker 30, protected gfci', 'nec2023')),
  ).toBe('-');
});

test('the CEC asks by distance from water and from grade', () => {
  expect(gfci('sink', 'cec2021')).toBe('violation');
  expect(gfci('bath', 'cec2021')).toBe('?');
  expect(gfci('bath, water near', 'cec2021')).toBe('violation');
  expect(gfci('bath, water far', 'cec2021')).toBe('-');
  expect(gfci('outdoors', 'cec2021')).toBe('?');
  expect(gfci('outdoors, grade near', 'cec2021')).toBe('violation');
  expect(gfci('garage', 'cec2021')).toBe('-');
});

test('the CEC wants AFCI for receptacles of dwellings, not for switches; where we are not sure it is looked up', () => {
  const afci = (rest: string) =>
    said(`18 in3, 14/2, ${rest}, breaker 15`, 'cec2021').of('protection', 'afci')?.severity;
  expect(afci('duplex, place bedroom')).toBe('violation');
  expect(afci('switch, place bedroom')).toBeUndefined();
  expect(afci('duplex, place counter')).toBeUndefined();
  expect(afci('duplex, place garage')).toBe('look');
});

test('a kitchen counter in Canada: 20 A, or 15 A split on three wires', () => {
  const duty = (rest: string, breaker: number) =>
    said(`22 in3, ${rest}, place counter, breaker ${breaker}`, 'cec2021').of('circuit-duty', 'small')
      ?.severity;
  expect(duty('14/2, duplex', 15)).toBe('violation');
  expect(duty('14/3, duplex', 15)).toBe('look');
  expect(duty('12/2, duplex', 20)).toBeUndefined();
});
