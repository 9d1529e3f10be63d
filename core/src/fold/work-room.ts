/**
 * How tight a box is to work in (docs/trade.md#folding): real solids against the real space. It is an estimate,
 * kept apart from the verdict; it never changes it.
 */
import { hasGroundWire } from '../box/ground-wire.ts';
import { assemble } from '../box/assembled.ts';
import type { BoxDocument, Item } from '../box/document.ts';
import { lengthIn } from '../box/stored-quantities.ts';
import { boxDepth, deviceDepth } from '../box/depth.ts';
import { DEVICES } from '../box/words.ts';
import type { Edition, Size } from '../edition/index.ts';
import { allowancesLeft } from '../fill/verdict.ts';
import type { Tally } from '../fill/tally.ts';
import { inches, type Length, NM_PER_INCH, showInches } from '../quantity/length.ts';
import { ATOMS_PER_CUBIC_INCH } from '../quantity/volume.ts';
import { ASSUMED, type Assumptions, BARE_SQIN, CONDUCTOR_SQIN, DEVICE_FACE_SQIN } from './solids.ts';

/** How it will be to fold. */
export type Workability = 'roomy' | 'snug' | 'tight' | 'unknown';

export interface WorkRoom {
  readonly answer: Workability;
  /** One sentence, ready to be read. */
  readonly words: string;
  /** Share of the box's space that stays free, 0 to 1, negative when the solids alone do not fit; null when the volume is not known. */
  readonly freeShare: number | null;
  /** Depth left behind the deepest device; null when the box's depth is not known. */
  readonly depthLeft: Length | null;
  /** What the estimate rests on. */
  readonly assumptions: readonly string[];
}

/** Room behind a device below which its conductors are crushed. Common practice, no source. */
const DEPTH_TIGHT = inches(0.5);

/** Volume of everything solid in the box, in³. */
function solids(box: BoxDocument, edition: Edition, { conductor: length, connector }: Assumptions): number {
  let insulated = 0;
  let sum = 0;
  const insulatedPiece = (size: Size, count: number, long = length) => {
    sum += (CONDUCTOR_SQIN.value[size] ?? 0) * long * count;
    insulated += count;
  };
  for (const item of box.items) {
    switch (item.kind) {
      case 'cable':
        insulatedPiece(item.size, item.conductors);
        if (hasGroundWire(item, edition))
          sum += (BARE_SQIN.value[item.groundSize ?? item.size] ?? 0) * length;
        break;
      case 'conductors':
        insulatedPiece(
          item.size,
          item.count,
          item.loop === undefined ? length : lengthIn(item.loop) / NM_PER_INCH,
        );
        break;
      case 'fixture':
      case 'pigtails':
        insulatedPiece(item.size, item.count);
        break;
      case 'ground':
        sum += (BARE_SQIN.value[item.size] ?? 0) * length * item.count;
        break;
      case 'device':
        sum += DEVICE_FACE_SQIN.value * (deviceDepth(item) / NM_PER_INCH) * item.wide;
        break;
      default:
        break;
    }
  }
  const recorded = box.items.reduce(
    (most, item) => (item.kind === 'connectors' ? most + item.count : most),
    0,
  );
  // Two or three conductors meet under one connector; the grounds take one more.
  const connectors = recorded || (insulated > 2 ? Math.ceil(insulated / 3) + 1 : 0);
  return sum + connectors * connector;
}

/** The second answer: legal or not, how tight is it to work in? @param assumed what the person assumes */
export function workRoom(
  box: BoxDocument,
  edition: Edition,
  counted: Tally,
  assumed: Assumptions = ASSUMED,
): WorkRoom {
  const devices = box.items.filter(
    (item): item is Extract<Item, { kind: 'device' }> => item.kind === 'device',
  );
  const assembled = assemble(box, edition);
  const volume = assembled.capacity ?? assembled.estimate?.volume ?? null;
  const assumptions = [
    `Each conductor has ${assumed.conductor} in in the box; insulated areas as THHN (${CONDUCTOR_SQIN.section}, ${CONDUCTOR_SQIN.confidence}).`,
    `A connector takes ${assumed.connector} in³; where none is recorded, one for each three conductors and one for the grounds.`,
    ...(devices.length > 0
      ? ['Device bodies of typical depth where none is recorded: measure the part in hand.']
      : []),
    `Roomy from ${assumed.snug} % free space, tight below ${assumed.tight} %: our own marks, from no source.`,
    `A device from ${assumed.deep} in behind its strap counts as deep.`,
  ];
  if (volume === null || box.items.length === 0) {
    return {
      answer: 'unknown',
      words: volume === null ? 'room to work is not known without a volume' : 'nothing is in the box yet',
      freeShare: null,
      depthLeft: null,
      assumptions,
    };
  }
  const freeShare = 1 - solids(box, edition, assumed) / (volume / ATOMS_PER_CUBIC_INCH);
  const deepest = devices.reduce<Length>((most, item) => {
    const depth = deviceDepth(item);
    return depth > most ? depth : most;
  }, 0 as Length);
  const inside = boxDepth(box, edition);
  const depthLeft = inside === null || devices.length === 0 ? null : ((inside - deepest) as Length);
  const deep = inches(assumed.deep);
  const deepWords = devices
    .filter((item) => deviceDepth(item) >= deep)
    .map((item) => DEVICES[item.device])
    .filter((name, nth, all) => all.indexOf(name) === nth);
  const spare = allowancesLeft(counted)?.count ?? 0;
  let answer: Workability =
    freeShare * 100 < assumed.tight ? 'tight' : freeShare * 100 < assumed.snug ? 'snug' : 'roomy';
  if (answer === 'roomy' && (spare < 1 || deepWords.length > 0) && counted.verdict !== 'unknown')
    answer = 'snug';
  if (counted.verdict === 'over' || counted.margin === 0 || (depthLeft !== null && depthLeft < DEPTH_TIGHT))
    answer = 'tight';
  const because = [
    ...(depthLeft !== null && depthLeft < DEPTH_TIGHT
      ? [
          depthLeft < 0
            ? 'the device is deeper than the box'
            : `${showInches(depthLeft)} in left behind the device`,
        ]
      : []),
    ...(deepWords.length > 0
      ? [`${deepWords.join(' and ')} ${deepWords.length > 1 ? 'are' : 'is'} deep`]
      : []),
    ...(spare < 1 && counted.verdict === 'legal' ? ['no allowance spare'] : []),
  ];
  const share = `about ${Math.max(0, Math.round(freeShare * 100))} % free`;
  return {
    answer,
    words: `${answer} to work in: ${[share, ...because].join(', ')}`,
    freeShare,
    depthLeft,
    assumptions,
  };
}
