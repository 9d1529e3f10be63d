/**
 * A first guess of what a box does, from the roles of its cables and its devices, in trade words: a person
 * puts it right in a few touches. Only what is not recorded is guessed.
 */
import type { BoxDocument } from '../box/document.ts';
import { spacesNamed } from '../box/safety.ts';
import { type DutyItem, runOf } from '../box/set-up.ts';
import { type Circuit, type DeviceWork, type Run, Schools, secondHalf, type WorkPlan } from '../box/work.ts';
import { kindOf } from '../device/index.ts';
import { SIDES } from '../box/words.ts';
import { itemsIn, sidesAreTold } from '../fill/spaces.ts';
import { devicePieces, piecesOf } from '../physical/pieces.ts';
import { isSplit, isWide, type Known, knownOf, saidOf, withLikely } from './guess-from.ts';

const run = (of: string, does: Run['does'], more: Partial<Run> = {}): Run => ({
  of,
  does,
  circuits: [],
  hots: [],
  ...more,
});

const conductorsOf = (item: DutyItem) =>
  item.kind === 'cable' ? item.conductors : item.kind === 'fixture' ? item.count : 2;
/** Controls of the box that still want something to switch, in the order of its devices. */
function controlsOf(devices: readonly DeviceWork[], box: BoxDocument): string[] {
  const kinds = new Map(devicePieces(box).map(({ id, device }) => [id, device]));
  return devices.flatMap((device) => {
    const kind = kinds.get(device.of);
    if (kind === undefined) return [];
    const gives = Object.values(kindOf(kind).meant(device)).flatMap((one) =>
      one.is === 'given' ? [one.half] : [],
    );
    const { asks, ports } = kindOf(kind);
    if (asks.includes('end'))
      return device.chain !== undefined && device.end === 'load' ? [device.chain] : [];
    // A combination that is half a receptacle gives one hot only.
    const there = gives.filter((half) =>
      ports(device).some(({ name }) => name === (half === 2 ? 'load-2' : 'load') || name === `load-${half}`),
    );
    return there.map((half) => (half === 2 ? secondHalf(device.of) : device.of));
  });
}

/** What the box does as far as it can be told. @param circuit name of the circuit on the record */
export function suggestWork(box: BoxDocument, circuit = ''): WorkPlan {
  const divided = box.items.some(({ kind }) => kind === 'barrier') && sidesAreTold(box);
  return divided ? suggestSpaces(box, circuit) : suggestOne(box, circuit);
}

/** Nothing crosses a barrier: each space is guessed on its own, with circuits and chains of its own. */
function suggestSpaces(box: BoxDocument, circuit: string): WorkPlan {
  const [a, b] = SIDES.map((side) => suggestOne({ ...box, items: itemsIn(box, side) }, circuit)) as [
    WorkPlan,
    WorkPlan,
  ];
  const taken = a.circuits.map(({ id }) => id);
  const free = ['b', 'c', 'd', 'e'].filter((id) => !taken.includes(id));
  const renamed = new Map(b.circuits.map(({ id }, nth) => [id, free[nth] ?? id]));
  const other = (id: string) => renamed.get(id) ?? id.replace(/^way-/, 'way-b');
  return {
    ...a,
    circuits: [
      ...a.circuits,
      ...b.circuits.map(({ partner, ...one }) => ({
        ...one,
        id: other(one.id),
        name: '',
        ...(partner === undefined ? {} : { partner: other(partner) }),
      })),
    ],
    runs: [
      ...a.runs,
      ...b.runs.map((one) => ({
        ...one,
        circuits: one.circuits.map(other),
        hots: one.hots.map(other),
        ...(one.chain === undefined ? {} : { chain: other(one.chain) }),
      })),
    ],
    devices: [
      ...a.devices,
      ...b.devices.map((one) => ({
        ...one,
        circuit: other(one.circuit),
        ...(one.chain === undefined ? {} : { chain: other(one.chain) }),
      })),
    ],
  };
}

