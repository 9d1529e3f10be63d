/** What stands in the demo house, box by box, its panel and its cables: all of it invented. */
import type { Links, Panel, Seen, Stage } from '@dense-pack/core';
import type { WorkPlan } from '@dense-pack/core/box/work';
import type { z } from 'zod';

export interface DemoBox {
  readonly id: string;
  readonly name: string;
  readonly room: string;
  readonly circuit: string;
  /** How it was found, where a change is planned or built. */
  readonly found?: string;
  readonly line: string;
  readonly stage?: Stage;
  readonly seen?: z.input<typeof Seen>;
  /** What it does, where its cables do not tell. */
  readonly work?: z.input<typeof WorkPlan>;
}

export const BOXES: readonly DemoBox[] = [
  {
    // Over: a third cable on a full box.
    id: 'demo-kitchen-counter',
    name: 'Counter left of sink',
    room: 'Kitchen',
    circuit: '4',
    found:
      '18 in3 plastic old-work device-box, 12/2 feed bottom, 12/2 out top, gfci depth 1.25, breaker 20, place kitchen, protected afci, setback 3/8 in, finish noncombustible # A third cable is wanted for the new outlet.',
    line: '18 in3 plastic old-work device-box, 12/2 feed bottom, 2x 12/2 out top, gfci depth 1.25, breaker 20, place kitchen, protected afci, setback 3/8 in, finish noncombustible # A third cable is wanted for the new outlet.',
    stage: 'planned',
    seen: {
      stud: 'left',
      conditions: ['crowded'],
      note: 'Tile backsplash: the box sits 3/8 in back.',
      hole: {
        wall: { studs: ['0 in', '16 in'], cavity: '3 1/2 in', board: '1/2 in', finish: '3/8 in' },
        there: { gangs: 1, kind: 'old-work', x: '5 in', y: '43 in' },
      },
    },
  },
  {
    id: 'demo-den-outlet',
    name: 'Outlet under window',
    room: 'Den',
    circuit: '7',
    line: '18 in3 plastic new-work device-box, 12/2 feed, 12/2 out, duplex',
    seen: {
      stud: 'right',
      safe: ['found', 'proved', 'again'],
      safety: { off: { 7: true }, dead: ['i1.0.black', 'i1.0.white', 'i2.0.black', 'i2.0.white'] },
      // Along the wall to a switch, and up onto the ceiling to a fan.
      surface: {
        start: { x: '14 in', y: '14 in' },
        legs: [
          {
            points: [
              { x: '14 in', y: '84 in' },
              { x: '50 in', y: '84 in' },
              { x: '50 in', y: '48 in' },
            ],
            end: 'switch box',
          },
          { from: { leg: 0, point: 0 }, points: [{ x: '14 in', y: '140 in' }], end: 'fan box' },
        ],
        joists: { first: '4 in', pitch: '16 in' },
      },
    },
  },
  {
    // Five grounds: legal to a hair by NEC 2017, over from 2020 on.
    id: 'demo-hall-switches',
    name: 'Hall, two switches',
    room: 'Hall',
    circuit: '2',
    line: '32 in3 2-gang plastic new-work device-box, 14/2 feed bottom, 14/2 out top, 3x 14/2 leg top, clamps, 2x switch',
    work: {
      circuits: [{ id: 'a', name: '2', breaker: 15 }],
      runs: [
        { of: 'i1.0', does: 'feed', circuits: ['a'] },
        { of: 'i2.0', does: 'out', hots: ['a'] },
        { of: 'i3.0', does: 'leg', hots: ['i5.0'], name: 'hall, near' },
        { of: 'i3.1', does: 'leg', hots: ['i5.0'], name: 'hall, far' },
        { of: 'i3.2', does: 'leg', hots: ['i5.1'], name: 'stair light' },
      ],
      devices: [{ of: 'i5.0' }, { of: 'i5.1' }],
    },
  },
  {
    id: 'demo-workshop-square',
    name: 'Workbench, switch and outlet',
    room: 'Workshop',
    circuit: '9',
    found: 'box 4sq-1.5 metal square, 2x 12/2, 14/2 leg, clamps, switch @14, duplex @12',
    line: 'box 4sq-1.5 metal square, ext 8, 2x 12/2, 14/2 leg, clamps, switch @14, duplex @12',
    stage: 'built',
    seen: { safe: ['found'], note: 'Extension fitted, cover closed.' },
  },
  {
    id: 'demo-porch-ceiling',
    name: 'Porch lantern',
    room: 'Porch',
    circuit: '2',
    line: 'box oct-1.5 metal round, 14/3 leg top, stud, hickey, fixture 2x18 domed',
  },
  {
    // No legal volume.
    id: 'demo-cellar-old',
    name: 'Old box by the stair',
    room: 'Cellar',
    circuit: '1',
    line: 'measured 3 x 2 x 2.5 metal, 2x 14/2 no-ground, switch # No stamp to be found.',
    // As found: the switch opens the neutral.
    work: {
      circuits: [{ id: 'a', name: '1', breaker: 15 }],
      runs: [
        { of: 'i1.0', does: 'feed', circuits: ['a'] },
        { of: 'i1.1', does: 'leg', hots: ['i2.0'], name: 'stair lamp' },
      ],
      devices: [{ of: 'i2.0' }],
      schools: { spareNeutral: false },
      found: {
        joints: [{ id: 'j1', ends: ['w:i1.0:black', 'w:i1.1:black'], connectors: ['twist-s'] }],
        pigtails: [],
        lands: [
          { end: 'w:i1.0:white', at: 't:i2.0:line' },
          { end: 'w:i1.1:white', at: 't:i2.0:load' },
        ],
        broken: [],
        marked: [],
        backstabbed: [],
      },
    },
    seen: {
      conditions: ['brittle', 'damp', 'unlabelled'],
      note: 'Cloth insulation. Look again by daylight.',
    },
  },
  {
    // Full to the last hundredth: the shallow pan.
    id: 'demo-pendant-pan',
    name: 'Pendant over the table',
    room: 'Kitchen',
    circuit: '2',
    found: '6 in3 metal pan, 14/2 feed top',
    line: '6 in3 metal pan, 14/2 feed top, 14/2 out top # On to the second pendant.',
    stage: 'planned',
  },
  {
    // Half of the receptacle is switched.
    id: 'demo-living-split',
    name: 'Half-switched outlet, sofa',
    room: 'Living room',
    circuit: '6',
    line: '22.5 in3 plastic new-work device-box, 14/3 feed "from the switch", 14/2 out, duplex',
    work: {
      circuits: [{ id: 'a', name: '6', breaker: 15 }],
      runs: [
        { of: 'i1.0', does: 'feed', circuits: ['a'], switched: true, name: 'from the switch' },
        { of: 'i2.0', does: 'out', hots: ['a'] },
      ],
      devices: [{ of: 'i3.0', halves: ['i1.0', 'a'] }],
    },
  },
  {
    // A switch loop: the white is the supply.
    id: 'demo-bedroom-loop',
    name: 'Bedroom switch, loop only',
    room: 'Bedroom',
    circuit: '5',
    line: '14 in3 plastic old-work device-box, 14/2 loop top, switch',
    seen: { stud: 'left', note: 'White is re-identified with tape. No neutral here.' },
  },
  {
    // Three smart switches: legal, and a misery to fold.
    id: 'demo-entry-smart',
    name: 'Entry, three smart switches',
    room: 'Hall',
    circuit: '3',
    found:
      '44 in3 plastic new-work 3-gang device-box, 14/2 feed bottom, 14/2 leg "porch" top, 14/2 leg "hall" top, 14/3 leg "stair" top, clamps, 3x switch',
    line: '44 in3 plastic new-work 3-gang device-box, 14/2 feed bottom, 14/2 leg "porch" top, 14/2 leg "hall" top, 14/3 leg "stair" top, clamps, 3x smart depth 1.5',
    stage: 'planned',
    // Half told apart: the stair cable has not been tested yet.
    seen: {
      stud: 'right',
      safe: ['found'],
      safety: { off: { 3: false } },
      testerProved: true,
      readings: [
        { test: 'noncontact', at: 'i1.0.black', says: 'live' },
        { test: 'volts', from: 'i1.0.black', to: 'i1.0.white', says: 121 },
        { test: 'volts', from: 'i1.0.black', to: 'i1.0.bare', says: 121 },
        { test: 'volts', from: 'i2.0.black', to: 'i2.0.white', says: 'float' },
        { test: 'continuity', from: 'i2.0.black', to: 'i2.0.white', says: 'closed' },
        { test: 'volts', from: 'i3.0.black', to: 'i3.0.white', says: 0 },
      ],
    },
  },
  {
    // The second of a run of six on circuit 7.
    id: 'demo-den-door',
    name: 'Outlet by the door',
    room: 'Den',
    circuit: '7',
    line: '18 in3 plastic new-work device-box, 12/2 feed "from window", 12/2 out "to study", duplex',
  },
  {
    // Its line is not the obvious cable: the lower one looks like the feed and floats. Half tested.
    id: 'demo-study-desk',
    name: 'Outlet behind the desk',
    room: 'Study',
    circuit: '7',
    line: '20 in3 plastic old-work device-box, 12/2 "lower cable" bottom, 12/2 "upper cable" top, duplex',
    seen: {
      conditions: ['unlabelled'],
      note: 'The lower cable looks like the feed. Test before you trust it.',
      testerProved: true,
      readings: [
        { test: 'noncontact', at: 'i1.0.black', says: 'live' },
        { test: 'volts', from: 'i1.0.black', to: 'i1.0.white', says: 'float' },
      ],
    },
  },
  {
    id: 'demo-study-sink',
    name: 'Bar sink',
    room: 'Study',
    circuit: '7',
    line: '22.5 in3 plastic new-work device-box, 12/2 feed "from desk", 12/2 out "to balcony", gfci depth 1.25, breaker 20',
    work: {
      circuits: [{ id: 'a', name: '7', breaker: 20 }],
      runs: [
        { of: 'i1.0', does: 'feed', circuits: ['a'], name: 'from desk' },
        { of: 'i2.0', does: 'out', hots: ['a'], guard: 'i3.0', name: 'to balcony' },
      ],
      devices: [{ of: 'i3.0' }],
    },
  },
  {
    id: 'demo-balcony-left',
    name: 'Balcony, left',
    room: 'Balcony',
    circuit: '7',
    line: '22 in3 plastic device-box, 12/2 feed "from sink", 12/2 out "to right", duplex',
  },
  {
    id: 'demo-balcony-right',
    name: 'Balcony, right',
    room: 'Balcony',
    circuit: '7',
    line: '22 in3 plastic device-box, 12/2 feed "from left", duplex, place outdoors, covers right, weatherproof right, free right, past right, sheath right, support right, entries right, setback right, gap right, edge right, fastened right',
    seen: {
      safe: ['found', 'proved', 'again'],
      safety: { off: { 7: true }, dead: ['i1.0.black', 'i1.0.white'] },
    },
  },
  {
    // From one gang to two, with a pipe in the bay: the hole grows away from the stud and stops short of the pipe.
    id: 'demo-bath-switch',
    name: 'Switches by the bath door',
    room: 'Bath',
    circuit: '2',
    found: '18 in3 plastic new-work device-box, 14/2 feed bottom, 14/2 leg "light" top, switch "light"',
    line: '34 in3 plastic old-work 2-gang device-box, 14/2 feed bottom, 14/2 leg "light" top, 14/2 leg "vent" top, clamps, switch "light", switch "vent"',
    stage: 'planned',
    seen: {
      stud: 'left',
      hole: {
        wall: { studs: ['0 in', '16 in'], cavity: '3 1/2 in', board: '1/2 in' },
        there: { gangs: 1, kind: 'new-work', x: '2 in', y: '46 1/4 in', fixed: 'left' },
        obstacles: [{ what: 'pipe', x: '9 in', y: '0 in', width: '1 in', height: '96 in', depth: '2 in' }],
      },
    },
  },
  {
    id: 'demo-pendant-two',
    name: 'Pendant, second',
    room: 'Kitchen',
    circuit: '2',
    line: '6 in3 metal pan, 14/2 feed top, 14/2 out top',
    seen: { note: '48 in from the left end, 12 1/2 in from the edge; on a brace.' },
  },
  {
    id: 'demo-pendant-three',
    name: 'Pendant, third',
    room: 'Kitchen',
    circuit: '2',
    line: '6 in3 metal pan, 14/2 feed top',
    seen: { note: '72 in from the left end, 12 1/2 in from the edge; screwed to the joist.' },
  },
];

