/**
 * How a plan differs from the wiring that was found, joint by joint and conductor by conductor, and the steps
 * that lead from one to the other (docs/trade.md#identifying).
 */
import type { Joint, Wiring } from '../wiring/wiring.ts';
import { CONNECTORS } from '../connector/connectors.ts';
import {
  type End,
  isPigtail,
  type JointId,
  type LandingEnd,
  pigtailEnd,
  readEnd,
  readTab,
} from '../wiring/end.ts';
import { indexed } from '../wiring/indexed.ts';
import type { Line } from './ends.ts';
import type { Planned } from './planned.ts';

export const JOINT_FATES = {
  left: 'left alone',
  opened: 'opened, with a new connector',
  new: 'new',
} as const;
/** What a joint of the plan is, beside what was found. */
export type PlannedFate = keyof typeof JOINT_FATES;

export const END_FATES = {
  left: 'left',
  lifted: 'lifted from its screw into a joint',
  lengthened: 'lengthened by a pigtail',
  moved: 'moved',
  capped: 'capped',
  new: 'new here',
} as const;
/** What becomes of a conductor of a cable, or a lead of a device. */
export type EndFate = keyof typeof END_FATES;

/** One thing to do, in the order of doing. */
export interface Step {
  readonly does:
    | 'leave'
    | 'take-out'
    | 'lift'
    | 'open'
    | 'take-apart'
    | 'join'
    | 'join-again'
    | 'cap'
    | 'land'
    | 'break'
    | 'mark';
  readonly words: string;
  /** The joint of the plan it makes or leaves. */
  readonly joint?: JointId;
}

export interface Disturbance {
  /** Joints of the plan, by id. */
  readonly joints: ReadonlyMap<JointId, PlannedFate>;
  /** Joints that were found and are no more, by their id there. */
  readonly apart: readonly JointId[];
  /** Every conductor that comes into the box. */
  readonly ends: ReadonlyMap<End, EndFate>;
  readonly steps: readonly Step[];
  /** Dead pigtails and abandoned cables: what hangs in the box and does nothing. */
  readonly dead: readonly string[];
  /** How many joints are opened or taken apart, of how many that were found. */
  readonly opened: number;
  readonly found: number;
}

type Place = { readonly joint: Joint } | { readonly at: LandingEnd } | undefined;

function placeOf(end: End, wiring: Wiring): Place {
  const { jointOf, terminalOf } = indexed(wiring);
  const joint = jointOf(end);
  if (joint) return { joint };
  const at = terminalOf(end);
  return at && { at };
}

/** How a plan that starts from what was found comes from it; undefined where it does not start from it. */
export function disturbanceOf({
  plan: { kept },
  work,
  wiring,
  lines,
  faces,
  name,
}: Pick<Planned, 'plan' | 'work' | 'wiring' | 'lines' | 'faces' | 'name'>): Disturbance | undefined {
  const { found } = work;
  if (kept === undefined || found === undefined) return undefined;
  const joints = new Map<JointId, PlannedFate>(wiring.joints.map(({ id }) => [id, 'new']));
  for (const { fate, now } of kept.joints)
    if (now !== undefined && fate !== 'taken-apart') joints.set(now, fate);
  // A cap is no joint that one opens: what was capped is uncapped.
  const many = (id: JointId) => (indexed(found).joint(id)?.ends.length ?? 0) > 1;
  const apart = kept.joints.flatMap(({ found: id, fate }) =>
    fate === 'taken-apart' && many(id) ? [id] : [],
  );
  const comes = lines.flatMap(({ wires }) => wires.map(({ id }) => id));
  const ends = new Map<End, EndFate>(comes.map((end) => [end, fateOf(end, found, wiring, joints)]));
  return {
    joints,
    apart,
    ends,
    steps: stepsOf(),
    dead: deadIn(found, lines),
    opened: kept.joints.filter(({ found: id, fate }) => fate !== 'left' && many(id)).length,
    found: found.joints.filter(({ ends: mine }) => mine.length > 1).length,
  };

  function stepsOf(): Step[] {
    if (!found || !kept) return [];
    const before = indexed(found);
    const now = indexed(wiring);
    const call = tailNames(found, wiring, name);
    const said = (list: readonly End[]) => list.map((end) => call(end, 'in')).join(', ');
    const stays = new Set(kept.lands.map(({ end, at }) => `${end}>${at}`));
    const there = new Set(faces.map(({ key }) => key));
    const exchanged = new Set((work.renewed ?? []).filter((of) => there.has(of)));
    const steps: Step[] = [];
    const left = kept.joints.flatMap(({ found: id, fate, now: closed }) =>
      fate === 'left' && closed !== undefined && many(id) ? (now.numberOf(closed) ?? []) : [],
    );
    if (left.length > 0)
      steps.push({
        does: 'leave',
        words: `Leave closed: ${left.length === 1 ? 'joint' : 'joints'} ${left.join(', ')}.`,
      });
    for (const of of exchanged)
      steps.push({
        does: 'take-out',
        words: `Take out the ${titleOf(of)}. Mark what is on which screw, and which tabs are broken.`,
      });
    for (const { end, at } of found.lands) {
      if (stays.has(`${end}>${at}`)) continue;
      const from = readEnd(at);
      const remains = from?.kind !== 'terminal' || there.has(from.of);
      const hole = found.backstabbed.includes(end)
        ? ' out of its spring hole, and do not use the hole again'
        : '';
      steps.push({
        does: 'lift',
        words: remains
          ? `Take ${call(end, 'off')} off ${name(at)}${hole}.`
          : `Take ${call(end, 'off')} off the device that goes${hole}.`,
      });
    }
    for (const { found: id, fate, now: again } of kept.joints) {
      if (fate === 'left' || !many(id)) continue;
      const was = before.joint(id)?.ends ?? [];
      const words = `the joint that was found as number ${before.numberOf(id)} (${said(was.filter((end) => !isPigtail(end))) || 'pigtails'})`;
      steps.push(
        fate === 'opened'
          ? {
              does: 'open',
              words: `Open ${words}; its connector is not used again.`,
              ...(again === undefined ? {} : { joint: again }),
            }
          : { does: 'take-apart', words: `Take apart ${words}.` },
      );
    }
    if (kept.boxOut)
      steps.push({
        does: 'take-out',
        words: 'Take the old box out: every cable must be free of its clamp and of every joint.',
      });
    for (const tab of wiring.broken.filter(
      (one) => !found.broken.includes(one) || exchanged.has(readTab(one).of),
    )) {
      const read = readTab(tab);
      steps.push({ does: 'break', words: `Break the ${read.tab} tab of the ${titleOf(read.of)}.` });
    }
    for (const end of wiring.marked.filter((one) => !found.marked.includes(one)))
      steps.push({ does: 'mark', words: `Mark ${name(end)} as a hot.` });
    for (const { id, ends: mine, connectors } of wiring.joints) {
      const fate = joints.get(id);
      if (fate === 'left') continue;
      const connector =
        CONNECTORS.find((one) => one.id === connectors[0])?.name ?? 'a connector that holds them';
      const number = now.numberOf(id);
      steps.push(
        mine.length === 1
          ? { does: 'cap', words: `Cap ${said(mine)} (joint ${number}): ${connector}.`, joint: id }
          : {
              does: fate === 'opened' ? 'join-again' : 'join',
              words: `Joint ${number}: ${said(mine)}, under a new ${connector}.`,
              joint: id,
            },
      );
    }
    for (const { end, at } of wiring.lands)
      if (!stays.has(`${end}>${at}`))
        steps.push({ does: 'land', words: `Land ${call(end, 'on')} on ${name(at)}.` });
    return steps;
  }

  function titleOf(of: string): string {
    return faces.find(({ key }) => key === of)?.title ?? 'device';
  }
}

