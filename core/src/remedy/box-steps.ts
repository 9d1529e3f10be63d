/** Another box in place of the one there: which can take its place, what that costs, what becomes of the box. */
import type { Looked } from '../box/site.ts';
import type { BoxDocument } from '../box/document.ts';
import { addItem, changeShell, changeSite, forgetAbsent, markAbsent } from '../box/edit.ts';
import type { NewId } from '../box/piece-id.ts';
import type { Edition } from '../edition/index.ts';
import { printLength } from '../quantity/length.ts';
import { showVolume, UNIT_NAMES } from '../quantity/volume.ts';
import { type BoxPart, catalogueOf, volumeWritten } from '../catalog/catalog.ts';
import { addCosts, type Cost, type Replacement, type Step } from './remedy.ts';
import type { Means } from './steps.ts';
import { inFinishedWall } from './wall.ts';

const inCeiling = (form: BoxDocument['shell']['form']) => form === 'round' || form === 'pan';

/** Gangs that what is in a box needs. */
const gangsNeeded = (box: BoxDocument): number =>
  Math.max(
    1,
    box.items.reduce((sum, item) => sum + (item.kind === 'device' ? item.wide : 0), 0),
  );

/** Whether what enters a box wants a metal one: armour and raceways are bonded by it (NEC 314.3, from memory). */
const wantsMetal = (box: BoxDocument): boolean =>
  box.shell.material !== 'plastic' &&
  box.items.some(
    (item) =>
      (item.kind === 'cable' && (item.make === 'mc' || item.make === 'ac')) ||
      (item.kind === 'conductors' && box.shell.material === 'metal'),
  );

const holdsDevice = (box: BoxDocument) => box.items.some(({ kind }) => kind === 'device');

/** Whether a luminaire hangs on a box. */
const holdsLuminaire = (box: BoxDocument) =>
  box.site?.hangs !== undefined || box.items.some(({ kind }) => kind === 'fixture');

/** Why a box is not made to hold what is in another, whatever its volume; undefined where it is. */
export function notMadeFor(box: BoxDocument, part: BoxPart): string | undefined {
  if (holdsDevice(box) && part.gangs < gangsNeeded(box)) return 'of too few gangs';
  if (holdsLuminaire(box) && !part.places.includes('ceiling')) return 'not made for a luminaire';
  return undefined;
}

/** Whether a box can be fitted in the wall as the one there: it keeps the mounting, and a finished wall takes only what is cut in. */
function fitsWall(box: BoxDocument, part: BoxPart): boolean {
  const cast = part.form === 'masonry' || part.form === 'surface';
  if (cast) return true;
  if (inFinishedWall(box)) return part.mounts.includes('old-work');
  return box.shell.mount === undefined || part.mounts.includes(box.shell.mount);
}

/** Whether a box can take the place of the one there. */
export function canReplace(box: BoxDocument, part: BoxPart, room: number | undefined): boolean {
  const { gangs, form } = box.shell;
  if (part.gangs < gangs || notMadeFor(box, part) !== undefined) return false;
  // A box for masonry or for the surface takes the place of its own kind only.
  if ((part.form === 'masonry' || part.form === 'surface') && part.form !== form) return false;
  // In block or brick nothing can be nailed or clamped. Common practice, no source.
  if (form === 'masonry' && part.form !== form) return false;
  if (room !== undefined && part.depth > room) return false;
  if (!fitsWall(box, part)) return false;
  if (part.material === 'plastic' && wantsMetal(box)) return false;
  const ceiling = inCeiling(form);
  // A device stands in a device box or under a square box's ring; a round one takes it only where it has it already.
  if (!ceiling && inCeiling(part.form) && holdsDevice(box)) return false;
  if (ceiling !== part.places.includes('ceiling') && ceiling) return false;
  if (!ceiling && !part.places.includes('wall')) return false;
  const { hangs } = box.site ?? {};
  return hangs === undefined || part.rated === hangs || part.rated === 'fan';
}