/** The panel of the demo house: one label is wrong, two handles are tied, and the freezer may not stand long. */
export const PANEL: z.input<typeof Panel> = {
  circuits: [
    { id: 'c1', space: 1, amps: 15, label: 'Cellar', foundBy: 'label' },
    { id: 'c2', space: 2, amps: 15, label: 'Lights', foundBy: 'lamp' },
    { id: 'c3', space: 3, amps: 15, label: 'Entry', foundBy: 'lamp' },
    { id: 'c4', space: 4, amps: 20, label: 'Kitchen', foundBy: 'lamp', tie: 'c6', protection: 'afci' },
    { id: 'c5', space: 5, amps: 15, label: 'Bedroom', foundBy: 'lamp' },
    {
      id: 'c6',
      space: 6,
      amps: 15,
      label: 'Kitchen',
      corrected: 'Living room',
      foundBy: 'tracer',
      passes: [7, 9],
    },
    { id: 'c7', space: 7, amps: 20, label: 'Den, study, balcony', foundBy: 'tracer', passes: [9, 4] },
    { id: 'c8', space: 8, poles: 2, amps: 40, label: 'Range', foundBy: 'label' },
    {
      id: 'c9',
      space: 9,
      amps: 15,
      label: 'Workshop and freezer',
      foundBy: 'lamp',
      offMost: 120,
      because: 'the freezer',
    },
  ],
};

/** The cables of the run of six, from the panel to the balcony, and those between the pendants. */
export const LINKS: z.input<typeof Links> = (
  [
    ['demo-den-outlet', 'i1.0', 'panel'],
    ['demo-den-outlet', 'i2.0', { box: 'demo-den-door', piece: 'i1.0' }],
    ['demo-den-door', 'i2.0', { box: 'demo-study-desk', piece: 'i2.0' }],
    ['demo-study-desk', 'i1.0', { box: 'demo-study-sink', piece: 'i1.0' }],
    ['demo-study-sink', 'i2.0', { box: 'demo-balcony-left', piece: 'i1.0' }],
    ['demo-balcony-left', 'i2.0', { box: 'demo-balcony-right', piece: 'i1.0' }],
    ['demo-pendant-pan', 'i2.0', { box: 'demo-pendant-two', piece: 'i1.0' }],
    ['demo-pendant-two', 'i2.0', { box: 'demo-pendant-three', piece: 'i1.0' }],
  ] as const
).map(([box, piece, to], nth) => ({ id: `demo-${nth + 1}`, from: { box, piece }, to }));
