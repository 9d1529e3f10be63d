/**
 * What stands in the way of a plan: a device without a feed, a neutral that is not in the box, two circuits
 * on one neutral. Each in words, with what can be done.
 */
import type { BoxDocument } from '../box/document.ts';
import type { WorkPlan } from '../box/work.ts';
import { DEFAULT_EDITION, editionOf, type Edition } from '../edition/index.ts';
import { keyOf } from '../finding/finding.ts';
import { nameOfCircuit } from '../physical/circuits.ts';
import { readHot } from '../physical/hot.ts';
import {
  circuitOf,
  conductorsNeeded,
  guardedNeutral,
  guardsOf,
  hotSignal,
  type Line,
  linesOf,
  neutralOf,
  partnerOf,
} from './ends.ts';
import { type Face, facesOf, halfOf } from './faces.ts';
import { type PlanContext, type Look, type Obstacle, stands } from './obstacle.ts';
import { CAPPED, chainOfPair, GROUND, readSignal, type Signal } from './signal.ts';
import { givenOf, sourcesOf } from './sources.ts';

export { nameOfCircuit, type Obstacle };

/** Every obstacle of a box, in the order of the looks. */
export function obstaclesOf(
  box: BoxDocument,
  work: WorkPlan,
  edition: Edition = editionOf(DEFAULT_EDITION),
  lines: readonly Line[] = linesOf(box, work),
  faces: readonly Face[] = facesOf(box, work),
): Obstacle[] {
  const ground = { box, work, edition, lines, faces, there: sourcesOf(lines, faces, work) };
  const found = LOOKS.flatMap((look) => look(ground));
  const seen = new Set<string>();
  return found.filter((one) => {
    const key = keyOf(one);
    return !seen.has(key) && seen.add(key);
  });
}

/** What is set up for a piece that is gone. */
const gonePieces: Look = ({ work, lines, faces }) => {
  const known = new Set([...lines.map(({ key }) => key), ...faces.map(({ key }) => key)]);
  return [...work.runs, ...work.devices]
    .filter(({ of }) => !known.has(of))
    .map(({ of }) => stands('unknown-piece', { piece: of }, [of]));
};

const twoFeeds: Look = ({ work, lines }) =>
  work.circuits.flatMap(({ id }): Obstacle[] => {
    const feeds = lines.filter(({ run }) => run.does === 'feed' && run.circuits.includes(id));
    return feeds.length < 2
      ? []
      : [
          stands(
            'two-feeds',
            { circuit: id },
            feeds.map(({ key }) => key),
          ),
        ];
  });

const thinConductors: Look = ({ work, lines, edition }) => {
  const { value, section } = edition.terminals.leastConductor;
  return work.circuits.flatMap(({ id, breaker }): Obstacle[] => {
    if (breaker === undefined) return [];
    const least = value[breaker];
    return lines
      .filter(
        ({ run, item, wires }) =>
          run.does !== 'spare' &&
          item.kind !== 'fixture' &&
          wires.some(({ size, signal }) => signal !== GROUND && size > least) &&
          [...run.circuits, ...run.hots.map((ref) => circuitOf(work, ref))].includes(id),
      )
      .map(({ key, item }) =>
        stands(
          'thin-conductor',
          { piece: key, size: item.size, breaker, circuit: id, least },
          [key],
          section,
        ),
      );
  });
};

/** What a cable must say of itself, and whether it has the conductors. */
const cables: Look = (ground) =>
  ground.lines.flatMap(({ run, wires, key }): Obstacle[] => {
    if (run.does === 'spare') return [];
    const { work } = ground;
    const insulated = wires.filter(({ signal }) => signal !== GROUND).length;
    const shared = sharedWhite(ground, run, insulated);
    const found: Obstacle[] = shared ? [shared] : [];
    const needed = conductorsNeeded(run, work);
    if (insulated < needed && !shared)
      found.push(stands('few-conductors', { piece: key, has: insulated, needs: needed }, [key]));
    if ((run.does === 'out' || run.does === 'leg' || run.does === 'loop-in') && run.hots.length === 0)
      found.push(stands('no-hot', { piece: key, loop: run.does === 'loop-in' }, [key]));
    if (run.does === 'travelers' && (run.chain === undefined || run.leads === undefined))
      found.push(stands('loose-travelers', { piece: key }, [key]));
    return found;
  });