/** What a box is to the one it would replace. Where a shape is not known, a device makes it a device box. */
export function replacementOf(box: BoxDocument, part: BoxPart, edition: Edition): Replacement {
  const { shell } = box;
  const form = shell.form ?? (holdsDevice(box) ? 'device-box' : part.form);
  if (part.material === 'metal' && shell.material !== 'metal' && form !== 'pan') return 'metal';
  if (part.form !== form && !(inCeiling(part.form) && inCeiling(form))) return 'shape';
  if (part.pocket) return 'pocket';
  if (part.form === 'device-box') return part.gangs > shell.gangs ? 'wider' : 'deeper';
  const was = catalogueOf(edition).find(({ code }) => code !== undefined && code === shell.box);
  return was && part.outside[0] > was.outside[0] ? 'wider' : 'deeper';
}

/** How another box is mounted: cut in where the wall is finished, as the one before where it can be, else as it is made. */
function mountOf(box: BoxDocument, part: BoxPart): BoxDocument['shell']['mount'] {
  if (part.form === 'masonry' || part.form === 'surface') return box.shell.mount;
  const wanted = inFinishedWall(box) ? 'old-work' : box.shell.mount;
  if (wanted !== undefined && part.mounts.includes(wanted)) return wanted;
  return part.mounts.length === 1 ? part.mounts[0] : wanted;
}

