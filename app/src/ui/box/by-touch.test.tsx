/**
 * Whatever the count line can say can be touched: every example of its table in docs/count-line.md is made here
 * by touches alone, on the panels and cards the box screen shows. A label is the one thing that is typed.
 */
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { type BoxDocument, EMPTY_BOX } from '@dense-pack/core/box/document';
import { rowWith } from '@dense-pack/core/box/rows';
import { wantedFacts } from '@dense-pack/core/check/open-checks';
import { editionOf } from '@dense-pack/core/edition/index';
import { tally } from '@dense-pack/core/fill/tally';
import { printCountLine } from '@dense-pack/core/shorthand/print';
import { readCountLine } from '@dense-pack/core/shorthand/read';
import { act, fireEvent, render, screen, within } from '@testing-library/react-native';
import { useEffect, useState } from 'react';
import { EditionChoice } from '../parts/EditionChoice';
import { ItemCard } from './ItemCard';
import { BoxPanel } from './panels/BoxPanel';
import { CablePanel } from './panels/CablePanel';
import { DevicePanel } from './panels/DevicePanel';
import { FactsPanel } from './panels/FactsPanel';
import { MorePanel } from './panels/MorePanel';

const boxOf = (line: string): BoxDocument => {
  if (line === '') return EMPTY_BOX;
  const read = readCountLine(line);
  if (!read.ok) throw new Error(`${line}: ${read.error.expected}`);
  return read.box;
};

beforeEach(() => globalThis.localStorage?.clear());

let now: BoxDocument;
let open: (place: string, id?: string) => void;

/** The places of the box screen, one at a time, and the card of what was touched over them. */
function Bench({ line }: { line: string }) {
  const [box, setBox] = useState(() => boxOf(line));
  const [place, setPlace] = useState('');
  const [id, setId] = useState<string>();
  useEffect(() => {
    now = box;
    open = (next, item) => {
      setPlace(next);
      setId(item);
    };
  }, [box]);
  const edition = editionOf(box.edition ?? 'nec2023');
  const item = box.items.find((one) => one.id === id);
  const row = item && rowWith(box.items, item.id);
  if (item && row)
    return (
      <ItemCard
        item={item}
        row={row}
        edition={edition}
        parted={box.items.some(({ kind }) => kind === 'barrier')}
        onChange={setBox}
        onClose={() => setId(undefined)}
      />
    );
  const adding = { box, onChange: setBox, onOpen: setId };
  if (place === 'box') return <BoxPanel box={box} edition={edition} onChange={setBox} />;
  if (place === 'cable') return <CablePanel {...adding} />;
  if (place === 'device') return <DevicePanel {...adding} />;
  if (place === 'more') return <MorePanel {...adding} edition={edition} />;
  if (place === 'look')
    return <FactsPanel box={box} wanted={wantedFacts(box, edition, tally(box, edition))} onChange={setBox} />;
  if (place === 'facts')
    return <FactsPanel box={box} wanted={{ open: [], look: [], matters: [] }} onChange={setBox} />;
  if (place === 'edition')
    return (
      <EditionChoice
        value={box.edition}
        onChoose={(chosen) => setBox((was) => ({ ...was, edition: chosen }))}
      />
    );
  return null;
}

const PLACES = ['box', 'cable', 'device', 'more', 'facts', 'look', 'edition'];

/** One touch: a place, a name, `group > name` inside a titled group, or `label := text` typed. */
function touch(what: string) {
  if (PLACES.includes(what)) {
    act(() => open(what));
    if (what === 'facts') fireEvent.press(screen.getByText('All facts'));
    if (what === 'look') fireEvent.press(screen.getByText(/^Look at the work/));
    return;
  }
  const [field, text] = what.split(' := ');
  if (field !== undefined && text !== undefined) {
    const input = screen.getByLabelText(field);
    fireEvent.changeText(input, text);
    fireEvent(input, 'submitEditing');
    return;
  }
  const [group, name] = what.split(' > ');
  const at = name === undefined ? screen : within(screen.getByLabelText(group ?? ''));
  const called = name ?? group ?? '';
  const labelled = at.queryAllByLabelText(called);
  const found = labelled[0] ?? at.getAllByText(called)[0] ?? at.getAllByText(`${called} `)[0];
  if (!found) throw new Error(`nothing is called “${what}”`);
  fireEvent.press(found);
}

