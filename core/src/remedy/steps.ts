/** The single remedies a box offers (handbook 9), each with what it costs and what stays true. */
import type { BoxDocument, Item, ItemOf } from '../box/document.ts';
import { addCount, addItem, changeItems, changeShell, removeItem, removeItems } from '../box/edit.ts';
import type { NewId } from '../box/piece-id.ts';
import { gathered } from '../box/rows.ts';
import { roleOf } from '../box/work.ts';
import { DEVICES } from '../box/words.ts';
import { type Edition, shapeOf } from '../edition/index.ts';
import { printLength } from '../quantity/length.ts';
import { showVolume } from '../quantity/volume.ts';
import { type AddPart, addedParts, type BoxPart, catalogueOf, volumeWritten } from './catalogue.ts';
import type { Step } from './remedy.ts';

/** What the search may use beside the box itself. */
export interface Means {
  readonly edition: Edition;
  /** Boxes the person has or can get; without it, the catalogue. */
  readonly boxes?: readonly BoxPart[];
  /** Rings, extensions and starters the person has or can get; without it, the catalogue. */
  readonly added?: readonly AddPart[];
  /** Depth of the wall cavity less what stands behind the box, in nm; undefined where it is not known. */
  readonly room?: number;
}

const isCable = (item: Item): item is ItemOf<'cable'> => item.kind === 'cable';

/** Whether a box can take the place of the one there. */
export function canReplace(box: BoxDocument, part: BoxPart, room: number | undefined): boolean {
  const { gangs, form, mount } = box.shell;
  if (part.gangs < gangs) return false;
  // A box for masonry or for the surface takes the place of its own kind only.
  if ((part.form === 'masonry' || part.form === 'surface') && part.form !== form) return false;
  if (room !== undefined && part.depth > room) return false;
  if (mount !== undefined && !part.mounts.includes(mount)) {
    // New work takes any; in a finished wall only an old-work box can be cut in.
    if (mount === 'old-work') return false;
  }
  const ceiling = form === 'round' || form === 'pan';
  if (ceiling !== part.places.includes('ceiling') && ceiling) return false;
  if (!ceiling && !part.places.includes('wall')) return false;
  const { hangs } = box.site ?? {};
  return hangs === undefined || part.rated === hangs || part.rated === 'fan';
}

/** The box with another shell; its rings and extensions stay only where they fit. */
export function replaceBox(box: BoxDocument, part: BoxPart, newId: NewId): BoxDocument {
  const shell = changeShell(box, {
    volume: part.code === undefined ? volumeWritten(part.volume) : undefined,
    box: part.code,
    measured: undefined,
    marks: undefined,
    conduitBody: undefined,
    material: part.material,
    form: part.form,
    gangs: part.form === 'device-box' ? part.gangs : box.shell.gangs,
  });
  // Clamps belong to the box: those of the old one go with it.
  const items = shell.items.filter((item) => item.kind !== 'added' && item.kind !== 'clamps');
  // So does what was measured of it: its depth, how it sits, its entries and its rating.
  const {
    depth: _depth,
    setback: _setback,
    gap: _gap,
    entries: _entries,
    rated: _rated,
    ...kept
  } = shell.site ?? {};
  const site = {
    ...kept,
    ...(part.code === undefined ? { depth: printLength(part.depth) } : {}),
    ...(part.rated === undefined ? {} : { rated: part.rated }),
  };
  const { site: _site, ...rest } = shell;
  const fresh: BoxDocument = { ...rest, ...(Object.keys(site).length === 0 ? {} : { site }), items };
  return part.clamps ? addItem(fresh, { kind: 'clamps', count: 1, hold: 'grip' }, newId).box : fresh;
}

function boxSteps(box: BoxDocument, { edition, boxes, room }: Means): Step[] {
  const finished = box.shell.mount === 'old-work' || box.site?.finished === true;
  return (boxes ?? catalogueOf(edition))
    .filter((part) => canReplace(box, part, room))
    .map((part): Step => {
      const more = part.form === 'device-box' ? part.gangs - box.shell.gangs : 0;
      const wider = more > 0;
      // Another shape wants a ring and a larger hole; another mounting is fiddled in.
      const reshaped = (box.shell.form ?? part.form) !== part.form;
      const remounted = box.shell.mount !== undefined && !part.mounts.includes(box.shell.mount);
      return {
        id: `box:${part.id}`,
        family: 'box',
        words: `Replace the box: ${part.name}, ${showVolume(part.volume, edition.unit)} ${edition.unit === 'in3' ? 'in³' : 'mL'}${part.typical ? ' (typical: read the stamp)' : ''}${wider ? ', with a wider plate' : ''}.`,
        cost: {
          parts: 0.5 + part.gangs * 0.5 + more + (reshaped ? 1 : 0),
          minutes: (finished ? 35 : 20) + 5 * more + (reshaped ? 10 : 0) + (remounted ? 4 : 0),
          damage: finished ? (wider || reshaped ? 2 : 1) : 0,
        },
        apply: (now, newId) => replaceBox(now, part, newId),
      };
    });
}

