/** Exit codes, as docs/count-line.md gives them to other programs. */
import type { Verdict } from '@dense-pack/core/fill/tally';

export const EXIT = { legal: 0, over: 1, unknown: 3, unreadable: 2 } as const;
export type ExitCode = (typeof EXIT)[keyof typeof EXIT];

/** From best to worst: a line that cannot be read is worse than one without an answer. */
const RANK: readonly ExitCode[] = [EXIT.legal, EXIT.over, EXIT.unknown, EXIT.unreadable];

export function exitOf(verdict: Verdict): ExitCode {
  return EXIT[verdict];
}

export function worse(a: ExitCode, b: ExitCode): ExitCode {
  return RANK.indexOf(a) >= RANK.indexOf(b) ? a : b;
}
