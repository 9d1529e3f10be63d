/**
 * The electrical model of a box: its conductors, joints, terminals and what stands at the far end of each
 * cable. It takes the wiring as it is given and knows nothing of how it was planned.
 */
import type { BoxDocument } from '../box/document.ts';
import type { Wiring, WorkPlan } from '../box/work.ts';
import { type Line, linesOf, neutralOf, type Wire } from '../splice/ends.ts';
import { type Face, facesOf, RECEPTACLES, SINGLE_POLE } from '../splice/faces.ts';
import { BOX_SCREW, isArmored, isMetal } from '../splice/synthesise.ts';

/** Something that connects or not by its position. */
export interface Switch {
  readonly id: string;
  readonly name: string;
  /** The device it is part of, or the cable it stands at the end of. */
  readonly of: string;
  /** Pairs of nodes joined in each of its positions. */
  readonly positions: readonly (readonly (readonly [string, string])[])[];
}

/** What keeps a node at a potential: `L:a` a hot, `N:a` the neutral of a circuit, `G` the ground. */
export interface Source {
  readonly node: string;
  readonly potential: string;
}

/** A load or a point of use between two nodes, and what should switch it. */
export interface Point {
  readonly id: string;
  readonly name: string;
  /** The device it is a half of, or the cable it is at the end of. */
  readonly of: string;
  readonly hot: string;
  readonly neutral: string;
  /** The ground it must have; undefined where it has none to check. */
  readonly ground: string | undefined;
  /** The hot that is meant for it, as the work names it. */
  readonly wants: string;
  /** Whether it is in the box, so that an outlet tester can be put in it. */
  readonly here: boolean;
  /** The circuit it takes its hot from. */
  readonly circuit: string | undefined;
  /** The GFCI that guards it. */
  readonly guard: string | undefined;
  /** Between two hots: 240 V. */
  readonly doubled: boolean;
}

export interface Model {
  readonly links: readonly (readonly [string, string])[];
  readonly switches: readonly Switch[];
  /** GFCIs: what a tripped one opens. */
  readonly guards: readonly {
    readonly of: string;
    readonly name: string;
    readonly pairs: readonly (readonly [string, string])[];
  }[];
  readonly sources: readonly Source[];
  readonly points: readonly Point[];
  /** Nodes that must reach the ground, and whose they are. */
  readonly grounded: readonly { readonly node: string; readonly name: string; readonly of: string }[];
  /** Connections that go when a device is taken out. */
  readonly withDevice: ReadonlyMap<string, readonly (readonly [string, string])[]>;
  /** Far neutrals of multiwire circuits, which no device may carry. */
  readonly neutrals: readonly { readonly node: string; readonly name: string; readonly circuit: string }[];
  readonly lines: readonly Line[];
  readonly faces: readonly Face[];
}

type Pair = readonly [string, string];

