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
  said(`18 in3, 12/2, duplex, place ${place}, breaker 20`, edition).of('protection', 'gfci')?.severity ?? '-';

test.each([
  ['bath', ['violation', 'violation', 'violation', 'violation']],
  ['garage', ['violation', 'violation', 'violation', 'violation']],
  ['outdoors', ['violation', 'violation', 'violation', 'violation']],
  ['counter', ['violation', 'violation', 'violation', 'violation']],
  // Only what serves the countertop, until every receptacle of the kitchen in 2023.
  ['kitchen', ['look', 'look', 'look', 'violation']],
  // Only the unfinished part, until any basement in 2020.
  ['basement', ['look', 'look', 'violation', 'violation']],
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
  expect(said('18 in3, 12/2, duplex, place bath, breaker 30').of('protection', 'gfci')).toBeUndefined();
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

test('the CEC asks by distance from water', () => {
  expect(gfci('sink', 'cec2021')).toBe('violation');
  expect(gfci('bath', 'cec2021')).toBe('look');
  expect(gfci('garage', 'cec2021')).toBe('-');
});
