/** The face of each device: what each of its terminals is meant to carry (docs/trade.md#terminals). */
import type { BoxDocument, ItemOf } from '../box/document.ts';
import type { DeviceWork, WorkPlan } from '../box/work.ts';
import type { DeviceKind, Meant, Port } from '../device/kind.ts';
import type { Size } from '../edition/index.ts';
import { readHot, givenBy } from '../physical/hot.ts';
import { type TabName, tabName, type TerminalEnd } from '../wiring/end.ts';
import { devicesOf } from '../physical/pieces.ts';
import {
  circuitOf,
  constantHot,
  guardedHot,
  guardedNeutral,
  guardOfHot,
  hotSignal,
  partnerOf,
  travelerPair,
} from './ends.ts';
import { GROUND, printPair, printSignal, type Signal } from './signal.ts';

/** One terminal of a device and what it must carry. */
export interface Terminal extends Port {
  /** `t:i3.0:brass-top`. */
  readonly id: TerminalEnd;
  /** Undefined where nothing need land: the screw is turned in. */
  readonly signal: Signal | undefined;
}

export interface Face {
  readonly key: string;
  readonly item: ItemOf<'device'>;
  readonly kind: DeviceKind;
  readonly work: DeviceWork;
  /** Size of the conductors on it, where it is recorded. */
  readonly size: Size | undefined;
  readonly terminals: readonly Terminal[];
  /** Tabs that must be broken, as `i3.0:hot`. */
  readonly broken: readonly TabName[];
  readonly title: string;
}

/** The hot and the GFCI meant for one half of a device. */
export function halfOf(work: DeviceWork, half: 1 | 2): { ref: string; guard: string | undefined } {
  return {
    ref: work.halves?.[half - 1] ?? work.circuit,
    guard: work.guards === undefined ? work.guard : (work.guards[half - 1] ?? undefined),
  };
}

function signalOf(meant: Meant | undefined, work: DeviceWork, plan: WorkPlan): Signal | undefined {
  if (meant === undefined) return undefined;
  const { of, circuit, chain } = work;
  switch (meant.is) {
    case 'ground':
      return GROUND;
    case 'hot': {
      const { ref, guard } = halfOf(work, meant.half);
      const hot = readHot(ref);
      return hot.kind === 'circuit' ? guardedHot(hot.id, guard) : hotSignal(ref);
    }
    case 'neutral': {
      const { ref, guard } = halfOf(work, meant.half);
      const behind = readHot(ref).kind === 'circuit' ? guard : guardOfHot(plan, ref);
      return guardedNeutral(plan, circuitOf(plan, ref) ?? circuit, behind);
    }
    case 'partner':
      return constantHot(partnerOf(plan, circuit) ?? `${circuit}2`);
    case 'given':
      return printSignal({ kind: 'switched', by: givenBy(of, meant.half) });
    case 'guarded': {
      const guards =
        plan.runs.some((run) => run.guard === of || run.guards?.includes(of)) ||
        plan.devices.some((one) => one.guard === of || one.guards?.includes(of));
      return guards ? printSignal({ kind: 'guarded', part: meant.part, of }) : undefined;
    }
    case 'common':
      if (chain === undefined) return undefined;
      return work.end === 'line'
        ? guardedHot(circuit, work.guard)
        : printSignal({ kind: 'switched', by: chain });
    case 'traveler': {
      if (chain === undefined) return undefined;
      const runs = plan.runs.filter((run) => run.does === 'travelers' && run.chain === chain);
      const run = meant.toward === 'other' ? runs[0] : runs.find(({ leads }) => leads === meant.toward);
      if (run === undefined && meant.toward !== 'other') return undefined;
      const pair = run ? travelerPair(run, plan) : printPair(chain, 'here');
      return printSignal({ kind: 'traveler', number: meant.nth, pair });
    }
  }
}

/** Every device with its face. */
export function facesOf(box: BoxDocument, plan: WorkPlan): Face[] {
  return devicesOf(box, plan).map(({ key, item, kind, work, ports, title }): Face => {
    const meant = kind.meant(work);
    const terminals = ports.map((port): Terminal => ({
      ...port,
      signal: signalOf(meant[port.name], work, plan),
    }));
    const broken = (['hot', 'neutral'] as const).flatMap((tab) => {
      const [one, two] = terminals.filter((terminal) => terminal.tab === tab);
      return one && two && one.signal !== two.signal ? [tabName(key, tab)] : [];
    });
    return { key, item, kind, work, size: item.size, terminals, broken, title };
  });
}
