/** The facts of the count that a box can leave open. One function a fact; each gives the fact, or nothing where it cannot arise. */
import type { BoxDocument, ItemOf } from '../box/document.ts';
import { volumeIn } from '../box/stored-quantities.ts';
import { deviceDepth } from '../box/depth.ts';
import { changeItems, changeShell, markAbsent, type NewItem } from '../box/edit.ts';
import { TYPICAL_BOXES, volumeWritten } from '../catalog/catalog.ts';
import { type DeviceName, kindOf } from '../device/index.ts';
import { type Edition, shapeOf } from '../edition/index.ts';
import { fixtureGroundLeftOut } from '../fill/fixture-wires.ts';
import { sidesAreTold } from '../fill/spaces.ts';
import { inches, type Length, printLength, showInches } from '../quantity/length.ts';
import type { Answer, Fact } from './fact.ts';

/** Tells whether a fact is open in a box. */
type Look = (box: BoxDocument, edition: Edition) => readonly Fact[];

/** The box with some items more. */
const withItems =
  (...items: readonly NewItem[]): Answer['record'] =>
  (box, newId) => ({
    ...box,
    items: [...box.items, ...items.map((item) => ({ ...item, id: newId() }) as BoxDocument['items'][number])],
  });

const NO_CLAMPS: Answer = {
  say: 'no clamps',
  words: 'No clamps inside',
  condition: 'no clamps are inside',
  record: (now) => markAbsent(now, 'clamps'),
};
const GRIP = { kind: 'clamps', count: 1, hold: 'grip' } as const;
const CLAMPS: Answer = {
  say: 'clamps',
  words: 'Clamps inside',
  condition: 'clamps are inside',
  record: withItems(GRIP),
};

/**
 * Internal clamps (NEC 314.16(B)(2)). The CEC deducts nothing for them. A recorded push-in flap tells how the box holds its
 * cables; a conduit body has no clamps.
 */
const clamps: Look = (box, edition) => {
  if (edition.clamps.value === 'none' || box.shell.conduitBody || box.absent?.includes('clamps')) return [];
  if (box.items.some(({ kind }) => kind === 'clamps')) return [];
  const divided = box.items.some(({ kind }) => kind === 'barrier') && sidesAreTold(box);
  const inB: Answer[] = divided
    ? [
        {
          say: 'clamps side b',
          words: 'Clamps in space b',
          condition: 'clamps are in space b',
          record: withItems({ ...GRIP, side: 'b' }),
        },
        {
          say: 'clamps, clamps side b',
          words: 'Clamps in both spaces',
          condition: 'clamps are in both spaces',
          record: withItems(GRIP, { ...GRIP, side: 'b' }),
        },
      ]
    : [];
  return [
    {
      name: 'clamps',
      question: `Are there clamps inside the box that grip the cables?${box.shell.material === 'plastic' ? ' Push-in flaps do not.' : ''}`,
      answers: [NO_CLAMPS, CLAMPS, ...inB],
      startsLeast: true,
    },
  ];
};

/** Whether a luminaire hangs from this box, or may: a stud or a hickey is looked for there and nowhere else. */
export function isCeilingBox({ shell, items, site }: BoxDocument, edition: Edition): boolean {
  if (items.some(({ kind }) => kind === 'fixture') || site?.hangs !== undefined) return true;
  if (items.some((item) => item.kind === 'device')) return false;
  return shell.form === 'pan' || shell.form === 'round' || shapeOf(edition, shell.box) === 'octagon';
}

/** Luminaire stud and hickey (NEC 314.16(B)(3), each kind once; CEC 12-3034, once in all). Whoever named one looked at both. */
const fitting: Look = (box, edition) => {
  const known =
    box.items.some(({ kind }) => kind === 'fitting') ||
    box.absent?.includes('stud') ||
    !isCeilingBox(box, edition);
  if (known) return [];
  const stud = { kind: 'fitting', count: 1, fitting: 'stud' } as const;
  const none: Answer = {
    say: 'no stud',
    words: 'Neither',
    condition: 'no stud is inside',
    record: (now) => markAbsent(now, 'stud'),
  };
  const one: Answer = {
    say: 'stud',
    words: 'A stud',
    condition: 'a stud is inside',
    record: withItems(stud),
  };
  const onlyOnce = edition.rules.includes('fittings-together') || box.absent?.includes('hickey');
  const both: Answer[] = onlyOnce
    ? []
    : [
        {
          say: 'stud, hickey',
          words: 'Both',
          condition: 'a stud and a hickey are inside',
          record: withItems(stud, { kind: 'fitting', count: 1, fitting: 'hickey' }),
        },
      ];
  return [
    {
      name: 'fitting',
      question: 'Is there a luminaire stud or a hickey in the box?',
      answers: [none, one, ...both],
      startsLeast: true,
    },
  ];
};

const isOpenCanopy = (item: BoxDocument['items'][number]): item is ItemOf<'fixture'> =>
  item.kind === 'fixture' && !item.domed && item.flat === undefined;

