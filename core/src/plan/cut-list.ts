/** What to cut and what to bring: pigtails by size, colour and ends, cable to strip for them, connectors. */
import type { BoxDocument } from '../box/document.ts';
import type { WorkPlan } from '../box/work.ts';
import type { Wiring } from '../wiring/wiring.ts';
import type { Size } from '../edition/index.ts';
import { CONNECTORS, type Connector, type Family, STRIP } from '../connector/connectors.ts';
import { BOX_SCREW, deviceAt, pigtailEnd } from '../wiring/end.ts';
import { indexed } from '../wiring/indexed.ts';
import { isMetal } from '../physical/pieces.ts';
import type { Kept } from './synthesise.ts';

export interface Cut {
  readonly size: Size;
  readonly colour: string;
  /** Length, in. */
  readonly length: number;
  /** How each end is made. */
  readonly ends: readonly [string, string];
  readonly count: number;
}

/** Cable to strip for pigtails: so much of so many conductors. */
export interface Strip {
  readonly size: Size;
  readonly conductors: 2 | 3;
  /** in */
  readonly length: number;
}

export interface Parts {
  readonly cuts: readonly Cut[];
  readonly strips: readonly Strip[];
  readonly connectors: readonly { readonly id: string; readonly name: string; readonly count: number }[];
  readonly groundScrews: number;
  /** Whites to mark with tape. */
  readonly marks: number;
  /** Devices whose terminals are taped over. */
  readonly taped: number;
}

/**
 * The cut list and the parts of one wiring.
 * @param kept what is left of the wiring that was found: of that nothing is cut or brought
 */
export function partsOf(
  box: BoxDocument,
  { schools, found }: WorkPlan,
  wiring: Wiring,
  kept?: Kept,
  kinds: readonly Connector[] = CONNECTORS,
): Parts {
  const before = kept === undefined || kept.anew ? undefined : found;
  const old = new Set(before?.pigtails.map(({ id }) => id));
  const closed = new Set(kept?.joints.flatMap(({ fate, now }) => (fate === 'left' ? [now] : [])));
  const lands = kept === undefined ? wiring.lands : newLands(wiring, kept);
  const { jointsOf, terminalsOf } = indexed(wiring);
  const cuts = new Map<string, Cut>();
  const colours = new Map<Size, Map<string, number>>();
  for (const { id, size, colour } of wiring.pigtails) {
    if (old.has(id)) continue;
    const ends = [
      ...jointsOf(pigtailEnd(id)).map((joint) => familyOf(joint.connectors[0])),
      ...terminalsOf(pigtailEnd(id)).map((at) =>
        at === BOX_SCREW ? 'hook for the box’s screw' : `hook (${STRIP.screw})`,
      ),
    ].sort();
    const [first = 'straight', second = 'straight'] = ends;
    const key = `${size}|${colour}|${first}|${second}`;
    const known = cuts.get(key);
    cuts.set(key, {
      size,
      colour,
      length: schools.pigtail,
      ends: [first, second],
      count: (known?.count ?? 0) + 1,
    });
    const bySize = colours.get(size) ?? new Map<string, number>();
    bySize.set(colour, (bySize.get(colour) ?? 0) + 1);
    colours.set(size, bySize);
  }
  const connectors = new Map<string, number>();
  for (const joint of wiring.joints.filter(({ id }) => !closed.has(id)))
    for (const id of joint.connectors) connectors.set(id, (connectors.get(id) ?? 0) + 1);
  const order = ['bare', 'green', 'white', 'black', 'red', 'blue'];
  return {
    cuts: [...cuts.values()].sort(
      (a, b) => b.size - a.size || order.indexOf(a.colour) - order.indexOf(b.colour),
    ),
    strips: [...colours].map(([size, counts]) => {
      const of = (colour: string) => counts.get(colour) ?? 0;
      const red = of('red');
      // A piece of cable gives one of each of its colours; what is red comes from three-conductor cable.
      const pieces = Math.max(of('black'), of('white'), of('bare') + of('green'), red);
      return { size, conductors: red > 0 ? (3 as const) : (2 as const), length: pieces * schools.pigtail };
    }),
    connectors: [...connectors]
      .map(([id, count]) => ({ id, name: kinds.find((one) => one.id === id)?.name ?? id, count }))
      .sort((a, b) => (a.id < b.id ? -1 : 1)),
    groundScrews: isMetal(box) && lands.some(({ at }) => at === BOX_SCREW) ? 1 : 0,
    marks: wiring.marked.filter((end) => !before?.marked.includes(end)).length,
    taped: schools.tape ? tapedIn({ lands }).length : 0,
  };

  function familyOf(id: string | undefined): string {
    const family: Family = kinds.find((one) => one.id === id)?.family ?? 'twist';
    return `straight (${STRIP[family]})`;
  }
}

/** What lands anew: what was found on its screw and stays there is left out. */
export function newLands(
  { lands }: Pick<Wiring, 'lands'>,
  { lands: stay }: Pick<Kept, 'lands'>,
): Wiring['lands'] {
  return lands.filter(({ end, at }) => !stay.some((one) => one.end === end && one.at === at));
}

/** Devices with something on their screws: what is taped where that school is chosen (common practice). */
export function tapedIn(wiring: Pick<Wiring, 'lands'>): string[] {
  return [...new Set(wiring.lands.flatMap(({ at }) => deviceAt(at) ?? []))];
}

/** One list for a whole job. */
export function sumParts(all: readonly Parts[]): Parts {
  const cuts = new Map<string, Cut>();
  const strips = new Map<string, Strip>();
  const connectors = new Map<string, Parts['connectors'][number]>();
  for (const parts of all) {
    for (const cut of parts.cuts) {
      const key = `${cut.size}|${cut.colour}|${cut.length}|${cut.ends.join('|')}`;
      cuts.set(key, { ...cut, count: (cuts.get(key)?.count ?? 0) + cut.count });
    }
    for (const strip of parts.strips) {
      const key = `${strip.size}/${strip.conductors}`;
      strips.set(key, { ...strip, length: (strips.get(key)?.length ?? 0) + strip.length });
    }
    for (const one of parts.connectors)
      connectors.set(one.id, { ...one, count: (connectors.get(one.id)?.count ?? 0) + one.count });
  }
  const sum = (of: (parts: Parts) => number) => all.reduce((total, parts) => total + of(parts), 0);
  return {
    cuts: [...cuts.values()],
    strips: [...strips.values()],
    connectors: [...connectors.values()].sort((a, b) => (a.id < b.id ? -1 : 1)),
    groundScrews: sum(({ groundScrews }) => groundScrews),
    marks: sum(({ marks }) => marks),
    taped: sum(({ taped }) => taped),
  };
}
