/** A joint and a landing in words: the same on their cards, in step mode and read aloud. */
import { CONNECTORS, STRIP } from '../connector/connectors.ts';
import { type End, isPigtail, type TerminalEnd } from '../wiring/end.ts';
import { indexed } from '../wiring/indexed.ts';
import type { TerminalLanding } from './landings.ts';
import type { Planned } from './planned.ts';

const HOW = {
  twist: 'No bare copper below the skirt; tug each conductor.',
  push: 'Seat each fully, look through the window, tug.',
  lever: 'Seat each fully, close the lever, look and tug.',
  crimp: 'Crimp with the tool it is listed with; tug.',
} as const;

export interface JointWords {
  /** Each end under the connector. */
  readonly ends: readonly { readonly end: End; readonly words: string }[];
  readonly connector: string;
  readonly how: string;
}

/** What goes into the joint with this place in the order of making up; undefined where there is none. */
export function jointWords(planned: Planned, nth: number): JointWords | undefined {
  const { wiring, work } = planned;
  const joint = wiring.joints[nth];
  if (!joint) return undefined;
  const kind = CONNECTORS.find(({ id }) => id === joint.connectors[0]);
  const family = kind?.family ?? 'twist';
  const { terminalOf, pigtail } = indexed(wiring);
  const say = (end: End) => {
    const words = planned.name(end);
    if (!isPigtail(end)) return words;
    const at = terminalOf(end);
    const to = at
      ? `to the ${planned.name(at).replace(/^the /, '')}`
      : joint.ends.length === 1
        ? 'capped'
        : 'to the next joint, or capped';
    return `${pigtail(end)?.colour ?? 'unknown'} pigtail ${to}`;
  };
  return {
    ends: joint.ends.map((end) => ({ end, words: say(end) })),
    connector: kind ? `${kind.name}, strip ${STRIP[family]}` : 'no connector at hand',
    how: `${family === 'twist' && work.schools.pretwist ? 'Twist together clockwise first. ' : ''}${HOW[family]}`,
  };
}

/** A jumper between two devices: where its other end lands. */
function jumperWords({ wiring, name }: Planned, end: End, here: TerminalEnd): string {
  const other = indexed(wiring)
    .terminalsOf(end)
    .find((at) => at !== here);
  return other === undefined ? 'a loose pigtail' : `jumper to ${name(other)}`;
}

/** What lands on a terminal: `pigtail from joint 2`, `nothing`. */
export function landedWords(planned: Planned, { terminal, ends, joint }: TerminalLanding): string {
  const { wiring } = planned;
  const { jointOf, numberOf } = indexed(wiring);
  const [end] = ends;
  if (joint !== undefined) return `in joint ${numberOf(joint)}`;
  if (end === undefined) return 'nothing';
  const from = jointOf(end);
  if (isPigtail(end))
    return from ? `pigtail from joint ${numberOf(from.id)}` : jumperWords(planned, end, terminal.id);
  return `${planned.name(end)}${wiring.marked.includes(end) ? ', marked as a hot' : ''}`;
}

/** Whether what lands on a terminal was found there and is left. */
export const isKept = ({ plan }: Planned, { terminal, ends }: TerminalLanding): boolean =>
  ends.length > 0 &&
  ends.every((end) => plan.kept?.lands.some((one) => one.end === end && one.at === terminal.id));

/** The colours that leave a joint, one for each end. */
export function jointColours({ wiring }: Pick<Planned, 'wiring'>, nth: number): string[] {
  return (wiring.joints[nth]?.ends ?? []).flatMap((end) => indexed(wiring).colorOf(end) ?? []);
}
