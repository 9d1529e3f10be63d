/** Hots to choose from, in words. */
import type { WorkPlan } from '@dense-pack/core/box/work';
import { readSignal } from '@dense-pack/core/plan/signal';
import { givenOf } from '@dense-pack/core/plan/sources';
import type { Face } from '@dense-pack/core/plan/faces';
import { readHot } from '@dense-pack/core/physical/hot';
import { nameOfCircuit } from '@dense-pack/core/physical/circuits';

/** The hots a device gives to others: what it switches. */
export const givenHots = (face: Face): string[] =>
  givenOf(face).flatMap((signal) => {
    const read = readSignal(signal);
    return read.kind === 'switched' && readHot(read.by).kind === 'switched' ? [read.by] : [];
  });

/** Every hot there is to choose from, in words. */
export function hotOptions(work: WorkPlan, faces: readonly Face[], own?: string) {
  const chains = [...new Set(work.devices.flatMap(({ chain }) => chain ?? []))];
  return [
    ...work.circuits.map(({ id }) => ({
      value: id,
      label: work.circuits.length === 1 ? 'always hot' : `${nameOfCircuit(work, id)}, always`,
    })),
    ...faces.flatMap((face) => {
      const gives = givenHots(face);
      return gives.map((value, nth) => ({
        value,
        label: gives.length === 1 ? face.title : `${face.title}, ${nth === 0 ? 'first' : 'second'}`,
      }));
    }),
    ...chains.map((chain) => ({ value: chain, label: `three-way ${chain.slice(4)}` })),
    ...work.runs
      .filter(({ does, switched, of }) => of !== own && (does === 'loop-out' || switched))
      .map(({ of }, nth) => ({ value: of, label: `switched elsewhere${nth > 0 ? ` ${nth + 1}` : ''}` })),
  ];
}
