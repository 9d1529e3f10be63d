/**
 * The volume of the assembled box (314.16(A); CEC 12-3034): its marking or its table row, plus what
 * marked rings, extensions and domed covers add, less what a barrier takes.
 */
import { type Code, type Finding, warning } from '../finding/finding.ts';
import { type Edition, type Size, standardBox } from '../edition/index.ts';
import type { Length } from '../quantity/length.ts';
import { cubicInches, floorToInchSteps, showVolume, UNIT_NAMES, type Volume } from '../quantity/volume.ts';
import type { BoxDocument, Item, ItemOf } from './document.ts';
import { lengthIn, volumeIn } from './stored-quantities.ts';
import { ADDED_PARTS } from './words.ts';

/** One line of how the volume came about. */
export interface VolumePart {
  readonly what: string;
  /** What it adds; negative for a barrier; 0 for an unmarked ring; null where the edition gives none. */
  readonly volume: Volume | null;
  readonly section: string;
  readonly ids: readonly string[];
}

/** Something the person must know about the answer. */
export type Warning = Finding<'fill'>;
export type WarningCode = Code<'fill'>;

export interface Assembled {
  readonly parts: readonly VolumePart[];
  /** Legal volume, or null where there is none. */
  readonly capacity: Volume | null;
  /** Printed counts by size, where every part of the box is in a table that prints counts. */
  readonly counts: Readonly<Partial<Record<Size, number>>> | null;
  /** Measured estimate with its low and high end, where the box was measured. */
  readonly estimate: { readonly volume: Volume; readonly low: Volume; readonly high: Volume } | null;
  readonly warnings: readonly Warning[];
}

/** Each inside dimension is taken as good to a sixteenth of an inch either way. Ours. */
const MEASURING_TOLERANCE = 25_400_000 / 16;

/** A product of three lengths, rounded down to 1/10 000 in³. */
function product(dimensions: readonly Length[], shift: number): Volume {
  const cube = dimensions.reduce((all, one) => all * BigInt(Math.max(0, one + shift)), 1n);
  const inch = 25_400_000n;
  return cubicInches(Number((cube * 10_000n) / (inch * inch * inch)) / 10_000);
}

type Counts = Partial<Record<Size, number>>;
type Mutable = { parts: VolumePart[]; warnings: Warning[]; counts: Counts | null; sum: Volume | null };

function addTableBox(
  into: Mutable,
  edition: Edition,
  code: string,
  what: string,
  gangs: number,
  ids: string[],
) {
  const listed = standardBox(edition, code);
  if (!listed) {
    into.parts.push({ what, volume: null, section: edition.boxes.section, ids });
    into.sum = null;
    into.counts = null;
    const table = edition.boxes.section;
    into.warnings.push(warning('not-listed', { table, edition: edition.name, box: code }, table, ids));
    return;
  }
  const times = listed.perGang ? gangs : 1;
  const volume = (listed.volume * times) as Volume;
  into.parts.push({
    what: `${what} ${listed.trade}${times > 1 ? `, ${times} gangs` : ''}`,
    volume,
    section: edition.boxes.section,
    ids,
  });
  if (into.sum !== null) into.sum = (into.sum + volume) as Volume;
  if (into.counts === null || listed.counts === undefined) {
    into.counts = null;
    return;
  }
  const sums: Counts = {};
  for (const [key, counted] of Object.entries(listed.counts)) {
    const size = Number(key) as Size;
    sums[size] = (into.counts[size] ?? 0) + counted * times;
  }
  into.counts = sums;
}

function addShell(into: Mutable, box: BoxDocument, edition: Edition): Assembled['estimate'] {
  const { shell } = box;
  if (shell.volume !== undefined) {
    let volume = volumeIn(shell.volume);
    if (edition.unit === 'in3') {
      const floored = floorToInchSteps(volume);
      if (floored !== volume) {
        const marked = shell.volume.replace('ml', 'mL');
        const taken = showVolume(floored, 'in3');
        const { volume: section } = edition.sections;
        into.warnings.push(warning('rounded-down', { marked, taken }, section, undefined, 'advice'));
      }
      volume = floored;
    }
    into.parts.push({ what: 'marked volume', volume, section: edition.sections.volume, ids: [] });
    into.sum = volume;
    into.counts = null;
    return null;
  }
  if (shell.box !== undefined) {
    into.sum = 0 as Volume;
    into.counts = {};
    addTableBox(into, edition, shell.box, 'standard box', shell.gangs, []);
    return null;
  }
  if (shell.measured) {
    const dimensions = shell.measured.map(lengthIn);
    const estimate = {
      volume: product(dimensions, 0),
      low: product(dimensions, -MEASURING_TOLERANCE),
      high: product(dimensions, MEASURING_TOLERANCE),
    };
    const show = (volume: Volume) => `${showVolume(volume, 'in3')} in³`;
    const said = { about: show(estimate.volume), low: show(estimate.low), high: show(estimate.high) };
    into.warnings.push(warning('measured', said, edition.sections.volume));
    return estimate;
  }
  if (shell.marks === undefined) {
    into.warnings.push(warning('no-volume', { metal: shell.material === 'metal' }, edition.sections.volume));
  }
  return null;
}

function addPart(into: Mutable, item: ItemOf<'added'>, edition: Edition, gangs: number) {
  const what = ADDED_PARTS[item.part];
  if (item.box !== undefined) {
    for (let nth = 0; nth < item.count; nth += 1) {
      addTableBox(into, edition, item.box, what, gangs, [item.id]);
    }
    return;
  }
  if (item.volume === undefined) {
    into.parts.push({
      what: `unmarked ${what}`,
      volume: 0 as Volume,
      section: edition.sections.volume,
      ids: [item.id],
    });
    const { volume: rule } = edition.sections;
    into.warnings.push(warning('unmarked-part', { part: what, rule }, rule, [item.id]));
    return;
  }
  let volume = (volumeIn(item.volume) * item.count) as Volume;
  if (edition.unit === 'in3') volume = floorToInchSteps(volume);
  into.parts.push({ what: `marked ${what}`, volume, section: edition.sections.volume, ids: [item.id] });
  if (into.sum !== null) into.sum = (into.sum + volume) as Volume;
  into.counts = null;
}

/** Whether an item is part of the assembled box and not something it holds. */
export function isPartOfBox(item: Item): item is ItemOf<'added'> | ItemOf<'barrier'> {
  return item.kind === 'added' || item.kind === 'barrier';
}

/**
 * Adds up the assembled box.
 * @returns the legal volume (null where there is none), how it came about, and what to warn of
 */
export function assemble(box: BoxDocument, edition: Edition): Assembled {
  const into: Mutable = { parts: [], warnings: [], counts: null, sum: null };
  const estimate = addShell(into, box, edition);
  for (const item of box.items) {
    if (item.kind === 'added') addPart(into, item, edition, box.shell.gangs);
  }
  for (const item of box.items) {
    if (item.kind !== 'barrier') continue;
    const { value, section } = edition.barrier[item.material];
    into.parts.push({
      what: `${item.material} barrier`,
      volume: -value as Volume,
      section,
      ids: [item.id],
    });
    into.counts = null;
    if (into.sum !== null) into.sum = Math.max(0, into.sum - value) as Volume;
  }
  return {
    parts: into.parts,
    capacity: into.sum,
    counts: into.counts,
    estimate,
    warnings: into.warnings,
  };
}

/** A volume with its unit, as warnings and lines name it. */
export function volumeWords(volume: Volume, edition: Edition): string {
  return `${showVolume(volume, edition.unit)} ${UNIT_NAMES[edition.unit]}`;
}
