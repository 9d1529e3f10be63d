/**
 * A first guess of what a box does, from the roles of its cables and its devices, in trade words: a person
 * puts it right in a few touches. Only what is not recorded is guessed.
 */
import type { BoxDocument } from '../box/document.ts';
import { type DutyItem, runOf } from '../box/set-up.ts';
import { type DeviceWork, roleOf, type Run, Schools, secondHalf, type WorkPlan } from '../box/work.ts';
import { type DeviceName, kindOf } from '../device/index.ts';
import { SIDES } from '../box/words.ts';
import { itemsIn, sidesAreTold } from '../fill/spaces.ts';
import { devicePieces, piecesOf } from '../physical/pieces.ts';

const run = (of: string, does: Run['does'], more: Partial<Run> = {}): Run => ({
  of,
  does,
  circuits: [],
  hots: [],
  ...more,
});

const conductorsOf = (item: DutyItem) =>
  item.kind === 'cable' ? item.conductors : item.kind === 'fixture' ? item.count : 2;
/** A cable says its word; what a luminaire or a raceway does is told in full or not at all. */
const saidOf = (item: DutyItem) => (item.kind === 'cable' ? roleOf(item.duty) : undefined);

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

/** Whether a kind of device switches one hot or two by itself; three-ways do so only in a chain. */
const givesHot = (name: DeviceName) =>
  Object.values(kindOf(name).meant({ circuit: 'a' })).some(({ is }) => is === 'given');

/** Whether a kind of device takes both hots of a two-pole breaker. */
const takesBothHots = (name: DeviceName) =>
  Object.values(kindOf(name).meant({ circuit: 'a' })).some(({ is }) => is === 'partner');

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

function suggestOne(box: BoxDocument, circuit: string): WorkPlan {
  const pieces = piecesOf(box);
  const breaker = box.site?.breaker;
  const schools = Schools.parse({});
  const has = (does: string) => pieces.some((piece) => saidOf(piece) === does);
  const travelers = pieces.filter((piece) => saidOf(piece) === 'travelers');
  const loops = pieces.filter((piece) => saidOf(piece) === 'loop');
  const switches = devicePieces(box).filter(({ device }) => givesHot(device));
  const unsaid = pieces.filter((piece) => saidOf(piece) === undefined && piece.kind !== 'fixture');
  // A range or dryer receptacle takes both hots of a two-pole breaker.
  const bothHots = devicePieces(box).some(({ device }) => takesBothHots(device));
  // A loop that comes to a switch with no feed brings its supply, as does one with nothing beside it that
  // could be the feed or the light; one beside a feed goes to a switch elsewhere.
  const alone = unsaid.length === 0 && !pieces.some(({ kind }) => kind === 'fixture');
  const loopIn = loops.length > 0 && !has('feed') && (switches.length > 0 || alone);
  const feed = has('feed') || loopIn ? undefined : (unsaid.find(({ kind }) => kind === 'cable') ?? unsaid[0]);
  const fedBySwitch =
    feed === undefined && !has('feed') && switches.length === 0 && loops.length + travelers.length === 0;
  const lineEnd = has('feed') || feed !== undefined;

  let chains = 0;
  const devices = devicePieces(box).map(({ id: key, device }): DeviceWork => {
    const { asks } = kindOf(device);
    if (asks.includes('chain')) {
      chains += 1;
      const leg = pieces.some((piece) => saidOf(piece) === 'leg' || piece.kind === 'fixture');
      return {
        of: key,
        circuit: 'a',
        chain: `way-${chains}`,
        ...(asks.includes('end') ? { end: !lineEnd || (leg && !has('feed')) ? 'load' : 'line' } : {}),
      };
    }
    return { of: key, circuit: 'a' };
  });
  const ways = devices.filter(({ chain }) => chain !== undefined);
  const free = controlsOf(devices, box);
  const next = () => free.shift();
  let traveler = 0;
  const guessed = (piece: DutyItem): Run => {
    const { id: key } = piece;
    const role = saidOf(piece);
    const three = conductorsOf(piece) >= 3;
    const named = piece.label !== undefined ? { name: piece.label } : {};
    if (piece === feed || role === 'feed')
      return run(key, 'feed', { circuits: bothHots && three ? ['a', 'b'] : ['a'], ...named });
    const load = () => {
      const first = next();
      if (first === undefined) return undefined;
      const second = three ? next() : undefined;
      return run(key, 'leg', { hots: second === undefined ? [first] : [first, second], ...named });
    };
    if (piece.kind === 'fixture') return load() ?? run(key, 'leg', { hots: ['a'], name: 'luminaire' });
    // At a light without a feed or a switch the cable from the switch is what feeds it.
    if ((role === 'leg' || role === 'load') && fedBySwitch)
      return run(key, 'feed', { circuits: ['a'], ...(three ? { switched: true as const } : {}), ...named });
    switch (role) {
      case 'out':
        return run(key, 'out', { hots: ['a'], ...named });
      case 'leg':
      case 'load':
        return load() ?? run(key, 'leg', { hots: ['a'], ...named });
      case 'loop': {
        if (!loopIn) return run(key, 'loop-out', { circuits: ['a'], hots: ['a'], ...named });
        const first = next();
        return run(key, 'loop-in', { circuits: ['a'], hots: first === undefined ? [] : [first], ...named });
      }
      case 'travelers': {
        const way = ways[Math.min(traveler, ways.length - 1)];
        traveler += 1;
        return run(key, 'travelers', {
          circuits: ['a'],
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
        return load() ?? run(key, 'out', { hots: ['a'], ...named });
    }
  };
  // What was said to go to a load has the first choice of the switches.
  const told = new Map<string, Run>();
  for (const first of [true, false])
    for (const piece of pieces) {
      const role = saidOf(piece);
      const said = role === 'leg' || role === 'load' || role === 'loop' || piece.kind === 'fixture';
      if (said === first) told.set(piece.id, guessed(piece));
    }
  const runs = pieces.flatMap(({ id }) => told.get(id) ?? []);
  // A four-way is one chain with two pairs of travelers.
  if (travelers.length === 2 && ways.length === 1) {
    runs.filter(({ does }) => does === 'travelers').forEach((one) => (one.chain = ways[0]?.chain));
  }
  const onBreaker = { name: circuit, ...(breaker === undefined ? {} : { breaker }) };
  return {
    circuits: bothHots
      ? [
          { id: 'a', ...onBreaker, partner: 'b' },
          { id: 'b', ...onBreaker },
        ]
      : [{ id: 'a', ...onBreaker }],
    runs,
    devices,
    schools,
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