/** The box with another shell; its rings and extensions stay only where they fit. */
export function replaceBox(box: BoxDocument, part: BoxPart, newId: NewId): BoxDocument {
  const shell = changeShell(box, {
    volume: part.code === undefined ? volumeWritten(part.volume) : undefined,
    box: part.code,
    catalog: part.typical && part.code === undefined ? true : undefined,
    measured: undefined,
    marks: undefined,
    conduitBody: undefined,
    material: part.material,
    form: part.form,
    mount: mountOf(box, part),
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
    secured: _secured,
    right,
    wrong,
    ...kept
  } = shell.site ?? {};
  const site = {
    ...kept,
    ...stillSeen('right', right),
    ...stillSeen('wrong', wrong),
    ...(part.code === undefined ? { depth: printLength(part.depth) } : {}),
    ...(part.rated === undefined ? {} : { rated: part.rated }),
  };
  const { site: _site, ...rest } = shell;
  // What was said of the inside of the old box says nothing of the new one: its make does.
  const unsaid = forgetAbsent(rest, ['clamps', 'stud', 'hickey']);
  const fresh: BoxDocument = { ...unsaid, ...(Object.keys(site).length === 0 ? {} : { site }), items };
  const hasFitting = items.some(({ kind }) => kind === 'fitting');
  const bare = hasFitting || !part.places.includes('ceiling') ? fresh : markAbsent(fresh, 'stud');
  if (part.clamps) return addItem(bare, { kind: 'clamps', count: 1, hold: 'grip' }, newId).box;
  if (hasFlaps(part, shell.shell.mount))
    return addItem(bare, { kind: 'clamps', count: 1, hold: 'flap' }, newId).box;
  // A metal box without clamps comes with a connector for each cable.
  const connected = part.material === 'metal' ? changeSite(bare, { secured: true }) : bare;
  return markAbsent(connected, 'clamps');
}

/** What was seen of conductors, devices and the framing, and is as it was with another box. */
const NOT_OF_THE_BOX: readonly Looked[] = [
  'edge',
  'hangs',
  'copper',
  'heat',
  'bundles',
  'grouped',
  'notice',
  'twoslot',
  'load',
];

/** What somebody looked at that another box leaves as it is. */
function stillSeen<L extends Looked>(name: 'right' | 'wrong', facts: readonly L[] | undefined) {
  const left = (facts ?? []).filter((fact) => NOT_OF_THE_BOX.includes(fact));
  return left.length === 0 ? {} : { [name]: left };
}

/** A plastic box that is cut in holds its cables by push-in flaps, where it has no clamps. Common practice, no source. */
const hasFlaps = ({ material }: BoxPart, mount: BoxDocument['shell']['mount']): boolean =>
  material === 'plastic' && mount === 'old-work';

/** What a metal box wants beside itself: a connector for each cable, a bond, a ring for a device. Common practice, no source. */
function withMetal(box: BoxDocument, part: BoxPart): { readonly cost: Cost; readonly with: string[] } {
  const none = { cost: { parts: 0, minutes: 0, damage: 0 }, with: [] };
  if (part.material !== 'metal') return none;
  const cables = box.items.filter(({ kind }) => kind === 'cable').length;
  const had = box.shell.material === 'metal';
  const reused = had && !box.items.some(({ kind }) => kind === 'clamps');
  const costs: Cost[] = [];
  const words: string[] = [];
  if (cables > 0 && !part.clamps) {
    costs.push({ parts: reused ? 0 : 0.5 * cables, minutes: (reused ? 1 : 3) * cables, damage: 0 });
    if (!reused) words.push(cables === 1 ? 'a cable connector' : `${cables} cable connectors`);
  }
  if (!had) {
    costs.push({ parts: 0.25, minutes: 3, damage: 0 });
    words.push('a bond to the box');
  }
  if (part.form === 'square' && box.shell.form !== 'square' && holdsDevice(box)) {
    costs.push({ parts: 1, minutes: 5, damage: 0 });
    words.push('a ring for the device');
  }
  return { cost: addCosts(costs), with: words };
}

/** What fitting another box takes, and what must come with it. Common practice, no source. */
export function replacementCost(
  box: BoxDocument,
  part: BoxPart,
  edition: Edition,
): { readonly cost: Cost; readonly with: readonly string[] } {
  const more = part.form === 'device-box' ? part.gangs - box.shell.gangs : 0;
  // Where the mounting is not known, a box that is only cut in tells that the wall is finished.
  const cutIn = box.shell.mount === undefined && !part.mounts.includes('new-work');
  const finished = inFinishedWall(box) || cutIn;
  // Another shape wants a ring and a larger hole; another mounting is fiddled in.
  const form = replacementOf(box, part, edition);
  const reshaped = form === 'shape' || (form === 'metal' && part.form !== (box.shell.form ?? part.form));
  const larger = more > 0 || reshaped || form === 'wider';
  const remounted = box.shell.mount !== undefined && !part.mounts.includes(box.shell.mount);
  const metal = withMetal(box, part);
  const fitting: Cost = {
    parts: 0.5 + part.gangs * 0.5 + more + (reshaped ? 1 : 0),
    minutes: (finished ? 35 : 20) + 5 * more + (reshaped ? 10 : 0) + (remounted ? 4 : 0),
    damage: finished ? (larger ? 2 : 1) : 0,
  };
  return {
    cost: addCosts([fitting, metal.cost]),
    with: [...(more > 0 ? ['a wider plate'] : []), ...metal.with],
  };
}

/** Every box that can take the place of the one there. */
export function boxSteps(box: BoxDocument, { edition, boxes, room, anyWidth = false }: Means): Step[] {
  const most = Math.max(box.shell.gangs, gangsNeeded(box) + 1);
  return (boxes ?? catalogueOf(edition))
    .filter((part) => canReplace(box, part, room))
    .filter((part) => anyWidth || part.form !== 'device-box' || part.gangs <= most)
    .map((part): Step => {
      const { cost, with: also } = replacementCost(box, part, edition);
      return {
        id: `box:${part.id}`,
        family: 'box',
        kind: replacementOf(box, part, edition),
        mounts: part.mounts,
        words: `Replace the box: ${part.name}, ${showVolume(part.volume, edition.unit)} ${UNIT_NAMES[edition.unit]}${part.typical ? ' (typical: read the stamp)' : ''}${also.length > 0 ? `, with ${also.join(', ')}` : ''}.`,
        cost,
        apply: (now, newId) => replaceBox(now, part, newId),
      };
    });
}
