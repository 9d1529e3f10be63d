/** Hots to choose from, in words. */
import type { WorkPlan } from '@dense-pack/core/box/work';
import { type Face, SINGLE_POLE } from '@dense-pack/core/splice/faces';
import { nameOfCircuit } from '@dense-pack/core/splice/needs';

/** Every hot there is to choose from, in words. */
export function hotOptions(work: WorkPlan, faces: readonly Face[], own?: string) {
  const chains = [...new Set(work.devices.flatMap(({ chain }) => chain ?? []))];
  return [
    ...work.circuits.map(({ id }) => ({
      value: id,
      label: work.circuits.length === 1 ? 'always hot' : `${nameOfCircuit(work, id)}, always`,
    })),
    ...faces.flatMap(({ key, item, title, work: device }) => {
      if (SINGLE_POLE.includes(item.device)) return [{ value: key, label: title }];
      if (item.device !== 'combo') return [];
      const first = { value: key, label: `${title}, first` };
      return device.second === 'receptacle'
        ? [first]
        : [first, { value: `${key}.2`, label: `${title}, second` }];
    }),
    ...chains.map((chain) => ({ value: chain, label: `three-way ${chain.slice(4)}` })),
    ...work.runs
      .filter(({ does, switched, of }) => of !== own && (does === 'loop-out' || switched))
      .map(({ of }, nth) => ({ value: of, label: `switched elsewhere${nth > 0 ? ` ${nth + 1}` : ''}` })),
  ];
}