/** Two hots on one white: of two circuits, or one behind a GFCI and one before it. */
function sharedWhite(
  { work, edition }: PlanContext,
  run: PlanContext['lines'][number]['run'],
  insulated: number,
): Obstacle | undefined {
  const [first, second] = run.hots;
  const piece = run.of;
  const split = (why: 'switch-before' | 'one-white') =>
    stands('split-guard', { piece, why }, [piece], 'listing of the device');
  if (first === undefined || (run.does !== 'out' && run.does !== 'leg') || run.doubled) return undefined;
  const guards = guardsOf(work, run);
  const wholly = second === undefined || insulated >= 4;
  if (run.guard !== undefined && guards.some((one) => one !== run.guard) && wholly)
    return split('switch-before');
  if (second === undefined || insulated >= 4) return undefined;
  const circuits = [circuitOf(work, first), circuitOf(work, second)];
  const neutrals = circuits.map((id) => (id === undefined ? undefined : neutralOf(work, id)));
  if (neutrals[0] !== neutrals[1])
    return stands('shared-neutral', { piece }, [piece], edition.terminals.sections['multiwire-neutral']);
  const whites = circuits.map((id, nth) => guardedNeutral(work, id ?? 'a', guards[nth]));
  if (whites[0] !== whites[1]) return split('one-white');
  return undefined;
}

/** What a conductor must carry and nothing gives. */
const unsourced: Look = ({ lines, there, edition }) =>
  lines.flatMap(({ run, wires, key }) =>
    run.does === 'spare'
      ? []
      : wires.flatMap(({ signal, colour }): Obstacle[] => {
          if (there.has(signal) || signal === CAPPED || signal === GROUND) return [];
          const read = readSignal(signal);
          if (read.kind === 'neutral')
            return [
              stands(
                'no-neutral',
                { piece: key, circuit: read.circuit, for: 'cable' },
                [key],
                edition.terminals.sections['no-neutral'],
              ),
            ];
          return [stands('no-source', { piece: key, carries: signal, colour }, [key])];
        }),
  );

/** Every conductor of a raceway is spoken for. */
const raceways: Look = ({ lines }) =>
  lines.flatMap(({ key, item, run }): Obstacle[] => {
    if (item.kind !== 'conductors' || run.does === 'spare') return [];
    const said = run.wires ?? 2;
    if (said === item.count) return [];
    return [stands('raceway', { conductors: item.count, told: said }, [key])];
  });

/** What a device needs and nothing brings. */
const devices: Look = ({ faces, there, work, edition }) =>
  faces.flatMap((face): Obstacle[] => {
    const { key, kind, terminals, work: device } = face;
    const found: Obstacle[] = [];
    const meant = kind.meant(device);
    for (const { name: port, signal } of terminals) {
      if (signal === undefined || signal === GROUND || there.has(signal)) continue;
      const read = readSignal(signal);
      // The second hot of a circuit without a partner is told below.
      if (meant[port]?.is === 'partner' && partnerOf(work, device.circuit) === undefined) continue;
      if (read.kind === 'hot') found.push(stands('no-feed', { piece: key, circuit: read.circuit }, [key]));
      else if (read.kind === 'neutral')
        found.push(
          stands(
            'no-neutral',
            {
              piece: key,
              circuit: read.circuit,
              for: kind.group === 'receptacle' ? 'receptacle' : 'device',
            },
            [key],
            edition.terminals.sections['no-neutral'],
          ),
        );
      else if (read.kind === 'switched')
        found.push(stands('no-source', { piece: key, carries: signal }, [key]));
      else if (read.kind === 'guarded') found.push(stands('no-guard', { piece: key }, [key]));
    }
    if (
      Object.values(meant).some(({ is }) => is === 'partner') &&
      partnerOf(work, device.circuit) === undefined
    )
      found.push(stands('one-hot', { piece: key }, [key]));
    for (const half of [1, 2] as const) {
      const { ref, guard } = halfOf(device, half);
      const own = readHot(ref);
      const through = own.kind === 'switched' ? work.devices.find(({ of }) => of === own.by)?.guard : guard;
      if (guard !== undefined && through !== guard)
        found.push(stands('split-guard', { piece: key, why: 'half-before' }, [key], 'listing of the device'));
    }
    return found;
  });

