/**
 * The face of each device: its terminals, which of them a tab joins, and what each is for (handbook 12).
 * Screws take one conductor each; leads are joined in a connector. Common practice; the marking on the
 * device governs.
 */
import type { BoxDocument, ItemOf } from '../box/document.ts';
import { DEVICES, type DeviceName } from '../box/words.ts';
import type { DeviceWork, WorkPlan } from '../box/work.ts';
import type { Size } from '../edition/index.ts';
import { circuitOf, GROUND, hotSignal, neutralOf, numbered, travelerPair } from './ends.ts';

export type Metal = 'brass' | 'silver' | 'green' | 'dark' | 'lead';

/** One terminal of a device and what it must carry. */
export interface Terminal {
  /** `t:i3.0:brass-top`. */
  readonly id: string;
  readonly name: string;
  readonly metal: Metal;
  /** Undefined where nothing need land: the screw is turned in. */
  readonly signal: string | undefined;
  /** Joined to another terminal by a tab that may be broken: `hot` or `neutral`. */
  readonly tab?: 'hot' | 'neutral';
}

export interface Face {
  readonly key: string;
  readonly item: ItemOf<'device'>;
  readonly work: DeviceWork;
  /** Size of the conductors on it, where it is recorded. */
  readonly size: Size | undefined;
  readonly terminals: readonly Terminal[];
  /** Tabs that must be broken, as `i3.0:hot`. */
  readonly broken: readonly string[];
  readonly title: string;
}

/** Devices with leads in place of screws. Common practice, no source: many have screws; read the device. */
const WITH_LEADS: readonly DeviceName[] = ['dimmer', 'timer', 'smart', 'fan-control'];
/** Devices that switch one line to one load. */
export const SINGLE_POLE: readonly DeviceName[] = ['switch', 'dimmer', 'timer', 'smart', 'fan-control'];
/** Devices that want a neutral unless the person says theirs does not. */
export const WANTS_NEUTRAL: readonly DeviceName[] = ['smart'];
export const RECEPTACLES: readonly DeviceName[] = ['duplex', 'single', 'usb', 'gfci', 'range', 'dryer'];

export function takesNeutral({ device }: ItemOf<'device'>, { neutral }: DeviceWork): boolean {
  return neutral ?? WANTS_NEUTRAL.includes(device);
}

type Made = Omit<Terminal, 'id'>;

