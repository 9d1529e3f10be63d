/**
 * The run of a house (docs/trade.md#the-run; the facts of the trade: power goes from the breaker outward, one cable has two
 * ends). Reach and rings are held against a graph library of the registry. Invented boxes.
 */
import { alg, Graph } from '@dagrejs/graphlib';
import fc from 'fast-check';
import type { Link } from '../box/links.ts';
import { NO_PANEL, Panel } from '../box/panel.ts';
import { readCountLine } from '../shorthand/read.ts';
import { withWork, nextOf } from '../box/set-up.ts';
import { WorkPlan } from '../box/work.ts';
import { feed, out } from '../tests/layouts.ts';
import { houseOf, type RunBox } from './house.ts';
import { tagsOfRun } from './tags-of-run.ts';
import { likelyEnds, likelyPairs, openEnds } from './likely.ts';
import { linkRefused, runOf } from './run.ts';

function box(name: string, line: string, more: Partial<RunBox> = {}): RunBox {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  return { id: `the-box-${name.toLowerCase()}`, name, room: '', circuit: '4', box: read.box, ...more };
}
const link = (id: string, from: string, to: string): Link => {
  const end = (text: string) => {
    const [name = '', piece = ''] = text.split(' ');
    return { box: `the-box-${name}`, piece };
  };
  const far = to === 'panel' || to === 'lamp' || to === 'unknown';
  return { id, from: end(from), to: far ? to : end(to) };
};
const names = (boxes: readonly { readonly name: string }[]) => boxes.map(({ name }) => name);
const ROW = '20 in3 plastic, 12/2 feed, 12/2 out, duplex';
const LAST = '20 in3 plastic, 12/2 feed, duplex';
const A = box('A', ROW);
const B = box('B', ROW);
const C = box('C', LAST);
const CHAIN = [link('1', 'a i1.0', 'panel'), link('2', 'a i2.0', 'b i1.0'), link('3', 'c i1.0', 'b i2.0')];

test('linked boxes are a tree from the breaker, whichever end was named first', () => {
  const run = runOf([C, B, A], CHAIN, NO_PANEL);
  const [tree] = run.trees;
  expect([
    run.trees.length,
    tree?.box.name,
    tree?.next[0]?.box.name,
    tree?.next[0]?.next[0]?.box.name,
  ]).toEqual([1, 'A', 'B', 'C']);
  expect(['the-box-a', 'the-box-b', 'the-box-c'].map(run.isEnd)).toEqual([false, false, true]);
  expect(names(run.downstream('the-box-a'))).toEqual(['B', 'C']);
  expect(names(run.toTest('the-box-b'))).toEqual(['B', 'C']);
  expect([run.findings, run.alone]).toEqual([[], []]);
});

test('a box that is linked to none stands alone and nothing is asked of it', () => {
  const run = runOf([A, C], [], NO_PANEL);
  expect([run.trees, names(run.alone), run.findings]).toEqual([[], ['A', 'C'], []]);
});

test('what hangs on the LOAD of a GFCI is behind it, however far on', () => {
  const read = readCountLine('22 in3 plastic, 12/2 feed, 12/2 out, gfci');
  if (!read.ok) throw new Error('unreadable');
  const work = WorkPlan.parse({
    circuits: [{ id: 'a', name: '4', breaker: 20 }],
    runs: [feed('i1.0'), { ...out('i2.0'), guard: 'i3.0' }],
    devices: [{ of: 'i3.0' }],
  });
  const guarded = { ...A, box: withWork(read.box, work, nextOf(read.box, work)).box };
  const run = runOf([guarded, B, C], CHAIN, NO_PANEL);
  expect(run.behind('the-box-c')).toEqual(['GFCI receptacle of A']);
  expect(run.behind('the-box-a')).toEqual([]);
});

test('with a breaker go the boxes that name it by its space or by its label', () => {
  const panel = Panel.parse({ circuits: [{ id: 'k', space: 4, label: 'Kitchen' }] });
  const other = box('D', LAST, { circuit: 'kitchen' });
  const third = box('E', LAST, { circuit: '5' });
  expect(names(runOf([A, other, third], [], panel).deadWith('4'))).toEqual(['A', 'D']);
});

