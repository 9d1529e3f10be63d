/** The steps of making safe, and whether all are ticked. */
import type { Seen } from '@dense-pack/core/box/record';
import { SAFE_STEPS, type SafeStep } from '@dense-pack/core/box/words';

export const SAFE_STEP_NAMES = Object.keys(SAFE_STEPS) as SafeStep[];

/** Whether every step is ticked. */
export const isSafe = ({ safe }: Seen): boolean => SAFE_STEP_NAMES.every((step) => safe.includes(step));