export function buildModel(box: BoxDocument, work: WorkPlan, wiring: Wiring): Model {
  const lines = linesOf(box, work);
  const faces = facesOf(box, work);
  const metal = isMetal(box);
  const links: Pair[] = [];
  const switches: Switch[] = [];
  const sources: Source[] = [];
  const points: Point[] = [];
  const grounded: { node: string; name: string; of: string }[] = [];
  const neutrals: { node: string; name: string; circuit: string }[] = [];
  const guards: { of: string; name: string; pairs: Pair[] }[] = [];
  const withDevice = new Map<string, Pair[]>();
  const own = (key: string, pair: Pair) => {
    links.push(pair);
    withDevice.set(key, [...(withDevice.get(key) ?? []), pair]);
  };

  for (const { ends } of wiring.joints) {
    const [first, ...others] = ends;
    if (first !== undefined) for (const other of others) links.push([first, other]);
  }
  for (const { end, at } of wiring.lands) {
    const key = at.startsWith('t:') ? at.split(':')[1] : undefined;
    // What is landed on a device comes off with it.
    if (key === undefined) links.push([end, at]);
    else own(key, [end, at]);
  }

  const circuitFor = (ref: string): string | undefined => {
    if (/^[a-f]$/.test(ref)) return ref;
    const key = ref.split('.').slice(0, 2).join('.');
    return (
      work.devices.find((one) => one.of === key || one.chain === ref)?.circuit ??
      work.runs.find((one) => one.of === key || one.chain === ref)?.circuits[0]
    );
  };

  for (const face of faces) {
    const { key, item, title } = face;
    const at = (name: string) => `t:${key}:${name}`;
    const intact = (tab: string) => !wiring.broken.includes(`${key}:${tab}`);
    const green = at('ground');
    if (face.terminals.some(({ name }) => name === 'ground')) {
      grounded.push({ node: green, name: title, of: key });
      const yoke = work.schools.ground !== 'pigtail';
      const landed =
        wiring.lands.some((one) => one.at === green) ||
        wiring.joints.some(({ ends }) => ends.includes(green));
      if (metal && yoke && !landed) own(key, [green, BOX_SCREW]);
    }
    const point = (name: string, hot: string, neutral: string, wants: string, doubled = false) =>
      void points.push({
        id: `${key}:${name || 'outlet'}`,
        name: name === '' ? title : `${title}, ${name}`,
        of: key,
        hot,
        neutral,
        ground: green,
        wants,
        here: true,
        circuit: circuitFor(wants),
        guard: face.work.guard,
        doubled,
      });
    const { circuit, halves } = face.work;
    if (item.device === 'duplex') {
      if (intact('hot')) own(key, [at('brass-top'), at('brass-bottom')]);
      if (intact('neutral')) own(key, [at('silver-top'), at('silver-bottom')]);
      point('top', at('brass-top'), at('silver-top'), halves?.[0] ?? circuit);
      point('bottom', at('brass-bottom'), at('silver-bottom'), halves?.[1] ?? circuit);
    } else if (item.device === 'single' || item.device === 'usb') {
      point('', at('brass'), at('silver'), circuit);
    } else if (item.device === 'gfci') {
      point('', at('line-hot'), at('line-neutral'), circuit);
      guards.push({
        of: key,
        name: title,
        pairs: [
          [at('line-hot'), at('load-hot')],
          [at('line-neutral'), at('load-neutral')],
        ],
      });
    } else if (item.device === 'range' || item.device === 'dryer') {
      point('', at('hot-1'), at('hot-2'), circuit, true);
      point('first hot', at('hot-1'), at('neutral'), circuit);
    } else if (SINGLE_POLE.includes(item.device)) {
      switches.push({ id: key, name: title, of: key, positions: [[], [[at('line'), at('load')]]] });
      if (face.terminals.some(({ name }) => name === 'neutral'))
        points.push({
          id: `${key}:electronics`,
          name: `${title}, its electronics`,
          of: key,
          hot: at('line'),
          neutral: at('neutral'),
          ground: undefined,
          wants: circuit,
          here: false,
          circuit,
          guard: undefined,
          doubled: false,
        });
    } else if (item.device === '3way') {
      switches.push({
        id: key,
        name: title,
        of: key,
        positions: [[[at('common'), at('traveler-1')]], [[at('common'), at('traveler-2')]]],
      });
    } else if (item.device === '4way') {
      switches.push({
        id: key,
        name: title,
        of: key,
        positions: [
          [
            [at('in-1'), at('out-1')],
            [at('in-2'), at('out-2')],
          ],
          [
            [at('in-1'), at('out-2')],
            [at('in-2'), at('out-1')],
          ],
        ],
      });
    } else if (item.device === 'combo') {
      if (intact('hot')) own(key, [at('line'), at('line-2')]);
      switches.push({
        id: key,
        name: `${title}, first half`,
        of: key,
        positions: [[], [[at('line'), at('load')]]],
      });
      if (face.work.second === 'receptacle') point('its outlet', at('line-2'), at('silver'), circuit);
      else
        switches.push({
          id: `${key}.2`,
          name: `${title}, second half`,
          of: key,
          positions: [[], [[at('line-2'), at('load-2')]]],
        });
    }
  }
  if (metal) grounded.push({ node: BOX_SCREW, name: 'metal box', of: 'box' });

  // The armor of a feed bonds the box.
  if (
    isArmored(box) &&
    lines.some(({ item, run }) => item.kind === 'cable' && item.make === 'ac' && run.does === 'feed')
  )
    sources.push({ node: BOX_SCREW, potential: 'G' });
  for (const line of lines) farEnd(line);
  return { links, switches, guards, sources, points, grounded, withDevice, neutrals, lines, faces };

  /** What stands at the far end of a cable. */
  function farEnd(line: Line): void {
    const { run, wires, key, item, name } = line;
    const wire = (colour: Wire['colour']) => wires.find((one) => one.colour === colour)?.id;
    const ground = wires.find(({ colour }) => colour === 'bare' || colour === 'green')?.id;
    const carrying = (test: (signal: string) => boolean) => wires.find(({ signal }) => test(signal))?.id;
    const circuit = run.circuits[0] ?? (run.hots[0] === undefined ? 'a' : (circuitFor(run.hots[0]) ?? 'a'));
    const partnered = work.circuits.some(
      ({ id, partner }) => (id === circuit && partner !== undefined) || partner === circuit,
    );
    const source = (node: string | undefined, potential: string) => {
      if (node !== undefined) sources.push({ node, potential });
    };
    const neutral = neutralOf(work, circuit);
    const far = (what: string) => `f:${key}:${what}`;
    const load = (
      nth: number,
      hot: string | undefined,
      white: string | undefined,
      wants: string,
      label = name,
    ) => {
      if (hot === undefined || white === undefined) return;
      points.push({
        id: `${key}:${nth}`,
        name: label,
        of: key,
        hot,
        neutral: white,
        ground,
        wants,
        here: item.kind === 'fixture',
        circuit: circuitFor(wants),
        guard: run.guard,
        doubled: false,
      });
    };
    if (ground !== undefined) {
      const brings =
        run.does === 'feed' ||
        run.does === 'loop-in' ||
        (run.does === 'travelers' &&
          (run.leads === 'line' ? run.third !== 'supply' : run.third === 'supply'));
      if (brings) source(ground, 'G');
      else if (run.does !== 'spare') grounded.push({ node: ground, name, of: key });
    }
    switch (run.does) {
      case 'feed': {
        source(wire('black'), `L:${circuit}`);
        source(wire('white'), neutral);
        const other = run.circuits[1];
        if (other !== undefined) {
          source(wire('red'), `L:${other}`);
          source(wire('white-red'), neutralOf(work, other));
        } else if (run.switched) {
          const red = wire('red');
          if (red !== undefined) {
            source(far('hot'), `L:${circuit}`);
            switches.push({
              id: key,
              name: `switch at the far end of ${name}`,
              of: key,
              positions: [[], [[far('hot'), red]]],
            });
          }
        }
        break;
      }
      case 'out':
      case 'leg': {
        const [first, second] = run.hots;
        const white = wire('white');
        if (first !== undefined)
          load(1, wire('black'), white, first, second === undefined ? name : `${name}, black`);
        if (second !== undefined) load(2, wire('red'), wire('white-red') ?? white, second, `${name}, red`);
        // Behind a GFCI it is one circuit again.
        if (partnered && white !== undefined && run.guard === undefined)
          neutrals.push({ node: white, name, circuit });
        break;
      }
      case 'loop-out': {
        const supply = wires.find(
          ({ signal }) => signal !== `S:${key}` && !signal.startsWith('N:') && signal !== 'G',
        )?.id;
        const back = carrying((signal) => signal === `S:${key}`);
        if (supply !== undefined && back !== undefined)
          switches.push({
            id: key,
            name: `switch at the far end of ${name}`,
            of: key,
            positions: [[], [[supply, back]]],
          });
        break;
      }
      case 'loop-in': {
        source(
          carrying((signal) => signal === `H:${circuit}`),
          `L:${circuit}`,
        );
        const white = carrying((signal) => signal.startsWith('N:'));
        source(white, neutral);
        source(far('neutral'), neutral);
        run.hots.forEach((ref, nth) => {
          const back =
            run.hots.length === 2 ? wire(nth === 0 ? 'black' : 'red') : (wire('red') ?? wire('black'));
          if (back !== undefined)
            points.push({
              id: `${key}:${nth + 1}`,
              name: run.hots.length === 2 ? `${name}, ${nth === 0 ? 'black' : 'red'}` : name,
              of: key,
              hot: back,
              neutral: far('neutral'),
              ground: undefined,
              wants: ref,
              here: false,
              circuit,
              guard: undefined,
              doubled: false,
            });
        });
        break;
      }
      case 'travelers': {
        const one = carrying((signal) => signal.startsWith('T1:'));
        const two = carrying((signal) => signal.startsWith('T2:'));
        if (one === undefined || two === undefined || run.chain === undefined) break;
        const white = carrying((signal) => signal.startsWith('N:'));
        const third = carrying((signal) => signal.startsWith('H:') || signal.startsWith('S:'));
        const common = far('common');
        switches.push({
          id: key,
          name: `three-way at the far end of ${name}`,
          of: key,
          positions: [[[common, one]], [[common, two]]],
        });
        const farLoad = () => {
          const back = white ?? far('neutral');
          if (white === undefined) source(back, neutral);
          points.push({
            id: `${key}:1`,
            name: `light beyond ${name}`,
            of: key,
            hot: run.leads === 'load' ? common : (third ?? common),
            neutral: back,
            ground: undefined,
            wants: run.chain ?? '',
            here: false,
            circuit,
            guard: undefined,
            doubled: false,
          });
        };
        if (run.leads === 'line') {
          if (white !== undefined) source(white, neutral);
          if (run.third === 'supply' && third !== undefined) links.push([common, third]);
          else source(common, `L:${circuit}`);
          if (run.third === 'return') farLoad();
        } else {
          if (run.third === 'supply') source(third, `L:${circuit}`);
          if (run.third === 'return' && third !== undefined) links.push([common, third]);
          else farLoad();
        }
        break;
      }
      case 'spare':
        break;
    }
  }
}

/** Whether a device is one an outlet tester goes into. */
export const isOutlet = ({ item }: Face): boolean =>
  RECEPTACLES.includes(item.device) || item.device === 'combo';
