/**
 * Boxes where a planner is easily wrong: a GFCI beside three-wire cables, multiwire circuits, chains that only
 * pass, four-wire cables, 240 V. Layouts are common practice, no source; the rules they meet are named in the
 * tests.
 */
import { A15, boxOf, feed, layout, type Layout, leg, MULTIWIRE, out, TWO, USUAL_LAYOUTS } from './layouts.ts';

const travelers = (
  of: string,
  leads: 'line' | 'load',
  third?: 'neutral' | 'supply' | 'return',
  chain = 'way-1',
) => ({
  of,
  does: 'travelers' as const,
  circuits: ['a'],
  chain,
  leads,
  ...(third === undefined ? {} : { third }),
});
const TWO_POLE = [
  { id: 'a', name: '1', breaker: 20, partner: 'b' },
  { id: 'b', name: '3', breaker: 20 },
] as const;
const feed240 = (of: string) => ({ ...feed(of, 'a', 'b'), doubled: true as const });

const GFCI_LAYOUTS: readonly Layout[] = [
  layout(
    'GFCI beside a three-wire feed-out that it does not protect',
    '34 in3 2-gang, 12/2, 12/3 out, gfci, switch',
    {
      runs: [feed('i1.0'), out('i2.0', 'a', 'i4.0')],
      devices: [{ of: 'i3.0' }, { of: 'i4.0' }],
    },
  ),
  layout(
    'GFCI that protects a three-wire feed-out, its switch too',
    '34 in3 2-gang, 12/2, 12/3 out, gfci, switch',
    {
      runs: [feed('i1.0'), { ...out('i2.0', 'a', 'i4.0'), guard: 'i3.0' }],
      devices: [{ of: 'i3.0' }, { of: 'i4.0', guard: 'i3.0' }],
    },
  ),
  layout(
    'GFCI that protects one feed-out, a three-wire one beside it',
    '48 in3 3-gang, 12/2, 12/2 out, 12/3 out "lamp", gfci, switch',
    {
      runs: [feed('i1.0'), { ...out('i2.0'), guard: 'i4.0' }, out('i3.0', 'a', 'i5.0')],
      devices: [{ of: 'i4.0' }, { of: 'i5.0' }],
    },
  ),
  layout('GFCI that protects a switch and its lamp', '34 in3 2-gang, 12/2, 12/2 leg, gfci, switch', {
    runs: [feed('i1.0'), { ...leg('i2.0', 'i4.0'), guard: 'i3.0' }],
    devices: [{ of: 'i3.0' }, { of: 'i4.0', guard: 'i3.0' }],
  }),
  layout('GFCI that protects a smart switch, its neutral too', '34 in3 2-gang, 12/2, 12/2 leg, gfci, smart', {
    runs: [feed('i1.0'), leg('i2.0', 'i4.0')],
    devices: [{ of: 'i3.0' }, { of: 'i4.0', guard: 'i3.0' }],
  }),
  layout(
    'GFCI on one circuit of a multiwire feed, protecting its feed-out',
    '34 in3 2-gang, 12/3, 12/2 out, 12/2 out "b", gfci',
    {
      circuits: [...MULTIWIRE],
      runs: [feed('i1.0', 'a', 'b'), { ...out('i2.0'), guard: 'i4.0' }, out('i3.0', 'b')],
      devices: [{ of: 'i4.0' }],
    },
  ),
  layout(
    'two GFCIs on the two circuits of a multiwire feed',
    '48 in3 3-gang, 12/3, 12/2 out, 12/2 out "b", gfci, gfci "second"',
    {
      circuits: [...MULTIWIRE],
      runs: [
        feed('i1.0', 'a', 'b'),
        { ...out('i2.0'), guard: 'i4.0' },
        { ...out('i3.0', 'b'), guard: 'i5.0' },
      ],
      devices: [{ of: 'i4.0' }, { of: 'i5.0', circuit: 'b' }],
    },
  ),
  layout('two GFCIs on one circuit, each with its feed-out', '48 in3 3-gang, 12/2, 2x 12/2 out, 2x gfci', {
    runs: [feed('i1.0'), { ...out('i2.0'), guard: 'i3.0' }, { ...out('i2.1'), guard: 'i3.1' }],
    devices: [{ of: 'i3.0' }, { of: 'i3.1' }],
  }),
  layout('two GFCIs, only one of them with a feed-out', '48 in3 3-gang, 12/2, 2x 12/2 out, 2x gfci', {
    runs: [feed('i1.0'), { ...out('i2.0'), guard: 'i3.1' }, out('i2.1')],
    devices: [{ of: 'i3.0' }, { of: 'i3.1' }],
  }),
  layout('GFCI on a feed whose red is switched elsewhere', '34 in3 2-gang, 12/3, 12/3 out, gfci', {
    runs: [{ ...feed('i1.0'), switched: true }, out('i2.0', 'a', 'i1.0')],
    devices: [{ of: 'i3.0' }],
  }),
  layout('duplex, each half behind another GFCI', '48 in3 3-gang, 12/2, 2x gfci, duplex', {
    runs: [feed('i1.0')],
    devices: [{ of: 'i2.0' }, { of: 'i2.1' }, { of: 'i3.0', guards: ['i2.0', 'i2.1'] }],
  }),
  layout('duplex, one half behind a GFCI', '34 in3 2-gang, 12/2, gfci, duplex', {
    runs: [feed('i1.0')],
    devices: [{ of: 'i2.0' }, { of: 'i3.0', guards: [null, 'i2.0'] }],
  }),
  layout('duplex on two circuits, each half behind its GFCI', '48 in3 3-gang, 2x 12/2, 2x gfci, duplex', {
    circuits: [...TWO],
    runs: [feed('i1.0'), feed('i1.1', 'b')],
    devices: [
      { of: 'i2.0' },
      { of: 'i2.1', circuit: 'b' },
      { of: 'i3.0', halves: ['a', 'b'], guards: ['i2.0', 'i2.1'] },
    ],
  }),
  layout('four-wire feed-out, one of its hots protected', '34 in3 2-gang, 12/2, 12/2/2 out, gfci, switch', {
    runs: [feed('i1.0'), { ...out('i2.0', 'a', 'i4.0'), guards: ['i3.0', null] }],
    devices: [{ of: 'i3.0' }, { of: 'i4.0' }],
  }),
  layout('GFCI in a metal box, fed through', 'box 411sq-2.125, 12/2, 12/2 out, gfci', {
    runs: [feed('i1.0'), { ...out('i2.0'), guard: 'i3.0' }],
    devices: [{ of: 'i3.0' }],
    schools: { splice: 'feed-through' },
  }),
  layout('GFCI that protects a three-way chain', '48 in3 3-gang, 14/2, 14/3 travelers, gfci, 3way', {
    circuits: [A15],
    runs: [feed('i1.0'), travelers('i2.0', 'load', 'neutral')],
    devices: [{ of: 'i3.0' }, { of: 'i4.0', chain: 'way-1', end: 'line', guard: 'i3.0' }],
  }),
];

