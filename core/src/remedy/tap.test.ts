/** Which box can feed a new outlet (docs/trade.md#where-to-tap): who may, who may not and why. Invented boxes. */
import { countedIds } from '../box/piece-id.ts';
import { editionOf } from '../edition/index.ts';
import { readCountLine } from '../shorthand/read.ts';
import { findTaps, type TapWish } from './tap.ts';

function tapsOf(lines: Readonly<Record<string, string>>, wish: Partial<TapWish> = {}) {
  const boxes = Object.entries(lines).map(([id, line]) => {
    const read = readCountLine(line);
    if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
    const distance = { Near: 4, Far: 40 }[id];
    return {
      id,
      name: id,
      room: '',
      circuit: id === 'Near' ? '7' : '2',
      box: read.box,
      ...(distance === undefined ? {} : { distance }),
    };
  });
  const whole = { hot: 'constant', size: 12, conductors: 2, ...wish } as const;
  return findTaps(boxes, () => editionOf('nec2023'), whole, countedIds());
}
const why = (line: string, wish: Partial<TapWish> = {}) => tapsOf({ Box: line }, wish)[0]?.against.join('; ');

test.each([
  ['a receptacle at the end of its run', '22.5 in3, 12/2 feed, duplex, breaker 20', ''],
  ['a switch loop', '14 in3, 14/2 loop, switch', /only a switch loop comes to it: there is no neutral/],
  ['a light’s box', 'box oct-2.125, 14/3 leg', /every hot in it is switched/],
  ['no ground', '22.5 in3, 12/2 feed no-ground, duplex', /no equipment ground/],
  [
    'a kitchen circuit',
    '22.5 in3, 12/2 feed, gfci, place kitchen',
    /circuits of the kitchen may not serve other rooms/,
  ],
  ['14 AWG wanted on a 20 A breaker', '22.5 in3, 12/2 feed, duplex, breaker 20', /wants 12 AWG, not 14/, 14],
  ['no stamp', 'plastic, 12/2 feed, duplex', /no legal volume/],
  ['nothing in it', '18 in3', /no cable is recorded/],
] as const)('%s', (_name, line, expected, size: 12 | 14 = 12) => {
  const said = why(line, { size });
  if (expected === '') expect(said).toBe('');
  else expect(said).toMatch(expected);
});

test('a switched hot is wanted: only a box with a switch leg has one', () => {
  expect(why('22.5 in3, 14/2 feed, duplex', { hot: 'switched' })).toMatch('no switched hot is in it');
  expect(why('22.5 in3, 14/2 feed, 14/2 leg, switch', { hot: 'switched' })).toBe('');
});

test('the nearer comes first, a full one with what would have to change, the losers last', () => {
  const taps = tapsOf({
    Far: '22.5 in3, 12/2 feed, duplex, breaker 20',
    Loop: '14 in3, 14/2 loop, switch, breaker 15',
    Near: '18 in3 plastic new-work device-box, 12/2 feed, 12/2 out, duplex, breaker 20',
  });
  expect(taps.map(({ from }) => from.id)).toEqual(['Near', 'Far', 'Loop']);
  expect(taps[0]?.after.verdict).toBe('over');
  expect(taps[0]?.remedy?.words.join(' ')).toMatch(/Replace the box/);
  expect(taps[1]).toMatchObject({ against: [], after: { verdict: 'legal' } });
  expect(taps[1]?.remedy).toBeUndefined();
});

test('cables without a role must be tested and tagged first, an unknown breaker found, a circuit kept to', () => {
  const [tap] = tapsOf({ Box: '22.5 in3, 12/2, duplex' });
  expect(tap?.needs).toEqual(['test and tag its cables first', 'find its breaker']);
  expect(why('22.5 in3, 12/2 feed, duplex', { circuit: '9' })).toMatch('it is on circuit 2, not 9');
});

test('in a linked house the end of a run comes first, and what is behind a GFCI is told', () => {
  const read = readCountLine('22.5 in3, 12/2 feed, duplex, breaker 20');
  if (!read.ok) throw new Error('unreadable');
  const { box } = read;
  const from = (id: string, run: { end: boolean; behind: readonly string[] }) => ({
    id,
    name: id,
    room: '',
    circuit: '2',
    box,
    run,
  });
  const wish = { hot: 'constant', size: 12, conductors: 2 } as const;
  const boxes = [
    from('Middle', { end: false, behind: [] }),
    from('Last', { end: true, behind: ['GFCI of Sink'] }),
  ];
  const taps = findTaps(boxes, () => editionOf('nec2023'), wish, countedIds());
  expect(taps.map((tap) => tap.from.id)).toEqual(['Last', 'Middle']);
  expect(taps.map(({ notes }) => notes)).toEqual([
    ['It is behind the GFCI of Sink: what is added is protected by it, and goes off with it.'],
    [],
  ]);
});