function terminalsOf(
  item: ItemOf<'device'>,
  work: DeviceWork,
  plan: WorkPlan,
): { made: Made[]; broken: string[] } {
  const { of, circuit, guard, chain } = work;
  const hot = hotSignal(circuit);
  const neutral = neutralOf(plan, circuit);
  const green: Made = { name: 'ground', metal: 'green', signal: GROUND };
  const fed = guard === undefined ? { hot, neutral } : { hot: `PH:${guard}`, neutral: `PN:${guard}` };
  const two = plan.circuits.find(
    ({ id, partner }) =>
      id !== circuit &&
      (partner === circuit || plan.circuits.find((one) => one.id === circuit)?.partner === id),
  );
  switch (item.device) {
    case 'duplex': {
      const [top, bottom] = work.halves ?? [circuit, circuit];
      const neutralFor = (ref: string) =>
        guard === undefined ? neutralOf(plan, circuitOf(plan, ref) ?? circuit) : fed.neutral;
      const hotFor = (ref: string) => (guard !== undefined && ref === circuit ? fed.hot : hotSignal(ref));
      return {
        made: [
          { name: 'brass-top', metal: 'brass', signal: hotFor(top), tab: 'hot' },
          { name: 'brass-bottom', metal: 'brass', signal: hotFor(bottom), tab: 'hot' },
          { name: 'silver-top', metal: 'silver', signal: neutralFor(top), tab: 'neutral' },
          { name: 'silver-bottom', metal: 'silver', signal: neutralFor(bottom), tab: 'neutral' },
          green,
        ],
        broken: [
          ...(hotFor(top) === hotFor(bottom) ? [] : [`${of}:hot`]),
          ...(neutralFor(top) === neutralFor(bottom) ? [] : [`${of}:neutral`]),
        ],
      };
    }
    case 'single':
    case 'usb':
      return {
        made: [
          { name: 'brass', metal: 'brass', signal: fed.hot },
          { name: 'silver', metal: 'silver', signal: fed.neutral },
          green,
        ],
        broken: [],
      };
    case 'gfci': {
      const guards =
        plan.runs.some((run) => run.guard === of) || plan.devices.some((device) => device.guard === of);
      return {
        made: [
          { name: 'line-hot', metal: 'brass', signal: fed.hot },
          { name: 'line-neutral', metal: 'silver', signal: fed.neutral },
          { name: 'load-hot', metal: 'brass', signal: guards ? `PH:${of}` : undefined },
          { name: 'load-neutral', metal: 'silver', signal: guards ? `PN:${of}` : undefined },
          green,
        ],
        broken: [],
      };
    }
    case 'range':
    case 'dryer':
      return {
        made: [
          { name: 'hot-1', metal: 'brass', signal: hot },
          { name: 'hot-2', metal: 'brass', signal: two ? hotSignal(two.id) : `H:${circuit}2` },
          { name: 'neutral', metal: 'silver', signal: neutral },
          green,
        ],
        broken: [],
      };
    case 'switch':
      return {
        made: [
          { name: 'line', metal: 'brass', signal: hot },
          { name: 'load', metal: 'brass', signal: `S:${of}` },
          green,
        ],
        broken: [],
      };
    case 'dimmer':
    case 'timer':
    case 'smart':
    case 'fan-control':
      return {
        made: [
          { name: 'line', metal: 'lead', signal: hot },
          { name: 'load', metal: 'lead', signal: `S:${of}` },
          ...(takesNeutral(item, work) ? [{ name: 'neutral', metal: 'lead' as const, signal: neutral }] : []),
          { ...green, metal: WITH_LEADS.includes(item.device) ? 'lead' : 'green' },
        ],
        broken: [],
      };
    case '3way': {
      const run = plan.runs.find((one) => one.does === 'travelers' && one.chain === chain);
      const pair = run ? travelerPair(run, plan) : `${chain}:here`;
      return {
        made: [
          {
            name: 'common',
            metal: 'dark',
            signal: chain === undefined ? undefined : work.end === 'line' ? hot : `S:${chain}`,
          },
          { name: 'traveler-1', metal: 'brass', signal: chain === undefined ? undefined : `T1:${pair}` },
          { name: 'traveler-2', metal: 'brass', signal: chain === undefined ? undefined : `T2:${pair}` },
          green,
        ],
        broken: [],
      };
    }
    case '4way': {
      const runs = plan.runs.filter((one) => one.does === 'travelers' && one.chain === chain);
      const line = runs.find(({ leads }) => leads === 'line');
      const load = runs.find(({ leads }) => leads === 'load');
      const pair = (run: typeof line, nth: number) =>
        run ? `T${nth}:${travelerPair(run, plan)}` : undefined;
      return {
        made: [
          { name: 'in-1', metal: 'dark', signal: pair(line, 1) },
          { name: 'in-2', metal: 'dark', signal: pair(line, 2) },
          { name: 'out-1', metal: 'brass', signal: pair(load, 1) },
          { name: 'out-2', metal: 'brass', signal: pair(load, 2) },
          green,
        ],
        broken: [],
      };
    }
    case 'combo': {
      const receptacle = work.second === 'receptacle';
      return {
        made: [
          { name: 'line', metal: 'dark', signal: hot, tab: 'hot' },
          { name: 'line-2', metal: 'dark', signal: hot, tab: 'hot' },
          { name: 'load', metal: 'brass', signal: `S:${of}` },
          ...(receptacle
            ? [{ name: 'silver', metal: 'silver' as const, signal: neutral }]
            : [{ name: 'load-2', metal: 'brass' as const, signal: `S:${of}.2` }]),
          green,
        ],
        broken: [],
      };
    }
    case 'blank':
      return { made: [], broken: [] };
  }
}

/** The pieces of a box that are devices. */
export function devicePieces(box: BoxDocument): { key: string; item: ItemOf<'device'> }[] {
  return box.items.flatMap((item) =>
    item.kind === 'device'
      ? Array.from({ length: item.count }, (_, nth) => ({ key: `${item.id}.${nth}`, item }))
      : [],
  );
}

/** Every device with its face. A device without work takes circuit a. */
export function facesOf(box: BoxDocument, plan: WorkPlan): Face[] {
  const pieces = devicePieces(box);
  const titles = numbered(pieces.map(({ item }) => item.label ?? DEVICES[item.device]));
  return pieces.map(({ key, item }, at): Face => {
    const work = plan.devices.find(({ of }) => of === key) ?? { of: key, circuit: 'a' };
    const { made, broken } = terminalsOf(item, work, plan);
    return {
      key,
      item,
      work,
      size: item.size,
      terminals: made.map((one) => ({ ...one, id: `t:${key}:${one.name}` })),
      broken,
      title: titles[at] ?? DEVICES[item.device],
    };
  });
}
