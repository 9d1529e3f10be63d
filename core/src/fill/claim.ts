/** What a counting rule says: so many allowances of such a size, from these items, for this reason. */
import type { Warning } from '../box/assembled.ts';
import type { Item, ItemOf } from '../box/document.ts';
import { larger } from '../box/stored-quantities.ts';
import { kindOf } from '../device/index.ts';
import type { Edition, RuleName, Size } from '../edition/index.ts';
import type { Volume } from '../quantity/volume.ts';

/** How many of a claim's allowances one item of the box made. */
export interface Share {
  readonly id: string;
  readonly count: number;
}

/** Allowances that one rule counts, not yet priced by a table. */
export interface Claim {
  /** What the line is about, the same in every edition, so that two tallies can be compared. */
  readonly topic: string;
  readonly rule: RuleName;
  readonly section: string;
  readonly what: string;
  /** One plain sentence: why it counts. */
  readonly why: string;
  readonly count: number;
  /** The size whose allowance is taken; null where the volume does not follow from a size. */
  readonly size: Size | null;
  /** Each takes this fraction of an allowance: 4 is a quarter. */
  readonly share?: number;
  /** Each takes this volume in place of an allowance. */
  readonly each?: Volume;
  readonly from: readonly Share[];
}

/** Something in the box that was deliberately not counted. */
export interface NotCounted {
  readonly what: string;
  readonly reason: string;
  readonly section: string;
  readonly ids: readonly string[];
}

/** Where rules put what they find. */
export interface Counting {
  readonly claims: Claim[];
  readonly notCounted: NotCounted[];
  readonly warnings: Warning[];
}

/** What is in one space of a box, with the two sizes that rules ask for. */
export interface Census {
  /** What comes in from outside. */
  readonly wires: readonly ItemOf<'cable' | 'conductors' | 'ground' | 'fixture'>[];
  readonly devices: readonly ItemOf<'device'>[];
  /** Blank covers: no devices. */
  readonly covers: readonly ItemOf<'device'>[];
  readonly hardware: readonly ItemOf<'clamps' | 'fitting' | 'terminal' | 'connectors' | 'pigtails'>[];
  /** Largest conductor present of any kind. */
  readonly largest: Size | undefined;
  /** Largest insulated conductor present. */
  readonly largestInsulated: Size | undefined;
  /** Whether push-in flaps are counted as clamps in this box. */
  readonly flapsCount: boolean;
}

/** A counting rule: reads the census, adds its claims and what it left out. */
export type Rule = (census: Census, edition: Edition, into: Counting) => void;

/** The luminaire's own equipment ground. */
export const FIXTURE_GROUND: Size = 18;

/** Looks through the items once: sorts them by what rules ask for, and finds the largest conductors. */
export function takeCensus(items: readonly Item[], flapsCount: boolean): Census {
  let insulated: Size | undefined;
  let bare: Size | undefined;
  const wires: Census['wires'][number][] = [];
  const devices: ItemOf<'device'>[] = [];
  const covers: ItemOf<'device'>[] = [];
  const hardware: Census['hardware'][number][] = [];
  for (const item of items) {
    switch (item.kind) {
      case 'cable':
        insulated = larger(insulated, item.size);
        if (item.ground && item.make !== 'ac') bare = larger(bare, item.groundSize ?? item.size);
        wires.push(item);
        break;
      case 'conductors':
      case 'fixture':
        insulated = larger(insulated, item.size);
        wires.push(item);
        break;
      case 'ground':
        bare = larger(bare, item.size);
        wires.push(item);
        break;
      case 'device':
        if (kindOf(item.device).cover) covers.push(item);
        else devices.push(item);
        break;
      case 'pigtails':
        insulated = larger(insulated, item.size);
        hardware.push(item);
        break;
      case 'clamps':
      case 'fitting':
      case 'terminal':
      case 'connectors':
        hardware.push(item);
        break;
      default:
      // Parts of the box itself take no room in it.
    }
  }
  return {
    wires,
    devices,
    covers,
    hardware,
    largest: larger(insulated, bare),
    largestInsulated: insulated,
    flapsCount,
  };
}

/** A count with its noun. @example plural(2, 'loop') // '2 loops' */
export function plural(count: number, one: string, many = `${one}s`): string {
  return `${count} ${count === 1 ? one : many}`;
}

/** Gathers shares by size. */
export class BySize {
  // Plain fields: a count makes several of these, and # fields are slow to make.
  private sizes: Size[] | undefined = undefined;
  private shares: Share[][] | undefined = undefined;

  add(size: Size, id: string, count: number): void {
    if (this.sizes === undefined) {
      this.sizes = [size];
      this.shares = [[{ id, count }]];
      return;
    }
    // Kept with the largest conductor first; there are seven sizes at the most.
    let at = 0;
    while (at < this.sizes.length && (this.sizes[at] ?? 0) < size) at += 1;
    if (this.sizes[at] === size) this.shares?.[at]?.push({ id, count });
    else {
      this.sizes.splice(at, 0, size);
      this.shares?.splice(at, 0, [{ id, count }]);
    }
  }

  /** Each size, largest conductor first, with its shares and their sum. */
  forEach(visit: (size: Size, count: number, from: Share[]) => void): void {
    const sizes = this.sizes;
    if (sizes === undefined) return;
    for (let at = 0; at < sizes.length; at += 1) {
      const size = sizes[at];
      const from = this.shares?.[at];
      if (size === undefined || from === undefined) continue;
      let count = 0;
      for (const share of from) count += share.count;
      visit(size, count, from);
    }
  }
}
