/**
 * How boxes like this one are usually wired, offered where one enters what was found: each is a beginning to be
 * looked at and put right, never a finding. Common practice, no source.
 */
import type { BoxDocument } from '../box/document.ts';
import { inEdition } from '../box/ground-wire.ts';
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import { CONNECTORS, holds } from '../connector/connectors.ts';
import type { Edition, Size } from '../edition/index.ts';
import { isGroundColour } from '../physical/pieces.ts';
import { type End, type LooseEnd, pigtailEnd, readEnd } from '../wiring/end.ts';
import { indexed } from '../wiring/indexed.ts';
import { linesOf, type Wire } from './ends.ts';
import { facesOf } from './faces.ts';
import { synthesise } from './synthesise.ts';

export const LIKELY_WORDS = {
  tails: 'joints with a tail to each device',
  screws: 'through the screws of the device',
  holes: 'pushed into the device’s spring holes',
} as const;
export type LikelyKind = keyof typeof LIKELY_WORDS;

export interface Likely {
  readonly kind: LikelyKind;
  readonly wiring: Wiring;
}

/** Spring holes take 14 AWG solid (docs/trade.md#terminals; listing of the device). */
const HOLE_SIZE = 14;

/** Each usual way in which this box may be wired, the likeliest first; those that come to the same once only. */
export function likelyWirings(recorded: BoxDocument, work: WorkPlan, edition: Edition): Likely[] {
  const box = inEdition(recorded, edition);
  const by = (splice: WorkPlan['schools']['splice']) =>
    synthesise(box, { ...work, schools: { ...work.schools, splice, spareNeutral: false } }, edition).wiring;
  const screws = by('feed-through');
  const all: Likely[] = [
    { kind: 'tails', wiring: by('pigtail') },
    { kind: 'screws', wiring: screws },
    { kind: 'holes', wiring: { ...screws, backstabbed: intoHoles(box, work, screws) } },
  ];
  const seen = new Set<string>();
  return all.filter(({ wiring }) => {
    const key = JSON.stringify(wiring);
    return !seen.has(key) && seen.add(key);
  });
}

/** Which conductors of a wiring would fit into spring holes of their devices. */
function intoHoles(box: BoxDocument, work: WorkPlan, { lands, pigtails }: Wiring): LooseEnd[] {
  const kinds = new Map(facesOf(box, work).map(({ key, kind }) => [key, kind]));
  const sizes = new Map<End, Size>([
    ...linesOf(box, work).flatMap(({ wires }) => wires.map(({ id, size }) => [id, size] as const)),
    ...pigtails.map(({ id, size }) => [pigtailEnd(id), size] as const),
  ]);
  return lands.flatMap(({ end, at }) => {
    const to = readEnd(at);
    if (to?.kind !== 'terminal' || to.port === 'ground') return [];
    return kinds.get(to.of)?.springHoles && sizes.get(end) === HOLE_SIZE ? [end] : [];
  });
}

/** The same wiring with its grounds in a crimped sleeve, where one holds them; or with the connectors they had. */
export function withSleeve(wiring: Wiring, box: BoxDocument, work: WorkPlan): Wiring {
  const sleeve = CONNECTORS.find(({ family }) => family === 'crimp');
  const wires = new Map<End, Wire>(
    linesOf(box, work).flatMap((line) => line.wires.map((wire) => [wire.id, wire] as const)),
  );
  const { pigtail } = indexed(wiring);
  return {
    ...wiring,
    joints: wiring.joints.map((joint) => {
      const ends = joint.ends.map((end) => wires.get(end) ?? pigtail(end));
      const grounds = ends.every((one) => one !== undefined && isGroundColour(one.colour));
      const sizes = ends.flatMap((one) => (one === undefined ? [] : [one.size]));
      return grounds && sleeve && joint.ends.length > 1 && holds(sleeve, sizes, true)
        ? { ...joint, connectors: [sleeve.id] }
        : joint;
    }),
  };
}