test('three-ways are tested from both places', () => {
  const near = box('Near', '20 in3 plastic, 14/2 feed, 14/3 travelers, 3way');
  const far = box('Far', '20 in3 plastic, 14/3 travelers, 14/2 leg, 3way');
  const run = runOf([near, far], [link('1', 'near i2.0', 'far i1.0')], NO_PANEL);
  expect(names(run.toTest('the-box-far')).sort()).toEqual(['Far', 'Near']);
});

test.each([
  ['other-cable', box('B', '20 in3 plastic, 14/2 feed, 12/2 out, duplex'), /it is 12\/2 in A and 14\/2 in B/],
  ['both-feed', box('B', '20 in3 plastic, 12/2 out, 12/2 feed, duplex'), /both say that they feed the other/],
  ['other-circuit', box('B', ROW, { circuit: '9' }), /A says circuit 4, B says circuit 9/],
] as const)('two ends that disagree are told: %s', (code, b, words) => {
  const { findings } = runOf([A, b], [link('2', 'a i2.0', 'b i1.0')], NO_PANEL);
  expect(findings.map((one) => one.code)).toEqual([code]);
  expect(findings[0]?.words).toMatch(words);
});

test('both fed, gone, and another breaker in the panel are told', () => {
  const both = runOf([A, B], [link('1', 'a i1.0', 'b i1.0')], NO_PANEL);
  expect(both.findings.map(({ code }) => code)).toEqual(['both-fed']);
  const gone = runOf([A, B], [link('1', 'a i9.0', 'b i1.0'), link('2', 'a i1.0', 'z i1.0')], NO_PANEL);
  expect(gone.findings.map(({ code }) => code)).toEqual(['gone', 'gone']);
  const panel = Panel.parse({ circuits: [{ id: 'k', space: 4, amps: 15 }] });
  const twenty = box('A', `${ROW}, breaker 20`);
  expect(runOf([twenty], [], panel).findings.map(({ code }) => code)).toEqual(['other-breaker']);
});

describe('before a link is written', () => {
  const [first, second] = [CHAIN.slice(0, 2), CHAIN[2]];
  test('an end that is linked already, a cable that comes back to its box and one that is gone are refused', () => {
    const refused = (one: Link) => linkRefused([A, B, C], first, one, NO_PANEL);
    expect(second && refused(second)).toBeUndefined();
    expect(refused(link('9', 'c i1.0', 'b i1.0'))).toMatch(/^This end of a cable is linked already/);
    expect(refused(link('9', 'c i1.0', 'c i1.0'))).toMatch(/^Must end at another box/);
    expect(refused(link('9', 'c i7.0', 'b i2.0'))).toMatch(/not there any more/);
  });

  test('a ring is refused, and told where it stands already', () => {
    const D = box('D', ROW);
    const ring = link('9', 'd i2.0', 'a i1.0');
    const links = [link('2', 'a i2.0', 'b i1.0'), link('3', 'b i2.0', 'd i1.0')];
    expect(linkRefused([A, B, D], links, ring, NO_PANEL)).toMatch(/A, B, D would feed each other in a ring/);
    const run = runOf([A, B, D], [...links, ring], NO_PANEL);
    expect(run.findings.map(({ code }) => code)).toEqual(['ring']);
    // It is drawn all the same: nothing that was entered is out of sight.
    expect([run.trees.length, run.trees[0]?.next[0]?.next[0]?.next[0]?.again]).toEqual([1, true]);
  });
});

test('the likeliest other end is the one whose label speaks of this box, then the one that fits', () => {
  const hall = box('Hall', '20 in3 plastic, 12/2 feed, 12/2 out "to porch", duplex', { room: 'Hall' });
  const porch = box('Porch', LAST, { room: 'Porch' });
  const den = box('Den', LAST, { room: 'Den' });
  const run = runOf([den, hall, porch], [], NO_PANEL);
  const [end] = openEnds(run, []).filter(({ piece, box: of }) => of === 'the-box-hall' && piece === 'i2.0');
  expect(end && likelyEnds(run, end, []).map(({ box: of, piece }) => `${of} ${piece}`)).toEqual([
    'the-box-porch i1.0',
    'the-box-den i1.0',
  ]);
  expect(openEnds(run, [link('1', 'hall i2.0', 'porch i1.0')])).toHaveLength(2);
});