/** Dome of a canopy (NEC 314.16(B)(1) Exception): a domed one takes its wires and ground out of the count. */
const canopy: Look = (box, edition) => {
  const { domedOnly, largest } = edition.fixtureWires.value;
  const about = domedOnly ? box.items.filter(isOpenCanopy) : [];
  const mayBeLeftOut = about.some(
    (item) => item.size >= largest || fixtureGroundLeftOut({ ...item, domed: true }, edition),
  );
  if (!mayBeLeftOut) return [];
  const ids = about.map(({ id }) => id);
  const isDomed: Answer = {
    say: 'domed',
    words: 'Domed',
    condition: 'the canopy is domed',
    record: (now) => changeItems(now, ids, { domed: true }),
  };
  const isFlat: Answer = {
    say: 'flat',
    words: 'Flat',
    condition: 'the canopy is flat',
    record: (now) => changeItems(now, ids, { flat: true }),
  };
  return [
    {
      name: 'canopy',
      question: 'Is the canopy of the luminaire domed?',
      answers: [isDomed, isFlat],
      startsLeast: false,
    },
  ];
};

/** Wires of a fan or luminaire that hangs on the box and of which nothing is recorded. Their number: common practice, no source. */
const luminaire: Look = (box, edition) => {
  const hangs = box.site?.hangs;
  if (hangs === undefined || box.items.some(({ kind }) => kind === 'fixture')) return [];
  const count = hangs === 'fan' ? 3 : 2;
  const wires = { kind: 'fixture', count, size: 18 } as const;
  const leavesOut = edition.fixtureWires.value.domedOnly;
  const domed: Answer = {
    say: `fixture ${count}x18 domed`,
    words: `${count} wires, domed canopy`,
    condition: 'the canopy is domed',
    record: withItems({ ...wires, domed: true }),
  };
  const flat: Answer = {
    say: `fixture ${count}x18 flat`,
    words: `${count} wires, flat canopy`,
    condition: 'the canopy is flat',
    record: withItems({ ...wires, domed: false, flat: true }),
  };
  return [
    {
      name: 'luminaire',
      question: `Which wires does the ${hangs === 'fan' ? 'fan' : 'luminaire'} bring into the box?`,
      answers: leavesOut ? [domed, flat] : [domed],
      startsLeast: true,
    },
  ];
};

/** Grounds of old cables that nobody looked at. They count as there; the CEC counts no bare one. */
const oldCable: Look = (box, edition) => {
  const ids = box.items.flatMap((item) =>
    item.kind === 'cable' && item.old && item.ground ? [item.id] : [],
  );
  if (ids.length === 0 || edition.grounds.value === 'none') return [];
  const no: Answer = {
    say: 'old-cable no-ground',
    words: 'No ground in them',
    condition: 'the old cables have no ground',
    record: (now) => changeItems(now, ids, { ground: false, old: undefined }),
  };
  const yes: Answer = {
    say: 'old-cable grounded',
    words: 'They have grounds',
    condition: 'the old cables have grounds',
    record: (now) => changeItems(now, ids, { old: undefined }),
  };
  return [
    {
      name: 'old-cable',
      question: 'Do the old cables have grounds?',
      answers: [no, yes],
      startsLeast: false,
    },
  ];
};

/** The devices of a box for which something holds, by their kind. */
function byKind(
  box: BoxDocument,
  holds: (item: ItemOf<'device'>) => boolean,
): [DeviceName, ItemOf<'device'>[]][] {
  const found = new Map<DeviceName, ItemOf<'device'>[]>();
  for (const item of box.items) {
    if (item.kind !== 'device' || !holds(item)) continue;
    found.set(item.device, [...(found.get(item.device) ?? []), item]);
  }
  return [...found];
}

/** Width of a range or dryer receptacle that nobody measured (NEC 314.16(B)(4)): twice for each gang. */
const width: Look = (box, edition) =>
  edition.yokePerGang
    ? byKind(box, (item) => item.wideAssumed === true).map(([device, items]): Fact => {
        const { words, gangs } = kindOf(device);
        const ids = items.map(({ id }) => id);
        const wide = (many: number): Answer => ({
          say: `width ${device} ${many}`,
          words: many === 1 ? 'One gang' : `${many} gangs`,
          condition: `the ${words} is ${many === 1 ? 'one gang' : `${many} gangs`} wide`,
          record: (now) => changeItems(now, ids, { wide: many, wideAssumed: undefined }),
        });
        return {
          name: `width-${device}`,
          question: `How many gangs wide is the ${words}?`,
          answers: [wide(1), wide(gangs)],
          startsLeast: false,
        };
      })
    : [];

/** Kinds whose depth is asked one by one; those beyond count as typical. */
const DEPTHS_MOST = 4;
/** The deepest body usual of a kind that is deeper than 1 in. Common practice, no source. */
const DEEPEST = inches(1.5);

