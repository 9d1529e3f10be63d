/** Records that contradict themselves: no verdict is given for them, at any border. */
import { kindOf } from '../device/index.ts';
import { type Edition, standardBox } from '../edition/index.ts';
import { itemsIn, sidesAreTold } from './spaces.ts';
import type { BoxDocument } from '../box/document.ts';
import { DEVICES, SIDES } from '../box/words.ts';

/** Why a box is refused, and what would be accepted. */
export interface Refusal {
  /** The item it is about; without one, the box itself. */
  readonly id?: string;
  /** Where in the document it is. */
  readonly path: readonly (string | number)[];
  /** What is accepted there. */
  readonly expected: string;
}

/** Devices without any conductor that could size them. */
export function unsizedDevices(box: BoxDocument): Refusal[] {
  const anyInsulated = box.items.some(
    (item) =>
      item.kind === 'cable' ||
      item.kind === 'conductors' ||
      item.kind === 'fixture' ||
      item.kind === 'pigtails',
  );
  if (anyInsulated) return [];
  return box.items.flatMap((item, nth) =>
    item.kind === 'device' && item.size === undefined && !kindOf(item.device).cover
      ? [
          {
            id: item.id,
            path: ['items', nth, 'size'],
            expected: `a conductor for the ${DEVICES[item.device]} to be sized from: add a cable, or give the size on it, such as “${item.device} @12”`,
          },
        ]
      : [],
  );
}

/** Everything in a box that makes a count by this edition senseless. */
export function findRefusals(box: BoxDocument, edition: Edition): Refusal[] {
  const refusals = unsizedDevices(box);
  const listed = edition.boxes.value.map((one) => one.code).join(', ');
  const { box: code, volume } = box.shell;
  if (code !== undefined && volume === undefined && !standardBox(edition, code)) {
    refusals.push({
      path: ['shell', 'box'],
      expected: `a box that ${edition.boxes.section} of ${edition.name} lists (${listed}), or its marked volume`,
    });
  }
  box.items.forEach((item, nth) => {
    if (item.kind === 'added' && item.box !== undefined && !standardBox(edition, item.box)) {
      refusals.push({
        id: item.id,
        path: ['items', nth, 'box'],
        expected: `a box that ${edition.boxes.section} of ${edition.name} lists (${listed}), or its marked volume`,
      });
    }
  });
  const barrierAt = box.items.findIndex((item) => item.kind === 'barrier');
  const barrier = box.items[barrierAt];
  if (barrier && sidesAreTold(box)) {
    for (const side of SIDES) {
      if (itemsIn(box, side).length > 0) continue;
      refusals.push({
        id: barrier.id,
        path: ['items', barrierAt],
        expected: `something in each of its two spaces: space ${side} is empty; mark items “side ${side}” or leave the barrier out`,
      });
    }
  }
  if (!barrier) {
    box.items.forEach((item, nth) => {
      if (!('side' in item) || item.side === undefined) return;
      refusals.push({
        id: item.id,
        path: ['items', nth, 'side'],
        expected: `no “side ${item.side}” here: the box has no barrier`,
      });
    });
  }
  return refusals;
}
