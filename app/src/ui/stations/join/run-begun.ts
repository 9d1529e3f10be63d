/** What a cable carries until more is said, by what it is. */
import type { Run, RunKind } from '@dense-pack/core/box/work';

/** Nothing of what it was before stays. */
export function begun(does: RunKind, insulated: number): Partial<Record<keyof Run, unknown>> {
  const isOne = (...of: RunKind[]) => of.includes(does);
  const travelers = does === 'travelers';
  return {
    does,
    circuits: isOne('feed', 'loop-in', 'loop-out', 'travelers') ? ['a'] : [],
    hots: isOne('out', 'loop-out') ? ['a'] : [],
    chain: travelers ? 'way-1' : undefined,
    leads: travelers ? 'load' : undefined,
    third: travelers && insulated > 2 ? 'neutral' : undefined,
    switched: undefined,
    guard: undefined,
    guards: undefined,
    doubled: undefined,
  };
}
