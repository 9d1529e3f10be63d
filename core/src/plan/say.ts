/** The names of a planned box, for findings: those of the box, and what each conductor is meant to carry. */
import type { WorkPlan } from '../box/work.ts';
import type { Edition } from '../edition/index.ts';
import type { Sayer } from '../finding/say.ts';
import { sayerOf } from '../physical/name.ts';
import type { Physical } from '../physical/physical.ts';
import { sayHot } from './needs.ts';
import { isSignal } from './signal.ts';

export function planSayer(physical: Physical, work: WorkPlan, { unit }: Pick<Edition, 'unit'>): Sayer {
  return {
    ...sayerOf(physical, work, unit),
    carries: (signal) => (isSignal(signal) ? sayHot(signal, work, physical.devices) : signal),
  };
}
