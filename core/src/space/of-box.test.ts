/** The opening of a recorded box: what was measured stands, the rest is usual (docs/trade.md#openings: common practice). */
import { BoxFields, nothingSeen } from '../box/record.ts';
import { Hole } from '../box/hole.ts';
import { editionOf } from '../edition/index.ts';
import { readCountLine } from '../shorthand/read.ts';
import { planCutIn } from './cut-in.ts';
import { holeAsk, usualHole } from './of-box.ts';

const boxOf = (line: string) => {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(read.error.expected);
  return read.box;
};
const recorded = (line: string, found?: string, seen: object = {}) =>
  BoxFields.parse({
    name: 'Box',
    box: boxOf(line),
    found: found === undefined ? null : boxOf(found),
    seen: { ...nothingSeen(), ...seen },
  });
const nec = editionOf('nec2023');

test('a nailed box lies against the stud that was seen beside it, and its plan grows away from it', () => {
  const plan = (stud: string) =>
    planCutIn(
      holeAsk(
        recorded(
          '32 in3 plastic 2-gang old-work, 2x 14/2, 2x switch',
          '18 in3 plastic new-work, 14/2, switch',
          {
            stud,
          },
        ),
        nec,
      ),
    );
  expect(plan('left')).toMatchObject({ heightFrom: 'old box', best: { grow: 'right', keeps: 'left' } });
  expect(plan('right')).toMatchObject({ best: { grow: 'left', keeps: 'right' } });
});

test.each([
  ['18 in3 plastic, 14/2, duplex', '14 in'],
  ['18 in3 plastic, 14/2, switch', '46 3/16 in'],
  ['18 in3 plastic, 14/2, combo', '14 in'],
  ['18 in3 plastic, 14/2', '14 in'],
])('%s stands by habit at %s', (line, y) => {
  expect(usualHole(recorded(line)).there?.y).toBe(y);
});

test('depth: recorded, of the table, else of a typical box of its volume', () => {
  const depth = (line: string) => holeAsk(recorded(line), nec).new.depth;
  expect(depth('box dev-3x2x2.75, 14/2, switch')).toBe('2 3/4 in');
  expect(depth('22.5 in3 plastic, 14/2, switch')).toBe('3 1/2 in');
  expect(depth('14/2, switch')).toMatch(/ in$/);
});

test('a ceiling box is asked of joists, with a round opening', () => {
  const ask = holeAsk(recorded('box oct-1.5 metal round, 14/3, fixture 2x18'), nec);
  expect(ask.wall).toMatchObject({ kind: 'ceiling', cavity: '7 1/4 in' });
  expect(ask.new).toMatchObject({ width: '4 1/8 in', height: '4 1/8 in' });
});

test('a cover overlaps a round opening all round; a box of more gangs than are cut is taken as six, beside its stud', () => {
  const round = planCutIn(holeAsk(recorded('box oct-1.5 metal round, 14/3, fixture 2x18'), nec));
  expect(round.best?.plate).toMatchObject({
    covers: true,
    width: 4.5 * 25_400_000,
    height: 4.5 * 25_400_000,
  });
  const eight = usualHole(recorded('90 in3 8-gang, 14/2'));
  expect(eight.there).toMatchObject({ gangs: 6, x: '6 15/32 in' });
});

test('what was said of the new box stands over its plan; the rest follows the plan', () => {
  const hole = Hole.parse({ ...usualHole(recorded('18 in3, 14/2')), new: { depth: '2 in' } });
  const ask = holeAsk(
    recorded('44 in3 plastic 3-gang, 14/2, 3x switch', '18 in3, 14/2, switch', { hole }),
    nec,
  );
  expect(ask.new).toMatchObject({ gangs: 3, depth: '2 in', kind: 'old-work' });
});

test('what stands behind was measured once: it is in the way here too', () => {
  const line = recorded('18 in3 plastic, 14/2, switch');
  const behind = { ...line, box: { ...line.box, site: { cavity: '4 in', behind: '1.5 in' } } };
  const ask = holeAsk(BoxFields.parse(behind), nec);
  expect(ask.wall.cavity).toBe('3 1/2 in');
  expect(ask.obstacles).toMatchObject([{ what: 'thing behind', depth: '1.5 in' }]);
});

test('what stands behind and is said to be deeper than the cavity takes all of it: nothing fails, nothing fits before it', () => {
  const line = recorded('18 in3 plastic, 14/2, switch');
  for (const site of [
    { cavity: '4 in', behind: '5 in' },
    { behind: '5 in' },
    { cavity: '90 mm', behind: '100 mm' },
    { cavity: '0.25 in' },
  ]) {
    const fields = BoxFields.parse({ ...line, box: { ...line.box, site } });
    const ask = holeAsk(fields, nec);
    if (site.behind !== undefined) expect(ask.obstacles[0]?.depth).toBeUndefined();
    expect(() => planCutIn(ask)).not.toThrow();
  }
});
