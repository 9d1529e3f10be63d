/**
 * A run of surface raceway laid out (docs/trade.md#surface-raceway): a fitting where it turns, an inside elbow where it goes from the wall
 * onto the ceiling, a tee where it branches; pieces cut between tongues, nested in the lengths it is sold in.
 */
import type { Surface } from '../box/surface.ts';
import { lengthOf } from '../box/texts.ts';
import { type Length, writeLength } from '../quantity/length.ts';
import { type Nested, nest } from './nest.ts';
import { cutRaceway, RacewayAsk, type Raceway } from './raceway.ts';

/** Something on the run, where it lies. */
export interface Node {
  /** A fitting, a box, or where a run begins or ends. */
  readonly what: string;
  readonly x: Length;
  readonly y: Length;
}

export interface Straight {
  readonly from: Node;
  readonly to: Node;
  /** Between the tongues. */
  readonly between: Length;
  /** From middle to middle. */
  readonly whole: Length;
  readonly leg: number;
  readonly point: number;
}

/** What is wrong with a run, in words with where. */
export type SurfaceProblem =
  | { readonly is: 'slant'; readonly leg: number; readonly point: number }
  | { readonly is: 'no way'; readonly leg: number; readonly point: number }
  | { readonly is: 'no branch'; readonly leg: number }
  | { readonly is: 'too near'; readonly leg: number; readonly point: number; readonly need: Length }
  | { readonly is: 'back'; readonly leg: number; readonly point: number };

export interface SurfaceRun {
  readonly nodes: readonly Node[];
  readonly straights: readonly Straight[];
  readonly cut: Raceway | undefined;
  readonly nested: Nested | undefined;
  /** Lengths of the pieces, as they are cut; a straight longer than the stock is two with a coupling. */
  readonly pieces: readonly Length[];
  readonly waste: Length;
  /** One wire: the way of all legs, with its tails at each end. */
  readonly wire: Length;
  readonly problems: readonly SurfaceProblem[];
  /** Metal boxes and the starter: each is bonded. */
  readonly bonded: number;
  /** More wires than the maker’s sheet takes; undefined where that is not told. */
  readonly overfull: boolean | undefined;
  /** Heights of the switches. */
  readonly switches: readonly Length[];
  /** Ends that hang something heavy: each wants a rated box and a joist (314.27); with how far the nearest joist is. */
  readonly hung: readonly { readonly node: Node; readonly joist: Length | undefined }[];
}

interface Spot {
  readonly x: number;
  readonly y: number;
}

export function layOut(surface: Surface): SurfaceRun {
  const height = lengthOf(surface.height);
  const spot = (point: { readonly x: string; readonly y: string }): Spot => ({
    x: lengthOf(point.x),
    y: lengthOf(point.y),
  });
  const problems: SurfaceProblem[] = [];
  const start: Node = { what: 'starter', ...(spot(surface.start) as { x: Length; y: Length }) };
  const nodes: Node[] = [start];
  const straights: Straight[] = [];
  const placed: Node[][] = [];
  const tees = new Set<Node>();
  surface.legs.forEach((leg, number) => {
    const origin = leg.from ? placed[leg.from.leg]?.[leg.from.point] : start;
    if (!origin) {
      problems.push({ is: 'no branch', leg: number });
      placed.push([]);
      return;
    }
    if (leg.from && !isBox(origin.what)) tees.add(origin);
    const points = leg.points.map(spot);
    let before: Node = origin;
    let way: Spot | undefined;
    const mine: Node[] = [];
    points.forEach((point, nth) => {
      const [dx, dy] = [point.x - before.x, point.y - before.y];
      if (dx === 0 && dy === 0) problems.push({ is: 'no way', leg: number, point: nth });
      else if (dx !== 0 && dy !== 0) problems.push({ is: 'slant', leg: number, point: nth });
      const turned = { x: Math.sign(dx), y: Math.sign(dy) };
      if (way && turned.x === -way.x && turned.y === -way.y)
        problems.push({ is: 'back', leg: number, point: nth });
      way = turned;
      // Where the wall meets the ceiling it turns by itself.
      if ((before.y < height && point.y > height) || (before.y > height && point.y < height)) {
        const corner: Node = { what: 'inside elbow', x: before.x, y: height as Length };
        straights.push(straight(surface, before, corner, number, nth));
        nodes.push(corner);
        before = corner;
      }
      const last = nth === points.length - 1;
      const next = points[nth + 1];
      const straightOn =
        next !== undefined &&
        Math.sign(next.x - point.x) === turned.x &&
        Math.sign(next.y - point.y) === turned.y;
      const what: string = last
        ? leg.end
        : point.y === height && !straightOn
          ? 'inside elbow'
          : straightOn
            ? 'coupling'
            : 'flat elbow';
      const node: Node = { what, x: point.x as Length, y: point.y as Length };
      straights.push(straight(surface, before, node, number, nth));
      nodes.push(node);
      mine.push(node);
      before = node;
    });
    placed.push(mine);
  });
  // What branches is a tee, whatever it was before.
  const named = (node: Node): Node => (tees.has(node) ? { ...node, what: 'tee' } : node);
  const told = straights.map((one) => ({ ...one, from: named(one.from), to: named(one.to) }));
  for (const { between: length, leg, point } of told)
    if (length <= 0 && !problems.some((one) => one.leg === leg && 'point' in one && one.point === point))
      problems.push({ is: 'too near', leg, point, need: -length as Length });
  const good = problems.length === 0 && told.length > 0;
  const cut = good ? cutOf(surface, told) : undefined;
  const stock = lengthOf(surface.stock);
  const pieces = cut ? cut.pieces.flatMap((piece) => divided(lengthOf(piece.cut), stock)) : [];
  const nested = nest(pieces, stock, lengthOf(surface.kerf));
  const used = pieces.reduce((sum, piece) => sum + piece, 0);
  const all = nodes.map(named);
  return {
    nodes: all,
    straights: told,
    cut,
    nested: good ? nested : undefined,
    pieces,
    waste: (good && nested ? nested.lengths.length * stock - used : 0) as Length,
    wire: (told.reduce((sum, { whole }) => sum + whole, 0) +
      (1 + surface.legs.length) * lengthOf(surface.tails)) as Length,
    problems,
    bonded: all.filter(({ what }) => what === 'starter' || what.endsWith(' box')).length,
    overfull: surface.holds === undefined ? undefined : surface.wires > surface.holds,
    switches: all.flatMap(({ what, y }) => (what === 'switch box' ? [y] : [])),
    hung: all
      .filter(({ what }) => what === 'fan box')
      .map((node) => ({ node, joist: joistBeside(surface, node.x) })),
  };
}

