/** Which device stands in which gang: devices stand from left to right, seen from the room, in the order of the box. */
import type { BoxDocument, ItemOf } from './document.ts';

export interface Gang {
  readonly item: ItemOf<'device'>;
  /** The first and last gang it takes, from 1 at the left. */
  readonly from: number;
  readonly to: number;
}

/** The devices with their gangs; more than the box has are told as they are. */
export function gangsOf({ items }: BoxDocument): Gang[] {
  let next = 1;
  return items.flatMap((item) => {
    if (item.kind !== 'device') return [];
    const from = next;
    next += item.wide;
    return [{ item, from, to: next - 1 }];
  });
}

/** The gangs of a device in words. @example 'gang 2 of 3' */
export function gangWords({ from, to }: Gang, gangs: number): string {
  const of = Math.max(gangs, to);
  if (of === 1) return 'the only gang';
  return from === to ? `gang ${from} of ${of}` : `gangs ${from} to ${to} of ${of}`;
}

/** The side of the box the door opens on, from which its gangs are told. */
export const DOORS = { left: 'left of it', right: 'right of it' } as const;

/** The box with a device moved to another place among the devices, from 0 at the left; all else stays where it is. */
export function withDeviceAt(box: BoxDocument, id: string, at: number): BoxDocument {
  const devices = box.items.filter((item) => item.kind === 'device');
  const moved = devices.find((device) => device.id === id);
  if (!moved) return box;
  const others = devices.filter((device) => device.id !== id);
  const order = [...others.slice(0, Math.max(0, at)), moved, ...others.slice(Math.max(0, at))];
  let nth = 0;
  return { ...box, items: box.items.map((item) => (item.kind === 'device' ? (order[nth++] ?? item) : item)) };
}
