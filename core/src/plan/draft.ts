/** A wiring as a planner makes it, net by net: joints to make, pigtails cut and what is landed. */
import type { Size } from '../edition/index.ts';
import {
  type End,
  type JointId,
  type LandingEnd,
  type LooseEnd,
  type PigtailEnd,
  pigtailEnd,
} from '../wiring/end.ts';
import { nextPigtailId } from '../wiring/indexed.ts';
import type { Land, Pigtail, Wiring } from '../wiring/wiring.ts';
import type { Wire } from './ends.ts';
import { pigtailColour, type Signal } from './signal.ts';

/** A joint that is to be made; its connector is chosen when all are known. */
export interface JointToMake {
  readonly signal: Signal;
  readonly ends: readonly End[];
  /** The joint that was found which is opened for it. */
  readonly from?: JointId;
}

export class Draft {
  readonly joints: JointToMake[] = [];
  readonly pigtails: Pigtail[];
  readonly lands: Land[] = [];
  /** Size of each conductor and pigtail. */
  readonly sizes: Map<End, Size>;

  /** @param found the wiring it starts from; its pigtails keep their ids */
  constructor(wires: readonly Wire[], found?: Pick<Wiring, 'pigtails'>) {
    this.pigtails = [...(found?.pigtails ?? [])];
    this.sizes = new Map<End, Size>([
      ...wires.map(({ id, size }) => [id, size] as const),
      ...this.pigtails.map(({ id, size }) => [pigtailEnd(id), size] as const),
    ]);
  }

  join(joint: JointToMake): void {
    this.joints.push(joint);
  }

  land(end: LooseEnd, at: LandingEnd): void {
    this.lands.push({ end, at });
  }

  /** Cuts a pigtail, in the color of what it carries unless another is named. @returns its end */
  cut(size: Size, signal: Signal, colour: string = pigtailColour(signal)): PigtailEnd {
    const id = nextPigtailId(this);
    const end = pigtailEnd(id);
    this.pigtails.push({ id, size, colour });
    this.sizes.set(end, size);
    return end;
  }
}