/** What the devices of a box are taken to be wired for. */
function guessDevices({ box, pieces, feed, circuitOf, multiwire }: Known): DeviceWork[] {
  const has = (does: string) => pieces.some((piece) => saidOf(piece) === does);
  const lineEnd = has('feed') || feed !== undefined;
  const [first = 'a', second] = multiwire ? ['a', 'b'] : [...new Set(circuitOf.values())];
  const all = devicePieces(box);
  let chains = 0;
  return all.map(({ id: key, device }): DeviceWork => {
    const { asks } = kindOf(device);
    if (asks.includes('chain')) {
      chains += 1;
      const leg = pieces.some((piece) => saidOf(piece) === 'leg' || piece.kind === 'fixture');
      return {
        of: key,
        circuit: first,
        chain: `way-${chains}`,
        ...(asks.includes('end') ? { end: !lineEnd || (leg && !has('feed')) ? 'load' : 'line' } : {}),
      };
    }
    // Two circuits and one receptacle whose halves can be fed apart: each half has its own.
    const split = second !== undefined && all.length === 1 && isSplit(device);
    return { of: key, circuit: first, ...(split ? { halves: [first, second] } : {}) };
  });
}

/** Hots that something recorded already takes from a switch or a loop. */
const takenHots = (pieces: readonly DutyItem[]): Set<string> =>
  new Set(pieces.flatMap((piece) => runOf(piece)?.hots ?? []));

/** What each cable is taken to do, of those of which that is not recorded in full. */
function guessRuns(known: Known, devices: readonly DeviceWork[]): Run[] {
  const { box, pieces, travelers, loopIn, feed, fedBySwitch, bothHots, multiwire, circuitOf } = known;
  const ways = devices.filter(({ chain }) => chain !== undefined);
  const taken = takenHots(pieces);
  // A loop and a load in one box belong together: what the switch at its far end gives goes to the load.
  const returns = loopIn ? [] : pieces.flatMap((piece) => (saidOf(piece) === 'loop' ? [piece.id] : []));
  const controls = new Set([...controlsOf(devices, box), ...returns]);
  const free = [...controls].filter((hot) => !taken.has(hot));
  const next = () => free.shift();
  const first = [...circuitOf.values()][0] ?? 'a';
  const outCircuits = outsOf(known, devices);
  let traveler = 0;
  const guessed = (piece: DutyItem): Run => {
    const { id: key } = piece;
    const role = saidOf(piece);
    const three = conductorsOf(piece) >= 3;
    const named = piece.label !== undefined ? { name: piece.label } : {};
    const brings = circuitOf.get(key);
    if (piece === feed || role === 'feed' || (role === undefined && brings !== undefined))
      return run(key, 'feed', {
        circuits: (bothHots && three) || multiwire ? ['a', 'b'] : [brings ?? 'a'],
        ...named,
      });
    const load = () => {
      const own = next();
      if (own === undefined) return undefined;
      const second = three ? next() : undefined;
      return run(key, 'leg', { hots: second === undefined ? [own] : [own, second], ...named });
    };
    const goesOn = () =>
      run(key, 'out', { hots: multiwire && three ? ['a', 'b'] : [outCircuits.get(key) ?? first], ...named });
    if (piece.kind === 'fixture') return load() ?? run(key, 'leg', { hots: [first], name: 'luminaire' });
    if ((role === 'leg' || role === 'load') && fedBySwitch)
      return run(key, 'feed', { circuits: ['a'], ...(three ? { switched: true as const } : {}), ...named });
    switch (role) {
      case 'out':
        return goesOn();
      case 'leg':
      case 'load':
        return load() ?? run(key, 'leg', { hots: [first], ...named });
      case 'loop': {
        if (!loopIn) return run(key, 'loop-out', { circuits: [first], hots: [first], ...named });
        const own = next();
        return run(key, 'loop-in', { circuits: ['a'], hots: own === undefined ? [] : [own], ...named });
      }
      case 'travelers': {
        const way = ways[Math.min(traveler, ways.length - 1)];
        traveler += 1;
        return run(key, 'travelers', {
          circuits: [first],
          chain: way?.chain ?? 'way-1',
          // The second pair of a four-way goes on toward the load.
          leads: way?.end === 'line' || (way?.end === undefined && traveler > 1) ? 'load' : 'line',
          ...(three ? { third: 'neutral' as const } : {}),
          ...named,
        });
      }
      case 'spare':
        return run(key, 'spare', named);
      default:
        return load() ?? goesOn();
    }
  };
  // What was said to go to a load has the first choice of the switches.
  const told = new Map<string, Run>();
  const takesLoad = (piece: DutyItem) =>
    piece.kind === 'fixture' || ['leg', 'load', 'loop'].includes(saidOf(piece) ?? '');
  let waiting = pieces.filter((piece) => runOf(piece) === undefined && takesLoad(piece)).length;
  const wideFirst =
    free.length >= 2 ? [...pieces].sort((a, b) => Number(isWide(b)) - Number(isWide(a))) : pieces;
  for (const early of [true, false])
    for (const piece of early ? pieces : wideFirst) {
      const recorded = runOf(piece);
      if (recorded !== undefined) {
        // A leg that was told to take no switch leaves its own to nobody: the guess for the others stays as it was.
        const idle = recorded.does === 'leg' && !recorded.hots.some((hot) => controls.has(hot));
        if (early && idle && free.length > waiting) next();
        continue;
      }
      const said = takesLoad(piece);
      if (early && said) waiting -= 1;
      if (said === early) told.set(piece.id, guessed(piece));
    }
  const runs = pieces.flatMap(({ id }) => told.get(id) ?? []);
  // A four-way is one chain with two pairs of travelers.
  if (travelers.length === 2 && ways.length === 1) {
    runs.filter(({ does }) => does === 'travelers').forEach((one) => (one.chain = ways[0]?.chain));
  }
  return runs;
}

