/**
 * What stands in the way of a plan: a device without a feed, a neutral that is not in the box, two circuits
 * on one neutral. Each in words, with what can be done.
 */
import type { BoxDocument } from '../box/document.ts';
import type { WorkPlan } from '../box/work.ts';
import { editionOf, type Edition } from '../edition/index.ts';
import { nameOfCircuit } from '../physical/circuits.ts';
import { readHot } from '../physical/hot.ts';
import {
  circuitOf,
  conductorsNeeded,
  guardedNeutral,
  guardsOf,
  linesOf,
  neutralOf,
  partnerOf,
} from './ends.ts';
import { type Face, facesOf, halfOf } from './faces.ts';
import { cap, type Ground, type Look, type Obstacle, OWN } from './obstacle.ts';
import { CAPPED, GROUND, readSignal } from './signal.ts';
import { givenOf, sourcesOf } from './sources.ts';

export { nameOfCircuit, type Obstacle };

/** Every obstacle of a box, in the order of the looks. */
export function obstaclesOf(
  box: BoxDocument,
  work: WorkPlan,
  edition: Edition = editionOf('nec2023'),
  lines = linesOf(box, work),
  faces = facesOf(box, work),
): Obstacle[] {
  const ground = { box, work, edition, lines, faces, there: sourcesOf(lines, faces, work) };
  const found = LOOKS.flatMap((look) => look(ground));
  const seen = new Set<string>();
  return found.filter(({ code, words }) => {
    const key = `${code} ${words}`;
    return !seen.has(key) && seen.add(key);
  });
}

/** What is set up for a piece that is gone. */
const gonePieces: Look = ({ work, lines, faces }) => {
  const known = new Set([...lines.map(({ key }) => key), ...faces.map(({ key }) => key)]);
  return [...work.runs, ...work.devices]
    .filter(({ of }) => !known.has(of))
    .map(({ of }) => ({
      code: 'unknown-piece',
      words: `“${of}” is not in the box any more: say anew what the box does.`,
      section: OWN,
      of: [of],
    }));
};

const twoFeeds: Look = ({ work, lines }) =>
  work.circuits.flatMap(({ id }): Obstacle[] => {
    const feeds = lines.filter(({ run }) => run.does === 'feed' && run.circuits.includes(id));
    return feeds.length < 2
      ? []
      : [
          {
            code: 'two-feeds',
            words: `Two cables are called the feed of ${nameOfCircuit(work, id)}: joined, they would close a loop or meet two breakers. One of them is a feed-out, or another circuit.`,
            section: OWN,
            of: feeds.map(({ key }) => key),
          },
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
      .map(({ key, quoted, item }) => ({
        code: 'thin-conductor',
        words: `${quoted}: ${item.size} AWG on the ${breaker} A breaker of ${nameOfCircuit(work, id)} wants ${least} AWG: a smaller breaker, or larger cable.`,
        section,
        of: [key],
      }));
  });
};

/** What a cable must say of itself, and whether it has the conductors. */
const cables: Look = (ground) =>
  ground.lines.flatMap(({ run, wires, key, quoted }): Obstacle[] => {
    if (run.does === 'spare') return [];
    const found: Obstacle[] = [];
    const add = (code: string, words: string, section = OWN) =>
      void found.push({ code, words, section, of: [key] });
    const { work } = ground;
    const insulated = wires.filter(({ signal }) => signal !== GROUND).length;
    const shared = sharedWhite(ground, run, insulated);
    if (shared) add(shared.code, `${quoted} ${shared.words}`, shared.section);
    const needed = conductorsNeeded(run, work);
    if (insulated < needed && !shared)
      add(
        'few-conductors',
        `${quoted} has ${insulated} insulated conductors and must carry ${needed}: run a cable with more.`,
      );
    if ((run.does === 'out' || run.does === 'leg' || run.does === 'loop-in') && run.hots.length === 0)
      add(
        'no-hot',
        `${quoted}: say ${run.does === 'loop-in' ? 'which switch here sends its hot back to the light' : 'what feeds or switches it'}.`,
      );
    if (run.does === 'travelers' && (run.chain === undefined || run.leads === undefined))
      add('loose-travelers', `${quoted}: say which three-way chain it belongs to and which way it leads.`);
    return found;
  });