const times = (many: number, what: string) => Array.from({ length: many }, () => what);
const C = ['cable', 'Add 12/2'];
const opened = (name: string) => `Open ${name}`;
const volume = (...touches: string[]) => ['box', ...touches];
const STEP = 'Another volume, step by step';
const table = (...touches: string[]) => ['box', 'Standard', ...touches];
const device = (name: string) => ['device', `Add ${name}`];
const fact = (...touches: string[]) => ['facts', ...touches];
const look = (what: string) => ['look', what];
const cable = (...touches: string[]) => ['cable', 'Another: size, kind, role, where it enters', ...touches];

/**
 * The touches of each example, in order. A line before it, where the item needs something to stand in, is given
 * as `line | touches`; a word that is no item of its own is made as part of one.
 */
const TOUCHES: Readonly<Record<string, readonly [before: string, line: string, ...touches: string[]]>> = {
  nec2014: ['', 'nec2014', 'edition', 'NEC 2014'],
  nec2017: ['', 'nec2017', 'edition', 'NEC 2017'],
  nec2020: ['', 'nec2020', 'edition', 'NEC 2020'],
  nec2023: ['', 'nec2023', 'edition', 'NEC 2023'],
  cec2018: ['', 'cec2018', 'edition', 'CEC 2018'],
  cec2021: ['', 'cec2021', 'edition', 'CEC 2021'],
  'box 18': ['', 'box 18', ...volume('18.0 in³')],
  '18 in3': ['', '18 in3', ...volume('18.0 in³')],
  '20 1/4 in3': [
    '',
    '20 1/4 in3',
    ...volume(...times(3, `1 more: ${STEP}`), ...times(5, `0.05 more: ${STEP}`)),
  ],
  'box 295 ml': ['cec2021', 'cec2021, box 295 ml', ...volume(`10 more: ${STEP}`)],
  plastic: ['', 'plastic', ...volume('Material > plastic')],
  metal: ['', 'metal', ...volume('Material > metal')],
  '2-gang': ['', '2-gang', ...volume('One more: gangs')],
  'old-work': ['', 'old-work', ...volume('Mounting > old-work')],
  'new-work': ['', 'new-work', ...volume('Mounting > new-work')],
  'device-box': ['plastic', 'plastic device-box', ...volume('1-gang: device box')],
  square: ['metal', 'metal square', ...volume('Square: square box')],
  round: ['', 'round', ...volume('Round: round or octagon box')],
  pan: ['', 'pan', ...volume('Pan: ceiling pan')],
  masonry: ['metal', 'metal masonry', ...volume('Masonry: masonry box')],
  surface: ['', 'surface', ...volume('Surface: surface box')],
  'box 4sq-1.5': ['', 'box 4sq-1.5 metal', ...table('4 × 1½ square')],
  'box oct-2.125': ['', 'box oct-2.125 metal', ...table('4 × 2⅛ round or octagonal')],
  'box 411sq-2.125': ['', 'box 411sq-2.125 metal', ...table('4¹¹⁄₁₆ × 2⅛ square')],
  'box dev-3x2x2.5': ['', 'box dev-3x2x2.5 metal', ...table('3 × 2 × 2½ device')],
  'box masonry-3.5 2-gang': [
    '',
    'box masonry-3.5 2-gang metal',
    ...table('3¾ × 2 × 3½ masonry', 'One more: gangs'),
  ],
  'box fs': ['', 'box fs metal', ...table('FS, single cover')],
  'box fd-multi 2-gang': ['', 'box fd-multi 2-gang metal', ...table('FD, multiple cover', 'One more: gangs')],
  'box 4sq-1.5 marked 22.5 in3': [
    '',
    'box 4sq-1.5 marked 22.5 in3 metal',
    ...table('4 × 1½ square', '1 more: Marked with a volume of its own, in³'),
  ],
  'measured 3 x 2 x 2 1/2': [
    '',
    'measured 3 x 2 x 2 1/2',
    'box',
    'Measured',
    ...times(2, '1 more: Inside width, in'),
    '1 less: Inside height, in',
    '1 less: Inside height, in',
    '1 more: Inside depth, in',
  ],
  'marks 9/14 8/12 7/10': [
    '',
    'marks 9/14 8/12 7/10',
    'box',
    'Wire counts',
    ...['9 wires of 14 AWG', '8 wires of 12 AWG', '7 wires of 10 AWG'],
  ],
  'ring 6': [
    '',
    'ring 6',
    'more',
    'What it is > ring',
    ...times(2, '1 less: Volume marked on it, in³'),
    'Add ring of 6 in³',
  ],
  'ext 8': ['', 'ext 8', 'more', 'Add extension of 8 in³'],
  'ext 4sq-1.5': ['', 'ext 4sq-1.5', 'more', 'Add extension 4 × 1½ square standard box'],
  'dome 5': [
    '',
    'dome 5',
    'more',
    'What it is > domed cover',
    ...times(3, '1 less: Volume marked on it, in³'),
    'Add domed cover of 5 in³',
  ],
  'ring unmarked': ['', 'ring unmarked', 'more', 'What it is > ring', 'Unmarked ring'],
  'barrier metal': ['', 'barrier metal', 'more', 'Add Barrier metal'],
  'barrier plastic spaces 12 + 8.5': [
    '',
    'barrier plastic spaces 12 + 8.5',
    'more',
    'Add Barrier plastic',
    opened('barrier plastic'),
    'marked',
    ...times(4, '1 less: Space b, in³'),
    ...times(10, '0.05 more: Space b, in³'),
  ],
  'side a': [
    'barrier plastic, 12/2, 14/2',
    'barrier plastic, 12/2 side a, 14/2 side b',
    'cable',
    opened('12/2'),
    'Which space of the barrier > a',
    'cable',
    opened('14/2'),
    'Which space of the barrier > b',
  ],
  'side b': [
    'barrier plastic, 12/2, 14/2',
    'barrier plastic, 12/2 side b, 14/2 side a',
    'cable',
    opened('12/2'),
    'Which space of the barrier > b',
    'cable',
    opened('14/2'),
    'Which space of the barrier > a',
  ],
  body: ['', 'body', 'box', 'conduit body'],
  'body section 1.8 conduit 0.86': [
    '',
    'body section 1.8 conduit 0.86',
    'box',
    'conduit body',
    '0.1 more: Its cross-section, in²',
    ...times(8, '0.01 more: Its cross-section, in²'),
    '0.1 more: Of the largest conduit, in²',
  ],
  '12/2': ['', '12/2', ...C],
  '3x 14/3': ['', '3x 14/3', 'cable', ...times(3, 'Add 14/3')],
  '12/2 mc': ['', '12/2 mc', ...cable('MC', 'Bring in 12/2 mc')],
  '14/2 no-ground': [
    '',
    '14/2 no-ground',
    ...cable('Size, AWG > 14', 'Ground > Without', 'Bring in 14/2 no-ground'),
  ],
  '12/2/2': ['', '12/2/2', ...cable('Insulated conductors > 4', 'Bring in 12/4')],
  '6/3 egc 10': [
    '',
    '6/3 egc 10',
    ...cable(
      'Size, AWG > 6',
      'Insulated conductors > 3',
      'Size of its ground, AWG > 10',
      'Bring in 6/3 egc 10',
    ),
  ],
  nm: ['', '12/2 nm', ...C],
  mc: ['12/2', '12/2 mc', 'cable', opened('12/2'), 'MC'],
  ac: ['12/2', '12/2 ac', 'cable', opened('12/2'), 'AC'],
  uf: ['12/2', '12/2 uf', 'cable', opened('12/2'), 'UF'],
  egc: ['12/2', '12/2 egc 14', 'cable', opened('12/2'), 'Size of its ground, AWG > 14'],
  '12/2 feed': ['', '12/2 feed', ...cable('feed', 'Bring in 12/2 feed')],
  '14/3 travelers "hall"': [
    '14/3',
    '14/3 travelers "hall"',
    'cable',
    opened('14/3'),
    'travelers',
    'Label, as on its tag := hall',
  ],
  '14/2 leg': ['14/2', '14/2 leg', 'cable', opened('14/2'), 'leg'],
  '12/2 out': ['12/2', '12/2 out', 'cable', opened('12/2'), 'out'],
  feed: ['12/2', '12/2 feed', 'cable', opened('12/2'), 'feed'],
  out: ['12/2', '12/2 out', 'cable', opened('12/2'), 'out'],
  leg: ['12/2', '12/2 leg', 'cable', opened('12/2'), 'leg'],
  loop: ['12/2', '12/2 loop', 'cable', opened('12/2'), 'loop'],
  travelers: ['14/3', '14/3 travelers', 'cable', opened('14/3'), 'travelers'],
  load: ['12/2', '12/2 load', 'cable', opened('12/2'), 'load'],
  spare: ['12/2', '12/2 spare', 'cable', opened('12/2'), 'spare'],
  top: ['12/2', '12/2 top', 'cable', opened('12/2'), 'Where it enters > top'],
  bottom: ['12/2', '12/2 bottom', 'cable', opened('12/2'), 'Where it enters > bottom'],
  left: ['12/2', '12/2 left', 'cable', opened('12/2'), 'Where it enters > left'],
  right: ['12/2', '12/2 right', 'cable', opened('12/2'), 'Where it enters > right'],
  back: ['12/2', '12/2 back', 'cable', opened('12/2'), 'Where it enters > back'],
  '6x 12': ['', '6x 12', 'more', ...times(4, 'One more: conductors'), 'Add 6 × 12 AWG'],
  '4x 12 through': [
    '',
    '4x 12 through',
    'more',
    'Through',
    ...times(2, 'One more: conductors'),
    'Add 4 × 12 AWG through',
  ],
  '2x 12 loop 14 in': ['', '2x 12 loop 14 in', 'more', 'Loop', 'Add 2 × 12 AWG loop'],
  'ground 12': ['', 'ground 12', 'more', 'Add Ground alone 12 AWG'],
  '2x ground 10': [
    '',
    '2x ground 10',
    'more',
    'Add Ground alone 12 AWG',
    opened('ground 12'),
    'Size, AWG > 10',
    'One more: ground 10',
  ],
  '2x ig 12': ['', '2x ig 12', 'more', ...times(2, 'Add Isolated ground 12 AWG')],
  ...Object.fromEntries(
    (
      [
        ['duplex', 'duplex'],
        ['single', 'single'],
        ['gfci', 'GFCI'],
        ['usb', 'USB'],
        ['switch', 'switch'],
        ['3way', '3-way'],
        ['4way', '4-way'],
        ['dimmer', 'dimmer'],
        ['timer', 'timer'],
        ['smart', 'smart'],
        ['combo', 'combo'],
        ['fan-control', 'fan control'],
        ['sensor', 'sensor'],
        ['night-light', 'night light'],
        ['2pole', '2-pole'],
        ['blank', 'blank'],
      ] as const
    ).map(([word, short]) => [word, ['12/2', `12/2, ${word}`, ...device(short)]]),
  ),
  // Those two are two gangs wide as they are bought; the word alone says one.
  dryer: ['12/2', '12/2, dryer', ...device('dryer')],
  '@12': [
    '14/2',
    '14/2, duplex @12',
    'device',
    'Add duplex',
    opened('duplex receptacle'),
    'Largest conductor on it, AWG > 12',
  ],
  'wide 2': ['12/2, switch', '12/2, switch wide 2', 'device', opened('switch'), 'Gangs it needs > 2'],
  'depth 1.4': [
    '12/2, switch',
    '12/2, switch depth 1.375',
    'device',
    opened('switch'),
    ...times(2, '¹⁄₈ more: Depth behind the strap, in'),
  ],
  'range @6 wide 2': [
    '6/3',
    '6/3, range @6 wide 2',
    'device',
    'Add range',
    opened('range receptacle'),
    'Largest conductor on it, AWG > 6',
    'Gangs it needs > 2',
  ],
  clamps: ['', 'clamps', 'more', 'Add Clamps inside, gripping'],
  flaps: ['', 'flaps', 'more', 'Add Flaps push-in, plastic box'],
  'flaps counted': ['', 'flaps counted', 'more', 'Add Flaps push-in, plastic box', 'Count them'],
  'count-flaps': ['plastic', 'plastic, count-flaps', 'more', 'Count them'],
  stud: ['', 'stud', 'more', 'Add Stud luminaire'],
  hickey: ['', 'hickey', 'more', 'Add Hickey'],
  'terminal 12': ['', 'terminal 12', 'more', 'Add Terminal block 12 AWG'],
  'fixture 2x18': ['', 'fixture 2x18', 'more', 'Add Fixture wires 2 of 18 AWG'],
  'box dev-3x2x2.5 2-gang': ['box dev-3x2x2.5', 'box dev-3x2x2.5 2-gang', ...volume('One more: gangs')],
  'no clamps': ['12/2', '12/2, no clamps', 'more', 'No clamps'],
  'no stud': ['12/2', '12/2, no stud', 'more', 'No stud'],
  'no hickey': ['12/2', '12/2, no hickey', 'more', 'No hickey'],
  'no connectors': ['12/2', '12/2, no connectors', 'more', 'No connectors'],
  domed: ['fixture 2x18', 'fixture 2x18, domed', 'more', opened('fixture 1x18'), 'Canopy > domed'],
  flat: ['fixture 2x18', 'fixture 2x18, flat', 'more', opened('fixture 1x18'), 'Canopy > flat'],
  'fixture 2x18 flat': ['fixture 2x18', 'fixture 2x18 flat', 'more', opened('fixture 1x18'), 'Canopy > flat'],
  '14/2 old': ['14/2', '14/2 old', 'cable', opened('14/2'), 'Ground > Old, not looked at'],
  'old-cable no-ground': ['14/2 old', '14/2 no-ground', 'cable', opened('14/2 old'), 'Ground > Without'],
  'old-cable grounded': ['14/2 old', '14/2', 'cable', opened('14/2 old'), 'Ground > With'],
  '34 in3 catalog plastic': ['34 in3 catalog', '34 in3 catalog plastic', ...volume('Material > plastic')],
  'stamp 34 in3': ['34 in3 catalog', '34 in3', ...volume('The stamp says 34 in³')],
  range: ['6/3', '6/3, range', ...device('range')],
  'width range 1': [
    '6/3, range',
    '6/3, range wide 1',
    'device',
    opened('range receptacle'),
    'Gangs it needs > 1',
  ],
  'depth usb 1.25': [
    '12/2, usb',
    '12/2, usb depth 1.25',
    'device',
    opened('USB receptacle'),
    '¹⁄₈ more: Depth behind the strap, in',
  ],
  'fixture 2x18 domed': ['', 'fixture 2x18 domed', 'more', 'Add Fixture wires domed canopy'],
  'fixture 2x18 "lantern"': [
    'fixture 2x18',
    'fixture 2x18 "lantern"',
    'more',
    opened('fixture 1x18'),
    'Label, as on its tag := lantern',
  ],
  'connectors 3': ['', 'connectors 3', 'more', ...times(3, 'Add Connector counted in Canada')],
  'connectors 2 @8': [
    '',
    'connectors 2 @8',
    'more',
    ...times(2, 'Add Connector counted in Canada'),
    opened('connectors 1'),
    'Largest conductor under them, AWG > 8',
  ],
  'pigtails 3x12': ['', 'pigtails 3x12', 'more', ...times(3, 'Add Pigtail 12 AWG, not counted')],
  // Facts.
  'breaker 20': ['12/2', '12/2, breaker 20', ...fact('Breaker, A > 20')],
  'place kitchen': ['12/2', '12/2, place kitchen', ...fact('kitchen')],
  ...Object.fromEntries(
    (
      [
        ['bath', 'bathroom'],
        ['laundry', 'laundry'],
        ['garage', 'garage'],
        ['basement', 'unfinished basement'],
        ['outdoors', 'outdoors'],
        ['crawl', 'crawl space'],
        ['bedroom', 'bedroom'],
        ['living', 'living room'],
        ['hall', 'hall or stair'],
      ] as const
    ).map(([word, name]) => [word, ['12/2', `12/2, place ${word}`, ...fact(`Place > ${name}`)]]),
  ),
  'free 6 in': ['12/2', '12/2, free 6 in', ...fact('Shortest free conductor, in > 6')],
  'past 3 in': ['12/2', '12/2, past 3 in', ...fact('Reaches past the opening, in > 3')],
  'free right': ['12/2', '12/2, free right', ...look('Conductors long enough from where they come in')],
  'past right': ['12/2', '12/2, past right', ...look('Conductors reach far enough out of the opening')],
  'sheath right': ['12/2', '12/2, sheath right', ...look('The sheath comes into the box')],
  'support right': [
    '12/2',
    '12/2, support right',
    ...look('Cables are held near enough to the box, and every 4½ ft (1.5 m) from there'),
  ],
  'entries right': ['12/2', '12/2, entries right', ...look('Each cable has its own opening or clamp')],
  'setback right': ['12/2', '12/2, setback right', ...look('The front is near enough to the surface')],
  'gap right': ['12/2', '12/2, gap right', ...look('No wide gap round the box')],
  'edge right': ['12/2', '12/2, edge right', ...look('Cables are far enough from the face of the studs')],
  'hangs light': ['pan, 12/2', 'pan, 12/2, hangs light', ...look('Neither a fan nor over 50 lb hangs here')],
  'sheath 1/4 in': ['12/2', '12/2, sheath 1/4 in', ...fact('Sheath inside the box, in > 1/4')],
  'support 8 in': ['12/2', '12/2, support 8 in', ...fact('Nearest support, in > 8')],
  'deep 2.5 in': ['12/2', '12/2, deep 2.5 in', ...fact('Inside depth of the box, in > 2 1/2')],
  'setback 3/8 in': ['12/2', '12/2, setback 3/8 in', ...fact('Front behind the surface, in > 3/8')],
  'gap 1/8 in': ['12/2', '12/2, gap 1/8 in', ...fact('Gap round the box, in > 1/8')],
  'edge 1 1/4 in': ['12/2', '12/2, edge 1 1/4 in', ...fact('Hole to the stud’s face, in > 1 1/4')],
  'cavity 3.5 in': ['12/2', '12/2, cavity 3.5 in', ...fact('Depth of the wall cavity, in > 3 1/2')],
  'behind 1/2 in': ['12/2', '12/2, behind 1/2 in', ...fact('What is behind the box, in > 1/2')],
  'finish combustible': ['12/2', '12/2, finish combustible', ...fact('burns')],
  'finish noncombustible': ['12/2', '12/2, finish noncombustible', ...fact('does not')],
  'hangs fan': ['12/2', '12/2, hangs fan', ...fact('Hangs on it > a fan')],
  'hangs heavy': ['12/2', '12/2, hangs heavy', ...fact('Hangs on it > over 50 lb')],
  'rated fan': ['12/2', '12/2, rated fan', ...fact('Box is rated for > a fan')],
  'rated heavy': ['12/2', '12/2, rated heavy', ...fact('Box is rated for > over 50 lb')],
  'entries 4': ['12/2', '12/2, entries 4', ...fact('Entries for cables > 4')],
  plate: ['12/2', '12/2, plate', ...fact('Steel plate over it > Yes')],
  bored: ['12/2', '12/2, bored', ...fact('A plate was bored > Yes')],
  exposed: ['12/2', '12/2, exposed', ...fact('Cable lies open > Yes')],
  'protected gfci': [
    '12/2',
    '12/2, protected gfci',
    ...fact('Protected at the breaker or upstream by > GFCI'),
  ],
  'serves dishwasher': [
    '12/2, duplex',
    '12/2, duplex, serves dishwasher',
    ...fact('Receptacle serves > a dishwasher'),
  ],
  'damage likely': [
    '12/2 mc, exposed',
    '12/2 mc, exposed, damage likely',
    ...fact('Something can hit the cable > Yes'),
  ],
  'damage unlikely': [
    '12/2 mc, exposed',
    '12/2 mc, exposed, damage unlikely',
    ...fact('Something can hit the cable > No'),
  ],
  'water near': ['12/2', '12/2, water near', ...fact('Sink, tub or shower within 1.5 m > Yes')],
  'water far': ['12/2', '12/2, water far', ...fact('Sink, tub or shower within 1.5 m > No')],
  'grade near': ['12/2', '12/2, grade near', ...fact('Within 2.5 m of grade > Yes')],
  'grade far': ['12/2', '12/2, grade far', ...fact('Within 2.5 m of grade > No')],
  'weighs 50 lb': ['12/2, hangs fan', '12/2, hangs fan, weighs 50 lb', ...fact('Weighs, lb > 50')],
  'holds 70 lb': [
    '12/2, hangs fan',
    '12/2, hangs fan, holds 70 lb',
    ...fact('Weight marked in the box, lb > 70'),
  ],
  'fastened right': ['12/2', '12/2, fastened right', ...look('The box is fastened as it is made for')],
  'fastened wrong': ['12/2', '12/2, fastened wrong', 'look', 'Not so: the box is fastened as it is made for'],
  secured: ['12/2', '12/2, secured', ...fact('Cables held by connectors of their own > Yes')],
  apart: ['12/2', '12/2, apart', ...fact('What hangs is held apart from the box > Yes')],
  finished: ['12/2', '12/2, finished', ...fact('Finished wall > Yes')],
  'duplex 20a': [
    '12/2, duplex',
    '12/2, duplex 20a',
    'device',
    opened('duplex receptacle'),
    'Rating of a receptacle, A > 20',
  ],
};

