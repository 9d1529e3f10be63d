/**
 * What a plan takes for granted: the roles of cables that nobody recorded and that do not follow from the rest, and, where several
 * circuits come into the box, which of them each device and feed-out is on. A role follows only where no other could work.
 */
import type { BoxDocument } from '../box/document.ts';
import type { WorkPlan } from '../box/work.ts';
import { kindOf, takesBothHots } from '../device/index.ts';
import { devicePieces, piecesOf } from '../physical/pieces.ts';
import { possibleRoles, wordOf } from './possible-roles.ts';

/** A role, or the circuit of a device, that a plan takes for granted. */
export interface Assumed {
  readonly piece: string;
  /** What the plan takes it for. */
  readonly as: string;
  /** What else it could be. */
  readonly or: readonly string[];
}

const NOTHING_TOLD: ReadonlySet<string> = new Set();

/**
 * The roles a plan takes for granted. Empty: nothing that was guessed could change the plan.
 * @param work what the plan is made of: recorded, and guessed where nothing is
 * @param told pieces of which something beside the box says what they do, such as a file
 */
export function assumedRoles(
  box: BoxDocument,
  work: WorkPlan,
  told: ReadonlySet<string> = NOTHING_TOLD,
): Assumed[] {
  const runOf = (piece: string) => work.runs.find(({ of }) => of === piece);
  const said = new Map(
    [...told].flatMap((piece) => {
      const run = runOf(piece);
      return run ? [[piece, wordOf(run)] as const] : [];
    }),
  );
  const roles = [...possibleRoles(box, said)].flatMap(([piece, possible]): Assumed[] => {
    const run = runOf(piece);
    const as = run ? wordOf(run) : 'spare';
    const or = possible.filter((role) => role !== as);
    return or.length === 0 ? [] : [{ piece, as, or }];
  });
  return [...roles, ...assumedCircuits(box, work, told)];
}

/** Where several circuits come into the box: which of them a device or a feed-out is on, as far as nobody said so. */
function assumedCircuits(box: BoxDocument, work: WorkPlan, told: ReadonlySet<string>): Assumed[] {
  const circuits = [
    ...new Set(work.runs.flatMap(({ does, circuits: brought }) => (does === 'feed' ? brought : []))),
  ].sort();
  if (circuits.length < 2) return [];
  const others = (own: string) => circuits.filter((id) => id !== own).map((id) => `circuit ${id}`);
  const devices = devicePieces(box).flatMap(({ id, device, wired }): Assumed[] => {
    const taken = work.devices.find(({ of }) => of === id);
    const lands = kindOf(device).group !== 'none' && !takesBothHots(device);
    if (wired !== undefined || told.has(id) || !taken || !lands) return [];
    return taken.halves
      ? [{ piece: id, as: 'split', or: circuits.map((one) => `circuit ${one}`) }]
      : [{ piece: id, as: `circuit ${taken.circuit}`, or: others(taken.circuit) }];
  });
  const outs = piecesOf(box).flatMap((item): Assumed[] => {
    const run = work.runs.find(({ of }) => of === item.id);
    const [hot] = run?.hots ?? [];
    const isOpen =
      run?.does === 'out' && run.hots.length === 1 && item.duty?.hots === undefined && !told.has(item.id);
    if (!isOpen || hot === undefined || !circuits.includes(hot)) return [];
    return [{ piece: item.id, as: `out, circuit ${hot}`, or: others(hot).map((one) => `out, ${one}`) }];
  });
  return [...devices, ...outs];
}

const ROLE_WORDS: Readonly<Record<string, string>> = {
  feed: 'feed',
  out: 'feed-out',
  leg: 'switch leg',
  loop: 'switch loop',
  travelers: 'travelers',
  spare: 'spare',
  split: 'split between the circuits',
};

/** An assumed role as a screen says it. @example roleWords('out, circuit b') // 'feed-out, circuit B' */
export const roleWords = (role: string): string =>
  role
    .split(', ')
    .map(
      (word) =>
        ROLE_WORDS[word] ??
        word.replace(/^circuit ([a-f])$/, (_, id: string) => `circuit ${id.toUpperCase()}`),
    )
    .join(', ');