/** Two hots on one white: of two circuits, or one behind a GFCI and one before it. */
function sharedWhite(
  { work, edition }: Ground,
  run: Ground['lines'][number]['run'],
  insulated: number,
): { code: string; words: string; section: string } | undefined {
  const [first, second] = run.hots;
  if (first === undefined || (run.does !== 'out' && run.does !== 'leg') || run.doubled) return undefined;
  const guards = guardsOf(work, run);
  const wholly = second === undefined || insulated >= 4;
  if (run.guard !== undefined && guards.some((one) => one !== run.guard) && wholly)
    return {
      code: 'split-guard',
      words:
        'is called protected by a GFCI and takes what a switch before the GFCI gives: feed that switch from LOAD as well, or say that the cable is not protected.',
      section: 'listing of the device',
    };
  if (second === undefined || insulated >= 4) return undefined;
  const circuits = [circuitOf(work, first), circuitOf(work, second)];
  const neutrals = circuits.map((id) => (id === undefined ? undefined : neutralOf(work, id)));
  if (neutrals[0] !== neutrals[1])
    return {
      code: 'shared-neutral',
      words:
        'would put two circuits on one neutral: neutrals of different circuits are never joined, even if they meet at the panel. Run two cables, one with two neutrals, or make it a multiwire circuit on one two-pole breaker.',
      section: edition.terminals.sections['multiwire-neutral'],
    };
  const whites = circuits.map((id, nth) => guardedNeutral(work, id ?? 'a', guards[nth]));
  if (whites[0] !== whites[1])
    return {
      code: 'split-guard',
      words:
        'has one white for two hots, and only one of them is protected by the GFCI: what comes back past it would trip it. Feed both from LOAD (the switch too), protect neither, or run two cables.',
      section: 'listing of the device',
    };
  return undefined;
}

/** What a conductor must carry and nothing gives. */
const unsourced: Look = ({ lines, there, work, faces, edition }) =>
  lines.flatMap(({ run, wires, key, quoted }) =>
    run.does === 'spare'
      ? []
      : wires.flatMap(({ signal, colour }): Obstacle[] => {
          if (there.has(signal) || signal === CAPPED || signal === GROUND) return [];
          const read = readSignal(signal);
          if (read.kind === 'neutral')
            return [
              {
                code: 'no-neutral',
                words: `${quoted} needs the neutral of ${nameOfCircuit(work, read.circuit)} and none comes into the box. Run a cable that brings it, or feed it from a box that has it. The ground is never a neutral.`,
                section: edition.terminals.sections['no-neutral'],
                of: [key],
              },
            ];
          return [
            {
              code: 'no-source',
              words: `${quoted}: nothing in the box gives what its ${colour} must carry (${sayHot(signal, work, faces)}).`,
              section: OWN,
              of: [key],
            },
          ];
        }),
  );

/** Every conductor of a raceway is spoken for. */
const raceways: Look = ({ lines }) =>
  lines.flatMap(({ key, item, run }): Obstacle[] => {
    if (item.kind !== 'conductors' || run.does === 'spare') return [];
    const said = run.wires ?? 2;
    if (said === item.count) return [];
    return [
      {
        code: 'raceway',
        words: `Of the ${item.count} conductors of the raceway ${said} are spoken for: say what each pair or three of them does.`,
        section: OWN,
        of: [key],
      },
    ];
  });