/** The examples of the two tables of the grammar, from the page people read. */
function examples(): string[] {
  const page = readFileSync(join(__dirname, '../../../../docs/count-line.md'), 'utf8');
  const rows = page
    .split('\n')
    .filter((line) => line.startsWith('| ') && !/^\| -|^\| (item|fact) /.test(line));
  return rows.flatMap((row) => {
    const [, name = '', shown = '', meaning = ''] = row.split(/(?<!\\)\|/);
    // Words that stand in the meaning only: roles, entries, makes, sides.
    const text = /role|cable|barrier/.test(name) ? `${shown} ${meaning}` : shown;
    return [...text.matchAll(/`([^`]+)`/g)].map(([, code = '']) => code);
  });
}

/** Not things to put in a box: how a label's quote is written. */
const NOT_ITEMS = ['\\"'];

test('every example of the grammar has its touches here', () => {
  const said = examples();
  expect(said.length).toBeGreaterThan(100);
  expect(said.filter((one) => !(one in TOUCHES) && !NOT_ITEMS.includes(one))).toEqual([]);
});

test.each(Object.entries(TOUCHES))('%s', (_example, [before, line, ...touches]) => {
  render(<Bench line={before} />);
  for (const one of touches) touch(one);
  expect(printCountLine(now)).toBe(printCountLine(boxOf(line)));
});

test('no item takes more than eighteen touches, most take at most three', () => {
  const counts = Object.values(TOUCHES).map(([, , ...touches]) => touches.length - 1);
  expect(Math.max(...counts)).toBeLessThanOrEqual(18);
  expect(counts.filter((count) => count <= 3).length / counts.length).toBeGreaterThan(0.85);
});