function volumeSteps(box: BoxDocument, { edition, added }: Means): Step[] {
  const { form } = box.shell;
  return (added ?? addedParts(edition))
    .filter(({ volume }) => volume > 0)
    .filter((part) => form === undefined || part.on.includes(form))
    .filter(
      (part) =>
        form !== undefined ||
        (shapeOf(edition, box.shell.box) === 'square'
          ? part.on.includes('square')
          : shapeOf(edition, box.shell.box) === 'octagon'
            ? part.on.includes('round')
            : part.id === 'starter-8'),
    )
    .map((part): Step => ({
      id: `add:${part.id}`,
      family: 'volume',
      words: `Add a ${part.name}${part.code === undefined ? ' (typical: read its mark)' : ''}, ${showVolume(part.volume, edition.unit)} ${edition.unit === 'in3' ? 'in³' : 'mL'}${part.surface ? '; it stands on the surface' : ''}.`,
      // On a box in a wall, what stands on the surface is seen for good.
      cost:
        part.code === undefined && part.surface
          ? { parts: 2, minutes: 25, damage: 2 }
          : { parts: 1, minutes: 10, damage: 0 },
      apply: (now, newId) =>
        addItem(
          now,
          {
            kind: 'added',
            count: 1,
            part: part.part,
            ...(part.code === undefined ? { volume: volumeWritten(part.volume) } : { box: part.code }),
          },
          newId,
        ).box,
    }));
}

function hardwareSteps(box: BoxDocument): Step[] {
  const clamps = box.items.filter((item) => item.kind === 'clamps');
  if (clamps.length === 0 || box.shell.material === 'plastic') return [];
  const cables = box.items.filter(isCable).length;
  return [
    {
      id: 'clamps:outside',
      family: 'clamps',
      words: 'Take the internal clamps out and fit connectors whose clamps are outside the box.',
      cost: { parts: 0.5 * Math.max(1, cables), minutes: 8 * Math.max(1, cables), damage: 0 },
      apply: (now) =>
        removeItems(
          now,
          clamps.map(({ id }) => id),
        ),
    },
  ];
}

function throughSteps(box: BoxDocument): Step[] {
  return box.items
    .filter((item): item is ItemOf<'conductors'> => item.kind === 'conductors' && item.run === 'enters')
    .filter(({ count }) => count >= 2)
    .map((item): Step => ({
      id: `through:${item.id}`,
      family: 'through',
      words: `Leave a ${item.size} AWG conductor of the raceway unbroken where it only goes on: two become one.`,
      cost: { parts: 0, minutes: 15, damage: 0 },
      apply: (now, newId) =>
        addItem(
          addCount(now, item.id, -2, newId),
          { kind: 'conductors', count: 1, size: item.size, run: 'through' },
          newId,
        ).box,
    }));
}

/** Devices that are made two on one yoke. */
const PAIRED: readonly string[] = ['switch', 'duplex', 'single', '3way'];

function yokeSteps(box: BoxDocument): Step[] {
  const singles = box.items.filter(
    (item): item is ItemOf<'device'> => item.kind === 'device' && PAIRED.includes(item.device),
  );
  const [first, second] = singles;
  if (!first || !second) return [];
  const size =
    first.size !== undefined && second.size !== undefined ? Math.min(first.size, second.size) : undefined;
  return [
    {
      id: 'yoke:combo',
      family: 'yoke',
      words: `One yoke with two devices in place of the ${DEVICES[first.device]} and the ${DEVICES[second.device]}: both loads still work.`,
      cost: { parts: 2, minutes: 15, damage: 0 },
      apply: (now, newId) =>
        addItem(
          removeItems(now, [first.id, second.id]),
          {
            kind: 'device',
            device: 'combo',
            wide: 1,
            ...(size === undefined ? {} : { size: size as ItemOf<'device'>['size'] & number }),
          },
          newId,
        ).box,
    },
  ];
}

function cableSteps(box: BoxDocument): Step[] {
  const cables = box.items.filter(isCable);
  const dead = gathered(cables)
    .filter(({ item }) => roleOf(item.duty) === 'spare')
    .map(({ item, items }): Step => ({
      id: `dead:${item.id}`,
      family: 'dead-cable',
      words: `Take the dead ${item.size}/${item.conductors} out of the box, once it is proved to serve nothing.`,
      cost: { parts: 0, minutes: 12, damage: 0 },
      apply: (now) =>
        removeItems(
          now,
          items.map(({ id }) => id),
        ),
    }));
  const moved = gathered(cables)
    .filter(({ item }) => [undefined, 'out'].includes(roleOf(item.duty)))
    .filter(() => cables.length > 1)
    .map(({ item, items }): Step => ({
      id: `move:${item.id}`,
      family: 'move-cable',
      words: `Feed what one ${item.size}/${item.conductors}${item.label === undefined ? '' : ` (${item.label})`} serves from another box, or put a junction box before this one.`,
      cost: { parts: 3, minutes: 60, damage: 2 },
      // The last of them: what is set up for the others stays as it is.
      apply: (now) => removeItem(now, items.at(-1)?.id ?? item.id),
    }));
  return [...dead, ...moved];
}

/** 14 in place of 12 only where the breaker is 15 A; elsewhere it is not offered. */
function wireSteps(box: BoxDocument): Step[] {
  if (box.site?.breaker !== 15) return [];
  const twelve = box.items.filter((item) => isCable(item) && item.size === 12);
  if (twelve.length === 0) return [];
  return [
    {
      id: 'wire:14',
      family: 'smaller-wire',
      words: 'The breaker is 15 A: 14 AWG in place of the 12 AWG that is still to be run.',
      cost: { parts: 2, minutes: 45, damage: 1 },
      apply: (now) =>
        changeItems(
          now,
          twelve.map(({ id }) => id),
          { size: 14 },
        ),
    },
  ];
}

/** Everything one could do to a box, alone. */
export function stepsFor(box: BoxDocument, means: Means): Step[] {
  return [
    ...hardwareSteps(box),
    ...throughSteps(box),
    ...yokeSteps(box),
    ...volumeSteps(box, means),
    ...boxSteps(box, means),
    ...cableSteps(box),
    ...wireSteps(box),
  ];
}