/** What an end is called in a step: a tail by where it was or leads, as it bears no number in the box. */
function tailNames(found: Wiring, wiring: Wiring, name: (end: End) => string) {
  const before = indexed(found);
  const now = indexed(wiring);
  return (end: End, what: 'off' | 'in' | 'on'): string => {
    const old = before.pigtail(end);
    const tail = now.pigtail(end) ?? old;
    if (!tail) return name(end);
    const was = before.terminalOf(end);
    const to = now.terminalOf(end);
    if (what !== 'in') return `${old ? 'the' : 'the new'} ${tail.colour} tail`;
    if (!old)
      return to === undefined ? `a new ${tail.colour} jumper` : `a new ${tail.colour} tail to ${name(to)}`;
    return was === undefined
      ? `the dead ${tail.colour} tail`
      : `the ${tail.colour} tail that was on ${name(was)}`;
  };
}

function fateOf(end: End, found: Wiring, wiring: Wiring, joints: ReadonlyMap<JointId, PlannedFate>): EndFate {
  const was = placeOf(end, found);
  const now = placeOf(end, wiring);
  if (was === undefined) return 'new';
  if (now === undefined) return 'moved';
  if ('at' in now) return 'at' in was && was.at === now.at ? 'left' : 'moved';
  const { joint } = now;
  if ('joint' in was) {
    // In the same joint, opened or not, it stays where it is.
    const before = was.joint;
    const same = joints.get(joint.id) === 'left' || sharesWith(before, joint, end);
    return joint.ends.length === 1 && before.ends.length !== 1 ? 'capped' : same ? 'left' : 'moved';
  }
  if (joint.ends.length === 1) return 'capped';
  const back = joint.ends.some((one) =>
    indexed(wiring)
      .terminalsOf(one)
      .some((at) => spotOf(at) === spotOf(was.at)),
  );
  return back ? 'lengthened' : 'lifted';
}

/** Screws that a tab may make one: `t:i3.0:brass-top` and `t:i3.0:brass-bottom`. */
const spotOf = (at: LandingEnd) => at.replace(/-(top|bottom)$/, '');

const sharesWith = (before: Joint, now: Joint, end: End) =>
  before.ends.some((one) => one !== end && now.ends.includes(one));

/** Pigtails that lead nowhere, and cables of which nothing is used here. */
function deadIn(found: Wiring, lines: readonly Line[]): string[] {
  const alone = new Set(found.joints.filter(({ ends }) => ends.length === 1).flatMap(({ ends }) => ends));
  const { jointsOf, terminalsOf, numberOf } = indexed(found);
  const joined = (end: End) => jointsOf(end).filter(({ ends }) => ends.length > 1);
  const places = (end: End) => joined(end).length + terminalsOf(end).length;
  const tails = found.pigtails.flatMap(({ id, colour }) => {
    const end = pigtailEnd(id);
    // A white tail capped at switches is kept for one that wants a neutral.
    if (places(end) > 1 || (colour === 'white' && alone.has(end))) return [];
    const [joint] = joined(end);
    return [
      `${colour} pigtail ${id.slice(1)}${joint ? ` of joint ${numberOf(joint.id)} as found` : ''}: it leads nowhere`,
    ];
  });
  const cables = lines.flatMap(({ wires, quoted, run }) => {
    const insulated = wires.filter(({ colour }) => colour !== 'bare' && colour !== 'green');
    const idle = insulated.length > 0 && insulated.every(({ id }) => places(id) === 0 || alone.has(id));
    return idle && run.does === 'spare'
      ? [`${quoted}: nothing of it is used here; test what it is before it is cut back or left`]
      : [];
  });
  return [...tails, ...cables];
}
