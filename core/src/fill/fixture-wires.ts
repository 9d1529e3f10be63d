/**
 * Fixture wires that may be left out.
 *
 * NEC 314.16(B)(1) Exception: up to four fixture wires smaller than 14 AWG and an EGC from a domed
 * luminaire or canopy. CEC 12-3034: 18 and 16 AWG fixture wires of a luminaire mounted on the box.
 */
import type { ItemOf } from '../box/document.ts';
import type { Edition } from '../edition/index.ts';

/** How many wires of this entry are left out, given how many of the edition's number are still free. */
export function fixtureWiresLeftOut(item: ItemOf<'fixture'>, edition: Edition, free: number): number {
  const { largest, domedOnly } = edition.fixtureWires.value;
  if (item.size < largest || (domedOnly && !item.domed)) return 0;
  return Math.min(item.count, free);
}

/** Whether the luminaire's own ground is left out with its wires. */
export function fixtureGroundLeftOut(item: ItemOf<'fixture'>, edition: Edition): boolean {
  return edition.fixtureWires.value.domedOnly ? item.domed : true;
}
