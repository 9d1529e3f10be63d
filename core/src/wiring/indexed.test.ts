/** A look-up finds what is in the wiring, and an edit changes just what it names: against searches written out here. */
import fc from 'fast-check';
import { LAYOUTS } from '../tests/harder-layouts.ts';
import { editionOf } from '../edition/index.ts';
import { synthesise } from '../plan/synthesise.ts';
import { cut, exchange, join, land, lift, NOTHING_JOINED, takeApart, takeOut, turnTab } from './edit.ts';
import { type End, pigtailEnd, readEnd } from './end.ts';
import { indexed, nextJointId, nextPigtailId } from './indexed.ts';
import { Wiring } from './wiring.ts';

const WIRINGS = LAYOUTS.map(({ box, work }) => synthesise(box, work, editionOf('nec2023')).wiring);
const [BLACK, WHITE] = ['w:i1.0:black', 'w:i1.0:white'] as const;
const endsOf = ({ joints, lands, pigtails }: Wiring): End[] => [
  ...new Set<End>([
    ...joints.flatMap(({ ends }) => ends),
    ...lands.flatMap(({ end, at }) => [end, at]),
    ...pigtails.map(({ id }) => pigtailEnd(id)),
    'w:i99.0:black',
    'p:p999',
  ]),
];

test.each(WIRINGS.map((wiring, index) => [LAYOUTS[index]?.name, wiring] as const))(
  '%s: every look-up is what a search finds',
  (_name, wiring) => {
    const index = indexed(wiring);
    expect(indexed(wiring)).toBe(index);
    for (const end of endsOf(wiring)) {
      const joints = wiring.joints.filter(({ ends }) => ends.some((one) => one === end));
      const places = wiring.lands.filter((one) => one.end === end).map(({ at }) => at);
      expect(index.jointsOf(end)).toEqual(joints);
      expect(index.jointOf(end)).toBe(joints[0]);
      expect(index.terminalsOf(end)).toEqual(places);
      expect(index.terminalOf(end)).toBe(places[0]);
      expect(index.placesOf(end)).toBe(joints.length + places.length);
      expect(index.landedOn(end)).toEqual(wiring.lands.filter(({ at }) => at === end).map((one) => one.end));
      const tail = wiring.pigtails.find(({ id }) => end === `p:${id}`);
      expect(index.pigtail(end)).toBe(tail);
      const read = readEnd(end);
      expect(index.colorOf(end)).toBe(read?.kind === 'wire' ? read.colour : tail?.colour);
    }
    wiring.joints.forEach((joint, at) => {
      expect(index.joint(joint.id)).toBe(joint);
      expect(index.numberOf(joint.id)).toBe(at + 1);
    });
    expect(index.joint('j999')).toBeUndefined();
    expect(index.numberOf('j999')).toBeUndefined();
  },
);

test('an id is never given twice, whatever was taken apart before', () => {
  fc.assert(
    fc.property(fc.array(fc.integer({ min: 1, max: 90 }), { maxLength: 8 }), (taken) => {
      const joints = taken.map((number) => ({ id: `j${number}` as const, ends: [], connectors: [] }));
      const pigtails = taken.map((number) => ({
        id: `p${number}` as const,
        size: 12 as const,
        colour: 'black',
      }));
      expect(joints.map(({ id }) => id)).not.toContain(nextJointId({ joints }));
      expect(pigtails.map(({ id }) => id)).not.toContain(nextPigtailId({ pigtails }));
    }),
  );
  const two = join(join(NOTHING_JOINED, ['w:i1.0:black']), ['w:i1.0:white']);
  expect(join(takeApart(two, 'j1'), ['w:i1.0:bare']).joints.map(({ id }) => id)).toEqual(['j2', 'j3']);
});

test('past the last number the lowest that is free is given: the wiring can still be stored', () => {
  const last = { ...NOTHING_JOINED, joints: [{ id: 'j999' as const, ends: [BLACK], connectors: [] }] };
  const wired = cut(join(last, [WHITE]), { size: 12, colour: 'black' });
  expect(wired.joints.map(({ id }) => id)).toEqual(['j999', 'j1']);
  const tails = cut(
    { ...wired, pigtails: [{ id: 'p9999', size: 12, colour: 'black' }] },
    { size: 12, colour: 'red' },
  );
  expect(tails.pigtails.map(({ id }) => id)).toEqual(['p9999', 'p1']);
  expect(Wiring.safeParse(tails).success).toBe(true);
});

test('where a record has an id twice, or an end twice in a joint, the first counts, once', () => {
  const twice: Wiring = {
    ...NOTHING_JOINED,
    joints: [
      { id: 'j1', ends: [BLACK, 'p:p1', 'p:p1'], connectors: [] },
      { id: 'j1', ends: [WHITE], connectors: [] },
    ],
    pigtails: [
      { id: 'p1', size: 12, colour: 'black' },
      { id: 'p1', size: 14, colour: 'red' },
    ],
  };
  const { joint, numberOf, pigtail, jointsOf, placesOf, colorOf } = indexed(twice);
  expect(joint('j1')?.ends).toContain(BLACK);
  expect(numberOf('j1')).toBe(1);
  expect(pigtail('p:p1')?.size).toBe(12);
  expect(colorOf('p:p1')).toBe('black');
  expect(jointsOf('p:p1')).toHaveLength(1);
  expect(placesOf('p:p1')).toBe(1);
});

test('each edit changes what it names and leaves the wiring it began with', () => {
  const [black, white] = [BLACK, WHITE];
  const before = structuredClone(NOTHING_JOINED);
  const joined = join(cut(NOTHING_JOINED, { size: 12, colour: 'white' }), [white, 'p:p1']);
  const wired = land(land(joined, black, 't:i2.0:brass-top'), 'p:p1', 't:i2.0:silver-top');
  expect(wired).toEqual({
    joints: [{ id: 'j1', ends: [white, 'p:p1'], connectors: [] }],
    pigtails: [{ id: 'p1', size: 12, colour: 'white' }],
    lands: [
      { end: black, at: 't:i2.0:brass-top' },
      { end: 'p:p1', at: 't:i2.0:silver-top' },
    ],
    broken: [],
    marked: [],
    backstabbed: [],
  });
  expect(lift(wired, { end: black, at: 't:i2.0:brass-top' }).lands).toEqual(wired.lands.slice(1));
  expect(lift(wired, { end: black, at: 't:i2.0:silver-top' })).toEqual(wired);
  expect(exchange(exchange(wired, black, white), black, white)).toEqual(wired);
  expect(exchange(wired, black, white).lands[0]?.end).toBe(white);
  expect(exchange(wired, black, white).joints[0]?.ends).toEqual([black, 'p:p1']);
  expect(takeOut(wired, 'j1', white).joints[0]?.ends).toEqual(['p:p1']);
  // A joint without an end is none.
  expect(takeOut(takeOut(wired, 'j1', white), 'j1', 'p:p1').joints).toEqual([]);
  expect(turnTab(wired, 'i2.0:hot').broken).toEqual(['i2.0:hot']);
  expect(turnTab(turnTab(wired, 'i2.0:hot'), 'i2.0:hot')).toEqual(wired);
  expect(NOTHING_JOINED).toEqual(before);
});
