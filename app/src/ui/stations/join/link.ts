/**
 * What it means to touch one thing of the drawing and then another: a switch, then what it switches; a GFCI, then
 * what it protects; a three-way, then its travelers. Undefined where the two have nothing to do with each other.
 */
import type { DeviceWork, Run, WorkPlan } from '@dense-pack/core/box/work';
import type { Line } from '@dense-pack/core/plan/ends';
import type { Face } from '@dense-pack/core/plan/faces';
import { isGroundColour } from '@dense-pack/core/physical/pieces';
import { guardsOthers } from './DeviceSetup';
import { givenHots } from './hot-options';
import { begun } from './run-begun';

/** What is held, by its key: a cable, or a device. */
export interface Held {
  readonly what: 'cable' | 'device';
  readonly key: string;
}

/** What the second touch says of a cable, or of another device. */
export type Linked =
  | { readonly of: string; readonly run: Partial<Record<keyof Run, unknown>> }
  | { readonly of: string; readonly device: Partial<Record<keyof DeviceWork, unknown>> };

export const insulatedIn = ({ wires }: Pick<Line, 'wires'>): number =>
  wires.filter(({ colour }) => !isGroundColour(colour)).length;

/** A switch held: the cable goes to what it switches. Its other half, or a second conductor, with a touch more. */
function switched(
  hots: readonly string[],
  line: Line,
  recorded: ReadonlySet<string>,
): Partial<Record<keyof Run, unknown>> | undefined {
  const [first, second] = hots;
  if (first === undefined || line.run.does === 'feed') return undefined;
  const [now] = line.run.hots;
  if (line.run.does !== 'leg') return { ...begun('leg', insulatedIn(line)), hots: [first] };
  // What was only guessed is confirmed by the touch that says it.
  if (now === first && !recorded.has(line.key)) return {};
  if (now === first && second !== undefined) return { hots: [second] };
  if (now === first) return undefined;
  return { hots: [first] };
}

/** A three-way held: a cable of three conductors brings its travelers, one of two goes to the light. */
function travelers(
  face: Face,
  line: Line,
  recorded: ReadonlySet<string>,
): Partial<Record<keyof Run, unknown>> | undefined {
  const { chain = 'way-1', end } = face.work;
  const insulated = insulatedIn(line);
  if (line.run.does === 'feed') return undefined;
  if (insulated < 3) return { ...begun('leg', insulated), hots: [chain] };
  if (line.run.does === 'travelers' && line.run.chain === chain)
    return recorded.has(line.key) ? { leads: line.run.leads === 'load' ? 'line' : 'load' } : {};
  return {
    ...begun('travelers', insulated),
    circuits: [face.work.circuit],
    chain,
    leads: end === 'load' ? 'line' : 'load',
  };
}

/** The halves of a receptacle one after the other: the upper, the lower, neither. */
function halves(
  hot: string,
  { work: { circuit, halves: now } }: Face,
): readonly [string, string] | undefined {
  const upper = now?.[0] === hot;
  const lower = now?.[1] === hot;
  if (upper) return [circuit, hot];
  return lower ? undefined : [hot, circuit];
}

/** What is said by holding `held` and touching `touched`. @param recorded pieces of which nothing is guessed any more */
export function link(
  held: Held,
  touched: Held,
  lines: readonly Line[],
  faces: readonly Face[],
  work: WorkPlan,
  recorded: ReadonlySet<string>,
): Linked | undefined {
  // A cable to a load, or one of travelers, waits for its switch; any other is put down for the device.
  if (held.what === 'cable' && touched.what === 'device') {
    const waits = lines.some(
      ({ key, run: { does } }) => key === held.key && (does === 'leg' || does === 'travelers'),
    );
    return waits ? link(touched, held, lines, faces, work, recorded) : undefined;
  }
  const face = faces.find(({ key }) => key === held.key);
  if (!face || held.what !== 'device') return undefined;
  const hots = givenHots(face);
  const isThreeWay = face.kind.asks.includes('chain');
  if (touched.what === 'cable') {
    const line = lines.find(({ key }) => key === touched.key);
    if (!line) return undefined;
    if (guardsOthers(face)) {
      if (line.run.does !== 'out' && line.run.does !== 'leg') return undefined;
      return { of: line.key, run: { guard: line.run.guard === face.key ? undefined : face.key } };
    }
    const run = isThreeWay ? travelers(face, line, recorded) : switched(hots, line, recorded);
    return run && { of: line.key, run };
  }
  const other = faces.find(({ key }) => key === touched.key);
  if (!other || other.key === face.key) return undefined;
  const asks = new Set(other.kind.asks);
  if (guardsOthers(face) && asks.has('guard'))
    return {
      of: other.key,
      device: { guard: other.work.guard === face.key ? undefined : face.key, guards: undefined },
    };
  if (isThreeWay && asks.has('chain'))
    return { of: other.key, device: { chain: face.work.chain ?? 'way-1' } };
  const [hot] = hots;
  if (hot !== undefined && asks.has('halves'))
    return { of: other.key, device: { halves: halves(hot, other) } };
  return undefined;
}

/** What to touch next, for the one that holds something. */
export function nextTouch(held: Held, faces: readonly Face[]): string | undefined {
  const face = held.what === 'device' ? faces.find(({ key }) => key === held.key) : undefined;
  if (!face) return undefined;
  if (guardsOthers(face)) return 'Now touch what it protects: a cable that goes on, or another outlet.';
  if (face.kind.asks.includes('chain')) return 'Now touch its travelers, or the cable to the light.';
  if (givenHots(face).length > 0) return 'Now touch what it switches: a cable, or the half of an outlet.';
  return undefined;
}
