/**
 * The usual layouts of a box as one finds them, for the tests of the splice planner: a count line and what
 * the box must do. Layouts are common practice, no source; the rules they meet are named in the tests.
 */
import type { BoxDocument } from '../box/document.ts';
import { nextOf, withWork } from '../box/set-up.ts';
import { WorkPlan } from '../box/work.ts';
import { readCountLine } from '../shorthand/read.ts';
import type { z } from 'zod';

type WorkIn = Omit<z.input<typeof WorkPlan>, 'circuits'> & {
  circuits?: z.input<typeof WorkPlan>['circuits'];
};

export interface Layout {
  readonly name: string;
  readonly box: BoxDocument;
  readonly work: WorkPlan;
}

export function boxOf(line: string): BoxDocument {
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  return read.box;
}

export const A20 = { id: 'a', name: '1', breaker: 20 } as const;
export const A15 = { id: 'a', name: '1', breaker: 15 } as const;
export const feed = (of: string, ...circuits: string[]) => ({
  of,
  does: 'feed' as const,
  circuits: circuits.length > 0 ? circuits : ['a'],
});
export const out = (of: string, ...hots: string[]) => ({
  of,
  does: 'out' as const,
  hots: hots.length > 0 ? hots : ['a'],
});
export const leg = (of: string, ...hots: string[]) => ({ of, does: 'leg' as const, hots });
export const layout = (name: string, line: string, { circuits = [A20], ...work }: WorkIn): Layout => ({
  name,
  ...setUp(boxOf(line), WorkPlan.parse({ circuits, ...work })),
});
function setUp(box: BoxDocument, work: WorkPlan) {
  return { box: withWork(box, work, nextOf(box, work)).box, work };
}
export const MULTIWIRE = [
  { ...A20, partner: 'b' },
  { id: 'b', name: '3', breaker: 20 },
] as const;
export const TWO = [A20, { id: 'b', name: '2', breaker: 20 }] as const;

