/** The single remedies a box offers (docs/trade.md#remedies), each with what it costs and what stays true. */
import { kindOf } from '../device/index.ts';
import type { BoxDocument, Item, ItemOf } from '../box/document.ts';
import { lengthIn } from '../box/stored-quantities.ts';
import { addCount, addItem, changeItems, markAbsent, removeItem, removeItems } from '../box/edit.ts';
import { gathered } from '../box/rows.ts';
import { roleOf } from '../box/work.ts';
import { DEVICES } from '../box/words.ts';
import { type Edition, shapeOf } from '../edition/index.ts';
import { type Length, printLength } from '../quantity/length.ts';
import { showVolume } from '../quantity/volume.ts';
import { boxSteps } from './box-steps.ts';
import { type AddPart, addedParts, type BoxPart, volumeWritten } from '../catalog/catalog.ts';
import type { Step } from './remedy.ts';
import { inFinishedWall } from './wall.ts';

/** What the search may use beside the box itself. */
export interface Means {
  readonly edition: Edition;
  /** Boxes the person has or can get; without it, the catalogue. */
  readonly boxes?: readonly BoxPart[];
  /** Rings, extensions and starters the person has or can get; without it, the catalogue. */
  readonly added?: readonly AddPart[];
  /** Depth of the wall cavity less what stands behind the box, in nm; undefined where it is not known. */
  readonly room?: number;
  /** What was found in the wall: its cables stay as they are. Without it, what is still to be run is not known. */
  readonly found?: BoxDocument;
  /** Boxes with more gangs than one beyond the need: looked at only where nothing else helps. */
  readonly anyWidth?: boolean;
}

const isCable = (item: Item): item is ItemOf<'cable'> => item.kind === 'cable';

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
      kind: 'volume',
      words: `Add a ${part.name}${part.code === undefined ? ' (typical: read its mark)' : ''}, ${showVolume(part.volume, edition.unit)} ${edition.unit === 'in3' ? 'in³' : 'mL'}${part.surface ? '; it stands on the surface' : ''}.`,
      // On a box in a wall, what stands on the surface is seen for good.
      cost:
        part.code === undefined && part.surface
          ? { parts: 2, minutes: 25, damage: box.shell.form === 'surface' ? 0 : 2 }
          : { parts: 1, minutes: 10, damage: part.surface && inFinishedWall(box) ? 2 : 0 },
      apply: (now, newId) => {
        const { box: next } = addItem(
          now,
          {
            kind: 'added',
            count: 1,
            part: part.part,
            ...(part.code === undefined ? { volume: volumeWritten(part.volume) } : { box: part.code }),
          },
          newId,
        );
        // A recorded depth is that of the box with its rings and extensions.
        const was = next.site?.depth;
        const depth = was === undefined ? undefined : printLength((lengthIn(was) + part.depth) as Length);
        return depth === undefined ? next : { ...next, site: { ...next.site, depth } };
      },
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
      kind: 'clamps',
      words: 'Take the internal clamps out and fit connectors whose clamps are outside the box.',
      cost: { parts: 0.5 * Math.max(1, cables), minutes: 8 * Math.max(1, cables), damage: 0 },
      apply: (now) =>
        markAbsent(
          removeItems(
            now,
            clamps.map(({ id }) => id),
          ),
          'clamps',
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
      kind: 'through',
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

function yokeSteps(box: BoxDocument): Step[] {
  const singles = box.items.filter(
    (item): item is ItemOf<'device'> => item.kind === 'device' && kindOf(item.device).pairs,
  );
  const [first, second] = singles;
  if (!first || !second) return [];
  const size =
    first.size !== undefined && second.size !== undefined ? Math.min(first.size, second.size) : undefined;
  return [
    {
      id: 'yoke:combo',
      family: 'yoke',
      kind: 'yoke',
      words: `One yoke with two devices in place of ${first.device === second.device ? `two yokes, each a ${DEVICES[first.device]}` : `the ${DEVICES[first.device]} and the ${DEVICES[second.device]}`}: both loads still work.`,
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

function cableSteps(box: BoxDocument, found: BoxDocument | undefined): Step[] {
  const cables = box.items.filter(isCable);
  const dead = gathered(cables)
    .filter(({ item }) => roleOf(item.duty) === 'spare')
    .map(({ item, items }): Step => ({
      id: `dead:${item.id}`,
      family: 'dead-cable',
      kind: 'dead-cable',
      words: `Take the dead ${item.size}/${item.conductors} out of the box, once it is proved to serve nothing.`,
      cost: { parts: 0, minutes: 12, damage: 0 },
      apply: (now) =>
        removeItems(
          now,
          items.map(({ id }) => id),
        ),
    }));
  const stays = new Set(found?.items.map(({ id }) => id));
  const served = gathered(cables)
    .filter(({ item }) => [undefined, 'out'].includes(roleOf(item.duty)))
    .filter(() => cables.length > 1)
    // The last of them: what is set up for the others stays as it is.
    .map(({ item, items }) => ({ one: items.at(-1) ?? item, name: nameOf(item) }));
  const out = served
    .filter(({ one }) => !stays.has(one.id))
    .map(({ one, name }): Step => ({
      id: `move:${one.id}`,
      family: 'move-cable',
      kind: 'move-cable',
      words: `Feed what one ${name} serves from another box${found === undefined ? ', if that cable is still to be run' : ''}.`,
      cost: { parts: 1, minutes: 45, damage: 1 },
      apply: (now) => removeItem(now, one.id),
    }));
  const joined = served.map(({ one, name }): Step => ({
    id: `junction:${one.id}`,
    family: 'move-cable',
    kind: 'junction',
    words: `Put a junction box before this one that takes one ${name}; it must stay accessible.`,
    cost: { parts: 3, minutes: 60, damage: 2 },
    apply: (now) => removeItem(now, one.id),
  }));
  return [...dead, ...out, ...joined];
}

const nameOf = ({ size, conductors, label }: ItemOf<'cable'>) =>
  `${size}/${conductors}${label === undefined ? '' : ` (${label})`}`;

/** Cable still to be run may be 14 AWG where the breaker is 15 A; what is in the wall stays. */
function wireSteps(box: BoxDocument, found: BoxDocument | undefined): Step[] {
  if (box.site?.breaker !== 15 || found === undefined) return [];
  const stays = new Set(found.items.map(({ id }) => id));
  const twelve = box.items.filter((item) => isCable(item) && item.size === 12 && !stays.has(item.id));
  if (twelve.length === 0) return [];
  return [
    {
      id: 'wire:14',
      family: 'smaller-wire',
      kind: 'smaller-wire',
      words: 'The breaker is 15 A: run the new cable in 14 AWG, not 12.',
      cost: { parts: 0, minutes: 0, damage: 0 },
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
    ...cableSteps(box, means.found),
    ...wireSteps(box, means.found),
  ];
}