/** How far the nearest joist is from a place, to the right more than nothing. */
function joistBeside({ joists }: Surface, x: number): Length | undefined {
  if (!joists) return undefined;
  const [first, pitch] = [lengthOf(joists.first), lengthOf(joists.pitch)];
  return (first + Math.round((x - first) / pitch) * pitch - x) as Length;
}

/** A straight longer than what it is sold in is made of several with couplings. */
function divided(length: number, stock: number): Length[] {
  const many = Math.ceil(length / stock);
  return Array.from(
    { length: many },
    (_, nth) => (nth < many - 1 ? stock : length - stock * (many - 1)) as Length,
  );
}

const isBox = (what: string) => what === 'starter' || what.endsWith(' box') || what === 'blank end';

function straight({ reach }: Surface, from: Node, to: Node, leg: number, point: number): Straight {
  const off = (node: Node) =>
    node.what === 'coupling' ? 0 : lengthOf(isBox(node.what) ? reach.box : reach.elbow);
  const whole = Math.abs(to.x - from.x) + Math.abs(to.y - from.y);
  return { from, to, leg, point, whole: whole as Length, between: (whole - off(from) - off(to)) as Length };
}

/** The pieces, by the one way raceway is cut; each fitting by its own name. */
function cutOf(surface: Surface, straights: readonly Straight[]): Raceway {
  const names = new Map<string, string>();
  const nameOf = ({ what, x, y }: Node) => {
    const key = `${x} ${y}`;
    const name = names.get(key) ?? `${what} ${names.size + 1}`;
    names.set(key, name);
    return name;
  };
  return cutRaceway(
    RacewayAsk.parse({
      runs: straights.map(({ from, to, between: length }) => ({
        from: nameOf(from),
        to: nameOf(to),
        between: writeLength(length, 'in'),
      })),
      add: surface.add,
      tails: surface.tails,
      wires: surface.wires,
      support: surface.support,
    }),
  );
}

/** How many of each fitting a run takes. */
export function fittingsOf({ nodes, cut, pieces }: SurfaceRun): Readonly<Record<string, number>> {
  const count = new Map<string, number>();
  for (const { what } of nodes) count.set(what, (count.get(what) ?? 0) + 1);
  const couplings = pieces.length - (cut?.pieces.length ?? 0);
  if (couplings > 0) count.set('coupling', (count.get('coupling') ?? 0) + couplings);
  return Object.fromEntries(count);
}

/** What is wrong, in a sentence. */
export function surfaceWords(problem: SurfaceProblem, tape: (length: number) => string): string {
  const where = `Leg ${problem.leg + 1}${'point' in problem ? `, point ${problem.point + 1}` : ''}`;
  switch (problem.is) {
    case 'slant':
      return `${where}: raceway runs straight up or along; put a point at the corner.`;
    case 'no way':
      return `${where}: it goes nowhere; take the point away or move it.`;
    case 'back':
      return `${where}: it turns back on itself.`;
    case 'no branch':
      return `${where}: it branches from a point that is not there.`;
    case 'too near':
      return `${where}: the fittings are too near each other; they want more than ${tape(problem.need)} between them.`;
  }
}
