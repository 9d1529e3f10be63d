/**
 * The truth is never ruled out: thousands of invented boxes, an honest tester, and one that lies now and then.
 * What the boxes do is simulated apart from what is tested (tests/simulated-cables.ts).
 */
import { dice, honestContinuity, honestVolts, trueCable, type TrueCable } from '../tests/simulated-cables.ts';
import type { Reading } from '../box/reading.ts';
import { IdentifyAsk } from './ask.ts';
import { identify, type Next } from './identify.ts';
import { runs } from '../tests/runs.ts';
import { note } from '../tests/note.ts';

const ROLES = ['feed', 'feed-out', 'leg', 'loop', 'spare'] as const;
type Roll = (under: number) => number;

function boxOf(roll: Roll, most = 8): TrueCable[] {
  const many = 1 + roll(most);
  const feed = roll(many);
  return Array.from({ length: many }, (_, nth) =>
    trueCable(String(nth + 1), roll, nth === feed ? 'feed' : (ROLES[roll(ROLES.length)] ?? 'spare')),
  );
}

const thrown = (far: 'on' | 'off' | undefined) => (far === undefined ? undefined : far === 'on');

/** What an honest tester says of a test. */
function honest(roll: Roll, box: readonly TrueCable[], test: Partial<Next>): Reading | undefined {
  const { far } = test;
  const more = far === undefined ? {} : { far };
  if (test.test === 'energize') {
    const cable = box.find(({ id }) => id === test.cable);
    if (!cable) return undefined;
    const says = cable.lit(thrown(far) ?? cable.closed) as 'light';
    return { test: 'energize', cable: cable.id, says, ...more };
  }
  const at = (text = '') => {
    const [id, colour = ''] = text.split('.');
    const cable = box.find((one) => one.id === id);
    return cable && ([cable, colour] as const);
  };
  const [from, to] = [at(test.from), at(test.to)];
  if (!from || !to || test.from === undefined || test.to === undefined) return undefined;
  const ends = { from: test.from, to: test.to, ...more };
  if (test.test === 'volts')
    return { test: 'volts', ...ends, says: honestVolts(roll, from, to, thrown(far)) };
  const says = honestContinuity(roll, from[0], from[1], to[1], thrown(far));
  return { test: 'continuity', ...ends, says };
}

/** Any test at all, sensible or not; now and then from one cable to another. */
function anyTest(roll: Roll, box: readonly TrueCable[]): Partial<Next> {
  const one = box[roll(box.length)];
  if (!one) return {};
  if (roll(6) === 0 && one.role !== 'feed') return { test: 'energize', cable: one.id };
  const two = roll(8) === 0 ? (box[roll(box.length)] ?? one) : one;
  const test = two === one && roll(2) === 0 ? 'continuity' : 'volts';
  const colour = (cable: TrueCable) => `${cable.id}.${cable.colours[roll(cable.colours.length)]}`;
  const [from, to] = [colour(one), colour(two)];
  if (from === to) return anyTest(roll, box);
  const far = one === two && roll(3) === 0 ? (roll(2) === 0 ? 'on' : 'off') : undefined;
  return { test, from, to, ...(far === undefined ? {} : { far }) };
}

const asked = (box: readonly TrueCable[], readings: readonly Reading[]) =>
  IdentifyAsk.parse({
    cables: box.map(({ id, kind }) => ({ id, kind })),
    roles: ROLES,
    readings,
    proved: true,
  });

function told(box: readonly TrueCable[], readings: readonly Reading[], advise = false) {
  const done = identify(asked(box, readings), advise);
  if (!done.ok) throw new Error(`${done.problem.field} ${done.problem.found}`);
  return done.answer;
}

test(`over ${runs(5000)} boxes an honest tester never has the truth ruled out, and what is certain is true`, () => {
  let settled = 0;
  // Gathered, and held to be none at the end: thousands of expectations would take longer than what is tested.
  const wrong: unknown[] = [];
  for (let seed = 0; seed < runs(5000); seed += 1) {
    const roll = dice(seed);
    const box = boxOf(roll);
    const readings = Array.from({ length: 1 + roll(12) }, () =>
      honest(roll, box, anyTest(roll, box)),
    ).flatMap((one) => one ?? []);
    const answer = told(box, readings);
    for (const { id, role } of box) {
      const all: readonly string[] = answer.roles[id] ?? [];
      if (!all.includes(role)) wrong.push([seed, id, role, all]);
    }
    for (const [id, role] of Object.entries(answer.certain)) {
      settled += 1;
      if (box.find((one) => one.id === id)?.role !== role) wrong.push([seed, id, role]);
    }
  }
  expect(wrong).toEqual([]);
  // Something was there to be told.
  expect(settled).toBeGreaterThan(runs(1000));
});

test('asked as it advises, it finds every feed; each test it asks for can tell something', () => {
  const counts: number[] = [];
  for (let seed = 0; seed < 200; seed += 1) {
    const roll = dice(seed + 77_777);
    const box = boxOf(roll, 5);
    const readings: Reading[] = [];
    for (;;) {
      const answer = told(box, readings, true);
      expect([seed, answer.consistent]).toEqual([seed, true]);
      if (!answer.next) {
        for (const { id, role } of box)
          if (role === 'feed') expect([seed, answer.certain[id]]).toEqual([seed, 'feed']);
        break;
      }
      const { next } = answer;
      // Nothing that may be a feed is joined to the line.
      if (next.test === 'energize') expect(answer.roles[next.cable ?? '']).not.toContain('feed');
      const reading = honest(roll, box, next);
      if (!reading) throw new Error('a test of conductors that are not there');
      readings.push(reading);
      expect([seed, readings.length < 60]).toEqual([seed, true]);
    }
    counts.push(readings.length / box.length);
  }
  const mean = counts.reduce((sum, one) => sum + one, 0) / counts.length;
  note(`Tests asked for: ${mean.toFixed(2)} a cable.`);
  expect(mean).toBeLessThan(8);
});

/** The same reading as a tester would lie it. */
function lie(reading: Reading): Reading {
  switch (reading.test) {
    case 'volts':
      return { ...reading, says: reading.says !== 'float' && reading.says > 90 ? 0 : 120 };
    case 'continuity':
      return { ...reading, says: reading.says === 'open' ? 'closed' : 'open' };
    default:
      return reading;
  }
}

test(`over ${runs(2000)} boxes with one lie, a contradiction names the lie and nothing that could be left out`, () => {
  let found = 0;
  const wrong: unknown[] = [];
  for (let seed = 0; seed < runs(2000); seed += 1) {
    const roll = dice(seed + 424_242);
    const box = boxOf(roll, 5);
    const readings = Array.from({ length: 3 + roll(10) }, () =>
      honest(roll, box, anyTest(roll, box)),
    ).flatMap((one) => one ?? []);
    const at = roll(readings.length);
    const lied = readings.map((one, nth) => (nth === at ? lie(one) : one));
    const answer = told(box, lied);
    if (answer.consistent) continue;
    found += 1;
    // The others are true, so they cannot contradict each other without it.
    if (!answer.contradiction.includes(at)) wrong.push([seed, at, answer.contradiction]);
    for (const out of answer.contradiction) {
      const fewer = answer.contradiction.filter((nth) => nth !== out).flatMap((nth) => lied[nth] ?? []);
      if (!told(box, fewer).consistent) wrong.push([seed, out, answer.contradiction]);
    }
  }
  expect(wrong).toEqual([]);
  expect(found).toBeGreaterThan(runs(300));
});