/** What a device needs and nothing brings. */
const devices: Look = ({ faces, there, work, edition }) =>
  faces.flatMap((face): Obstacle[] => {
    const { key, kind, terminals, title, work: device } = face;
    const found: Obstacle[] = [];
    const add = (code: string, words: string, section = OWN) =>
      void found.push({ code, words, section, of: [key] });
    const name = cap(title);
    const ways =
      kind.group === 'receptacle'
        ? 'run a cable that brings it, or feed the outlet from another box'
        : 'choose one made to work without a neutral, run a cable that brings it, or feed the box anew';
    const meant = kind.meant(device);
    for (const { name: port, signal } of terminals) {
      if (signal === undefined || signal === GROUND || there.has(signal)) continue;
      const read = readSignal(signal);
      // The second hot of a circuit without a partner is told below.
      if (meant[port]?.is === 'partner' && partnerOf(work, device.circuit) === undefined) continue;
      if (read.kind === 'hot')
        add(
          'no-feed',
          `${name} has no feed: no cable brings the hot of ${nameOfCircuit(work, read.circuit)} here.`,
        );
      else if (read.kind === 'neutral')
        add(
          'no-neutral',
          `${name} needs the neutral of ${nameOfCircuit(work, read.circuit)}, and none comes into the box: ${ways}. The ground is never a neutral.`,
          edition.terminals.sections['no-neutral'],
        );
      else if (read.kind === 'switched')
        add('no-source', `${name}: nothing gives ${sayHot(signal, work, faces)}.`);
      else if (read.kind === 'guarded')
        add('no-guard', `${name} is said to be protected by a GFCI that is not in this box.`);
    }
    if (
      Object.values(meant).some(({ is }) => is === 'partner') &&
      partnerOf(work, device.circuit) === undefined
    )
      add('one-hot', `${name} needs both hots of a two-pole breaker: give its circuit a partner.`);
    for (const half of [1, 2] as const) {
      const { ref, guard } = halfOf(device, half);
      const own = readHot(ref);
      const through = own.kind === 'switched' ? work.devices.find(({ of }) => of === own.by)?.guard : guard;
      if (guard !== undefined && through !== guard)
        add(
          'split-guard',
          `${name} is called protected by a GFCI and takes what a switch before the GFCI gives: feed that switch from LOAD as well.`,
          'listing of the device',
        );
    }
    return found;
  });

/** Three-ways and four-ways know their chain and have their travelers. */
const chains: Look = ({ faces, work }) =>
  faces.flatMap(({ key, kind, title, work: device }): Obstacle[] => {
    if (!kind.asks.includes('chain')) return [];
    const found: Obstacle[] = [];
    const add = (code: string, words: string) => void found.push({ code, words, section: OWN, of: [key] });
    const name = cap(title);
    if (device.chain === undefined) add('no-chain', `${name}: say with which other switches it works.`);
    const runs = work.runs.filter((run) => run.does === 'travelers' && run.chain === device.chain);
    const others = work.devices.filter((one) => one.chain === device.chain && one.of !== key);
    const ended = kind.asks.includes('end');
    if (ended && device.chain !== undefined) {
      if (device.end === undefined)
        add('no-end', `${name}: say whether its common takes the hot or goes to the load.`);
      if (runs.length + others.length !== 1)
        add('travelers', `${name} wants one pair of travelers to the next switch; there are ${runs.length}.`);
    }
    if (!ended && (runs.length !== 2 || new Set(runs.map(({ leads }) => leads)).size !== 2))
      add(
        'travelers',
        `${name} wants two pairs of travelers, one from the line’s side and one toward the load.`,
      );
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
        return {
          code: 'controls-nothing',
          words: `${cap(face.title)} controls nothing: no cable or outlet takes ${half?.kind === 'switched' && half.half === 2 ? 'what its second half gives' : 'what it gives'}.`,
          section: OWN,
          of: [face.key],
        };
      }),
  );
};

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
];

/** What a conductor carries, in words. */
export function sayHot(
  signal: string,
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
      return `traveler ${read.nth} of ${read.pair.split(':')[0]?.replace('way-', 'chain ') ?? 'its chain'}`;
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