const CHAIN_LAYOUTS: readonly Layout[] = [
  layout(
    'ceiling box, both three-ways elsewhere, the feed here',
    'box oct-2.125, 14/2, 14/3 travelers, 14/3 travelers "far", fixture 2x18',
    {
      circuits: [A15],
      runs: [
        feed('i1.0'),
        travelers('i2.0', 'line', 'supply'),
        travelers('i3.0', 'load', 'return'),
        leg('i4.0', 'way-1'),
      ],
      devices: [],
    },
  ),
  layout(
    'ceiling box, both three-ways elsewhere, the feed at one of them',
    'box oct-2.125, 14/3 travelers, 14/3 travelers "far", fixture 2x18',
    {
      circuits: [A15],
      runs: [travelers('i1.0', 'line', 'neutral'), travelers('i2.0', 'load', 'return'), leg('i3.0', 'way-1')],
      devices: [],
    },
  ),
  layout(
    'ceiling box on four-wire cables, both three-ways elsewhere',
    '30 in3 metal, 14/2, 14/4 travelers, 14/4 travelers "far", fixture 2x18',
    {
      circuits: [A15],
      runs: [
        feed('i1.0'),
        travelers('i2.0', 'line', 'supply'),
        travelers('i3.0', 'load', 'return'),
        leg('i4.0', 'way-1'),
      ],
      devices: [],
    },
  ),
  layout(
    'four-wire travelers that bring the hot back to the light',
    '34 in3, 14/2, 14/2 leg, 14/4 travelers, 3way',
    {
      circuits: [A15],
      runs: [feed('i1.0'), leg('i2.0', 'way-1'), travelers('i3.0', 'load', 'return')],
      devices: [{ of: 'i4.0', chain: 'way-1', end: 'line' }],
    },
  ),
  layout('four-wire travelers to a dead end with its neutral', '22.5 in3, 14/4 travelers, 3way', {
    circuits: [A15],
    runs: [travelers('i1.0', 'line', 'return')],
    devices: [{ of: 'i2.0', chain: 'way-1', end: 'load' }],
  }),
  layout('two three-way chains at the feed', '48 in3 3-gang, 14/2, 2x 14/3 travelers, 2x 3way', {
    circuits: [A15],
    runs: [feed('i1.0'), travelers('i2.0', 'load', 'neutral'), travelers('i2.1', 'load', 'neutral', 'way-2')],
    devices: [
      { of: 'i3.0', chain: 'way-1', end: 'line' },
      { of: 'i3.1', chain: 'way-2', end: 'line' },
    ],
  }),
  layout(
    'two three-way chains, one beginning and one ending here',
    '48 in3 3-gang, 14/2, 14/3 travelers, 14/3 travelers "stairs", 14/2 leg, 2x 3way',
    {
      circuits: [A15],
      runs: [
        feed('i1.0'),
        travelers('i2.0', 'load', 'neutral'),
        travelers('i3.0', 'load', 'return', 'way-2'),
        leg('i4.0', 'way-2'),
      ],
      devices: [
        { of: 'i5.0', chain: 'way-1', end: 'line' },
        { of: 'i5.1', chain: 'way-2', end: 'line' },
      ],
    },
  ),
  layout(
    'both three-ways of one chain and one of another',
    '48 in3 3-gang, 14/2, 14/2 leg, 14/3 travelers, 3x 3way',
    {
      circuits: [A15],
      runs: [feed('i1.0'), leg('i2.0', 'way-1'), travelers('i3.0', 'load', 'neutral', 'way-2')],
      devices: [
        { of: 'i4.0', chain: 'way-1', end: 'line' },
        { of: 'i4.1', chain: 'way-1', end: 'load' },
        { of: 'i4.2', chain: 'way-2', end: 'line' },
      ],
    },
  ),
  layout(
    'four-way between, with a switch of its own beside',
    '48 in3 3-gang, 2x 14/3 travelers, 14/2 feed, 14/2 leg, 4way, switch',
    {
      circuits: [A15, { id: 'b', name: '2', breaker: 15 }],
      runs: [
        travelers('i1.0', 'line', 'neutral'),
        travelers('i1.1', 'load', 'neutral'),
        feed('i2.0', 'b'),
        leg('i3.0', 'i5.0'),
      ],
      devices: [
        { of: 'i4.0', chain: 'way-1' },
        { of: 'i5.0', circuit: 'b' },
      ],
    },
  ),
];

