/** A split receptacle on two breakers with one handle (210.4(B), 210.7; from memory). Invented boxes. */
import { Panel } from '../box/panel.ts';
import { circuitsIn, safetyOf } from '../box/safety.ts';
import { nothingSeen } from '../box/record.ts';
import { walkOf } from '../close/walk.ts';
import { editionOf } from '../edition/index.ts';
import { planBox } from '../plan/planned.ts';
import { workOf } from '../plan/suggest.ts';
import { boxOf } from '../tests/layouts.ts';
import { houseOf } from './house.ts';
import { withoutKnownTies } from './ties.ts';

const nec = editionOf('nec2023');
const CIRCUIT = '28, 30';
const box = boxOf('20 in3, 12/3 feed, 12/2 out, duplex');
const panel = (tie?: string) =>
  Panel.parse({
    circuits: [
      { id: 'c28', space: 28, amps: 20, ...(tie === undefined ? {} : { tie }) },
      { id: 'c30', space: 30, amps: 20 },
    ],
  });
const planned = planBox(box, workOf(box, CIRCUIT), nec);
const { work, circuitry, findings } = planned;
const codes = (of: ReturnType<typeof panel>) =>
  withoutKnownTies(findings, circuitry.physical, work, of).map(({ code }) => code);

test('one three-wire cable and two circuits named: a multiwire circuit, each with its own name', () => {
  expect(work.circuits).toEqual([
    { id: 'a', name: '28', partner: 'b' },
    { id: 'b', name: '30' },
  ]);
  expect(work.runs[0]).toMatchObject({ does: 'feed', circuits: ['a', 'b'] });
  expect(planned.works).toBe(true);
  // The halves are split on a guess: it is asked.
  expect(planned.assumed.map(({ as }) => as)).toContain('split');
});

test('words may be one label: “Kitchen and dining” is one circuit', () => {
  expect(workOf(box, 'Kitchen and dining').circuits).toEqual([{ id: 'a', name: 'Kitchen and dining' }]);
  expect(workOf(box, 'Kitchen and dining').runs[0]).toMatchObject({ circuits: ['a'] });
  const [read] = houseOf(
    [{ id: 'box-1', name: 'Den', room: '', circuit: 'Kitchen and dining', box }],
    panel(),
  );
  expect([...new Set(read?.ends.flatMap(({ circuits }) => circuits))]).toEqual(['Kitchen and dining']);
});

test('two feeds and two names: each feed has its own', () => {
  const two = boxOf('30 in3, 12/2 feed, 12/2 feed, duplex');
  expect(workOf(two, '7 and 9').circuits.map(({ name }) => name)).toEqual(['7', '9']);
  // One name for two feeds is the name of neither more than of the other: the second stays unnamed.
  expect(workOf(two, '7').circuits.map(({ name }) => name)).toEqual(['7', '']);
});

test('one handle is tried for both, never one alone', () => {
  const legs = walkOf({
    physical: circuitry.physical,
    work,
    wiring: planned.wiring,
    further: [],
    labels: [],
  });
  const handles = legs.flatMap(({ tests }) => tests).filter(({ id }) => id.startsWith('handle|'));
  expect(handles.map(({ words }) => words)).toEqual([
    'One handle of circuit 28 and circuit 30 off, then on again',
  ]);
});

test('two feeds on one yoke go off together too (210.7), and a circuit apart from them alone', () => {
  const three = boxOf('44 in3 3-gang plastic, 12/2 feed, 12/2 feed, 12/2 feed, duplex, switch');
  const base = workOf(three, '1, 2, 3');
  const split = {
    ...base,
    devices: base.devices.map((one, nth) =>
      nth === 0 ? { ...one, halves: ['a', 'c'] as [string, string] } : one,
    ),
  };
  const done = planBox(three, split, nec);
  const legs = walkOf({
    physical: done.circuitry.physical,
    work: done.work,
    wiring: done.wiring,
    further: [],
    labels: [],
  });
  const ids = legs.flatMap(({ tests }) => tests).map(({ id }) => id);
  expect(ids.filter((id) => id.startsWith('handle|'))).toEqual(['handle|a|c', 'handle|b']);
});

test('a tie that the panel has is not asked for again', () => {
  expect(codes(panel())).toEqual(expect.arrayContaining(['yoke', 'multiwire']));
  expect(codes(panel('c30'))).not.toEqual(expect.arrayContaining(['yoke']));
  expect(codes(panel('c30'))).not.toEqual(expect.arrayContaining(['multiwire']));
});

test('the run knows the two breakers and no third one called by both', () => {
  const one = { id: 'box-1', name: 'Den', room: '', circuit: CIRCUIT, box };
  const [read] = houseOf([one], panel('c30'));
  expect(read?.circuits).toEqual(['28', '30']);
  const names = (of: typeof read) => [...new Set(of?.ends.flatMap(({ circuits }) => circuits))].sort();
  expect(names(read)).toEqual(['28', '30']);
  // Recorded under one name before circuits were told apart: still two.
  const older = { ...box, work: { circuits: [{ id: 'a', name: CIRCUIT }], schools: work.schools } };
  expect(circuitsIn({ circuit: CIRCUIT, box: older as typeof box })).toEqual(['28', '30']);
  const [known] = houseOf([{ ...one, box: older as typeof box }], panel('c30'));
  expect(names(known)).toEqual(['28', '30']);
});

test('making safe asks for both breakers', () => {
  const { circuits } = safetyOf({ circuit: CIRCUIT, box, seen: nothingSeen() }, panel('c30'));
  expect(circuits.map(({ name }) => name)).toEqual(['28', '30']);
});
