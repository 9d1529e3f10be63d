/**
 * The boxes of a house as their cables join them (docs/trade.md#the-run): what each box says of the ends of its cables, and
 * what follows for the one at the other end.
 */
import type { BoxDocument, ItemOf } from '../box/document.ts';
import type { CableEnd, Link } from '../box/links.ts';
import { circuitNamed, nameInPanel, type Panel } from '../box/panel.ts';
import { circuitsIn, spacesNamed } from '../box/safety.ts';
import type { Run, WorkPlan } from '../box/work.ts';
import { circuitOf, guardsOf } from '../plan/ends.ts';
import { facesOf } from '../plan/faces.ts';
import { workOf } from '../plan/suggest.ts';
import { cablesOf } from '../physical/pieces.ts';

/** A box of the house. */
export interface RunBox {
  readonly id: string;
  readonly name: string;
  readonly room: string;
  readonly circuit: string;
  readonly box: BoxDocument;
}

/** Which way power goes at an end of a cable: it brings it here, or takes it away. */
export type Way = 'brings' | 'takes' | undefined;

/** The end of a cable in a box, with what the box says of it. */
export interface RunEnd extends CableEnd {
  readonly item: ItemOf<'cable'>;
  /** What it is called in its box. */
  readonly name: string;
  readonly way: Way;
  /** Its way was told by a person, not guessed from what such boxes usually are. */
  readonly told: boolean;
  readonly does: Run['does'];
  /** The circuits it carries, as they are called in the panel. */
  readonly circuits: readonly string[];
  /** The GFCI of its own box that is before it. */
  readonly guard: string | undefined;
}

export interface HouseBox extends RunBox {
  readonly ends: readonly RunEnd[];
  /** The circuits in it, as they are called in the panel. */
  readonly circuits: readonly string[];
}

const WAYS: Readonly<Record<Run['does'], Way>> = {
  feed: 'brings',
  'loop-in': 'brings',
  out: 'takes',
  leg: 'takes',
  'loop-out': 'takes',
  travelers: undefined,
  spare: undefined,
};

const wayOf = ({ does, leads }: Run): Way =>
  does === 'travelers' && leads !== undefined ? (leads === 'load' ? 'takes' : 'brings') : WAYS[does];

/** A circuit as the panel calls it; one the panel does not know keeps its name. */
export function inPanel(panel: Panel, name: string): string {
  const known = circuitNamed(panel, name);
  return known === undefined ? name.trim() : nameInPanel(known);
}

/** Every box with the ends of its cables. A box that has not changed is read once. */
export const houseOf = (boxes: readonly RunBox[], panel: Panel): HouseBox[] =>
  boxes.map((one) => {
    const known = knownEnds.get(one.box);
    const same = known?.circuit === one.circuit && known.panel === panel && known.id === one.id;
    const read = same ? known : { ...endsOf(one, panel), circuit: one.circuit, panel, id: one.id };
    if (!same) knownEnds.set(one.box, read);
    return { ...one, ends: read.ends, circuits: read.circuits };
  });

type Read = Pick<HouseBox, 'ends' | 'circuits'>;
const knownEnds = new WeakMap<
  BoxDocument,
  Read & { readonly id: string; readonly circuit: string; readonly panel: Panel }
>();

function endsOf(one: RunBox, panel: Panel): Read {
  const work = workOf(one.box, one.circuit);
  const named = new Map(facesOf(one.box, work).map(({ key, title }) => [key, title]));
  const circuits = circuitsIn(one).map((name) => inPanel(panel, name));
  return {
    circuits: [...new Set(circuits)],
    ends: cablesOf(one.box, work).flatMap(({ item, run, name }): RunEnd[] => {
      if (item.kind !== 'cable') return [];
      const guard = guardsOf(work, run).find((of) => of !== undefined);
      return [
        {
          box: one.id,
          piece: item.id,
          item,
          name,
          way: wayOf(run),
          told: item.duty !== undefined,
          does: run.does,
          circuits: carriedBy(run, work, one.circuit).map((each) => inPanel(panel, each)),
          guard: guard === undefined ? undefined : (named.get(guard) ?? 'GFCI'),
        },
      ];
    }),
  };
}

/** Names of the circuits of a run; where the box has one and does not name it, the name on its record. */
function carriedBy(run: Run, work: WorkPlan, circuit: string): string[] {
  const ids = [...run.circuits, ...run.hots.flatMap((hot) => circuitOf(work, hot) ?? [])];
  const names = [...new Set(ids)].map(
    (id) => work.circuits.find((one) => one.id === id)?.name || (work.circuits.length === 1 ? circuit : ''),
  );
  // One text may name two circuits: no breaker is called by both of them.
  return [...new Set(names.flatMap(spacesNamed))];
}

/** The end a link means, in the house as it is; undefined where its box or cable is gone. */
export const endIn = (house: readonly HouseBox[], { box, piece }: CableEnd): RunEnd | undefined =>
  house.find(({ id }) => id === box)?.ends.find((end) => end.piece === piece);

/** A link from where power comes to where it goes. */
export interface Arrow {
  readonly link: Link;
  readonly up: RunEnd;
  readonly down: RunEnd;
}

/** Which way power goes along a cable between two boxes; undefined where its ends do not say, or disagree. */
export function arrowOf(house: readonly HouseBox[], link: Link): Arrow | undefined {
  if (typeof link.to === 'string') return undefined;
  const [from, to] = [endIn(house, link.from), endIn(house, link.to)];
  if (!from || !to) return undefined;
  // What was told goes before what is guessed.
  const ways = [from, to].some(({ told }) => told)
    ? [from, to].map(({ told, way }) => (told ? way : undefined))
    : [from.way, to.way];
  const [a, b] = ways;
  if (a === 'takes' && b !== 'takes') return { link, up: from, down: to };
  if (b === 'takes' && a !== 'takes') return { link, up: to, down: from };
  if (a === 'brings' && b !== 'brings') return { link, up: to, down: from };
  if (b === 'brings' && a !== 'brings') return { link, up: from, down: to };
  return undefined;
}