const OTHER_LAYOUTS: readonly Layout[] = [
  layout('combination of two switches on a multiwire circuit', '34 in3 2-gang, 14/3, 2x 14/2 leg, combo', {
    circuits: [
      { ...A15, partner: 'b' },
      { id: 'b', name: '3', breaker: 15 },
    ],
    runs: [feed('i1.0', 'a', 'b'), leg('i2.0', 'i3.0'), leg('i2.1', 'i3.0.2')],
    devices: [{ of: 'i3.0', second: 'switch', halves: ['a', 'b'] }],
  }),
  layout('the same, its lamps on one three-wire cable', '34 in3 2-gang, 14/3, 14/3 leg, combo', {
    circuits: [
      { ...A15, partner: 'b' },
      { id: 'b', name: '3', breaker: 15 },
    ],
    runs: [feed('i1.0', 'a', 'b'), leg('i2.0', 'i3.0', 'i3.0.2')],
    devices: [{ of: 'i3.0', second: 'switch', halves: ['a', 'b'] }],
  }),
  layout('switch and receptacle on one yoke, a multiwire circuit', '34 in3 2-gang, 12/3, 12/2 leg, combo', {
    circuits: [...MULTIWIRE],
    runs: [feed('i1.0', 'a', 'b'), leg('i2.0', 'i3.0')],
    devices: [{ of: 'i3.0', second: 'receptacle', halves: ['a', 'b'] }],
  }),
  layout('switch and receptacle on one yoke behind a GFCI', '48 in3 3-gang, 12/2, 12/2 leg, gfci, combo', {
    runs: [feed('i1.0'), leg('i2.0', 'i4.0')],
    devices: [{ of: 'i3.0' }, { of: 'i4.0', second: 'receptacle', guard: 'i3.0' }],
  }),
  layout(
    'split duplex on a multiwire circuit, fed through where that may be',
    '30 in3, 12/3, 12/3 out, duplex',
    {
      circuits: [...MULTIWIRE],
      runs: [feed('i1.0', 'a', 'b'), out('i2.0', 'a', 'b')],
      devices: [{ of: 'i3.0', halves: ['a', 'b'] }],
      schools: { splice: 'feed-through' },
    },
  ),
  layout('a spare cable in a switch box', '34 in3 2-gang, 14/2, 14/2 leg, 14/2 spare, switch', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i2.0', 'i4.0')],
    devices: [{ of: 'i4.0' }],
  }),
  layout('a red that nothing takes', '22.5 in3, 12/3, 12/2 out, duplex', {
    runs: [feed('i1.0'), out('i2.0')],
    devices: [{ of: 'i3.0' }],
  }),
  layout(
    'three receptacles wired screw to screw, the run goes on',
    '60 in3 3-gang, 12/2, 12/2 out, 3x duplex',
    {
      runs: [feed('i1.0'), out('i2.0')],
      devices: [{ of: 'i3.0' }, { of: 'i3.1' }, { of: 'i3.2' }],
      schools: { splice: 'jumper' },
    },
  ),
  layout('receptacle and switch wired screw to screw', 'box 4sq-2.125, 12/2, 12/2 leg, duplex, switch', {
    runs: [feed('i1.0'), leg('i2.0', 'i4.0')],
    devices: [{ of: 'i3.0' }, { of: 'i4.0' }],
    schools: { splice: 'jumper', tape: true },
  }),
  layout(
    'the same on a multiwire circuit: its neutral is pigtailed',
    '60 in3 3-gang, 12/3, 12/3 out, 2x duplex',
    {
      circuits: [...MULTIWIRE],
      runs: [feed('i1.0', 'a', 'b'), out('i2.0', 'a', 'b')],
      devices: [{ of: 'i3.0' }, { of: 'i3.1' }],
      schools: { splice: 'jumper' },
    },
  ),
  layout('dryer receptacle', 'box 411sq-2.125, 10/3, dryer @10 wide 2', {
    circuits: [
      { id: 'a', name: '1', breaker: 30, partner: 'b' },
      { id: 'b', name: '3', breaker: 30 },
    ],
    runs: [feed('i1.0', 'a', 'b')],
    devices: [{ of: 'i2.0' }],
  }),
  layout('range receptacle in a plastic box', '60 in3 plastic 2-gang, 6/3, range @6 wide 2', {
    circuits: [
      { id: 'a', name: '1', breaker: 50, partner: 'b' },
      { id: 'b', name: '3', breaker: 50 },
    ],
    runs: [feed('i1.0', 'a', 'b')],
    devices: [{ of: 'i2.0' }],
  }),
  layout('junction of six cables on one circuit', 'box 411sq-2.125, 12/2, 5x 12/2 out', {
    runs: [feed('i1.0'), ...[0, 1, 2, 3, 4].map((nth) => out(`i2.${nth}`))],
    devices: [],
  }),
  layout('junction of six cables on two circuits', 'box 411sq-2.125, 2x 12/2, 4x 12/2 out', {
    circuits: [...TWO],
    runs: [feed('i1.0'), feed('i1.1', 'b'), out('i2.0'), out('i2.1'), out('i2.2', 'b'), out('i2.3', 'b')],
    devices: [],
  }),
  layout('junction of six cables on a multiwire circuit', 'box 411sq-2.125, 12/3, 12/3 out, 4x 12/2 out', {
    circuits: [...MULTIWIRE],
    runs: [
      feed('i1.0', 'a', 'b'),
      out('i2.0', 'a', 'b'),
      out('i3.0'),
      out('i3.1'),
      out('i3.2', 'b'),
      out('i3.3', 'b'),
    ],
    devices: [],
  }),
  layout('occupancy sensor with its neutral', '20.3 in3, 14/2, 14/2 leg, sensor', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i2.0', 'i3.0')],
    devices: [{ of: 'i3.0' }],
  }),
  layout('occupancy sensor that bonds through its ground', '18 in3, 14/2 loop, sensor', {
    circuits: [A15],
    runs: [{ of: 'i1.0', does: 'loop-in', circuits: ['a'], hots: ['i2.0'] }],
    devices: [{ of: 'i2.0', neutral: false }],
  }),
  layout('night-light receptacle', '20.3 in3, 14/2, 14/2 out, night-light', {
    circuits: [A15],
    runs: [feed('i1.0'), out('i2.0')],
    devices: [{ of: 'i3.0' }],
  }),
  layout(
    'night-light receptacle, its light with the switch beside',
    '34 in3 2-gang, 14/2, night-light, switch',
    {
      circuits: [A15],
      runs: [feed('i1.0')],
      devices: [{ of: 'i2.0', halves: ['a', 'i3.0'] }, { of: 'i3.0' }],
    },
  ),
  layout('two-pole switch of a 240 V heater on two-wire cable', '22.5 in3, 12/2, 12/2 leg, 2pole', {
    circuits: [...TWO_POLE],
    runs: [feed240('i1.0'), { ...leg('i2.0', 'i3.0', 'i3.0.2'), doubled: true }],
    devices: [{ of: 'i3.0' }],
  }),
  layout('two-pole switch of a 240 V load on three-wire cable', '30 in3, 12/3, 12/3 leg, 2pole', {
    circuits: [...TWO_POLE],
    runs: [feed240('i1.0'), { ...leg('i2.0', 'i3.0', 'i3.0.2'), doubled: true }],
    devices: [{ of: 'i3.0' }],
  }),
  layout('240 V that goes on to two heaters', '21 in3 metal, 3x 12/2', {
    circuits: [...TWO_POLE],
    runs: [feed240('i1.0'), { ...out('i1.1'), doubled: true }, { ...out('i1.2'), doubled: true }],
    devices: [],
  }),
  layout('timer made without a neutral, on a loop', '20.3 in3, 14/2 loop, timer', {
    circuits: [A15],
    runs: [{ of: 'i1.0', does: 'loop-in', circuits: ['a'], hots: ['i2.0'] }],
    devices: [{ of: 'i2.0', neutral: false }],
  }),
  layout('two lamps on a loop from the ceiling, two switches', '34 in3 2-gang, 14/3 loop, 2x switch', {
    circuits: [A15],
    runs: [{ of: 'i1.0', does: 'loop-in', circuits: ['a'], hots: ['i2.0', 'i2.1'] }],
    devices: [{ of: 'i2.0' }, { of: 'i2.1' }],
  }),
  layout('loop to a smart switch elsewhere, with neutral', 'box oct-2.125, 14/2, 14/3 loop, fixture 2x18', {
    circuits: [A15],
    runs: [feed('i1.0'), { of: 'i2.0', does: 'loop-out', circuits: ['a'], hots: ['a'] }, leg('i3.0', 'i2.0')],
    devices: [],
  }),
  layout(
    'MC cables in a metal box, feed-out and switch',
    'box 411sq-2.125, 12/2 mc, 12/2 mc out, 12/2 mc leg, switch',
    {
      runs: [feed('i1.0'), out('i2.0'), leg('i3.0', 'i4.0')],
      devices: [{ of: 'i4.0' }],
    },
  ),
];

/** All layouts: those one finds most, and the harder ones. */
export const LAYOUTS: readonly Layout[] = [
  ...USUAL_LAYOUTS,
  ...GFCI_LAYOUTS,
  ...CHAIN_LAYOUTS,
  ...OTHER_LAYOUTS,
];
export { boxOf, type Layout };