/** Depth of devices behind their straps where it takes room (CEC 12-3034) and nobody measured it. */
const depth: Look = (box, edition) => {
  const deep = edition.deepDevice?.value;
  if (!deep) return [];
  const unmeasured = byKind(
    box,
    (item) => item.depth === undefined && !kindOf(item.device).cover && deviceDepth(item) > deep.beyond,
  );
  return unmeasured.slice(0, DEPTHS_MOST).map(([device, items]): Fact => {
    const { words, depth: typical } = kindOf(device);
    const ids = items.map(({ id }) => id);
    const as = (length: Length): Answer => {
      const shallow = length === deep.beyond;
      const said = `${showInches(length)} in${shallow ? ' or less' : ''}`;
      return {
        say: `depth ${device} ${printLength(length)}`,
        words: said,
        condition: `the ${words} is ${said} deep`,
        record: (now) => changeItems(now, ids, { depth: printLength(length) }),
      };
    };
    const lengths = [...new Set([deep.beyond, typical, DEEPEST])].sort((a, b) => a - b);
    const [first, ...more] = lengths.map(as);
    if (!first) throw new RangeError('a device has a depth');
    return {
      name: `depth-${device}`,
      question: `How deep is the ${words} behind its strap?`,
      answers: [first, ...more],
      startsLeast: false,
    };
  });
};

/** Insulated connectors, which the CEC counts by the pair, where none are recorded. Two conductors go under one at least. */
const connectors: Look = (box, edition) => {
  const known = box.items.some(({ kind }) => kind === 'connectors') || box.absent?.includes('connectors');
  if (known || edition.connectors.value === 'none') return [];
  const ends = box.items.reduce((sum, item) => {
    if (item.kind === 'cable') return sum + item.conductors;
    return item.kind === 'conductors' && item.run === 'enters' ? sum + item.count : sum;
  }, 0);
  const most = Math.min(99, Math.floor(ends / 2));
  if (most < 2) return [];
  const none: Answer = {
    say: 'no connectors',
    words: 'No connectors',
    condition: 'there are no insulated connectors',
    record: (now) => markAbsent(now, 'connectors'),
  };
  const some = (count: number): Answer => ({
    say: `connectors ${count}`,
    words: `${count} connectors`,
    condition: `there are ${count} insulated connectors`,
    record: withItems({ kind: 'connectors', count }),
  });
  return [
    {
      name: 'connectors',
      question: 'How many insulated connectors are in the box?',
      answers: [none, some(most)],
      startsLeast: true,
    },
  ];
};

/** The answer that a volume is stamped in the box. @param written as the document keeps it, `34 in3` */
export const volumeAnswer = (written: string): Answer => {
  const said = written.replace('in3', 'in³').replace('ml', 'mL');
  return {
    say: `stamp ${written}`,
    words: said,
    condition: `${said} is stamped inside`,
    record: (now) => changeShell(now, { volume: written, catalog: undefined, measured: undefined }),
  };
};

/** A volume of a catalog that nobody read from the stamp: boxes of its kind come in several. */
const stamp: Look = ({ shell }) => {
  if (!shell.catalog || shell.volume === undefined) return [];
  const own = { volume: volumeIn(shell.volume), written: shell.volume };
  const alike = TYPICAL_BOXES.filter(
    ({ gangs, material, mounts, form }) =>
      gangs === shell.gangs &&
      (shell.material === undefined || material === shell.material) &&
      (shell.form === undefined || form === shell.form) &&
      (shell.mount === undefined || mounts.includes(shell.mount)),
  );
  const volumes = [own, ...alike.map(({ volume }) => ({ volume, written: volumeWritten(volume) }))].sort(
    (a, b) => b.volume - a.volume,
  );
  const [largest = own] = volumes;
  const smallest = volumes.at(-1) ?? own;
  const [first, ...more] = [...new Set([largest.written, own.written, smallest.written])].map(volumeAnswer);
  if (!first) return [];
  return [
    {
      name: 'stamp',
      question: 'Which volume is stamped in the box?',
      answers: [first, ...more],
      startsLeast: false,
    },
  ];
};

/**
 * Which looks a box calls for, found in one walk through its items: a count asks this for every box. What is looked for in every box, or
 * in every box of a code, is not left out here.
 */
function looksFor(box: BoxDocument, edition: Edition): readonly Look[] {
  let luminaireHere = box.site?.hangs !== undefined;
  let old = false;
  let wide = false;
  let devices = false;
  for (const item of box.items) {
    if (item.kind === 'device') {
      devices = true;
      wide ||= item.wideAssumed === true;
    } else if (item.kind === 'cable') old ||= item.old === true;
    else if (item.kind === 'fixture') luminaireHere = true;
  }
  const looks: Look[] = [];
  if (box.shell.catalog) looks.push(stamp);
  looks.push(clamps);
  if (luminaireHere || !devices) looks.push(fitting);
  if (luminaireHere) looks.push(canopy, luminaire);
  if (old) looks.push(oldCable);
  if (wide) looks.push(width);
  if (devices && edition.deepDevice) looks.push(depth);
  if (edition.connectors.value !== 'none') looks.push(connectors);
  return looks;
}

/** Every fact of the count that a box leaves open by an edition, whether it could change the verdict or not. */
export const openFacts = (box: BoxDocument, edition: Edition): Fact[] =>
  looksFor(box, edition).flatMap((look) => look(box, edition));