test('two ends that speak of each other are offered as one cable; where two fit as well none is', () => {
  const hall = box('Hall', '20 in3 plastic, 12/2 feed, 12/2 out "to porch", duplex');
  const porch = box('Porch', '20 in3 plastic, 12/2 feed "from hall", duplex');
  const den = box('Den', LAST);
  const run = runOf([den, hall, porch], [], NO_PANEL);
  const pairs = likelyPairs(run, []).map((pair) => pair.map(({ box: of, piece }) => `${of} ${piece}`));
  expect(pairs).toEqual([['the-box-hall i2.0', 'the-box-porch i1.0']]);
  const twins = runOf(
    [hall, box('Porch', LAST), { ...box('Porch', LAST), id: 'the-box-porch-2' }],
    [],
    NO_PANEL,
  );
  expect(likelyPairs(twins, [])).toEqual([]);
});

test('tags say what was told and where it leads; what is not told has none', () => {
  const hall = box('Hall', '20 in3 plastic, 12/2 feed, 12/2 out, 12/2, duplex');
  const links = [link('1', 'hall i2.0', 'c i1.0')];
  const [sheet] = tagsOfRun(houseOf([hall, C], NO_PANEL), links);
  expect(sheet?.cables.map(({ tags }) => tags.map(({ colour, words }) => `${colour}: ${words}`))).toEqual([
    ['black: line, circuit 4', 'white: neutral, circuit 4'],
    ['black: hot on to C, circuit 4', 'white: neutral on to C, circuit 4'],
  ]);
  expect(sheet?.untold).toEqual(['12/2 feed-out 2']);
});

test('reach and rings are those of a graph library, however boxes are linked', () => {
  const many = 6;
  const boxes = Array.from({ length: many }, (_, nth) =>
    box(
      `N${nth}`,
      `60 in3 plastic, ${Array.from({ length: many }, () => '12/2 feed').join(', ')}, ${Array.from({ length: many }, () => '12/2 out').join(', ')}`,
    ),
  );
  const arrow = fc.tuple(fc.nat(many - 1), fc.nat(many - 1)).filter(([a, b]) => a !== b);
  const arrows = fc.uniqueArray(arrow, { maxLength: 9, selector: ([a, b]) => `${a} ${b}` });
  let rings = 0;
  fc.assert(
    fc.property(arrows, (list) => {
      // The b-th cable out of a box goes to box b; the a-th feed of a box comes from box a.
      const links = list.map(([a, b], nth) =>
        link(`${nth}`, `n${b} i${a + 1}.0`, `n${a} i${many + b + 1}.0`),
      );
      const run = runOf(boxes, links, NO_PANEL);
      const graph = new Graph();
      boxes.forEach(({ id }) => graph.setNode(id));
      list.forEach(([a, b]) => graph.setEdge(`the-box-n${a}`, `the-box-n${b}`));
      for (const { id } of boxes) {
        const reach = alg.preorder(graph, [id]).filter((one) => one !== id);
        expect(
          run
            .downstream(id)
            .map((one) => one.id)
            .sort(),
        ).toEqual([...reach].sort());
      }
      const told = run.findings.some(({ code }) => code === 'ring');
      expect(told).toBe(!alg.isAcyclic(graph));
      if (told) rings += 1;
      // Every linked box is drawn.
      const drawn = new Set<string>();
      const visit = (nodes: typeof run.trees): void =>
        nodes.forEach((node) => {
          drawn.add(node.box.id);
          visit(node.next);
        });
      visit(run.trees);
      expect([...drawn].sort()).toEqual([...new Set(list.flat().map((nth) => `the-box-n${nth}`))].sort());
    }),
    { numRuns: 300, seed: 21 },
  );
  expect(rings).toBeGreaterThan(20);
});