/** Which circuit each feed-out goes on from: of several circuits the devices take the first, the feed-outs what is left over. */
function outsOf({ pieces, circuitOf }: Known, devices: readonly DeviceWork[]): Map<string, string> {
  const circuits = [...new Set(circuitOf.values())];
  const used = new Set(devices.flatMap(({ circuit, halves }) => halves ?? [circuit]));
  const idle = circuits.filter((id) => !used.has(id));
  const outs = pieces.filter((piece) => saidOf(piece) === 'out');
  return new Map(outs.map(({ id }, index) => [id, idle[index] ?? circuits[0] ?? 'a']));
}

/** The circuits with their names: as many as the record names, each its own. */
function namedCircuits(
  ids: readonly string[],
  circuit: string,
  names: readonly string[],
  onBreaker: Partial<Circuit>,
): Circuit[] {
  const each = names.length === ids.length;
  return ids.map((id, nth) =>
    id === 'a'
      ? { id, name: each ? (names[nth] ?? '') : circuit, ...onBreaker }
      : { id, name: each ? (names[nth] ?? '') : '' },
  );
}

function suggestOne(recorded: BoxDocument, circuit: string): WorkPlan {
  const box = withLikely(recorded);
  const breaker = box.site?.breaker;
  const names = spacesNamed(circuit);
  const known = knownOf(box, names);
  const devices = guessDevices(known);
  const onBreaker = breaker === undefined ? {} : { breaker };
  const circuits = [...new Set(known.circuitOf.values())].sort();
  return {
    circuits: known.bothHots
      ? [
          { id: 'a', name: circuit, ...onBreaker, partner: 'b' },
          { id: 'b', name: circuit, ...onBreaker },
        ]
      : known.multiwire
        ? [
            { id: 'a', name: names[0] ?? '', ...onBreaker, partner: 'b' },
            { id: 'b', name: names[1] ?? '', ...onBreaker },
          ]
        : namedCircuits(circuits.length === 0 ? ['a'] : circuits, circuit, names, onBreaker),
    runs: guessRuns(known, devices),
    devices,
    schools: Schools.parse({}),
    made: [],
  };
}

/** What is told of the pieces a box has now; the guess for what is not. */
export function workOf(box: BoxDocument, circuit = ''): WorkPlan {
  const runs = piecesOf(box).flatMap((item) => runOf(item) ?? []);
  const devices = devicePieces(box).flatMap(({ id, wired }): DeviceWork[] =>
    wired === undefined ? [] : [{ of: id, ...wired }],
  );
  const guess = suggestWork(box, circuit);
  const { work } = box;
  if (!work && runs.length === 0 && devices.length === 0) return guess;
  const told = work ?? { circuits: guess.circuits, schools: guess.schools };
  const added = guess.runs.filter(({ of }) => !runs.some((one) => one.of === of));
  // A cable that came later may bring a circuit that was not set up: the second hot of a range, say.
  const brought = new Set(added.flatMap((one) => one.circuits));
  const known = (id: string) => told.circuits.find((one) => one.id === id);
  const unknown = guess.circuits.some(({ id }) => brought.has(id) && !known(id));
  return {
    ...told,
    made: [],
    circuits: unknown
      ? [
          ...guess.circuits.map((one) => ({ ...one, ...known(one.id) })),
          ...told.circuits.filter(({ id }) => !guess.circuits.some((one) => one.id === id)),
        ]
      : told.circuits,
    runs: [...runs, ...added],
    devices: [...devices, ...guess.devices.filter(({ of }) => !devices.some((one) => one.of === of))],
  };
}
