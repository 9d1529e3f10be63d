/** Changes to a wiring entered by hand, as values: each takes a wiring and gives the changed one. */
import type { Wiring } from '@dense-pack/core/box/work';
import type { Planned } from '@dense-pack/core/plan/planned';

export const toggled = (list: readonly string[], one: string): string[] =>
  list.includes(one) ? list.filter((other) => other !== one) : [...list, one];

/** Ends that are nowhere yet; a pigtail is named until both of its ends are somewhere. */
export function placesLeft({ lines, faces }: Pick<Planned, 'lines' | 'faces'>, wiring: Wiring): string[] {
  const places = new Map<string, number>();
  for (const end of [
    ...wiring.joints.flatMap(({ ends }) => ends),
    ...wiring.lands.map(({ end: one }) => one),
  ])
    places.set(end, (places.get(end) ?? 0) + 1);
  const leads = faces.flatMap(({ terminals }) =>
    terminals.filter(({ metal, signal }) => metal === 'lead' && signal !== undefined).map(({ id }) => id),
  );
  return [
    ...lines.flatMap(({ wires }) => wires.map(({ id }) => id)).filter((end) => !places.has(end)),
    ...leads.filter((end) => !places.has(end)),
    ...wiring.pigtails.map(({ id }) => `p:${id}`).filter((end) => (places.get(end) ?? 0) < 2),
  ];
}

/** Puts ends under one connector, in a joint that is there or a new one. */
export function joinEnds(wiring: Wiring, ends: readonly string[], joint?: string): Wiring {
  if (joint !== undefined)
    return {
      ...wiring,
      joints: wiring.joints.map((one) => (one.id === joint ? { ...one, ends: [...one.ends, ...ends] } : one)),
    };
  const nth = wiring.joints.reduce((most, { id }) => Math.max(most, Number(id.slice(1))), 0) + 1;
  return { ...wiring, joints: [...wiring.joints, { id: `j${nth}`, ends: [...ends], connectors: [] }] };
}

export function takeApart(wiring: Wiring, joint: string): Wiring {
  return { ...wiring, joints: wiring.joints.filter(({ id }) => id !== joint) };
}

export function landedOn(wiring: Wiring, end: string, at: string): Wiring {
  return { ...wiring, lands: [...wiring.lands, { end, at }] };
}