/** Three-ways and four-ways know their chain and have their travelers. */
const chains: Look = ({ faces, work }) =>
  faces.flatMap(({ key, kind, work: device }): Obstacle[] => {
    if (!kind.asks.includes('chain')) return [];
    const found: Obstacle[] = [];
    if (device.chain === undefined) found.push(stands('no-chain', { piece: key }, [key]));
    const runs = work.runs.filter((run) => run.does === 'travelers' && run.chain === device.chain);
    const others = work.devices.filter((one) => one.chain === device.chain && one.of !== key);
    const ended = kind.asks.includes('end');
    if (ended && device.chain !== undefined) {
      if (device.end === undefined) found.push(stands('no-end', { piece: key }, [key]));
      if (runs.length + others.length !== 1)
        found.push(stands('travelers', { piece: key, pairs: runs.length }, [key]));
    }
    if (!ended && (runs.length !== 2 || new Set(runs.map(({ leads }) => leads)).size !== 2))
      found.push(stands('travelers', { piece: key }, [key]));
    return found;
  });

/** A control that gives its hot to nothing. */
const idleControls: Look = ({ faces, lines }) => {
  const used = new Set(lines.flatMap(({ wires }) => wires.map(({ signal }) => signal)));
  for (const { kind, terminals, work } of faces) {
    const meant = kind.meant(work);
    for (const { name, signal } of terminals)
      if (signal !== undefined && meant[name]?.is === 'hot') used.add(signal);
  }
  return faces.flatMap((face) =>
    givenOf(face)
      .filter((signal) => !used.has(signal))
      .map((signal): Obstacle => {
        const read = readSignal(signal);
        const half = read.kind === 'switched' ? readHot(read.by) : undefined;
        const second = half?.kind === 'switched' && half.half === 2;
        return stands('controls-nothing', { piece: face.key, second }, [face.key]);
      }),
  );
};

/** A switch loop whose return goes to no load: the switch at its far end would switch nothing. */
const idleLoops: Look = ({ lines, faces }) =>
  lines.flatMap(({ run, key }): Obstacle[] => {
    if (run.does !== 'loop-out') return [];
    const returned = hotSignal(run.of);
    const used =
      lines.some((line) => line.key !== key && line.wires.some(({ signal }) => signal === returned)) ||
      faces.some(({ terminals }) => terminals.some(({ signal }) => signal === returned));
    return used ? [] : [stands('loop-switches-nothing', { piece: key }, [key])];
  });

const LOOKS: readonly Look[] = [
  gonePieces,
  twoFeeds,
  thinConductors,
  cables,
  unsourced,
  raceways,
  devices,
  chains,
  idleControls,
  idleLoops,
];

/** What a conductor carries, in words. */
export function sayHot(
  signal: Signal,
  work: WorkPlan,
  faces: readonly Pick<Face, 'key' | 'title'>[],
): string {
  const read = readSignal(signal);
  const titleOf = (key: string) => faces.find((one) => one.key === key)?.title;
  switch (read.kind) {
    case 'hot':
      return `the hot of ${nameOfCircuit(work, read.circuit)}`;
    case 'neutral':
      return `the neutral of ${nameOfCircuit(work, read.circuit)}`;
    case 'ground':
      return 'the grounds';
    case 'capped':
      return 'capped, nothing to carry';
    case 'guarded':
      return `the protected ${read.part} of the ${titleOf(read.of) ?? 'GFCI'}`;
    case 'traveler':
      return `traveler ${read.number} of ${(chainOfPair(read.pair) ?? 'its chain').replace('way-', 'chain ')}`;
    case 'switched': {
      const hot = readHot(read.by);
      if (hot.kind === 'chain') return `what ${hot.id.replace('way-', 'three-way chain ')} gives`;
      const title = hot.kind === 'switched' ? titleOf(hot.by) : undefined;
      return title === undefined
        ? 'a hot switched elsewhere'
        : `switched by the ${title}${hot.kind === 'switched' && hot.half === 2 ? ', second half' : ''}`;
    }
  }
}