export const USUAL_LAYOUTS: readonly Layout[] = [
  layout('junction only', '21 in3 plastic, 12/2, 2x 12/2', {
    runs: [feed('i1.0'), out('i2.0'), out('i2.1')],
    devices: [],
  }),
  layout('receptacle at the end of a run', '18 in3 plastic, 12/2, duplex', {
    runs: [feed('i1.0')],
    devices: [{ of: 'i2.0' }],
  }),
  layout('receptacle in the middle of a run', '18 in3 plastic, 12/2, 12/2 out, duplex', {
    runs: [feed('i1.0'), out('i2.0')],
    devices: [{ of: 'i3.0' }],
  }),
  layout('the same, fed through the device', '18 in3 plastic, 12/2, 12/2 out, duplex', {
    runs: [feed('i1.0'), out('i2.0')],
    devices: [{ of: 'i3.0' }],
    schools: { splice: 'feed-through' },
  }),
  layout('receptacle in a metal box', 'box 4sq-2.125, 12/2, 12/2 out, duplex', {
    runs: [feed('i1.0'), out('i2.0')],
    devices: [{ of: 'i3.0' }],
  }),
  layout('self-grounding receptacle in a metal box', 'box 4sq-2.125, 12/2, 12/2 out, duplex', {
    runs: [feed('i1.0'), out('i2.0')],
    devices: [{ of: 'i3.0' }],
    schools: { ground: 'self-grounding' },
  }),
  layout(
    'GFCI that protects one feed-out and not the other',
    '22.5 in3 plastic, 12/2, 12/2 out, 12/2 out "bath", gfci',
    {
      runs: [feed('i1.0'), out('i2.0'), { ...out('i3.0'), guard: 'i4.0' }],
      devices: [{ of: 'i4.0' }],
    },
  ),
  layout('GFCI that protects a receptacle beside it', '34 in3 plastic 2-gang, 12/2, gfci, duplex', {
    runs: [feed('i1.0')],
    devices: [{ of: 'i2.0' }, { of: 'i3.0', guard: 'i2.0' }],
  }),
  layout('half-switched duplex, the switch elsewhere', '18 in3 plastic, 14/3, duplex', {
    circuits: [A15],
    runs: [{ ...feed('i1.0'), switched: true }],
    devices: [{ of: 'i2.0', halves: ['a', 'i1.0'] }],
  }),
  layout('half-switched duplex by a switch loop', '20.3 in3 plastic, 14/2, 14/2 loop, duplex', {
    circuits: [A15],
    runs: [feed('i1.0'), { of: 'i2.0', does: 'loop-out', circuits: ['a'], hots: ['a'] }],
    devices: [{ of: 'i3.0', halves: ['i2.0', 'a'] }],
  }),
  layout(
    'disposer and dishwasher on one split receptacle, two circuits',
    '22.5 in3 plastic, 2x 12/2, duplex',
    {
      circuits: [...TWO],
      runs: [feed('i1.0'), feed('i1.1', 'b')],
      devices: [{ of: 'i2.0', halves: ['a', 'b'] }],
    },
  ),
  layout('split duplex on a multiwire circuit, which goes on', '22.5 in3 plastic, 12/3, 12/3 out, duplex', {
    circuits: [...MULTIWIRE],
    runs: [feed('i1.0', 'a', 'b'), out('i2.0', 'a', 'b')],
    devices: [{ of: 'i3.0', halves: ['a', 'b'] }],
  }),
  layout(
    'multiwire circuit that divides',
    '22.5 in3 plastic, 12/3, 12/2 out, 12/2 out "range hood", duplex',
    {
      circuits: [...MULTIWIRE],
      runs: [feed('i1.0', 'a', 'b'), out('i2.0', 'a'), out('i3.0', 'b')],
      devices: [{ of: 'i4.0' }],
    },
  ),
  layout(
    'two circuits in one cable, each with its neutral',
    '21 in3 plastic, 12/2/2, 12/2 out, 12/2 out "b"',
    {
      circuits: [...TWO],
      runs: [feed('i1.0', 'a', 'b'), out('i2.0', 'a'), out('i3.0', 'b')],
      devices: [],
    },
  ),
  layout('single-pole switch, feed in the box', '18 in3 plastic, 14/2, 14/2 leg, switch', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i2.0', 'i3.0')],
    devices: [{ of: 'i3.0' }],
  }),
  layout('dimmer without neutral', '18 in3 plastic, 14/2, 14/2 leg, dimmer', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i2.0', 'i3.0')],
    devices: [{ of: 'i3.0' }],
  }),
  layout('smart switch with neutral', '20.3 in3 plastic, 14/2, 14/2 leg, smart', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i2.0', 'i3.0')],
    devices: [{ of: 'i3.0' }],
  }),
  layout('timer with neutral', '20.3 in3 plastic, 14/2, 14/2 leg, timer', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i2.0', 'i3.0')],
    devices: [{ of: 'i3.0', neutral: true }],
  }),
  layout('two switches on one feed', '34 in3 plastic 2-gang, 14/2, 2x 14/2 leg, 2x switch', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i2.0', 'i3.0'), leg('i2.1', 'i3.1')],
    devices: [{ of: 'i3.0' }, { of: 'i3.1' }],
  }),
  layout('three smart switches on one feed', '53 in3 plastic 3-gang, 14/2, 3x 14/2 leg, 3x smart', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i2.0', 'i3.0'), leg('i2.1', 'i3.1'), leg('i2.2', 'i3.2')],
    devices: [{ of: 'i3.0' }, { of: 'i3.1' }, { of: 'i3.2' }],
  }),
  layout('four switches on one feed', '75 in3 plastic 4-gang, 14/2, 4x 14/2 leg, 4x switch', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i2.0', 'i3.0'), leg('i2.1', 'i3.1'), leg('i2.2', 'i3.2'), leg('i2.3', 'i3.3')],
    devices: [{ of: 'i3.0' }, { of: 'i3.1' }, { of: 'i3.2' }, { of: 'i3.3' }],
  }),
  layout('two switches on two circuits', '34 in3 plastic 2-gang, 2x 12/2, 2x 12/2 leg, 2x switch', {
    circuits: [...TWO],
    runs: [feed('i1.0'), feed('i1.1', 'b'), leg('i2.0', 'i3.0'), leg('i2.1', 'i3.1')],
    devices: [{ of: 'i3.0' }, { of: 'i3.1', circuit: 'b' }],
  }),
  layout('three-way at the feed', '20.3 in3 plastic, 14/2, 14/3 travelers, 3way', {
    circuits: [A15],
    runs: [
      feed('i1.0'),
      { of: 'i2.0', does: 'travelers', circuits: ['a'], chain: 'way-1', leads: 'load', third: 'neutral' },
    ],
    devices: [{ of: 'i3.0', chain: 'way-1', end: 'line' }],
  }),
  layout('three-way at the light', '20.3 in3 plastic, 14/3 travelers, 14/2 leg, 3way', {
    circuits: [A15],
    runs: [
      { of: 'i1.0', does: 'travelers', circuits: ['a'], chain: 'way-1', leads: 'line', third: 'neutral' },
      leg('i2.0', 'way-1'),
    ],
    devices: [{ of: 'i3.0', chain: 'way-1', end: 'load' }],
  }),
  layout(
    'feed and light in one box, the other three-way a dead end',
    '22.5 in3 plastic, 14/2, 14/2 leg, 14/3 travelers, 3way',
    {
      circuits: [A15],
      runs: [
        feed('i1.0'),
        leg('i2.0', 'way-1'),
        { of: 'i3.0', does: 'travelers', circuits: ['a'], chain: 'way-1', leads: 'load', third: 'return' },
      ],
      devices: [{ of: 'i4.0', chain: 'way-1', end: 'line' }],
    },
  ),
  layout('the dead end of it', '18 in3 plastic, 14/3 travelers, 3way', {
    circuits: [A15],
    runs: [
      { of: 'i1.0', does: 'travelers', circuits: ['a'], chain: 'way-1', leads: 'line', third: 'return' },
    ],
    devices: [{ of: 'i2.0', chain: 'way-1', end: 'load' }],
  }),
  layout('three-way by a loop from the light', '20.3 in3 plastic, 14/2 loop, 14/3 travelers, 3way', {
    circuits: [A15],
    runs: [
      { of: 'i1.0', does: 'loop-in', circuits: ['a'], hots: ['way-1'] },
      { of: 'i2.0', does: 'travelers', circuits: ['a'], chain: 'way-1', leads: 'line', third: 'supply' },
    ],
    devices: [{ of: 'i3.0', chain: 'way-1', end: 'load' }],
  }),
  layout('four-way between two three-ways', '20.3 in3 plastic, 2x 14/3 travelers, 4way', {
    circuits: [A15],
    runs: [
      { of: 'i1.0', does: 'travelers', circuits: ['a'], chain: 'way-1', leads: 'line', third: 'neutral' },
      { of: 'i1.1', does: 'travelers', circuits: ['a'], chain: 'way-1', leads: 'load', third: 'neutral' },
    ],
    devices: [{ of: 'i2.0', chain: 'way-1' }],
  }),
  layout('travelers that only pass a junction box', '21 in3 plastic, 2x 14/3 travelers', {
    circuits: [A15],
    runs: [
      { of: 'i1.0', does: 'travelers', circuits: ['a'], chain: 'way-1', leads: 'line', third: 'neutral' },
      { of: 'i1.1', does: 'travelers', circuits: ['a'], chain: 'way-1', leads: 'load', third: 'neutral' },
    ],
    devices: [],
  }),
  layout('switch loop with its white marked', '18 in3 plastic, 14/2 loop, switch', {
    circuits: [A15],
    runs: [{ of: 'i1.0', does: 'loop-in', circuits: ['a'], hots: ['i2.0'] }],
    devices: [{ of: 'i2.0' }],
  }),
  layout('switch loop of three conductors, with neutral', '18 in3 plastic, 14/3 loop, smart', {
    circuits: [A15],
    runs: [{ of: 'i1.0', does: 'loop-in', circuits: ['a'], hots: ['i2.0'] }],
    devices: [{ of: 'i2.0' }],
  }),
  layout('the light’s end of a switch loop', '15.5 in3 metal, 14/2, 14/2 loop, fixture 2x18', {
    circuits: [A15],
    runs: [feed('i1.0'), { of: 'i2.0', does: 'loop-out', circuits: ['a'], hots: ['a'] }, leg('i3.0', 'i2.0')],
    devices: [],
  }),
  layout(
    'fan and light on two switches, one three-wire cable',
    '34 in3 plastic 2-gang, 14/2, 14/3 leg, switch, fan-control',
    {
      circuits: [A15],
      runs: [feed('i1.0'), leg('i2.0', 'i3.0', 'i4.0')],
      devices: [{ of: 'i3.0' }, { of: 'i4.0' }],
    },
  ),
  layout('the fan’s ceiling box', 'box oct-2.125, 14/3, fixture 3x18, rated fan, hangs fan', {
    circuits: [A15],
    runs: [{ ...feed('i1.0'), switched: true }, leg('i2.0', 'a', 'i1.0')],
    devices: [],
  }),
  layout('combination of two switches on one yoke', '20.3 in3 plastic, 14/2, 14/3 leg, combo', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i2.0', 'i3.0', 'i3.0.2')],
    devices: [{ of: 'i3.0', second: 'switch' }],
  }),
  layout('switch and receptacle on one yoke', '20.3 in3 plastic, 14/2, 14/2 leg, combo', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i2.0', 'i3.0')],
    devices: [{ of: 'i3.0', second: 'receptacle' }],
  }),
  layout(
    'receptacle tapped from a switch box',
    '34 in3 plastic 2-gang, 14/2, 14/2 leg, 14/2 out, switch, duplex',
    {
      circuits: [A15],
      runs: [feed('i1.0'), leg('i2.0', 'i4.0'), out('i3.0')],
      devices: [{ of: 'i4.0' }, { of: 'i5.0' }],
    },
  ),
  layout('luminaires in a row', 'box oct-2.125, 14/2, 14/2 leg, fixture 2x18', {
    circuits: [A15],
    runs: [{ of: 'i1.0', does: 'feed', circuits: ['a'] }, leg('i2.0', 'a'), leg('i3.0', 'a')],
    devices: [],
  }),
  layout('USB receptacle in the middle of a run', '22.5 in3 plastic, 12/2, 12/2 out, usb', {
    runs: [feed('i1.0'), out('i2.0')],
    devices: [{ of: 'i3.0' }],
  }),
  layout(
    'surface extension from an existing outlet: raceway conductors',
    'box 4sq-1.5, ext 8, 12/2, 2x 12, ground 12, duplex',
    {
      runs: [feed('i2.0'), { ...out('i3.0'), wires: 2 }],
      devices: [{ of: 'i5.0' }],
    },
  ),
  layout('range receptacle', 'box 411sq-2.125, 6/3 egc 10, range @6', {
    circuits: [
      { id: 'a', name: '1', breaker: 50, partner: 'b' },
      { id: 'b', name: '3', breaker: 50 },
    ],
    runs: [feed('i1.0', 'a', 'b')],
    devices: [{ of: 'i2.0' }],
  }),
  layout('a half-switched feed-out by a three-wire cable', '20.3 in3 plastic, 14/2, 14/3 out, switch', {
    circuits: [A15],
    runs: [feed('i1.0'), out('i2.0', 'a', 'i3.0')],
    devices: [{ of: 'i3.0' }],
  }),
  layout(
    'a three-way, a switch and a dimmer, two circuits',
    '75 in3 plastic 4-gang, 2x 14/2, 14/3 travelers, 2x 14/2 leg, 3way, switch, dimmer, duplex',
    {
      circuits: [A15, { id: 'b', name: '2', breaker: 15 }],
      runs: [
        feed('i1.0'),
        feed('i1.1', 'b'),
        { of: 'i2.0', does: 'travelers', circuits: ['a'], chain: 'way-1', leads: 'load', third: 'neutral' },
        leg('i3.0', 'i5.0'),
        leg('i3.1', 'i6.0'),
      ],
      devices: [
        { of: 'i4.0', chain: 'way-1', end: 'line' },
        { of: 'i5.0' },
        { of: 'i6.0', circuit: 'b' },
        { of: 'i7.0', circuit: 'b' },
      ],
    },
  ),
  layout('both three-ways of a chain in one box', '34 in3 plastic 2-gang, 14/2, 14/2 leg, 2x 3way', {
    circuits: [A15],
    runs: [feed('i1.0'), leg('i2.0', 'way-1')],
    devices: [
      { of: 'i3.0', chain: 'way-1', end: 'line' },
      { of: 'i3.1', chain: 'way-1', end: 'load' },
    ],
  }),
  layout('armored cable: the armor grounds the metal box', 'box 4sq-2.125, 2x 12/2 ac, duplex', {
    runs: [feed('i1.0'), out('i1.1')],
    devices: [{ of: 'i2.0' }],
  }),
  layout('two circuits in one raceway', 'box 4sq-2.125, 8x 12, 2x ground 12, duplex', {
    circuits: [...TWO],
    runs: [
      { ...feed('i1.0'), wires: 2 },
      { ...feed('i1.1', 'b'), wires: 2 },
      { ...out('i1.2', 'a'), wires: 2 },
      { ...out('i1.3', 'b'), wires: 2 },
    ],
    devices: [{ of: 'i3.0' }],
  }),
];
