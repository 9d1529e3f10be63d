/** The names of a planned box, for findings: those of the box, and what each conductor is meant to carry. */
import type { WorkPlan } from '../box/work.ts';
import type { Edition } from '../edition/index.ts';
import type { Namer } from '../finding/say.ts';
import { namerOf } from '../physical/name.ts';
import type { Physical } from '../physical/physical.ts';
import { sayHot } from './needs.ts';
import { isSignal } from './signal.ts';

export function planNamer(physical: Physical, work: WorkPlan, { unit }: Pick<Edition, 'unit'>): Namer {
  return {
    ...namerOf(physical, work, unit),
    carries: (signal) => (isSignal(signal) ? sayHot(signal, work, physical.devices) : signal),
  };
}
